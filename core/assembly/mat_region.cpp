#include "core/assembly/mat_region.h"
#include <algorithm>
#include <cmath>
#include <polyclipping/clipper.hpp>

namespace hl {
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

// A whole convex panel, edge by edge: most panels are that.
Ring drawnBack(const Ring& outline, const Borders& b, double further) {
    Ring out = outline;
    for (size_t i = 0; i < outline.size() && out.size() > 2; ++i) {
        const Vec2 &p = outline[i], &q = outline[(i + 1) % outline.size()];
        if ((q - p).norm() < 1e-9)
            continue;
        const Vec2 away = rightOf((q - p).normalized());
        double border = b.step;
        for (auto& [side, own] : {std::pair{Vec2(-b.along), b.left},
                                  {b.along, b.right},
                                  {Vec2(-b.up), b.bottom},
                                  {b.up, b.top}})
            border += (own - b.step) * std::max(0.0, side.dot(away));
        out = behind(out, p, q, border + further);
    }
    return out;
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
    const Paths paper = combined(ClipperLib::ctDifference, {pathOf(outline, true)}, holes);
    // On a side with a narrower border the paper is taken to go on for the difference; on one with
    // a wider border the mat is drawn back by it.
    const std::pair<Vec2, double> sides[] = {
        {-b.along, b.left}, {b.along, b.right}, {-b.up, b.bottom}, {b.up, b.top}};
    Paths wide = paper;
    for (auto& [out, border] : sides)
        if (border < b.step)
            wide = combined(ClipperLib::ctUnion, wide, moved(wide, (b.step - border) * out));
    Paths mat = offset(wide, -b.step);
    if (wide != paper)
        mat = combined(ClipperLib::ctIntersection, mat, paper);
    for (auto& [out, border] : sides)
        if (border > b.step)
            mat = combined(ClipperLib::ctIntersection, mat, moved(mat, (b.step - border) * out));
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
    constexpr double share = 16, half = 0.5, least = 0.5;
    return std::min(step, std::max(least, half * std::floor(width / share / half + 1e-9)));
}

} // namespace hl
