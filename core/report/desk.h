// The desk: the closed card in its envelope, how thick it is, and the papers it is made of.
#pragma once
#include "core/picture/picture.h"
#include "core/prove/evidence.h"

namespace hl::report {

// `evidence` may be null: then nothing is said of the closed card's own size and thickness.
Picture deskOf(const Case& c, const Evidence* evidence, double width, double height);

} // namespace hl::report
