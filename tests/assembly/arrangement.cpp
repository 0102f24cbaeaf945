// Panels as faces of what is drawn on a sheet.
#include "core/assembly/arrangement.h"
#include "core/assemble/assemble.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>
#include <set>

using namespace hl;
using namespace hl::test;

namespace {

const Ring sheet = {{0, 0}, {100, 0}, {100, 60}, {0, 60}};

SheetLine crease(const std::string& id, std::vector<Vec2> points) {
    return {id, false, points, {}};
}
SheetLine slit(const std::string& id, std::vector<Vec2> points) { return {id, true, points, {}}; }

std::set<std::string> names(const Arrangement& a) {
    std::set<std::string> out;
    for (auto& f : a.faces)
        out.insert(f.name);
    return out;
}

const SheetFace& face(const Arrangement& a, const std::string& name) {
    for (auto& f : a.faces)
        if (f.name == name)
            return f;
    qFatal("no face %s", name.c_str());
}

using Names = std::set<std::string>;

} // namespace

class Arrangements : public QObject {
    Q_OBJECT
  private slots:
    void aPlainSheet() {
        const Arrangement a = arrange(sheet, {}, {});
        QCOMPARE(names(a), Names{"sheet"});
        QVERIFY(std::abs(areaOf(a.faces[0].outline) - 6000) < 1e-9);
    }

    void aCreaseHinges() {
        const Arrangement a = arrange(sheet, {}, {crease("c", {{40, 0}, {40, 60}})});
        QCOMPARE(names(a), (Names{"c-left", "c-right"}));
        QCOMPARE(a.creases.size(), size_t(1));
        QVERIFY(std::abs(areaOf(face(a, "c-left").outline) - 2400) < 1e-9);
        QVERIFY(a.dangling.empty());
    }

    // A slit from the edge parts nothing by itself; two that meet part a piece.
    void slitsPart() {
        const Arrangement one = arrange(sheet, {}, {slit("s", {{50, 0}, {50, 30}})});
        QCOMPARE(one.faces.size(), size_t(1));
        QCOMPARE(one.dangling, std::vector<int>{0});
        QVERIFY(std::abs(areaOf(one.faces[0].outline) - 6000) < 1e-9);
        const Arrangement two = arrange(sheet, {}, {slit("s", {{50, 0}, {50, 30}, {100, 30}})});
        QCOMPARE(names(two), (Names{"s-left", "s-right"}));
        QVERIFY(two.creases.empty());
        QVERIFY(std::abs(areaOf(face(two, "s-right").outline) - 1500) < 1e-9);
    }

    // A flap cut on three sides hangs by a crease on the fourth, in a hole of its sheet.
    void aFlapInAWindow() {
        const Arrangement a = arrange(sheet, {},
                                      {crease("hinge", {{30, 20}, {30, 40}}),
                                       slit("cut", {{30, 20}, {60, 20}, {60, 40}, {30, 40}})});
        QCOMPARE(names(a), (Names{"hinge-left", "hinge-right"}));
        QCOMPARE(face(a, "hinge-left").apertures.size(), size_t(1));
        QVERIFY(std::abs(areaOf(face(a, "hinge-right").outline) - 600) < 1e-9);
        QCOMPARE(a.creases.size(), size_t(1));
        QVERIFY(std::abs((a.creases[0].to - a.creases[0].from).norm() - 20) < 1e-9);
    }

    void aperturesAreNoPaper() {
        const Ring window = {{20, 20}, {40, 20}, {40, 40}, {20, 40}};
        const Arrangement a = arrange(sheet, {window}, {crease("c", {{30, 0}, {30, 60}})});
        // The crease runs into the window and out of it again: two stretches, one hinge.
        QCOMPARE(a.faces.size(), size_t(2));
        QCOMPARE(a.creases.size(), size_t(1));
        QCOMPARE(a.creases[0].gaps.size(), size_t(1));
        QVERIFY(std::abs(a.creases[0].gaps[0].first - 20) < 1e-9);
        QVERIFY(std::abs(a.creases[0].gaps[0].second - 40) < 1e-9);
        const Arrangement b = arrange(sheet, {window}, {});
        QCOMPARE(b.faces[0].apertures.size(), size_t(1));
    }

    // Names do not change when lines move or when others are drawn later.
    void namesAreStable() {
        const SheetLine first = crease("a", {{40, 0}, {40, 60}});
        const Arrangement before = arrange(sheet, {}, {first});
        for (double y : {15.0, 30.0, 44.0}) {
            const Arrangement after = arrange(sheet, {}, {first, crease("b", {{40, y}, {100, y}})});
            for (auto& name : names(before))
                QVERIFY(names(after).count(name));
            QCOMPARE(names(after), (Names{"a-left", "a-right", "a-right-2"}));
            QCOMPARE(after.creases.size(), size_t(3)); // a, a-2 beyond b, and b
            QCOMPARE(after.creases[0].name, std::string("a"));
            QCOMPARE(after.creases[1].name, std::string("a-2"));
        }
        const Arrangement moved = arrange(
            sheet, {}, {crease("a", {{55, 0}, {48, 60}}), crease("b", {{50, 9}, {100, 9}})});
        QVERIFY(names(moved).count("a-left") && names(moved).count("a-right-2"));
    }

    // Lines typed to a nanometre next to one another meet.
    void nearlyMeetingLinesMeet() {
        const double third = 100.0 / 3;
        const Arrangement a = arrange(
            sheet, {},
            {crease("a", {{0, 0}, {100, 60}}),
             crease("b", {{33.333333, 60}, {33.333333, std::round(third * 0.6 * 1e6) / 1e6}})});
        QCOMPARE(a.faces.size(), size_t(3));
        QVERIFY(a.dangling.empty());
    }

    // Random drawings against plain facts: the faces cover the sheet, every crease lies on the
    // edges of both its faces, and faces have different names.
    void randomDrawings() {
        std::srand(7);
        auto pick = [](double most) {
            return std::round(most * std::rand() / RAND_MAX * 100) / 100;
        };
        for (int n = 0; n < 400; ++n) {
            std::vector<SheetLine> lines;
            for (int i = 0, count = 1 + std::rand() % 6; i < count; ++i) {
                std::vector<Vec2> points;
                for (int p = 0, most = 2 + std::rand() % 2; p < most; ++p)
                    points.emplace_back(pick(120) - 10, pick(80) - 10);
                lines.push_back({"l" + std::to_string(i), std::rand() % 3 == 0, points, {}});
            }
            const Arrangement a = arrange(sheet, {}, lines);
            double sum = 0;
            for (auto& f : a.faces) {
                sum += areaOf(f.outline);
                for (auto& hole : f.apertures)
                    sum += areaOf(hole);
            }
            QVERIFY2(std::abs(sum - 6000) < 0.05, qPrintable(QString::number(sum)));
            QCOMPARE(names(a).size(), a.faces.size());
            for (auto& c : a.creases) {
                QVERIFY(c.left != c.right);
                const Vec2 d = (c.to - c.from).normalized(), side = 1e-3 * leftOf(d);
                const double start = c.gaps.empty() ? (c.to - c.from).norm() : c.gaps[0].first;
                const Vec2 on = c.from + start / 2 * d;
                QVERIFY(onPaper(a.faces[c.left].outline, a.faces[c.left].apertures, on + side) ||
                        start < 0.1);
                QVERIFY(onPaper(a.faces[c.right].outline, a.faces[c.right].apertures, on - side) ||
                        start < 0.1);
            }
            // Convex pieces cover each face exactly.
            for (auto& f : a.faces) {
                double whole = areaOf(f.outline), pieces = 0;
                for (auto& hole : f.apertures)
                    whole += areaOf(hole);
                for (auto& p : convexPieces(f.outline, f.apertures)) {
                    QVERIFY(isConvex(p));
                    pieces += areaOf(p);
                }
                QVERIFY(std::abs(whole - pieces) < 1e-3);
            }
        }
    }

    // What cannot be is refused with its place and a remedy.
    void refusals() {
        auto problem = [](const Design& d) {
            auto a = assemble(d);
            return a ? std::string() : a.problem().text();
        };
        Design d = card();
        d.parts = {blank("p", 60, 40)};
        QVERIFY(problem(d).empty());
        Design bad = d;
        bad.parts[0].tabs = {tab("t", 5, Fold::Mountain)};
        QVERIFY(problem(bad).find("edge 5") != std::string::npos);
        bad = d;
        bad.parts[0].lines = {line("c", LineKind::Valley, {at(30, 0), at(30, 40)})};
        bad.parts[0].tabs = {tab("t", 1, Fold::Mountain)};
        QVERIFY(problem(bad).find("across a crease") != std::string::npos);
        bad = d;
        bad.joins = {glue("p.nothing", "card.page-left", 0, 0, 0)};
        QVERIFY(problem(bad).find("p.nothing") != std::string::npos);
        bad = d;
        bad.motion = {{"p.no-crease", deg(0), deg(90)}};
        QVERIFY(problem(bad).find("p.no-crease") != std::string::npos);
        bad = d;
        bad.motion = {{"card.spine", mm(0), mm(9)}};
        QVERIFY(problem(bad).find("angle") != std::string::npos);
        bad = d;
        bad.card.smooth = {{mm(0), mm(140)}};
        QVERIFY(problem(bad).find("smooth") != std::string::npos);
        bad = d;
        bad.parts.push_back(bad.parts[0]);
        QVERIFY(problem(bad).find("twice") != std::string::npos);
    }
};

HL_TEST(Arrangements)
#include "arrangement.moc"
