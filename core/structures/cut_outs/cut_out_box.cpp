// Cut-out box: two slits across the fold and three creases between them push a step out of the
// page. Its walls are the feet's distances, so it is a parallelogram and lies flat at 0 and 180.
// Told by a line it has as many panels as the line says: steps of unequal height from one pair of
// slits.
#include "core/measure/number.h"
#include "core/structures/cut_outs/cut_out.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

Values completeCutOutBox(Values v, const Host& host) {
    completeAlong(v, host, 0.5);
    v.try_emplace("left", std::min(31.75, 0.4 * host.left.room));
    v.try_emplace("right", std::min(v["left"], 0.4 * host.right.room));
    return v;
}

Trouble buildCutOutBox(const StructureSpec& spec, const Values& v, const Host& host,
                       AssemblyBuilder& out) {
    const double left = v.at("left"), right = v.at("right"), place = v.at("place");
    const SayLine& line = spec.say;
    std::vector<CutFold> folds;
    if (!line.empty()) {
        const std::string where = "structure " + spec.id + ", score list";
        const bool plain =
            line.slits.empty() && line.raised.empty() && line.slope.empty() &&
            line.heights.size() < 2 &&
            std::all_of(line.scores.begin(), line.scores.end(),
                        [](const SayScore& s) { return !s.hinge && !s.from && !s.to; });
        if (!plain || line.panels.size() < 2)
            return Problem{where, "of what is cut out only panels and folds are read",
                           "tell it like 20 | 15 | 10 | 15, M V M"};
        if (std::fabs(line.length().mm() - left - right) > 0.05)
            return Problem{where,
                           "its panels are " + inUnit(host, line.length().mm()) +
                               " in all, and its feet lie " + inUnit(host, left + right) +
                               " apart when the page is flat",
                           "set left and right to what the panels are in all, or change a panel"};
        for (size_t i = 0; i < line.scores.size(); ++i)
            folds.push_back({line.startOf(i + 1),
                             line.scores[i].fold == SayFold::Valley ? Fold::Valley : Fold::Mountain,
                             line.scores.size() == 1 ? "tip" : "fold-" + numberText(i + 1),
                             line.scores[i].fold == SayFold::Either});
    }
    return cutStep(out, host.crease, spec.id, "", left, right, place, place + v.at("width"),
                   std::move(folds));
}

} // namespace

Family cutOutBox() {
    Family f;
    f.id = "cut-out-box";
    f.name = "cut-out box";
    f.purpose = "A step pushed out of the page between two slits; needs no paper and no glue.";
    f.shelf = "Cut from the page";
    f.ground = Ground::OneSheetFold;
    f.standsOn = {"spine", "crease within one part"};
    f.parameters = {
        placeParameter(),
        widthParameter(),
        lengthOf("left", 2, 1000, "from the fold to the left crease")
            .unless("1 1/4 in, or four tenths of a narrower panel"),
        lengthOf("right", 2, 1000, "from the fold to the right crease")
            .unless("the same as left, or four tenths of a narrower panel", true),
    };
    f.line = true;
    f.lineSince = 11;
    f.complete = completeCutOutBox;
    f.build = buildCutOutBox;
    return f;
}

} // namespace hl::structures
