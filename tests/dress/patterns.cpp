// How patterns lie on paper and mats on folds: one piece of paper has one pattern, which runs on
// over the folds of a sheet where it is told to; mats that are scored over a fold and folded with
// it, mats that are stuck by a band.
#include "core/assemble/assemble.h"
#include "core/assembly/adhesive.h"
#include "core/assembly/print_place.h"
#include "core/dress/drawing.h"
#include "core/dress/dress.h"
#include "core/edit/laid.h"
#include "core/files/hlantern.h"
#include "core/files/svg_outline.h"
#include "core/make/board.h"
#include "core/make/parts_list.h"
#include "core/prove/prove.h"
#include "core/structures/family.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

std::shared_ptr<const Case> foldUp(const Design& d) {
    return std::make_shared<const Case>(d, *assemble(d));
}
// A card whose mats are of a printed paper.
Design papered(double width = 120, double height = 150) {
    Design d = card(width, height);
    paperPrinting(d, *tile("brick"));
    d.stocks.back().repeat = Measure::fromMm(20);
    return d;
}
Design mat(const Design& d, const std::string& on, std::map<std::string, std::string> set = {}) {
    Design out = with(d, "mat", on, set);
    out.structures.back().stock = d.stocks.back().id;
    return out;
}
PrintPlace placeOf(const Design& d, const std::string& part) {
    const Assembly a = *assemble(d);
    const int at = a.part(part);
    return printPlace(d, a, at, printOf(d, stockOf(d, a.parts[size_t(at)])), nullptr);
}
std::string refused(const Design& d, const std::string& on,
                    const std::map<std::string, std::string>& set) {
    const auto made = addStructure(d, "mat", on, set);
    return made ? "" : made.problem().text();
}

} // namespace

class Patterns : public QObject {
    Q_OBJECT
  private slots:
    // On one sheet of three panels the pattern is one: at a fold both panels print the same.
    void onePieceOfPaperHasOnePattern() {
        Design d = papered();
        FreePart sheet;
        sheet.id = "sheet";
        sheet.stock = d.stocks.back().id;
        sheet.width = Measure::fromMm(90);
        sheet.height = Measure::fromMm(40);
        for (double x : {20.0, 55.0}) {
            LineSpec l;
            l.id = "fold" + std::to_string(int(x));
            l.kind = LineKind::Valley;
            l.points = {{Measure::fromMm(x), Measure::fromMm(0)},
                        {Measure::fromMm(x), Measure::fromMm(40)}};
            sheet.lines.push_back(l);
        }
        d.parts.push_back(sheet);
        const PrintPlace at = placeOf(d, "sheet");
        QVERIFY((at.at({45, 20}) - Vec2(0.5, 0.5)).norm() < 1e-9); // a tile in the middle of all
        QVERIFY((at.at({65, 20}) - Vec2(1.5, 0.5)).norm() < 1e-9); // 20 mm on: the next one
    }
    // By itself a mat has a tile in its own middle; running on, both mats are cut from one pattern
    // that has its middle where the sheet has its own.
    void runningOnOverTheSheet() {
        const Design d = papered();
        const Design apart = mat(mat(d, "card.page-left"), "card.page-right");
        const std::map<std::string, std::string> on{{"runs", "on"}};
        const Design joined = mat(mat(d, "card.page-left", on), "card.page-right", on);
        const Assembly a = *assemble(apart);
        for (const char* id : {"mat1", "mat2"}) {
            Vec2 low(1e9, 1e9), high(-1e9, -1e9);
            for (const Vec2& p : a.panels[size_t(a.parts[size_t(a.part(id))].panels[0])].outline) {
                low = low.cwiseMin(p);
                high = high.cwiseMax(p);
            }
            QVERIFY((placeOf(apart, id).at((low + high) / 2) - Vec2(0.5, 0.5)).norm() < 1e-6);
        }
        const PrintPlace left = placeOf(joined, "mat1"), right = placeOf(joined, "mat2");
        for (const Vec2& p : {Vec2(0, 0), Vec2(31, 77), Vec2(-50, 12)})
            QVERIFY((left.at(p) - right.at(p)).norm() < 1e-9);
        // On the back it is seen from there, and runs on as well.
        const std::map<std::string, std::string> back{{"runs", "on"}, {"side", "back"}};
        const Design behind = mat(mat(d, "card.page-left", back), "card.page-right", back);
        QVERIFY(
            (placeOf(behind, "mat1").at({9, -30}) - placeOf(behind, "mat2").at({9, -30})).norm() <
            1e-9);
        // Moved and turned as the mat says.
        const PrintPlace moved =
            placeOf(mat(d, "card.page-left", {{"shift_right", "5"}, {"shift_up", "-3"}}), "mat1");
        QVERIFY((placeOf(apart, "mat1").at({7, 9}) - moved.at({12, 6})).norm() < 1e-9);
        const PrintPlace turned = placeOf(mat(d, "card.page-left", {{"turn", "90"}}), "mat1");
        QVERIFY((turned.up - Vec2(-1, 0)).norm() < 1e-9);
    }
    // A mat over the spine is one piece with one score, as far as both its halves go, and the card
    // folds as before; so with a wall, and on the back, where a valley is a mountain.
    void aMatOverAFold() {
        const Design d = papered();
        const Design over = mat(d, "card.page-left", {{"over", "right"}});
        const Assembly a = *assemble(over);
        const int part = a.part("mat1");
        QCOMPARE(a.parts[size_t(part)].panels.size(), size_t(2));
        QCOMPARE(a.parts[size_t(part)].creases.size(), size_t(1));
        const Crease& score = a.creases[size_t(a.parts[size_t(part)].creases[0])];
        QVERIFY(score.fold == Fold::Valley);
        QVERIFY2(std::fabs(score.length() - 144) < 1e-4,
                 qPrintable(QString::number(score.length())));
        const auto listed = partsList(over, a);
        const auto own = std::find_if(listed.begin(), listed.end(), [&](const ListedPart& p) {
            return p.name == a.parts[size_t(part)].name;
        });
        QVERIFY(own != listed.end() && own->creases.size() == 1);
        QVERIFY(std::fabs(own->blank.x() - 234) < 1e-3 && std::fabs(own->blank.y() - 144) < 1e-3);
        QVERIFY(std::fabs(own->creases[0].from.x() - 117) < 1e-3);
        // In every pose it lies on its pages.
        const auto c = foldUp(over);
        QVERIFY(int(verdictOf(prove(*c))) <= int(Verdict::Care));
        for (const Pose& p : c->poses)
            for (int i = 0; i < 2; ++i) {
                const Rigid& mine = p.panels[size_t(a.parts[size_t(part)].panels[size_t(i)])];
                const Rigid& page =
                    p.panels[size_t(a.panel(i ? "card.page-right" : "card.page-left"))];
                for (const Vec2& at : {Vec2(0, 20), Vec2(10, 90)})
                    QVERIFY2((mine.at(at) - page.at(at)).norm() < 0.2,
                             qPrintable(QString::number((mine.at(at) - page.at(at)).norm())));
            }
        const Design behind = mat(d, "card.page-left", {{"over", "right"}, {"side", "back"}});
        const Assembly b = *assemble(behind);
        QVERIFY(b.creases.back().fold == Fold::Mountain);
        const auto cb = foldUp(behind);
        QVERIFY(int(verdictOf(prove(*cb))) <= int(Verdict::Care));
        const Design box = with(papered(), "box", "card.spine", {{"left", "40"}, {"right", "50"}});
        // Of a wall's folds one leads to the other wall, one to a tab, which nobody sees.
        int went = 0, tabs = 0, none = 0;
        for (const char* side : {"left", "right", "bottom", "top"}) {
            auto made = addStructure(box, "mat", "box1.left-wall", {{"over", side}});
            went += bool(made);
            tabs += !made && made.problem().text().find("only a tab") != std::string::npos;
            none += !made && made.problem().text().find("no fold") != std::string::npos;
            if (made)
                QCOMPARE(assemble(made->first)->creases.size(), assemble(box)->creases.size() + 1);
        }
        QCOMPARE(went, 1);
        QVERIFY(tabs <= 1 && none >= 2);
        auto back = designAsWritten(designToText(over));
        QVERIFY(back && *back == over);
    }
    void whereAMatCannotGoOver() {
        const Design d = papered();
        QVERIFY(refused(d, "card.page-left", {{"over", "left"}}).find("no fold on that side") !=
                std::string::npos);
        QVERIFY(refused(d, "card.page-left", {{"over", "right"}, {"step", "80"}}).find("step") !=
                std::string::npos);
        // A cut-out leaves a stretch of the spine unfolded.
        const Design cut = with(d, "stair", "card.spine", {{"made", "cut"}, {"width", "40"}});
        QVERIFY(!assemble(cut)->creases[0].gaps.empty());
        QVERIFY(!refused(cut, "card.page-left", {{"over", "right"}}).empty());
    }
    // Stuck by a band alone: only there it carries adhesive.
    void stuckByABand() {
        const Design d =
            mat(papered(), "card.page-right", {{"stuck", "top"}, {"band", "12"}, {"step", "5"}});
        const Assembly a = *assemble(d);
        const Join& j = *a.joinsOf(a.panel("mat1.mat")).front();
        QCOMPARE(j.adhesive.size(), size_t(1));
        QVERIFY(std::fabs(areaOf(j.adhesive[0]) - 110 * 12) < 1e-6);
        double high = -1e9, low = 1e9;
        for (const Vec2& p : j.adhesive[0]) {
            high = std::max(high, p.y());
            low = std::min(low, p.y());
        }
        double top = -1e9;
        for (const Vec2& p : a.panels[size_t(a.panel("mat1.mat"))].outline)
            top = std::max(top, p.y());
        QVERIFY(std::fabs(high - top) < 1e-6 && std::fabs(high - low - 12) < 1e-6);
        QVERIFY(std::fabs(heldPart(a, j) - 12.0 / 140) < 1e-6);
        for (const char* side : {"left", "right", "bottom"}) {
            const Assembly b = *assemble(mat(papered(), "card.page-right",
                                             {{"stuck", side}, {"band", "12"}, {"side", "back"}}));
            const Join& k = *b.joinsOf(b.panel("mat1.mat")).front();
            const double wide = side == std::string("bottom") ? 114 : 144;
            QVERIFY2(std::fabs(areaOf(k.adhesive.at(0)) - wide * 12) < 1e-6, side);
        }
    }
    // A drawing of the maker's own, cut out along its outline and printed with what lies within it.
    void drawingsAsToppers() {
        const std::string svg =
            "<?xml version='1.0'?><svg xmlns='http://www.w3.org/2000/svg' width='200mm' "
            "height='100mm' viewBox='0 0 400 200' data-note='an &quot;owl&quot;'>"
            "<g transform='translate(20 0)'><path d='M20 20 H100 V80 H20 Z' fill='#a03020'/>"
            "<circle cx='60' cy='50' r='10' fill='#ffffff'/></g></svg>";
        const Design d = card();
        const auto c = foldUp(d);
        const auto laid = layDrawing(d, *c, "card.page-right", "art/owl.svg", svg, {});
        QVERIFY2(laid, laid ? "" : laid.problem().text().c_str());
        const Design& with = laid->first;
        const auto values = *measuresOf(with, laid->second);
        QCOMPARE(values.at("width"), 40.0); // half a millimetre to the unit
        QCOMPARE(values.at("height"), 30.0);
        const Stock& paper = with.stocks.back();
        QCOMPARE(paper.name, std::string("owl"));
        QCOMPARE(with.structure(laid->second)->name, std::string("owl"));
        const Print print = printOf(with, paper);
        QVERIFY(!print.plain() && print.width == 40);
        QVERIFY2(std::fabs(print.height - 30) < 1e-6, qPrintable(QString::number(print.height)));
        // Seen through the new window the drawing is the outline and nothing round it.
        const auto again = cutOutOf(print.image.text());
        QVERIFY2(again, again ? "" : again.problem().text().c_str());
        QVERIFY(std::fabs(again->width - 40) < 1e-6 && std::fabs(again->height - 30) < 1e-6);
        QVERIFY(print.image.text().find("viewBox=\"40 20 80 60\"") != std::string::npos);
        // It lies on its own picture: the middle of the one is the middle of the other.
        const Assembly a = *assemble(with);
        const PrintPlace at = printPlace(with, a, a.part(laid->second), print, nullptr);
        QVERIFY((at.at({0, 0}) - Vec2(0.5, 0.5)).norm() < 1e-6);
        // As large as told, in its own proportion.
        const auto small =
            layDrawing(d, *c, "card.page-right", "owl.svg", svg, {{"height", "15 mm"}});
        // Of a paper that is told it has the outline alone.
        const auto plain =
            layDrawing(d, *c, "card.page-right", "owl.svg", svg, {}, {{"stock", d.card.stock}});
        QVERIFY(plain && plain->first.stocks.size() == d.stocks.size());
        QCOMPARE(plain->first.structures.back().stock, d.card.stock);
        QCOMPARE(plain->first.structures.back().outline.size(),
                 laid->first.structures.back().outline.size());
        QVERIFY(small && measuresOf(small->first, small->second)->at("width") == 20 &&
                small->first.stocks.back().repeat.mm() == 20);
        const auto both = layDrawing(d, *c, "card.page-right", "owl.svg", svg,
                                     {{"height", "15 mm"}, {"width", "50 mm"}});
        QVERIFY(both && measuresOf(both->first, both->second)->at("width") == 50 &&
                measuresOf(both->first, both->second)->at("height") == 15);
        for (const char* bad : {"", "<svg/>",
                                "<svg xmlns='http://www.w3.org/2000/svg'><path d='M0 0 "
                                "L5 5'/></svg>"}) {
            const auto none = layDrawing(d, *c, "card.page-right", "bad.svg", bad, {});
            QVERIFY(!none && none.problem().text().find("bad.svg") != std::string::npos);
        }
        QVERIFY(!layDrawing(d, *c, "card.page-right", "owl.svg", svg, {{"width", "wide"}}));
        QVERIFY(!layDrawing(d, *c, "nowhere", "owl.svg", svg, {}));
    }
    // Its pattern is dragged by a tile: by the ruler's steps, home to the middle, turned by the
    // knob.
    void aPatternIsDragged() {
        const Design d = mat(papered(), "card.page-right", {{"shift_right", "4"}});
        const auto c = foldUp(d);
        const auto laid = laidOf(*c, "mat1");
        QVERIFY(laid && laid->pattern && !laid->sized);
        QVERIFY(laid->width == 20 && laid->across == 4 && laid->along == 0);
        const Vec2 from = laid->middle();
        const Dragged by =
            dragLaid(*c, *laid, Hold::Middle, from, from + Vec2(3.2, -7.9), 1, false);
        QCOMPARE(by.set.at("shift_right").mm(), 7.0);
        QCOMPARE(by.set.at("shift_up").mm(), -8.0);
        const Dragged fine =
            dragLaid(*c, *laid, Hold::Corner, from, from + Vec2(3.2, 0.1), 1, true);
        QVERIFY(std::fabs(fine.set.at("shift_right").mm() - 7.2) < 1e-9);
        const Dragged home = dragLaid(*c, *laid, Hold::Middle, from, from - Vec2(4.4, 0), 1, false);
        QCOMPARE(home.set.at("shift_right").mm(), 0.0);
        const Vec2 knob = laid->knob(10);
        const Dragged turned =
            dragLaid(*c, *laid, Hold::Knob, knob, from + leftOf(Vec2(knob - from)), 1, false);
        QVERIFY(std::fabs(turned.set.at("turn").degrees() - 90) < 1e-6);
        QVERIFY(!laidOf(*foldUp(with(card(), "mat", "card.page-right")), "mat1")); // plain paper
        // Of a mat that runs on the nearest tile is taken, and lies on the mat.
        for (const char* page : {"card.page-left", "card.page-right"}) {
            const auto on = foldUp(mat(papered(), page, {{"runs", "on"}}));
            const auto tile = laidOf(*on, "mat1");
            const Assembly& a = on->assembly;
            QVERIFY(tile && onPaper(a.panels[size_t(tile->host)].outline, {}, tile->middle()));
            const PrintPlace at = placeOf(on->design, "mat1");
            const Vec2 off = at.at(tile->middle()) - Vec2(0.5, 0.5);
            QVERIFY(std::fabs(off.x() - std::round(off.x())) < 1e-6 &&
                    std::fabs(off.y() - std::round(off.y())) < 1e-6);
        }
    }
};

HL_TEST(Patterns)
#include "patterns.moc"
