#include "corpus/brute.h"
#include "core/assemble/assemble.h"
#include <CGAL/Boolean_set_operations_2.h>
#include <CGAL/Exact_predicates_exact_constructions_kernel.h>
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Polygon_2.h>
#include <CGAL/convex_hull_2.h>
#include <CGAL/intersections.h>
#include <algorithm>
#include <cmath>
#include <optional>

namespace hl::corpus {
namespace {

using Exact = CGAL::Exact_predicates_exact_constructions_kernel;
using Quick = CGAL::Exact_predicates_inexact_constructions_kernel;

constexpr double degree = 3.14159265358979323846 / 180;

Exact::Point_3 exact(const Vec3& p) { return {p.x(), p.y(), p.z()}; }
Quick::Point_3 quick(const Vec3& p) { return {p.x(), p.y(), p.z()}; }

std::vector<Vec3> placed(const Ring& ring, const Rigid& at) {
    std::vector<Vec3> out;
    for (const Vec2& p : ring)
        out.push_back(at.at(p));
    return out;
}

// By how much two convex polygons pass through each other: none unless they share a stretch, exact,
// that is longer than a touch; then the least by which one reaches past the other's plane.
double depth(const std::vector<Vec3>& a, const std::vector<Vec3>& b) {
    const Vec3 na = (a[1] - a[0]).cross(a[2] - a[0]).normalized(),
               nb = (b[1] - b[0]).cross(b[2] - b[0]).normalized();
    auto reach = [](const std::vector<Vec3>& p, const Vec3& n, const Vec3& on) {
        double up = 0, down = 0;
        for (const Vec3& q : p) {
            up = std::max(up, n.dot(q - on));
            down = std::max(down, -n.dot(q - on));
        }
        return std::min(up, down);
    };
    const double most = std::min(reach(a, nb, b[0]), reach(b, na, a[0]));
    if (most < 1e-3)
        return 0;
    double shared = 0;
    for (size_t i = 1; i + 1 < a.size(); ++i)
        for (size_t k = 1; k + 1 < b.size(); ++k) {
            const Quick::Triangle_3 s(quick(a[0]), quick(a[i]), quick(a[i + 1])),
                t(quick(b[0]), quick(b[k]), quick(b[k + 1]));
            if (s.is_degenerate() || t.is_degenerate() || !CGAL::do_intersect(s, t))
                continue;
            const Exact::Triangle_3 x(exact(a[0]), exact(a[i]), exact(a[i + 1])),
                y(exact(b[0]), exact(b[k]), exact(b[k + 1]));
            const auto common = CGAL::intersection(x, y);
            if (!common)
                continue;
            if (auto* segment = boost::get<Exact::Segment_3>(&*common))
                shared += std::sqrt(CGAL::to_double(segment->squared_length()));
        }
    return shared > 0.3 ? most : 0;
}

double pointTriangle(const Vec3& p, const std::vector<Vec3>& b) {
    double least = 1e300;
    for (size_t k = 1; k + 1 < b.size(); ++k) {
        const Quick::Triangle_3 t(quick(b[0]), quick(b[k]), quick(b[k + 1]));
        if (!t.is_degenerate())
            least = std::min(least, std::sqrt(CGAL::squared_distance(quick(p), t)));
    }
    return least;
}

double apart(const std::vector<Vec3>& a, const std::vector<Vec3>& b) {
    double least = 1e300;
    for (size_t i = 0; i < a.size(); ++i) {
        least = std::min(least, pointTriangle(a[i], b));
        const Quick::Segment_3 s(quick(a[i]), quick(a[(i + 1) % a.size()]));
        for (size_t k = 0; k < b.size(); ++k)
            least = std::min(least,
                             std::sqrt(CGAL::squared_distance(
                                 s, Quick::Segment_3(quick(b[k]), quick(b[(k + 1) % b.size()])))));
    }
    for (const Vec3& p : b)
        least = std::min(least, pointTriangle(p, a));
    return least;
}

// Whether two parallel panels lie over one another.
bool lieOver(const Ring& a, const Ring& b, const Rigid& aInB) {
    CGAL::Polygon_2<Exact> p, q;
    for (const Vec2& x : a) {
        const Vec3 y = aInB.at(x);
        p.push_back({y.x(), y.y()});
    }
    for (const Vec2& x : b)
        q.push_back({x.x(), x.y()});
    for (auto* r : {&p, &q})
        if (r->orientation() == CGAL::CLOCKWISE)
            r->reverse_orientation();
    std::vector<CGAL::Polygon_with_holes_2<Exact>> shared;
    CGAL::intersection(p, q, std::back_inserter(shared));
    double area = 0;
    for (auto& s : shared)
        area += CGAL::to_double(s.outer_boundary().area());
    return area > 1;
}

CGAL::Polygon_2<Quick> flatOf(const Ring& ring, const Rigid& inRoot) {
    CGAL::Polygon_2<Quick> out;
    for (const Vec2& p : ring) {
        const Vec3 q = inRoot.at(p);
        out.push_back({q.x(), q.y()});
    }
    return out;
}

} // namespace

Brute::Brute(const Design& design, double step)
    : design_(design), assembly_(*assemble(design_)), linkage_(linkageOf(assembly_)),
      motion_(motionOf(linkage_)) {
    const double first = linkage_.course.begin(), last = linkage_.course.end();
    for (int n = 0; first + n * step <= last + 1e-9; ++n) {
        const double at = std::min(last, first + n * step);
        shots_.push_back({at, poseAt(linkage_, motion_, at).panels});
    }
}

std::map<std::pair<std::string, std::string>, Crossing> Brute::crossings() const {
    std::map<std::pair<std::string, std::string>, Crossing> out;
    const int n = static_cast<int>(assembly_.panels.size());
    std::vector<bool> joined(static_cast<size_t>(n) * n);
    for (const Join& j : assembly_.joins)
        joined[static_cast<size_t>(std::min(j.tab, j.landing)) * n + std::max(j.tab, j.landing)] =
            true;
    struct Side {
        int last = 0;
        bool changed = false;
        double up = 0, down = 0, opening = 0;
    };
    std::map<std::pair<int, int>, Side> sides;
    auto keep = [&](int i, int k, double depth, double opening) {
        std::string p = assembly_.parts[assembly_.panels[i].part].id,
                    q = assembly_.parts[assembly_.panels[k].part].id;
        if (q < p)
            std::swap(p, q);
        Crossing& c = out[{p, q}];
        if (depth > c.depth)
            c = {depth, opening};
    };
    for (const Shot& shot : shots_) {
        const bool flat = std::fabs(std::sin(shot.opening * degree)) < 1e-9; // everything touches
        std::vector<std::vector<std::vector<Vec3>>> pieces(n);
        for (int i = 0; i < n; ++i)
            for (const Ring& r : assembly_.panels[i].pieces)
                pieces[i].push_back(placed(r, shot.panels[i]));
        for (int i = 0; i < n; ++i)
            for (int k = i + 1; k < n; ++k) {
                if (joined[static_cast<size_t>(i) * n + k])
                    continue;
                double most = 0;
                for (auto& a : pieces[i])
                    for (auto& b : pieces[k])
                        if (!flat)
                            most = std::max(most, depth(a, b));
                if (most > 0)
                    keep(i, k, most, shot.opening);
                const Vec3 up = shot.panels[k].turn.col(2);
                if (up.cross(shot.panels[i].turn.col(2)).norm() > 1e-6)
                    continue;
                Side& side = sides[{i, k}];
                const double h = up.dot(shot.panels[i].shift - shot.panels[k].shift);
                const int now = h > 1e-6 ? 1 : h < -1e-6 ? -1 : 0;
                side.up = std::max(side.up, h);
                side.down = std::max(side.down, -h);
                if (!flat && now * side.last == -1 &&
                    lieOver(assembly_.panels[i].outline, assembly_.panels[k].outline,
                            shot.panels[k].inverse() * shot.panels[i])) {
                    side.changed = true;
                    side.opening = shot.opening;
                }
                if (now != 0)
                    side.last = now;
            }
    }
    for (auto& [pair, side] : sides)
        if (side.changed && std::min(side.up, side.down) > 1e-3)
            keep(pair.first, pair.second, std::min(side.up, side.down), side.opening);
    return out;
}

double Brute::landingsShared(const std::string& a, const std::string& b) const {
    double widest = 0;
    auto tab = [&](const Join& j) {
        CGAL::Polygon_2<Exact> out;
        for (const Vec2& p : assembly_.panels[j.tab].outline) {
            const Vec3 q = j.place.at(p);
            out.push_back({q.x(), q.y()});
        }
        if (out.orientation() == CGAL::CLOCKWISE)
            out.reverse_orientation();
        return out;
    };
    auto part = [&](const Join& j) { return assembly_.parts[assembly_.panels[j.tab].part].id; };
    for (const Join& x : assembly_.joins)
        for (const Join& y : assembly_.joins) {
            if (part(x) != a || part(y) != b || x.landing != y.landing)
                continue;
            std::vector<CGAL::Polygon_with_holes_2<Exact>> shared;
            CGAL::intersection(tab(x), tab(y), std::back_inserter(shared));
            for (auto& s : shared) {
                std::vector<Vec2> ring;
                for (auto& p : s.outer_boundary())
                    ring.emplace_back(CGAL::to_double(p.x()), CGAL::to_double(p.y()));
                double width = 1e300; // over all directions, a tenth of a degree apart
                for (int d = 0; d < 1800; ++d) {
                    const Vec2 n(std::cos(d * degree / 10), std::sin(d * degree / 10));
                    double low = 1e300, high = -1e300;
                    for (const Vec2& p : ring) {
                        low = std::min(low, n.dot(p));
                        high = std::max(high, n.dot(p));
                    }
                    width = std::min(width, high - low);
                }
                widest = std::max(widest, width);
            }
        }
    return widest;
}

std::map<std::string, double> Brute::overhangs() const {
    std::map<std::string, double> out;
    const bool top = design_.card.spine == SpineSide::Top;
    const double w = design_.card.width.mm(), h = design_.card.height.mm();
    for (size_t i = 0; i < assembly_.panels.size(); ++i) {
        const Panel& p = assembly_.panels[i];
        for (const Vec2& corner : p.outline) {
            // The closed card stands in the plane x = 0, its spine along y at z = 0.
            const Vec3 q = shots_.front().panels[i].at(corner);
            const double y = std::max({0.0, -q.y(), q.y() - (top ? w : h)}),
                         z = std::max({0.0, -q.z(), q.z() - (top ? h : w)});
            double& most = out[assembly_.parts[p.part].id];
            most = std::max(most, std::hypot(y, z));
        }
    }
    return out;
}

std::map<std::string, double> Brute::bulges() const {
    std::map<std::string, double> out;
    for (size_t i = 0; i < assembly_.panels.size(); ++i)
        for (const Vec2& corner : assembly_.panels[i].outline) {
            double& most = out[assembly_.parts[assembly_.panels[i].part].id];
            most = std::max(most, std::fabs(shots_.front().panels[i].at(corner).x()));
        }
    return out;
}

double Brute::openJoints() const {
    double most = 0;
    for (const Shot& shot : shots_) {
        for (const Crease& c : assembly_.creases)
            for (const Vec2& p : {c.from, c.to})
                most =
                    std::max(most, (shot.panels[c.left].at(p) - shot.panels[c.right].at(p)).norm());
        for (const Join& j : assembly_.joins)
            if (j.kind == JoinKind::Glue)
                for (const Vec2& p : assembly_.panels[j.tab].outline)
                    most = std::max(
                        most,
                        (shot.panels[j.tab].at(p) - shot.panels[j.landing] * j.place.at(p)).norm());
    }
    return most;
}

double Brute::distance(const std::string& a, const std::string& b, double away) const {
    double least = 1e300;
    for (const Shot& shot : shots_) {
        if (shot.opening < shots_.front().opening + away ||
            shot.opening > shots_.back().opening - away)
            continue;
        for (size_t i = 0; i < assembly_.panels.size(); ++i)
            for (size_t k = 0; k < assembly_.panels.size(); ++k)
                if (assembly_.parts[assembly_.panels[i].part].id == a &&
                    assembly_.parts[assembly_.panels[k].part].id == b)
                    for (const Ring& r : assembly_.panels[i].pieces)
                        for (const Ring& s : assembly_.panels[k].pieces)
                            least = std::min(
                                least, apart(placed(r, shot.panels[i]), placed(s, shot.panels[k])));
    }
    return least;
}

double Brute::away(const std::string& part, double opening, const Vec3& p) const {
    const auto panels = poseAt(linkage_, motion_, opening).panels;
    double least = 1e300;
    for (size_t i = 0; i < panels.size(); ++i)
        if (assembly_.parts[assembly_.panels[i].part].id == part)
            for (const Ring& r : assembly_.panels[i].pieces)
                least = std::min(least, pointTriangle(p, placed(r, panels[i])));
    return least;
}

double Brute::thickness(double adhesive) const {
    const auto& panels = shots_.front().panels;
    const Rigid back = panels[linkage_.root].inverse();
    struct Sheet {
        CGAL::Polygon_2<Quick> one, two; // a point counts where it lies in both
        double mm;
    };
    std::vector<Sheet> sheets;
    Vec2 low = Vec2::Constant(1e300), high = -low;
    for (size_t i = 0; i < assembly_.panels.size(); ++i) {
        const Rigid at = back * panels[i];
        const Stock* s = design_.stock(assembly_.parts[assembly_.panels[i].part].stock);
        const auto p = flatOf(assembly_.panels[i].outline, at);
        sheets.push_back({p, p, s->caliper.mm()});
        for (auto& q : p) {
            low = low.cwiseMin(Vec2(q.x(), q.y()));
            high = high.cwiseMax(Vec2(q.x(), q.y()));
        }
    }
    for (const Join& j : assembly_.joins) {
        if (j.kind != JoinKind::Glue)
            continue;
        const double foam = std::fabs(j.place.shift.z());
        std::vector<Ring> sticky = j.adhesive;
        if (sticky.empty())
            sticky = {assembly_.panels[j.tab].outline};
        for (const Ring& ring : sticky)
            sheets.push_back({flatOf(ring, back * panels[j.tab]),
                              flatOf(assembly_.panels[j.landing].outline, back * panels[j.landing]),
                              foam > 1e-9 ? foam : adhesive});
    }
    double most = 0;
    // An odd step, so that no edge on a round measure is met.
    const double step = 0.7317;
    for (double x = low.x() + 0.123; x < high.x(); x += step)
        for (double y = low.y() + 0.123; y < high.y(); y += step) {
            double sum = 0;
            for (const Sheet& s : sheets) {
                const Quick::Point_2 p(x, y);
                if (s.one.bounded_side(p) == CGAL::ON_BOUNDED_SIDE &&
                    s.two.bounded_side(p) == CGAL::ON_BOUNDED_SIDE)
                    sum += s.mm;
            }
            most = std::max(most, sum);
        }
    return most;
}

double Brute::mass() const {
    double grams = 0;
    for (const Panel& p : assembly_.panels) {
        double area = std::fabs(flatOf(p.outline, Rigid{}).area());
        for (const Ring& r : p.apertures)
            area -= std::fabs(flatOf(r, Rigid{}).area());
        grams += area * 1e-6 * design_.stock(assembly_.parts[p.part].stock)->weight;
    }
    return grams;
}

double Brute::tipping(const Vec3& down, double opening) const {
    const auto panels = poseAt(linkage_, motion_, opening).panels;
    Vec3 sum = Vec3::Zero();
    double mass = 0, ground = -1e300;
    std::vector<Vec3> all;
    for (size_t i = 0; i < panels.size(); ++i) {
        const Panel& p = assembly_.panels[i];
        const double weight = design_.stock(assembly_.parts[p.part].stock)->weight;
        for (const Ring& r : p.pieces)
            for (size_t k = 1; k + 1 < r.size(); ++k) {
                const std::vector<Vec3> t = placed({r[0], r[k], r[k + 1]}, panels[i]);
                const double m = weight * (t[1] - t[0]).cross(t[2] - t[0]).norm() / 2;
                sum += m * (t[0] + t[1] + t[2]) / 3;
                mass += m;
            }
        for (const Vec3& q : placed(p.outline, panels[i])) {
            all.push_back(q);
            ground = std::max(ground, down.dot(q));
        }
    }
    const Vec3 centre = sum / mass;
    const Vec3
        x = (std::fabs(down.x()) < 0.9 ? Vec3::UnitX() : Vec3::UnitY()).cross(down).normalized(),
        y = down.cross(x);
    std::vector<Quick::Point_2> feet, hull;
    for (const Vec3& q : all)
        if (down.dot(q) > ground - 0.02)
            feet.emplace_back(x.dot(q), y.dot(q));
    CGAL::convex_hull_2(feet.begin(), feet.end(), std::back_inserter(hull));
    const Vec2 c(x.dot(centre), y.dot(centre));
    double least = 1e300;
    for (size_t i = 0; i < hull.size(); ++i) {
        const Vec2 p(hull[i].x(), hull[i].y()),
            q(hull[(i + 1) % hull.size()].x(), hull[(i + 1) % hull.size()].y());
        least = std::min(least, leftOf((q - p).normalized()).dot(c - p));
    }
    return std::atan2(least, ground - down.dot(centre)) / degree;
}

} // namespace hl::corpus
