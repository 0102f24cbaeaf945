// The view: which panel is nearest to a viewer, over a raster of rays.
#pragma once
#include "core/fold/case.h"
#include "core/prove/solids.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {

// Rays against the direction of view, from far away; `panels` is where every panel is.
class View {
  public:
    View(const Case& c, const std::vector<Rigid>& panels, const Vec3& toViewer, const Vec3& up)
        : z_(toViewer), y_(up), x_(up.cross(toViewer)) {
        for (size_t i = 0; i < panels.size(); ++i)
            for (const Vec2& p : c.assembly.panels[i].outline)
                if (!c.linkage.loose[i])
                    take(panels[i].at(p));
        const Vec2 size = high_ - low_;
        cell_ = std::max(0.5, std::max(size.x(), size.y()) / 120);
        columns_ = static_cast<int>(size.x() / cell_) + 1;
        rows_ = static_cast<int>(size.y() / cell_) + 1;
        const size_t n = static_cast<size_t>(columns_) * rows_;
        depth_.assign(n, -1e300);
        nearest_.assign(n, -1);
    }

    // Calls `hit(cell, depth)` for every cell that the panel covers.
    template<class Hit> void cover(const Panel& panel, const Rigid& at, Hit hit) const {
        for (const Ring& piece : panel.pieces) {
            Ring flat;
            for (const Vec2& p : piece)
                flat.push_back(seen(at.at(p)));
            if (areaOf(flat) < 0)
                std::reverse(flat.begin(), flat.end());
            if (areaOf(flat) < 1e-3)
                continue; // edge on
            // depth = a + b x + c y over the plane
            const Vec3 n(at.turn.col(2).dot(x_), at.turn.col(2).dot(y_), at.turn.col(2).dot(z_));
            const double off = at.turn.col(2).dot(at.shift);
            if (std::fabs(n.z()) < 1e-6)
                continue;
            Vec2 l = flat[0], h = flat[0];
            for (const Vec2& p : flat) {
                l = l.cwiseMin(p);
                h = h.cwiseMax(p);
            }
            const int r0 = row(l.y()), r1 = row(h.y()), k0 = column(l.x()), k1 = column(h.x());
            for (int r = r0; r <= r1; ++r) {
                const double y = low_.y() + cell_ * (r + 0.5);
                double from = 1e300, to = -1e300;
                for (size_t i = 0; i < flat.size(); ++i) {
                    const Vec2 &p = flat[i], &q = flat[(i + 1) % flat.size()];
                    if ((p.y() < y) == (q.y() < y))
                        continue;
                    const double x = p.x() + (q.x() - p.x()) * (y - p.y()) / (q.y() - p.y());
                    from = std::min(from, x);
                    to = std::max(to, x);
                }
                for (int k = k0; k <= k1; ++k) {
                    const double x = low_.x() + cell_ * (k + 0.5);
                    if (x >= from && x <= to)
                        hit(static_cast<size_t>(r) * columns_ + k,
                            (off - n.x() * x - n.y() * y) / n.z());
                }
            }
        }
    }
    void draw(int panel, const Panel& p, const Rigid& at) {
        cover(p, at, [&](size_t cell, double depth) {
            if (depth > depth_[cell]) {
                depth_[cell] = depth;
                nearest_[cell] = panel;
            }
        });
    }
    int nearest(size_t cell) const { return nearest_[cell]; }
    double depth(size_t cell) const { return depth_[cell]; }

  private:
    Vec2 seen(const Vec3& p) const { return {x_.dot(p), y_.dot(p)}; }
    void take(const Vec3& p) {
        low_ = low_.cwiseMin(seen(p));
        high_ = high_.cwiseMax(seen(p));
    }
    int column(double x) const {
        return std::clamp(static_cast<int>((x - low_.x()) / cell_), 0, columns_ - 1);
    }
    int row(double y) const {
        return std::clamp(static_cast<int>((y - low_.y()) / cell_), 0, rows_ - 1);
    }
    Vec3 z_, y_, x_;
    Vec2 low_ = Vec2::Constant(1e300), high_ = Vec2::Constant(-1e300);
    double cell_ = 1;
    int columns_ = 0, rows_ = 0;
    std::vector<double> depth_;
    std::vector<int> nearest_;
};

} // namespace hl::proving
