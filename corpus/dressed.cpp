// Dressed cards: mats in whole schemes, toppers, words, film and thread, sound and with one fault.
#include "core/dress/dress.h"
#include "core/fold/case.h"
#include "corpus/maker.h"

namespace hl::corpus {
namespace {

Made with(const Maker& m, const std::string& rule, const std::vector<std::string>& parts,
          double amount, const std::string& name) {
    mustAssemble(m.d);
    return {m.d, {rule, parts, amount}, name};
}

Maker sideFold() { return {double(whole(110, 150)), double(whole(150, 190))}; }

void dressAll(Maker& m) {
    const auto& all = schemes();
    const Scheme& s = all[size_t(whole(0, int(all.size()) - 1))];
    auto next =
        dressed(m.d, proposalsFor(Case(m.d, *assemble(m.d)), s), Measure::fromMm(half(1.5, 4)));
    if (!next)
        throw No{};
    m.d = *next;
}
// A topper as the tray puts it: upright, with adhesive where it is safe.
std::string topper(Maker& m, const std::string& on, const Set& set) {
    auto next = layTopper(m.d, Case(m.d, *assemble(m.d)), on, set);
    if (!next)
        throw No{};
    m.d = next->first;
    return next->second;
}
std::string box(Maker& m, double feet, double place, double width) {
    return m.add("box", {{"left", mm(feet)},
                         {"right", mm(half(20, 35))},
                         {"place", mm(place)},
                         {"width", mm(width)}});
}

// --- sound ---

Made dressedBox() {
    Maker m = sideFold();
    box(m, half(20, 35), half(30, 60), half(30, 50));
    dressAll(m);
    return asSound(m, "dressed-box");
}
Made dressedRange() {
    Maker m = sideFold();
    m.add("v-fold", {});
    box(m, half(18, 26), half(10, 20), half(20, 30));
    dressAll(m);
    return asSound(m, "dressed-range");
}
Made dressedPlatform() {
    Maker m = sideFold();
    m.add("platform", {{"left", mm(half(25, 40))}, {"height", mm(half(12, 25))}});
    dressAll(m);
    return asSound(m, "dressed-platform");
}
// Film as long as the way round the fold, or a little longer.
Made filmThatReaches() {
    Maker m = sideFold();
    const double left = half(25, 45), right = half(25, 45), held = half(4, 8);
    m.add("film", {{"left", mm(left)},
                   {"right", mm(right)},
                   {"held", mm(held)},
                   {"length", mm(left + right + 2 * held + half(0, 2))}});
    return asSound(m, "film-that-reaches");
}
Made threadThatReaches() {
    Maker m = sideFold();
    const double left = half(30, 60), right = half(30, 60);
    m.add("thread", {{"left", mm(left)},
                     {"right", mm(right)},
                     {"length", mm(left + right + half(0, 6))},
                     {"banners", std::to_string(whole(0, 6))}});
    return asSound(m, "thread-that-reaches");
}
// Over the upper edge of a front wall, which its own adhesive does not reach.
Made overTheTop() {
    Maker m = sideFold();
    const double feet = half(24, 34), width = half(30, 45);
    const std::string b = box(m, feet, half(40, 60), width);
    const double wide = half(14, 24);
    if (wide >
        m.d.structure(b)->set.at("right").mm()) // as long as the wall: it would dip into the page
        throw No{};
    topper(m, b + ".left-wall",
           {{"width", mm(wide)}, {"height", mm(half(12, 20))}, {"shape", "star"}});
    return asSound(m, "over-the-top");
}
Made standsAside() {
    Maker m = sideFold();
    const double wide = half(24, 40);
    topper(m, "card.page-right",
           {{"width", mm(wide)},
            {"height", mm(half(20, 40))},
            {"across", mm(m.reach() - wide / 2 - half(2, 6))},
            {"shape", whole(0, 1) ? "cloud" : "tag"}});
    return asSound(m, "stands-aside");
}
Made twiceRoundAWall() {
    Maker m = sideFold();
    const std::string b = box(m, half(26, 34), half(40, 60), half(34, 45));
    topper(m, b + ".left-wall",
           {{"width", mm(half(10, 16))}, {"height", mm(half(8, 14))}, {"made", "twice"}});
    return asSound(m, "twice-round-a-wall");
}
Made saysSomething() {
    Maker m = sideFold();
    static const char* const says[] = {"Quillmere", "All aboard", "Many happy returns"};
    auto next = addStructure(m.d, "words", "card.page-right", {{"height", mm(half(4, 6))}}, {}, "",
                             {{"text", says[whole(0, 2)]}});
    if (!next)
        throw No{};
    m.d = next->first;
    return asSound(m, "says-something");
}

// --- faulty ---

// Round the inside of the spine, straight when the card lies open: the two feet apart.
Made filmThatTears() {
    Maker m = sideFold();
    const double left = half(25, 45), right = half(25, 45), held = half(4, 8), by = half(0.5, 8);
    const std::string id = m.add("film", {{"left", mm(left)},
                                          {"right", mm(right)},
                                          {"held", mm(held)},
                                          {"length", mm(left + right + 2 * held - by)}});
    return with(m, "spans", {id}, by, "film-that-tears");
}
Made threadThatTears() {
    Maker m = sideFold();
    const double left = half(30, 55), right = half(30, 55), by = half(1, 10);
    const std::string id = m.add("thread", {{"left", mm(left)},
                                            {"right", mm(right)},
                                            {"length", mm(left + right - by)},
                                            {"banners", std::to_string(whole(0, 5))}});
    return with(m, "spans", {id}, by, "thread-that-tears");
}
// Shut, its loop lies away from the fold and reaches half its length.
Made filmThatLooksOut() {
    Maker m = sideFold();
    const double feet = std::floor(m.reach()) - half(20, 30), held = half(4, 8), by = half(2, 10);
    const double free = std::max(2 * feet, 2 * (m.reach() - feet + by));
    const std::string id = m.add("film", {{"left", mm(feet)},
                                          {"right", mm(feet)},
                                          {"held", mm(held)},
                                          {"length", mm(free + 2 * held)}});
    return with(m, "spans", {id}, free / 2 - (m.reach() - feet), "film-that-looks-out");
}
Made upsideDown() {
    Maker m = sideFold();
    const std::string b = box(m, half(24, 34), half(40, 60), half(30, 45));
    Design d = m.d;
    const char* const upright[] = {"brick", "lamps", "ivy", "clouds"};
    const std::string paper = paperPrinting(d, *tile(upright[whole(0, 3)]));
    if (!tile(d.stock(paper)->pattern)->directed)
        throw No{};
    auto laid = layMat(d, whole(0, 1) ? b + ".left-wall" : "card.page-right", paper, true, false);
    if (!laid)
        throw No{};
    const double turn = whole(0, 1) ? 180 : whole(125, 175);
    laid->first.structure(laid->second)->set["turn"] = Measure::fromDegrees(turn);
    m.d = laid->first;
    return with(m, "dressing", {laid->second}, turn, "upside-down");
}
Made pastTheEdge() {
    Maker m = sideFold();
    const double wide = half(30, 50), by = half(1, 8);
    const std::string id = topper(m, "card.page-right",
                                  {{"width", mm(wide)},
                                   {"height", "30"},
                                   {"across", mm(m.reach() - wide / 2 + by)},
                                   {"along", mm(half(40, 90))}});
    return with(m, "overhang", {id}, by, "past-the-edge");
}
// Beyond the side of a box, through the top of a lower and wider one beside it.
Made intoItsNeighbour() {
    Maker m = sideFold();
    const double tall = half(20, 24), low = tall + half(6, 12);
    const std::string a = m.add(
        "box", {{"left", mm(tall)}, {"right", mm(half(26, 32))}, {"place", "20"}, {"width", "40"}});
    const std::string b = m.add("box", {{"left", mm(low)},
                                        {"right", mm(half(12, 18))},
                                        {"place", mm(60 + half(3, 6))},
                                        {"width", "50"}});
    const std::string id = topper(
        m, a + ".left-wall",
        {{"height", mm(half(30, 40))}, {"width", mm(half(10, 14))}, {"along", mm(half(36, 39))}});
    mustAssemble(m.d);
    double most = 0;
    for (auto& [parts, cross] : Brute(m.d, 0.5).crossings()) {
        if (parts == std::pair(std::min(b, id), std::max(b, id)))
            most = cross.depth;
        else
            throw No{};
    }
    if (most < 1)
        throw No{};
    return with(m, "collision", {b, id}, most, "into-its-neighbour");
}
// The two halves of a V-fold slant, and their paper is printed on one face.
Made oneOfEachHand() {
    Maker m = sideFold();
    const double high = half(34, 44);
    const std::string v =
        m.add("v-fold", {{"height", mm(high)}, {"edge", mm(high - half(10, 18))}});
    std::vector<std::string> mats;
    for (const char* side : {".left-panel", ".right-panel"}) {
        Design d = m.d;
        const std::string paper = paperPrinting(d, *tile("hills"));
        auto laid = layMat(d, v + side, paper, true, false);
        if (!laid)
            throw No{};
        m.d = laid->first;
        mats.push_back(laid->second);
    }
    return with(m, "dressing", mats, 0, "one-of-each-hand");
}

} // namespace

const std::vector<Kind>& dressedUp() {
    static const std::vector<Kind> kinds{
        {5, dressedBox},        {3, dressedRange},  {3, dressedPlatform},  {4, filmThatReaches},
        {4, threadThatReaches}, {3, overTheTop},    {3, standsAside},      {3, twiceRoundAWall},
        {3, saysSomething},     {7, filmThatTears}, {5, threadThatTears},  {4, filmThatLooksOut},
        {5, upsideDown},        {5, pastTheEdge},   {3, intoItsNeighbour}, {3, oneOfEachHand}};
    return kinds;
}

} // namespace hl::corpus
