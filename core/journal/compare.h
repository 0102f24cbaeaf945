// What became of a design: the changes between two versions of it, in sentences.
#pragma once
#include "core/design/design.h"

namespace hl::journal {

struct Change {
    std::string of;                // the id of what changed
    std::string what;              // "left", "say", "is new", "is gone"
    std::string was, is, sentence; // "The left of Box is 1 7/8 in, was 1 3/4 in."
};
// In the order of the card, its papers, structures, parts, joins. Lengths in the later one's unit.
std::vector<Change> changes(const Design& was, const Design& is);

} // namespace hl::journal
