#include "core/prove/hull.h"
#include <Eigen/Eigenvalues>
#include <algorithm>
#include <cmath>
#include <cstdio>
#include <libqhull_r/libqhull_r.h>
#include <memory>

namespace hl::proving {
namespace {

constexpr double samePlane = 0.05; // mm

bool inOnePlane(const std::vector<Vec3>& points) {
    Vec3 mean = Vec3::Zero();
    for (const Vec3& p : points)
        mean += p / static_cast<double>(points.size());
    Mat3 spread = Mat3::Zero();
    for (const Vec3& p : points)
        spread += (p - mean) * (p - mean).transpose();
    const Eigen::SelfAdjointEigenSolver<Mat3> axes(spread);
    const Vec3 thin = axes.eigenvectors().col(0);
    double most = 0;
    for (const Vec3& p : points)
        most = std::max(most, std::fabs(thin.dot(p - mean)));
    return most < samePlane;
}

// One hull of qhull's, in as many dimensions as its points have. What it says against its points
// goes nowhere: a hull that cannot be made has no facets.
template<int N> class Qhull {
  public:
    using Point = Eigen::Matrix<double, N, 1>;
    explicit Qhull(const std::vector<Point>& points) : said_(std::fopen("/dev/null", "w")) {
        if (!said_)
            return;
        for (const Point& p : points)
            coordinates_.insert(coordinates_.end(), p.data(), p.data() + N);
        qh_zero(&hull_, said_.get());
        char options[] = "qhull Pp C-1e-3"; // what a micrometre parts is one facet
        made_ = qh_new_qhull(&hull_, N, static_cast<int>(points.size()), coordinates_.data(), 0,
                             options, nullptr, said_.get()) == 0;
    }
    ~Qhull() {
        if (!said_)
            return;
        qh_freeqhull(&hull_, !qh_ALL);
        int kept = 0, all = 0;
        qh_memfreeshort(&hull_, &kept, &all);
    }
    Qhull(const Qhull&) = delete;
    Qhull& operator=(const Qhull&) = delete;

    struct Plane {
        Point normal;              // outward, unit
        double offset = 0;         // normal . p of its points
        std::vector<Point> points; // the corners of its facet, in no order
    };
    std::vector<Plane> planes() const {
        std::vector<Plane> out;
        for (const facetT* f = made_ ? hull_.facet_list : nullptr; f && f->next; f = f->next) {
            Plane plane{Point(f->normal), -f->offset, {}};
            for (int i = 0; i < qh_setsize(const_cast<qhT*>(&hull_), f->vertices); ++i)
                plane.points.emplace_back(static_cast<vertexT*>(f->vertices->e[i].p)->point);
            out.push_back(std::move(plane));
        }
        return out;
    }
    // Which of the points are its corners.
    std::vector<size_t> corners() const {
        std::vector<size_t> out;
        for (const vertexT* v = made_ ? hull_.vertex_list : nullptr; v && v->next; v = v->next)
            out.push_back(static_cast<size_t>(v->point - coordinates_.data()) / N);
        return out;
    }

  private:
    struct Close {
        void operator()(std::FILE* f) const { std::fclose(f); }
    };
    std::unique_ptr<std::FILE, Close> said_;
    std::vector<double> coordinates_; // where the hull looks for its points
    qhT hull_{};
    bool made_ = false;
};

// The corners of the convex hull of points in a plane, counter-clockwise.
std::vector<Vec2> outlineOf(const std::vector<Vec2>& points) {
    std::vector<Vec2> ring;
    Vec2 middle = Vec2::Zero();
    for (size_t i : Qhull<2>(points).corners())
        middle += ring.emplace_back(points[i]);
    middle /= std::max(1.0, static_cast<double>(ring.size()));
    const auto around = [&](const Vec2& p) {
        return std::atan2(p.y() - middle.y(), p.x() - middle.x());
    };
    std::sort(ring.begin(), ring.end(),
              [&](const Vec2& a, const Vec2& b) { return around(a) < around(b); });
    return ring;
}

// How far points lie from the line through the two that are farthest apart, mm.
double facetWidth(const std::vector<Vec3>& points) {
    Vec3 from = Vec3::Zero(), along = Vec3::Zero();
    for (const Vec3& a : points)
        for (const Vec3& b : points)
            if ((b - a).norm() > along.norm())
                along = b - (from = a);
    double most = 0;
    for (const Vec3& p : points)
        most = std::max(most, (p - from).cross(along.stableNormalized()).norm());
    return most;
}

} // namespace

std::vector<Facet> hullOf(const std::vector<Vec3>& points) {
    std::vector<Facet> out;
    if (points.size() < 4 || inOnePlane(points))
        return out;
    auto planes = Qhull<3>(points).planes();
    // The widest first: what is narrow says little about its plane.
    std::sort(planes.begin(), planes.end(), [](const auto& a, const auto& b) {
        return facetWidth(a.points) > facetWidth(b.points);
    });
    for (const auto& [normal, offset, corners] : planes) {
        const bool known =
            std::any_of(out.begin(), out.end(), [&, &n = normal, &own = corners](const Facet& f) {
                return f.outward.dot(n) > 0 &&
                       std::all_of(own.begin(), own.end(), [&](const Vec3& p) {
                           return f.outward.dot(p) > f.offset - samePlane;
                       });
            });
        if (known)
            continue;
        Facet facet;
        facet.outward = normal;
        facet.offset = offset;
        const Vec3 x = normal.unitOrthogonal(), y = normal.cross(x), o = offset * normal;
        std::vector<Vec2> flat;
        for (const Vec3& p : points)
            if (normal.dot(p) > offset - samePlane)
                flat.emplace_back(x.dot(p), y.dot(p));
        for (const Vec2& p : flat.size() > 2 ? outlineOf(flat) : flat)
            facet.ring.push_back(o + x * p.x() + y * p.y());
        if (facet.ring.size() > 2)
            out.push_back(std::move(facet));
    }
    return out;
}

} // namespace hl::proving
