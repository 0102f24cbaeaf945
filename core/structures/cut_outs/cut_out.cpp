#include "core/structures/cut_outs/cut_out.h"
#include "core/measure/number.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <tuple>

namespace hl::structures {
namespace {

constexpr double flush = 1e-6; // mm: at the very end of a fold

// A panel as a maker reads it, of whatever card it is.
std::string called(const Panel& p) {
    const std::string local = p.id.substr(std::min(p.id.find('.') + 1, p.id.size()));
    return local == "page-left"    ? "left page"
           : local == "page-right" ? "right page"
                                   : spokenName(local);
}

} // namespace

CutLine cutLine(const Assembly& a, int crease) {
    const Crease& c = a.creases[crease];
    return {crease, c.part,  c.left,           c.right,
            c.from, c.dir(), rightOf(c.dir()), c.fold == Fold::Valley};
}

Trouble takeOut(AssemblyBuilder& out, const CutLine& line, const std::string& owner,
                const Ring& left, const Ring& right, double from, double to) {
    const std::string place = owner == "card" ? "card" : "structure " + owner;
    const Crease& c = out.made().creases[line.crease];
    // At an open edge one slit is enough; a hair of paper beside it would tear.
    const bool first = std::fabs(from) < flush, last = std::fabs(to - c.length()) < flush;
    if (first && last)
        return Problem{place, "it takes all of its fold, so no paper would hold it",
                       "make it narrower: at one end the fold has to stay"};
    if ((!first && from < 1) || (!last && to > c.length() - 1))
        return Problem{place, "it reaches to within 1 mm of the end of its fold",
                       "keep at least 1 mm of the fold there, or let it begin at the very end, "
                       "where one slit is enough"};
    for (auto& [a, b] : c.gaps)
        if (from < b && to > a)
            return Problem{place, "another cut-out takes the fold there already",
                           "move one of them along the fold"};
    for (auto& [panel, ring] : {std::pair{line.left, &left}, {line.right, &right}}) {
        const Panel& p = out.made().panels[panel];
        for (const Vec2& corner : *ring)
            if (offPaper(p.outline, {}, corner) <= 1e-6 &&
                offPaper(p.outline, p.apertures, corner) > 1e-6)
                return Problem{place, "a slit would run into an opening of the " + called(p),
                               "move one of the two"};
            else if (offPaper(p.outline, p.apertures, corner) > 1e-6)
                return Problem{place, "a slit would run off the " + called(p),
                               "bring its feet nearer to the fold or move it along"};
    }
    for (auto& [panel, ring] : {std::pair{line.left, &left}, {line.right, &right}})
        if (!ring->empty() && !out.takeApart(panel, *ring))
            return Problem{place,
                           "it would cut the " + called(out.made().panels[panel]) + " in two",
                           "leave paper at both ends of its slits: bring its feet nearer to the "
                           "fold"};
    out.leaveUnfolded(line.crease, from, to);
    return {};
}

namespace {

// Openings of the page that come to lie in what is cut out of it. Those that reach over a foot or a
// slit would leave it hanging on too little.
Trouble windowsIn(const AssemblyBuilder& out, const CutLine& k, const std::string& owner, double a,
                  double b, double y0, double y1, std::vector<Ring>& windows) {
    const Ring cut{k.at(-a, y0), k.at(b, y0), k.at(b, y1), k.at(-a, y1)};
    for (int page : {k.left, k.right})
        for (const Ring& hole : out.made().panels[page].apertures) {
            Ring ring = hole;
            if (areaOf(ring) < 0)
                std::reverse(ring.begin(), ring.end());
            if (sharedArea(ring, cut, {}) < 0.01)
                continue;
            for (const Vec2& p : ring) {
                const double x = k.inward.dot(p - k.origin), y = k.along.dot(p - k.origin);
                if (x < 1 - a || x > b - 1 || y < y0 + 1 || y > y1 - 1)
                    return Problem{
                        owner == "card" ? "card" : "structure " + owner,
                        "an opening of the page reaches over the edge of what is cut out",
                        "keep it at least 1 mm inside the cut-out, or outside it"};
            }
            windows.push_back(ring);
        }
    return {};
}

// The stretch of a fold across what is cut out, `x` right of the host fold, that a window takes;
// from above to where it does not.
std::pair<double, double> piercedAt(const CutLine& k, const Ring& window, double x, double y0) {
    double from = 1e300, to = -1e300;
    for (size_t i = 0; i < window.size(); ++i) {
        const Vec2 p = window[i] - k.origin, q = window[(i + 1) % window.size()] - k.origin;
        const double here = k.inward.dot(p) - x, next = k.inward.dot(q) - x;
        if ((here <= 0) == (next <= 0))
            continue;
        const double y =
            k.along.dot(p) + (k.along.dot(q) - k.along.dot(p)) * here / (here - next) - y0;
        from = std::min(from, y);
        to = std::max(to, y);
    }
    return {from, to};
}

} // namespace

Trouble cutStep(AssemblyBuilder& out, int crease, const std::string& owner,
                const std::string& prefix, double a, double b, double y0, double y1,
                std::vector<CutFold> folds) {
    const CutLine k = cutLine(out.made(), crease);
    if (folds.empty())
        folds = {{b, Fold::Mountain, "tip"}};
    std::vector<Ring> windows;
    const Ring leftPaper = out.made().panels[k.left].outline,
               rightPaper = out.made().panels[k.right].outline;
    const auto onPaper = [&](double y) {
        return offPaper(leftPaper, {}, k.at(-a / 2, y)) < flush ||
               offPaper(rightPaper, {}, k.at(b / 2, y)) < flush;
    };
    if (Trouble t = windowsIn(out, k, owner, a, b, y0, y1, windows))
        return t;
    if (Trouble t = takeOut(out, k, owner, {k.at(-a, y0), k.at(0, y0), k.at(0, y1), k.at(-a, y1)},
                            {k.at(0, y0), k.at(b, y0), k.at(b, y1), k.at(0, y1)}, y0, y1))
        return t;
    out.within(k.part, owner);
    std::vector<double> at{-a}; // of feet and folds, from the host fold
    for (const CutFold& f : folds)
        at.push_back(f.at - a);
    at.push_back(b);
    std::vector<int> walls;
    for (size_t i = 0; i + 1 < at.size(); ++i)
        walls.push_back(out.panel(
            prefix + (i == 0               ? std::string("left-wall")
                      : i + 2 == at.size() ? std::string("right-wall")
                                           : "panel-" + numberText(i + 1)),
            Role::Wall,
            {k.at(at[i], y0), k.at(at[i + 1], y0), k.at(at[i + 1], y1), k.at(at[i], y1)}));
    const int left = walls.front(), right = walls.back();
    // A foot on the next fold hangs on what lies beyond it.
    struct Foot {
        const char* name;
        int page, wall;
        double at, beyond;
    };
    for (const Foot& f :
         {Foot{"left-foot", k.left, left, -a, -1}, Foot{"right-foot", k.right, right, b, 1}}) {
        const Vec2 from = k.at(f.at, y0), to = k.at(f.at, y1);
        if (out.inherit(f.page, f.wall, from, to))
            continue;
        const Panel& page = out.made().panels[f.page];
        Ring next{from, to, k.at(f.at + f.beyond, y1), k.at(f.at + f.beyond, y0)};
        if (areaOf(next) < 0)
            std::reverse(next.begin(), next.end());
        if (sharedArea(next, page.outline, page.apertures) < 0.5 * std::fabs(areaOf(next)))
            return Problem{owner == "card" ? "card" : "structure " + owner,
                           "nothing is left of the " + page.id + " beyond its foot",
                           "bring its feet nearer to the fold"};
        const bool isLeft = f.page == k.left;
        out.crease(prefix + f.name, isLeft ? k.left : f.wall, isLeft ? f.wall : k.right, from, to,
                   k.fold(Fold::Valley));
    }
    std::vector<int> creases;
    for (size_t i = 0; i < folds.size(); ++i) {
        creases.push_back(out.crease(prefix + folds[i].name, walls[i], walls[i + 1],
                                     k.at(at[i + 1], y0), k.at(at[i + 1], y1),
                                     k.fold(folds[i].fold)));
        out.lastCrease().either = folds[i].either;
    }
    for (const Ring& window : windows) {
        for (int wall : walls)
            if (sharedArea(window, out.made().panels[static_cast<size_t>(wall)].outline, {}) >
                    0.01 &&
                !out.take(wall, window))
                return Problem{owner == "card" ? "card" : "structure " + owner,
                               "an opening of the page cuts its " +
                                   called(out.made().panels[static_cast<size_t>(wall)]) + " in two",
                               "make the opening smaller"};
        for (size_t i = 0; i < creases.size(); ++i)
            if (const auto [from, to] = piercedAt(k, window, at[i + 1], y0); from < to)
                out.leaveUnfolded(creases[i], from, to);
    }
    // Where it ends at the edge of its paper nothing is slit.
    for (const auto& [name, y, away] : {std::tuple("near-slit", y0, -1.0), {"far-slit", y1, 1.0}})
        if (onPaper(y + 0.01 * away))
            out.mark(prefix + name, LineKind::Slit, {k.at(-a, y), k.at(b, y)});
    return {};
}

} // namespace hl::structures
