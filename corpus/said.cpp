// Strips, rows of pages, zones and series near their limits: sound designs that could be blamed,
// and faults whose amount follows from a closed form.
#include "core/edit/tell.h"
#include "corpus/maker.h"

namespace hl::corpus {
namespace {

std::string num(double v) { return mm(v).substr(0, mm(v).find(' ')); }

std::string strip(Maker& m, const std::string& say, const Set& set, const Told& told = {},
                  const std::string& on = "card.spine") {
    Told all{{"say", say}};
    all.insert(all.end(), told.begin(), told.end());
    auto next = addStructure(m.d, "strip", on, set, {}, "", all);
    if (!next) {
        std::cerr << next.problem().text() << "\n";
        throw No{};
    }
    m.d = next->first;
    return next->second;
}

Maker pagesCard(const std::string& say, double w, double h) {
    Maker m(w, h);
    auto next = tell(m.d, "card", {{"say", say}});
    if (!next) {
        std::cerr << next.problem().text() << "\n";
        throw No{};
    }
    m.d = *next;
    return m;
}

Made soundAs(const Maker& m, const std::string& name) {
    mustAssemble(m.d);
    const Brute b(m.d, 2);
    if (b.openJoints() > 1e-3 || !b.crossings().empty())
        throw No{};
    if (m.d.card.form == "single")
        for (auto& [part, mm] : b.overhangs())
            if (mm > 1e-3)
                throw No{};
    return {m.d, {}, name};
}

// A box told by its line: whatever its feet, its walls are the other one's distance. Closed, it
// reaches as far as both feet together: to the very edge of the page.
Made boxToTheEdge() {
    Maker m(double(whole(110, 150)), 160);
    const double a = half(25, 40), b = std::floor(m.reach()) - a - half(1, 2);
    strip(m, "10 | " + num(b) + " | " + num(a) + " | 10, M M M; height " + num(half(30, 60)),
          {{"left", mm(a)}, {"right", mm(b)}});
    return soundAs(m, "said-box");
}
// Equal legs: a + p = b + q.
Made tentOnItsLimit() {
    Maker m(double(whole(120, 150)), 170);
    const double a = half(20, 30), b = half(20, 30), p = a + b + half(0.5, 2) - half(8, 12);
    const double q = a + p - b;
    if (p + q < a + b + 0.5 || a + p > m.reach() - 2 || p < 5 || q < 5)
        throw No{};
    strip(m, "9 | " + num(p) + " | " + num(q) + " | 9, M M M; height " + num(half(30, 60)),
          {{"left", mm(a)}, {"right", mm(b)}});
    return soundAs(m, "said-tent");
}
// The same, its scores read with valleys: it is laid down with the other face.
Made otherFace() {
    Maker m(double(whole(110, 150)), 160);
    const double a = half(20, 35), b = half(20, 35);
    strip(m, "10 | " + num(b) + " | " + num(a) + " | 10, V V V; height 44",
          {{"left", mm(a)}, {"right", mm(b)}});
    return soundAs(m, "said-valleys");
}
// Tabs that point away from the fold.
Made awayFromTheFold() {
    Maker m(double(whole(120, 150)), 160);
    const double a = half(20, 35);
    strip(m, "10 | " + num(a) + " | " + num(a) + " | 10, V M V; height 40",
          {{"left", mm(a)}, {"right", mm(a)}, {"tabs", "away"}});
    return soundAs(m, "said-away");
}
// Glued by bands: the rest of the end panels rises.
Made byBands() {
    Maker m(double(whole(120, 150)), 170);
    const double a = half(30, 38), band = half(6, 12), free = a + half(3, 8);
    strip(m, num(band + free) + " | " + num(band + free) + ", M; height 50",
          {{"left", mm(a)}, {"right", mm(a)}, {"left_band", mm(band)}, {"right_band", mm(band)}});
    return soundAs(m, "said-bands");
}
// Either: the fold chooses.
Made eitherWay() {
    Maker m(double(whole(110, 150)), 160);
    const double a = half(20, 35), b = half(20, 35);
    strip(m, "10 | " + num(b) + " | " + num(a) + " | 10, M E M; height 40",
          {{"left", mm(a)}, {"right", mm(b)}});
    return soundAs(m, "said-either");
}
// Several at equal gaps that only just fit.
Made evenRow() {
    Maker m(120, double(whole(150, 190)));
    const double w = half(20, 30), a = half(18, 30);
    const double gap = half(3, 6);
    const int n = static_cast<int>((m.length() + gap) / (w + gap));
    strip(m, "9 | " + num(a) + " | " + num(a) + " | 9, M M M; height " + num(w),
          {{"left", mm(a)}, {"right", mm(a)}},
          {{"count", std::to_string(std::min(n, 6))}, {"gap", mm(gap)}});
    return soundAs(m, "said-row");
}
// Two sheets with a hinge tab, and a strip across their joint.
Made hingedPages() {
    const double w = double(whole(100, 140)), h = double(whole(130, 170)), a = half(20, 35);
    Maker m = pagesCard(num(w) + " | hinge 12 | " + num(w) + ", V; height " + num(h), w, h);
    strip(m, "9 | " + num(a) + " | " + num(a) + " | 9, M M M; height 50",
          {{"left", mm(a)}, {"right", mm(a)}});
    return soundAs(m, "said-hinge");
}
// A page that sticks out of the rest, as it is meant.
Made meantToStickOut() {
    const double w = double(whole(80, 100)), more = half(5, 15);
    Maker m = pagesCard(num(w) + " | " + num(w + more) + ", V; height 140", w, 140);
    m.d.card.meant = {"card"};
    return soundAs(m, "said-meant");
}
// Two panels glued to the same place from both sides of a page.
Made bothSides() {
    Maker m(double(whole(110, 150)), 160);
    for (const bool face : {true, false}) {
        auto next = addPart(m.d, face ? "inner" : "outer", "40 x 30");
        if (!next)
            throw No{};
        auto joined =
            addJoin(next->first, next->second + ".sheet", "card.page-right",
                    {{"side", face ? "back" : "back"}, {"onto_side", face ? "face" : "back"}});
        if (!joined)
            throw No{};
        m.d = joined->first;
    }
    return soundAs(m, "both-sides");
}
// Two parts that meet edge to edge on a page.
Made edgesMeet() {
    Maker m(double(whole(110, 150)), 160);
    const double w = half(30, 45);
    for (const char* id : {"one", "other"}) {
        auto next = addPart(m.d, id, num(w) + " x 50");
        if (!next)
            throw No{};
        auto joined = addJoin(next->first, std::string(id) + ".sheet", "card.page-right",
                              {{"line", "left"},
                               {"onto_line", "left"},
                               {"off", id[0] == 'o' && id[1] == 'n' ? "8 mm" : mm(8 + w)}});
        if (!joined)
            throw No{};
        m.d = joined->first;
    }
    return soundAs(m, "edges-meet");
}
// What overhangs its landing is glued where it lies on it only.
Made gluedWhereCovered() {
    Maker m(double(whole(120, 150)), 160);
    auto next = addPart(m.d, "plate", "30 x " + num(half(60, 90)));
    const double a = half(24, 34);
    strip(m, "9 | " + num(a) + " | " + num(a) + " | 9, M M M; height 40",
          {{"left", mm(a)}, {"right", mm(a)}});
    if (!next)
        throw No{};
    m.d.parts = next->first.parts;
    auto joined = addJoin(m.d, "plate.sheet", "strip1.panel-2", {});
    if (!joined)
        throw No{};
    m.d = joined->first;
    return soundAs(m, "glued-where-covered");
}

// --- faults ---

Made faulty(const Maker& m, const std::string& rule, const std::string& part, double amount,
            const std::string& name) {
    mustAssemble(m.d);
    return {m.d, {rule, {part}, amount}, name};
}
// Closed, a box told by its line reaches both feet together past the fold.
Made saidOverhang() {
    Maker m(double(whole(110, 150)), 160);
    const double by = half(1, 10), a = half(40, 50), b = std::floor(m.reach()) + by - a;
    const std::string id = strip(m, "10 | " + num(b) + " | " + num(a) + " | 10, M M M; height 50",
                                 {{"left", mm(a)}, {"right", mm(b)}});
    return faulty(m, "overhang", id, std::floor(m.reach()) + by - m.reach(), "said-overhang");
}
// Walls that do not match their feet: what is left over is the triangle's lack.
Made saidMisfit() {
    Maker m(double(whole(110, 150)), 160);
    const double a = half(20, 35), b = half(20, 35), off = (whole(0, 1) ? 1 : -1) * half(1.5, 6);
    const double p = b + off, q = a;
    const std::string id = strip(m, "10 | " + num(p) + " | " + num(q) + " | 10, M M M; height 50",
                                 {{"left", mm(a)}, {"right", mm(b)}});
    const double worst = triangleLacks(a, b, p, q);
    if (worst < 0.6)
        throw No{};
    return faulty(m, "misfit", id, worst, "said-misfit");
}
// A tab that lies off the end of its page.
Made saidLanding() {
    Maker m(double(whole(110, 150)), 160);
    const double by = half(1, 8), w = half(30, 50), a = half(20, 35);
    const std::string id =
        strip(m, "10 | " + num(a) + " | " + num(a) + " | 10, M M M; height " + num(w),
              {{"left", mm(a)}, {"right", mm(a)}, {"place", mm(m.length() - w + by)}});
    return faulty(m, "landing", id, by, "said-landing");
}
// A part glued over the fold of its page by a known amount.
Made overTheFold() {
    Maker m(double(whole(110, 150)), 160);
    const double by = half(1, 8);
    auto next = addPart(m.d, "plate", "40 x 40");
    if (!next)
        throw No{};
    m.d = next->first;
    JoinSpec j = glue("plate.sheet", "card.page-right", -by, 50);
    m.d.joins.push_back(j);
    return faulty(m, "landing", "plate", by, "said-over-fold");
}
// The pages of a row reach past the size that is meant.
Made pageTooWide() {
    const double w = double(whole(90, 110)), by = half(1, 10);
    Maker m = pagesCard(num(w) + " | " + num(w + by) + ", V; height 140", w, 140);
    return faulty(m, "overhang", "card", by, "said-page-too-wide");
}

// --- flaps whose crease runs across the page that they are glued to ---

// A foot of 20 mm on the page, or on its back, and beyond the fold a leaf that is turned by 90 to
// 150 degrees while the card opens: to the side it is glued on, or through the page.
Made turnedLeaf(bool through) {
    Maker m(double(whole(120, 150)), 160);
    const double leaf = half(15, 40), foot = half(45, 70);
    const bool face = whole(0, 1);
    auto next = addPart(m.d, "sign",
                        "20 | " + num(leaf) + ", " + (face != through ? "V" : "M") + "; height 30");
    if (!next)
        throw No{};
    m.d = next->first;
    m.d.joins.push_back(glue("sign.panel-1", "card.page-right", foot, 60));
    m.d.joins.back().onFace = !face;
    m.d.joins.back().ontoFace = face;
    StageSpec spine, turn;
    spine.drive = "card.spine";
    spine.from = Measure::fromDegrees(0);
    spine.to = Measure::fromDegrees(180);
    turn.drive = "sign.fold-1";
    turn.from = Measure::fromDegrees(180);
    turn.to = Measure::fromDegrees(whole(30, 90));
    turn.together = true;
    m.d.motion = {spine, turn};
    if (!through)
        return soundAs(m, "turned-up");
    mustAssemble(m.d);
    return {m.d, {"collision", {"card", "sign"}, leaf}, "turned-through"};
}

} // namespace

const std::vector<Kind>& told() {
    static const std::vector<Kind> kinds{
        {2, boxToTheEdge},    {3, tentOnItsLimit}, {2, otherFace},   {1, awayFromTheFold},
        {2, byBands},         {2, eitherWay},      {2, evenRow},     {2, hingedPages},
        {1, meantToStickOut}, {2, bothSides},      {1, edgesMeet},   {2, gluedWhereCovered},
        {5, saidOverhang},    {5, saidMisfit},     {4, saidLanding}, {4, overTheFold},
        {4, pageTooWide}};
    return kinds;
}

const std::vector<Kind>& turned() {
    static const std::vector<Kind> kinds{{5, [] { return turnedLeaf(false); }},
                                         {6, [] { return turnedLeaf(true); }}};
    return kinds;
}

} // namespace hl::corpus
