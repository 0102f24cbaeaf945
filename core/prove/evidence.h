// The evidence: what several rules look at, gathered once for a case.
#pragma once
#include "core/prove/case.h"
#include "core/prove/closed_card.h"
#include "core/prove/film.h"
#include "core/prove/layers.h"

namespace hl {

struct Evidence {
    const Case& c;
    Film film;
    std::vector<FlatState> flats; // in the order of the motion
    ClosedCard closed;

    Evidence(const Case& c, const Stop& stop)
        : c(c), film(c, 0.05, stop), flats(flatStates(c, stop)), closed(closedCard(c, flats)) {}
};

} // namespace hl
