// Further: how a row of pages goes on beyond where it is displayed, each fold to where it lies
// flat, which closes a ring to its other side.
#pragma once
#include "core/prove/prove.h"
#include <optional>

namespace hl::proving {

struct Further {
    bool flat = true;    // it goes on until every fold of it lies flat
    double to = 180;     // degrees of the first of its folds that goes on, where it ends
    std::string upTo;    // the same in words
    std::string because; // what ends it there, as a sentence; empty: nothing does
};

// Of a row some of whose folds are said to stand at an angle, and whose motion nobody said: the
// same card with these folds opened on together, folded and proven there. Nothing of any other
// card, and where it cannot go on at all.
std::optional<Further> openedFurther(const Case& c, const Stop& stop);

} // namespace hl::proving
