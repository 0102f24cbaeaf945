// The evidence: what several rules look at, gathered once for a case.
#pragma once
#include "core/fold/case.h"
#include "core/prove/closed_card.h"
#include "core/prove/film.h"
#include "core/prove/layers.h"

namespace hl::proving {

struct Evidence {
    const Case& c;
    Film film;
    std::vector<FlatState> flats; // in the order of the motion
    ClosedCard closed;

    Evidence(const Case& c, const Stop& stop)
        : c(c), film(c, 0.05, stop), flats(flatStates(c, stop)), closed(closedCard(c, flats)) {
        if (closed.flat || stop)
            return;
        up_ = foldedUp(c, stop);
        if (!stop) {
            upFlats_ = flatStates(*up_, stop);
            closed = closedCard(*up_, upFlats_);
        }
    }
    Evidence(const Evidence&) = delete; // `closed` refers to the flat states
    Evidence& operator=(const Evidence&) = delete;

  private:
    std::shared_ptr<const Case> up_; // where the motion does not begin with the closed card
    std::vector<FlatState> upFlats_;
};

} // namespace hl::proving
