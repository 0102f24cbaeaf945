#include "core/design/edge.h"
#include "core/design/limits.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
#include <algorithm>
#include <sstream>

namespace hl::design {

template<> const std::vector<std::string>& wordsOf<EdgeShape>() {
    static const std::vector<std::string> words{
        "hills", "waves", "scallops", "points", "battlements", "arch", "round", "snip", "drawn"};
    return words;
}
template<> const std::vector<std::string>& wordsOf<Zone::Edge>() {
    static const std::vector<std::string> words{"left", "right", "top", "bottom"};
    return words;
}

namespace {

Trouble readPoints(std::istringstream& in, Unit unit, EdgeSpec& out) {
    for (std::string pair; in >> pair;) {
        const size_t comma = pair.find(',');
        const Problem how{"edge", "“" + pair + "” is no point of a silhouette",
                          "write how far along and how far in, like 20,5"};
        if (comma == std::string::npos)
            return how;
        auto x = parsePlace(pair.substr(0, comma), Quantity::Length, unit),
             y = parsePlace(pair.substr(comma + 1), Quantity::Length, unit);
        if (!x || !y)
            return how;
        out.points.push_back({*x, *y});
        if (out.points.size() > limits::corners)
            return Problem{"edge", "it has more than " + numberText(limits::corners) + " points",
                           "simplify it"};
    }
    if (out.points.size() < 2)
        return Problem{"edge", "a drawn silhouette goes through two points or more",
                       "write how far along and how far in, like drawn 0,5 30,0 60,5"};
    return {};
}

} // namespace

Result<EdgeSpec> parseEdge(const std::string& text, Unit unit) {
    std::istringstream in(text);
    std::string word, size;
    in >> word;
    EdgeSpec out;
    const auto& words = wordsOf<EdgeShape>();
    const auto found = std::find(words.begin(), words.end(), word);
    std::string known;
    for (auto& w : words)
        known += (known.empty() ? "" : ", ") + w;
    if (found == words.end())
        return Problem{"edge", "“" + word + "” is no silhouette", "use one of: " + known};
    out.shape = static_cast<EdgeShape>(found - words.begin());
    if (out.shape == EdgeShape::Drawn) {
        if (Trouble t = readPoints(in, unit, out))
            return *t;
        return out;
    }
    std::getline(in, size);
    if (const size_t x = size.find_last_of("x×"); x != std::string::npos) {
        std::string count = size.substr(x + 1);
        count.erase(std::remove(count.begin(), count.end(), ' '), count.end());
        std::string_view rest = count;
        const auto n = takeNumber(rest);
        if (!n || !rest.empty() || *n != static_cast<int>(*n) || *n < 1 || *n > 100)
            return Problem{"edge", "“" + count + "” is no number of " + word, "give 1 to 100"};
        out.count = static_cast<int>(*n);
        size = size.substr(0, size[x] == 'x' ? x : size.find("×"));
    }
    auto depth = parseLength(size, unit);
    if (!depth)
        return Problem{"edge", "“" + text + "” does not say how far it cuts in",
                       "write it like " + word + " 8 mm"};
    if (depth->measure.count <= 0)
        return Problem{"edge", "it cuts in by nothing", "give it a depth, like " + word + " 8 mm"};
    out.depth = depth->measure;
    return out;
}

std::string edgeText(const EdgeSpec& e, Unit unit) {
    std::string out = wordsOf<EdgeShape>()[static_cast<size_t>(e.shape)];
    if (e.shape != EdgeShape::Drawn)
        return out + " " + exactText(e.depth, unit) +
               (e.count > 0 ? " x " + numberText(e.count) : "");
    for (const Point& p : e.points) {
        // Points are parted by spaces: "1 1/2 in" becomes "1-1/2in".
        std::string pair = placeText(p.x, unit) + "," + placeText(p.y, unit);
        for (size_t i = 1; i + 1 < pair.size(); ++i)
            if (pair[i] == ' ' && pair[i + 1] >= '0' && pair[i + 1] <= '9')
                pair[i] = '-';
        pair.erase(std::remove(pair.begin(), pair.end(), ' '), pair.end());
        out += " " + pair;
    }
    return out;
}

} // namespace hl::design
