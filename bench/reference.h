// The reference design of the benchmarks: one card, 122 panels in 30 loops, structures standing on
// structures four deep. Also rows of equal structures that do not touch one another.
#pragma once
#include "core/edit/edit.h"
#include <cstdio>
#include <cstdlib>
#include <map>

namespace hl::bench {

inline std::string add(Design& d, const char* kind, const std::string& on,
                       const std::map<std::string, std::string>& set) {
    auto added = addStructure(d, kind, on, set);
    if (!added) {
        std::fprintf(stderr, "%s\n", added.problem().text().c_str());
        std::exit(2);
    }
    d = added->first;
    return added->second;
}

inline std::string mm(double v) { return std::to_string(v) + " mm"; }

// Six groups along the spine. Each: a box, a box on its left foot, a tent on that box's left foot
// and a V-fold on the tent's tip (four deep), and a V-fold on the first box's right foot.
inline Design referenceDesign(int groups = 6) {
    const double pitch = groups > 10 ? 82 : 92; // mm; cards end at a metre
    Design d = *newDesign(Measure::fromMm(220), Measure::fromMm(8 + pitch * groups),
                          SpineSide::Left, Unit::Millimetre);
    for (int group = 0; group < groups; ++group) {
        const std::string base = add(d, "box", "card.spine",
                                     {{"place", mm((groups > 10 ? 4 : 12) + pitch * group)},
                                      {"width", mm(80)},
                                      {"left", mm(80)},
                                      {"right", mm(85)}});
        const std::string second =
            add(d, "box", base + ".left-foot",
                {{"place", mm(8)}, {"width", mm(60)}, {"left", mm(40)}, {"right", mm(38)}});
        const std::string third = add(d, "tent", second + ".left-foot",
                                      {{"place", mm(6)},
                                       {"width", mm(46)},
                                       {"left", mm(18)},
                                       {"right", mm(16)},
                                       {"left_wall", mm(30)}});
        add(d, "v-fold", third + ".left-foot",
            {{"place", mm(12)},
             {"alpha_left", "50"},
             {"beta_left", "80"},
             {"base_left", mm(14)},
             {"height", mm(16)}});
        add(d, "v-fold", base + ".right-foot",
            {{"place", mm(30)},
             {"alpha_left", "48"},
             {"alpha_right", "45"},
             {"beta_left", "85"},
             {"base_left", mm(30)},
             {"height", mm(28)}});
    }
    return d;
}

// `count` boxes on the spine, one after the other.
inline Design rowOf(int count) {
    Design d =
        *newDesign(Measure::fromMm(100), Measure::fromMm(1000), SpineSide::Left, Unit::Millimetre);
    for (int i = 0; i < count; ++i) {
        StructureSpec s;
        s.id = "box" + std::to_string(i + 1);
        s.kind = "box";
        s.set = {{"place", Measure::fromMm(2 + 990.0 * i / count)},
                 {"width", Measure::fromMm(800.0 / count)},
                 {"left", Measure::fromMm(20 + 0.1 * (i % 50))},
                 {"right", Measure::fromMm(25)}};
        d.structures.push_back(s);
    }
    return d;
}

} // namespace hl::bench
