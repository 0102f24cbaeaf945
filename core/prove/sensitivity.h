// Sensitivity: what a small error in one measure does to the fit. Every measure is held where it
// is, also those that follow from others, because a score is made where it is made: if one is
// off, no other makes up for it.
#pragma once
#include "core/design/design.h"
#include <atomic>
#include <functional>

namespace hl::proving {

struct Sensitivity {
    std::string structure, parameter;
    Quantity quantity = Quantity::Length;
    double rate = 0;    // mm of misfit per mm, or per degree, of error; the worse of both ways
    double opening = 0; // degrees, where it is worst
    std::string tab;    // the panel that then misses
};

// One for every measure of every structure, the most sensitive first. The rate is taken from a
// small error (0.05 mm, 0.05 degrees) both ways over the whole motion: misfit has a corner at
// zero, so it has no derivative there, only a slope on either side.
Result<std::vector<Sensitivity>> sensitivities(const Design& design,
                                               const std::atomic<bool>* cancel = nullptr,
                                               const std::function<void(double)>& progress = {});

// The design with every measure of every structure set to the value it has now, so that none
// follows any more.
Result<Design> heldDesign(const Design& design);

// "A score 0.5 mm off at the left wall of box1 moves its right tab by 0.5 mm."
std::string say(const Sensitivity& s);

} // namespace hl::proving
