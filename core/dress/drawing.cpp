#include "core/dress/drawing.h"
#include "core/dress/dress.h"
#include "core/dress/traced.h"
#include "core/edit/papers.h"
#include <algorithm>

namespace hl::dress {

Result<std::pair<Design, std::string>> layDrawing(const Design& design, const Case& folded,
                                                  const std::string& panel, const std::string& file,
                                                  const std::string& bytes,
                                                  std::map<std::string, std::string> measures,
                                                  Told told) {
    const bool pixels = bytes.rfind("\x89PNG", 0) == 0 || bytes.rfind("\xff\xd8", 0) == 0;
    const auto cut = pixels ? tracedFrom(bytes) : cutOutOf(bytes);
    if (!cut)
        return cut.problem().in(file);
    double width = cut->width, height = cut->height;
    const auto given = [&](const char* name, double& own, double& other) -> Trouble {
        const auto it = measures.find(name);
        if (it == measures.end())
            return {};
        const auto read = parseLength(it->second, design.units);
        if (!read)
            return read.problem().in(name);
        if (read->measure.mm() <= 0)
            return Problem{name, "a drawing of no size cannot be cut out", "give a length"};
        other *= read->measure.mm() / own;
        own = read->measure.mm();
        return {};
    };
    const bool both = measures.count("width") && measures.count("height");
    double kept = height;
    if (Trouble t = given("width", width, height))
        return *t;
    if (both)
        height = kept;
    kept = width;
    if (Trouble t = given("height", height, width))
        return *t;
    if (both)
        width = kept;
    const auto mm = [](double v) { return exactText(Measure::fromMm(v), Unit::Millimetre); };
    measures["width"] = mm(width);
    measures["height"] = mm(height);
    measures["shape"] = "drawn";
    const size_t slash = file.find_last_of('/');
    std::string name = file.substr(slash == std::string::npos ? 0 : slash + 1);
    name = name.substr(0, name.rfind('.'));
    const auto says = [&](const char* key) {
        return std::any_of(told.begin(), told.end(), [&](auto& t) { return t.first == key; });
    };
    Design next = design;
    if (!says("stock")) { // in its own colours
        auto [with, paper] = addPaper(design, design.card.stock);
        auto printed = printWith(with, paper, file, cut->picture);
        if (!printed)
            return printed.problem();
        next = *printed;
        for (Stock& s : next.stocks)
            if (s.id == paper) {
                s.repeat = Measure::fromMm(width);
                s.fitted = true;
                if (!name.empty())
                    s.name = name;
            }
        told.emplace_back("stock", paper);
    }
    if (!says("name") && !name.empty())
        told.emplace_back("name", name);
    return layTopper(next, folded, panel, std::move(measures), told, cut->outline);
}

} // namespace hl::dress
