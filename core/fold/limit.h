// The limit: how far what the hand moves can be moved, where nobody said.
#pragma once
#include "core/fold/motion.h"

namespace hl::fold {

// Ends the assumed stages of an assembly where their chains are taut, to a ten thousandth of a
// degree, and those that spring where folds and bands are at rest; displays the card no further
// than that. Says false, leaving it as it was, where they end nowhere before.
bool endAtTaut(Assembly& assembly, const Linkage& linkage, const Motion& motion);
// The same with a motion of its own.
Assembly withFoundStages(Assembly assembly, const std::atomic<bool>* cancel = nullptr);
// The same from one that differs in its measures alone, for which they, and the order of its row,
// were found.
Assembly withStagesOf(Assembly assembly, const Assembly& like);

// Where the last stage ends because a chain is taut, a few degrees further nothing closes: the loop
// that stops it. Else -1.
int tautAtEnd(const Linkage& linkage, const Motion& motion);

} // namespace hl::fold
