// Relatives of verdicts that were once false: faults that hid and sound designs that were blamed.
#include "core/assemble/assemble.h"
#include "corpus/maker.h"
#include <algorithm>

namespace hl::corpus {
namespace {

Made planted(const Maker& m, const std::string& rule, const std::vector<std::string>& parts,
             double amount, const std::string& name) {
    mustAssemble(m.d);
    return {m.d, {rule, parts, amount}, name};
}
std::vector<Point> box(double x0, double y0, double x1, double y1) {
    return {at(x0, y0), at(x1, y0), at(x1, y1), at(x0, y1)};
}
Maker sideCard() { return {double(whole(120, 160)), double(whole(150, 200))}; }

// --- faults that hid ---

// A strip glued askew, by less than paper forgives, through the top of a platform. The same strip
// glued straight lies hardly elsewhere, and has to go through it about as deep.
Made throughWhileForgiven() {
    Maker m = sideCard();
    const double reach = half(34, 44);
    const std::string deck = m.add(
        "platform",
        {{"left", mm(reach)}, {"height", mm(half(14, 20))}, {"place", "60"}, {"width", "40"}});
    const double wall = half(32, 40), foot = half(26, 32), wide = 2 * wall + 18;
    FreePart p = blank("strip", wide, 20);
    for (int i = 0; i < 3; ++i) {
        LineSpec l;
        l.id = "c" + std::to_string(i + 1);
        l.kind = LineKind::Mountain;
        l.points = {at(9 + i * wall, 0), at(9 + i * wall, 20)};
        p.lines.push_back(l);
    }
    m.d.parts.push_back(p);
    for (bool left : {true, false}) {
        JoinSpec j = glue(left ? "strip.c1-left" : "strip.c3-right",
                          left ? "card.page-left" : "card.page-right", left ? -foot : foot, 70);
        j.id = left ? "left" : "right";
        j.onFace = true;
        j.hold = {at(left ? 9 : wide - 9, 0), at(left ? 9 : wide - 9, 20)};
        j.turn = Measure::fromDegrees(90);
        m.d.joins.push_back(j);
    }
    auto deepest = [&] {
        mustAssemble(m.d);
        double most = 0;
        for (auto& [parts, cross] : Brute(m.d, 0.5).crossings())
            if ((parts.first == "strip" || parts.second == "strip") &&
                (parts.first == deck || parts.second == deck))
                most = std::max(most, cross.depth);
        return most;
    };
    const double straight = deepest();
    m.d.joins.back().turn = Measure::fromDegrees(90 - 0.1);
    const double askew = deepest();
    if (straight < 5 || std::fabs(straight - askew) > 0.5)
        throw No{};
    return planted(m, "collision", {deck, "strip"}, askew, "through-while-forgiven");
}

// A plate whose corners lie on the page, but not what lies between them: over a notch.
Made overANotch() {
    Maker m = sideCard();
    const double w = m.reach(), wide = half(8, 20);
    m.d.card.apertures = {box(w - half(25, 35), 60, w + 5, 60 + wide)};
    FreePart p = blank("plate", 30, 50);
    m.d.parts.push_back(p);
    m.d.joins.push_back(
        glue(panelOf(m.d, "plate"), "card.page-right", w - 30, 60 - (50 - wide) / 2));
    // Of the notch the plate covers the narrower of its two sides.
    const double deep = std::min(30.0, w - m.d.card.apertures[0][0].x.mm());
    return planted(m, "landing", {"plate", "card"}, std::min(wide, deep), "over-a-notch");
}

// A plate glued over a cut-out, which it glues down.
Made gluesACutOutDown() {
    Maker m = sideCard();
    const double foot = half(26, 34), width = half(20, 30);
    m.add("cut-out-box", {{"left", mm(foot)}, {"place", "60"}, {"width", mm(width)}});
    FreePart p = blank("plate", 60, width + 30);
    m.d.parts.push_back(p);
    m.d.joins.push_back(glue(panelOf(m.d, "plate"), "card.page-right", 5, 45));
    mustAssemble(m.d);
    // What the cut-out takes from the page under the plate.
    const double right =
        m.d.structures[0].set.count("right") ? m.d.structures[0].set.at("right").mm() : foot;
    return planted(m, "landing", {"plate"}, std::min(right - 5, width), "glues-a-cut-out-down");
}

// Paper that changes places exactly at an opening that is looked at: a layer at height h and a wall
// of a box whose right foot is at b lie in one plane where h = 2 b cos(phi / 2).
Made changesPlacesExactly() {
    Maker m = sideCard();
    const double b = half(16, 24);
    const double cosines[] = {0.5, std::sqrt(0.5), std::sqrt(0.75)}; // at 120, 90 and 60 degrees
    const double h = 2 * b * cosines[whole(0, 2)];
    const std::string layer =
        m.add("floating-layer",
              {{"reach", mm(half(40, 48))}, {"height", mm(h)}, {"place", "50"}, {"width", "60"}});
    const std::string id =
        m.add("box",
              {{"left", mm(b + half(12, 20))}, {"right", mm(b)}, {"place", "65"}, {"width", "30"}});
    const auto all = Brute(m.d, 0.5).crossings();
    auto it = all.find({std::min(layer, id), std::max(layer, id)});
    if (it == all.end() || it->second.depth < 0.8)
        throw No{};
    return {m.d, {"collision", {layer, id}, it->second.depth}, "changes-places-exactly"};
}

// A slide that runs into the foot of a box on the same page. Its way over the tab is known.
Made slidesIntoAFoot() {
    Maker m = sideCard();
    const double foot = half(26, 34), tab = half(7, 10), far = half(12, 20), high = half(8, 12);
    const std::string id = m.add("box", {{"left", mm(foot)},
                                         {"right", mm(foot)},
                                         {"place", "60"},
                                         {"width", "40"},
                                         {"tab", mm(tab)}});
    FreePart p = blank("slider", 15, high);
    m.d.parts.push_back(p);
    JoinSpec j = glue(panelOf(m.d, "slider"), "card.page-right", foot + far + 15, 80 + high / 2);
    j.kind = JoinKind::Slide;
    j.id = "way";
    j.turn = Measure::fromDegrees(180);
    j.hold = {at(0, high), at(15, high)};
    j.onFace = false;
    const double go = far + half(1, 6);
    j.to = Measure::fromMm(go);
    m.d.joins.push_back(j);
    StageSpec open, slide;
    open.drive = "card.spine";
    open.from = Measure::fromDegrees(0);
    open.to = Measure::fromDegrees(180);
    slide.drive = "way";
    slide.from = Measure::fromMm(0);
    slide.to = j.to;
    m.d.motion = {open, slide};
    mustAssemble(m.d);
    const Assembly a = *assemble(m.d);
    // Where the tab lies: from its crease toward the spine or away from it.
    double low = 1e300, high2 = -1e300;
    for (const Join& join : a.joins)
        if (a.panels[join.tab].id == id + ".right-tab")
            for (const Vec2& q : a.panels[join.tab].outline) {
                low = std::min(low, join.place.at(q).x());
                high2 = std::max(high2, join.place.at(q).x());
            }
    double least = 1e300;
    for (const Join& join : a.joins)
        if (join.moves)
            for (const Vec2& q : a.panels[join.tab].outline)
                least = std::min(least, join.place.at(q).x());
    const double into = high2 - (least - go);
    if (into < 1 || into > high2 - low)
        throw No{};
    return planted(m, "collision", {"slider", id}, std::min(into, high), "slides-into-a-foot");
}

// A thin spire that goes through a wall with its tip alone, where it is half a millimetre wide.
Made spire() {
    Maker m = sideCard();
    const std::string id = m.add("box", {{"left", mm(half(30, 40))},
                                         {"right", mm(half(30, 40))},
                                         {"place", "40"},
                                         {"width", "30"}});
    const double feet = half(20, 28);
    const std::string wall = m.add("tent", {{"left", mm(feet)},
                                            {"right", mm(feet)},
                                            {"left_wall", mm(feet + half(6, 16))},
                                            {"place", mm(70 + half(12, 18))},
                                            {"width", "20"}});
    const std::string top = m.add("topper",
                                  {{"shape", "polygon"},
                                   {"corners", "3"},
                                   {"width", "3"},
                                   {"height", mm(half(56, 64))},
                                   {"across", mm(half(8, 26))},
                                   {"along", "29"},
                                   {"turn", "0"},
                                   {"adhesive_to", "10"}},
                                  id + ".left-wall");
    const auto all = Brute(m.d, 0.5).crossings();
    auto it = all.find({std::min(top, wall), std::max(top, wall)});
    if (it == all.end() || it->second.depth < 0.7)
        throw No{};
    return {m.d, {"collision", {top, wall}, it->second.depth}, "spire"};
}

Made besideTheBlank() {
    Maker m = sideCard();
    FreePart p = blank("plate", 50, 40);
    LineSpec l;
    l.id = "fold";
    l.points = {at(50 + half(1, 20), 0), at(50 + half(1, 20), 40)};
    l.points[1].x = l.points[0].x;
    p.lines = {l};
    m.d.parts.push_back(p);
    m.d.joins.push_back(glue(panelOf(m.d, "plate"), "card.page-right", 20, 20));
    return planted(m, "folds", {"plate"}, 0, "beside-the-blank");
}

// Foam so high and so near to the spine that the pages cannot go round it.
Made foamByTheSpine() {
    Maker m = sideCard();
    const std::string id = m.add("topper",
                                 {{"width", "8"},
                                  {"height", "24"},
                                  {"across", mm(half(6, 8))},
                                  {"along", "60"},
                                  {"raise", mm(half(4, 6))}},
                                 "card.page-right");
    const auto all = Brute(m.d, 0.5).crossings();
    auto it = all.find({"card", id});
    if (it == all.end() || it->second.depth < 0.8)
        throw No{};
    return {m.d, {"collision", {"card", id}, it->second.depth}, "foam-by-the-spine"};
}

// --- sound designs that were blamed ---

Made sideBySide() {
    Maker m = sideCard();
    const double x = half(25, 35), w = half(16, 24), gap = 0.1 * whole(0, 4);
    for (int i = 0; i < 2; ++i)
        m.add("topper",
              {{"width", mm(w)},
               {"height", "30"},
               {"across", mm(x + i * (w + gap))},
               {"along", "60"}},
              "card.page-right");
    return asSound(m, "side-by-side");
}

Made onBothSides() {
    Maker m = sideCard();
    const double x = half(40, 60);
    m.add("topper", {{"width", "30"}, {"height", "30"}, {"across", mm(x)}, {"along", "60"}},
          "card.page-right");
    FreePart p = blank("label", 40, 30);
    m.d.parts.push_back(p);
    JoinSpec j = glue(panelOf(m.d, "label"), "card.page-right", x - 20, 45);
    j.onFace = true;
    j.ontoFace = false;
    m.d.joins.push_back(j);
    return asSound(m, "on-both-sides");
}

Made oneApex() {
    Maker m = sideCard();
    const int outer = whole(56, 66);
    for (int alpha : {outer, outer - whole(20, 26)})
        m.add("v-fold", {{"place", "70"},
                         {"alpha_left", std::to_string(alpha)},
                         {"base_left", mm(half(30, 36))},
                         {"height", mm(half(18, 22))}});
    return asSound(m, "one-apex");
}

Made edgesMeet() {
    Maker m = sideCard();
    const double width = half(24, 32), left = half(20, 30);
    double place = 14;
    for (int i = 0; i < 2; ++i, place += width)
        m.add("box", {{"place", mm(place)},
                      {"width", mm(width)},
                      {"left", mm(left - 6 * i)},
                      {"right", mm(left - 6 * i)}});
    return asSound(m, "edges-meet");
}

Made openEdge() {
    Maker m = sideCard();
    const double w = m.reach(), from = half(20, 40);
    m.d.card.apertures = {
        box(w - half(10, 30), from, w + (whole(0, 1) ? 0 : half(1, 9)), from + half(20, 40))};
    m.add("box", {{"left", "24"}, {"right", "24"}, {"place", mm(from + 60)}, {"width", "24"}});
    return asSound(m, "open-edge");
}

Made windowInACutOut() {
    Maker m = sideCard();
    const double foot = half(28, 38), width = half(36, 46);
    m.add("cut-out-box", {{"left", mm(foot)}, {"place", "50"}, {"width", mm(width)}});
    const double inset = half(8, 10);
    m.d.card.apertures = {box(inset, 50 + inset, foot - inset, 50 + width - inset)};
    return asSound(m, "window-in-a-cut-out");
}

Made twist() {
    Maker m = sideCard();
    m.add("x-fold", {{"alpha", std::to_string(whole(32, 50))},
                     {"arm", mm(half(30, 42))},
                     {"place", mm(half(70, 80))}});
    return asSound(m, "twist");
}

Made slideThatStaysClear() {
    Maker m = sideCard();
    const double foot = half(22, 28), far = half(22, 30);
    m.add("box", {{"left", mm(foot)}, {"right", mm(foot)}, {"place", "60"}, {"width", "40"}});
    FreePart p = blank("slider", 15, 10);
    m.d.parts.push_back(p);
    JoinSpec j = glue(panelOf(m.d, "slider"), "card.page-right", foot + far, 85);
    j.kind = JoinKind::Slide;
    j.id = "way";
    j.to = Measure::fromMm(half(8, 20));
    m.d.joins.push_back(j);
    return asSound(m, "slide-that-stays-clear");
}

Made foamFarOut() {
    Maker m = sideCard();
    const double foam = half(1, 2);
    m.add("topper",
          {{"width", "20"},
           {"height", "24"},
           {"across", mm(half(50, 80))},
           {"along", "60"},
           {"raise", mm(foam)}},
          "card.page-right");
    mustAssemble(m.d);
    return {m.d, {}, "foam-far-out"};
}

} // namespace

const std::vector<Kind>& relatives() {
    static const std::vector<Kind> table = {
        {6, throughWhileForgiven},
        {5, overANotch},
        {4, gluesACutOutDown},
        {6, changesPlacesExactly},
        {6, slidesIntoAFoot},
        {6, spire},
        {3, besideTheBlank},
        {5, foamByTheSpine},
        {6, sideBySide},
        {5, onBothSides},
        {5, oneApex},
        {5, edgesMeet},
        {5, openEdge},
        {5, windowInACutOut},
        {5, twist},
        {3, slideThatStaysClear},
        {3, foamFarOut},
    };
    return table;
}

} // namespace hl::corpus
