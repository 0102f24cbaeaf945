// Random designs for property tests: one to six structures on random creases with random measures
// that leave them foldable. Whether they collide or stick out is left to chance.
#pragma once
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "tests/drawn.h"
#include "tests/scale.h"
#include <cstdlib>
#include <rapidcheck.h>
#include <string>

namespace hl::test {

inline Design randomDesign() {
    auto mm = [](int low, int high) {
        return *rc::gen::inRange(low * 100, high * 100 + 1) / 100.0;
    };
    auto text = [](double v) { return std::to_string(v) + " mm"; };
    Design d = *newDesign(Measure::fromMm(mm(90, 160)), Measure::fromMm(mm(90, 220)),
                          *rc::gen::element(SpineSide::Left, SpineSide::Top), Unit::Millimetre);
    // A third of them with something drawn: a cut-out in the pages, a platform, or a prism.
    const double length = d.card.spine == SpineSide::Left ? d.card.height.mm() : d.card.width.mm();
    const double reach = d.card.spine == SpineSide::Left ? d.card.width.mm() : d.card.height.mm();
    const int drawn = *rc::gen::inRange(0, 9);
    if (drawn == 0) {
        const double low = std::round(length * 0.15), high = std::round(length * 0.5);
        const double a = mm(10, 35), b = mm(10, 35);
        d.card.lines = {line("lower", LineKind::Slit, {at(-a, low), at(b, low)}),
                        line("upper", LineKind::Slit, {at(-a, high), at(b, high)}),
                        line("left", LineKind::Valley, {at(-a, low), at(-a, high)}),
                        line("tip", LineKind::Mountain, {at(b - a, low), at(b - a, high)}),
                        line("right", LineKind::Valley, {at(b, low), at(b, high)})};
        d.card.smooth = {{test::mm(low), test::mm(high)}};
    } else if (drawn == 1) {
        addPlatform(d, "drawn", {}, length * 0.2, reach * 0.3, mm(12, 30), length * 0.3);
    } else if (drawn == 2) {
        const double side = std::round(reach * 25) / 100;
        const bool outward = *rc::gen::arbitrary<bool>();
        addPrism(d, "drawn", {}, length * 0.3, side, mm(12, 30), 2.5 * side,
                 outward ? side + mm(2, 8) : side, outward);
    }
    const int count = *rc::gen::inRange(1, 7);
    for (int i = 0; i < count; ++i) {
        const Assembly a = *assemble(d);
        const Crease& host = a.creases[*rc::gen::inRange<size_t>(0, a.creases.size())];
        // What stands at the feet of a platform on springs can press it flat: no general design.
        if (drawn == 1 && host.id.rfind("drawn", 0) == 0 && host.id != "drawn.c2")
            continue;
        const std::string kind = *rc::gen::element<std::string>("box", "tent", "v-fold");
        std::map<std::string, std::string> set;
        const Host h = hostOf(a, a.crease(host.id));
        // Half of them where chance puts them, half where there is room.
        if (*rc::gen::arbitrary<bool>())
            set["place"] = text(h.length * *rc::gen::inRange(5, 60) / 100.0);
        if (kind == "v-fold") {
            const int alpha = *rc::gen::inRange(25, 71);
            const bool back = *rc::gen::arbitrary<bool>();
            set["alpha_left"] = std::to_string(back ? 180 - alpha : alpha);
            set["alpha_right"] =
                std::to_string((back ? 180 - alpha : alpha) + *rc::gen::inRange(-6, 7));
            set["beta_left"] = std::to_string(alpha + *rc::gen::inRange(12, 30));
        } else {
            const double left = std::max(4.0, h.left.room * *rc::gen::inRange(20, 50) / 100.0);
            set["left"] = text(left);
            set["right"] = text(std::max(4.0, left * *rc::gen::inRange(70, 130) / 100.0));
            if (kind == "tent")
                set["left_wall"] = text(left * *rc::gen::inRange(130, 220) / 100.0);
        }
        auto added = addStructure(d, kind, host.id, set);
        if (added)
            d = added->first;
    }
    return d;
}

// Runs `count` cases, at the scale that is set, with a fixed seed unless RC_PARAMS says otherwise.
inline void fixRuns(int count) {
    const std::string runs =
        "max_success=" + std::to_string(scaled(count)) + " seed=20261123 max_size=40";
    ::setenv("RC_PARAMS", runs.c_str(), 0);
}

} // namespace hl::test
