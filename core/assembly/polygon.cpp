#include "core/assembly/polygon.h"
#include "core/measure/number.h"
#include <CGAL/Constrained_Delaunay_triangulation_2.h>
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Triangulation_face_base_with_info_2.h>
#include <algorithm>
#include <cmath>
#include <cstdint>
#include <cstring>
#include <mutex>
#include <polyclipping/clipper.hpp>
#include <queue>
#include <unordered_map>

namespace hl::assembly {
namespace {

constexpr double unitsPerMm = 1e6; // the clipper counts in nanometres

ClipperLib::Path toClipper(const Ring& ring) {
    ClipperLib::Path path;
    for (const Vec2& p : ring)
        path.emplace_back(std::llround(p.x() * unitsPerMm), std::llround(p.y() * unitsPerMm));
    return path;
}

Ring fromClipper(const ClipperLib::Path& path) {
    Ring ring;
    for (auto& p : path)
        ring.emplace_back(static_cast<double>(p.X) / unitsPerMm,
                          static_cast<double>(p.Y) / unitsPerMm);
    return ring;
}

bool inside(const Ring& ring, const Vec2& p) {
    bool in = false;
    for (size_t i = 0, j = ring.size() - 1; i < ring.size(); j = i++) {
        const Vec2 &a = ring[i], &b = ring[j];
        if ((a.y() > p.y()) != (b.y() > p.y()) &&
            p.x() < a.x() + (b.x() - a.x()) * (p.y() - a.y()) / (b.y() - a.y()))
            in = !in;
    }
    return in;
}

double toEdge(const Ring& ring, const Vec2& p) {
    double least = 1e300;
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 &a = ring[i], &b = ring[(i + 1) % ring.size()], d = b - a;
        const double t =
            d.squaredNorm() > 0 ? std::clamp((p - a).dot(d) / d.squaredNorm(), 0.0, 1.0) : 0;
        least = std::min(least, (p - a - t * d).norm());
    }
    return least;
}

ClipperLib::Paths paths(const Ring& outline, const std::vector<Ring>& apertures) {
    ClipperLib::Clipper clipper;
    clipper.AddPath(toClipper(outline), ClipperLib::ptSubject, true);
    // All one way round, so that where two of them overlap they do not cancel out.
    for (const Ring& hole : apertures) {
        ClipperLib::Path path = toClipper(hole);
        if (!ClipperLib::Orientation(path))
            ClipperLib::ReversePath(path);
        clipper.AddPath(path, ClipperLib::ptClip, true);
    }
    ClipperLib::Paths out;
    clipper.Execute(ClipperLib::ctDifference, out, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    return out;
}

// Whether edges of two of the rings cross.
bool edgesCross(const Ring& outline, const std::vector<Ring>& apertures) {
    std::vector<const Ring*> rings{&outline};
    for (const Ring& r : apertures)
        rings.push_back(&r);
    auto side = [](const Vec2& a, const Vec2& b, const Vec2& p) {
        return leftOf(b - a).dot(p - a);
    };
    for (size_t i = 0; i < rings.size(); ++i)
        for (size_t k = i + 1; k < rings.size(); ++k)
            for (size_t m = 0; m < rings[i]->size(); ++m)
                for (size_t n = 0; n < rings[k]->size(); ++n) {
                    const Vec2 &a = (*rings[i])[m], &b = (*rings[i])[(m + 1) % rings[i]->size()],
                               &c = (*rings[k])[n], &d = (*rings[k])[(n + 1) % rings[k]->size()];
                    if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0)
                        return true;
                }
    return false;
}

} // namespace

double areaOf(const Ring& ring) {
    double twice = 0;
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 &p = ring[i], &q = ring[(i + 1) % ring.size()];
        twice += p.x() * q.y() - p.y() * q.x();
    }
    return twice / 2;
}

bool isConvex(const Ring& ring) {
    constexpr double nanometre = 1e-6;
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 a = ring[i], b = ring[(i + 1) % ring.size()], d = b - a;
        if (d.norm() < nanometre)
            continue;
        for (const Vec2& p : ring)
            if ((p - a).dot(leftOf(d)) < -nanometre * d.norm())
                return false;
    }
    return true;
}

double offPaper(const Ring& outline, const std::vector<Ring>& apertures, const Vec2& p) {
    if (!inside(outline, p))
        return toEdge(outline, p);
    for (const Ring& hole : apertures)
        if (inside(hole, p))
            return toEdge(hole, p);
    return 0;
}

double sharedArea(const Ring& held, const Ring& outline, const std::vector<Ring>& apertures) {
    ClipperLib::Clipper clipper;
    clipper.AddPath(toClipper(held), ClipperLib::ptSubject, true);
    clipper.AddPaths(paths(outline, apertures), ClipperLib::ptClip, true);
    ClipperLib::Paths out;
    clipper.Execute(ClipperLib::ctIntersection, out, ClipperLib::pftNonZero,
                    ClipperLib::pftNonZero);
    double sum = 0;
    for (auto& path : out)
        sum += ClipperLib::Area(path) / (unitsPerMm * unitsPerMm);
    return sum;
}

std::vector<Ring> drawnIn(const Ring& outline, const std::vector<Ring>& apertures, double by) {
    ClipperLib::ClipperOffset offset;
    offset.AddPaths(paths(outline, apertures), ClipperLib::jtMiter, ClipperLib::etClosedPolygon);
    ClipperLib::Paths out;
    offset.Execute(out, -by * unitsPerMm);
    std::vector<Ring> rings;
    for (auto& path : out)
        rings.push_back(fromClipper(path));
    return rings;
}

std::vector<Paper> without(const Ring& outline, const std::vector<Ring>& apertures,
                           const Ring& away) {
    std::vector<Ring> holes = apertures;
    holes.push_back(away);
    std::vector<Paper> out;
    std::vector<Ring> rings;
    for (auto& path : paths(outline, holes))
        rings.push_back(fromClipper(path));
    for (const Ring& r : rings)
        if (areaOf(r) > 0)
            out.push_back({r, {}});
    for (const Ring& r : rings)
        if (areaOf(r) < 0)
            for (Paper& p : out)
                if (inside(p.outline, r.front()))
                    p.apertures.push_back(r);
    std::stable_sort(out.begin(), out.end(), [](const Paper& a, const Paper& b) {
        return areaOf(a.outline) > areaOf(b.outline);
    });
    return out;
}

Trouble cutOpen(const std::string& place, Ring& outline, std::vector<Ring>& apertures) {
    constexpr double touch = 1e-6, crumb = 0.01; // mm, mm2
    auto free = [&](const Ring& hole) {          // of the edges, all of it
        return std::all_of(hole.begin(), hole.end(),
                           [&](const Vec2& p) {
                               return inside(outline, p) && toEdge(outline, p) >= touch;
                           }) &&
               std::all_of(outline.begin(), outline.end(), [&](const Vec2& p) {
                   return !inside(hole, p) && toEdge(hole, p) >= touch;
               });
    };
    bool whole = std::all_of(apertures.begin(), apertures.end(), free);
    for (size_t i = 0; i < apertures.size() && whole; ++i)
        for (size_t k = 0; k < apertures.size() && whole; ++k)
            if (i != k)
                for (const Vec2& p : apertures[i])
                    whole = whole && !inside(apertures[k], p) && toEdge(apertures[k], p) >= touch;
    if (whole && !edgesCross(outline, apertures))
        return {};
    std::vector<Ring> others(apertures.begin(), apertures.end() - 1);
    std::vector<Paper> left = without(outline, others, apertures.back());
    left.erase(std::remove_if(left.begin(), left.end(),
                              [](const Paper& p) { return areaOf(p.outline) < crumb; }),
               left.end());
    if (left.empty())
        return Problem{place, "nothing is left of the paper", "make the openings smaller"};
    if (left.size() > 1)
        return Problem{place, "they cut the paper into " + numberText(left.size()) + " pieces",
                       "leave paper that holds it together, or make it parts of their own"};
    outline = left[0].outline;
    apertures = left[0].apertures;
    return {};
}

Ring common(const Ring& ring, const Ring& other) {
    // Nearly every tab lies on its landing altogether.
    const bool whole =
        areaOf(ring) > 0 && isConvex(other) &&
        std::all_of(ring.begin(), ring.end(), [&](const Vec2& p) {
            for (size_t i = 0; i < other.size(); ++i)
                if (leftOf(other[(i + 1) % other.size()] - other[i]).dot(p - other[i]) < 0)
                    return false;
            return true;
        });
    if (whole)
        return ring;
    ClipperLib::Clipper clipper;
    clipper.AddPath(toClipper(ring), ClipperLib::ptSubject, true);
    clipper.AddPath(toClipper(other), ClipperLib::ptClip, true);
    ClipperLib::Paths solution;
    clipper.Execute(ClipperLib::ctIntersection, solution, ClipperLib::pftNonZero,
                    ClipperLib::pftNonZero);
    Ring best;
    for (auto& path : solution)
        if (Ring r = fromClipper(path); best.empty() || areaOf(r) > areaOf(best))
            best = r;
    for (Vec2& p : best)
        for (const Vec2& q : ring)
            if ((p - q).cwiseAbs().maxCoeff() < 2 / unitsPerMm)
                p = q;
    return best;
}

namespace {

std::vector<Ring> triangled(const Ring& outline, const std::vector<Ring>& apertures) {
    struct Depth {
        int value = -1; // how many edges of the paper lie between the triangle and the outside
    };
    using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
    using Vertex = CGAL::Triangulation_vertex_base_2<Kernel>;
    using FaceBase = CGAL::Constrained_triangulation_face_base_2<Kernel>;
    using Face = CGAL::Triangulation_face_base_with_info_2<Depth, Kernel, FaceBase>;
    using Data = CGAL::Triangulation_data_structure_2<Vertex, Face>;
    // Where edges cross, their point is computed inexactly: the tag for that keeps the rest exact.
    using Triangles =
        CGAL::Constrained_Delaunay_triangulation_2<Kernel, Data, CGAL::Exact_predicates_tag>;
    Triangles t;
    auto insert = [&](const Ring& ring) { // every corner is looked for from the one before
        std::vector<Triangles::Vertex_handle> corners;
        for (const Vec2& p : ring)
            corners.push_back(t.insert({p.x(), p.y()}, corners.empty() ? Triangles::Face_handle()
                                                                       : corners.back()->face()));
        for (size_t i = 0; i < corners.size(); ++i)
            if (auto next = corners[(i + 1) % corners.size()]; corners[i] != next)
                t.insert_constraint(corners[i], next);
    };
    insert(outline);
    for (const Ring& hole : apertures)
        insert(hole);
    if (t.dimension() < 2) // all corners on one line
        return {};
    // From the outside inward: every edge of the paper that is crossed changes paper to air.
    std::queue<Triangles::Face_handle> open;
    t.infinite_face()->info().value = 0;
    open.push(t.infinite_face());
    while (!open.empty()) {
        auto f = open.front();
        open.pop();
        for (int i = 0; i < 3; ++i) {
            auto n = f->neighbor(i);
            if (n->info().value >= 0)
                continue;
            n->info().value = f->info().value + (f->is_constrained(i) ? 1 : 0);
            open.push(n);
        }
    }
    // A breadth-first walk may reach a triangle by more crossings than needed, never by a number
    // of another parity.
    std::vector<Ring> out;
    for (auto f = t.finite_faces_begin(); f != t.finite_faces_end(); ++f)
        if (f->info().value % 2 == 1) {
            Ring ring;
            for (int i = 0; i < 3; ++i)
                ring.emplace_back(f->vertex(i)->point().x(), f->vertex(i)->point().y());
            out.push_back(ring);
        }
    return out;
}

// Cut up once: an edit leaves most shapes of a design as they are, and a proof assembles it a dozen
// times with a measure or two changed. All is forgotten when there is too much of it.
class CutUp {
  public:
    std::vector<Ring> of(const Ring& outline, const std::vector<Ring>& apertures) {
        size_t corners = outline.size();
        for (const Ring& hole : apertures)
            corners += hole.size();
        const std::uint64_t key = keyOf(outline, apertures);
        {
            const std::lock_guard lock(mutex_);
            if (const auto it = known_.find(key); it != known_.end() &&
                                                  it->second.outline == outline &&
                                                  it->second.apertures == apertures)
                return it->second.pieces;
        }
        Shape made{outline, apertures, triangled(outline, apertures)};
        std::vector<Ring> out = made.pieces;
        const std::lock_guard lock(mutex_);
        if (corners_ += corners; corners_ > most) {
            known_.clear();
            corners_ = corners;
        }
        known_[key] = std::move(made);
        return out;
    }

  private:
    struct Shape {
        Ring outline;
        std::vector<Ring> apertures, pieces;
    };
    static std::uint64_t keyOf(const Ring& outline, const std::vector<Ring>& apertures) {
        std::uint64_t h = 14695981039346656037u; // FNV-1a, by whole numbers
        const auto take = [&](double v) {
            std::uint64_t bits = 0;
            std::memcpy(&bits, &v, sizeof bits);
            h = (h ^ bits ^ (bits >> 32)) * 1099511628211u;
        };
        const auto ring = [&](const Ring& r) {
            take(static_cast<double>(r.size()));
            for (const Vec2& p : r) {
                take(p.x());
                take(p.y());
            }
        };
        ring(outline);
        for (const Ring& hole : apertures)
            ring(hole);
        return h;
    }

    static constexpr size_t most = 300'000; // corners: some 30 MB with their pieces
    std::mutex mutex_;
    std::unordered_map<std::uint64_t, Shape> known_;
    size_t corners_ = 0;
};

} // namespace

std::vector<Ring> convexPieces(const Ring& outline, const std::vector<Ring>& apertures) {
    if (apertures.empty() && isConvex(outline))
        return {outline};
    static CutUp cutUp;
    return cutUp.of(outline, apertures);
}

} // namespace hl::assembly
