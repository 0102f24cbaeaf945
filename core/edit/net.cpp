#include "core/edit/net.h"
#include "core/assemble/assemble.h"
#include "core/design/limits.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cctype>
#include <cmath>

namespace hl::edit {
namespace {

std::string lowered(std::string s) {
    std::transform(s.begin(), s.end(), s.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return s;
}

Point pointAt(const Vec2& p, const Vec2& low) {
    return {Measure::fromMm(std::round((p.x() - low.x()) * 1e4) / 1e4),
            Measure::fromMm(std::round((p.y() - low.y()) * 1e4) / 1e4)};
}

} // namespace

std::optional<NetLine> meaningOf(const std::string& layer) {
    const std::string name = lowered(layer);
    const auto says = [&](const char* word) { return name.find(word) != std::string::npos; };
    if (says("valley"))
        return NetLine::Valley;
    if (says("mountain"))
        return NetLine::Mountain;
    if (says("score") || says("crease") || says("fold") || name == "dashed lines")
        return NetLine::Score;
    if (says("label") || says("text") || says("note") || name == "defpoints")
        return NetLine::Ignored;
    if (says("cut") || says("outline") || says("slit") || name == "solid lines" ||
        name == "black" || name == "#000000")
        return NetLine::Cut;
    return std::nullopt;
}

std::optional<NetLine> netLine(const std::string& word) {
    const char* words[] = {"cut", "valley", "mountain", "score", "leave"};
    for (int i = 0; i < 5; ++i)
        if (word == words[i])
            return static_cast<NetLine>(i);
    return std::nullopt;
}

Result<NetMade> addNet(const Design& design, const std::string& id,
                       const std::vector<DrawnPath>& drawing,
                       const std::map<std::string, NetLine>& layers, double gap) {
    NetMade out{design, id, {}};
    std::vector<DrawnPath> cuts;
    std::vector<std::pair<NetLine, DrawnPath>> folds;
    std::vector<std::string> unknown, left;
    const auto once = [](std::vector<std::string>& all, const std::string& name) {
        if (std::find(all.begin(), all.end(), name) == all.end())
            all.push_back(name);
    };
    for (const DrawnPath& p : drawing) {
        const auto given = layers.find(p.layer);
        const auto means =
            given != layers.end() ? std::optional(given->second) : meaningOf(p.layer);
        if (!means)
            once(unknown, p.layer.empty() ? "no layer" : p.layer);
        else if (*means == NetLine::Ignored)
            once(left, p.layer.empty() ? "lines of no layer" : p.layer);
        else if (*means == NetLine::Cut)
            cuts.push_back(p);
        else
            folds.emplace_back(*means, p);
    }
    if (!unknown.empty()) {
        std::string names;
        for (const std::string& n : unknown)
            names += (names.empty() ? "“" : ", “") + n + "”";
        return Problem{"the drawing", "nothing says what " + names + " stand for",
                       "say it for each: cut, valley, mountain, score or leave"};
    }
    for (const std::string& n : left)
        out.remarks.push_back("Left out: " + n + ".");
    // Cuts of different layers can be sides of one outline.
    for (DrawnPath& p : cuts)
        p.layer.clear();
    double widest = 0;
    cuts = joinedEnds(std::move(cuts), gap, widest);
    if (widest > 1e-3)
        out.remarks.push_back("Ends up to " + sayLength(widest, design.units) +
                              " apart were joined.");
    const DrawnPath* outline = nullptr;
    for (const DrawnPath& p : cuts)
        if (p.closed && p.points.size() > 2 &&
            (!outline || std::fabs(areaOf(p.points)) > std::fabs(areaOf(outline->points))))
            outline = &p;
    if (!outline)
        return Problem{"the drawing",
                       "its cuts enclose nothing, or their ends lie more than " +
                           sayLength(gap, design.units) + " apart",
                       "close the outline, or allow a wider gap"};
    FreePart part;
    part.id = id;
    Vec2 low = outline->points[0];
    for (const Vec2& p : outline->points)
        low = low.cwiseMin(p);
    Ring ring = outline->points;
    if (areaOf(ring) < 0)
        std::reverse(ring.begin(), ring.end());
    for (const Vec2& p : ring)
        part.outline.push_back(pointAt(p, low));
    int slits = 0, creases = 0;
    for (const DrawnPath& p : cuts) {
        if (&p == outline)
            continue;
        std::vector<Point> points;
        for (const Vec2& q : p.points)
            points.push_back(pointAt(q, low));
        if (p.closed && points.size() > 2) {
            part.apertures.push_back(points);
        } else {
            LineSpec slit;
            slit.id = "slit-" + numberText(++slits);
            slit.kind = LineKind::Slit;
            slit.points = points;
            part.lines.push_back(slit);
        }
    }
    for (auto& [kind, p] : folds) {
        LineSpec fold;
        fold.id = "fold-" + numberText(++creases);
        fold.kind = kind == NetLine::Valley     ? LineKind::Valley
                    : kind == NetLine::Mountain ? LineKind::Mountain
                                                : LineKind::Either;
        for (const Vec2& q : p.points)
            fold.points.push_back(pointAt(q, low));
        if (p.closed)
            fold.points.push_back(fold.points.front());
        part.lines.push_back(fold);
    }
    for (int n = 1; out.id.empty() || out.design.part(out.id) || out.design.structure(out.id); ++n)
        if (out.id = "net" + numberText(n); n > 5000)
            break;
    if (!id.empty() && out.id != id)
        return Problem{"part " + id, "there is something of that id already", "choose another id"};
    part.id = out.id;
    out.design.parts.push_back(part);
    if (auto made = assemble(out.design); !made)
        return made.problem();
    return out;
}

} // namespace hl::edit
