// A glued-in accordion: an even number of leaves with alternating folds between the two pages. The
// inner folds open alike, so closed it lies flat and open it stands as a zigzag.
#include "core/measure/number.h"
#include "core/structures/strip.h"
#include <algorithm>

namespace hl::structures {
namespace {

Values completeAccordionInsert(Values v, const Host& host) {
    const double room = std::min(host.left.room, host.right.room);
    v.try_emplace("leaves", 4);
    completeAlong(v, host, 0.6);
    v.try_emplace("inset", std::min(50.8, 0.5 * room));
    // Half as long again as the way between the feet, so that it stays a zigzag.
    v.try_emplace("leaf", std::min(3 * v["inset"] / v["leaves"], 0.9 * (room - v["inset"])));
    v.try_emplace("tab", tabDepth(host, 0.6 * v["inset"]));
    return v;
}

Trouble buildAccordionInsert(const StructureSpec& spec, const Values& v, const Host& host,
                             AssemblyBuilder& out) {
    const int n = static_cast<int>(v.at("leaves"));
    const double inset = v.at("inset"), leaf = v.at("leaf"), tab = v.at("tab");
    if (n % 2)
        return Problem{"structure " + spec.id + ", measure leaves",
                       numberText(n) + " is odd: the last leaf would not end at its page",
                       "take an even number"};
    if (n * leaf < 2 * inset + 1)
        return beyond(spec, host, "leaf", leaf,
                      "below the least, " + inUnit(host, (2 * inset + 1) / n),
                      "the card would not open: the leaves must span the way between the feet",
                      "widen the leaves or bring the feet closer to the fold");
    std::vector<Leaf> leaves{{"left-tab", tab, true}};
    std::vector<StripCrease> creases{{"left-foot", Fold::Mountain}};
    for (int i = 1; i <= n; ++i) {
        leaves.push_back({"leaf-" + numberText(i), leaf});
        if (i < n)
            creases.push_back({"fold-" + numberText(i), i % 2 ? Fold::Mountain : Fold::Valley});
    }
    creases.push_back({"right-foot", Fold::Mountain});
    leaves.push_back({"right-tab", tab, true});
    out.part(spec.id, spec.name, spec.id, spec.stock);
    const Strip s = addStrip(out, leaves, creases, 0, v.at("width"));
    glueFoot(out, s.panels.front(), s.creases.front(), host.left, inset, v.at("place"));
    glueFoot(out, s.panels.back(), s.creases.back(), host.right, inset, v.at("place"));
    for (size_t i = 2; i + 1 < s.creases.size(); ++i)
        out.tie(s.creases[i], s.creases[1], i % 2 ? 1 : -1);
    out.tie(s.creases.back(), s.creases.front());
    return {};
}

} // namespace

Family accordionInsert() {
    Family f;
    f.id = "accordion-insert";
    f.name = "glued-in accordion";
    f.purpose = "Leaves that fan out between the pages; each of them can carry a picture.";
    f.standsOn = {"spine", "valley crease"};
    f.parameters = {
        countOf("leaves", 2, 12, "how many, an even number").unless("four"),
        placeParameter(),
        widthParameter(),
        lengthOf("inset", 3, 1000, "from the fold to the feet")
            .unless("2 in, or half of a narrower page"),
        lengthOf("leaf", 3, 1000, "of each leaf from fold to fold")
            .unless("half as long again as the feet's distance asks for, or what fits"),
        tabParameter(),
    };
    f.complete = completeAccordionInsert;
    f.build = buildAccordionInsert;
    return f;
}

} // namespace hl::structures
