// Overhang: by how much the closed parts stick out past the closed card. The closed card is a
// rectangle in the plane x = 0, the spine at its edge z = 0; a rectangle and a panel are convex,
// so the farthest point of the panel is one of its corners.
#include "core/prove/saying.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double unseen = 0.05, forgiven = 0.5; // mm

struct Edges {
    double start, end, open, spine; // how far past each edge
    double most() const {
        return std::hypot(std::max({start, end, 0.0}), std::max({open, spine, 0.0}));
    }
    std::string say(bool topFold) const {
        const double worst = std::max({start, end, open, spine});
        if (worst == open)
            return topFold ? "bottom edge" : "edge opposite the spine";
        if (worst == spine)
            return "spine";
        if (topFold)
            return worst == start ? "left edge" : "right edge";
        return worst == start ? "bottom edge" : "top edge";
    }
};

} // namespace

void overhang(const Case& c, std::vector<Finding>& out) {
    if (c.poses.empty())
        return;
    const Pose& closed = c.poses.front();
    const bool topFold = c.design.card.spine == SpineSide::Top;
    const double w = c.design.card.width.mm(), h = c.design.card.height.mm();
    const double reach = topFold ? h : w, length = topFold ? w : h;
    for (const Part& part : c.assembly.parts) {
        if (c.linkage.loose[part.panels.front()])
            continue; // it lies beside the card
        Edges worst{0, 0, 0, 0};
        std::vector<int> out_;
        int farthest = -1;
        for (int i : part.panels) {
            double most = 0;
            for (const Vec2& corner : c.assembly.panels[i].outline) {
                const Vec3 p = closed.panels[i].at(corner);
                const Edges e{-p.y(), p.y() - length, p.z() - reach, -p.z()};
                most = std::max(most, e.most());
                if (e.most() > worst.most()) {
                    worst = e;
                    farthest = i;
                }
            }
            if (most > unseen)
                out_.push_back(i);
        }
        const double amount = worst.most();
        if (amount <= unseen || farthest < 0)
            continue;
        Finding f{"overhang", amount > forgiven ? Severity::Stop : Severity::Caution,
                  {},         {},
                  0,          0,
                  0,          amount,
                  {},         {},
                  {}};
        for (int i : out_)
            nameIn(f, c, i);
        f.message = "The " + sayPanel(c, farthest) + " sticks out past the " + worst.say(topFold) +
                    " of the closed card by " + sayAmount(c, amount) + ".";
        f.remedy = "Make it lower or shorter, or move it away from that edge.";
        out.push_back(f);
    }
}

} // namespace hl
