// Facts: what a maker wants to know of a card that is neither right nor wrong: how thick it is when
// closed, what it weighs, how it stands.
#pragma once
#include "core/prove/curves.h"
#include "core/prove/finding.h"

namespace hl::proving {

struct Fact {
    std::string id;   // "thickness"
    std::string text; // a sentence
    double amount = 0;
    In in = In::Millimetres;
};

// In the order in which a maker asks: closed size, thickness, mass, post, stance, heights and
// angles, what hides what, the smallest clearance displayed and over the motion, tolerance,
// rounding.
std::vector<Fact> factsOf(const Evidence& e, const Curves& curves, const Stop& stop = {});

} // namespace hl::proving
