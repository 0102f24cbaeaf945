// Things by what they are called: whatever a maker reads of a thing finds it again.
#include "core/edit/named.h"
#include "core/edit/draw.h"
#include "core/files/hlantern.h"
#include "core/prove/saying.h"
#include "core/structures/naming.h"
#include "tests/edit/sheets.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <map>
#include <set>

using namespace hl;
using namespace hl::test;

namespace {

Design shop() {
    Design d =
        with(with(card(), "box", "card.spine"), "v-fold", "card.spine", {{"place", "100 mm"}});
    d = told(d, "box1", {{"name", "Ticket office"}});
    return sheet(d, "flap", "20 | 30, V; height 40");
}

} // namespace

class Named : public QObject {
    Q_OBJECT
  private slots:
    void idsAreTheirOwnNames() {
        const Design d = shop();
        for (const char* id :
             {"card", "box1", "flap", "card.page-left", "box1.tip", "flap.panel-2"})
            QCOMPARE(*idOf(d, id), std::string(id));
        // What is nothing stays as it is, and whoever needs it says so.
        QCOMPARE(*idOf(d, "lamp"), std::string("lamp"));
        QVERIFY(!addStructure(d, "mat", *idOf(d, "lamp"), {}));
    }
    // Of a card in which no two things are called alike, each is found by what it is called.
    void everyPanelAndFoldIsFoundByItsName() {
        const Design d = shop();
        const Case c(d, *assemble(d));
        std::map<std::string, int> names;
        const auto each = [&](const auto& all, auto say, auto visit) {
            for (size_t i = 0; i < all.size(); ++i)
                visit(say(c, int(i)), all[i].id);
        };
        const auto count = [&](const std::string& name, const std::string&) { ++names[name]; };
        each(c.assembly.panels, sayPanel, count);
        each(c.assembly.creases, sayCrease, count);
        size_t found = 0;
        const auto look = [&](const std::string& name, const std::string& id) {
            const auto back = idOf(d, "The " + name);
            if (names[name] > 1) {
                QVERIFY(!back && back.problem().remedy.find(id) != std::string::npos);
            } else {
                QVERIFY2(back && *back == id, name.c_str());
                ++found;
            }
        };
        each(c.assembly.panels, sayPanel, look);
        each(c.assembly.creases, sayCrease, look);
        QVERIFY(found >= 14);
        QCOMPARE(*idOf(d, "ticket OFFICE"), std::string("box1"));
        QCOMPARE(*idOf(d, "left wall of Ticket office"), std::string("box1.left-wall"));
    }
    void namesAreTakenWhereverAThingIsTold() {
        Design d = shop();
        d = told(d, "card", {{"meant", "Ticket office, flap"}});
        QCOMPARE(d.card.meant, (std::vector<std::string>{"box1", "flap"}));
        d = told(d, "card", {{"meant", "box1 flap"}}); // ids with spaces between
        QCOMPARE(d.card.meant, (std::vector<std::string>{"box1", "flap"}));
        d = told(d, "card", {{"meant", "left wall of Ticket office"}});
        QCOMPARE(d.card.meant, (std::vector<std::string>{"box1.left-wall"}));
        d = joined(d, "flap.panel-1", "card.page-right", {{"onto", "left page"}});
        QCOMPARE(d.joins.back().onto, std::string("card.page-left"));
        const auto lamp = tell(d, "card", {{"meant", "the lamp"}});
        QVERIFY(!lamp && lamp.problem().what.find("lamp") != std::string::npos);
    }
    void whatTwoThingsAreCalledIsAskedBack() {
        Design d = with(shop(), "box", "card.spine", {{"place", "60 mm"}, {"width", "20 mm"}});
        d = told(d, d.structures.back().id, {{"name", "Ticket office"}});
        const auto which = idOf(d, "Ticket office");
        QVERIFY(!which && which.problem().remedy.find("box1") != std::string::npos);
    }

    // Panels, lines and single ones of a series have names of their own, which go where they go.
    void whatHasNoNameGetsOne() {
        Design d = with(card(), "box", "card.spine", {{"width", "30 mm"}});
        d = told(d, "box1", {{"name", "Wagon"}, {"count", "3"}, {"each", "gap"}, {"gap", "5 mm"}});
        d = sheet(d, "sign", "30 x 20");
        const auto line = addLine(d, "sign", LineKind::Valley, {10, 0}, {10, 20});
        d = line->first;
        for (const auto& [id, name] :
             std::map<std::string, std::string>{{"card.page-left", "Yard"},
                                                {line->second, "Hinge"},
                                                {line->second + "-left", "Wing"},
                                                {"box1-2", "Mail van"},
                                                {"box1-2.left-wall", "Van door"}}) {
            d = told(d, id, {{"name", name}});
            QCOMPARE(*idOf(d, "the " + name), id);
            QVERIFY(*designFromText(designToText(d)) == d);
        }
        const auto names = [](const Design& of) {
            std::set<std::string> out;
            const Case c(of, *assemble(of));
            for (size_t i = 0; i < c.assembly.panels.size(); ++i)
                out.insert(sayPanel(c, int(i)));
            for (size_t i = 0; i < c.assembly.creases.size(); ++i)
                out.insert(sayCrease(c, int(i)));
            for (const Part& p : c.assembly.parts)
                out.insert(p.name);
            return out;
        };
        for (const char* name : {"Yard", "Hinge", "Wing", "Mail van", "Van door"})
            QVERIFY2(names(d).count(name), name);
        QVERIFY(names(d).count("right wall of Mail van"));
        // They can be hosts, and go with what they name.
        QVERIFY(addStructure(d, "topper", *idOf(d, "van door"), {}));
        QCOMPARE(told(d, "card.page-left", {{"name", ""}}).names.size(), size_t(4));
        QCOMPARE(removeThing(d, line->second)->names.size(), size_t(3));
        QVERIFY(removeThing(d, "sign")->names.size() == 3 &&
                removeThing(d, "box1")->names.size() == 3);
        for (const char* bad : {"lamp.wick", "box1-4", "sign.crease7"})
            QVERIFY(!tell(d, bad, {{"name", "Lamp"}}));
    }
    // Where a piece lies is said in words.
    void piecesAreCalledByTheirPlace() {
        for (const auto& [local, said] : std::map<std::string, std::string>{
                 {"crease1-left", "piece left of the first crease"},
                 {"crease4-right-2", "second piece right of the fourth crease"},
                 {"fold-3-right", "piece right of the third fold"},
                 {"slit2", "second slit"},
                 {"fold-2-beyond-2-beyond", "second fold beyond the third cut"},
                 {"panel-1-beyond", "first panel beyond the cut"},
                 {"left-wall", "left wall"}})
            QCOMPARE(spokenName(local), said);
    }
};

HL_TEST(Named)
#include "named.moc"
