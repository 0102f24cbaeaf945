// Samples: every family on a 5 x 7 in card of its own, folded once in the background and kept.
#pragma once
#include "app/session/folded_later.h"
#include "core/structures/family.h"

namespace hl::app {

// Hands the sample of a family over as soon as it is folded, unless `receiver` is gone by then.
void sampleOf(const Family& family, QObject* receiver, std::function<void(PicturedPtr)> got);

} // namespace hl::app
