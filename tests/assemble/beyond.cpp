// What is told or drawn beyond what paper can: refused wherever it is said, with a way out.
#include "core/assemble/assemble.h"
#include "core/edit/tell.h"
#include "core/files/hlantern.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>
#include <functional>

using namespace hl;
using namespace hl::test;

namespace {

using Try = std::function<Trouble()>;

template<class T> Trouble troubleOf(const Result<T>& r) {
    return r ? Trouble{} : Trouble{r.problem()};
}
Trouble say(const std::string& line) { return troubleOf(parseSayLine(line, Unit::Millimetre)); }
Trouble card(const std::string& line, const std::map<std::string, Measure>& set = {}) {
    Design d = hl::test::card();
    d.card.form = "pages";
    d.card.set = set;
    auto read = parseSayLine(line, Unit::Millimetre);
    if (!read)
        qFatal("%s", read.problem().text().c_str());
    d.card.say = *read;
    return troubleOf(assemble(d));
}
Trouble part(const std::string& line, const std::function<void(FreePart&)>& change = {}) {
    Design d = hl::test::card();
    FreePart p = blank("plate", 60, 40);
    auto read = parseSayLine(line, Unit::Millimetre);
    if (!read)
        qFatal("%s", read.problem().text().c_str());
    p.say = *read;
    if (change)
        change(p);
    d.parts = {p};
    return troubleOf(assemble(d));
}
Trouble strip(const std::string& line, const std::map<std::string, std::string>& set = {}) {
    return troubleOf(
        addStructure(hl::test::card(), "strip", "card.spine", set, {}, {}, {{"say", line}}));
}
Trouble add(const std::string& kind, const std::map<std::string, std::string>& set,
            const Told& told = {}, const std::string& on = "card.spine") {
    return troubleOf(addStructure(hl::test::card(), kind, on, set, {}, {}, told));
}
Trouble edges(std::vector<EdgeSpec> all) {
    Design d = with(hl::test::card(), "box", "card.spine");
    d.edges = std::move(all);
    return troubleOf(assemble(d));
}
EdgeSpec hills(const std::string& of, double deep) {
    EdgeSpec e;
    e.of = of;
    e.depth = mm(deep);
    return e;
}
Trouble file(const std::string& from, const std::string& to) {
    std::string text = designToText(with(hl::test::card(), "box", "card.spine"));
    const size_t at = text.find(from);
    if (at == std::string::npos)
        qFatal("there is no %s", from.c_str());
    return troubleOf(designFromText(text.replace(at, from.size(), to)));
}

} // namespace

Q_DECLARE_METATYPE(Try)

class Beyond : public QObject {
    Q_OBJECT
  private slots:
    void isRefused_data() {
        QTest::addColumn<Try>("attempt");
        QTest::addColumn<QString>("word");
        const auto row = [](const char* name, const char* word, Try attempt) {
            QTest::newRow(name) << attempt << word;
        };
        // Score lists.
        row("panels and scores", "say the one or the other",
            [] { return say("60 x 40, score 20 V; 20 | 40, V"); });
        row("panels in two rows", "one row", [] { return say("20 | 20, V; 30 | 30, V"); });
        row("too long a line", "longer than", [] { return say(std::string(9000, '1')); });
        row("too many panels", "panels", [] {
            std::string line = "3";
            for (int i = 0; i < 300; ++i)
                line += " | 3";
            return say(line);
        });
        // Sheets and bases.
        row("a part in two sheets", "hinge joins two parts",
            [] { return part("20 | hinge 8 | 20, V; height 30"); });
        row("an outline beside a score list", "outline and a score list", [] {
            return part("20 | 20, V; height 30", [](FreePart& p) {
                p.outline = {at(0, 0), at(9, 0), at(9, 9)};
            });
        });
        row("pages that hang by nothing", "hang together by less",
            [] { return card("50 | 50, V; heights 30 30; raised 0 29.5"); });
        row("a page without height", "no height",
            [] { return card("50 | 50, V; heights 30 0.2"); });
        row("a ring of three", "cannot move", [] {
            return card("50 | 50 | 50, V M; height 90", {{"ends", Measure::ofCount(1)}});
        });
        row("ends that do not meet", "do not meet", [] {
            return card("50 | 50 | 50 | 50, V M V; heights 90 90 90 20; raised 0 0 35 95",
                        {{"ends", Measure::ofCount(1)}});
        });
        row("a first fold that stays shut", "stays shut",
            [] { return card("50 | 50 | 50, V0 M60; height 90"); });
        row("a line for another form", "only a card of pages", [] {
            Design d = hl::test::card();
            d.card.say = *parseSayLine("50 | 50, V; height 90", Unit::Millimetre);
            return troubleOf(assemble(d));
        });
        row("a smooth stretch backwards", "ends before it begins", [] {
            Design d = hl::test::card();
            d.card.smooth = {{mm(60), mm(20)}};
            return troubleOf(assemble(d));
        });
        row("a blank of three metres", "2 m", [] {
            Design d = hl::test::card();
            d.parts = {blank("plate", 60, 40)};
            d.parts[0].outline = {at(0, 0), at(3000, 0), at(3000, 40), at(0, 40)};
            return troubleOf(assemble(d));
        });
        // Strips and series.
        row("a strip in two sheets", "hinge joins two sheets",
            [] { return strip("10 | 30 | hinge 8 | 30 | 10, V M V; height 30"); });
        row("a strip without ends", "no ends to glue", [] { return strip("60 x 30"); });
        row("a band as wide as its panel", "left to rise", [] {
            return strip("30 | 30, M; height 30", {{"left_band", "30 mm"}});
        });
        row("both ends on one side of one fold", "one side can be reached", [] {
            return strip("10 | 30 | 30 | 10, V M V; height 30", {{"right_side", "other"}});
        });
        row("a step of another kind", "another kind", [] {
            Design d = with(hl::test::card(), "box", "card.spine");
            d.structures[0].count = 2;
            ChangeSpec c;
            c.id = "width";
            c.step = deg(3);
            d.structures[0].changes = {c};
            return troubleOf(assemble(d));
        });
        row("gaps of what has no width", "no width along", [] {
            Design d = with(hl::test::card(), "v-fold", "card.spine");
            d.structures[0].count = 2;
            d.structures[0].each = Each::Gap;
            return troubleOf(assemble(d));
        });
        row("a series that grows too large", "of the series would be", [] {
            Design d = with(hl::test::card(), "box", "card.spine",
                            {{"width", "20 mm"}, {"place", "5 mm"}});
            d.structures[0].count = 2;
            ChangeSpec c;
            c.id = "width";
            c.step = mm(4000);
            d.structures[0].changes = {c};
            return troubleOf(assemble(d));
        });
        // Silhouettes.
        row("an edge cut twice", "cut twice", [] {
            return edges({hills("card.page-left", 4), hills("card.page-left", 5)});
        });
        row("an edge of nothing", "nothing.at-all",
            [] { return edges({hills("nothing.at-all", 4)}); });
        row("hills that leave nothing", "cut in less",
            [] { return edges({hills("card.page-left", 900)}); });
        row("a silhouette of no depth", "cuts in by nothing",
            [] { return troubleOf(parseEdge("hills 0 mm", Unit::Millimetre)); });
        row("a zone of no width", "no width",
            [] { return troubleOf(parseZone("band left 0 mm", Unit::Millimetre)); });
        // Bounds that families know.
        row("a window larger than its layer", "aperture", [] {
            return add("floating-layer", {{"aperture", "arch"}, {"aperture_height", "400 mm"}});
        });
        row("a cut-out wider than the page", "slit would run off", [] {
            return add("cut-out-box", {{"left", "150 mm"}, {"right", "150 mm"}});
        });
        row("two cut-outs in one place", "takes the fold there already", [] {
            const Design d = with(hl::test::card(), "cut-out-box", "card.spine",
                                  {{"place", "40 mm"}, {"width", "40 mm"}});
            return troubleOf(addStructure(d, "cut-out-box", "card.spine",
                                          {{"place", "50 mm"}, {"width", "40 mm"}}));
        });
        row("a cut-out over an opening's edge", "reaches over the edge", [] {
            Design d = hl::test::card();
            d.card.apertures = {{at(10, 60), at(60, 60), at(60, 90), at(10, 90)}};
            return troubleOf(addStructure(
                d, "cut-out-box", "card.spine",
                {{"place", "40 mm"}, {"width", "40 mm"}, {"left", "20 mm"}, {"right", "20 mm"}}));
        });
        row("words on a tab", "tab, which nobody sees", [] {
            const Design d = with(hl::test::card(), "box", "card.spine");
            return troubleOf(
                addStructure(d, "words", "box1.left-tab", {}, {}, {}, {{"text", "HALT"}}));
        });
        row("a shape without area", "no area", [] {
            return troubleOf(addStructure(hl::test::card(), "topper", "card.page-right",
                                          {{"shape", "drawn"}}, {at(0, 0), at(9, 0), at(4, 0)}));
        });
        // Files.
        row("a paper twice", "used twice", [] {
            Design d = hl::test::card();
            d.stocks.push_back(d.stocks[0]);
            std::string text = designToText(d);
            return troubleOf(designFromText(text));
        });
        row("a picture twice", "used twice", [] {
            Design d = hl::test::card();
            d.images = {{"photo", "one.png", Bytes(std::string("\x89PNG"))},
                        {"photo", "two.png", Bytes(std::string("\x89PNG"))}};
            return troubleOf(designFromText(designToText(d)));
        });
        row("an envelope of nothing", "more than nought", [] {
            Design d = hl::test::card();
            d.card.envelope = {{mm(0), mm(120)}};
            return troubleOf(designFromText(designToText(d)));
        });
        row("too many things that stick out", "entries", [] {
            Design d = hl::test::card();
            d.card.meant.assign(2001, "card");
            return troubleOf(designFromText(designToText(d)));
        });
        row("a word where a number is asked", "no number",
            [] { return file("\"kind\": \"box\"", "\"kind\": \"box\", \"count\": true"); });
    }
    void isRefused() {
        QFETCH(Try, attempt);
        QFETCH(QString, word);
        const Trouble t = attempt();
        QVERIFY2(t, "it was taken");
        QVERIFY2(QString::fromStdString(t->text()).contains(word), t->text().c_str());
        QVERIFY2(!t->remedy.empty(), t->text().c_str());
    }
};

HL_TEST(Beyond)
#include "beyond.moc"
