// Designs that cannot be made, each by one thing that is wrong: told with the place and a way out.
#include "core/assemble/assemble.h"
#include "core/design/limits.h"
#include "core/edit/tell.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>
#include <functional>

using namespace hl;
using namespace hl::test;

namespace {

using Change = std::function<void(Design&)>;

Design whole() {
    Design d = with(card(), "box", "card.spine");
    d.parts = {blank("plate", 60, 40)};
    d.parts[0].tabs = {tab("tab", 1, Fold::Mountain, 9)};
    return addJoin(d, "plate.sheet", "card.page-right", {{"side", "back"}})->first;
}
LineSpec valley(const std::string& id, std::vector<Point> points) {
    return line(id, LineKind::Valley, std::move(points));
}
std::vector<Point> many(size_t n) {
    std::vector<Point> out;
    for (size_t i = 0; i < n; ++i)
        out.push_back(at(10 + 30 * std::cos(double(i)), 10 + 30 * std::sin(double(i))));
    return out;
}

} // namespace

Q_DECLARE_METATYPE(Change)

class Refused : public QObject {
    Q_OBJECT
  private slots:
    void oneThingIsWrong_data() {
        QTest::addColumn<Change>("change");
        QTest::addColumn<QString>("place"); // part of it
        QTest::addColumn<QString>("word");
        const auto row = [](const char* name, const char* place, const char* word, Change change) {
            QTest::newRow(name) << change << place << word;
        };
        row("form", "card", "igloo", [](Design& d) { d.card.form = "igloo"; });
        row("form of a box", "card", "box", [](Design& d) { d.card.form = "box"; });
        row("paper of the card", "card", "gold", [](Design& d) { d.card.stock = "gold"; });
        row("paper of a structure", "box1", "gold",
            [](Design& d) { d.structures[0].stock = "gold"; });
        row("paper of a part", "plate", "gold", [](Design& d) { d.parts[0].stock = "gold"; });
        row("structure without an id", "structures", "no usable id",
            [](Design& d) { d.structures[0].id.clear(); });
        row("structure with a dot", "structures", "a.b",
            [](Design& d) { d.structures[0].id = "a.b"; });
        row("part with a dot", "parts", "a.b", [](Design& d) { d.parts[0].id = "a.b"; });
        row("part called card", "", "card", [](Design& d) { d.parts[0].id = "card"; });
        row("part called as a structure", "", "box1", [](Design& d) { d.parts[0].id = "box1"; });
        row("unknown family", "box1", "igloo", [](Design& d) { d.structures[0].kind = "igloo"; });
        row("unknown measure", "box1", "breadth",
            [](Design& d) { d.structures[0].set["breadth"] = mm(3); });
        row("measure of another kind", "box1", "width",
            [](Design& d) { d.structures[0].set["width"] = deg(3); });
        row("host that is not there", "box1", "nowhere",
            [](Design& d) { d.structures[0].on = "card.nowhere"; });
        row("hosts in a circle", "", "", [](Design& d) {
            d = with(d, "tent", "box1.tip");
            d.structures[0].on = "tent1.tip";
        });
        row("a series of none", "box1", "none", [](Design& d) { d.structures[0].count = 0; });
        row("line without an id", "card", "no usable id", [](Design& d) {
            d.card.lines = {valley("", {at(5, 5), at(50, 50)})};
        });
        row("line called spine", "card", "spine", [](Design& d) {
            d.card.lines = {valley("spine", {at(5, 5), at(50, 50)})};
        });
        row("line called sheet", "plate", "sheet", [](Design& d) {
            d.parts[0].lines = {valley("sheet", {at(5, 5), at(50, 30)})};
        });
        row("two lines of one id", "card", "used twice", [](Design& d) {
            d.card.lines = {valley("a", {at(5, 5), at(50, 50)}),
                            valley("a", {at(5, 9), at(50, 80)})};
        });
        row("line of no length", "card", "no length", [](Design& d) {
            d.card.lines = {valley("a", {at(5, 5), at(5, 5)})};
        });
        row("line of one point", "card", "no length",
            [](Design& d) { d.card.lines = {valley("a", {at(5, 5)})}; });
        row("line out of reach", "card", "further", [](Design& d) {
            d.card.lines = {valley("a", {at(5, 5), at(50000, 5)})};
        });
        row("line of too many points", "card", "corners",
            [](Design& d) { d.card.lines = {valley("a", many(limits::corners + 1))}; });
        row("no stiffness", "card", "stiffness", [](Design& d) {
            d.card.lines = {valley("a", {at(5, 5), at(50, 50)})};
            d.card.lines[0].stiffness = 0;
        });
        row("aperture of no area", "card", "no area", [](Design& d) {
            d.card.apertures = {{at(5, 5), at(50, 50)}};
        });
        row("aperture out of reach", "card", "further", [](Design& d) {
            d.card.apertures = {{at(5, 5), at(20000, 5), at(5, 50)}};
        });
        row("nothing of the blank is left", "plate", "nothing", [](Design& d) {
            d.parts[0].apertures = {{at(-5, -5), at(90, -5), at(90, 90), at(-5, 90)}};
        });
        row("tab without an id", "plate", "no usable id",
            [](Design& d) { d.parts[0].tabs[0].id.clear(); });
        row("two tabs of one id", "plate", "used twice",
            [](Design& d) { d.parts[0].tabs.push_back(d.parts[0].tabs[0]); });
        row("edge that is not there", "plate", "no edge 9",
            [](Design& d) { d.parts[0].tabs[0].edge = 9; });
        row("tab beyond its edge", "plate", "does not fit",
            [](Design& d) { d.parts[0].tabs[0].to = mm(70); });
        row("tab of no width", "plate", "does not fit", [](Design& d) {
            d.parts[0].tabs[0].from = mm(20);
            d.parts[0].tabs[0].to = mm(20);
        });
        row("tab of no depth", "plate", "depth",
            [](Design& d) { d.parts[0].tabs[0].depth = mm(0); });
        row("tab across a crease", "plate", "across a crease", [](Design& d) {
            d.parts[0].lines = {valley("a", {at(30, -5), at(30, 50)})};
        });
        row("join without an id", "join", "id", [](Design& d) { d.joins[0].id.clear(); });
        row("two joins of one id", "join", "twice",
            [](Design& d) { d.joins.push_back(d.joins[0]); });
        row("held panel that is not there", "join1", "nothing.at-all",
            [](Design& d) { d.joins[0].panel = "nothing.at-all"; });
        row("landing that is not there", "join1", "nothing.at-all",
            [](Design& d) { d.joins[0].onto = "nothing.at-all"; });
        row("held by itself", "join1", "itself",
            [](Design& d) { d.joins[0].onto = d.joins[0].panel; });
        row("line that is not there", "join1", "no line",
            [](Design& d) { d.joins[0].line = "diagonal"; });
        row("one line of two", "join1", "one line of the two",
            [](Design& d) { d.joins[0].ontoLine.clear(); });
        row("range backwards", "join1", "backwards", [](Design& d) {
            d.joins[0].kind = JoinKind::Slide;
            d.joins[0].from = mm(9);
            d.joins[0].to = mm(2);
        });
        row("hold without a direction", "join1", "no direction", [](Design& d) {
            d.joins[0].line.clear();
            d.joins[0].ontoLine.clear();
            d.joins[0].hold = {at(3, 3), at(3, 3)};
        });
        row("stage of nothing", "motion", "nothing.at-all", [](Design& d) {
            d.motion = {{"nothing.at-all", deg(0), deg(90)}};
        });
        row("stage that moves nothing", "motion", "moves nothing", [](Design& d) {
            d.motion = {{"card.spine", deg(90), deg(90)}};
        });
        row("stage of the wrong kind", "motion", "angle", [](Design& d) {
            d.motion = {{"card.spine", mm(0), mm(90)}};
        });
        row("stage beyond the fold", "motion", "0 to 180", [](Design& d) {
            d.motion = {{"card.spine", deg(0), deg(270)}};
        });
        row("together with nothing", "motion", "before", [](Design& d) {
            d.motion = {{"card.spine", deg(0), deg(90), true}};
        });
        row("too many stages", "motion", "stages", [](Design& d) {
            d.motion.assign(limits::stages + 1, {"card.spine", deg(0), deg(90)});
        });
        row("shown further than it opens", "card", "270",
            [](Design& d) { d.card.shown = deg(270); });
    }
    void oneThingIsWrong() {
        QFETCH(Change, change);
        QFETCH(QString, place);
        QFETCH(QString, word);
        Design d = whole();
        QVERIFY2(assemble(d), "what it is made from does not hold");
        change(d);
        const auto made = assemble(d);
        QVERIFY2(!made, "it was made");
        const Problem& p = made.problem();
        QVERIFY2(QString::fromStdString(p.place).contains(place), p.text().c_str());
        QVERIFY2(QString::fromStdString(p.text()).contains(word), p.text().c_str());
        QVERIFY2(!p.remedy.empty(), p.text().c_str());
    }
};

HL_TEST(Refused)
#include "refused.moc"
