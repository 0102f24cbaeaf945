// Small things: what no fingers hold under the trimmer lies on strips, and the words of a plan are
// enough to carry it out.
#include "core/assemble/assemble.h"
#include "core/files/hlantern.h"
#include "core/make/cut_plan.h"
#include "core/structures/family.h"
#include "tests/make/table.h"
#include "tests/program.h"
#include <QDir>
#include <QRegularExpression>
#include <QtTest>
#include <map>
#include <set>

using namespace hl;
using namespace hl::test;

class Trays : public QObject {
    Q_OBJECT
    Design demo(const QString& name) {
        return *loadDesign((HL_SOURCE_DIR "/demo/quillmere/" + name + ".hlantern").toStdString());
    }

  private slots:
    // Letters and tiny things are cut out of strips that fingers can hold under the trimmer: no
    // guillotine cut is made on less, in any demo, and every word lies on one strip. Eight plain
    // pieces of which each side can be held are cut as before.
    void smallThingsLieOnStrips_data() {
        QTest::addColumn<QString>("name");
        for (const QFileInfo& f :
             QDir(HL_SOURCE_DIR "/demo/quillmere").entryInfoList({"*.hlantern"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.completeBaseName();
    }
    void smallThingsLieOnStrips() {
        QFETCH(QString, name);
        const Design d = demo(name);
        const Assembly a = *assemble(d);
        const auto parts = partsList(d, a);
        for (int copies : {1, 3}) {
            CutOrder order{d, a, parts};
            order.copies = copies;
            const CutPlan plan = planCuts(order);
            for (const PlannedSheet& s : plan.sheets)
                QCOMPARE(carriedOut(s), QString());
            std::map<std::string, std::set<std::pair<size_t, int>>> strips;
            for (const PlannedSheet& s : plan.sheets) {
                for (const GuillotineCut& c : s.cuts)
                    QVERIFY2(
                        std::min(c.piece.width, c.piece.height) > leastHeld - touching ||
                            std::any_of(s.blanks.begin(), s.blanks.end(),
                                        [&](const CutBlank& b) {
                                            return !parts[b.listed].creases.empty() &&
                                                   std::min(b.at.width, b.at.height) < leastHeld;
                                        }),
                        qPrintable(
                            QString("a cut on %1 by %2").arg(c.piece.width).arg(c.piece.height)));
                for (const CutBlank& b : s.blanks) {
                    const ListedPart& p = parts[b.listed];
                    QVERIFY(b.tray >= 0 || !p.creases.empty() ||
                            std::min(b.at.width, b.at.height) > leastHeld - touching);
                    const std::string& owner = a.parts[size_t(a.part(p.id))].structure;
                    const StructureSpec* of = d.structure(owner);
                    const auto letters =
                        std::count_if(a.parts.begin(), a.parts.end(),
                                      [&](const Part& o) { return o.structure == owner; });
                    if (of && familyOf(*of).lettering && letters > 1)
                        strips[owner + p.paper].insert({size_t(&s - plan.sheets.data()), b.tray});
                }
            }
            for (const auto& [word, on] : strips) {
                QVERIFY(copies > 1 || on.size() == 1);
                QVERIFY(on.begin()->second >= 0);
            }
        }
    }
    // What is told of it can be carried out: the words of fourteen letters are one line.
    void theDepartureBoardIsCutInAFewLines() {
        const Design d = demo("14-departure-board");
        const Assembly a = *assemble(d);
        const auto parts = partsList(d, a);
        const CutPlan plan = planCuts({d, a, parts});
        size_t cuts = 0;
        for (const PlannedSheet& s : plan.sheets)
            cuts += s.cuts.size();
        QVERIFY2(cuts < 30, qPrintable(QString::number(cuts)));
        const QString told = QString::fromStdString(cutsText(plan, parts, d.units, {}));
        QVERIFY2(told.contains("cut out by knife or machine"), qPrintable(told));
        QVERIFY2(told.count('\n') < 60, qPrintable(told));
    }
    // The words of a plan are enough: who reads them, line by line, with a table and a fence, ends
    // with the pieces that are named.
    void theWordsAreCarriedOut_data() { smallThingsLieOnStrips_data(); }
    void theWordsAreCarriedOut() {
        QFETCH(QString, name);
        const Design d = demo(name);
        const Assembly a = *assemble(d);
        const auto parts = partsList(d, a);
        const CutPlan plan = planCuts({d, a, parts});
        const QRegularExpression size("([0-9.]+) mm x ([0-9.]+) mm"),
            line("^\\d+\\. ([0-9.]+) mm x ([0-9.]+) mm: (.*?): (.*) and (.*)$");
        constexpr double said = 0.11; // sizes are told to a tenth
        const auto close = [](double p, double q) { return std::fabs(p - q) < said; };
        for (const PlannedSheet& s : plan.sheets) {
            std::vector<std::pair<double, double>> table{{s.width, s.height}};
            std::multiset<QString> named;
            double fence = -1;
            for (const std::string& told : cutLines(s, parts, Unit::Millimetre, {})) {
                const auto cut = line.match(QString::fromStdString(told));
                if (!cut.hasMatch())
                    continue;
                const double w = cut.captured(1).toDouble(), h = cut.captured(2).toDouble();
                const auto piece = std::find_if(table.begin(), table.end(), [&](auto& p) {
                    return close(p.first, w) && close(p.second, h);
                });
                QVERIFY2(piece != table.end(), told.c_str());
                table.erase(piece);
                const QString how = cut.captured(3);
                const auto set = QRegularExpression("fence (?:still )?([0-9.]+) mm").match(how);
                if (how.contains("still"))
                    QVERIFY2(close(set.captured(1).toDouble(), fence), told.c_str());
                double sizes[2][2];
                for (int side : {0, 1}) {
                    const QString text = cut.captured(4 + side);
                    const auto m = size.match(text);
                    QVERIFY2(m.hasMatch(), told.c_str());
                    sizes[side][0] = m.captured(1).toDouble();
                    sizes[side][1] = m.captured(2).toDouble();
                    table.emplace_back(sizes[side][0], sizes[side][1]);
                    if (text.contains('('))
                        named.insert(text.section('(', 1).chopped(1));
                }
                const bool across = close(sizes[0][1], h) && close(sizes[1][1], h) &&
                                    close(sizes[0][0] + sizes[1][0], w);
                QVERIFY2(across || (close(sizes[0][0], w) && close(sizes[1][0], w) &&
                                    close(sizes[0][1] + sizes[1][1], h)),
                         told.c_str());
                if (set.hasMatch()) { // what lies at the fence is as wide as it stands
                    fence = set.captured(1).toDouble();
                    QVERIFY2(close(sizes[0][across ? 0 : 1], fence), told.c_str());
                }
            }
            if (s.cuts.empty())
                continue;
            for (const CutBlank& b : s.blanks)
                if (b.tray < 0 && b.gang < 0) {
                    const auto it = named.find(QString::fromStdString(b.part));
                    QVERIFY2(it != named.end(), b.part.c_str());
                    named.erase(it);
                }
            QCOMPARE(named.count("strip of small things"), s.trays.size());
        }
    }
};

HL_TEST(Trays)
#include "trays.moc"
