// Double display: a strip folded mountain and valley across the two folds of a zigzag, so that one
// block pushes out in front and another behind. With page 1 and page 3 parallel the strip runs
// parallel to page 2, then parallel to page 1 through a slit in page 2, then parallel to page 2
// again; its middle length is the sum of its distances from the two folds:
//   a u1 + p u2 - (a + b) u1 + (w - p) u2 = w u2 - b u1.
#include "core/structures/strip.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

Values completeDoubleDisplay(Values v, const Host& host) {
    completeAlong(v, host, 0.3);
    const double page = std::min(host.left.room, host.right.room); // page 2 is the narrower
    v.try_emplace("front", std::min(19.05, 0.4 * page));
    v.try_emplace("back", v["front"]);
    v.try_emplace("slit", 0.5 * page);
    v.try_emplace("tab", tabDepth(host, 0.7 * std::min(v["front"], v["back"])));
    return v;
}

Trouble buildDoubleDisplay(const StructureSpec& spec, const Values& v, const Host& host,
                           AssemblyBuilder& out) {
    const Assembly& a = out.made();
    const std::string where = "structure " + spec.id;
    const Problem alone{where,
                        "the fold “" + host.on + "” has no fold beside it that runs the other way",
                        "stand it on the spine of a Z-fold or accordion card"};
    // The zigzag: a valley, and the mountain on the far side of its right panel.
    const Crease first = a.creases[host.crease]; // a copy: more creases are made below
    if (host.left.panel != first.left || host.right.panel != first.right)
        return alone;
    int other = -1;
    double page = 0;
    for (size_t i = 0; i < a.creases.size(); ++i) {
        const Crease& c = a.creases[i];
        if (c.part == first.part && c.left == first.right && c.fold != first.fold &&
            std::fabs(leftOf(first.dir()).dot(c.dir())) < 1e-9 && c.dir().dot(first.dir()) > 0) {
            other = static_cast<int>(i);
            page = (c.from - first.from).dot(rightOf(first.dir()));
        }
    }
    if (other < 0)
        return alone;
    const double front = v.at("front"), back = v.at("back"), slit = v.at("slit");
    const double width = v.at("width"), place = v.at("place"), tab = v.at("tab");
    if (slit < 3 || slit > page - 3)
        return beyond(
            spec, host, "slit", slit,
            slit < 3 ? "below the least, 3.0 mm" : "above the most, " + inUnit(host, page - 3),
            "the page beside the slit would tear", "bring it nearer to the page's middle");
    const int middle = first.right, far = a.creases[other].right;
    const Vec2 along = first.dir(), inward = rightOf(along);
    const Vec2 origin = first.from + place * along;
    out.part(spec.id, spec.name, spec.id, spec.stock);
    const Strip s = addStrip(out,
                             {{"front-tab", tab, true},
                              {"front-wall", slit},
                              {"middle", front + back},
                              {"back-wall", page - slit},
                              {"back-tab", tab, true}},
                             {{"front-foot", Fold::Mountain},
                              {"front-edge", Fold::Mountain},
                              {"back-edge", Fold::Valley},
                              {"back-foot", Fold::Valley}},
                             0, width);
    glueFoot(out, s.panels[0], s.creases[0], host.left, front, place);
    // Behind: its back on the back of page 3, folded under toward the fold.
    const Vec2 backFoot = origin + (page + back) * inward;
    out.glue(s.panels[4], s.creases[3], far, backFoot, along, false, false);
    // Through the slit, toward its front edge in front of the page.
    Join& through = out.lay(s.panels[2], {slit + front, width}, {0, -1}, middle,
                            origin + slit * inward + width * along, -along, false);
    through.id = spec.id + ".slit";
    through.kind = JoinKind::Slot;
    through.moves = true;
    through.low = 0;
    through.high = pi;
    out.within(first.part, spec.id);
    out.mark("slit", LineKind::Slit,
             {origin + slit * inward, origin + slit * inward + width * along});
    return {};
}

} // namespace

Family doubleDisplay() {
    Family f;
    f.id = "double-display";
    f.name = "double display";
    f.purpose = "A strip across a zigzag that pushes out one block in front and one behind.";
    f.host = "card.spine";
    f.form = "z-fold";
    f.standsOn = {"valley fold of a Z-fold or accordion"};
    f.parameters = {
        placeParameter(),
        widthParameter(),
        lengthOf("front", 3, 500, "how far the front block stands out")
            .unless("3/4 in, or what fits"),
        lengthOf("back", 3, 500, "how far the block behind stands out")
            .unless("the same as front", true),
        lengthOf("slit", 3, 1000, "from the fold to the slit in the middle page")
            .unless("the middle of that page")
            .why("the page beside the slit would tear", "no card is that large"),
        tabParameter(),
    };
    f.complete = completeDoubleDisplay;
    f.build = buildDoubleDisplay;
    return f;
}

} // namespace hl::structures
