// Easels. A page creased at half its width carries a front by its outer half; lifted, the two
// halves make an equal-legged triangle with the base, and the front leans back on it:
//   the crease opens from 180 degrees to 180 less twice the lean.
// A double easel has a second, smaller one in front of the first, hinged to the base.
#include "core/assembly/tab.h"
#include "core/structures/cards/row.h"
#include <cmath>

namespace hl::structures {
namespace {

Values completeOne(Values v, const Host&) {
    v.try_emplace("lean", 55 * degree);
    return v;
}

Values completeTwo(Values v, const Host& card) {
    v = completeOne(std::move(v), card);
    v.try_emplace("second", 0.3 * card.left.room);
    v.try_emplace("second_length", 0.6 * card.length);
    v.try_emplace("tab", tabDepth(card, 0.2 * card.left.room));
    return v;
}

CardSheet sheetEasel(const Values&, const Host& card) {
    const double w = card.left.room;
    return pagesInARow({w, w / 2, w / 2}, {Fold::Valley, Fold::Valley}, card.length);
}

Trouble buildOne(const StructureSpec& spec, const Values& v, const Host& card,
                 AssemblyBuilder& out) {
    const double w = card.left.room, lean = v.at("lean") / degree;
    const int carries = pageOf(out.made(), 3);
    out.part("card.front", "Front", "", spec.stock);
    const int front =
        out.panel("front", Role::Page, {{0, 0}, {w, 0}, {w, card.length}, {0, card.length}});
    // By its lower half, so that its upper half rises above the crease.
    out.lay(front, {0, 0}, {0, 1}, carries, {w, 0}, {0, 1}, false, false).adhesive = {
        {{0, 0}, {w / 2, 0}, {w / 2, card.length}, {0, card.length}}};
    out.drive({{"card.spine", 0, lean, false}, {"card.fold-2", 180, 180 - 2 * lean, true}});
    out.display(lean, "leans its front on a prop");
    return {};
}

Trouble buildTwo(const StructureSpec& spec, const Values& v, const Host& card,
                 AssemblyBuilder& out) {
    const double w = card.left.room, lean = v.at("lean") / degree, size = v.at("second");
    const double length = v.at("second_length");
    // The first one's foot comes to stand at w cos(lean) from the spine.
    const double hinge = w - size, foot = w * std::cos(v.at("lean"));
    if (hinge < foot + 2)
        return beyond(spec, card, "second", size, "above the most, " + inUnit(card, w - foot - 2),
                      "the first front comes to stand there", "make it smaller or lean it more");
    if (length > card.length)
        return beyond(spec, card, "second_length", length,
                      "above the most, " + inUnit(card, card.length),
                      "it would stick out of the closed card", "make it shorter");
    if (Trouble t = buildOne(spec, v, card, out))
        return t;
    out.part("card.second", "Second easel", "", spec.stock);
    const Vec2 foot0(0, 0), foot1(0, length);
    const int tab =
        out.panel("second-tab", Role::Tab,
                  tabOutline(foot0, foot1, v.at("tab"), true, 70 * degree, 70 * degree));
    const double half = size / 2;
    const int inner =
        out.panel("second-prop", Role::Wall, {foot0, {half, 0}, {half, length}, foot1});
    const int outer = out.panel("second-carrier", Role::Wall,
                                {{half, 0}, {size, 0}, {size, length}, {half, length}});
    const int lift = out.crease("second-hinge", tab, inner, foot0, foot1, Fold::Valley);
    out.crease("second-fold", inner, outer, {half, 0}, {half, length}, Fold::Mountain);
    const int front = [&] {
        out.part("card.second-front", "Second front", "", spec.stock);
        return out.panel("second-front", Role::Wall,
                         {{0, 0}, {size, 0}, {size, length}, {0, length}});
    }();
    out.lay(front, {0, 0}, {0, 1}, outer, {0, 0}, {0, 1}, false).adhesive = {
        {{half, 0}, {size, 0}, {size, length}, {half, length}}};
    // The base is the left page; the tab lies toward the spine with its back down.
    out.glue(tab, lift, pageOf(out.made(), 1), {-hinge, (card.length + length) / 2}, {0, -1},
             false);
    out.drive({{"card.spine", 0, lean, false},
               {"card.fold-2", 180, 180 - 2 * lean, true},
               {"card.second-hinge", 180, 180 - lean, false},
               {"card.second-fold", 180, 180 - 2 * lean, true}});
    out.display(2 * lean, "leans both fronts on their props");
    return {};
}

} // namespace

Family easel() {
    Family f = cardForm("easel", "easel",
                        "A page creased at half its width holds up the front like an easel.");
    f.parameters = {angleOf("lean", 20, 80, "how far the prop is lifted from the base")
                        .unless("55 degrees")
                        .why("the front would slide down", "the front would tip over")};
    f.props = true;
    f.complete = completeOne;
    f.sheet = sheetEasel;
    f.build = buildOne;
    return f;
}

Family doubleEasel() {
    Family f = cardForm("double-easel", "double easel",
                        "An easel with a smaller one in front of it on the same base.");
    f.parameters = {
        angleOf("lean", 20, 80, "how far the props are lifted from the base")
            .unless("55 degrees")
            .why("the fronts would slide down", "the fronts would tip over"),
        lengthOf("second", 10, 500, "size of the second front, across the fold")
            .unless("three tenths of the card"),
        lengthOf("second_length", 10, 1000, "of the second front along the fold")
            .grows(Parameter::Scale::Along)
            .unless("six tenths of the card"),
        tabParameter(),
    };
    f.props = true;
    f.complete = completeTwo;
    f.sheet = sheetEasel;
    f.build = buildTwo;
    return f;
}

} // namespace hl::structures
