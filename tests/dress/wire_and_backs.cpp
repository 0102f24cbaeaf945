// Wire, which resists being bent, against the closed form of its arc; toppers on the back of a
// panel.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/prove/prove.h"
#include "tests/dress/adorned.h"
#include "tests/program.h"
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

class WireAndBacks : public QObject {
    Q_OBJECT
  private slots:
    // Wire from hole to hole, as far from the fold on both sides: closed it is bent into a whole
    // circle, round which it is as long as it is. Further apart it is an arc, and resists less.
    void wireResistsBeingBent() {
        const auto radius = [](double left, double right, double length) {
            const auto mm = [](double v) { return QString::number(v).toStdString() + " mm"; };
            const Design d = with(card(120, 150), "thread", "card.spine",
                                  {{"made_of", "wire"},
                                   {"left", mm(left)},
                                   {"right", mm(right)},
                                   {"length", mm(length)},
                                   {"banners", "0"}});
            const auto found = prove(*foldUp(d));
            const Finding* f = first(found, "spans");
            return f && f->severity == Severity::Note ? f->amount : 0.0;
        };
        QVERIFY(std::fabs(radius(50, 50, 104) - 104 / (2 * std::acos(-1.0))) < 0.05);
        // Half a circle over the distance that is left between its ends.
        const double apart = 20, half = std::acos(-1.0) * apart / 2;
        QVERIFY(radius(5, 5 + apart, half) > apart / 2 - 0.05);
        QCOMPARE(radius(10, 100, 112), 0.0); // hardly bent at all
        const Design thread = with(card(120, 150), "thread", "card.spine",
                                   {{"left", "50 mm"}, {"right", "50 mm"}, {"length", "104 mm"}});
        QVERIFY(!first(prove(*foldUp(thread)), "spans"));
    }
    // On the back of its panel a topper is upright as it is seen from there.
    void aTopperOnTheBack() {
        const Design d = topped(card(120, 150), "card.page-left",
                                {{"side", "back"},
                                 {"width", "40"},
                                 {"height", "20"},
                                 {"across", "30"},
                                 {"along", "100"}});
        const Assembly a = *assemble(d);
        const Join& j = heldBy(a, "topper1.topper");
        QVERIFY(!j.ontoFace() && !j.onFace);
        const Vec3 middle = j.place.at(Vec2(0, 0)), up = j.place.turn * Vec3(0, 1, 0);
        QVERIFY((middle.head<2>() - Vec2(-90, 100)).norm() < 1e-9);
        QVERIFY((up - Vec3(0, 1, 0)).norm() < 1e-9);
        // Turned to the left, seen from behind: to the right, seen from the face.
        const Design turned =
            topped(card(120, 150), "card.page-left", {{"side", "back"}, {"turn", "30 deg"}});
        const Assembly b = *assemble(turned);
        const Vec3 way = heldBy(b, "topper1.topper").place.turn * Vec3(0, 1, 0);
        QVERIFY(std::fabs(way.x() - 0.5) < 1e-9 && std::fabs(way.y() - std::sqrt(0.75)) < 1e-9);
        // Made twice, the other one lies on the face, its mirror image in the same place.
        const Design twice =
            topped(card(120, 150), "card.page-left",
                   {{"side", "back"}, {"made", "twice"}, {"turn", "30 deg"}, {"shape", "tag"}});
        const Assembly both = *assemble(twice);
        const Join &one = heldBy(both, "topper1.topper"), &two = heldBy(both, "topper1.twin");
        QVERIFY(two.ontoFace() && !one.ontoFace());
        const auto corners = [&](const Join& k) {
            std::vector<std::pair<double, double>> out;
            for (const Vec2& p : both.panels[size_t(k.tab)].outline) {
                const Vec3 q = k.place.at(p);
                out.emplace_back(std::round(q.x() * 1e6) / 1e6, std::round(q.y() * 1e6) / 1e6);
            }
            std::sort(out.begin(), out.end());
            return out;
        };
        QVERIFY(corners(one) == corners(two));
        for (const Finding& f : prove(*foldUp(twice)))
            QVERIFY2(f.severity == Severity::Note, f.message.c_str());
    }
};

HL_TEST(WireAndBacks)
#include "wire_and_backs.moc"
