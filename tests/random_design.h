// Random designs for property tests: one to six structures on random creases with random measures
// that leave them foldable. Whether they collide or stick out is left to chance.
#pragma once
#include "core/edit/edit.h"
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
    const int count = *rc::gen::inRange(1, 7);
    for (int i = 0; i < count; ++i) {
        const Assembly a = *assemble(d);
        const Crease& host = a.creases[*rc::gen::inRange<size_t>(0, a.creases.size())];
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

// Runs `count` cases with a fixed seed unless RC_PARAMS says otherwise.
inline void fixRuns(int count) {
    const std::string runs = "max_success=" + std::to_string(count) + " seed=20261123 max_size=40";
    ::setenv("RC_PARAMS", runs.c_str(), 0);
}

} // namespace hl::test
