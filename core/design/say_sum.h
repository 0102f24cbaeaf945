// What the clauses of a say-line said, and the line that they make together: panels from scores,
// folds to their scores, what does not add up.
#pragma once
#include "core/design/say_line.h"

namespace hl::design::saying {

struct Heard {
    // A score at a place of the blank.
    struct At {
        Measure at;
        SayScore score;
        bool said = false; // its fold
        bool both = false; // from either end
    };

    SayLine line;
    std::vector<Measure> blank; // none, or its length and height
    std::vector<At> at;
    std::vector<SayScore> folds; // letters that go to the scores in their order
    std::vector<bool> said;      // of the line's scores: whether they have their fold already
};

Result<SayLine> summed(Heard heard, Unit unit);

} // namespace hl::design::saying
