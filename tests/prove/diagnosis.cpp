// Linkages that no family would make: locked, flapping, wrongly folded, redundant. Each is told
// for what it is, and none stops the engine.
#include "core/assemble/assemble.h"
#include "core/assembly/builder.h"
#include "core/files/hlantern.h"
#include "core/fold/mobility.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>

using namespace hl;
using namespace hl::test;

namespace {

constexpr double degree = pi / 180;

// A strip across the pages: tab, `walls`, tab, standing on feet at 40 mm.
Assembly withStrip(const std::vector<double>& walls, const std::string& id = "strip",
                   double place = 30) {
    static const Assembly base = *assemble(card());
    AssemblyBuilder b(base);
    auto rect = [](double x0, double x1) {
        return std::vector<Vec2>{{x0, 0}, {x1, 0}, {x1, 20}, {x0, 20}};
    };
    b.part(id, id, id, "card");
    int left = b.panel("left-tab", Role::Tab, rect(-8, 0));
    double x = 0;
    int last = left, first = -1;
    for (size_t i = 0; i < walls.size(); ++i) {
        const int wall = b.panel("wall-" + std::to_string(i), Role::Wall, rect(x, x + walls[i]));
        const int crease =
            b.crease("fold-" + std::to_string(i), last, wall, {x, 0}, {x, 20}, Fold::Mountain);
        first = i == 0 ? crease : first;
        x += walls[i];
        last = wall;
    }
    const int right = b.panel("right-tab", Role::Tab, rect(x, x + 8));
    const int end = b.crease("fold-end", last, right, {x, 0}, {x, 20}, Fold::Mountain);
    b.glue(left, first, base.panel("card.page-left"), {-40, place}, {0, 1}, true);
    b.glue(right, end, base.panel("card.page-right"), {40, place}, {0, 1}, true);
    return b.made();
}

} // namespace

class Diagnosis : public QObject {
    Q_OBJECT
  private slots:
    void aCardHasOneFreeMotion() {
        const Case c(card(), withStrip({40, 40}));
        const Mobility m = mobilityAt(c.linkage, c.motion, c.poses[77], c.linkage.spine);
        QCOMPARE(m.freeMotions, 1);
        QVERIFY(m.driverMoves && m.flapping.empty() && m.locking.empty());
    }

    // One stiff wall between the feet closes at one opening only, where it is as long as they are
    // apart, and holds the card there.
    void aStiffWallLocks() {
        const Case c(card(), withStrip({80 * std::sin(77 * degree / 2)}));
        QVERIFY(c.poses[77].misfit() < 1e-9);
        const Mobility m = mobilityAt(c.linkage, c.motion, c.poses[77], c.linkage.spine);
        QCOMPARE(m.freeMotions, 0);
        QVERIFY(!m.driverMoves);
        const auto all = prove(c);
        const Finding* f = first(all, "mobility");
        QVERIFY(f && f->severity == Severity::Stop);
        QVERIFY(f->code == "mobility.locked");
        QVERIFY(first(all, "misfit")); // and away from there it binds
    }

    // Three walls leave one motion more than the opening.
    void aThirdWallFlaps() {
        const Case c(card(), withStrip({30, 30, 30}));
        const Mobility m = mobilityAt(c.linkage, c.motion, c.poses[77], c.linkage.spine);
        QCOMPARE(m.freeMotions, 2);
        QCOMPARE(m.flapping.size(), size_t(4));
        const auto all = prove(c);
        QVERIFY(first(all, "mobility") && first(all, "mobility")->severity == Severity::Caution);
    }

    // Two equal strips side by side say the same thing twice: no error.
    void redundantLoopsAreNoError() {
        const Assembly one = withStrip({40, 40});
        AssemblyBuilder b(one);
        b.part("link", "link", "link", "card");
        // A stiff panel glued on both strips' first wall: a loop that follows from the others.
        int tab = b.panel("tab", Role::Tab, {{0, 0}, {8, 0}, {8, 10}, {0, 10}});
        int body = b.panel("body", Role::Wall, {{8, 0}, {16, 0}, {16, 10}, {8, 10}});
        int other = b.panel("other", Role::Tab, {{16, 0}, {24, 0}, {24, 10}, {16, 10}});
        int f1 = b.crease("f1", tab, body, {8, 0}, {8, 10}, Fold::Mountain);
        int f2 = b.crease("f2", body, other, {16, 0}, {16, 10}, Fold::Mountain);
        const int wall = one.panel("strip.wall-0");
        b.glue(tab, f1, wall, {8, 5}, {0, 1}, false);
        b.glue(other, f2, wall, {16, 5}, {0, 1}, false);
        const Case c(card(), b.made());
        for (const Pose& p : c.poses)
            QVERIFY(p.misfit() < 1e-6);
        QCOMPARE(mobilityAt(c.linkage, c.motion, c.poses[77], c.linkage.spine).freeMotions, 1);
    }

    void aWrongFoldIsNamed() {
        auto added = addStructure(card(), "v-fold", "card.spine",
                                  {{"alpha_left", "55"}, {"beta_left", "80"}});
        Assembly a = *assemble(added->first);
        a.creases[a.crease("v-fold1.centre")].fold = Fold::Valley;
        const Case c(added->first, a);
        const auto all = prove(c);
        const Finding* f = first(all, "folds");
        QVERIFY(f && f->severity == Severity::Stop);
        QVERIFY2(f->message.find("centre") != std::string::npos, f->message.c_str());
        QVERIFY(c.poses[90].misfit() > 0.5); // reported, not repaired
    }

    // Feet too far apart for their walls: the card opens to where they are stretched, no further.
    void openingsOutOfReachAreNamed() {
        const Case c(card(), withStrip({30, 30}));
        // 80 sin(phi/2) = 60
        const double limit = 2 * std::asin(0.75) / degree;
        const auto all = prove(c);
        const Finding* f = first(all, "reach");
        QVERIFY(f && f->severity == Severity::Stop);
        QVERIFY2(std::abs(f->openingFrom - limit) < 3, qPrintable(QString::number(f->openingFrom)));
        QVERIFY2(f->message.find("fold-") != std::string::npos ||
                     f->message.find("fold end") != std::string::npos,
                 f->message.c_str());
        QVERIFY(first(all, "misfit")->message.find("fold") != std::string::npos);
    }

    void aTabThatMissesPaperIsNamed() {
        Design d = card();
        FreePart p = blank("arm", 40, 20);
        p.tabs = {tab("t", 1, Fold::Mountain)};
        d.parts = {p};
        d.joins = {glue("arm.t", "card.page-right", 170, 40, 0)};
        const Case c(d, *assemble(d));
        const auto all = prove(c);
        const Finding* f = first(all, "landing");
        QVERIFY(f && f->severity == Severity::Stop);
        QVERIFY(f->code == "landing.misses");
        // Over a window it lies on paper at its corners only.
        d.joins[0].at = at(50, 40);
        d.card.apertures = {{at(52, 37), at(88, 37), at(88, 43), at(52, 43)}};
        const Case over(d, *assemble(d));
        const auto then = prove(over);
        QVERIFY(first(then, "landing"));
        QVERIFY(first(then, "landing")->code == "landing.over-opening");
    }

    // What hangs on one crease is a note; what is joined to nothing a caution, and lies beside.
    void flapsAndLooseParts() {
        Design d = card();
        FreePart p = blank("arm", 40, 20);
        p.lines = {line("elbow", LineKind::Valley, {at(20, 0), at(20, 20)}),
                   line("idle", LineKind::Valley, {at(5, 5), at(12, 12)})};
        d.parts = {p};
        const Case loose(d, *assemble(d));
        auto all = prove(loose);
        QVERIFY(first(all, "mobility")->code == "mobility.loose");
        QVERIFY(first(all, "folds")->message.find("idle") != std::string::npos);
        for (const Pose& pose : loose.poses)
            for (size_t i = 0; i < loose.assembly.panels.size(); ++i)
                if (loose.linkage.loose[i])
                    for (const Vec2& q : loose.assembly.panels[i].outline)
                        QVERIFY(pose.panels[i].at(q).y() < 0);
        d.parts[0].lines.pop_back();
        d.joins = {glue("arm.elbow-left", "card.page-right", 30, 40, 0, false)};
        const Case held(d, *assemble(d));
        all = prove(held);
        const Finding* f = first(all, "mobility");
        QVERIFY(f && f->severity == Severity::Note);
        QVERIFY2(f->code == "mobility.flap" && f->message.find("elbow right") != std::string::npos,
                 f->message.c_str());
    }

    // The committed set: each design is diagnosed for what it is, with the creases named.
    void theSetIsDiagnosed_data() {
        QTest::addColumn<QString>("code");
        QTest::addColumn<QStringList>("named");
        QTest::addColumn<int>("verdict");
        auto row = [](const char* file, const char* code, QStringList named, Verdict v) {
            QTest::newRow(file) << QString(code) << named << int(v);
        };
        row("locked", "mobility.locked", {"left tab fold", "right tab fold", "spine"},
            Verdict::Fails);
        row("floppy", "mobility.flaps", {"c1 left", "c1 right", "c2 right", "c3 right"},
            Verdict::Care);
        row("unreachable", "reach.ends", {"0°", "98°", "right tab fold"}, Verdict::Fails);
        row("mis-signed", "folds.reversed", {"fold1"}, Verdict::Fails);
        row("off-paper", "landing.misses", {"right page"}, Verdict::Fails);
        row("flap", "mobility.flap", {"hinge"}, Verdict::Works);
    }
    void theSetIsDiagnosed() {
        QFETCH(QString, code);
        QFETCH(QStringList, named);
        QFETCH(int, verdict);
        auto d = loadDesign(std::string(HL_SOURCE_DIR "/demo/quillmere/diagnosis/") +
                            QTest::currentDataTag() + ".hlantern");
        QVERIFY(bool(d));
        const Case c(*d, *assemble(*d));
        auto all = prove(c);
        const Finding* f = first(all, code.section('.', 0, 0).toStdString());
        QVERIFY(f);
        QCOMPARE(QString::fromStdString(f->code), code);
        for (const QString& word : named)
            QVERIFY2(f->message.find(word.toStdString()) != std::string::npos, f->message.c_str());
        QVERIFY2(int(verdictOf(all)) == verdict, all.front().message.c_str());
        findRemedies(c, all); // drawn parts have no measures that remedies know; none must crash
    }

    void familiesAreNeverAccused() {
        for (const char* kind : {"box", "tent", "v-fold"}) {
            auto added = addStructure(card(), kind, "card.spine", {});
            const Case c(added->first, *assemble(added->first));
            QVERIFY(c.motion.wrongFolds.empty());
            QCOMPARE(mobilityAt(c.linkage, c.motion, c.poses[77], c.linkage.spine).freeMotions, 1);
        }
    }
};

HL_TEST(Diagnosis)
#include "diagnosis.moc"
