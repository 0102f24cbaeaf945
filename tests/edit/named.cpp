// Things by what they are called: whatever a maker reads of a thing finds it again.
#include "core/edit/named.h"
#include "core/prove/saying.h"
#include "tests/edit/sheets.h"
#include "tests/support.h"
#include <QtTest>
#include <map>

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
};

QTEST_GUILESS_MAIN(Named)
#include "named.moc"
