// Structures that tests draw as free parts: a platform on a pillar, and prisms (cubes and tiers),
// standing on any fold whose two panels share one flat frame.
#pragma once
#include "core/assemble/assemble.h"
#include "tests/support.h"
#include <memory>

namespace hl::test {

// A design folded and ready to be looked at; one that does not assemble ends the test.
inline std::shared_ptr<const Case> foldUp(const Design& d) {
    auto a = assemble(d);
    if (!a)
        qFatal("%s", a.problem().text().c_str());
    return std::make_shared<Case>(d, *a);
}

inline Measure mm(double v) { return Measure::fromMm(v); }
inline Measure deg(double v) { return Measure::fromDegrees(v); }
inline Point at(double x, double y) { return {mm(x), mm(y)}; }

inline LineSpec line(const std::string& id, LineKind kind, std::vector<Point> points) {
    LineSpec l;
    l.id = id;
    l.kind = kind;
    l.points = std::move(points);
    return l;
}

inline TabSpec tab(const std::string& id, int edge, Fold fold, double depth = 4) {
    TabSpec t;
    t.id = id;
    t.edge = edge;
    t.fold = fold;
    t.depth = mm(depth);
    return t;
}

inline JoinSpec glue(const std::string& panel, const std::string& onto, double x, double y,
                     double turn, bool onFace = true, bool ontoFace = true) {
    JoinSpec j;
    j.id = "glue-" + panel;
    j.panel = panel;
    j.onto = onto;
    j.at = at(x, y);
    j.turn = deg(turn);
    j.onFace = onFace;
    j.ontoFace = ontoFace;
    return j;
}

inline FreePart blank(const std::string& id, double width, double height) {
    FreePart p;
    p.id = id;
    p.width = mm(width);
    p.height = mm(height);
    return p;
}

// A strip of panels between the pages with tabs of 9 mm, its creases V or M, its last foot turned
// by `askew` degrees.
inline Design strip(Design d, const std::vector<double>& widths, const std::string& kinds,
                    double foot, double askew) {
    double x = 9;
    FreePart p = blank("strip", 0, 20);
    for (size_t i = 0; i <= widths.size(); ++i) {
        p.lines.push_back(line("c" + std::to_string(i + 1),
                               kinds[i] == 'V' ? LineKind::Valley : LineKind::Mountain,
                               {at(x, 0), at(x, 20)}));
        x += i < widths.size() ? widths[i] : 9;
    }
    p.width = mm(x);
    d.parts.push_back(p);
    const std::string last = "strip.c" + std::to_string(widths.size() + 1) + "-right";
    for (bool left : {true, false}) {
        JoinSpec j =
            glue(left ? "strip.c1-left" : last, left ? "card.page-left" : "card.page-right",
                 left ? -foot : foot, 70, left ? 90 : 90 - askew, false);
        j.hold = left ? std::vector<Point>{at(9, 0), at(9, 20)}
                      : std::vector<Point>{at(x - 9, 0), at(x - 9, 20)};
        d.joins.push_back(j);
    }
    return d;
}

// Two panels of one part beside a fold that runs along y at `x`.
struct Fold2 {
    std::string left = "card.page-left", right = "card.page-right";
    double x = 0;
};

// Legs of height h at distance d from the fold, and a lid between them, creased over the fold;
// `depth` along the fold from y on. Returns the lid's crease as a fold.
inline Fold2 addLegs(Design& d, const std::string& id, const Fold2& on, double y, double reach,
                     double height, double depth) {
    FreePart p = blank(id, 2 * (height + reach), depth);
    const double edge = height, middle = height + reach, other = height + 2 * reach;
    p.lines = {line("c1", LineKind::Mountain, {at(edge, 0), at(edge, depth)}),
               line("c2", LineKind::Valley, {at(middle, 0), at(middle, depth)}),
               line("c3", LineKind::Mountain, {at(other, 0), at(other, depth)})};
    p.tabs = {tab("left-tab", 4, Fold::Mountain), tab("right-tab", 2, Fold::Mountain)};
    d.parts.push_back(p);
    d.joins.push_back(glue(id + ".left-tab", on.left, on.x - reach, y + depth, -90));
    d.joins.push_back(glue(id + ".right-tab", on.right, on.x + reach, y, 90));
    return {id + ".c1-right", id + ".c2-right", middle};
}

// Legs with a pillar under the lid's crease, held by half-tabs above and below.
inline Fold2 addPlatform(Design& d, const std::string& id, const Fold2& on, double y, double reach,
                         double height, double depth) {
    const Fold2 lid = addLegs(d, id, on, y, reach, height, depth);
    const double wide = depth - 8, start = y + 4;
    FreePart p = blank(id + "-pillar", wide, height);
    for (auto& [name, edge, from, fold] : {std::tuple{"b1", 1, 0.0, Fold::Mountain},
                                           {"b2", 1, wide / 2, Fold::Valley},
                                           {"t1", 3, 0.0, Fold::Valley},
                                           {"t2", 3, wide / 2, Fold::Mountain}}) {
        TabSpec t = tab(name, edge, fold);
        t.from = mm(from);
        t.to = mm(from + wide / 2);
        p.tabs.push_back(t);
    }
    d.parts.push_back(p);
    d.joins.push_back(glue(p.id + ".b1", on.left, on.x, start, 90, true));
    d.joins.push_back(glue(p.id + ".b2", on.right, on.x, start + wide / 2, 90, false));
    d.joins.push_back(glue(p.id + ".t1", lid.right, lid.x, 4 + wide, -90, false, false));
    d.joins.push_back(glue(p.id + ".t2", lid.left, lid.x, 4 + wide / 2, -90, true, false));
    return lid;
}

// Legs and lid closed in by a front and a back wall of two panels `wide` each: a cube when
// wide = reach, with six corners when it is more; the walls fold inward or outward.
inline Fold2 addPrism(Design& d, const std::string& id, const Fold2& on, double y, double reach,
                      double height, double depth, double wide, bool outward) {
    const Fold2 lid = addLegs(d, id, on, y, reach, height, depth);
    const LineKind kind = outward ? LineKind::Mountain : LineKind::Valley;
    const std::string left = id + ".c1-left", right = id + ".c3-right";
    const double foot = 2 * (height + reach);
    for (bool front : {true, false}) {
        FreePart p = blank(id + (front ? "-front" : "-back"), 2 * wide, height);
        p.lines = {line("c", kind, {at(wide, 0), at(wide, height)})};
        p.tabs = {tab("a", 4, Fold::Mountain), tab("b", 2, Fold::Mountain)};
        d.parts.push_back(p);
        if (front) {
            d.joins.push_back(glue(p.id + ".a", left, height, 0, 180, true, false));
            d.joins.push_back(glue(p.id + ".b", right, foot, 0, 180, true, false));
        } else {
            d.joins.push_back(glue(p.id + ".a", right, foot - height, depth, 0, true, false));
            d.joins.push_back(glue(p.id + ".b", left, 0, depth, 0, true, false));
        }
    }
    return lid;
}

} // namespace hl::test
