// Verdicts that were once false, one test for each kind; relatives of every case are in the corpus.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "core/prove/facts.h"
#include "core/prove/saying.h"
#include "core/prove/sensitivity.h"
#include "core/prove/solids.h"
#include "core/prove/solve.h"
#include "core/structures/family.h"
#include "tests/facts.h"
#include "tests/program.h"
#include <QRegularExpression>
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

std::vector<Finding> findingsOf(const Design& d) { return prove(*foldUp(d)); }
std::string all(const std::vector<Finding>& findings) {
    std::string out;
    for (const Finding& f : findings)
        out += f.rule + " " + nameOf(f.severity) + ": " + f.message + "\n";
    return out;
}
double amountOf(const Design& d, const char* rule) {
    const auto found = findingsOf(d);
    const Finding* f = first(found, rule);
    return f ? f->amount : -1;
}
bool works(const Design& d) { return verdictOf(findingsOf(d)) == Verdict::Works; }

// A pointed figure on a box's wall that passes through a tent beside it near 164 degrees; its tip
// is 99 mm up the spine.
Design spire(double width, double across, double tentFrom) {
    Design d = with(card(140, 180), "box", "card.spine",
                    {{"left", "35"}, {"right", "35"}, {"place", "40"}, {"width", "30"}});
    d = with(d, "tent", "card.spine",
             {{"left", "24"},
              {"right", "24"},
              {"left_wall", "36"},
              {"place", std::to_string(tentFrom) + " mm"},
              {"width", "20"}});
    return with(d, "topper", "box1.left-wall",
                {{"shape", "polygon"},
                 {"corners", "3"},
                 {"width", std::to_string(width) + " mm"},
                 {"height", "60"},
                 {"across", std::to_string(across) + " mm"},
                 {"along", "29"},
                 {"adhesive_to", "10"}});
}

} // namespace

class Verdicts : public QObject {
    Q_OBJECT
  private slots:
    // A strip glued a little askew is forgiven, but not where it goes through a platform.
    void whatIsForgivenIsSearched() {
        const Design deck =
            with(card(140, 180), "platform", "card.spine",
                 {{"left", "40"}, {"height", "20"}, {"place", "60"}, {"width", "40"}});
        const double straight = amountOf(strip(deck, {38, 38}, "VMV", 30, 0), "collision");
        QVERIFY(straight > 6);
        for (double askew : {0.1, 0.3}) {
            const auto found = findingsOf(strip(deck, {38, 38}, "VMV", 30, askew));
            const Finding* miss = first(found, "misfit");
            QVERIFY2(miss && miss->amount > 0.02 && miss->amount < 0.5, all(found).c_str());
            const Finding* f = first(found, "collision");
            QVERIFY2(f && f->severity == Severity::Stop, all(found).c_str());
            QVERIFY(std::fabs(f->amount - straight) < 1);
        }
    }

    void adhesiveIsLookedAtByArea() {
        auto plate = [](double y) {
            Design d = card(140, 180);
            d.parts.push_back(blank("plate", 30, 50));
            d.joins.push_back(glue("plate.sheet", "card.page-right", 110, y, 0, false));
            return d;
        };
        QVERIFY(works(plate(60)));
        Design notch = plate(60); // its corners lie on paper, above and below the notch
        notch.card.apertures = {{at(120, 75), at(150, 75), at(150, 87), at(120, 87)}};
        QVERIFY(std::fabs(amountOf(notch, "landing") - 12) < 1e-6);
        Design cut = with(card(140, 180), "cut-out-box", "card.spine",
                          {{"left", "30"}, {"right", "30"}, {"place", "60"}, {"width", "40"}});
        cut.parts.push_back(blank("plate", 60, 80));
        cut.joins.push_back(glue("plate.sheet", "card.page-right", 5, 40, 0, false));
        const auto found = findingsOf(cut);
        const Finding* f = first(found, "landing");
        QVERIFY2(f && f->severity == Severity::Stop && std::fabs(f->amount - 25) < 1e-6,
                 all(found).c_str());
        QVERIFY(f->code == "landing.holds-down");
    }

    // Where h = 2 b cos(phi / 2) a layer and a box's wall lie in one plane: at a whole degree,
    // which is looked at, and at one that is not.
    void placesChangedExactlyAtAFrame() {
        for (double phi : {120.0, 90.0, 60.0, 100.37}) {
            const double b = 20, h = 2 * b * std::cos(phi / 2 * pi / 180);
            Design d = with(card(140, 180), "floating-layer", "card.spine",
                            {{"reach", "45"},
                             {"height", std::to_string(h) + " mm"},
                             {"place", "50"},
                             {"width", "60"}});
            d = with(d, "box", "card.spine",
                     {{"left", "34"}, {"right", "20"}, {"place", "65"}, {"width", "30"}});
            bool found = false;
            for (const Finding& f : findingsOf(d))
                found |=
                    f.rule == "collision" && f.openingFrom <= phi + 0.5 && f.openingTo >= phi - 0.5;
            QVERIFY2(found, std::to_string(phi).c_str());
        }
    }

    // The twist's arms rise by gamma = 2 atan(tan alpha cos(phi / 2)); something that never leaves
    // its host is told.
    void theTwistTurns() {
        for (double alpha : {30.0, 45.0, 55.0}) {
            const Design d = with(card(150, 190), "x-fold", "card.spine",
                                  {{"alpha", std::to_string(alpha)}, {"plates", "none"}});
            // Beyond 45 degrees the arms turn up by more than 90 and pass through one another.
            QVERIFY2(works(d) == (alpha <= 45), all(findingsOf(d)).c_str());
            const auto c = foldUp(d);
            const int arm = c->assembly.crease("x-fold1.upper-arm");
            QVERIFY(arm >= 0);
            for (double phi : {0.0, 30.0, 90.0, 150.0, 179.0}) {
                const Pose p = poseAt(c->linkage, c->motion, phi);
                const Crease& k = c->assembly.creases[arm];
                const Vec3 way = p.panels[k.left].turn * lift(k.dir());
                const double gamma =
                    2 * std::atan(std::tan(alpha * pi / 180) * std::cos(phi / 2 * pi / 180));
                QVERIFY(std::fabs(std::acos(std::clamp(way.y(), -1.0, 1.0)) - gamma) < 1e-6);
            }
        }
        QVERIFY(works(with(card(150, 190), "x-fold", "card.spine")));
        // A V-fold whose sectors are as wide as its base angles can stay in the pages. It is made
        // to, by a host that never opens.
        Design flat = with(card(150, 190), "box", "card.spine", {{"left", "30"}, {"right", "30"}});
        flat.motion = {StageSpec{"card.spine", deg(179.99), deg(180), false}};
        const auto found = findingsOf(flat);
        QVERIFY2(first(found, "idle"), all(found).c_str());
        for (const Family& f : families())
            if (f.ground != Ground::Form && f.ground != Ground::Panel && f.form.empty()) {
                const auto said = findingsOf(with(card(150, 190), f.id, f.host));
                QVERIFY2(!first(said, "idle"), (f.id + "\n" + all(said)).c_str());
            }
    }

    void motionWithinAPlaneIsSearched() {
        auto slider = [](double far, double go, bool pivot) {
            Design d = with(
                card(140, 180), "box", "card.spine",
                {{"left", "30"}, {"right", "30"}, {"place", "60"}, {"width", "30"}, {"tab", "9"}});
            d.parts.push_back(blank("arm", 15, 10));
            JoinSpec j = glue("arm.sheet", "card.page-right", 45 + far, 70, 180, false);
            j.id = "way";
            j.kind = pivot ? JoinKind::Pivot : JoinKind::Slide;
            j.from = pivot ? deg(0) : mm(0);
            j.to = pivot ? deg(go) : mm(go);
            d.joins.push_back(j);
            d.motion = {StageSpec{"card.spine", deg(0), deg(180), false},
                        StageSpec{"way", j.from, j.to, false}};
            return d;
        };
        // It begins `far` before the foot and goes 6 mm further: over the tab, as wide as that.
        const auto found = findingsOf(slider(10, 16, false));
        const Finding* f = first(found, "collision");
        QVERIFY2(f && std::fabs(f->amount - 6) < 0.6, all(found).c_str());
        QVERIFY(!first(findingsOf(slider(10, 8, false)), "collision"));
        // An arm that turns sweeps over the same foot.
        QVERIFY(first(findingsOf(slider(-3, 90, true)), "collision") ||
                first(findingsOf(slider(-6, 90, true)), "collision"));
        // Over the spine, beyond which the page rises.
        Design d = card(140, 180);
        d.parts.push_back(blank("slide", 20, 20));
        JoinSpec j = glue("slide.sheet", "card.page-right", 30, 60, 180, false);
        j.id = "way";
        j.kind = JoinKind::Slide;
        j.to = mm(25);
        d.joins.push_back(j);
        d.motion = {StageSpec{"card.spine", deg(0), deg(90), false},
                    StageSpec{"way", mm(0), mm(25), false}};
        QVERIFY(first(findingsOf(d), "collision"));
    }

    // The last millimetres of a spire 60 high.
    void pointedShapesKeepTheirTips() {
        for (double reach : {4.0, 8.0, 20.0}) {
            const Design d = spire(3, 14, 99 - reach);
            const auto found = findingsOf(d);
            bool hit = false;
            for (const Finding& f : found)
                hit |= f.rule == "collision" &&
                       std::count(f.parts.begin(), f.parts.end(), "topper1") &&
                       std::count(f.parts.begin(), f.parts.end(), "tent1");
            QVERIFY2(hit, (std::to_string(reach) + "\n" + all(found)).c_str());
        }
    }

    // In a window narrower than a degree the deepest place is still found: a spire that grazes a
    // wall, looked at every hundredth of a degree.
    void narrowWindowsHaveTheirDepth() {
        int narrow = 0;
        for (int n = 0; n < 12; ++n) {
            const Design d = spire(4, 13 + 0.3 * n, 89 + n);
            const auto c = foldUp(d);
            const int spire = c->assembly.panel("topper1.topper");
            Crossing deepest;
            for (double phi = 150; phi < 179; phi += 0.01) {
                const Pose pose = poseAt(c->linkage, c->motion, phi);
                for (const char* wall : {"tent1.left-wall", "tent1.right-wall"}) {
                    const int w = c->assembly.panel(wall);
                    forPieces(c->assembly.panels[spire], pose.panels[spire], c->assembly.panels[w],
                              pose.panels[w], [&](const Polygon& p, const Polygon& q) {
                                  if (const auto x = crossingOf(p, q))
                                      deepest.depth = std::max(deepest.depth, x->depth);
                              });
                }
            }
            if (deepest.depth < 0.2)
                continue;
            const auto found = prove(*c);
            const Finding* f = first(found, "collision");
            QVERIFY2(f, (std::to_string(n) + "\n" + all(found)).c_str());
            narrow += f->openingTo - f->openingFrom < 1;
            QVERIFY2(f->amount > deepest.depth - 0.01,
                     (std::to_string(f->amount) + " of " + std::to_string(deepest.depth)).c_str());
        }
        QVERIFY2(narrow > 2, std::to_string(narrow).c_str());
    }

    void seamsAreNoSecondLayer() {
        Design d = card(140, 180);
        QVERIFY(std::fabs(fact(d, "thickness") - 0.6) < 1e-6);
        d.card.apertures = {{at(30, 40), at(60, 40), at(60, 80), at(30, 80)}};
        QVERIFY(std::fabs(fact(d, "thickness") - 0.6) < 1e-6);
        d.card.apertures.push_back({at(80, 90), at(100, 120), at(70, 130)});
        QVERIFY(std::fabs(fact(d, "thickness") - 0.6) < 1e-6);
        // A gate on a card whose motion is the gate's alone still counts, closed.
        Design gate = card(140, 180);
        FreePart p = blank("gate", 60, 40);
        p.lines = {line("hinge", LineKind::Valley, {at(20, 0), at(20, 40)})};
        gate.parts.push_back(p);
        gate.joins.push_back(glue("gate.hinge-left", "card.page-right", 40, 60, 0, false));
        gate.motion = {StageSpec{"gate.hinge", deg(0), deg(120), false}};
        QVERIFY2(std::fabs(fact(gate, "thickness") - (0.6 + 0.6 + 0.05)) < 0.03,
                 std::to_string(fact(gate, "thickness")).c_str());
        QVERIFY(std::fabs(fact(gate, "closed-width") - 140) < 1e-6);
        gate.card.envelope = {mm(130), mm(190)};
        QVERIFY(amountOf(gate, "overhang") > 9);
    }

    // There is no angle just below which foam that keeps the card from closing is no matter.
    void foamIsForgivenByHowSteepItIsMet() {
        Severity last = Severity::Stop;
        for (double across = 6; across < 60; across += 1) {
            const auto found = findingsOf(with(card(140, 180), "topper", "card.page-right",
                                               {{"width", "8"},
                                                {"height", "20"},
                                                {"across", std::to_string(across) + " mm"},
                                                {"along", "90"},
                                                {"raise", "5"}}));
            const Finding* f = first(found, "collision");
            const Severity now = f ? f->severity : Severity::Note;
            QVERIFY(now <= last); // further out it is never worse
            QVERIFY(last != Severity::Stop || now != Severity::Note); // care lies in between
            last = now;
        }
        QVERIFY(last == Severity::Note);
    }

    void whatOnlyMeetsIsNoMatter() {
        Design d = with(card(140, 180), "topper", "card.page-right",
                        {{"width", "20"}, {"height", "20"}, {"across", "40"}, {"along", "90"}});
        for (const char* across : {"60", "60.2 mm"})
            QVERIFY(works(
                with(d, "topper", "card.page-right",
                     {{"width", "20"}, {"height", "20"}, {"across", across}, {"along", "90"}})));
        Design boxes = with(card(140, 180), "box", "card.spine",
                            {{"left", "30"}, {"right", "30"}, {"place", "20"}, {"width", "30"}});
        QVERIFY(works(with(boxes, "box", "card.spine",
                           {{"left", "20"}, {"right", "20"}, {"place", "50"}, {"width", "30"}})));
        // Ribs glued back to back, as in every tier.
        QVERIFY(works(with(card(150, 190), "tier", "card.spine")));
    }

    // An answer, typed in as it is read, holds.
    void answersAreSafeAsTheyAreRead() {
        int typed = 0;
        for (double left : {23.37, 31.31, 40.0})
            for (const char* measure : {"left", "right", "width"})
                for (Unit unit : {Unit::Millimetre, Unit::Inch}) {
                    Design d = with(
                        card(140.3, 180.7), "box", "card.spine",
                        {{"left", std::to_string(left) + " mm"}, {"place", "20"}, {"width", "40"}});
                    d.units = unit;
                    Question q;
                    q.ask = Ask::Most;
                    q.structure = "box1";
                    q.measure = measure;
                    const auto answer = solve(d, q);
                    QVERIFY(bool(answer));
                    const auto number = QRegularExpression("at most ([0-9 /.]+(?:mm|in))")
                                            .match(QString::fromStdString(answer->sentence));
                    QVERIFY2(number.hasMatch(), answer->sentence.c_str());
                    auto next = setMeasure(d, "box1", measure, number.captured(1).toStdString());
                    QVERIFY2(next, answer->sentence.c_str());
                    for (const Finding& f : findingsOf(*next))
                        QVERIFY2(f.severity == Severity::Note || f.rule == "stance",
                                 (answer->sentence + " | " + f.message).c_str());
                    ++typed;
                }
        QCOMPARE(typed, 18);
        // A figure on the top of a stage has a largest size as well.
        Design stage = with(card(160, 200), "tier", "card.spine");
        stage = with(stage, "topper", "tier1.left-top",
                     {{"width", "12"}, {"height", "12"}, {"adhesive_to", "4"}});
        Question q;
        q.ask = Ask::Topper;
        q.structure = "topper1";
        const auto answer = solve(stage, q);
        QVERIFY2(answer, answer ? "" : answer.problem().text().c_str());
        QVERIFY(answer->values[0].mm() > 12);
    }

    // What is offered is never followed by something new, and no two remedies contradict.
    void remediesBringNothingNew() {
        int offered = 0;
        for (int n = 0; n < 12; ++n) {
            Design d = card(120, 160);
            for (int i = 0; i < 3; ++i)
                d = with(d, i % 2 ? "tent" : "box", "card.spine",
                         {{"left", std::to_string(20 + (7 * n + 5 * i) % 23) + " mm"},
                          {"place", std::to_string(10 + 38 * i + n % 5) + " mm"},
                          {"width", std::to_string(36 + (3 * n) % 9) + " mm"}});
            const auto c = foldUp(d);
            const auto before = prove(*c);
            auto after = before;
            findRemedies(*c, after);
            std::map<std::string, std::string> said;
            for (const Finding& f : after) {
                if (!f.action)
                    continue;
                ++offered;
                const std::string value =
                    f.action->value ? exactText(*f.action->value, d.units) : "";
                auto [it, fresh] =
                    said.try_emplace(f.action->structure + f.action->parameter, value);
                QVERIFY(fresh || it->second == value);
                Design healed = d;
                auto& set = *healed.setOf(f.action->structure);
                if (f.action->value)
                    set[f.action->parameter] = *f.action->value;
                else
                    set.erase(f.action->parameter);
                for (const Finding& g : findingsOf(healed)) {
                    QVERIFY(g.rule != f.rule || g.parts != f.parts || g.severity == Severity::Note);
                    QVERIFY2(g.severity == Severity::Note ||
                                 std::any_of(before.begin(), before.end(),
                                             [&](const Finding& b) { return b.rule == g.rule; }),
                             g.message.c_str());
                }
            }
        }
        QVERIFY2(offered > 10, std::to_string(offered).c_str());
    }

    // With more findings than are looked at the search ends; one that is asked for is looked at
    // first.
    void remediesComeToAnEnd() {
        Design d = card(120, 300);
        for (int i = 0; i < 9; ++i)
            d = with(d, "box", "card.spine",
                     {{"left", "70"},
                      {"right", "70"},
                      {"place", std::to_string(10 + 30 * i) + " mm"},
                      {"width", "20"}});
        const auto c = foldUp(d);
        auto findings = prove(*c);
        const size_t last = findings.size() - 1;
        QVERIFY2(last >= 8, all(findings).c_str());
        size_t asked = 0, reports = 0;
        const Searched searched = findRemedies(
            *c, findings, nullptr, [&](double) { ++reports; },
            [&] { return asked++ == 0 ? last : findings.size(); });
        QVERIFY(asked > 1 && reports < findings.size());
        // How far it got is told.
        QCOMPARE(searched.looked, reports);
        size_t open = 0;
        for (const Finding& f : findings)
            open += f.severity != Severity::Note && !f.action;
        QVERIFY(searched.left > 0 && searched.left <= open);
        size_t wrong = 0;
        for (size_t i = 0; i < findings.size(); ++i)
            wrong += findings[i].action && findings[i].severity == Severity::Note;
        QCOMPARE(wrong, size_t(0));
    }

    // Measures that happen to agree are as sensitive as those next to them.
    void sensitivityHasNoJumps() {
        auto rate = [](double left) {
            Design d = with(card(127, 177.8), "box", "card.spine",
                            {{"left", std::to_string(left) + " mm"}, {"right", "1/2 in"}});
            double most = 0;
            const auto all = sensitivities(d);
            for (const Sensitivity& s : *all)
                most = std::max(most, s.rate);
            return most;
        };
        const double exact = rate(31.75);
        for (double by : {-0.4, -0.01, 0.01, 0.4})
            QVERIFY(std::fabs(rate(31.75 + by) - exact) < 0.3 * exact);
    }

    // On a top fold figures and arches stand upright as the card is shown.
    void uprightOnATopFold() {
        for (SpineSide side : {SpineSide::Left, SpineSide::Top}) {
            Design d = *newDesign(mm(105), mm(150), side, Unit::Millimetre);
            d = with(d, "topper", "card.page-right",
                     {{"shape", "arch"},
                      {"width", "30"},
                      {"height", "40"},
                      {"across", "40"},
                      {"along", "60"}});
            const auto c = foldUp(d);
            const Pose p = poseAt(c->linkage, c->motion, 180);
            const Panel& arch = c->assembly.panels[c->assembly.panel("topper1.topper")];
            const Rigid at = p.panels[c->assembly.panel("topper1.topper")];
            const Vec3 up = at.turn * Vec3(0, 1, 0); // its own
            // Lying open, the spine along y: with the spine at the top, up is back toward it.
            const Vec3 wanted = side == SpineSide::Left ? Vec3(0, 1, 0) : Vec3(-1, 0, 0);
            QVERIFY((up - wanted).norm() < 1e-9);
            QVERIFY(arch.outline.size() > 8);
        }
    }

    void openingsAreWhatTheyAre() {
        auto opened = [](std::vector<Point> ring) {
            Design d = card(140, 180);
            d.card.apertures = {std::move(ring)};
            return d;
        };
        // Touching or passing the edge: a notch, no loose flap, and no more paper than before.
        for (double edge : {140.0, 150.0}) {
            const Design d = opened({at(110, 40), at(edge, 40), at(edge, 80), at(110, 80)});
            QVERIFY2(works(d), all(findingsOf(d)).c_str());
            const auto c = foldUp(d);
            double area = 0;
            for (const Panel& p : c->assembly.panels)
                area += areaOf(p.outline);
            QVERIFY(std::fabs(area - (2 * 140 * 180 - 30 * 40)) < 1e-3);
        }
        const auto cut = assemble(opened({at(60, -5), at(65, -5), at(65, 185), at(60, 185)}));
        QVERIFY(!cut && cut.problem().text().find("2 pieces") != std::string::npos);
        // In what is cut out of the page.
        Design d = opened({at(8, 70), at(20, 70), at(20, 85), at(8, 85)});
        d = with(d, "cut-out-box", "card.spine",
                 {{"left", "30"}, {"right", "30"}, {"place", "60"}, {"width", "40"}});
        const auto c = foldUp(d);
        size_t windows = 0;
        for (const Panel& p : c->assembly.panels)
            windows += ownerOf(p.id) == "cut-out-box1" ? p.apertures.size() : 0;
        QCOMPARE(windows, size_t(1));
        QVERIFY(works(d));
        // One that is exactly as large as what goes through it has nothing to spare.
        for (double spare : {0.0, 0.2, 3.0}) {
            Design tunnel = card(140, 180);
            tunnel.card.apertures = {{at(-50, 60 - spare), at(-10, 60 - spare), at(-10, 90 + spare),
                                      at(-50, 90 + spare)}};
            FreePart mouth = blank("mouth", 60, 30);
            mouth.lines = {line("hinge", LineKind::Mountain, {at(20, 0), at(20, 30)})};
            tunnel.parts.push_back(mouth);
            JoinSpec j = glue("mouth.hinge-left", "card.page-right", 5, 60, 0, false);
            tunnel.joins.push_back(j);
            const auto found = findingsOf(tunnel);
            const Finding* f = first(found, "clearance");
            if (f)
                QVERIFY2(std::fabs(f->amount - spare) < 0.05, all(found).c_str());
        }
        // A crease off its blank.
        Design beside = card(140, 180);
        FreePart p = blank("plate", 50, 30);
        p.lines = {line("lost", LineKind::Valley, {at(60, 0), at(60, 30)})};
        beside.parts.push_back(p);
        beside.joins.push_back(glue("plate.sheet", "card.page-right", 40, 60, 0, false));
        const auto found = findingsOf(beside);
        QVERIFY2(first(found, "folds") && first(found, "folds")->code == "folds.beside-paper",
                 all(found).c_str());
    }

    // A long strip lies flat in the closed card, whatever its folds would rest at.
    void longStripsFoldFlat() {
        const struct {
            std::vector<double> widths;
            const char* kinds;
            double left, right; // feet, from the spine
        } strips[] = {{{38, 38}, "VMV", 30, 30},
                      {{40, 40, 40}, "VVMV", 60, 20},
                      {{30, 30, 30, 30}, "VMVMV", 30, 30},
                      {{30, 30, 30, 30}, "VVMVV", 30, 30},
                      {{50, 50, 50, 50}, "VMVMV", 60, 60},
                      {std::vector<double>(6, 30), "VMVMVMV", 30, 30},
                      {std::vector<double>(9, 20), "VVMVMVMVMV", 60, 40}};
        for (double rest : {-1.0, 0.0, 20.0, 90.0, 160.0})
            for (auto& one : strips) {
                Design d = strip(card(140, 180), one.widths, one.kinds, one.right, 0);
                d.joins[0].at.x = mm(-one.left);
                for (LineSpec& l : d.parts[0].lines)
                    if (rest >= 0)
                        l.rest = deg(rest);
                const auto found = findingsOf(d);
                QVERIFY2(
                    verdictOf(found) != Verdict::Fails && !first(found, "reach") &&
                        !first(found, "misfit"),
                    (one.kinds + (", rest " + std::to_string(rest) + "\n" + all(found))).c_str());
            }
        // A free flap is pressed flat between the pages.
        Design flap = card(140, 180);
        FreePart p = blank("flap", 60, 40);
        p.lines = {line("hinge", LineKind::Valley, {at(20, 0), at(20, 40)})};
        flap.parts.push_back(p);
        flap.joins.push_back(glue("flap.hinge-left", "card.page-right", 40, 60, 0, false));
        const auto c = foldUp(flap);
        const double closed = c->poses.front().angles[c->assembly.crease("flap.hinge")];
        QVERIFY(std::fabs(std::sin(closed)) < 1e-12);
    }

    void wordsSayWhatIs() {
        // Two amounts that differ do so as they are said.
        Design d = with(card(127, 177.8), "box", "card.spine", {{"tab", "2.95 mm"}});
        d.units = Unit::Inch;
        const auto narrow = findingsOf(d);
        const Finding* f = first(narrow, "landing");
        QVERIFY(f && f->message.find(" mm") == std::string::npos);
        const auto both = QRegularExpression("only (\\S+) in deep.*at least (\\S+) in")
                              .match(QString::fromStdString(f->message));
        QVERIFY2(both.hasMatch() && both.captured(1) != both.captured(2), f->message.c_str());
        // One narrow pair of tabs is told for each tab, and once.
        QCOMPARE(std::count_if(narrow.begin(), narrow.end(),
                               [](const Finding& g) { return g.severity != Severity::Note; }),
                 2);
        // Look-alikes are told by kind.
        Design many = card(140, 900);
        for (int i = 0; i < 40; ++i)
            many = with(many, "box", "card.spine",
                        {{"place", std::to_string(10 + 22 * i) + " mm"},
                         {"width", std::to_string(15 + 0.5 * (i % 3)) + " mm"},
                         {"left", "20"}});
        const auto alike = findingsOf(many);
        QVERIFY2(alike.size() <= 3, all(alike).c_str());
        QVERIFY(first(alike, "mirror"));
        // What stands when the card lies open is displayed so.
        for (const char* kind : {"cube", "tier", "platform"})
            QCOMPARE(foldUp(with(card(150, 190), kind, "card.spine"))->assembly.display.at, 180.0);
        QCOMPARE(foldUp(with(card(150, 190), "box", "card.spine"))->assembly.display.at, 90.0);
        QCOMPARE(oneOf(*family("interlocked")).substr(0, 3), std::string("an "));
        const auto c = foldUp(with(card(), "topper", "card.page-right"));
        QCOMPARE(sayPanel(*c, c->assembly.panel("topper1.topper")), std::string("topper"));
        // A tongue without a slit, and one whose slit is too short.
        Design tongue = card(140, 180);
        tongue.parts.push_back(blank("tongue", 40, 40));
        tongue.parts[0].tabs = {tab("t", 1, Fold::Mountain, 8)};
        JoinSpec j = glue("tongue.t", "card.page-right", 30, 60, 0);
        j.kind = JoinKind::Slot;
        tongue.joins.push_back(j);
        QVERIFY(amountOf(tongue, "landing") < 50);
        tongue.card.lines = {line("slit", LineKind::Slit, {at(30, 60), at(60, 60)})};
        const auto shortSlit = findingsOf(tongue);
        QVERIFY2(first(shortSlit, "landing") &&
                     std::fabs(first(shortSlit, "landing")->amount - 10) < 0.1,
                 all(shortSlit).c_str());
    }
};

HL_TEST(Verdicts)
#include "verdicts.moc"
