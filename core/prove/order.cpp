#include "core/prove/order.h"
#include "core/assemble/assemble.h"
#include "core/fold/case.h"
#include <algorithm>
#include <cmath>
#include <numeric>

namespace hl::proving {
namespace {

constexpr double widest = 180;
constexpr double lifts[] = {30, 60, widest}; // degrees beyond where the card is displayed
constexpr size_t mostInEveryOrder = 3;
constexpr double least = .5; // degrees: less is no move

// One after the other, or the rest along with the first.
void add(std::vector<Stage>& to, std::vector<Stage> stages, bool together) {
    for (size_t i = 0; i < stages.size(); ++i) {
        stages[i].together = together && i > 0;
        to.push_back(stages[i]);
    }
}

} // namespace

Moves movesOf(const Design& design) {
    auto made = assemble(design);
    if (!made || made->motion.front().drive.empty())
        return {};
    const Case c(design, *made);
    Moves out;
    out.card = made->motion;
    if (Stage& first = out.card[0]; c.linkage.course.plain() && out.card.size() == 1)
        first.to = std::min(first.to, std::max(made->display.at, first.from + 1));
    for (int flap : c.linkage.flaps) {
        const Joint& joint = c.linkage.joints[static_cast<size_t>(flap)];
        const double shown = 180 - std::fabs(joint.rest) * 180 / pi;
        if (joint.join >= 0 || made->creases[static_cast<size_t>(flap)].bend || shown < least)
            continue;
        out.free.push_back({made->creases[static_cast<size_t>(flap)].id, 0, shown, true});
    }
    return out;
}

std::vector<std::vector<Stage>> ordersOf(const Moves& moves) {
    const auto &card = moves.card, &free = moves.free;
    std::vector<std::vector<Stage>> out;
    if (card.empty())
        return out;
    out.emplace_back();
    add(out.back(), card, true);
    add(out.back(), free, true);
    for (Stage& s : out.back())
        s.together = &s != out.back().data();
    if (free.empty())
        return out;
    struct Inner {
        std::vector<Stage> stages;
        bool together;
    };
    std::vector<Inner> inner{{free, true}};
    if (free.size() > mostInEveryOrder) {
        inner.push_back({free, false});
        inner.push_back({{free.rbegin(), free.rend()}, false});
    } else if (free.size() > 1) {
        std::vector<size_t> order(free.size());
        std::iota(order.begin(), order.end(), size_t{0});
        do {
            Inner one{{}, false};
            for (size_t i : order)
                one.stages.push_back(free[i]);
            inner.push_back(one);
        } while (std::next_permutation(order.begin(), order.end()));
    }
    for (const Inner& one : inner) {
        out.emplace_back();
        add(out.back(), card, true);
        add(out.back(), one.stages, one.together);
    }
    for (const Inner& one : inner) {
        out.emplace_back();
        add(out.back(), one.stages, one.together);
        add(out.back(), card, true);
    }
    const bool lifted = card.size() == 1 && card[0].from < card[0].to && card[0].to < widest;
    double before = -1;
    for (double lift : lifts)
        if (const double high = lifted ? std::min(widest, card[0].to + lift) : before;
            high > before) {
            before = high;
            for (const Inner& one : inner) {
                out.emplace_back();
                add(out.back(), {{card[0].drive, card[0].from, high, false}}, false);
                add(out.back(), one.stages, one.together);
                add(out.back(), {{card[0].drive, high, card[0].to, false}}, false);
            }
        }
    return out;
}

Design moved(const Design& design, const std::vector<Stage>& stages) {
    Design d = design;
    d.motion.clear();
    for (const Stage& s : stages)
        d.motion.push_back(
            {s.drive, Measure::fromDegrees(s.from), Measure::fromDegrees(s.to), s.together});
    return d;
}

std::optional<std::vector<Stage>> orderThatHolds(const Design& design,
                                                 const std::function<bool(const Design&)>& holds,
                                                 const std::function<void(double)>& progress) {
    Design bare = design;
    bare.motion.clear();
    const Moves moves = movesOf(bare);
    if (moves.free.empty()) // what meets does so however the card is opened
        return holds(bare) ? std::optional(std::vector<Stage>{}) : std::nullopt;
    const auto orders = ordersOf(moves);
    for (size_t i = 0; i < orders.size(); ++i) {
        if (progress)
            progress(static_cast<double>(i) / static_cast<double>(orders.size()));
        if (holds(moved(bare, orders[i])))
            return orders[i];
    }
    return {};
}

} // namespace hl::proving
