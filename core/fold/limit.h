// The limit: how far what the hand moves can be moved, where nobody said.
#pragma once
#include "core/fold/motion.h"

namespace hl {

// The assembly with its assumed stages ending where their chains are taut, to a ten thousandth of a
// degree; as it was where they end nowhere before.
Assembly withFoundStages(Assembly assembly, const std::atomic<bool>* cancel = nullptr);
// The same from one that differs in its measures alone, for which they, and the order of its row,
// were found.
Assembly withStagesOf(Assembly assembly, const Assembly& like);

// Where the last stage ends because a chain is taut, a few degrees further nothing closes: the loop
// that stops it. Else -1.
int tautAtEnd(const Linkage& linkage, const Motion& motion);

} // namespace hl
