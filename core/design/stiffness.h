// How hard folded paper springs.
#pragma once
#include "core/design/design.h"

namespace hl::design {

// The torque of a worked fold, N mm per radian for each mm of it. What its paper says; else E t^3 /
// (12 s), the bending of a strip of the paper as long as s. An assumption, for no maker measures
// it: E = 2500 N/mm2, between along and across the grain of card, and s = 50 mm, as a score and a
// bone folder leave it.
inline double foldTorque(const Stock& stock) {
    if (stock.stiffness > 0)
        return stock.stiffness;
    constexpr double modulus = 2500, softAs = 50; // N/mm2, mm
    const double t = stock.caliper.mm();
    return modulus * t * t * t / (12 * softAs);
}

} // namespace hl::design
