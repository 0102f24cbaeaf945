#include "core/edit/profile.h"
#include "core/assemble/assemble.h"
#include "core/assemble/silhouettes.h"
#include "core/exports/exports.h"
#include <algorithm>
#include <cmath>

namespace hl::edit {

Result<EdgeSpec> drawnProfile(const std::vector<Point>& outline, double length) {
    const Problem none{"the drawing", "its upper side is no silhouette: it runs back on itself",
                       "draw one line of hills from left to right, closed along its foot"};
    const size_t n = outline.size();
    if (n < 3 || length < 1)
        return none;
    size_t left = 0, right = 0;
    for (size_t i = 0; i < n; ++i) {
        const auto before = [&](const Point& a,
                                const Point& b) { // of two at the same place the higher
            return a.x.count != b.x.count ? a.x.count < b.x.count : a.y.count > b.y.count;
        };
        if (before(outline[i], outline[left]))
            left = i;
        if (outline[i].x.count > outline[right].x.count ||
            (outline[i].x.count == outline[right].x.count &&
             outline[i].y.count > outline[right].y.count))
            right = i;
    }
    // Of the two ways from left to right the one that runs higher.
    const auto way = [&](size_t step) {
        std::vector<Point> points;
        for (size_t i = left; points.size() <= n; i = (i + step) % n) {
            points.push_back(outline[i]);
            if (i == right)
                break;
        }
        return points;
    };
    const auto height = [](const std::vector<Point>& points) {
        double area = 0;
        for (size_t i = 0; i + 1 < points.size(); ++i)
            area += (points[i + 1].x.mm() - points[i].x.mm()) *
                    (points[i + 1].y.mm() + points[i].y.mm()) / 2;
        return area;
    };
    std::vector<Point> one = way(1), other = way(n - 1);
    std::vector<Point>& upper = height(one) > height(other) ? one : other;
    const double wide = outline[right].x.mm() - outline[left].x.mm();
    double top = -1e300;
    for (const Point& p : upper)
        top = std::max(top, p.y.mm());
    if (wide < 1)
        return none;
    EdgeSpec e;
    e.shape = EdgeShape::Drawn;
    const double by = length / wide;
    for (const Point& p : upper) {
        const double x = (p.x.mm() - outline[left].x.mm()) * by;
        if (!e.points.empty() && x < e.points.back().x.mm() - 1e-6)
            return none;
        if (!e.points.empty() && x < e.points.back().x.mm() + 0.01)
            continue; // straight up or down: the silhouette has one height there
        e.points.push_back({Measure::fromMm(std::round(x * 100) / 100),
                            Measure::fromMm(std::round((top - p.y.mm()) * by * 100) / 100)});
    }
    if (e.points.size() < 2)
        return none;
    return e;
}

Result<Design> edgeFromDrawing(const Design& design, const std::string& of, Zone::Edge edge,
                               const std::vector<Point>& outline) {
    EdgeSpec e;
    e.of = of;
    e.edge = edge;
    // As long as the edge is before anything is cut from it.
    Design d = design;
    d.edges.erase(std::remove_if(d.edges.begin(), d.edges.end(),
                                 [&](auto& other) { return other.of == of && other.edge == edge; }),
                  d.edges.end());
    const auto made = assemble(d);
    if (!made)
        return made.problem();
    const auto length = edgeLength(*made, e);
    if (!length)
        return length.problem();
    auto drawn = drawnProfile(outline, *length);
    if (!drawn)
        return drawn.problem();
    drawn->of = of;
    drawn->edge = edge;
    d.edges.push_back(*drawn);
    if (auto cut = assemble(d); !cut)
        return cut.problem();
    return d;
}

Result<Design> tellWithDrawings(const Design& design, const std::string& id, const Told& told) {
    Design next = design;
    Told rest;
    for (const auto& [key, text] : told) {
        if (key.rfind("edge.", 0) != 0 || text.empty() || text[0] != '@') {
            rest.emplace_back(key, text);
            continue;
        }
        const auto& sides = wordsOf<Zone::Edge>();
        const auto side = std::find(sides.begin(), sides.end(), key.substr(5));
        if (side == sides.end())
            return Problem{key, "there is no such edge", "use left, right, top or bottom"};
        auto outline = importOutline(text.substr(1));
        if (!outline)
            return outline.problem();
        auto cut =
            edgeFromDrawing(next, id, static_cast<Zone::Edge>(side - sides.begin()), *outline);
        if (!cut)
            return cut.problem();
        next = *cut;
    }
    return rest.empty() ? Result<Design>(next) : tell(next, id, rest);
}

} // namespace hl::edit
