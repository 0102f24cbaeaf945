// What other programs read: the JSON of every commission's parts, cuts and scores, carried out by
// somebody who knows nothing but docs/plans.md.
#include "tests/cli/command_line.h"
#include "tests/program.h"
#include <QDir>
#include <QJsonArray>
#include <QPointF>
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

constexpr double same = 1e-4; // mm

QPointF point(const QJsonValue& v) { return {v[0].toDouble(), v[1].toDouble()}; }
bool near(const QPointF& a, const QPointF& b) {
    return std::hypot(a.x() - b.x(), a.y() - b.y()) < same;
}

struct Groove {
    QPointF from, to;
    bool face, slit;
};

// The grooves that the steps of a blank make; what cannot be done is said.
QString carryOut(const QJsonObject& blank, QVector<Groove>& made) {
    const double w = blank["width_mm"].toDouble(), h = blank["height_mm"].toDouble();
    QString edge;
    bool face = true, first = true, folded = false;
    double under = 0;
    QVector<QPointF> marks;
    int placings = 0, turns = 0;
    for (const auto& value : blank["steps"].toArray()) {
        const QJsonObject s = value.toObject();
        const QString what = s["do"].toString(), at = s["edge"].toString();
        const bool faceUp = s["face"].toString() == "face";
        if (first) {
            edge = at.isEmpty() ? "left" : at;
            face = faceUp;
            ++placings;
        }
        first = false;
        if (what == "turn" || what == "flip") {
            if ((what == "flip") != (faceUp != face))
                return "a turn shows the other face, or a flip the same";
            edge = at;
            face = faceUp;
            folded = false;
            ++placings;
            ++turns;
            continue;
        }
        if (faceUp != face)
            return "the other face is up";
        if (at.isEmpty()) { // from mark to mark
            made.push_back({point(s["from"]), point(s["to"]), face, what == "slit"});
            if (!marks.contains(made.last().from) || !marks.contains(made.last().to))
                return "there is no mark";
            continue;
        }
        if (at != edge)
            return "another edge lies at the fence";
        const bool upright = edge == "left" || edge == "right";
        const double length = upright ? w : h, across = upright ? h : w;
        const double off = s["at_mm"].toDouble();
        const double place = edge == "left" || edge == "bottom" ? off : length - off;
        const auto on = [&](double along) {
            return upright ? QPointF(place, along) : QPointF(along, place);
        };
        if (off < -same || off > length + same)
            return "beside the paper";
        const double from = s["from_mm"].toDouble(), to = s["to_mm"].toDouble();
        if (from < -same || to > across + same)
            return "past the paper's end";
        if (what == "mark") {
            if (!near(on(from), point(s["from"])))
                return "the mark lies elsewhere than it says";
            marks.push_back(point(s["from"]));
            continue;
        }
        if (what == "fold") {
            bool there = false;
            for (const Groove& g : made)
                there = there || (near(g.from, on(0)) && near(g.to, on(across))) ||
                        (near(g.to, on(0)) && near(g.from, on(across)));
            if (!there)
                return "nothing to fold at";
            folded = true;
            under = off;
            continue;
        }
        if (s.contains("fence_mm") != folded)
            return "a fold lies at the fence, or none does";
        if (folded && std::fabs(s["fence_mm"].toDouble() + under - off) > same)
            return "the fence is not where the fold is";
        if (folded && under > s["fence_mm"].toDouble())
            return "it goes through what is folded under";
        const Groove g{on(from), on(to), face, what == "slit"};
        if (!near(g.from, point(s["from"])) || !near(g.to, point(s["to"])))
            return "the two ways in which it is told disagree";
        if (s["ruler"].toBool() &&
            (!marks.contains(point(s["from"])) || !marks.contains(point(s["to"]))))
            return "a ruler without marks";
        made.push_back(g);
    }
    if (blank["turns"].toInt() != turns)
        return "the turns are miscounted";
    if (blank["settings"].toInt() < placings)
        return "the settings are miscounted";
    return {};
}

} // namespace

class Contracts : public QObject, public CommandLine {
    Q_OBJECT

  private slots:
    void everyDemo_data() {
        QTest::addColumn<QString>("path");
        for (const QFileInfo& f :
             QDir(HL_SOURCE_DIR "/demo/quillmere").entryInfoList({"*.hlantern"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.filePath();
    }
    void everyDemo() {
        QFETCH(QString, path);
        QCOMPARE(run({"parts", path, "--json"}), 0);
        const QJsonArray parts = json()["parts"].toArray();
        QVERIFY(!parts.isEmpty());
        QMap<QString, QJsonObject> called;
        for (const auto& p : parts) {
            QVERIFY2(!called.contains(p[u"name"].toString()), "two parts are called alike");
            called[p[u"name"].toString()] = p.toObject();
        }
        for (const QStringList& school :
             {QStringList{}, {"--school", "one-face"}, {"--both-ends"}}) {
            QCOMPARE(run(QStringList{"scores", path, "--json"} + school), 0);
            const QJsonArray blanks = json()["blanks"].toArray();
            QCOMPARE(blanks.size(), parts.size());
            for (const auto& value : blanks) {
                const QJsonObject blank = value.toObject();
                const QString name = blank["part"].toString();
                const QJsonObject part = called[name];
                QCOMPARE(blank["count"], part["count"]);
                QVERIFY(near(point(part["blank_mm"]),
                             {blank["width_mm"].toDouble(), blank["height_mm"].toDouble()}));
                QVector<Groove> made;
                const QString wrong = carryOut(blank, made);
                QVERIFY2(wrong.isEmpty(), qPrintable(name + ": " + wrong));
                int grooves = 0;
                for (const Groove& g : made)
                    grooves += !g.slit;
                QCOMPARE(grooves, part["creases"].toArray().size());
                for (const auto& c : part["creases"].toArray()) {
                    const QPointF from = point(c[u"from"]), to = point(c[u"to"]);
                    const bool face = school.contains("one-face") || c[u"fold"] != "mountain";
                    const auto at = std::find_if(made.begin(), made.end(), [&](const Groove& g) {
                        return !g.slit && g.face == face &&
                               ((near(g.from, from) && near(g.to, to)) ||
                                (near(g.from, to) && near(g.to, from)));
                    });
                    QVERIFY2(at != made.end(), qPrintable(name + ": " + c[u"name"].toString()));
                    made.erase(at);
                }
            }
        }
        // Every part is cut as often as it is there, of its paper, as large as it is.
        const int code = run({"cuts", path, "--json"});
        QVERIFY(code == 0 || code == 1);
        QMap<QString, int> cut;
        for (const auto& s : json()["sheets"].toArray())
            for (const auto& b : s[u"blanks"].toArray()) {
                const QJsonObject part = called[b[u"part"].toString()];
                ++cut[b[u"part"].toString()];
                QCOMPARE(s[u"paper"], part["paper"]);
                QPointF size(b[u"width_mm"].toDouble(), b[u"height_mm"].toDouble());
                if (b[u"turned"].toBool())
                    size = {size.y(), size.x()};
                const QPointF whole = point(part["blank_mm"]);
                QVERIFY2(near(size, whole) ||
                             (size.x() < whole.x() + same && size.y() < whole.y() + same &&
                              size.x() > whole.x() - 1.5 && size.y() > whole.y() - 1.5),
                         qPrintable(b[u"part"].toString()));
            }
        for (const auto& m : json()["missing"].toArray())
            cut[m[u"part"].toString()] += m[u"count"].toInt(1);
        for (auto it = called.begin(); it != called.end(); ++it)
            QCOMPARE(cut[it.key()], it.value()["count"].toInt());
    }

    // The steps as other programs read them: one pair of hands that follows the timetable literally
    // has everything that a step needs, and has waited for it; each join is made once for each
    // card.
    void stepsAndSchedule_data() { everyDemo_data(); }
    void stepsAndSchedule() {
        QFETCH(QString, path);
        QCOMPARE(run({"steps", path, "--json"}), 0);
        const QJsonArray steps = json()["steps"].toArray();
        const QStringList kinds{"cut",   "score",  "fold", "snip", "mat",   "glue",
                                "close", "insert", "tape", "wait", "check", "figure"};
        QMap<QString, QJsonObject> called;
        QStringList joins;
        int n = 0;
        for (const auto& value : steps) {
            const QJsonObject s = value.toObject();
            QCOMPARE(s["n"].toInt(), ++n);
            QVERIFY(kinds.contains(s["do"].toString()) && !s["text"].toString().isEmpty());
            for (const auto& need : s["needs"].toArray())
                QVERIFY2(called.contains(need[u"id"].toString()),
                         qPrintable(need[u"id"].toString()));
            QVERIFY(!called.contains(s["id"].toString()));
            called[s["id"].toString()] = s;
            for (const auto& j : s["joins"].toArray())
                joins << j.toString();
            QVERIFY(s["joins"].toArray().isEmpty() || s["reach"] != "none");
            QVERIFY(s["free_after_min"].toDouble() == 0 || s["hold_min"].toDouble() > 0);
        }
        QCOMPARE(QSet<QString>(joins.begin(), joins.end()).size(), joins.size());
        constexpr int cards = 3;
        QCOMPARE(run({"schedule", path, "--cards", QString::number(cards), "--json"}), 0);
        const QJsonObject job = json();
        QMap<QPair<QString, int>, double> ends; // by step and card
        double at = 0, work = 0;
        for (const auto& value : job["hands"].toArray()) {
            const QJsonObject turn = value.toObject();
            const QString id = turn["step"].toString();
            const int card = turn["card"].toInt();
            const double from = turn["from_min"].toDouble(), to = turn["to_min"].toDouble();
            constexpr double rounding = 2e-3; // min, of what is printed
            QVERIFY(from > at - rounding && to >= from);
            // More sheets are cut for three cards than for one.
            if (called.contains(id))
                for (const auto& need : called[id]["needs"].toArray()) {
                    const QString before = need[u"id"].toString();
                    const auto done = ends.contains({before, card}) ? ends[{before, card}]
                                      : ends.contains({before, 0})  ? ends[{before, 0}]
                                                                    : 1e300;
                    QVERIFY2(called[before]["do"] == "cut" ||
                                 from > done + need[u"wait_min"].toDouble() - rounding,
                             qPrintable(id + " before " + before));
                }
            QVERIFY(!ends.contains({id, card}));
            ends[{id, card}] = at = to;
            work += to - from;
        }
        for (const auto& value : steps)
            for (int card = 1; card <= cards; ++card)
                QVERIFY(ends.contains({value[u"id"].toString(), card}) ||
                        ends.contains({value[u"id"].toString(), 0}) || value[u"do"] == "cut");
        QVERIFY(std::fabs(work - job["work_min"].toDouble()) < 0.1);
        QVERIFY(std::fabs(at - job["elapsed_min"].toDouble()) < 0.01);
        QVERIFY(job["elapsed_min"].toDouble() <= 1.1 * job["bound_min"].toDouble());
        QVERIFY(!job["papers"].toArray().isEmpty());
        for (const auto& p : job["papers"].toArray())
            QVERIFY(p[u"sheets"].toInt() > 0 && p[u"spare"].toInt() > 0);
    }
};

HL_TEST(Contracts)
#include "contracts.moc"
