#include "core/assembly/mat_region.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <polyclipping/clipper.hpp>

namespace hl::assembly {
namespace {

using ClipperLib::Paths;

constexpr double perMm = 1e6;     // the clipper counts in nanometres
constexpr double aside = 0.5;     // mm between a mat and what is glued beside it
constexpr double thinnest = 3;    // mm: a narrower mat cannot be handled, and tears
constexpr double rounding = 1e-5; // mm: more than what two offsets lose
constexpr double sharpest = 10;   // how far a mitre may reach, in borders

ClipperLib::Path pathOf(const Ring& ring, bool outer) {
    ClipperLib::Path path;
    for (const Vec2& p : ring)
        path.emplace_back(std::llround(p.x() * perMm), std::llround(p.y() * perMm));
    if (ClipperLib::Orientation(path) != outer)
        ClipperLib::ReversePath(path);
    return path;
}

Ring ringOf(const ClipperLib::Path& path) {
    Ring ring;
    for (auto& p : path)
        ring.emplace_back(static_cast<double>(p.X) / perMm, static_cast<double>(p.Y) / perMm);
    return ring;
}

Paths combined(ClipperLib::ClipType how, const Paths& a, const Paths& b) {
    ClipperLib::Clipper clipper;
    clipper.AddPaths(a, ClipperLib::ptSubject, true);
    clipper.AddPaths(b, ClipperLib::ptClip, true);
    Paths out;
    clipper.Execute(how, out, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    return out;
}

Paths offset(const Paths& paths, double by) {
    ClipperLib::ClipperOffset o(sharpest);
    o.AddPaths(paths, ClipperLib::jtMiter, ClipperLib::etClosedPolygon);
    Paths out;
    o.Execute(out, by * perMm);
    return out;
}

Paths moved(Paths paths, const Vec2& by) {
    const ClipperLib::IntPoint d(std::llround(by.x() * perMm), std::llround(by.y() * perMm));
    for (auto& path : paths)
        for (auto& p : path)
            p = {p.X + d.X, p.Y + d.Y};
    return paths;
}

// What of a convex ring lies at least `by` inside the line of its edge from a to b.
Ring behind(const Ring& ring, const Vec2& a, const Vec2& b, double by) {
    const Vec2 in = leftOf((b - a).normalized());
    const double edge = in.dot(a) + by;
    Ring out;
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 &p = ring[i], &q = ring[(i + 1) % ring.size()];
        const double x = in.dot(p) - edge, y = in.dot(q) - edge;
        if (x >= 0)
            out.push_back(p);
        if ((x < 0) != (y < 0) && x != y)
            out.push_back(p + x / (x - y) * (q - p));
    }
    return out;
}

// The sides of a panel: which way each lies, and its border.
using MatSides = std::array<std::pair<Vec2, double>, 4>;
MatSides sidesOf(const Borders& b) {
    return {{{-b.along, b.left}, {b.along, b.right}, {-b.up, b.bottom}, {b.up, b.top}}};
}

Vec2 outward(const Ring& ring, size_t i) {
    return rightOf((ring[(i + 1) % ring.size()] - ring[i]).normalized());
}
// The side that an edge faces most.
size_t facing(const Ring& ring, size_t i, const MatSides& sides) {
    size_t most = 0;
    for (size_t k = 1; k < sides.size(); ++k)
        if (sides[k].first.dot(outward(ring, i)) > sides[most].first.dot(outward(ring, i)) + 1e-9)
            most = k;
    return most;
}
// Whether an edge is the line of a side, and no chord of a bow.
bool isLine(const Ring& ring, size_t i, const Vec2& side) {
    constexpr double share = 0.21; // of how far the panel reaches along the side
    double low = 1e300, high = -1e300;
    for (const Vec2& p : ring) {
        low = std::min(low, leftOf(side).dot(p));
        high = std::max(high, leftOf(side).dot(p));
    }
    return (ring[(i + 1) % ring.size()] - ring[i]).norm() > share * (high - low);
}

// A whole convex panel, edge by edge: most panels are that.
Ring drawnBack(const Ring& outline, const Borders& b, double further) {
    const MatSides sides = sidesOf(b);
    Ring out = outline;
    for (size_t i = 0; i < outline.size() && out.size() > 2; ++i) {
        const Vec2 &p = outline[i], &q = outline[(i + 1) % outline.size()];
        if ((q - p).norm() < 1e-9)
            continue;
        const auto& [way, own] = sides[facing(outline, i, sides)];
        double border = own;
        if (!isLine(outline, i, way)) {
            border = b.step;
            for (auto& [side, its] : sides)
                border += (its - b.step) * std::max(0.0, side.dot(outward(outline, i)));
        }
        out = behind(out, p, q, border + further);
    }
    return out;
}

// The strip beside an edge, `by` deep outward, or inward where that is negative. It ends at the
// lines of the edges next to it, unless they run nearly the same way or the corner goes inward.
Ring stripBeside(const Ring& ring, size_t i, double by) {
    const size_t n = ring.size();
    const Vec2 &a = ring[i], &b = ring[(i + 1) % n], way = (b - a).normalized();
    const auto end = [&](const Vec2& corner, size_t other, bool first) -> Vec2 {
        const Vec2 beside = (ring[(other + 1) % n] - ring[other]).normalized();
        const double cross = first ? beside.x() * way.y() - beside.y() * way.x()
                                   : way.x() * beside.y() - way.y() * beside.x();
        if (cross < 0.05)
            return corner + by * outward(ring, i);
        return corner + by / beside.dot(outward(ring, i)) * beside;
    };
    Ring out{a, b, end(b, (i + 1) % n, false), end(a, (i + n - 1) % n, true)};
    return out;
}

// Paper of any outline, without its openings, with the borders of its sides.
Paths drawnBackPaths(const Ring& outline, const Borders& b) {
    const MatSides sides = sidesOf(b);
    const Paths solid{pathOf(outline, true)};
    std::array<bool, 4> lines{}; // of the sides: whether it has any
    const auto isLineOf = [&](size_t i, size_t k) {
        return facing(outline, i, sides) == k && isLine(outline, i, sides[k].first);
    };
    for (size_t k = 0; k < sides.size(); ++k)
        for (size_t i = 0; i < outline.size(); ++i)
            lines[k] = lines[k] || isLineOf(i, k);
    // Where a border is narrower the paper is taken to go on for the difference; where one is wider
    // the mat is drawn back by it.
    Paths wide = solid;
    for (size_t k = 0; k < sides.size(); ++k) {
        const double less = b.step - sides[k].second;
        if (less <= 0)
            continue;
        if (!lines[k]) {
            wide = combined(ClipperLib::ctUnion, wide, moved(solid, less * sides[k].first));
            continue;
        }
        for (size_t i = 0; i < outline.size(); ++i)
            if (isLineOf(i, k))
                wide = combined(ClipperLib::ctUnion, wide,
                                {pathOf(stripBeside(outline, i, less), true)});
    }
    Paths mat = offset(wide, -b.step);
    if (wide != solid)
        mat = combined(ClipperLib::ctIntersection, mat, solid);
    for (size_t k = 0; k < sides.size(); ++k) {
        const double more = sides[k].second - b.step;
        if (more <= 0)
            continue;
        if (!lines[k]) {
            mat = combined(ClipperLib::ctIntersection, mat, moved(mat, -more * sides[k].first));
            continue;
        }
        for (size_t i = 0; i < outline.size(); ++i)
            if (isLineOf(i, k))
                mat = combined(ClipperLib::ctDifference, mat,
                               {pathOf(stripBeside(outline, i, -sides[k].second), true)});
    }
    return mat;
}

} // namespace

std::vector<Paper> matOn(const Ring& outline, const std::vector<Ring>& apertures,
                         const std::vector<Ring>& bare, const Borders& b) {
    if (apertures.empty() && bare.empty() && isConvex(outline)) {
        if (drawnBack(outline, b, thinnest / 2).size() < 3)
            return {};
        return {{drawnBack(outline, b, 0), {}}};
    }
    Paths holes, taken;
    for (const Ring& r : apertures)
        holes.push_back(pathOf(r, true));
    for (const Ring& r : bare)
        taken.push_back(pathOf(r, true));
    Paths mat = drawnBackPaths(outline, b);
    if (!holes.empty())
        mat = combined(ClipperLib::ctDifference, mat, offset(holes, b.step));
    if (!taken.empty())
        mat = combined(ClipperLib::ctDifference, mat, offset(taken, aside));
    // Threads between two cuts are left out.
    mat = combined(ClipperLib::ctIntersection, mat,
                   offset(offset(mat, -thinnest / 2), thinnest / 2 + rounding));

    ClipperLib::Clipper clipper;
    clipper.AddPaths(mat, ClipperLib::ptSubject, true);
    ClipperLib::PolyTree tree;
    clipper.Execute(ClipperLib::ctUnion, tree, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    std::vector<Paper> out;
    for (const ClipperLib::PolyNode* node = tree.GetFirst(); node; node = node->GetNext()) {
        if (node->IsHole())
            continue;
        Paths whole{node->Contour};
        Paper piece{ringOf(node->Contour), {}};
        for (const ClipperLib::PolyNode* hole : node->Childs) {
            whole.push_back(hole->Contour);
            piece.apertures.push_back(ringOf(hole->Contour));
        }
        if (!offset(whole, -thinnest / 2).empty())
            out.push_back(std::move(piece));
    }
    std::stable_sort(out.begin(), out.end(), [](const Paper& p, const Paper& q) {
        return areaOf(p.outline) > areaOf(q.outline) + 1e-9;
    });
    return out;
}

double stepOn(double width, double step) {
    constexpr double share = 16; // borders to a width
    constexpr double least = 1.5;
    return width >= share * step ? step : std::min(step, std::max(least, step / 2));
}

} // namespace hl::assembly
