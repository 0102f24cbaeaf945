// What is the same card gets the same verdict: in the mirror, and in whatever order it is listed.
#include "core/assemble/assemble.h"
#include "core/edit/copies.h"
#include "core/files/hlantern.h"
#include "core/prove/sensitivity.h"
#include "core/structures/family.h"
#include "tests/program.h"
#include "tests/random_design.h"
#include "tests/random_told.h"
#include <QDir>
#include <QtTest>
#include <algorithm>
#include <cmath>
#include <set>

using namespace hl;
using namespace hl::test;

namespace {

struct Said {
    std::string rule;
    Severity severity;
    double amount;
    std::string message;
};

struct Proof {
    Verdict verdict = Verdict::Works;
    std::vector<Said> said;
};

Proof proofOf(const Design& d) {
    const auto c = foldUp(d);
    const auto all = prove(*c);
    Proof p;
    p.verdict = verdictOf(all);
    for (const Finding& f : all)
        p.said.push_back({f.rule, f.severity, f.amount, f.message});
    std::sort(p.said.begin(), p.said.end(), [](const Said& a, const Said& b) {
        return std::tie(a.rule, a.severity, a.amount) < std::tie(b.rule, b.severity, b.amount);
    });
    return p;
}

// What happens on the marks of a ruler depends on the unit.
Proof withoutRuler(Proof p) {
    p.said.erase(std::remove_if(p.said.begin(), p.said.end(),
                                [](const Said& s) { return s.rule == "rounding"; }),
                 p.said.end());
    p.verdict = Verdict::Works;
    for (const Said& s : p.said)
        p.verdict = std::max(p.verdict, s.severity == Severity::Stop      ? Verdict::Fails
                                        : s.severity == Severity::Caution ? Verdict::Care
                                                                          : Verdict::Works);
    return p;
}

// Empty where both say the same; amounts may differ by what searching leaves open.
std::string differ(const Proof& a, const Proof& b) {
    std::string text;
    bool same = a.verdict == b.verdict && a.said.size() == b.said.size();
    for (size_t i = 0; same && i < a.said.size(); ++i) {
        const Said &x = a.said[i], &y = b.said[i];
        same = x.rule == y.rule && x.severity == y.severity &&
               std::fabs(x.amount - y.amount) <= 0.03 + 0.02 * std::fabs(x.amount);
    }
    if (same)
        return "";
    for (const Proof* p : {&a, &b}) {
        text += "\n " + sentenceOf(p->verdict) + ":";
        for (const Said& s : p->said)
            text += "\n   " + s.rule + " " + nameOf(s.severity) + " " + std::to_string(s.amount) +
                    " " + s.message;
    }
    return text;
}

Design reversed(Design d) {
    std::reverse(d.structures.begin(), d.structures.end());
    std::reverse(d.parts.begin(), d.parts.end());
    std::reverse(d.joins.begin(), d.joins.end());
    std::reverse(d.stocks.begin(), d.stocks.end());
    return d;
}

// A strip of panels glued between the pages, and the same in the mirror.
Design strip(const std::vector<double>& widths, const std::vector<LineKind>& folds, double left,
             double right, double askew, bool mirrored) {
    Design d = card();
    std::vector<double> w{8};
    w.insert(w.end(), widths.begin(), widths.end());
    w.push_back(8);
    std::vector<LineKind> k = folds;
    if (mirrored) {
        std::reverse(w.begin(), w.end());
        std::reverse(k.begin(), k.end());
        std::swap(left, right);
    }
    double whole = 0;
    for (double x : w)
        whole += x;
    FreePart p = blank("strip", whole, 30);
    double x = 0;
    for (size_t i = 0; i + 1 < w.size(); ++i) {
        x += w[i];
        p.lines.push_back(line("c" + std::to_string(i + 1), k[i], {at(x, 0), at(x, 30)}));
    }
    d.parts.push_back(p);
    for (bool onLeft : {true, false}) {
        JoinSpec j = test::glue(
            onLeft ? "strip.c1-left" : "strip.c" + std::to_string(k.size()) + "-right",
            onLeft ? "card.page-left" : "card.page-right", onLeft ? -left : right, 50, 90);
        // In the mirror the other foot is the one that is askew, turned the other way.
        if (onLeft == mirrored)
            j.turn = deg(90 + (mirrored ? askew : -askew));
        const double hold = onLeft ? w.front() : whole - w.back();
        j.hold = {at(hold, 0), at(hold, 30)};
        d.joins.push_back(j);
    }
    return d;
}

} // namespace

class Symmetry : public QObject {
    Q_OBJECT
  private slots:
    // Every family with each of its lengths and angles a little off.
    void everyFamilyInTheMirror() {
        // Their mirror images are no structures of the same family: steps climb to the left only,
        // these need a card that is not its own mirror image.
        const std::set<std::string> oneSided{"stair", "bridge", "double-display", "side-pocket"};
        int compared = 0, bound = 0;
        for (const Family& f : families()) {
            if (f.ground == Ground::Form || f.ground == Ground::Panel || oneSided.count(f.id))
                continue;
            std::map<std::string, std::string> set;
            if (f.id == "x-fold")
                set["plates"] = "none"; // they turn one way round
            auto added = addStructure(card(150, 190), f.id, "", set);
            QVERIFY2(added, f.id.c_str());
            const Design held = *heldDesign(added->first);
            for (const Parameter& p : f.parameters)
                for (double by : {0.1, -0.1, 0.4}) {
                    if (p.least.quantity == Quantity::Count)
                        continue;
                    Design d = held;
                    Measure& m = d.structures.front().set.at(p.name);
                    m.count += p.least.quantity == Quantity::Length
                                   ? Measure::fromMm(by).count
                                   : Measure::fromDegrees(by).count;
                    auto mirrored = mirrorStructure(d, added->second);
                    if (!assemble(d) || !mirrored)
                        continue;
                    ++compared;
                    const Proof here = proofOf(d), there = proofOf(mirrored->first);
                    for (const Said& s : here.said)
                        bound += s.rule == "misfit";
                    const std::string what = differ(here, there);
                    QVERIFY2(what.empty(), (f.id + ", " + p.name + what).c_str());
                }
        }
        qInfo("%d designs, %d of them with misfit", compared, bound);
        QVERIFY(compared > 150 && bound > 20);
    }

    void stripsInTheMirror_data() {
        QTest::addColumn<double>("off");
        QTest::addColumn<double>("askew");
        for (double off : {0.0, 0.1, 0.4, -0.3, 2.0})
            for (double askew : {0.0, 0.1, 0.3})
                QTest::addRow("%g off, %g askew", off, askew) << off << askew;
    }
    void stripsInTheMirror() {
        QFETCH(double, off);
        QFETCH(double, askew);
        const LineKind m = LineKind::Mountain, v = LineKind::Valley;
        for (auto& [widths, folds] :
             {std::pair{std::vector<double>{40 + off, 30}, std::vector<LineKind>{m, m, m}},
              {{30, 40 + off}, {m, m, m}},
              {{50 + off, 50}, {m, m, m}},
              {{40 + off, 30}, {m, v, m}}}) { // the last one is folded the wrong way
            const std::string what = differ(proofOf(strip(widths, folds, 30, 40, askew, false)),
                                            proofOf(strip(widths, folds, 30, 40, askew, true)));
            QVERIFY2(what.empty(), what.c_str());
        }
    }

    void anyOrderIsTheSame() {
        int compared = 0, faulty = 0;
        auto compare = [&](const Design& d, const std::string& which) {
            ++compared;
            const Proof here = proofOf(d);
            faulty += here.verdict != Verdict::Works;
            const std::string what = differ(here, proofOf(reversed(d)));
            QVERIFY2(what.empty(), (which + what).c_str());
        };
        for (const char* folder : {"/demo/quillmere/diagnosis", "/demo/quillmere/faulty",
                                   "/demo/quillmere", "/corpus/designs"}) {
            const QDir dir(QString(HL_SOURCE_DIR) + folder);
            int n = 0;
            for (const QString& name : dir.entryList({"*.hlantern"}, QDir::Files, QDir::Name))
                if (n++ % (QString(folder).contains("corpus") ? 12 : 1) == 0)
                    compare(*loadDesign(dir.filePath(name).toStdString()), name.toStdString());
        }
        fixRuns(25);
        const bool good = rc::check("random designs", [&] {
            const Design d = randomDesign();
            const std::string what = differ(proofOf(d), proofOf(reversed(d)));
            if (!what.empty())
                qWarning("%s", what.c_str());
            RC_ASSERT(what.empty());
        });
        QVERIFY(good);
        QVERIFY(compared > 30 && faulty > 10);
    }

    // However a told card is listed, in whatever unit it is thought of, and whatever its things are
    // called: the verdict is the same.
    void whatIsToldIsTheSameCard() {
        int sound = 0, all = 0;
        std::set<std::string> kinds;
        fixRuns(30);
        const bool good = rc::check("told designs", [&] {
            const Design d = randomTold();
            const Proof here = proofOf(d);
            ++all;
            sound += here.verdict == Verdict::Works;
            for (const StructureSpec& s : d.structures)
                kinds.insert(s.kind);
            if (!d.joins.empty())
                kinds.insert("join");
            if (d.card.form == "pages")
                kinds.insert("pages");
            Design inches = d;
            inches.units = Unit::Inch;
            Design called = d;
            for (StructureSpec& s : called.structures)
                s.name = "Thing " + s.id;
            const auto again = designFromText(designToText(d));
            RC_ASSERT(again && *again == d);
            for (const Design& same : {reversed(d), inches, called}) {
                const std::string what =
                    same.units == d.units ? differ(here, proofOf(same))
                                          : differ(withoutRuler(here), withoutRuler(proofOf(same)));
                if (!what.empty())
                    qWarning("%s\n%s", what.c_str(), designToText(d).c_str());
                RC_ASSERT(what.empty());
            }
        });
        QVERIFY(good);
        std::string made;
        for (const std::string& kind : kinds)
            made += " " + kind;
        qInfo("%d of %d work:%s", sound, all, made.c_str());
        QVERIFY(sound > 0 && sound < all);
        QCOMPARE(kinds.size(), size_t(5));
    }
};

HL_TEST(Symmetry)
#include "symmetry.moc"
