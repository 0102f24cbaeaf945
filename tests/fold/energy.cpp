// What folds and elastic bands hold, and where they come to rest, against closed forms.
#include "core/fold/energy.h"
#include "core/assemble/assemble.h"
#include "core/assembly/builder.h"
#include "core/design/stiffness.h"
#include "core/fold/case.h"
#include "core/prove/facts.h"
#include "core/prove/rising.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using test::first;
using test::with;

namespace {

constexpr double degree = pi / 180;

// The closed form of a globe with its sides leaning by `lean` from flat, N mm.
struct Globe {
    int n = 6;
    double side = 0, panel = 0, girdle = 0, hook = 0, band = 0, pull = 0, torque = 0;
    double r() const { return side / (2 * std::tan(pi / n)); }
    double apart(double lean) const { return 2 * (r() + (panel - hook) * std::cos(lean)); }
    double energy(double lean) const {
        const double bent = lean - 15 * degree;
        const double folds =
            0.5 * torque * (2 * n * side * bent * bent + n * girdle * 4 * bent * bent);
        const double over = std::max(0.0, apart(lean) - band);
        return folds + pull * over * over / (2 * band);
    }
    double most() const {
        return std::acos(std::clamp((girdle / (2 * std::tan(pi / n)) - r()) / panel, 0.0, 1.0));
    }
    // Where it no longer falls, by bisection of its slope.
    double rests() const {
        const auto slope = [&](double at) { return energy(at + 1e-5) - energy(at - 1e-5); };
        double low = 1e-3, high = most();
        if (slope(high) < 0)
            return high;
        for (int i = 0; i < 60; ++i)
            (slope((low + high) / 2) < 0 ? low : high) = (low + high) / 2;
        return low;
    }
};

Design petals() {
    auto made = changeForm(test::card(135, 135), "petal", {});
    if (!made)
        qFatal("%s", made.problem().text().c_str());
    return made->first;
}

Globe globeOf(const Design& d) {
    const auto v = measuresOf(d, d.structures.back().id);
    return {int(v->at("corners")),
            v->at("side"),
            v->at("panel"),
            v->at("girdle"),
            v->at("hook"),
            v->at("band"),
            v->at("pull") * 0.00980665,
            foldTorque(d.paper(d.structures.back().stock))};
}

} // namespace

class Energies : public QObject {
    Q_OBJECT
  private slots:
    // Two panels on a fold, hooks a from it on either side: d = 2 a cos(fold / 2). The derivatives
    // are those of the sum, at any fold.
    void oneFoldAndOneBand() {
        AssemblyBuilder out;
        out.part("card", "Card", "card", "card");
        const int left = out.panel("left", Role::Page, {{-50, 0}, {0, 0}, {0, 80}, {-50, 80}}),
                  right = out.panel("right", Role::Page, {{0, 0}, {50, 0}, {50, 80}, {0, 80}});
        out.crease("spine", left, right, {0, 0}, {0, 80}, Fold::Valley);
        out.lastCrease().torque = 0.11;
        Elastic band;
        band.panels[0] = left;
        band.panels[1] = right;
        band.hooks[0] = {-30, 40};
        band.hooks[1] = {30, 40};
        band.length = 35;
        band.pull = 1.5;
        out.elastic(band);
        const Assembly a = out.made();
        const Linkage k = linkageOf(a);
        const auto energy = [](double fold) {
            const double over = std::max(0.0, 60 * std::cos(fold / 2) - 35);
            return 0.5 * 0.11 * 80 * std::pow(fold - pi / 2, 2) + 1.5 * over * over / 70;
        };
        for (double fold : {0.0, 0.3, 1.0, 1.8, 2.9, pi}) {
            QVERIFY(std::fabs(energyHeld(k, {fold}) - energy(fold)) < 1e-9);
            QVERIFY(std::fabs(stretchedTo(k, 0, {fold}) - 60 * std::cos(fold / 2)) < 1e-9);
            const double h = 1e-5;
            const double force = (energy(fold + h) - energy(fold - h)) / (2 * h);
            QVERIFY(std::fabs(forcesOf(k, {0}, {fold})(0) - force) < 1e-6);
            Eigen::MatrixXd stiff = Eigen::MatrixXd::Zero(1, 1);
            addStiffness(k, {0}, {fold}, stiff);
            const double bend = (energy(fold + h) - 2 * energy(fold) + energy(fold - h)) / (h * h);
            QVERIFY2(std::fabs(stiff(0, 0) - bend) < 1e-3, qPrintable(QString::number(fold)));
        }
    }

    // A band over a row of folds that are parallel to nothing: its forces and its stiffness are the
    // derivatives of what it holds, whichever way it goes.
    void aBandOverManyFolds() {
        std::mt19937 random(5);
        std::uniform_real_distribution<double> part(0, 1);
        for (int run = 0; run < 50; ++run) {
            AssemblyBuilder out;
            out.part("card", "Card", "card", "card");
            std::vector<int> panels;
            double low = 0, high = 0;
            for (int i = 0; i < 4; ++i) {
                const double nextLow = low + 20 + 20 * part(random),
                             nextHigh = high + 20 + 20 * part(random);
                panels.push_back(out.panel("page-" + std::to_string(i), Role::Page,
                                           {{low, 0}, {nextLow, 0}, {nextHigh, 60}, {high, 60}}));
                if (i > 0)
                    out.crease(i == 1 ? "spine" : "fold-" + std::to_string(i),
                               panels[size_t(i) - 1], panels[size_t(i)], {low, 0}, {high, 60},
                               part(random) < 0.5 ? Fold::Valley : Fold::Mountain);
                low = nextLow;
                high = nextHigh;
            }
            Elastic band;
            const bool turned = run % 2 == 1;
            band.panels[turned] = panels.front();
            band.panels[!turned] = panels.back();
            band.hooks[turned] = {5, 20};
            band.hooks[!turned] = {low - 5, 25};
            band.length = 15 + 10 * part(random);
            band.pull = 1 + part(random);
            out.elastic(band);
            const Assembly a = out.made();
            const Linkage k = linkageOf(a);
            std::vector<double> values;
            for (const Joint& j : k.joints)
                values.push_back(j.low + (0.1 + 0.8 * part(random)) * (j.high - j.low));
            const std::vector<int> joints{0, 1, 2};
            const Eigen::VectorXd force = forcesOf(k, joints, values);
            Eigen::MatrixXd stiff = Eigen::MatrixXd::Zero(3, 3);
            addStiffness(k, joints, values, stiff);
            for (int i : joints) {
                constexpr double h = 1e-6;
                std::vector<double> up = values, down = values;
                up[size_t(i)] += h;
                down[size_t(i)] -= h;
                const double slope =
                    (energyOf(k, joints, up) - energyOf(k, joints, down)) / (2 * h);
                QVERIFY2(std::fabs(force(i) - slope) < 1e-5 * (1 + std::fabs(slope)),
                         qPrintable(QString("run %1: %2, %3").arg(run).arg(force(i)).arg(slope)));
                const Eigen::VectorXd bend =
                    (forcesOf(k, joints, up) - forcesOf(k, joints, down)) / (2 * h);
                QVERIFY((stiff.col(i) - bend).norm() < 1e-5 * (1 + bend.norm()));
            }
        }
    }

    // A globe rises to where its energy is least; how high, how far its seams gape then and how far
    // its band is stretched follow in closed form.
    void aGlobeRisesToTheLeastEnergy() {
        for (auto& [band, pull] : {std::pair{"63 mm", "150"},
                                   {"40 mm", "150"},
                                   {"90 mm", "60"},
                                   {"63 mm", "400"},
                                   {"110 mm", "20"}}) {
            const Design d =
                with(petals(), "globe", "card.page-right",
                     {{"side", "26 mm"}, {"panel", "40 mm"}, {"band", band}, {"pull", pull}});
            const Globe g = globeOf(d);
            const Case c(d, *assemble(d));
            const auto all = risingsOf(c);
            QCOMPARE(all.size(), size_t(1));
            const double lean = g.rests();
            QVERIFY2(std::fabs(all[0].opened * degree / 2 - lean) < 1e-6,
                     qPrintable(QString("%1 of %2: %3, %4")
                                    .arg(pull)
                                    .arg(band)
                                    .arg(all[0].opened / 2, 0, 'g', 9)
                                    .arg(lean / degree, 0, 'g', 9)));
            QVERIFY(std::fabs(all[0].rise - 2 * g.panel * std::sin(lean)) < 1e-3);
            QVERIFY(std::fabs(all[0].flat - g.apart(0)) < 1e-6);
            QVERIFY(std::fabs(all[0].stands - g.apart(lean)) < 1e-3);
            const double gap =
                2 * std::tan(pi / g.n) * (g.r() + g.panel * std::cos(lean)) - g.girdle;
            QVERIFY2(std::fabs(all[0].gap - gap) < 1e-3,
                     qPrintable(QString("%1, %2").arg(all[0].gap).arg(gap)));
            // The force at which it is lowered is the slope of its energy by its height.
            double press = 0;
            for (double at = 0.1 * degree; at < lean - 0.5 * degree; at += 0.1 * degree)
                press = std::max(press,
                                 (g.energy(at - 1e-4) - g.energy(at + 1e-4)) /
                                     (2 * g.panel * (std::sin(at + 1e-4) - std::sin(at - 1e-4))));
            QVERIFY2(std::fabs(all[0].press - press) < 0.05 * press + 1e-3,
                     qPrintable(QString("%1, %2").arg(all[0].press).arg(press)));
        }
    }

    // Asked backwards: the band found raises it so far, and the finding's remedy cures it.
    void theBandForARise() {
        const Design d = with(petals(), "globe", "card.page-right",
                              {{"side", "26 mm"}, {"panel", "40 mm"}, {"pull", "200"}});
        const Case c(d, *assemble(d));
        const Rising r = risingsOf(c).front();
        for (double wanted : {35.0, 45.0, 55.0}) {
            const auto length = bandFor(c, r, wanted);
            QVERIFY(length);
            Design other = d;
            other.structures.back().set["band"] = Measure::fromMm(*length);
            const Case set(other, *assemble(other));
            const double rise = risingsOf(set).front().rise;
            QVERIFY2(std::fabs(rise - wanted) < 0.5, qPrintable(QString::number(rise)));
        }
        QVERIFY(!bandFor(c, r, 79.9));
        Design weak = d;
        weak.structures.back().set["band"] = Measure::fromMm(110);
        const auto found = prove(*std::make_shared<const Case>(weak, *assemble(weak)));
        const Finding* low = first(found, "rising");
        QVERIFY(low && low->code == "rising.low" && low->action);
        weak.structures.back().set["band"] = *low->action->value;
        const Case mended(weak, *assemble(weak));
        QVERIFY(!first(prove(mended), "rising"));
        weak.structures.back().set["band"] = Measure::fromMm(18);
        const Case torn(weak, *assemble(weak));
        const auto tears = prove(torn);
        const Finding* f = first(tears, "rising");
        QVERIFY(f && f->code == "rising.band-tears");
    }

    // Where the hand moves the pages alone, the globe is free, and the springs find the same place.
    void whatIsFreeRestsAtTheSamePlace() {
        Design d = with(petals(), "globe", "card.page-right",
                        {{"side", "26 mm"}, {"panel", "40 mm"}, {"band", "63 mm"}});
        const Globe g = globeOf(d);
        d.motion = {{"card.spine", Measure::fromDegrees(150), Measure::fromDegrees(180), false}};
        const Case c(d, *assemble(d));
        const int girdle = c.assembly.crease(d.structures.back().id + ".lower-girdle-1");
        QVERIFY(girdle >= 0);
        const double lean = (pi - std::fabs(c.poses.back().angles[size_t(girdle)])) / 2;
        QVERIFY2(std::fabs(lean - g.rests()) < 1e-6,
                 qPrintable(QString("%1, %2").arg(lean / degree).arg(g.rests() / degree)));
    }
};

HL_TEST(Energies)
#include "energy.moc"
