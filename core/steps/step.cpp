#include "core/steps/step.h"
#include <algorithm>

namespace hl::steps {

const char* doName(Do what) {
    static const char* const names[] = {"cut",   "score",  "fold", "snip", "mat",   "glue",
                                        "close", "insert", "tape", "wait", "check", "figure"};
    return names[static_cast<size_t>(what)];
}

const char* reachName(Reach r) {
    static const char* const names[] = {"none", "flat", "collapsed", "closing", "hand"};
    return names[static_cast<size_t>(r)];
}

const std::vector<AdhesiveKind>& adhesiveKinds() {
    static const std::vector<AdhesiveKind> table{
        {"glue", "liquid paper glue", 1.5, 30, "it can be slid into its place", ""},
        {"solvent", "solvent-based glue", 0.5, 10, "heavy paper pulls hard, and this sets quickly",
         "Keep the window open, and heed what the tube says."},
        {"tape", "strong double-sided tape", 0, 0,
         "it is pulled at every opening, and holds at once", ""},
        {"runner", "tape runner", 0, 0, "it is flat, holds at once and does not warp the paper",
         ""},
        {"foam", "foam pads", 0, 0, "it stands above what it is glued on", ""},
        {"plain", "plain tape", 0, 0, "it keeps a tongue from slipping out", ""},
        {"fastener", "a fastener", 0, 0, "it has to turn or slide",
         "Small parts: keep them from children."},
    };
    return table;
}

const AdhesiveKind& adhesiveKind(const std::string& id) {
    const auto& all = adhesiveKinds();
    const auto found = std::find_if(all.begin(), all.end(), [&](auto& k) { return id == k.id; });
    return found == all.end() ? all.front() : *found;
}

const WorkStep* Work::step(const std::string& id) const {
    const auto found =
        std::find_if(steps.begin(), steps.end(), [&](auto& s) { return s.id == id; });
    return found == steps.end() ? nullptr : &*found;
}

} // namespace hl::steps
