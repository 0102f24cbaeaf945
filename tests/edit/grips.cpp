// Dragging a crease does to the crease what the hand did.
#include "core/assemble/assemble.h"
#include "core/edit/grip.h"
#include "core/files/hlantern.h"
#include "core/structures/family.h"
#include "tests/support.h"
#include <QDir>
#include <QtTest>

using namespace hl;
using namespace hl::test;

class Grips : public QObject {
    Q_OBJECT
  private slots:
    // Every crease of every demo design, in its own part and where it lands: where there is a
    // grip, the crease follows the pointer.
    void creasesFollowThePointer() {
        int dragsDone = 0;
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
                    const Parameter* p = familyOf(d, grip->structure)->parameter(grip->parameter);
                    const double by =
                        dragged(*grip, 1.5 * grip->way, d, true) == p->least ? -1.5 : 1.5;
                    const Vec2 moved = by * grip->way;
                    Design next = d;
                    next.structure(grip->structure)->set[grip->parameter] =
                        dragged(*grip, moved, d, true);
                    auto made = assemble(next);
                    QVERIFY2(bool(made), crease.id.c_str());
                    auto after = creaseIn(*made, crease.id, part.id);
                    const Vec2 middle = (after->from + after->to - before->from - before->to) / 2;
                    const Vec2 end = after->to - before->to;
                    const bool lengthwise =
                        std::abs(grip->way.dot((before->to - before->from).normalized())) > 0.5;
                    const double went = (lengthwise ? end : middle).dot(grip->way);
                    // Turning is first order only, and so is what lies beyond a slanted wall of a
                    // tier; shifting is exact.
                    const bool slanted =
                        next.structure(grip->structure)->kind.rfind("tier", 0) == 0;
                    QVERIFY2(std::abs(went - by) < (angle     ? 0.2
                                                    : slanted ? 0.02
                                                              : 1e-4),
                             qPrintable(QString("%1 in %2 by %3 went %4")
                                            .arg(crease.id.c_str(), part.id.c_str(),
                                                 grip->parameter.c_str())
                                            .arg(went)));
                    ++dragsDone;
                }
        }
        QVERIFY(dragsDone > 30);
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

QTEST_APPLESS_MAIN(Grips)
#include "grips.moc"
