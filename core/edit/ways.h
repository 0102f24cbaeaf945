// Ways to fold: where folds may go either way, every way in which the card closes.
#pragma once
#include "core/fold/case.h"
#include <memory>
#include <vector>

namespace hl::edit {

// One way: the design with its folds told, the words for them, and the card folded so.
struct Way {
    std::string words; // "third fold of Lining valley, fourth fold of Lining mountain"
    Design design;
    std::shared_ptr<const Case> folded;
    int stops = 0; // findings that keep it from working
};

// Those that close, the ones that work first; ways that come to the same pose are one. A problem
// where no fold is left open, where there are too many, or where none closes.
Result<std::vector<Way>> waysToFold(const Design& design, const Workshop& workshop = {},
                                    const std::atomic<bool>* cancel = nullptr);

} // namespace hl::edit
