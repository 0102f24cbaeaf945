// A value searched for: how far one goes before something is found about the design, and what.
#pragma once
#include "core/design/design.h"
#include "core/prove/evidence.h"
#include "core/workshop/workshop.h"
#include <atomic>
#include <functional>

namespace hl::proving {

class Trials {
  public:
    Trials(const Design& design, const Workshop& workshop, const std::atomic<bool>* cancel,
           const std::function<void(double)>& progress)
        : held_(design), workshop_(workshop), stop_{cancel}, progress_(progress) {}

  protected:
    // What a trial comes to: nothing, or what is in the way.
    struct Trial {
        bool holds = false;
        std::string why;
    };
    // Both of a value in nanometres or nanodegrees.
    using Try = std::function<Trial(std::int64_t)>;
    using Put = std::function<Design(std::int64_t)>;
    // Where a search ended: the last value that holds, and the first one that does not.
    struct Edge {
        bool found = false;
        std::int64_t value = 0, refused = 0;
        std::string why;
    };

    // Whether one rule finds more than a note about something that belongs to `about` (anything
    // when that is empty).
    bool finds(const char* rule, const Design& design, const std::vector<std::string>& about) const;
    // Whether nothing is wrong with what belongs to `about` (everything when it is empty).
    Trial look(const Design& design, const std::vector<std::string>& about) const;
    // A structure and all that stands on it, which goes where it goes.
    std::vector<std::string> withStanding(const std::string& id) const;
    // Goes from `from` toward `to`. When `from` holds: as far as everything holds; otherwise to the
    // first value that does.
    Edge along(std::int64_t from, std::int64_t to, std::int64_t grain, const Try& attempt) const;
    // The mark of the ruler next to a value, on the side that holds.
    Measure onRuler(const Measure& measure, bool down) const;
    // As the maker reads it, rounded to the side that still holds.
    enum class To { Less, More };
    std::string say(const Measure& measure, To side) const;
    // The same, but a mark of the ruler where rounding to that would be found fault with.
    std::string say(const Measure& measure, To side, const Put& with) const;

    const Design held_;
    const Workshop& workshop_;
    Stop stop_;
    const std::function<void(double)>& progress_;
    std::string rule_;  // the one that is asked for; empty: all
    bool weak_ = false; // the paper is found too weak as it is
};

} // namespace hl::proving
