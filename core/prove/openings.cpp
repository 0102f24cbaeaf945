#include "core/prove/openings.h"
#include "core/prove/slits.h"
#include <algorithm>

namespace hl::proving {
namespace {

class Windows {
  public:
    Windows(const Evidence& e, const Stop& stop) : c_(e.c), film_(e.film), stop_(stop) {}

    std::vector<Near> run() {
        const auto& panels = c_.assembly.panels;
        const std::vector<bool> gives = givesWay(c_);
        for (size_t w = 0; w < panels.size(); ++w)
            for (size_t p = 0; p < panels.size() && !panels[w].apertures.empty() && !stop_; ++p)
                if (p != w && panels[w].rides < 0 && panels[p].rides < 0 && !gives[w] &&
                    !gives[p] && !hangTogether(int(w), int(p)))
                    look(int(w), int(p));
        return std::move(out_);
    }

  private:
    bool hangTogether(int a, int b) const {
        auto same = [&](int x, int y) { return (x == a && y == b) || (x == b && y == a); };
        return std::any_of(c_.assembly.creases.begin(), c_.assembly.creases.end(),
                           [&](const Crease& k) { return same(k.left, k.right); }) ||
               std::any_of(c_.assembly.joins.begin(), c_.assembly.joins.end(),
                           [&](const Join& j) { return same(j.tab, j.landing); });
    }

    void look(int window, int through) {
        const double least = std::clamp(caliperOf(c_, window) + caliperOf(c_, through), 0.5, 2.0);
        Near n{through, window, 1e300, -1e300, 0, 1e300, {}};
        for (int f = 0; f < film_.frames() && !stop_; ++f) {
            if (film_.flat(f) || film_.binds(f, window) || film_.binds(f, through))
                continue;
            const Rigid there =
                film_.pose(f).panels[window].inverse() * film_.pose(f).panels[through];
            for (const Ring& piece : c_.assembly.panels[through].pieces)
                cut(piece, there, window, f, least, n);
        }
        if (n.from <= n.to)
            out_.push_back(n);
    }

    static constexpr double meets = 0.05; // mm
    // How far a place in an opening is from its rim, mm; 0 outside of it.
    static double roomIn(const Ring& ring, const Vec2& p) {
        double room = onPaper(ring, {}, p) ? 1e300 : 0;
        for (size_t i = 0; i < ring.size() && room > 0; ++i)
            room = std::min(room, segmentDistance(p, ring[i], ring[(i + 1) % ring.size()]));
        return room;
    }

    void cut(const Ring& piece, const Rigid& there, int window, int f, double least, Near& n) {
        constexpr double clear = 0.5; // mm that it reaches on both sides of the opening
        std::vector<Vec2> ends;
        double up = 0, down = 0;
        for (size_t i = 0; i < piece.size(); ++i) {
            const Vec3 p = there.at(piece[i]), q = there.at(piece[(i + 1) % piece.size()]);
            up = std::max(up, p.z());
            down = std::max(down, -p.z());
            if ((p.z() < 0) != (q.z() < 0))
                ends.push_back((p + (q - p) * (p.z() / (p.z() - q.z()))).head<2>());
        }
        if (ends.size() != 2 || up < clear || down < clear)
            return;
        const Vec2 middle = (ends[0] + ends[1]) / 2;
        for (const Ring& hole : c_.assembly.panels[window].apertures) {
            Ring ring = hole;
            if (areaOf(ring) < 0)
                std::reverse(ring.begin(), ring.end());
            if (roomIn(ring, middle) < meets) // it touches the rim, or is outside
                continue;
            for (const Vec2& end : ends) {
                const double room = roomIn(ring, end);
                if (room >= least)
                    continue;
                n.from = std::min(n.from, film_.opening(f));
                n.to = std::max(n.to, film_.opening(f));
                if (room < n.distance) {
                    n.distance = room;
                    n.at = film_.opening(f);
                    n.where = film_.pose(f).panels[window].at(end);
                }
            }
        }
    }

    const Case& c_;
    const Film& film_;
    const Stop& stop_;
    std::vector<Near> out_;
};

} // namespace

std::vector<Near> tightOpenings(const Evidence& e, const Stop& stop) {
    return Windows(e, stop).run();
}

} // namespace hl::proving
