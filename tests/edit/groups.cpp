// Figures held as one: moved, turned and sized as a stiff whole, whatever is among them.
#include "core/edit/groups.h"
#include "core/assemble/assemble.h"
#include "core/edit/copies.h"
#include "core/edit/edit.h"
#include "core/edit/named.h"
#include "core/files/hlantern.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

using Members = std::vector<std::string>;

std::shared_ptr<const Case> foldUp(const Design& d) {
    return std::make_shared<const Case>(d, *assemble(d));
}

// A face: a round one with an eye on it, a hat beside it turned by 20 degrees, a word below and an
// opening, on a page of 140 x 140 mm.
Design faces() {
    Design d = with(card(), "topper", "card.page-right",
                    {{"shape", "circle"}, {"width", "30"}, {"across", "60"}, {"along", "60"}});
    d = with(d, "topper", "topper1.topper",
             {{"width", "6"}, {"height", "4"}, {"across", "8"}, {"along", "20"}});
    d = with(d, "topper", "card.page-right",
             {{"width", "20"}, {"height", "8"}, {"across", "62"}, {"along", "80"}, {"turn", "20"}});
    d = with(d, "words", "card.page-right", {{"height", "7"}, {"across", "65"}, {"along", "38"}});
    return with(d, "aperture", "card.page-right",
                {{"width", "9"}, {"height", "5"}, {"across", "45"}, {"along", "75"}});
}
const Members all{"topper1", "topper2", "topper3", "words1", "aperture1"};

// Where corners of everything come to lie on the page: what a stiff whole keeps in shape.
std::vector<Vec2> cornersOf(const Design& d) {
    const auto c = foldUp(d);
    std::vector<Vec2> out;
    for (const std::string& id : all) {
        const Laid laid = *laidOf(*c, id);
        Rigid place; // of the panel it lies on, within the page
        if (id == "topper2")
            place = c->assembly.joinsOf(c->assembly.panel("topper1.topper")).front()->place;
        for (int i = 0; i < 4; ++i)
            out.push_back(place.at(laid.corner(i)).head<2>());
    }
    return out;
}

Design told(const Design& d, const std::string& id, const Told& words) {
    const auto next = tell(d, id, words);
    if (!next)
        qFatal("%s", next.problem().text().c_str());
    return *next;
}

} // namespace

class Groups : public QObject {
    Q_OBJECT

  private slots:
    // Moved, turned and sized by random amounts, one after the other: every corner is where a
    // similarity of the plane about the middle of the box takes it.
    void itIsAStiffWhole() {
        std::mt19937 chance(3);
        std::uniform_real_distribution<double> by(-15, 15), angle(-170, 170), grows(0.6, 1.3);
        for (int n = 0; n < 60; ++n) {
            auto held = holdAsOne(faces(), "Face", all);
            QVERIFY2(bool(held), held ? "" : held.problem().text().c_str());
            Design d = held->first;
            for (int step = 0; step < 3; ++step) {
                const Laid box = *laidOf(*foldUp(d), held->second);
                const std::vector<Vec2> before = cornersOf(d);
                const double dx = by(chance), dy = by(chance), a = angle(chance), r = grows(chance);
                const Laid start = box;
                Design next = d;
                layTo(
                    next, *foldUp(d), start,
                    {{"across", Measure::fromMm(start.across + dx)},
                     {"along", Measure::fromMm(start.along + dy)},
                     {"turn", Measure::fromDegrees(std::remainder(start.turn * 180 / pi + a, 360))},
                     {"height", Measure::fromMm(start.height * r)}});
                if (!assemble(next)) // off its page
                    continue;
                const double t = a * pi / 180;
                const std::vector<Vec2> after = cornersOf(next);
                for (size_t i = 0; i < before.size(); ++i) {
                    const Vec2 off = before[i] - start.middle();
                    const Vec2 turned = std::cos(t) * off + std::sin(t) * leftOf(off);
                    const Vec2 to = start.middle() + dx * start.right + dy * start.up + r * turned;
                    // Letters are set anew at their size.
                    QVERIFY2(
                        (after[i] - to).norm() < (all[i / 4] == "words1" ? 0.05 : 1e-4),
                        qPrintable(QString("corner %1: %2").arg(i).arg((after[i] - to).norm())));
                }
                // Its box went along: as large, with the same middle and turn.
                const Laid there = *laidOf(*foldUp(next), held->second);
                QVERIFY(std::fabs(there.height - r * box.height) < 0.05 &&
                        std::fabs(there.width - r * box.width) < 0.05);
                QVERIFY(std::fabs(there.across - box.across - dx) < 0.05 &&
                        std::fabs(there.along - box.along - dy) < 0.05);
                QVERIFY(std::fabs(std::remainder(there.turn - box.turn - t, 2 * pi)) < 1e-8);
                d = next;
            }
        }
    }
    // Told in words, by its name; what is no word of a group is refused with those that are.
    void itIsTold() {
        Design d = holdAsOne(faces(), "Face", all)->first;
        const std::string id = *idOf(d, "the face");
        QCOMPARE(id, std::string("group1"));
        d = told(d, id,
                 {{"across", "70 mm"}, {"along", "65 mm"}, {"turn", "-15"}, {"height", "60"}});
        const Laid box = *laidOf(*foldUp(d), id);
        QVERIFY(std::fabs(box.across - 70) < 0.02 && std::fabs(box.along - 65) < 0.02);
        QVERIFY(std::fabs(box.turn + 15 * pi / 180) < 1e-9 && std::fabs(box.height - 60) < 0.02);
        QVERIFY(*designFromText(designToText(d)) == d);
        for (auto [key, text] : {std::pair{"width", "3 mm"},
                                 {"height", "0"},
                                 {"across", "wide"},
                                 {"members", "topper1"},
                                 {"members", "topper1, nobody"},
                                 {"members", "topper1, topper1"}})
            QVERIFY2(!tell(d, id, {{key, text}}), key);
        d = told(d, id, {{"name", "Guard"}, {"members", "topper1, topper3"}});
        QVERIFY(d.group(id)->name == "Guard" && d.group(id)->members.size() == 2);
    }
    void whatCanBeHeld() {
        Design d = with(faces(), "topper", "card.page-left");
        d = with(d, "box", "card.spine");
        QVERIFY(!holdAsOne(d, "", {"topper1"}));
        QVERIFY(!holdAsOne(d, "", {"topper1", "box1"}));
        QVERIFY(!holdAsOne(d, "", {"topper1", "nothing"}));
        const auto apart = holdAsOne(d, "", {"topper1", "topper4"});
        QVERIFY(!apart && apart.problem().text().find("left page") != std::string::npos);
        // One that another group held is held by one only.
        d = holdAsOne(d, "", {"topper1", "topper2", "topper3"})->first;
        d = holdAsOne(d, "", {"topper1", "words1"})->first;
        QCOMPARE(d.groups.size(), size_t(2));
        QVERIFY(d.groupWith("topper1") == &d.groups[1] && d.groupWith("topper2") == &d.groups[0]);
        QVERIFY(letEachGo(d, "group1").groups.size() == 1);
        // What is removed is held no more, and one alone is no group.
        const Design fewer = removeStructure(d, "topper3");
        QVERIFY(fewer.groups.size() == 1 && fewer.groups[0].id == "group2");
        const Design none = *removeThing(d, "group2");
        QVERIFY(!none.structure("topper1") && !none.structure("topper2") &&
                none.structure("topper3") && none.groups.empty());
    }
    // Copies of it are groups as well, with what lies on its figures.
    void itIsCopied() {
        const Design d = told(holdAsOne(faces(), "Face", all)->first, "group1", {{"height", "40"}});
        const auto twice = duplicateStructure(d, "group1");
        QVERIFY2(bool(twice), twice ? "" : twice.problem().text().c_str());
        QCOMPARE(twice->second, std::string("group2"));
        QCOMPARE(twice->first.structures.size(), 2 * d.structures.size());
        const Laid a = *laidOf(*foldUp(twice->first), "group1"),
                   b = *laidOf(*foldUp(twice->first), "group2");
        QVERIFY(std::fabs(a.height - b.height) < 1e-6 && std::fabs(a.width - b.width) < 1e-6);
        QVERIFY(std::fabs(std::fabs(a.across - b.across) - a.width) < 1e-4); // beside it
        const auto pasted = pasteStructure(card(), copyStructure(d, "group1"), "card.page-left");
        QVERIFY2(bool(pasted), pasted ? "" : pasted.problem().text().c_str());
        const Laid c = *laidOf(*foldUp(pasted->first), pasted->second);
        QVERIFY(std::fabs(a.height - c.height) < 1e-6 && std::fabs(a.width - c.width) < 1e-6);
        // In the mirror each is where its image was, and twice is as before.
        const auto mirrored = mirrorStructure(d, "group1");
        QVERIFY2(bool(mirrored), mirrored ? "" : mirrored.problem().text().c_str());
        const Laid m = *laidOf(*foldUp(mirrored->first), "group1");
        QVERIFY(std::fabs(m.across - (m.size.x() - a.across)) < 1e-4);
        QCOMPARE(mirrored->first.structure("topper1")->on, std::string("card.page-left"));
        const auto back = mirrorStructure(mirrored->first, "group1");
        for (size_t i = 0; i < cornersOf(d).size(); ++i)
            QVERIFY((cornersOf(back->first)[i] - cornersOf(d)[i]).norm() < 1e-4);
        QVERIFY(!arrayStructure(d, "group1", 3, Measure::fromMm(2)));
    }
};

HL_TEST(Groups)
#include "groups.moc"
