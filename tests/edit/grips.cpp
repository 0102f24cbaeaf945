// Dragging a crease does to the crease what the hand did.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/edit/grip.h"
#include "core/edit/tell.h"
#include "core/edit/zone_grip.h"
#include "core/files/hlantern.h"
#include "core/structures/family.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QDir>
#include <QtTest>

using namespace hl;
using namespace hl::test;

class Grips : public QObject {
    Q_OBJECT
    double moved_ = 0;

  private slots:
    // The line where adhesive ends follows the pointer, from every edge, in the ruler's steps.
    void zonesFollowThePointer() {
        Design d =
            with(card(), "box", "card.spine", {{"left", "40"}, {"right", "50"}, {"tab", "20"}});
        const Assembly a = *assemble(d);
        const Panel& tab = a.panels[size_t(a.panel("box1.left-tab"))];
        const std::string part = a.parts[size_t(tab.part)].id;
        Vec2 low = tab.outline[0], high = low;
        for (const Vec2& p : tab.outline) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
        const Vec2 middle = (low + high) / 2;
        QVERIFY(!zoneGripAt(d, a, part, middle, 1)); // stuck all over it has no such line
        const auto told = [&](const std::string& zone) {
            auto next = tell(d, "box1.left-tab", {{"zone", zone}});
            if (!next)
                qFatal("%s", next.problem().text().c_str());
            return *next;
        };
        struct Case {
            const char* zone;
            Vec2 line, way;
        };
        const double w = high.x() - low.x(), h = high.y() - low.y();
        for (const Case& c : {Case{"band left 6 mm", {low.x() + 6, middle.y()}, {1, 0}},
                              Case{"band right 6 mm", {high.x() - 6, middle.y()}, {-1, 0}},
                              Case{"clear top 6 mm", {middle.x(), high.y() - 6}, {0, -1}},
                              Case{"band bottom 6 mm", {middle.x(), low.y() + 6}, {0, 1}},
                              Case{"margin 6 mm", {middle.x(), low.y() + 6}, {0, 1}}}) {
            const Design z = told(c.zone);
            const auto grip = zoneGripAt(z, a, part, c.line + 0.3 * c.way, 1);
            QVERIFY2(grip, c.zone);
            QVERIFY((grip->way - c.way).norm() < 1e-9);
            QVERIFY(!zoneGripAt(z, a, part, c.line + 2 * c.way, 1));
            QCOMPARE(draggedZone(*grip, 1.7 * c.way, z, true).size.mm(), 7.7);
            QCOMPARE(draggedZone(*grip, 1.7 * c.way, z, false).size.mm(), 7.5);
            QCOMPARE(draggedZone(*grip, -50 * c.way, z, false).size.mm(), 0.5);
            const double most = (std::fabs(c.way.x()) > 0.5 ? w : h) / (c.zone[0] == 'm' ? 2 : 1);
            QVERIFY(std::fabs(draggedZone(*grip, 500 * c.way, z, false).size.mm() - most) < 1e-5);
            Design moved = z;
            setZone(moved, grip->join, draggedZone(*grip, 2 * c.way, z, false));
            QCOMPARE(moved.zones.at(0).zone.size.mm(), 8.0);
            QVERIFY(assemble(moved));
        }
        QVERIFY(!zoneGripAt(told("band left 6 mm"), a, "card", middle, 500));
    }
    // Every crease of every demo design, in its own part and where it lands: where there is a
    // grip, the crease follows the pointer.
    void creasesFollowThePointer() {
        int dragsDone = 0, scores = 0, refused = 0;
        for (const QFileInfo& file :
             QDir(HL_SOURCE_DIR "/demo/quillmere").entryInfoList({"*.hlantern"})) {
            const Design d = *loadDesign(file.filePath().toStdString());
            const Assembly a = *assemble(d);
            for (const Crease& crease : a.creases)
                for (const Part& part : a.parts) {
                    auto before = creaseIn(a, crease.id, part.id);
                    auto grip = before ? gripOf(d, crease.id, part.id) : std::nullopt;
                    if (!grip)
                        continue;
                    const bool angle = grip->start.quantity == Quantity::Angle;
                    // The other way where the measure is as small as it can be.
                    const Family* f = familyOf(d, grip->structure);
                    const Parameter* p = grip->score < 0 ? f->parameter(grip->parameter) : nullptr;
                    const Measure there = dragged(*grip, 1.5 * grip->way, d, true);
                    const double by = p && there == p->least ? -1.5 : 1.5;
                    const Vec2 moved = by * grip->way;
                    Design next = d;
                    setGrip(next, *grip, dragged(*grip, moved, d, true));
                    auto made = assemble(next);
                    // What is cut in a panel needs it to be there: refused, and said by its name.
                    if (!made && made.problem().place.find("aperture") != std::string::npos) {
                        ++refused;
                        continue;
                    }
                    QVERIFY2(bool(made), crease.id.c_str());
                    auto after = creaseIn(*made, crease.id, part.id);
                    const Vec2 middle = (after->from + after->to - before->from - before->to) / 2;
                    const Vec2 end = after->to - before->to;
                    const bool lengthwise =
                        std::abs(grip->way.dot((before->to - before->from).normalized())) > 0.5;
                    const double went = (lengthwise ? end : middle).dot(grip->way);
                    // Turning is first order only, and so is what lies beyond a slanted wall of a
                    // tier; shifting is exact.
                    const StructureSpec* s = next.structure(grip->structure);
                    const bool slanted = s && s->kind.rfind("tier", 0) == 0;
                    scores += grip->score >= 0;
                    QVERIFY2(std::abs(went - by) < (angle     ? 0.2
                                                    : slanted ? 0.03
                                                              : 1e-4),
                             qPrintable(QString("%1 in %2 by %3 went %4")
                                            .arg(crease.id.c_str(), part.id.c_str(),
                                                 grip->parameter.c_str())
                                            .arg(went)));
                    ++dragsDone;
                }
        }
        QVERIFY(dragsDone > 30);
        QVERIFY2(refused < 8, qPrintable(QString::number(refused)));
        QVERIFY2(scores > 30, qPrintable(QString::number(scores)));
    }

    void marksOfTheRulerCatch() {
        Design d = with(card(), "box", "card.spine", {{"left", "30 mm"}});
        auto grip = gripOf(d, "box1.left-foot", "card");
        QVERIFY(grip && grip->parameter == "left");
        const Vec2 moved = grip->way * (3.3 * grip->rate);
        QCOMPARE(dragged(*grip, moved, d, false).mm(), 33.5); // half millimetres
        QVERIFY(std::abs(dragged(*grip, moved, d, true).mm() - 33.3) < 1e-6);
        d.units = Unit::Inch;
        const Measure m = dragged(*grip, moved, d, false);
        QCOMPARE(m.count % (nmPerInch / 16), 0);
    }

    // A score that is dragged takes from one panel what it gives to the other, and leaves both.
    void aScoreGoesAlongItsLine() {
        const Design d = addStructure(card(), "strip", "card.spine", {}, {}, "strip1",
                                      {{"say", "12 | 30 | 40 | 12, V M V"}})
                             ->first;
        const Assembly a = *assemble(d);
        int found = 0;
        for (const Crease& c : a.creases) {
            const auto grip = ownerOf(c.id) == "strip1" ? gripOf(d, c.id, "strip1") : std::nullopt;
            if (!grip || grip->score != 1)
                continue;
            ++found;
            QCOMPARE(grip->start.mm(), 42.0);
            const auto to = [&](double by) {
                Design next = d;
                setGrip(next, *grip, dragged(*grip, by * grip->rate * grip->way, d, false));
                QVERIFY2(assemble(next), "a strip that cannot be made");
                QCOMPARE(gripIn(next, *grip)->mm(), next.structures[0].say.panels[0].mm() +
                                                        next.structures[0].say.panels[1].mm());
                QCOMPARE(next.structures[0].say.length().mm(), 94.0);
                moved_ = next.structures[0].say.panels[1].mm();
            };
            to(5.2);
            QCOMPARE(moved_, 35.0); // on half millimetres
            to(-500);
            QCOMPARE(moved_, 1.0);
            to(500);
            QCOMPARE(moved_, 69.0);
        }
        QCOMPARE(found, 1);
        // A page of a base as well.
        const Design base =
            *tell(card(200, 150), "card", {{"say", "60 | 80 | 60, V M; height 150"}});
        const auto page = gripOf(base, "card.fold-2", "card");
        QVERIFY(page && page->score >= 0);
    }

    void boundsHold() {
        const Design d = with(card(), "box", "card.spine", {{"left", "30 mm"}});
        auto grip = gripOf(d, "box1.left-foot", "card");
        const Parameter* p = family("box")->parameter("left");
        QVERIFY(dragged(*grip, -1000 * grip->way * grip->rate, d, true) == p->least);
        QVERIFY(dragged(*grip, 1e6 * grip->way * grip->rate, d, true) == p->most);
    }

    // A measure that follows is left to follow: dragging a parallelogram's tip moves the foot that
    // the wall follows from.
    void followersAreLeftAlone() {
        const Design d = with(card(), "box", "card.spine");
        auto of = [](const Design& design) {
            return gripOf(design, "box1.tip", "box1")->parameter;
        };
        QCOMPARE(of(d), std::string("left")); // right follows left, and the wall follows right
        QCOMPARE(of(*setMeasure(d, "box1", "right", "25 mm")), std::string("right"));
        QCOMPARE(of(*setMeasure(d, "box1", "left_wall", "40 mm")), std::string("left_wall"));
    }

    void theSpineHasNone() {
        const Design d = with(card(), "box", "card.spine");
        QVERIFY(!gripOf(d, "card.spine", "card"));
        QVERIFY(!gripOf(d, "box1.tip", "card"));
        QVERIFY(!gripOf(d, "nothing", "card"));
    }
};

HL_TEST(Grips)
#include "grips.moc"
