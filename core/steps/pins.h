// Pins: steps of the work in the maker's own order, as far as one does not need the other.
#pragma once
#include "core/design/design.h"
#include "core/measure/result.h"
#include "core/steps/step.h"

namespace hl::steps {

// The work with its steps so that every pin is kept and everything else stays where it was as far
// as it can. A pin that what is needed contradicts is left aside and told in `problems`; one whose
// step is not there (the design has changed) says nothing.
void keepPins(Work& work, const std::vector<PinSpec>& pins);

// Whether a step must come after another one, directly or through what lies between: the titles of
// the steps by which it does, from the later one back. Empty: it need not.
std::vector<std::string> chainOfNeeds(const Work& work, const std::string& step,
                                      const std::string& after);

// Pins one step before another; the pins that say the opposite go. Problems: no such steps; the
// first one needs the second, with the steps by which it does.
Result<Design> pinned(const Design& design, const Work& work, const std::string& before,
                      const std::string& after);
// Without any pin of a step.
Design unpinned(const Design& design, const std::string& step);

// Why a step stands where it stands: what it waits for, what waits for it, and whose pin it is.
std::string whyThere(const Work& work, const std::vector<PinSpec>& pins, const std::string& step);

} // namespace hl::steps
