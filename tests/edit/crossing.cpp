// Sheets pushed into one another: where they cross each is slit to half the lower one's height, and
// what was slit closes and stands.
#include "core/edit/draw.h"
#include "core/files/hlantern.h"
#include "core/make/parts_list.h"
#include "core/prove/evidence.h"
#include "tests/edit/sheets.h"
#include "tests/program.h"
#include "tests/scale.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <map>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

std::string text(const QString& s) { return s.toStdString(); }

// A base of pages, and a second sheet told alike.
Design two(const std::string& base, const std::string& second) {
    Design d = card(110, 150);
    d = told(d, "card", {{"say", base}});
    return sheet(d, "second", second);
}
const Told atFirst{{"crossing", "yes"}, {"line", "fold-1"}, {"onto_line", "spine"}};

// The slits of a part: each as the height of its two ends and its place along the sheet.
struct Slit {
    double at, low, high;
};
std::vector<Slit> slitsOf(const Assembly& a, const std::string& part) {
    std::vector<Slit> out;
    for (const Part& p : a.parts)
        if (p.id == part)
            for (const Mark& m : p.marks)
                if (m.kind == LineKind::Slit)
                    out.push_back({m.points[0].x(), std::min(m.points[0].y(), m.points[1].y()),
                                   std::max(m.points[0].y(), m.points[1].y())});
    return out;
}
const Crease& creaseNamed(const Assembly& a, const std::string& id) {
    const int i = a.crease(id);
    if (i < 0)
        qFatal("there is no %s", id.c_str());
    return a.creases[size_t(i)];
}

} // namespace

class Crossings : public QObject {
    Q_OBJECT
  private slots:
    // Tops that fall evenly from one side to the other: half the height at the score is that of a
    // trapezium, and the scores end where the slits begin.
    void slantedSheetsAreSlitToHalfTheirHeight() {
        const double from = 150, to = 50, wide = 220, at = 55;
        const Design d = joined(two("220 x 150, score 55 M90, 110 V90, 165 M90; top 150 to 50",
                                    "220 x 150, score 55 V90, 110 M, 165 V90; top 150 to 50"),
                                "second.panel-2", "card.page-right", atFirst);
        const Assembly a = *assemble(d);
        const double high = from + (to - from) * at / wide; // 125
        const auto below = slitsOf(a, "card"), above = slitsOf(a, "second");
        QVERIFY(below.size() == 1 && above.size() == 1);
        QVERIFY(std::fabs(below[0].low) < 1e-6 && std::fabs(below[0].high - high / 2) < 1e-6);
        QVERIFY(std::fabs(above[0].low - high / 2) < 1e-6 &&
                std::fabs(above[0].high - high) < 1e-6);
        // The list of parts says the sheets as they could be typed with their slits.
        const std::string list = partsText(partsList(d, a), Unit::Millimetre);
        for (const char* line :
             {"220 mm x 150 mm  220 x 150, score 55 M from 62.5, 110 V, 165 M; top 150 to 50; "
              "slit at 55 from 0 to 62.5\n",
              "220 mm x 150 mm  220 x 150, score 55 V to 62.5, 110 M, 165 V; top 150 to 50; "
              "slit at 55 from 62.5 to 125\n",
              "    high at the left edge 150 mm, at the score at 55 mm 125 mm (half 62.5 mm), at "
              "the "
              "score at 110 mm 100 mm (half 50 mm), at the score at 165 mm 75 mm (half 37.5 mm), "
              "at "
              "the right edge 50 mm\n"})
            QVERIFY2(list.find(line) != std::string::npos, list.c_str());
        const Crease &spine = creaseNamed(a, "card.spine"), &fold = creaseNamed(a, "second.fold-1");
        QVERIFY(std::fabs(std::min(spine.from.y(), spine.to.y()) - high / 2) < 1e-6);
        QVERIFY(std::fabs(std::max(fold.from.y(), fold.to.y()) - high / 2) < 1e-6);
    }
    // Nothing was typed that the sheet's height says: when it changes, the slits change with it.
    void theSlitsFollowTheHeight() {
        const auto say = [](int height) {
            return text(QString("30 | 40 | 30, V M; height %1").arg(height));
        };
        Design d = joined(two(say(80), say(60)), "second.panel-2", "card.page-right", atFirst);
        for (const int height : {44, 50, 72}) {
            d = told(d, "second", {{"say", say(height)}});
            const Assembly a = *assemble(d);
            // To half of the lower one, so that both stand on one level.
            const double deep = std::min(80, height) / 2.0;
            QVERIFY(std::fabs(slitsOf(a, "card")[0].high - deep) < 1e-6);
            QVERIFY(std::fabs(slitsOf(a, "second")[0].low - deep) < 1e-6);
            QVERIFY(std::fabs(slitsOf(a, "second")[0].high - height) < 1e-6);
        }
        const auto again = designFromText(designToText(d));
        QVERIFY(again && *again == d);
    }
    // Drawn blanks cross away from any score, beside the middle of the one and in that of the
    // other.
    void drawnSheetsCrossWhereTheyAreTold() {
        Design d = sheet(sheet(card(200, 200), "long", "90 x 40"), "short", "60 x 30");
        d = joined(d, "long.sheet", "card.page-right", {});
        d = joined(
            d, "short.sheet", "long.sheet",
            {{"crossing", "yes"}, {"line", "middle"}, {"onto_line", "left"}, {"off", "25 mm"}});
        const Assembly a = *assemble(d);
        const auto below = slitsOf(a, "long"), above = slitsOf(a, "short");
        QVERIFY(below.size() == 1 && above.size() == 1);
        QVERIFY(std::fabs(below[0].at - 25) < 1e-6 && std::fabs(below[0].high - 15) < 1e-6);
        QVERIFY(std::fabs(above[0].at - 30) < 1e-6 && std::fabs(above[0].low - 15) < 1e-6);
        // The slits come to lie on one line, their ends on one another.
        for (const Join& j : a.joins)
            if (a.panels[size_t(j.tab)].id == "short.sheet") {
                QVERIFY((j.place.at({30, 15}) - Vec3(25, 15, 0)).norm() < 1e-6);
                QVERIFY((j.place.at({30, 0}) - Vec3(25, 0, 0)).norm() < 1e-6);
            }
    }
    // A drawn crease along the crossing ends where the slit begins, on either sheet.
    void drawnCreasesEndAtTheSlit() {
        Design d = sheet(sheet(card(200, 200), "long", "90 x 40"), "short", "60 x 30");
        for (auto& [part, x] : {std::pair{"long", 30.0}, {"short", 20.0}}) {
            auto made = addLine(d, part, LineKind::Valley, {x, 0}, {x, part[0] == 'l' ? 40. : 30.});
            QVERIFY(made);
            d = made->first;
        }
        const Assembly bare = *assemble(d);
        std::map<std::string, std::string> right, fold; // of each sheet
        for (const Crease& c : bare.creases)
            for (const char* part : {"long", "short"})
                if (ownerOf(c.id) == part) {
                    right[part] = bare.panels[size_t(c.right)].id;
                    fold[part] = c.id.substr(c.id.find('.') + 1);
                }
        d = joined(d, right["long"], "card.page-right", {});
        d = joined(d, right["short"], right["long"],
                   {{"crossing", "yes"}, {"line", fold["short"]}, {"onto_line", fold["long"]}});
        const Assembly a = *assemble(d);
        const Crease &below = creaseNamed(a, "long." + fold["long"]),
                     &above = creaseNamed(a, "short." + fold["short"]);
        QVERIFY(std::fabs(std::min(below.from.y(), below.to.y()) - 15) < 1e-6 &&
                std::fabs(std::max(below.from.y(), below.to.y()) - 40) < 1e-6);
        QVERIFY(std::fabs(std::min(above.from.y(), above.to.y())) < 1e-6 &&
                std::fabs(std::max(above.from.y(), above.to.y()) - 15) < 1e-6);
    }
    // Two rows of pages crossed at two scores are a rhombus, whatever their measures: they fold.
    void anyTwoThatCrossTwiceFoldFlat() {
        std::mt19937 random(11);
        const auto between = [&](int a, int b) {
            return std::uniform_int_distribution<int>(a, b)(random);
        };
        for (int n = 0; n < scaled(24); ++n) {
            const int side = between(25, 60), in = between(20, side), high = between(60, 150),
                      falls = between(0, 40), wide = 2 * (side + in);
            const QString score = QString("%1 x %2, score %3 %6, %4 %7, %5 %6; top %2 to %8");
            const auto say = [&](const char* a, const char* b) {
                return text(score.arg(wide)
                                .arg(high)
                                .arg(side)
                                .arg(side + in)
                                .arg(side + 2 * in)
                                .arg(a)
                                .arg(b)
                                .arg(high - falls));
            };
            Design d = two(say("M90", "V90"), say("V90", "M"));
            d = joined(d, "second.panel-2", "card.page-right", atFirst);
            d = joined(d, "second.panel-3", "card.page-3",
                       {{"crossing", "yes"}, {"line", "fold-3"}, {"onto_line", "fold-3"}});
            const Case c(d, *assemble(d));
            const std::string what = say("M90", "V90");
            for (const Pose& p : c.poses)
                QVERIFY2(p.misfit() < 1e-4, what.c_str());
            for (const Finding& f : prove(c))
                QVERIFY2(f.severity != Severity::Stop || f.rule == "overhang",
                         (what + ": " + f.message).c_str());
        }
    }
    void whatCannotCrossIsTold() {
        const auto refused = [](const Design& d, const std::string& held, const std::string& onto,
                                const Told& told, const char* word) {
            const auto made = addJoin(d, held, onto, told);
            return !made && made.problem().text().find(word) != std::string::npos &&
                   !made.problem().remedy.empty();
        };
        const Design d = two("30 | 40 | 30, V M; height 80", "30 | 40 | 30, M V; height 80");
        const Told edge{{"crossing", "yes"}, {"line", "left"}, {"onto_line", "spine"}};
        QVERIFY(refused(d, "second.panel-1", "card.page-right", edge, "cut off"));
        const Told none{{"crossing", "yes"}, {"line", "fold-9"}, {"onto_line", "spine"}};
        QVERIFY(refused(d, "second.panel-1", "card.page-right", none, "fold-9"));
        Told glued = atFirst;
        glued.emplace_back("kind", "glue");
        QVERIFY(refused(d, "second.panel-2", "card.page-right", glued, "slot"));
        Told along = atFirst;
        along.emplace_back("along", "5 mm");
        QVERIFY(refused(d, "second.panel-2", "card.page-right", along, "one level"));
        // The fold of a plain card holds its two pages together.
        const Design plain = sheet(card(), "second", "30 | 40 | 30, M V; height 80");
        QVERIFY(refused(plain, "second.panel-2", "card.page-right", atFirst, "spine"));
        // Lines of a told sheet run along its scores.
        const Told across{
            {"crossing", "yes"}, {"line", "fold-1"}, {"onto_line", "bottom"}, {"off", "30 mm"}};
        QVERIFY(refused(d, "second.panel-2", "card.page-right", across, "along its scores"));
    }
};

HL_TEST(Crossings)
#include "crossing.moc"
