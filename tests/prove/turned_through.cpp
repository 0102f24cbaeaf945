// A flap whose crease runs across what it is glued on goes to the side it is glued on, or nowhere:
// the other way paper would go through paper, which no two polygons that cross tell.
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

std::vector<Finding> collisions(const Design& d) {
    std::vector<Finding> all = prove(*foldUp(d)), out;
    std::copy_if(all.begin(), all.end(), std::back_inserter(out),
                 [](const Finding& f) { return f.rule == "collision"; });
    return out;
}

constexpr double foldAt = 60; // mm from the spine

// Holds a panel along its fold, 20 mm from its edge: upward from the place of the join.
JoinSpec along(JoinSpec j) {
    j.hold = {at(20, 0), at(20, 30)};
    return j;
}

// A sign on the right page: a foot of 20 mm and beyond its fold a leaf of 25 mm, which is driven
// upright while the card opens. The foot is glued with its back on the page, or with its face on
// the page's back.
Design sign(LineKind kind, bool behind = false) {
    Design d = card(140, 140);
    FreePart p = blank("sign", 45, 30);
    p.lines = {line("fold", kind, {at(20, 0), at(20, 30)})};
    d.parts.push_back(p);
    d.joins.push_back(
        along(glue("sign.fold-left", "card.page-right", foldAt, 70, 90, behind, !behind)));
    StageSpec spine, leaf;
    spine.drive = "card.spine";
    spine.from = deg(0);
    spine.to = deg(180);
    leaf.drive = "sign.fold";
    leaf.from = deg(180);
    leaf.to = deg(90);
    leaf.together = true;
    d.motion = {spine, leaf};
    return d;
}

bool turnsThrough(const Design& d) {
    const auto found = collisions(d);
    return std::any_of(found.begin(), found.end(),
                       [](const Finding& f) { return f.code == "collision.turns-through"; });
}

} // namespace

class TurnedThrough : public QObject {
    Q_OBJECT
  private slots:
    // Both ways round, on the face and on the back: it is the side that decides.
    void signsTurnToTheirOwnSide() {
        for (bool behind : {false, true})
            for (LineKind kind : {LineKind::Valley, LineKind::Mountain}) {
                const auto found = collisions(sign(kind, behind));
                if ((kind == LineKind::Valley) != behind) {
                    QVERIFY2(found.empty(), found.empty() ? "" : found[0].message.c_str());
                    continue;
                }
                QCOMPARE(found.size(), size_t{1});
                QCOMPARE(int(found[0].severity), int(Severity::Stop));
                QVERIFY2(found[0].code == "collision.turns-through", found[0].message.c_str());
                QVERIFY2(std::fabs(found[0].amount - 25) < 0.6, found[0].message.c_str());
                QCOMPARE(found[0].panels.size(), size_t{2});
                QVERIFY(!found[0].remedy.empty());
            }
    }

    // What is cut where the fold lies lets it through; what is cut beside it does not.
    void slitsAndOpeningsLetThrough() {
        Design d = sign(LineKind::Mountain);
        QVERIFY(turnsThrough(d));
        for (double beside : {0.0, 0.5, 3.0}) {
            Design slit = d;
            slit.card.lines = {
                line("slit", LineKind::Slit, {at(foldAt + beside, 65), at(foldAt + beside, 105)})};
            QCOMPARE(turnsThrough(slit), beside > 1);
        }
        // An opening under the leaf, and one that leaves a bridge of 12 mm under it.
        d.card.apertures = {
            {at(foldAt, 65), at(foldAt + 40, 65), at(foldAt + 40, 105), at(foldAt, 105)}};
        QVERIFY(!turnsThrough(d));
        d.card.apertures = {
            {at(foldAt - 1, 65), at(foldAt + 40, 65), at(foldAt + 40, 88), at(foldAt - 1, 88)}};
        QVERIFY(turnsThrough(d));
        // At the page's edge there is nothing to go through.
        Design edge = sign(LineKind::Mountain);
        edge.joins[0].at.x = mm(140);
        QVERIFY(!turnsThrough(edge));
        edge.joins[0].at.x = mm(139.5);
        QVERIFY(!turnsThrough(edge));
        edge.joins[0].at.x = mm(136);
        QVERIFY(turnsThrough(edge));
    }

    // Straight on a plate that is glued down, the fold goes through the page as well, though the
    // plate ends where the fold is.
    void layersInBetween() {
        for (LineKind kind : {LineKind::Valley, LineKind::Mountain}) {
            Design d = sign(kind);
            d.parts.push_back(blank("plate", 20, 30));
            d.joins.push_back(d.joins[0]);
            d.joins[0].onto = "plate.sheet";
            d.joins[0].at = at(20, 15);
            JoinSpec& plate = d.joins[1];
            plate.id = "glue-plate";
            plate.panel = "plate.sheet";
            plate.hold = {at(20, 0), at(20, 30)};
            QCOMPARE(turnsThrough(d), kind == LineKind::Mountain);
        }
    }

    // A patch glued on one side of a fold and over it: the panel beyond would go through the patch.
    void patchesOverFolds() {
        for (bool behind : {false, true}) {
            Design d = sign(LineKind::Valley);
            d.parts.push_back(blank("patch", 30, 20));
            // 18 mm of it lie on the foot, stuck by the outer 12; seen from behind it is turned
            // over.
            JoinSpec patch = glue("patch.sheet", "sign.fold-left", 20, 5, 90, behind, !behind);
            const double onFold = behind ? 12 : 18;
            patch.hold = {at(onFold, 0), at(onFold, 20)};
            patch.zone.kind = Zone::Band;
            patch.zone.edge = behind ? Zone::Right : Zone::Left;
            patch.zone.size = mm(12);
            d.joins.push_back(patch);
            QCOMPARE(turnsThrough(d), !behind);
        }
    }

    // A strip between the pages is folded to the inside, or goes through both of them.
    void stripsGoInside() {
        const Design in = strip(card(), {40, 40}, "VMV", 30, 0);
        QVERIFY(collisions(in).empty());
        const Design out = strip(card(), {40, 40}, "MVM", 30, 0);
        QVERIFY(turnsThrough(out));
        for (const Finding& f : collisions(out))
            QCOMPARE(int(f.severity), int(Severity::Stop));
    }
};

HL_TEST(TurnedThrough)
#include "turned_through.moc"
