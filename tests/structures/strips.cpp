// Strips where they stand: on a fold, round its outside, on a panel from each of its edges, held at
// one end; slanted, stepped, in series. Places are compared with what was said.
#include "core/assemble/assemble.h"
#include "core/fold/case.h"
#include "core/make/parts_list.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

class Strips : public QObject {
    Q_OBJECT
    static Design strip(const Design& d, const std::string& on, const std::string& say,
                        const std::map<std::string, std::string>& set, Told told = {}) {
        told.insert(told.begin(), {"say", say});
        auto added = addStructure(d, "strip", on, set, {}, "", told);
        if (!added)
            qFatal("%s", added.problem().text().c_str());
        return added->first;
    }
    // The ends of a crease in the flat coordinates of a panel, with the card flat open or as far as
    // it goes.
    static std::pair<Vec3, Vec3> on(const Case& c, const std::string& panel,
                                    const std::string& crease) {
        const Pose& pose = c.poses.back();
        const Crease& k = c.assembly.creases[c.assembly.crease(crease)];
        const Rigid back = pose.panels[c.assembly.panel(panel)].inverse() * pose.panels[k.left];
        return {back.at(k.from), back.at(k.to)};
    }

  private slots:
    // Feet are measured from the edge, the place from the left or from below.
    void onAPanelFromEachEdge_data() {
        QTest::addColumn<QString>("edge");
        for (const char* edge : {"left", "right", "bottom", "top"})
            QTest::newRow(edge) << edge;
    }
    void onAPanelFromEachEdge() {
        QFETCH(QString, edge);
        constexpr double w = 130, h = 160;
        const Design d = strip(card(w, h), "card.page-right", "8 | 25 | 25 | 8, M M M; height 44",
                               {{"edge", edge.toStdString()},
                                {"left", "20 mm"},
                                {"right", "60 mm"},
                                {"place", "30 mm"}});
        const Case c(d, *assemble(d));
        const bool sideways = edge == "left" || edge == "right";
        for (auto [crease, at] :
             {std::pair{"strip1.left-foot", 20.0}, {"strip1.right-foot", 60.0}}) {
            const auto [from, to] = on(c, "card.page-right", crease);
            for (const Vec3& p : {from, to}) {
                const double across = sideways ? p.x() : p.y(), far = sideways ? w : h;
                const double off = edge == "left" || edge == "bottom" ? across : far - across;
                QVERIFY2(std::fabs(off - at) < 1e-6,
                         qPrintable(QString("%1 %2").arg(edge).arg(off)));
                QVERIFY(std::fabs(p.z()) < 1e-6);
            }
            const double a = sideways ? from.y() : from.x(), b = sideways ? to.y() : to.x();
            QVERIFY2(std::fabs(std::min(a, b) - 30) < 1e-6 && std::fabs(std::max(a, b) - 74) < 1e-6,
                     qPrintable(QString("%1: %2 to %3").arg(edge).arg(a).arg(b)));
        }
        // It rises from the face, and is as high as its triangle says.
        const auto [top, other] = on(c, "card.page-right", "strip1.fold-1");
        QVERIFY(std::fabs(top.z() - std::sqrt(25.0 * 25 - 20 * 20)) < 1e-6);
    }

    // Mountain or valley, toward the fold or away: the feet are where they were said, the tabs
    // point as they were told, the walls rise between the pages, or round the outside.
    void tabsPointAsTold() {
        for (const char* foot : {"M", "V"})
            for (const char* tabs : {"toward", "away"})
                for (const char* side : {"inside", "outside"}) {
                    const bool out = std::string(side) == "outside";
                    const std::string ridge =
                        (std::string(foot) == "M") == (std::string(tabs) == "toward") ? "M" : "V";
                    const std::string walls = out ? "38 | 33" : "25 | 30"; // round it, or a box
                    const Design d = strip(card(130, 160), "card.spine",
                                           "9 | " + walls + " | 9, " + foot + " " + ridge + " " +
                                               foot + "; height 44",
                                           {{"left", "30 mm"},
                                            {"right", "25 mm"},
                                            {"tabs", tabs},
                                            {"side", side},
                                            {"place", "40 mm"}});
                    const Case c(d, *assemble(d));
                    const QString what = QString("%1 %2 %3").arg(foot, tabs, side);
                    double worst = 0;
                    for (const Pose& p : c.poses)
                        worst = std::max(worst, p.misfit());
                    QVERIFY2(worst < 1e-6, qPrintable(what + QString(" %1").arg(worst)));
                    for (auto [page, name, at] : {std::tuple{"card.page-left", "left", -30.0},
                                                  {"card.page-right", "right", 25.0}}) {
                        const auto [from, to] =
                            on(c, page, std::string("strip1.") + name + "-foot");
                        QVERIFY2(std::fabs(from.x() - at) < 1e-6 && std::fabs(to.x() - at) < 1e-6,
                                 qPrintable(what));
                        // The middle of the tab, in the page's coordinates.
                        const int tab = c.assembly.panel(std::string("strip1.") + name + "-tab");
                        Vec2 middle = Vec2::Zero();
                        for (const Vec2& p : c.assembly.panels[tab].outline)
                            middle += p / double(c.assembly.panels[tab].outline.size());
                        const Vec3 there = c.poses.back().panels[c.assembly.panel(page)].inverse() *
                                           c.poses.back().panels[tab].at(middle);
                        const bool inward = std::fabs(there.x()) < std::fabs(at);
                        QVERIFY2(inward == (std::string(tabs) == "toward"),
                                 qPrintable(what + " " + name));
                    }
                    // Half open the ridge lies on the side of the pages on which it was glued.
                    const Pose& half = c.poses[c.poses.size() / 2];
                    const Crease& k = c.assembly.creases[c.assembly.crease("strip1.fold-1")];
                    const int page = c.assembly.panel("card.page-left");
                    const double above =
                        (half.panels[page].inverse() * half.panels[k.left].at(k.from)).z();
                    QVERIFY2((above < 0) == out, qPrintable(what + QString(" %1").arg(above)));
                }
    }

    // A slanted top and steps: the heights at both ends of every fold.
    void slantedAndStepped() {
        const Design slanted =
            strip(card(130, 160), "card.spine", "10 | 30 | 30 | 10, M M M; top 60 to 20",
                  {{"left", "30 mm"}, {"right", "30 mm"}});
        const Assembly a = *assemble(slanted);
        for (auto [fold, height] : {std::pair{"strip1.left-foot", 55.0},
                                    {"strip1.fold-1", 40.0},
                                    {"strip1.right-foot", 25.0}})
            QVERIFY(std::fabs(a.creases[a.crease(fold)].length() - height) < 1e-9);
        const Design stepped =
            strip(card(130, 160), "card.spine",
                  "10 | 30 | 30 | 10, M M M; heights 40 50 30 30; raised 0 0 5 5",
                  {{"left", "30 mm"}, {"right", "30 mm"}});
        const Assembly b = *assemble(stepped);
        for (auto [fold, low, high] : {std::tuple{"strip1.left-foot", 0.0, 40.0},
                                       {"strip1.fold-1", 5.0, 35.0},
                                       {"strip1.right-foot", 5.0, 35.0}}) {
            const Crease& k = b.creases[b.crease(fold)];
            QVERIFY2(std::fabs(k.from.y() - low) < 1e-9 && std::fabs(k.to.y() - high) < 1e-9, fold);
        }
    }

    // Bands bend where the adhesive ends, without a score, and show no score in the parts list.
    void bandsBend() {
        const Design d = strip(card(130, 160), "card.spine", "40 | 40, M; height 50",
                               {{"left", "26 mm"},
                                {"right", "26 mm"},
                                {"left_band", "10 mm"},
                                {"right_band", "10 mm"}});
        const Case c(d, *assemble(d));
        QVERIFY(c.assembly.creases[c.assembly.crease("strip1.left-foot")].bend);
        const auto list = partsList(d, c.assembly);
        QCOMPARE(panelsText(list.back().say, Unit::Millimetre), std::string("40 | 40, M"));
        QCOMPARE(list.back().creases.size(), size_t(1));
        double worst = 0;
        for (const Pose& p : c.poses)
            worst = std::max(worst, p.misfit());
        QVERIFY(worst < 1e-6);
        QVERIFY(!first(prove(c), "idle"));
    }

    // A blank stays as it was said, though its end panel reaches over the fold, which is told; and
    // where nothing is said of the folds, the feet rise.
    void theBlankStaysAsSaid() {
        const Design d = strip(card(130, 160), "card.spine", "136 x 68, score 30, 60, 98",
                               {{"left", "30 mm"}, {"right", "30 mm"}});
        const Case c(d, *assemble(d));
        const auto list = partsList(d, c.assembly);
        QCOMPARE(list.back().blank.x(), 136.0);
        QCOMPARE(panelsText(list.back().say, Unit::Millimetre),
                 std::string("30 | 30 | 38 | 38, M E M"));
        const auto found = prove(c);
        const Finding* f = first(found, "landing");
        QVERIFY(f && f->code == "landing.across-fold");
        const Design plain = strip(card(130, 160), "card.spine", "12 | 30 | 30 | 12; height 50",
                                   {{"left", "30 mm"}, {"right", "30 mm"}});
        QVERIFY(!first(prove(Case(plain, *assemble(plain))), "idle"));
    }

    // Either: the fold chooses the way in which the card closes.
    void eitherChooses() {
        for (const char* tip : {"M", "E"}) {
            const Design d = strip(card(130, 160), "card.spine",
                                   std::string("9 | 24 | 32 | 9, M ") + tip + " M; height 40",
                                   {{"left", "32 mm"}, {"right", "24 mm"}});
            const Case c(d, *assemble(d));
            QVERIFY(c.motion.wrongFolds.empty());
            const double angle =
                c.poses[c.poses.size() / 2].angles[c.assembly.crease("strip1.fold-1")];
            QVERIFY2(angle < 0, tip); // a mountain
        }
        // A wrong assignment is told all the same.
        const Design wrong =
            strip(card(130, 160), "card.spine", "9 | 24 | 32 | 9, M V M; height 40",
                  {{"left", "32 mm"}, {"right", "24 mm"}});
        QVERIFY(verdictOf(prove(Case(wrong, *assemble(wrong)))) == Verdict::Fails);
    }

    // What lies fast behind the page that a wall stands on may be as near as its paper; what lies
    // on the same side may not.
    void paperBetweenKeepsApart() {
        for (const bool behind : {true, false}) {
            Design d = strip(card(130, 160), "card.spine", "9 | 30 | 30 | 9, M M M; height 60",
                             {{"left", "30 mm"}, {"right", "30 mm"}, {"place", "50 mm"}});
            d = addPart(d, "plate", "30 x 40")->first;
            d = addJoin(d, "plate.sheet", "card.page-right",
                        {{"side", "back"},
                         {"line", "left"},
                         {"onto_line", "left"},
                         {"off", behind ? "20 mm" : "30.2 mm"},
                         {"onto_side", behind ? "back" : "face"}})
                    ->first;
            const auto all = prove(Case(d, *assemble(d)));
            QVERIFY2((first(all, "clearance") == nullptr) == behind,
                     all.empty() ? "nothing" : all.front().message.c_str());
        }
    }

    // The difference between a taut strip and one that can flap.
    void tautAtTheEnd() {
        for (auto [opens, flaps] : {std::pair{"V82.5", false}, {"V60", true}}) {
            Design d = card(105, 150);
            d = *tell(d, "card", {{"say", std::string("105 | 105, ") + opens + "; height 150"}});
            d = strip(d, "card.spine", "12 | 30 | 30 | 38 | 38 | 12, V M V M V; height 120",
                      {{"left", "103 mm"}, {"right", "103 mm"}});
            QCOMPARE(first(prove(Case(d, *assemble(d))), "mobility") != nullptr, flaps);
        }
    }
};

HL_TEST(Strips)
#include "strips.moc"
