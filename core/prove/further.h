// Further: how a row of pages goes on beyond the angle at which it is displayed.
#pragma once
#include "core/prove/prove.h"
#include <optional>

namespace hl {

struct Further {
    double to = 180;     // degrees of its folds, up to which it opens freely
    std::string because; // what ends it there, as a sentence; empty: it is laid open flat
};

// Of a row whose said folds all stand at one angle on display, and whose motion nobody said: the
// same card opened on to where it is flat, folded and proven there. Nothing of any other card, and
// where it cannot go on at all.
std::optional<Further> openedFurther(const Case& c, const Stop& stop);

} // namespace hl
