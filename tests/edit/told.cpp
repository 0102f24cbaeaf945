// Everything that can be told of a design by words: what is taken, and what is refused with the
// place where it stood and a way out.
#include "core/assemble/assemble.h"
#include "core/edit/tell.h"
#include "core/files/hlantern.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>

using namespace hl;
using namespace hl::test;

namespace {

// One of each: a box in a series, a strip, a mat, words, film, two sheets, of which one is glued.
Design ofEach() {
    Design d = card(140, 180);
    const auto also = [&](const std::string& kind, const std::string& on, const std::string& id,
                          const std::map<std::string, std::string>& set, const Told& told = {}) {
        auto made = addStructure(d, kind, on, set, {}, id, told);
        if (!made)
            qFatal("%s", made.problem().text().c_str());
        d = made->first;
    };
    also("box", "card.spine", "hut", {{"place", "10 mm"}, {"width", "20 mm"}});
    also("strip", "card.spine", "bridge", {{"place", "110 mm"}, {"left", "40 mm"}},
         {{"say", "10 | 40 | 40 | 10, V M V; height 30"}});
    also("mat", "card.page-right", "cover", {});
    also("words", "card.page-left", "hello", {}, {{"text", "Hello"}});
    also("film", "card.spine", "film", {{"place", "118 mm"}});
    for (auto& [id, say] : {std::pair{"sign", "30 x 20"}, {"wing", "20 | 30, V; height 40"}})
        d = addPart(d, id, say)->first;
    d = addJoin(d, "sign.sheet", "hut.left-wall", {{"side", "back"}})->first;
    Stock blue = d.stocks.front();
    blue.id = "blue";
    blue.name = "Blue";
    d.stocks.push_back(blue);
    return d;
}

// What a thing says of itself in a file, to see that it was taken.
std::string after(const Design& d) { return designToText(d); }

} // namespace

class ToldByWords : public QObject {
    Q_OBJECT
  private slots:
    void isTaken_data() {
        QTest::addColumn<QString>("id");
        QTest::addColumn<QString>("key");
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("written"); // in the file afterwards
        const auto row = [](const char* id, const char* key, const char* text,
                            const char* written) {
            QTest::addRow("%s %s %s", id, key, text) << id << key << text << written;
        };
        row("card", "title", "Halt", "\"title\": \"Halt\"");
        row("card", "occasion", "Opening day", "\"occasion\": \"Opening day\"");
        row("card", "size", "150 x 190", "150 mm");
        row("card", "spine", "top", "\"spine\": \"top\"");
        row("card", "units", "in", "\"units\": \"in\"");
        row("card", "stock", "blue", "\"stock\": \"blue\"");
        row("card", "envelope", "162 x 229", "229 mm");
        row("card", "envelope", "none", "");
        row("card", "mail", "letter", "\"mail\": \"letter\"");
        row("card", "step", "4 mm", "4 mm");
        row("card", "step", "auto", "");
        row("card", "shown", "half open", "90 deg");
        row("card", "shown", "flat open", "180 deg");
        row("card", "shown", "75 deg", "75 deg");
        row("card", "shown", "auto", "");
        row("card", "meant", "sign, hut", "\"meant\"");
        row("card", "meant", "none", "");
        row("card", "edge.top", "scallop 6 mm", "");
        row("hut", "name", "Lamp hut", "\"Lamp hut\"");
        row("hut", "stock", "blue", "\"stock\": \"blue\"");
        row("hut", "width", "21 mm", "21 mm");
        row("hut", "width", "auto", "");
        row("hut", "count", "3", "\"count\": 3");
        row("hut", "gap", "6 mm", "6 mm");
        row("hut", "gap", "auto", "");
        row("hut", "change.width", "-2 mm", "-2 mm");
        row("hut", "change.width", "x 0.9", "0.9");
        row("hut", "change.width", "* 0.8", "0.8");
        row("hut", "change.width", "none", "");
        row("bridge", "say", "10 | 42 | 42 | 10, V M V; height 30", "42");
        row("bridge", "stock", "blue", "\"stock\": \"blue\"");
        row("hello", "text", "Good day", "Good day");
        row("sign", "name", "Sign board", "Sign board");
        row("sign", "size", "33 x 21", "33 mm");
        row("sign", "say", "12 | 18, V; height 20", "sign.panel-1");
        row("wing", "say", "50 x 40", "50");
        row("join1", "off", "2 mm", "2 mm");
        row("join1", "along", "-3 mm", "-3 mm");
        row("join1", "zone", "margin 2 mm", "margin");
        row("join1", "side", "back", "");
        row("join1", "onto_side", "back", "\"back\"");
        row("join1", "kind", "pivot", "\"pivot\"");
        row("blue", "name", "Sky", "\"Sky\"");
        row("blue", "weight", "300", "300");
        row("blue", "caliper", "0.4 mm", "0.4 mm");
        row("blue", "grain", "long", "");
        row("blue", "face", "#a0b0c0", "#a0b0c0");
        row("blue", "back", "#0a0b0c", "#0a0b0c");
        row("blue", "pattern", "brick", "\"brick\"");
        row("blue", "ink", "#102030", "#102030");
        row("blue", "ink", "auto", "");
        row("blue", "accent", "#405060", "#405060");
        row("blue", "repeat", "25 mm", "25 mm");
        row("blue", "clear", "yes", "\"clear\": true");
        row("blue", "fitted", "yes", "\"fitted\": true");
    }
    void isTaken() {
        QFETCH(QString, id);
        QFETCH(QString, key);
        QFETCH(QString, text);
        QFETCH(QString, written);
        const Told told{{key.toStdString(), text.toStdString()}};
        const Design before = ofEach();
        const auto made =
            id == "blue" ? tellStock(before, "blue", told) : tell(before, id.toStdString(), told);
        if (key == "grain" || key == "edge.top") // their words are tables of their own
            QVERIFY2(made || !made.problem().remedy.empty(), "refused without a way out");
        else
            QVERIFY2(made, made ? "" : made.problem().text().c_str());
        if (!made)
            return;
        const std::string file = after(*made);
        QVERIFY2(QString::fromStdString(file).contains(written), file.c_str());
        const auto again = designFromText(file);
        QVERIFY2(again && *again == *made, again ? "" : again.problem().text().c_str());
        // Told twice, it stays as it is.
        const auto twice =
            id == "blue" ? tellStock(*made, "blue", told) : tell(*made, id.toStdString(), told);
        QVERIFY(twice && *twice == *made);
    }

    void isRefused_data() {
        QTest::addColumn<QString>("id");
        QTest::addColumn<QString>("key");
        QTest::addColumn<QString>("text");
        const std::string endless(600, 'x');
        const auto row = [](const char* id, const char* key, const std::string& text) {
            QTest::addRow("%s %s %.30s", id, key, text.c_str())
                << id << key << QString::fromStdString(text);
        };
        for (const char* key : {"title", "occasion", "mail"})
            row("card", key, endless);
        for (const char* id : {"hut", "sign"})
            row(id, "name", endless);
        row("card", "size", "wide");
        row("card", "size", "-3 x 20");
        row("card", "spine", "under");
        row("card", "units", "cubits");
        row("card", "form", "igloo");
        row("card", "stock", "gold");
        row("card", "say", "12 | wide | 12");
        row("card", "envelope", "wide");
        row("card", "step", "wide");
        row("card", "step", "300 mm");
        row("card", "step", "-1 mm");
        row("card", "shown", "upside down");
        row("card", "shown", "3 mm");
        row("card", "meant", "nothing-like-it");
        row("card", "colour", "red");
        row("card", "opens", "wide");
        row("hut", "stock", "gold");
        row("hut", "width", "wide");
        row("hut", "width", "30 deg");
        row("hut", "width", "1e30 mm");
        row("hut", "breadth", "3 mm");
        row("hut", "say", "10 | 10, V");
        row("hut", "text", "Hello");
        row("hut", "typeface", "Cabin");
        row("hut", "count", "many");
        row("hut", "count", "-1");
        row("hut", "count", "2.5");
        row("hut", "count", "1e300");
        row("hut", "each", "sometimes");
        row("hut", "gap", "wide");
        row("hut", "change.width", "x");
        row("hut", "change.width", "* ");
        row("hut", "change.width", "x 1000");
        row("hut", "change.width", "x wide");
        row("hut", "change.width", "30 deg");
        row("hut", "change.breadth", "2 mm");
        row("hello", "height", "-4 mm");
        row("hello", "text", endless);
        row("sign", "stock", "gold");
        row("sign", "size", "3");
        row("sign", "say", "10 | x");
        row("sign", "weight", "3");
        row("join1", "kind", "nail");
        row("join1", "off", "far");
        row("join1", "zone", "everywhere");
        row("join1", "side", "left");
        row("join1", "onto_side", "left");
        row("join1", "hinged", "perhaps");
        row("join1", "from", "wide");
        row("join1", "to", "wide");
        row("join1", "glue", "much");
        row("blue", "weight", "heavy");
        row("blue", "weight", "3");
        row("blue", "weight", "1e9");
        row("blue", "caliper", "thick");
        row("blue", "caliper", "9 mm");
        row("blue", "grain", "slanting");
        row("blue", "face", "red");
        row("blue", "face", "#12345g");
        row("blue", "ink", "#12");
        row("blue", "accent", "");
        row("blue", "pattern", "leopard");
        row("blue", "repeat", "wide");
        row("blue", "repeat", "0.2 mm");
        row("blue", "clear", "perhaps");
        row("blue", "price", "3");
        row("nothing", "name", "Hello");
    }
    void isRefused() {
        QFETCH(QString, id);
        QFETCH(QString, key);
        QFETCH(QString, text);
        const Told told{{key.toStdString(), text.toStdString()}};
        const Design before = ofEach();
        const auto made =
            id == "blue" ? tellStock(before, "blue", told) : tell(before, id.toStdString(), told);
        QVERIFY2(!made, "it was taken");
        const Problem& p = made.problem();
        QVERIFY2(!p.what.empty() && !p.remedy.empty(), p.text().c_str());
        const QString place = QString::fromStdString(p.place);
        QVERIFY2(place.contains(id) || place.contains(key) || place == "score list" ||
                     p.text().find(id.toStdString()) != std::string::npos,
                 p.text().c_str());
    }

    // A sheet that becomes a row of panels, and back: what held it holds its first panel.
    void whatHeldTheSheetHoldsItsFirstPanel() {
        Design d = ofEach();
        d = *tell(d, "sign", {{"say", "12 | 18, V; height 20"}});
        QCOMPARE(d.joins[0].panel, std::string("sign.panel-1"));
        d = *tell(d, "sign", {{"say", "30 x 20"}});
        QCOMPARE(d.joins[0].panel, std::string("sign.sheet"));
        QVERIFY(assemble(d));
    }
};

HL_TEST(ToldByWords)
#include "told.moc"
