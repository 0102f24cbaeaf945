// Solids whose loops say one thing many times over: two caps with walls all round, glued to one
// another by tabs along their girdle. Whatever their coordinates are rounded to, they rise.
#include "core/assemble/assemble.h"
#include "core/measure/number.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

struct Cap {
    int n;        // sides
    double r, l;  // apothem of the cap and height of its walls, mm
    double grain; // what coordinates are rounded to, mm
    double tab = 8;

    Point point(double x, double y, int side) const {
        const double a = 2 * pi * side / n;
        const auto rounded = [&](double v) {
            return Measure::fromMm(std::round((v + 150) / grain) * grain);
        };
        return {rounded(x * std::cos(a) - y * std::sin(a)),
                rounded(x * std::sin(a) + y * std::cos(a))};
    }
    double half() const { return r * std::tan(pi / n); }

    FreePart part(const std::string& id) const {
        FreePart p;
        p.id = id;
        for (int k = 0; k < n; ++k) {
            const std::string side = numberText(k + 1);
            for (const auto& [x, y] : {std::pair{r, -half()},
                                       {r + l, -half()},
                                       {r + l + tab, -half()},
                                       {r + l + tab, half()},
                                       {r + l, half()}})
                p.outline.push_back(point(x, y, k));
            LineSpec rim, girdle;
            rim.id = "rim" + side;
            rim.kind = LineKind::Valley;
            rim.points = {point(r, -half(), k), point(r, half(), k)};
            girdle.id = "girdle" + side;
            girdle.kind = LineKind::Mountain;
            girdle.points = {point(r + l, -half(), k), point(r + l, half(), k)};
            p.lines.insert(p.lines.end(), {rim, girdle});
        }
        return p;
    }

    // The lower cap lies on a page; the rim of its first side is driven.
    Design solid() const {
        Design d = card(300, 300);
        d.parts = {part("lower"), part("upper")};
        const Assembly bare = *assemble(d);
        const auto at = [&](const std::string& cap, double x, double y, int side) {
            const Point p = point(x, y, side);
            const Vec2 want(p.x.mm(), p.y.mm());
            for (const Panel& panel : bare.panels) {
                Vec2 middle = Vec2::Zero();
                for (const Vec2& q : panel.outline)
                    middle += q / double(panel.outline.size());
                if (ownerOf(panel.id) == cap && (middle - want).norm() < 1)
                    return panel.id;
            }
            return std::string();
        };
        JoinSpec base;
        base.id = "base";
        base.panel = at("lower", 0, 0, 0);
        base.onto = "card.page-right";
        base.hold = {point(0, 0, 0)};
        base.at = point(0, 0, 0);
        base.onFace = false;
        d.joins = {base};
        for (int k = 0; k < n; ++k) {
            const int other = (n - k) % n; // mirrored where the faces meet
            const Point from = point(r + l, half(), other), to = point(r + l, -half(), other);
            JoinSpec j;
            j.id = "girdle-" + numberText(k + 1);
            j.panel = at("upper", r + l + tab / 2, 0, k);
            j.onto = at("lower", r + l + tab / 2, 0, other);
            j.hold = {point(r + l, -half(), k), point(r + l, half(), k)};
            j.at = from;
            const double turn = std::atan2((to.y.mm() - from.y.mm()), to.x.mm() - from.x.mm());
            j.turn = Measure::fromDegrees(std::fmod(turn * 180 / pi + 360, 360));
            d.joins.push_back(j);
        }
        d.motion = {{"lower.rim1", Measure::fromDegrees(180), Measure::fromDegrees(120), false}};
        return d;
    }
};

} // namespace

class Caps : public QObject {
    Q_OBJECT
  private slots:
    // From micrometres to nanometres: no stop and no misfit, and the upper cap is as high as two
    // walls that lean by the driven angle.
    void riseHoweverTheyAreRounded() {
        for (const int n : {5, 6, 8})
            for (const double grain : {1e-3, 1e-4, 1e-6}) {
                const Cap cap{n, 25, 30, grain};
                const Design d = cap.solid();
                const auto made = assemble(d);
                QVERIFY2(made, made ? "" : made.problem().text().c_str());
                const Case c(d, *made);
                for (const Pose& p : c.poses)
                    QVERIFY2(p.misfit() < 0.01 + 10 * grain,
                             qPrintable(QString("%1 %2 %3").arg(n).arg(grain).arg(p.misfit())));
                for (const Finding& f : prove(c))
                    QVERIFY2(f.severity == Severity::Note || f.rule == "tolerance" ||
                                 f.rule == "rounding",
                             f.message.c_str());
                const Pose top = poseAt(c.linkage, c.motion, c.last());
                const Rigid page =
                    top.panels[size_t(c.assembly.panel("card.page-right"))].inverse();
                double up = 0;
                for (size_t i = 0; i < c.assembly.panels.size(); ++i)
                    for (const Vec2& q : c.assembly.panels[i].outline)
                        if (ownerOf(c.assembly.panels[i].id) == "upper")
                            up = std::max(up, (page * top.panels[i].at(q)).z());
                QVERIFY2(std::fabs(up - 2 * 30 * std::sin(60 * pi / 180)) < 0.05,
                         qPrintable(QString::number(up)));
            }
    }
};

HL_TEST(Caps)
#include "caps.moc"
