// Questions as words.
#include "core/prove/prove.h"
#include "core/prove/solve.h"
#include <algorithm>

namespace hl::proving {

Result<Question> questionOf(const std::vector<std::string>& words) {
    struct Form {
        const char* word;
        Ask ask;
        size_t count;
        const char* how;
    };
    static const Form forms[] = {
        {"most", Ask::Most, 3, "most STRUCTURE MEASURE"},
        {"least", Ask::Least, 3, "least STRUCTURE MEASURE"},
        {"topper", Ask::Topper, 2, "topper STRUCTURE"},
        {"closest", Ask::Closest, 3, "closest STRUCTURE OTHER"},
        {"card", Ask::Card, 1, "card"},
        {"envelope", Ask::Envelope, 1, "envelope"},
        {"order", Ask::Order, 1, "order"},
        {"band", Ask::Band, 3, "band STRUCTURE RISE"},
        {"vanish", Ask::Vanish, 4, "vanish STRUCTURE MEASURE RULE"},
    };
    std::string known;
    for (const Form& f : forms) {
        known += (known.empty() ? "" : "; ") + std::string(f.how);
        if (words.empty() || words[0] != f.word)
            continue;
        if (words.size() != f.count)
            return Problem{"solve", "“" + words[0] + "” wants other words",
                           std::string("ask ") + f.how};
        Question q;
        q.ask = f.ask;
        if (f.count > 1)
            q.structure = words[1];
        if (f.ask == Ask::Closest) {
            q.other = words[2];
        } else if (f.ask == Ask::Band) {
            auto rise = parseLength(words[2], Unit::Millimetre);
            if (!rise)
                return rise.problem();
            q.rise = rise->measure;
        } else if (f.count > 2) {
            q.measure = words[2];
        }
        if (f.ask == Ask::Vanish) {
            q.rule = words[3];
            if (std::none_of(rules().begin(), rules().end(),
                             [&](const Rule& r) { return q.rule == r.id; }))
                return Problem{"solve", "there is no rule “" + q.rule + "”",
                               "see the rules in check --json"};
        }
        return q;
    }
    return Problem{"solve",
                   words.empty() ? "nothing is asked" : "“" + words[0] + "” is no question",
                   "ask one of: " + known};
}

} // namespace hl::proving
