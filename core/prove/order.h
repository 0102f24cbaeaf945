// Order: in which order the hand opens a card so that nothing meets anything on the way. Folds that
// hang free do not follow from the spine: a board that is turned in behind a page and let down to
// stand before it needs the page lifted first, further than it is shown, and put down last.
#pragma once
#include "core/assembly/assembly.h"
#include "core/design/design.h"
#include <functional>
#include <optional>
#include <vector>

namespace hl::proving {

// What the hand has to move between the closed and the displayed card.
struct Moves {
    std::vector<Stage> card; // the card's own course, to where it is displayed
    // The free folds of the sheets that stand on it: from folded, as their mountain or valley says,
    // to where they rest.
    std::vector<Stage> free;
};

// Of a design that has no motion told; nothing of one that cannot be assembled.
Moves movesOf(const Design& design);

// The ways to make these moves that are worth trying, the simplest first: all together; the card
// before or after the free folds, these together or one after another in every order (of more than
// three: in their order and back); the card lifted further first and put down last.
std::vector<std::vector<Stage>> ordersOf(const Moves& moves);

// The first of them with which `holds`; empty where no fold hangs free and it does without a motion
// told; nothing when none does. A fold that hangs free gives way to whatever it meets until it is
// driven, so that only an order tells. `progress` is told parts from 0 to 1.
std::optional<std::vector<Stage>> orderThatHolds(const Design& design,
                                                 const std::function<bool(const Design&)>& holds,
                                                 const std::function<void(double)>& progress);

// The design with the hand's motion told, displayed where that ends.
Design moved(const Design& design, const std::vector<Stage>& stages);

} // namespace hl::proving
