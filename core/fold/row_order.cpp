#include "core/fold/row_order.h"
#include "core/assembly/polygon.h"
#include "core/fold/linkage.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>
#include <numeric>

namespace hl::fold {
namespace {

constexpr size_t mostInEveryOrder = 3;
constexpr double deep = 0.5;     // mm: less is no way through
constexpr double laidOpen = 180; // degrees between two pages

// Whether an edge of the one sheet goes through the paper of the other.
bool pierces(const Panel& one, const Rigid& at, const Panel& other, const Rigid& there) {
    const Rigid in = there.inverse() * at;
    for (size_t i = 0; i < one.outline.size(); ++i) {
        const Vec3 p = in.at(one.outline[i]), q = in.at(one.outline[(i + 1) % one.outline.size()]);
        if (std::min(p.z(), q.z()) < -deep && std::max(p.z(), q.z()) > deep &&
            onPaper(other.outline, other.apertures,
                    (p + (q - p) * (p.z() / (p.z() - q.z()))).head<2>()))
            return true;
    }
    return false;
}

// The pages that only driven folds and glue part from the root, and which of them hang together.
class Pages {
  public:
    explicit Pages(const Linkage& k) {
        std::vector<bool> known(k.bodies);
        known[static_cast<size_t>(k.root)] = true;
        for (const TreeStep& s : k.tree)
            known[static_cast<size_t>(s.panel)] =
                s.parent >= 0 && known[static_cast<size_t>(s.parent)] &&
                (s.joint < 0 || k.joints[static_cast<size_t>(s.joint)].driven);
        for (size_t i = 0; i < k.assembly->panels.size(); ++i)
            if (known[i] && k.assembly->panels[i].role == Role::Page)
                pages_.push_back(i);
    }
    // What lies flat on a page and reaches over one of its folds is met where that fold moves.
    bool meet(const Assembly& a) const {
        const Linkage k = linkageOf(a);
        const auto& panels = a.panels;
        std::vector<double> values(k.joints.size());
        std::vector<Rigid> placed;
        for (const double at : k.course.samples()) {
            k.course.drive(at, values);
            fillTied(k, values);
            placePanels(k, values, placed);
            for (const size_t one : pages_)
                for (const size_t other : pages_)
                    if (one != other && !hinged(k, one, other) &&
                        pierces(panels[one], placed[one], panels[other], placed[other]))
                        return true;
        }
        return false;
    }

  private:
    static bool hinged(const Linkage& k, size_t a, size_t b) {
        return std::any_of(k.assembly->creases.begin(), k.assembly->creases.end(), [&](auto& c) {
            const std::pair one{size_t(c.left), size_t(c.right)};
            return one == std::pair{a, b} || one == std::pair{b, a};
        });
    }

    std::vector<size_t> pages_;
};

// One stage after the other in a given order, then all together to where they are displayed.
std::vector<Stage> inTurn(const std::vector<Stage>& all, const std::vector<size_t>& order,
                          const std::vector<double>& shown) {
    std::vector<Stage> out;
    for (const size_t i : order) {
        out.push_back(all[i]);
        out.back().together = false;
    }
    const size_t turns = out.size();
    for (size_t i = 0; i < all.size(); ++i)
        if (shown[i] != all[i].to) {
            out.push_back(all[i]);
            out.back().from = all[i].to;
            out.back().to = shown[i];
            out.back().together = out.size() > turns + 1;
        }
    return out;
}

} // namespace

namespace {

// What the hand moves; what rises by itself does so after all of it, in whatever order.
Assembly pagesInOrder(const Design& design, Assembly a) {
    if (!design.motion.empty() || !formOf(design).row || a.motion.size() < 2 ||
        std::any_of(a.motion.begin(), a.motion.end(),
                    [](const Stage& s) { return s.drive.empty(); }) ||
        a.crease("card.spine") < 0)
        return a;
    const Linkage k = linkageOf(a);
    const Pages pages(k);
    if (!pages.meet(a))
        return a;
    std::vector<double> shown, open;
    for (const Course::Leg& leg : k.course.legs()) {
        shown.push_back(leg.shown(std::clamp(a.display.at, leg.begin, leg.end)));
        open.push_back(leg.shownTo);
    }
    std::vector<size_t> order(a.motion.size());
    std::iota(order.begin(), order.end(), size_t{0});
    std::vector<std::vector<size_t>> orders;
    do
        orders.push_back(order);
    while (order.size() <= mostInEveryOrder && std::next_permutation(order.begin(), order.end()));
    if (order.size() > mostInEveryOrder)
        orders.emplace_back(order.rbegin(), order.rend());
    // Each as far as it is displayed; or first to where it lies flat, to let others by.
    std::vector<Stage> wide = a.motion;
    for (Stage& s : wide)
        s.to = std::max(s.to, laidOpen);
    // Where nothing can be displayed as it was meant to be, it lies open.
    for (const auto& [stages, displayed] :
         {std::pair{a.motion, shown}, {wide, shown}, {a.motion, open}})
        for (const auto& one : orders) {
            Assembly next = a;
            next.motion = inTurn(stages, one, displayed);
            if (pages.meet(next))
                continue;
            next.display.at = linkageOf(next).course.end();
            if (displayed != shown)
                next.display.words = "stands where its motion ends";
            return next;
        }
    return a;
}

} // namespace

Assembly inRowOrder(const Design& design, Assembly a) {
    const auto byHand = [](const Stage& s) { return !s.springs; };
    const auto from = std::stable_partition(a.motion.begin(), a.motion.end(), byHand);
    const std::vector<Stage> rises(from, a.motion.end());
    if (rises.empty() || from == a.motion.begin())
        return rises.empty() ? pagesInOrder(design, std::move(a)) : a;
    a.motion.erase(from, a.motion.end());
    Assembly out = pagesInOrder(design, std::move(a));
    out.motion.insert(out.motion.end(), rises.begin(), rises.end());
    out.display.at = linkageOf(out).course.end();
    return out;
}

} // namespace hl::fold
