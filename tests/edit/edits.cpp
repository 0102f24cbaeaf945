// Edits that every face of the program shares.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/structures/family.h"
#include "core/structures/in_names.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>

using namespace hl;

class Edits : public QObject {
    Q_OBJECT
    Design card() {
        return *newDesign(Measure::fromMm(127), Measure::fromMm(177.8), SpineSide::Left,
                          Unit::Inch);
    }
    Design with(const Design& d, const char* kind, const char* on) {
        auto added = addStructure(d, kind, on, {});
        return added ? added->first : Design{};
    }

  private slots:
    void readsClosedSizes_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<double>("width");
        QTest::addColumn<double>("height");
        QTest::newRow("inches") << "5x7in" << 127.0 << 177.8;
        QTest::newRow("centimetres") << "14x14cm" << 140.0 << 140.0;
        QTest::newRow("fractions") << "4 1/4 x 5 1/2 in" << 107.95 << 139.7;
        QTest::newRow("mixed") << "105 mm × 5 in" << 105.0 << 127.0;
    }
    void readsClosedSizes() {
        QFETCH(QString, text);
        QFETCH(double, width);
        QFETCH(double, height);
        auto size = parseCardSize(text.toStdString(), Unit::Millimetre);
        QVERIFY(bool(size));
        QCOMPARE(size->first.mm(), width);
        QCOMPARE(size->second.mm(), height);
    }

    void refusesWithThePlace() {
        QVERIFY(!parseCardSize("seven", Unit::Inch));
        auto tiny = newDesign(Measure::fromMm(1), Measure::fromMm(100), SpineSide::Top, Unit::Inch);
        QVERIFY(!tiny && tiny.problem().place == "card, width");
        QVERIFY(!addStructure(card(), "dome", "card.spine", {}));
        QVERIFY(!addStructure(card(), "box", "card.nowhere", {}));
        QVERIFY(!addStructure(card(), "box", "card.spine", {{"width", "-3 mm"}}));
        QVERIFY(!addStructure(card(), "box", "card.spine", {{"width", "60 m"}}));
        QVERIFY(!addStructure(card(), "v-fold", "card.spine", {{"alpha_left", "3 mm"}}));
        auto bound = addStructure(card(), "box", "card.spine", {{"width", "1 mm"}});
        QVERIFY(!bound && bound.problem().what.find("below the least") != std::string::npos);
    }

    void removesWhatStandsOnIt() {
        Design d =
            with(with(with(card(), "box", "card.spine"), "box", "box1.tip"), "v-fold", "box2.tip");
        d = with(d, "tent", "card.spine");
        QCOMPARE(d.structures.size(), size_t(4));
        QCOMPARE(standingOn(d, "box1"), (std::vector<std::string>{"box2", "v-fold1"}));
        d = removeStructure(d, "box1");
        QCOMPARE(d.structures.size(), size_t(1));
        QCOMPARE(d.structures[0].id, std::string("tent1"));
    }

    void aSecondOneFindsRoomBesideTheFirst() {
        Design d = with(with(with(card(), "box", "card.spine"), "box", "card.spine"), "tent",
                        "card.spine");
        std::vector<std::pair<double, double>> taken;
        for (auto& s : d.structures) {
            const Values v = *measuresOf(d, s.id);
            for (auto& [from, to] : taken)
                QVERIFY(v.at("place") >= to || v.at("place") + v.at("width") <= from);
            taken.push_back({v.at("place"), v.at("place") + v.at("width")});
            QVERIFY(v.at("place") >= 0 && v.at("place") + v.at("width") <= 177.8);
        }
        // Where the maker says where, it goes there.
        auto there = addStructure(d, "box", "card.spine", {{"place", "10 mm"}});
        QCOMPARE(there->first.structure(there->second)->set.at("place").mm(), 10.0);
    }

    void autoGivesAMeasureBackToItsRelation() {
        Design d = with(card(), "box", "card.spine");
        Design set = *setMeasure(d, "box1", "left_wall", "40 mm");
        QVERIFY(set != d);
        QVERIFY(*setMeasure(set, "box1", "left_wall", "auto") == d);
    }

    // Let follow, a measure takes what the others say, and these stay where they were.
    void aMeasureThatFollowsLeavesTheOthers() {
        const Design d = *setMeasure(with(card(), "tent", "card.spine"), "tent1", "left", "40 mm");
        const Family* f = family("tent");
        for (const auto& relation : f->relations)
            for (const std::string& name : relation) {
                const Values before = *measuresOf(d, "tent1");
                const auto next = letFollow(d, "tent1", name);
                QVERIFY2(next, name.c_str());
                const Values after = *measuresOf(*next, "tent1");
                QVERIFY(!next->structure("tent1")->set.count(name));
                for (const std::string& other : relation)
                    QVERIFY2(std::fabs(after.at(other) - before.at(other)) < 1e-6, other.c_str());
            }
        QVERIFY(!letFollow(d, "tent9", "left"));
        QVERIFY(!letFollow(Design(d), "roof", "left"));
    }
    void whatCannotBeSetIsRefusedAndTheDesignStays() {
        const Design d = with(card(), "box", "card.spine");
        QVERIFY(!setMeasure(d, "box9", "left", "40 mm"));
        QVERIFY(!setMeasure(d, "box1", "left", "forty"));
        QVERIFY(!setMeasure(d, "box1", "colour", "40 mm"));
        QVERIFY(!setMeasure(d, "box1", "width", "0.1 mm"));
        // The form takes its own measures only, and needs room for what stands on the card.
        QVERIFY(!changeForm(d, "easel", {{"lean", "nine"}}));
        QVERIFY(!changeForm(d, "balloon", {}));
        const auto pages = changeForm(d, "pages", {});
        QVERIFY(pages && pages->first.card.form == "pages");
    }

    // The forms whose pages hang in a row are presets of pages: turned into one, a card keeps its
    // What is said to the eye calls things by their names, wherever an id stood.
    void messagesCallThingsByTheirNames() {
        Design d = with(with(card(), "box", "card.spine"), "box", "card.spine");
        d.structures[0].name = "Ticket office";
        FreePart p;
        p.id = "deck";
        p.name = "Sun deck";
        d.parts.push_back(p);
        for (auto [said, meant] :
             {std::pair{"structure box1, measure left: too long; take less.",
                        "Ticket office, measure left: too long; take less."},
              {"structure box2: it is gone.", "box: it is gone."},
              {"structure v-fold7, measure tab: no.", "the new V-fold, measure tab: no."},
              {"part deck, line c1: off it; structure box1 too.",
               "Sun deck, line c1: off it; Ticket office too."},
              {"substructure box1, structure of things, structure ", ""}})
            QCOMPARE(QString::fromStdString(inNames(d, said)), QString(*meant ? meant : said));
    }
    // sheet, gets its line, and works.
    void rowsArePresetsOfPages() {
        for (const char* form : {"z-fold", "accordion", "three-page", "stand"}) {
            auto made = changeForm(test::card(), form, {});
            QVERIFY2(made, form);
            const Design& row = made->first;
            auto pages = changeForm(row, "pages", {});
            QVERIFY2(pages, pages ? form : pages.problem().text().c_str());
            QVERIFY2(pages->first.card.say.panels.size() > 2, form);
            const Assembly a = *assemble(row), b = *assemble(pages->first);
            size_t same = 0, count = 0;
            for (const Panel& p : a.panels) {
                if (p.role != Role::Page)
                    continue;
                ++count;
                for (const Panel& q : b.panels)
                    same += q.role == Role::Page &&
                            std::fabs(areaOf(p.outline) - areaOf(q.outline)) < 1e-6 &&
                            (p.outline[0] - q.outline[0]).norm() < 1e-6;
            }
            QVERIFY2(same >= count, form);
            auto told = tell(row, "card", {{"form", "pages"}});
            QVERIFY2(told && *told == pages->first, form);
        }
        // What is no row begins anew.
        auto petal = changeForm(test::card(), "petal", {});
        QVERIFY(petal && changeForm(petal->first, "pages", {})->first.card.say.empty());
    }
};

HL_TEST(Edits)
#include "edits.moc"
