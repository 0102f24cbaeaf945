// Every family at the ends of its measures, alone and two at a time, on every kind of host: it is
// made whole, or refused in words that name the place and a way out. Nothing in between.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/edit/tell.h"
#include "core/files/hlantern.h"
#include "core/make/cut_plan.h"
#include "core/make/parts_list.h"
#include "core/make/score_plan.h"
#include "core/structures/family.h"
#include "tests/program.h"
#include "tests/scale.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

// Cards with something to stand on: the spine, a box's folds and walls, a tent's ridge.
Design ground(SpineSide spine, Unit unit) {
    Design d = *newDesign(Measure::fromMm(150), Measure::fromMm(180), spine, unit);
    d = with(d, "box", "card.spine", {{"left", "40 mm"}, {"right", "45 mm"}, {"place", "20 mm"}});
    return with(d, "tent", "card.spine",
                {{"left", "30 mm"}, {"right", "30 mm"}, {"place", "110 mm"}, {"width", "50 mm"}});
}

std::vector<Measure> endsOf(const Parameter& p, const Values& now) {
    std::vector<Measure> out{p.least, p.most};
    const auto it = now.find(p.name);
    const double v = it == now.end() ? 0 : it->second;
    for (double factor : {0.5, 1.0, 2.5}) {
        Measure m =
            Measure::of(p.least.quantity,
                        p.least.quantity == Quantity::Count ? std::round(factor * v) : factor * v);
        m.count = std::clamp(m.count, p.least.count, p.most.count);
        out.push_back(m);
    }
    return out;
}

// What is wrong with an assembly that was let through.
QString damage(const Design& d, const Assembly& a) {
    for (const Panel& p : a.panels) {
        if (p.outline.size() < 3 || !(areaOf(p.outline) > 0))
            return QString("%1 has no area").arg(p.id.c_str());
        for (const Vec2& q : p.outline)
            if (!q.allFinite() || q.cwiseAbs().maxCoeff() > 1e5)
                return QString("%1 reaches nowhere").arg(p.id.c_str());
        if (p.part < 0 || size_t(p.part) >= a.parts.size())
            return QString("%1 belongs to nothing").arg(p.id.c_str());
    }
    for (const Crease& c : a.creases)
        if (!(c.length() > 0) || c.left == c.right)
            return QString("%1 folds nothing").arg(c.id.c_str());
    for (const Join& j : a.joins)
        if (!j.place.shift.allFinite() || std::fabs(j.place.turn.determinant() - 1) > 1e-6)
            return QString("%1 lies nowhere").arg(j.id.c_str());
    const auto parts = partsList(d, a);
    for (const ListedPart& p : parts)
        if (!(p.blank.x() > 0 && p.blank.y() > 0))
            return QString("%1 has no blank").arg(p.name.c_str());
    if (planScores(parts, {}, d.units).size() != parts.size())
        return "a part has no score plan";
    return {};
}

} // namespace

class Extremes : public QObject {
    Q_OBJECT
    int made_ = 0, refused_ = 0;

    // Made whole, or refused with place and remedy.
    QString tried(const Design& d, const std::string& id) {
        const auto made = assemble(d);
        if (!made) {
            ++refused_;
            const Problem& p = made.problem();
            if (p.what.empty() || p.remedy.empty())
                return QString("refused without words: %1").arg(p.text().c_str());
            if (p.place.find(id) == std::string::npos && p.place.find("card") == std::string::npos)
                return QString("refused at another place: %1").arg(p.text().c_str());
            return {};
        }
        ++made_;
        const QString wrong = damage(d, *made);
        if (!wrong.isEmpty())
            return wrong;
        auto back = designAsWritten(designToText(d));
        return back && *back == d ? QString() : QString("it does not come back from its file");
    }

  private slots:
    void everyFamily_data() {
        QTest::addColumn<QString>("id");
        for (const Family& f : families())
            QTest::newRow(f.id.c_str()) << QString::fromStdString(f.id);
    }
    void everyFamily() {
        QFETCH(QString, id);
        const Family& f = *family(id.toStdString());
        std::mt19937 chance(1);
        made_ = refused_ = 0;
        int hosts = 0;
        for (auto [spine, unit] :
             {std::pair{SpineSide::Left, Unit::Millimetre}, {SpineSide::Top, Unit::Inch}})
            for (const char* on : {"", "card.spine", "box1.tip", "box1.left-foot", "tent1.tip",
                                   "box1.left-wall", "card.page-right"}) {
                const Design base = ground(spine, unit);
                Design d = base;
                std::string own = "card";
                if (f.ground == Ground::Form) {
                    if (*on)
                        continue;
                    d.structures.clear();
                    auto formed = tell(d, "card", {{"form", f.id}});
                    if (!formed)
                        continue;
                    d = *formed;
                } else {
                    auto added = addStructure(base, f.id, on, {});
                    if (!added && !*on) // it wants a card of another form, with nothing on it
                        added = addStructure(
                            *newDesign(Measure::fromMm(150), Measure::fromMm(180), spine, unit),
                            f.id, on, {});
                    if (!added) {
                        QVERIFY2(!added.problem().remedy.empty(), added.problem().text().c_str());
                        continue;
                    }
                    d = added->first;
                    own = added->second;
                }
                ++hosts;
                const auto values = measuresOf(d, own);
                QVERIFY(values);
                for (const Parameter& p : f.parameters)
                    for (const Measure& m : endsOf(p, *values)) {
                        Design one = d;
                        (*one.setOf(own))[p.name] = m;
                        const QString wrong = tried(one, own);
                        QVERIFY2(wrong.isEmpty(),
                                 qPrintable(QString("%1 on %2, %3 = %4: %5")
                                                .arg(id, on, p.name.c_str(),
                                                     measureText(p, m, unit).c_str(), wrong)));
                    }
                for (int i = 0; i < scaled(60) && !f.parameters.empty(); ++i) {
                    Design several = d;
                    QString said;
                    for (int k = 0; k < 3; ++k) {
                        const Parameter& p = f.parameters[chance() % f.parameters.size()];
                        const auto ends = endsOf(p, *values);
                        const Measure m = ends[chance() % ends.size()];
                        (*several.setOf(own))[p.name] = m;
                        said += QString(" %1 = %2")
                                    .arg(p.name.c_str(), measureText(p, m, unit).c_str());
                    }
                    const QString wrong = tried(several, own);
                    QVERIFY2(wrong.isEmpty(),
                             qPrintable(QString("%1 on %2,%3: %4").arg(id, on, said, wrong)));
                }
            }
        QVERIFY2(hosts > 0, "it stands nowhere");
        QVERIFY2(made_ > 10, qPrintable(QString("made %1, refused %2").arg(made_).arg(refused_)));
    }
    // What is typed beyond a measure's bounds is refused with the bound.
    void beyondTheBounds() {
        for (const Family& f : families()) {
            if (f.ground == Ground::Form)
                continue;
            auto added = addStructure(ground(SpineSide::Left, Unit::Millimetre), f.id, "", {});
            if (!added)
                continue;
            for (const Parameter& p : f.parameters) {
                if (!p.choices.empty()) {
                    auto none = tell(added->first, added->second, {{p.name, "no such word"}});
                    QVERIFY2(!none &&
                                 none.problem().text().find(p.choices.front()) != std::string::npos,
                             p.name.c_str());
                    continue;
                }
                for (const Measure& end : {p.least, p.most}) {
                    Measure m = end;
                    m.count += (end == p.most ? 1 : -1) *
                               (p.least.quantity == Quantity::Count ? 1 : 1'000'000'000);
                    auto none = tell(added->first, added->second,
                                     {{p.name, measureText(p, m, Unit::Millimetre)}});
                    QVERIFY2(
                        !none && !none.problem().remedy.empty(),
                        (f.id + " " + p.name + ": " + measureText(p, m, Unit::Millimetre)).c_str());
                }
            }
        }
    }
};

HL_TEST(Extremes)
#include "extremes.moc"
