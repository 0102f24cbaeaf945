// The rules against closed forms, where the corpus has no fault of their kind or one number
// matters.
#include "core/assemble/assemble.h"
#include "core/files/hlantern.h"
#include "core/files/workshop.h"
#include "core/measure/measure.h"
#include "core/measure/number.h"
#include "core/prove/facts.h"
#include "core/prove/rounding.h"
#include "core/prove/seen.h"
#include "core/prove/stance.h"
#include "core/prove/tolerance.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <set>

using namespace hl;
using namespace hl::test;

namespace {

std::vector<Finding> run(const Case& c, const std::string& rule) {
    std::vector<Finding> out;
    const Evidence e(c, {});
    for (const Rule& r : rules())
        if (rule == r.id)
            r.run(e, {}, out);
    return out;
}

bool near(double a, double b, double within) {
    if (std::fabs(a - b) <= within)
        return true;
    qWarning("%.9g instead of %.9g", a, b);
    return false;
}

Point at(double x, double y) { return {Measure::fromMm(x), Measure::fromMm(y)}; }

// A plate on the right page, glued by the panel left of its fold at `x`; the rest is a flap.
void addFlap(Design& d, const std::string& id, double x, double width, double fold, double y,
             const std::string& glued) {
    FreePart p;
    p.id = p.name = id;
    p.width = Measure::fromMm(width);
    p.height = Measure::fromMm(30);
    LineSpec l;
    l.id = "fold";
    l.kind = LineKind::Valley;
    l.points = {at(fold, 0), at(fold, 30)};
    p.lines = {l};
    d.parts.push_back(p);
    JoinSpec j;
    j.id = id + "-glue";
    j.panel = id + "." + glued;
    j.onto = "card.page-right";
    j.at = at(x, y);
    j.onFace = false;
    d.joins.push_back(j);
}

} // namespace

class Rules : public QObject {
    Q_OBJECT
  private slots:
    // A wall of a box and half a platform stay parallel and change places where the one is as high
    // above its page as the other: a sin(phi) = h sin(phi/2), so cos(phi/2) = h / 2a.
    void parallelPanelsThatChangePlacesAreCaught() {
        const double a = 20, h = 30;
        Design d = with(card(), "box", "card.spine",
                        {{"place", "20"}, {"width", "40"}, {"left", "20"}, {"right", "40"}});
        d = with(d, "platform", "card.spine",
                 {{"place", "40"}, {"width", "40"}, {"left", "30"}, {"height", "30"}});
        const Case c(d, *assemble(d));
        const double swap = 2 * std::acos(h / (2 * a)) * 180 / pi;
        // At every sample the two planes are apart: nobody who looks only there sees it.
        const int wall = c.assembly.panel("box1.left-wall"); // parallel to the right page
        int top = -1;
        for (size_t i = 0; i < c.assembly.panels.size(); ++i)
            if (c.assembly.panels[i].id.find("-top") != std::string::npos)
                for (const Pose& p : c.poses)
                    if (p.opening == 60 &&
                        p.panels[wall].turn.col(2).cross(p.panels[i].turn.col(2)).norm() < 1e-9)
                        top = int(i);
        QVERIFY(wall >= 0 && top >= 0);
        bool above = false, below = false, touches = false;
        for (const Pose& p : c.poses) {
            if (p.opening <= 0 || p.opening >= 180)
                continue;
            const double apart = planeOf(p.panels[top]).height(p.panels[wall].shift);
            (apart > 0 ? above : below) = true;
            touches |= std::fabs(apart) < 1e-3;
        }
        QVERIFY(above && below && !touches);
        const auto found = run(c, "collision");
        QVERIFY(!found.empty());
        bool named = false;
        for (const Finding& f : found)
            for (size_t i = 0; i + 1 < f.panels.size(); ++i)
                named |= (f.panels[i] == c.assembly.panels[wall].id &&
                          f.panels[i + 1] == c.assembly.panels[top].id) &&
                         f.openingFrom <= swap + 0.2 && f.openingTo >= swap - 0.2;
        QVERIFY2(named, found.front().message.c_str());
    }

    // Two flaps that close onto the same place at once: neither can be on top. One after the other
    // they can.
    void impossibleLayersAreNamed() {
        for (bool together : {true, false}) {
            Design d = card(140, 140);
            addFlap(d, "flap-a", 10, 50, 40, 20, "fold-right");
            addFlap(d, "flap-b", 80, 50, 10, 20, "fold-left");
            auto made = assemble(d);
            if (!made)
                QFAIL(made.problem().text().c_str());
            StageSpec one{"flap-a.fold", Measure::fromDegrees(180), Measure::fromDegrees(0), false},
                two{"flap-b.fold", Measure::fromDegrees(180), Measure::fromDegrees(0), together};
            StageSpec open{"card.spine", Measure::fromDegrees(90), Measure::fromDegrees(180),
                           false};
            d.motion = {open, one, two};
            made = assemble(d);
            if (!made)
                QFAIL(made.problem().text().c_str());
            const Case c(d, *made);
            const auto found = run(c, "layers");
            bool named = false;
            for (const Finding& f : found)
                named |= f.parts.size() == 2 && f.parts[0] != "card" && f.parts[1] != "card" &&
                         f.severity == Severity::Stop && f.amount > 1;
            QCOMPARE(named, together);
        }
    }

    // Both pages stand upright at a right angle. The centre of mass lies w/4 from either page and
    // h/2 up, so that the card falls when it is tilted by atan((w/4) / (h/2)).
    void aHalfOpenCardStands() {
        for (auto [w, h] : {std::pair{100.0, 150.0}, {140, 90}}) {
            const Design d = card(w, h);
            const Case c(d, *assemble(d));
            const Stance s = stanceOf(c);
            QVERIFY(s.best());
            QVERIFY(near(s.best()->margin, std::atan2(w / 4, h / 2) * 180 / pi, 1e-6));
            QVERIFY(near(s.centre.z(), w / 2 * std::cos(pi / 4), 1e-9));
            QVERIFY(s.hovering.empty() && s.below.empty());
            for (const Standing& p : s.standing)
                QVERIFY(near(p.height, h, 1e-9) && near(p.lean, 0, 1e-9));
        }
    }

    // A small topper in front of a taller one, seen along the bisector.
    void whatIsHiddenIsSaid() {
        Design d = with(card(), "v-fold", "card.spine",
                        {{"place", "40"}, {"base_left", "40"}, {"height", "60"}});
        d = with(d, "box", "card.spine",
                 {{"place", "100"}, {"left", "12"}, {"right", "12"}, {"width", "15"}});
        const auto all = seenFromFront(Case(d, *assemble(d)));
        QCOMPARE(all.size(), size_t(2));
        for (const Seen& seen : all)
            QVERIFY(seen.part > 0.5 && seen.part <= 1);
    }

    // Two pages; a topper on foam adds its caliper and the foam.
    void layersAddUp() {
        Design d = card(100, 140);
        auto thickness = [](const Design& x) {
            const Case c(x, *assemble(x));
            return Evidence(c, {}).closed.thickness;
        };
        QVERIFY(near(thickness(d), 0.6, 1e-5));
        d = with(d, "topper", "card.page-right",
                 {{"width", "20"},
                  {"height", "20"},
                  {"across", "50"},
                  {"along", "50"},
                  {"raise", "2 mm"}});
        QVERIFY(near(thickness(d), 0.6 + 0.3 + 2, 1e-5));
        const Case c(d, *assemble(d));
        const Evidence e(c, {});
        QVERIFY(near(e.closed.inside, 2.3, 1e-5) && near(e.closed.wrap(), 2.3 * pi / 4, 1e-5));
        QVERIFY(near(e.closed.thickest.x(), -50, 1) && near(e.closed.thickest.y(), 50, 1));
        QVERIFY(near(e.closed.mass, (2 * 100 * 140 + 400) * 240e-6, 1e-9));
        // The smallest envelope goes round the thickness.
        QVERIFY(near(beyondEnvelope(e.closed, 100, 200), 2.9, 1e-5));
        QVERIFY(beyondEnvelope(e.closed, 103, 143) == 0 && beyondEnvelope(e.closed, 143, 103) == 0);
        MailClass m{"x", "x", 140, 100, 2.5, 5};
        QVERIFY(near(excessOver(e.closed, m).thickness, 0.4, 1e-5));
        QVERIFY(excessOver(e.closed, m).length == 0 && excessOver(e.closed, m).width == 0);
    }

    // Closed, every folded score counts twice, once for either panel beside it, and every tab laid
    // down counts both ways: nothing can give way there.
    void errorsAddUpAsSquares() {
        const Design d = with(card(), "box", "card.spine", {{"left", "25"}, {"right", "35"}});
        const Assembly made = *assemble(d);
        Workshop w;
        w.scoreError = 0.25;
        w.cutError = 0;
        w.layingError = 0.4;
        const Case c(d, made, nullptr, w);
        const auto all = tolerances(c);
        QCOMPARE(all.size(), size_t(1));
        double square = 2 * 2 * 0.4 * 0.4;
        for (size_t k = 0; k < made.creases.size(); ++k)
            if (ownerOf(made.creases[k].id) == "box1" && std::fabs(c.poses.front().angles[k]) > 3)
                square += 4 * 0.25 * 0.25;
        const double flat = [&] { // open, the same with what is folded there
            double s = 2 * 2 * 0.4 * 0.4;
            for (size_t k = 0; k < made.creases.size(); ++k)
                if (ownerOf(made.creases[k].id) == "box1" &&
                    std::fabs(c.poses.back().angles[k]) > 3)
                    s += 4 * 0.25 * 0.25;
            return s;
        }();
        QVERIFY(near(all[0].likely, std::sqrt(std::max(square, flat)), 1e-6));
        QVERIFY(all[0].worst > 2 * all[0].likely && all[0].worst <= 3 * all[0].likely + 1e-9);
        QCOMPARE(all[0].sources.size(), size_t(3));
        // Ten times the error, ten times the misfit; none without any.
        Workshop none;
        none.scoreError = none.cutError = none.layingError = 0;
        QVERIFY(tolerances(Case(d, made, nullptr, none))[0].likely == 0);
    }

    void aRulerThatShowsEverythingChangesNothing() {
        const Design d = with(card(), "box", "card.spine", {{"left", "25"}, {"right", "35"}});
        const Case c(d, *assemble(d));
        const Rounding r = roundedTo(c, *ruler("millimetre"));
        QVERIFY(r.misfit < 1e-6 && toBlame(r, c).empty());
        QVERIFY(r.changed == 0 ? sayRounding(r, c).empty()
                               : sayRounding(r, c).find("still meets") != std::string::npos);
        const Rounding eighth = roundedTo(c, *ruler("eighth"));
        QVERIFY(eighth.changed > 0);
        // What it comes to is told: how many, how far, and that all still meets.
        const std::string told = sayRounding(eighth, c);
        QVERIFY2(told.find(numberText(eighth.changed) +
                           " measures that lie beside the ruler's marks "
                           "set to 1/8 in, corners lie up to ") != std::string::npos,
                 told.c_str());
        QVERIFY(eighth.binds() == (told.find("everything still meets") == std::string::npos));
    }

    // Closed, a box reaches as far as its two feet together: 100 mm as designed, and 101 mm with
    // both rounded up. The proof of the rounded design says so, and which measures must stay.
    void roundingThatSticksOutIsNamed() {
        const Design d = with(
            card(100, 140), "box", "card.spine",
            {{"left", "40.5"}, {"right", "59.5"}, {"place", "20"}, {"width", "30"}, {"tab", "8"}});
        Workshop w;
        w.ruler = "millimetre";
        const Case c(d, *assemble(d), nullptr, w);
        QVERIFY(run(c, "overhang").empty());
        const auto found = run(c, "rounding");
        QCOMPARE(found.size(), size_t(1));
        QVERIFY(found[0].severity == Severity::Caution && near(found[0].amount, 1, 1e-6));
        const Rounding r = roundedTo(c, *ruler("millimetre"));
        QVERIFY(sayRounding(r, c).find("sticks out by 1 mm more") != std::string::npos);
        const auto brought = broughtBy(r, Evidence(c, {}));
        QCOMPARE(brought.size(), size_t(1));
        QVERIFY(brought[0].finding.rule == "overhang" && near(r.overhang, 1, 1e-6));
        const auto careful = toBlame(brought[0], r, c);
        QVERIFY2(!careful.empty() && careful[0].parameter == "left_wall",
                 careful.empty() ? "none" : careful[0].parameter.c_str());
        w.ruler = "half-millimetre";
        QVERIFY(run(Case(d, *assemble(d), nullptr, w), "rounding").empty());
        // Its remedy is proved with the maker's own ruler: it makes this finding go away.
        w.ruler = "millimetre";
        std::vector<Finding> all = prove(c);
        findRemedies(c, all);
        QVERIFY(all.size() == 1);
        QVERIFY2(all[0].action, all[0].message.c_str());
        Design mended = d;
        auto& set = *mended.setOf(all[0].action->structure);
        set.erase(all[0].action->parameter);
        if (all[0].action->value)
            set[all[0].action->parameter] = *all[0].action->value;
        QVERIFY(prove(Case(mended, *assemble(mended), nullptr, w)).empty());
    }

    // Two wings as wide as half the page meet in the middle and swing together; rounded up, they
    // overlap and have to swing one after the other, which is a longer course.
    void roundingTheCourseIsNoTrouble() {
        auto d =
            loadDesign(std::string(HL_SOURCE_DIR) + "/demo/quillmere/families/three-page.hlantern");
        QVERIFY(bool(d));
        d->structures.clear();
        d->card.set.clear();
        const Case c(*d, *assemble(*d));
        const Rounding r = roundedTo(c, *ruler("millimetre"));
        QVERIFY(Case(r.design, *assemble(r.design)).poses.size() > c.poses.size());
        for (const Ruler& r : rulers())
            for (const Brought& b : broughtBy(roundedTo(c, r), Evidence(c, {})))
                QFAIL(b.finding.message.c_str());
    }

    // Drawn measures are read off a ruler as well.
    void drawnMeasuresAreRounded() {
        Design d = card(140, 140);
        addFlap(d, "flap", 10, 50, 40.3, 20, "fold-left");
        const Case c(d, *assemble(d));
        const Rounding r = roundedTo(c, *ruler("millimetre"));
        QCOMPARE(r.changed, 2); // both ends of the fold
        // Closed, the flap is folded back: its end moves by twice what its fold does.
        QVERIFY(r.problem.empty() && near(r.moved, 0.6, 1e-6));
    }

    // A plate glued all over a window of 20 by 12 mm in the page under it: so wide is what its
    // adhesive has nothing to hold on to, and closed it sticks to the page beyond.
    void adhesiveOverAnOpeningIsNamed() {
        Design d = card(100, 140);
        d.card.apertures = {{at(-60, 50), at(-40, 50), at(-40, 62), at(-60, 62)}};
        FreePart p;
        p.id = p.name = "plate";
        p.width = Measure::fromMm(50);
        p.height = Measure::fromMm(50);
        d.parts.push_back(p);
        JoinSpec j;
        j.id = "plate-glue";
        j.panel = "plate.sheet";
        j.onto = "card.page-left";
        j.at = at(-75, 30);
        j.onFace = false;
        d.joins.push_back(j);
        auto made = assemble(d);
        if (!made)
            QFAIL(made.problem().text().c_str());
        const auto found = run(Case(d, *made), "landing");
        QCOMPARE(found.size(), size_t(1));
        QVERIFY(found[0].severity == Severity::Stop && near(found[0].amount, 12, 1e-6));
        QVERIFY2(found[0].code == "landing.over-opening" &&
                     found[0].panels.back() == "card.page-left",
                 found[0].message.c_str());
    }

    // Between two frames of the film corners keep near the straight way, for every family.
    void theFilmIsFineEnough() {
        const QDir demo(QString(HL_SOURCE_DIR) + "/demo/quillmere/families");
        for (const QString& name : demo.entryList({"*.hlantern"})) {
            auto d = loadDesign(demo.filePath(name).toStdString());
            QVERIFY(bool(d));
            const Case c(*d, *assemble(*d));
            const Film film(c, 0.05, {});
            for (int f = 0; f + 1 < film.frames(); f += 3) {
                if (film.opening(f + 1) - film.opening(f) < 0.13)
                    continue; // as fine as it gets
                const Pose mid =
                    poseAt(c.linkage, c.motion, (film.opening(f) + film.opening(f + 1)) / 2);
                for (size_t i = 0; i < mid.panels.size(); ++i)
                    for (const Vec2& p : c.assembly.panels[i].outline)
                        QVERIFY2(
                            (mid.panels[i].at(p) -
                             (film.pose(f).panels[i].at(p) + film.pose(f + 1).panels[i].at(p)) / 2)
                                    .norm() < 0.2,
                            qPrintable(name));
            }
        }
    }

    // An edit stops the proof: what was found so far comes back, and soon.
    void aProofCanBeStopped() {
        const Design d = with(card(), "box", "card.spine");
        const Case c(d, *assemble(d));
        std::atomic<bool> stop{false};
        int heard = 0;
        double part = 0;
        prove(c, &stop, [&](const std::vector<Finding>&, double p) {
            QVERIFY(p > part && p <= 1);
            part = p;
            if (++heard == 3)
                stop = true;
        });
        QCOMPARE(heard, 3);
        stop = true;
        QVERIFY(prove(c, &stop).empty());
    }

    void theWorkshopIsKeptAndChecked() {
        Workshop w;
        w.scoreError = 0.35;
        w.ruler = "eighth";
        w.mail.push_back({"own", "Own class", 1, 2, 3, 4});
        auto back = workshopFromText(workshopToText(w));
        QVERIFY(bool(back));
        QCOMPARE(back->scoreError, 0.35);
        QCOMPARE(back->ruler, std::string("eighth"));
        QVERIFY(back->mailClass("own") && back->mailClass("own")->thickness == 3);
        for (const char* bad :
             {"", "[]", "{\"ruler\": \"ell\"}", "{\"score_error\": -1}", "{\"mail\": 3}",
              "{\"mail\": [{\"name\": \"x\"}]}", "{\"mail\": [{\"id\": \"a\"}, {\"id\": \"a\"}]}",
              "{\"mail\": [{\"id\": \"a\", \"mass_g\": \"much\"}]}", "{\"unknown\": 1}"}) {
            auto refused = workshopFromText(bad);
            QVERIFY2(!refused, bad);
            QVERIFY(!refused.problem().text().empty());
        }
        // A mail class that is not in the table is said, not guessed.
        Design d = card();
        d.card.mail = "pigeon";
        const auto found = run(Case(d, *assemble(d)), "stack");
        QCOMPARE(found.size(), size_t(1));
        QVERIFY(found[0].code == "stack.mail-unknown");
    }

    void factsHaveNumbersAndSentences() {
        // Two boxes of one profile 12.5 mm apart, and nothing else to keep apart.
        Design d = with(card(), "box", "card.spine", {{"place", "10"}, {"width", "30"}});
        d = with(d, "box", "card.spine", {{"place", "52.5"}, {"width", "30"}});
        d = with(d, "box", "box1.left-foot", {{"left", "8"}, {"right", "8"}, {"width", "10"}});
        const Case c(d, *assemble(d));
        const Evidence e(c, {});
        std::set<std::string> ids;
        for (const Fact& f : factsOf(e, curvesOf(e))) {
            QVERIFY(!f.text.empty() && std::isfinite(f.amount));
            ids.insert(f.id);
            if (f.id.rfind("clearance", 0) == 0)
                QVERIFY(near(f.amount, 12.5, 1e-6));
        }
        QVERIFY(!keepApart(c, "box1", "box3") && !keepApart(c, "card", "box1"));
        for (const char* id :
             {"mass", "thickness", "wrap", "mail", "stands", "height", "tolerance", "rounding",
              "clearance", "clearance-displayed", "closed-width", "closed-height"})
            QVERIFY2(ids.count(id), id);
    }
};

HL_TEST(Rules)
#include "rules.moc"
