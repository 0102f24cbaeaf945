#include "core/prove/hull.h"
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Surface_mesh.h>
#include <CGAL/convex_hull_2.h>
#include <CGAL/convex_hull_3.h>
#include <Eigen/Eigenvalues>
#include <map>

namespace hl {
namespace {

using HullKernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using Point = HullKernel::Point_3;
using Mesh = CGAL::Surface_mesh<Point>;

constexpr double sameDirection = 2e-3, samePlane = 0.05; // radians, mm

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

} // namespace

std::vector<Facet> hullOf(const std::vector<Vec3>& points) {
    std::vector<Facet> out;
    if (points.size() < 4 || inOnePlane(points))
        return out;
    // On whole numbers of a thirty-second of a millimetre: determinants of such numbers are exact
    // in doubles, so that what lies in one plane is told without slow arithmetic. Planes and
    // corners are taken from the points themselves.
    std::map<Point, Vec3> given;
    for (const Vec3& p : points)
        given.emplace(Point(std::round(p.x() * 32), std::round(p.y() * 32), std::round(p.z() * 32)),
                      p);
    std::vector<Point> in;
    for (auto& [rounded, p] : given)
        in.push_back(rounded);
    Mesh mesh;
    CGAL::convex_hull_3(in.begin(), in.end(), mesh);
    for (auto f : mesh.faces()) {
        std::vector<Vec3> t;
        for (auto v : mesh.vertices_around_face(mesh.halfedge(f))) {
            t.push_back(given.at(mesh.point(v)));
        }
        Vec3 n = (t[1] - t[0]).cross(t[2] - t[0]);
        if (n.norm() < 1e-3)
            continue; // a sliver says nothing about its plane
        n.normalize();
        bool known = false;
        for (const Facet& g : out)
            known |= (g.outward - n).norm() < sameDirection &&
                     std::fabs(g.offset - n.dot(t[0])) < samePlane;
        if (known)
            continue;
        Facet facet;
        facet.outward = n;
        facet.offset = n.dot(t[0]);
        const Vec3 x = (t[1] - t[0]).normalized(), y = n.cross(x);
        std::vector<HullKernel::Point_2> flat, ring;
        for (const Vec3& p : points)
            if (n.dot(p) > facet.offset - samePlane)
                flat.emplace_back(x.dot(p - t[0]), y.dot(p - t[0]));
        CGAL::convex_hull_2(flat.begin(), flat.end(), std::back_inserter(ring));
        for (auto& p : ring)
            facet.ring.push_back(t[0] + x * p.x() + y * p.y());
        if (facet.ring.size() > 2)
            out.push_back(std::move(facet));
    }
    return out;
}

} // namespace hl
