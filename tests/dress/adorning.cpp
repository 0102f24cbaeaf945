// What is put on a dressed card besides mats: film and thread with their rule, toppers with their
// safe zone, panels dressed alike, mats under landings, what stands before what.
#include "core/assemble/assemble.h"
#include "core/assembly/adhesive.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "core/make/parts_list.h"
#include "core/make/pattern.h"
#include "core/prove/prove.h"
#include "core/structures/family.h"
#include "core/structures/layers/words.h"
#include "tests/dress/adorned.h"
#include "tests/program.h"
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

Point point(double x, double y) { return {Measure::fromMm(x), Measure::fromMm(y)}; }

} // namespace

class Adorning : public QObject {
    Q_OBJECT

  private slots:
    // A strip of 15 x 116 mm over the spine: held at its ends, straight where the card lies open.
    void filmIsCutToItsLength() {
        const Design d =
            with(card(120, 150), "film", "card.spine", {{"width", "15"}, {"length", "116"}});
        QVERIFY(d.stock(d.structures[0].stock)->clear);
        const auto c = foldUp(d);
        QCOMPARE(c->assembly.spans.size(), size_t(1));
        QCOMPARE(c->assembly.spans[0].length, 104.0);
        QVERIFY(!first(prove(*c), "idle"));
        const auto parts = partsList(d, c->assembly);
        const auto film =
            std::find_if(parts.begin(), parts.end(), [](auto& p) { return p.id == "film1"; });
        QVERIFY(film != parts.end());
        QVERIFY((film->blank - Vec2(116, 15)).norm() < 1e-6);
        QCOMPARE(film->paper, std::string("Clear film"));
        QVERIFY(prove(*c).empty() || verdictOf(prove(*c)) == Verdict::Works);
        // Its ends are glued, and nothing else of it.
        QCOMPARE(c->assembly.joins.size(), size_t(2));
        auto back = designAsWritten(designToText(d));
        QVERIFY(back && *back == d);
        QVERIFY(designToText(d).find("\"version\": 5") != std::string::npos);
    }

    void filmThatIsTooShortIsToldAndMended() {
        const Design d = with(card(120, 150), "film", "card.spine",
                              {{"left", "40"}, {"right", "40"}, {"length", "86"}});
        const auto found = prove(*foldUp(d));
        const Finding* f = first(found, "spans");
        QVERIFY(f);
        QCOMPARE(int(f->severity), int(Severity::Stop));
        QVERIFY(std::fabs(f->amount - 6) < 1e-6); // 80 mm apart, 74 are free
        QVERIFY2(f->code == "spans.short", f->message.c_str());
        QVERIFY(f->action && f->action->parameter == "length");
        Design mended = d;
        mended.structures[0].set["length"] = *f->action->value;
        QVERIFY(!first(prove(*foldUp(mended)), "spans"));
    }

    // Shut, its loop lies beyond the ends and looks out at the edge that is nearer than half of it.
    void filmThatLooksOutIsTold() {
        const Design d = with(card(120, 150), "film", "card.spine",
                              {{"left", "80"}, {"right", "80"}, {"length", "172"}});
        const auto found = prove(*foldUp(d));
        const Finding* f = first(found, "spans");
        QVERIFY(f);
        QVERIFY(std::fabs(f->amount - (80 - (120 - 80))) < 1e-6);
        QVERIFY2(f->code == "spans.looks-out", f->message.c_str());
    }

    void whatCannotBeMadeIsRefused_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("measure");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("why");
        QTest::newRow("ends only") << "film"
                                   << "length"
                                   << "12"
                                   << "glued";
        QTest::newRow("off the fold") << "film"
                                      << "width"
                                      << "200"
                                      << "no paper";
        QTest::newRow("off the page") << "film"
                                      << "left"
                                      << "118"
                                      << "panel ends";
        QTest::newRow("hole off the page") << "thread"
                                           << "right"
                                           << "130"
                                           << "panel ends";
        QTest::newRow("beyond the fold") << "thread"
                                         << "place"
                                         << "400"
                                         << "fold ends";
    }
    void whatCannotBeMadeIsRefused() {
        QFETCH(QString, kind);
        QFETCH(QString, measure);
        QFETCH(QString, value);
        QFETCH(QString, why);
        auto made = addStructure(card(120, 150), kind.toStdString(), "card.spine",
                                 {{measure.toStdString(), value.toStdString()}});
        QVERIFY(!made);
        QVERIFY2(made.problem().text().find(why.toStdString()) != std::string::npos,
                 made.problem().text().c_str());
    }

    // A greeting on the film and letters on the banners, in turn; as many banners as are told,
    // alike.
    void wordsOnFilmAndBanners() {
        Design d = with(card(120, 150), "film", "card.spine", {{"length", "116"}});
        d.structures[0].text = "Mind the gap";
        d = with(d, "thread", "card.spine",
                 {{"banners", "5"}, {"left", "60"}, {"right", "60"}, {"length", "126"}});
        d.structures[1].text = "ÉTAPE";
        const Assembly a = *assemble(d);
        const auto printed = printedWords(d, a);
        QCOMPARE(printed.size(), size_t(6));
        std::string letters;
        for (const Printed& p : printed) {
            if (!p.onFilm) {
                letters += p.text;
                QVERIFY(a.panels[size_t(p.panel)].hung);
                for (const Paper& letter : p.letters)
                    for (const Vec2& q : letter.outline)
                        QVERIFY(onPaper(a.panels[size_t(p.panel)].outline, {}, q));
            }
        }
        QCOMPARE(letters, std::string("ÉTAPE"));
        const auto parts = partsList(d, a);
        const auto banner = std::find_if(parts.begin(), parts.end(),
                                         [](auto& p) { return p.id == "thread1.banner-1"; });
        QVERIFY(banner != parts.end());
        QCOMPARE(banner->count, 5);
        QVERIFY(banner->on.empty());
        const auto patch =
            std::find_if(parts.begin(), parts.end(), [](auto& p) { return p.id == "thread1"; });
        QCOMPARE(patch->count, 2);
        QVERIFY(verdictOf(prove(*foldUp(d))) == Verdict::Works);
    }

    void aShortThreadIsTold() {
        const Design d = with(card(120, 150), "thread", "card.spine",
                              {{"left", "60"}, {"right", "50"}, {"length", "104"}});
        const auto found = prove(*foldUp(d));
        const Finding* f = first(found, "spans");
        QVERIFY(f && std::fabs(f->amount - 6) < 1e-6);
        Design mended = d;
        mended.structures[0].set["length"] = *f->action->value;
        QVERIFY(!first(prove(*foldUp(mended)), "spans"));
    }

    // A rectangle half over the edge of its panel: adhesive where it lies on paper, a millimetre
    // from the edge.
    void adhesiveGoesWhereItIsSafe() {
        const Design d = with(card(120, 150), "box", "card.spine",
                              {{"left", "40"}, {"right", "40"}, {"width", "60"}});
        const Design over =
            topped(d, "box1.left-wall", {{"width", "30"}, {"height", "20"}, {"across", "35"}});
        const Assembly a = *assemble(over);
        const Join& j = heldBy(a, "topper1.topper");
        QVERIFY(!j.adhesive.empty());
        // The wall is 40 mm deep: 19 of the 30 mm from 20 on lie on it, clear of its fold.
        QVERIFY(std::fabs(heldPart(a, j) - 19.0 / 30) < 1e-3);
        for (const Ring& ring : j.adhesive)
            for (const Vec2& p : ring)
                QVERIFY(onPaper(a.panels[size_t(j.landing)].outline, {}, j.place.at(p).head<2>()));
        // All over, it reaches what stands beside it when the card is closed; safe, nothing is
        // said.
        QVERIFY(!first(prove(*foldUp(over)), "landing"));
        Design sticky = over;
        sticky.structures.back().set.erase("adhesive");
        QVERIFY(first(prove(*foldUp(sticky)), "landing"));
        // On its panel as a whole nothing need be said of it.
        const Design within = topped(d, "box1.left-wall", {{"width", "20"}, {"height", "12"}});
        QVERIFY(heldBy(*assemble(within), "topper1.topper").adhesive.empty());
    }

    // With its middle off the panel it is taken if a patch of it is held, and told where that is
    // little.
    void theMiddleMayLieOffThePanel() {
        const Design d = with(card(120, 150), "box", "card.spine",
                              {{"left", "40"}, {"right", "40"}, {"width", "60"}});
        auto at = [&](const char* across) {
            return layTopper(d, *foldUp(d), "box1.left-wall",
                             {{"width", "30"}, {"height", "20"}, {"across", across}});
        };
        QVERIFY(at("43"));
        QVERIFY(first(prove(*foldUp(at("49")->first)), "strength"));
        auto hardly = at("53");
        QVERIFY(!hardly);
        QVERIFY2(hardly.problem().text().find("could be glued") != std::string::npos,
                 hardly.problem().text().c_str());
        auto allOver = addStructure(d, "topper", "box1.left-wall",
                                    {{"width", "30"}, {"height", "20"}, {"across", "43"}});
        QVERIFY(!allOver);
        QVERIFY(allOver.problem().remedy.find("safe") != std::string::npos);
    }

    // Round an opening: no adhesive over it.
    void adhesiveLeavesOpeningsFree() {
        Design d = card(120, 150);
        d.card.apertures = {{point(50, 60), point(80, 60), point(80, 90), point(50, 90)}};
        const Design over =
            topped(d, "card.page-right",
                   {{"width", "50"}, {"height", "50"}, {"across", "65"}, {"along", "75"}});
        const Assembly a = *assemble(over);
        const Join& j = heldBy(a, "topper1.topper");
        QVERIFY(std::fabs(heldPart(a, j) - (2500.0 - 32 * 32) / 2500) < 1e-3);
        for (const Ring& ring : j.adhesive)
            QVERIFY(sharedArea(ring, {{-15, -15}, {15, -15}, {15, 15}, {-15, 15}}, {}) < 1e-6);
    }

    // Two alike and mirrored, back to back round their panel.
    void madeTwiceItIsMirrored() {
        const Design d = with(card(120, 150), "box", "card.spine",
                              {{"left", "40"}, {"right", "40"}, {"width", "60"}});
        const Design twice = topped(d, "box1.left-wall",
                                    {{"shape", "tag"},
                                     {"width", "20"},
                                     {"height", "12"},
                                     {"turn", "30"},
                                     {"made", "twice"}});
        const Assembly a = *assemble(twice);
        const int front = a.panel("topper1.topper"), back = a.panel("topper1.twin");
        QVERIFY(front >= 0 && back >= 0);
        const Join &one = heldBy(a, "topper1.topper"), &other = heldBy(a, "topper1.twin");
        QVERIFY(one.ontoFace() && !other.ontoFace());
        // Both cover the same of the panel.
        Ring there, behind;
        for (const Vec2& p : a.panels[size_t(front)].outline)
            there.push_back(one.place.at(p).head<2>());
        for (const Vec2& p : a.panels[size_t(back)].outline)
            behind.push_back(other.place.at(p).head<2>());
        if (areaOf(behind) < 0)
            std::reverse(behind.begin(), behind.end());
        QVERIFY(std::fabs(sharedArea(there, behind, {}) - areaOf(there)) < 1e-3);
        QCOMPARE(int(verdictOf(prove(*foldUp(twice)))), int(Verdict::Works));
    }

    // A page that is shown lying with its upper edge toward the viewer: the topper is turned.
    void toppersComeOutUpright() {
        Design d = card(150, 105);
        d.card.spine = SpineSide::Top;
        const auto c = foldUp(d);
        for (const char* page : {"card.page-left", "card.page-right"}) {
            const Design on = topped(d, page, {});
            const Assembly a = *assemble(on);
            const Join& j = heldBy(a, "topper1.topper");
            const Vec2 up = uprightOn(*c)[size_t(j.landing)];
            QVERIFY((Vec2((j.place.turn * lift(Vec2(0, 1))).head<2>()) - up).norm() < 1e-3);
        }
    }

    void dressedAlike() {
        const Design d = with(card(120, 150), "box", "card.spine", {});
        Design one = d;
        const std::string clouds = paperPrinting(one, *tile("clouds")),
                          brick = paperPrinting(one, *tile("brick"));
        one = layMat(one, "card.page-left", clouds, true, false, Measure::fromMm(5))->first;
        one = layMat(one, "card.page-left", brick, true, false)->first;
        one = layMat(one, "card.page-left", brick, false, false)->first;
        one = layMat(one, "card.page-right", brick, true, false)->first;
        auto alike = dressLike(one, "card.page-right", "card.page-left");
        QVERIFY(alike);
        std::vector<std::string> papers;
        for (const StructureSpec& s : alike->structures)
            if (s.on == "card.page-right" || s.on.rfind("mat", 0) == 0)
                papers.push_back(s.stock);
        // The layer of the left page, then both sides of the right one.
        QCOMPARE(papers, (std::vector<std::string>{brick, clouds, brick, brick}));
        for (const StructureSpec& s : alike->structures)
            if (s.on == "card.page-right" && s.stock == clouds)
                QCOMPARE(s.set.at("step").mm(), 5.0);
        // What stands on the mats that go stays, on the topmost of the new ones.
        std::string last;
        for (const StructureSpec& s : one.structures)
            if (s.on == "card.page-right")
                last = s.id;
        const Design starred = topped(one, last + ".mat", {{"width", "20"}, {"height", "20"}});
        auto kept = dressLike(starred, "card.page-right", "card.page-left");
        QVERIFY2(kept, kept ? "" : kept.problem().text().c_str());
        const StructureSpec* star = kept->structure("topper1");
        QVERIFY(star && star->on != last + ".mat");
        QCOMPARE(kept->paper(kept->structure(ownerOf(star->on))->stock).id, brick);
        QVERIFY(!dressLike(one, "card.page-left", "box1.left-wall"));
        QVERIFY(!dressLike(one, "card.page-left", "card.page-left"));
        QVERIFY(!dressLike(one, "card.page-9", "card.page-left"));
    }

    // The card's own step, until a mat has one of its own; narrow panels still take less.
    void aStepForTheWholeCard() {
        Design d = card(120, 150);
        d.card.step = Measure::fromMm(5);
        const std::string brick = paperPrinting(d, *tile("brick"));
        const Design laid = layMat(d, "card.page-right", brick, true, false)->first;
        QCOMPARE(measuresOf(laid, "mat1")->at("step"), 5.0);
        const Assembly a = *assemble(laid);
        QVERIFY(std::fabs(areaOf(a.panels[size_t(a.panel("mat1.mat"))].outline) - 110 * 140) <
                1e-6);
        auto back = designAsWritten(designToText(laid));
        QVERIFY(back && *back == laid);
    }

    // Round a landing, or under it: then the mat is whole, and one layer more lies there.
    void matsGoUnderLandings() {
        const Design d = with(card(120, 150), "box", "card.spine",
                              {{"left", "40"}, {"right", "40"}, {"width", "60"}});
        auto areaWith = [&](const char* landings) {
            Design on = with(d, "mat", "card.page-left", {{"landings", landings}});
            const Assembly a = *assemble(on);
            double area = 0;
            for (const Panel& p : a.panels)
                if (p.id.rfind("mat1.", 0) == 0) {
                    area += areaOf(p.outline);
                    for (const Ring& hole : p.apertures)
                        area -= std::fabs(areaOf(hole));
                }
            return area;
        };
        QVERIFY(std::fabs(areaWith("under") - 114 * 144) < 1e-6);
        QVERIFY(areaWith("round") < areaWith("under") - 300);
        QCOMPARE(int(verdictOf(
                     prove(*foldUp(with(d, "mat", "card.page-left", {{"landings", "under"}}))))),
                 int(Verdict::Works));
    }

    // A topper inside a box that is looked at from in front does not show; on its front it does.
    void whatStandsBehindIsTold() {
        Design d = card(140, 140);
        d.card.spine = SpineSide::Top;
        d = with(d, "box", "card.spine",
                 {{"left", "50"}, {"right", "50"}, {"width", "80"}, {"place", "30"}});
        d = with(d, "box", "card.spine",
                 {{"left", "20"}, {"right", "20"}, {"width", "40"}, {"place", "50"}});
        int faced = 0;
        for (const char* on : {"box2.left-wall", "box2.right-wall", "box1.right-wall"}) {
            const Design with = topped(d, on, {{"width", "14"}, {"height", "14"}});
            const auto c = foldUp(with);
            const int topper = c->assembly.panel("topper1.topper");
            // Nothing of it meets the eye, however one sits or stands before the card.
            double most = -1;
            for (const double height : {5.0, 15.0, 28.0})
                for (const Visible& v : visibleIn(*c, height))
                    if (v.panel == topper && v.face)
                        most = std::max(most, v.part);
            const auto found = prove(*c);
            const auto f = std::find_if(found.begin(), found.end(), [](const Finding& each) {
                return each.rule == "stance" &&
                       std::count(each.parts.begin(), each.parts.end(), "topper1") > 0;
            });
            if (most > 0.2)
                QVERIFY(f == found.end());
            if (most >= 0 && most < 0.001) {
                ++faced;
                QVERIFY(f != found.end());
                QVERIFY2(f->code == "stance.hidden", f->message.c_str());
            }
        }
        QVERIFY(faced > 0);
    }

    // Words whose upper side is down on the displayed card say so, wherever they are; on the back
    // of what is looked at they may stand as they like.
    void wordsUpsideDownAreTold() {
        for (const bool top : {false, true})
            for (const char* on : {"card.page-left", "card.page-right"})
                for (const char* as : {"letters", "label"})
                    for (const double turn : {0.0, 90.0, 180.0}) {
                        Design d = card(140, 140);
                        d.card.spine = top ? SpineSide::Top : SpineSide::Left;
                        auto made =
                            addStructure(d, "words", on,
                                         {{"as", as}, {"turn", std::to_string(int(turn)) + " deg"}},
                                         {}, {}, {{"text", "Mind"}});
                        QVERIFY(made);
                        d = made->first;
                        QCOMPARE(first(prove(*foldUp(d)), "dressing") != nullptr, turn == 180);
                    }
    }

    // What lies behind film shows through it.
    void filmHidesNothing() {
        const Design d = with(card(120, 150), "film", "card.spine",
                              {{"width", "100"}, {"left", "60"}, {"right", "60"}, {"held", "40"}});
        for (const Visible& v : visibleIn(*foldUp(d)))
            QVERIFY(v.part > 0.9);
    }
};

HL_TEST(Adorning)
#include "adorning.moc"
