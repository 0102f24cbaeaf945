// Every edit on every structure of every commission: what comes of it can be made and written, or
// is refused in words; what is done and undone by its opposite is what it was.
#include "core/assemble/assemble.h"
#include "core/dress/dress.h"
#include "core/edit/copies.h"
#include "core/edit/draw.h"
#include "core/edit/edit.h"
#include "core/edit/papers.h"
#include "core/edit/resize.h"
#include "core/files/hlantern.h"
#include "core/prove/room.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QDir>
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

class EveryCommission : public QObject {
    Q_OBJECT
    int done_ = 0, refused_ = 0;

    QString whole(const Design& d) {
        ++done_;
        const auto made = assemble(d);
        if (!made)
            return QString::fromStdString(made.problem().text());
        auto back = designAsWritten(designToText(d));
        return back && *back == d ? QString() : QString("it does not come back from its file");
    }
    template<class R> QString wholeOr(const R& result, const Design& made) {
        if (result)
            return whole(made);
        ++refused_;
        const Problem& p = result.problem();
        return p.what.empty() || p.remedy.empty() ? "refused without words" : QString();
    }
    QString copied(const Copied& result) {
        return wholeOr(result, result ? result->first : Design());
    }

  private slots:
    void edits_data() {
        QTest::addColumn<QString>("path");
        for (const QFileInfo& f :
             QDir(HL_SOURCE_DIR "/demo/quillmere").entryInfoList({"*.hlantern"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.filePath();
    }
    void edits() {
        QFETCH(QString, path);
        const Design d = *loadDesign(path.toStdString());
        const Assembly a = *assemble(d);
        done_ = refused_ = 0;
        for (const StructureSpec& s : d.structures) {
            if (s.kind == "mat" && &s != &d.structures.back())
                continue; // one of them stands for all
            const auto check = [&](const QString& wrong, const char* what) {
                QVERIFY2(wrong.isEmpty(),
                         qPrintable(QString("%1 %2: %3").arg(what, s.id.c_str(), wrong)));
            };
            check(copied(duplicateStructure(d, s.id)), "duplicate");
            check(copied(arrayStructure(d, s.id, 3, Measure::fromMm(4))), "array");
            const std::string text = copyStructure(d, s.id);
            check(copied(pasteStructure(d, text, s.on)), "paste");
            check(copied(pasteStructure(card(200, 200), text, "card.spine")), "paste elsewhere");
            const auto mirrored = mirrorStructure(d, s.id);
            check(copied(mirrored), "mirror");
            if (mirrored) {
                const auto again = mirrorStructure(mirrored->first, mirrored->second);
                QVERIFY2(again, again ? "" : again.problem().text().c_str());
                for (auto& [name, m] : d.structure(s.id)->set) {
                    const auto& set = again->first.structure(again->second)->set;
                    const auto it = set.find(name);
                    if (it != set.end() && m.quantity == Quantity::Length)
                        QVERIFY2(std::fabs(it->second.mm() - m.mm()) < 1e-3,
                                 (s.id + " " + name).c_str());
                }
            }
            const Design removed = removeStructure(d, s.id);
            check(whole(removed), "remove");
            QVERIFY(!removed.structure(s.id));
        }
        for (const FreePart& p : d.parts) {
            auto gone = removeDrawn(d, p.id);
            QVERIFY2(wholeOr(gone, gone ? *gone : Design()).isEmpty(), p.id.c_str());
            auto blank = resizeBlank(d, p.id, Measure::fromMm(90), Measure::fromMm(60));
            QVERIFY2(wholeOr(blank, blank ? *blank : Design()).isEmpty(), p.id.c_str());
            for (LineKind kind : {LineKind::Valley, LineKind::Mountain, LineKind::Slit}) {
                auto line = addLine(d, p.id, kind, {5, 7}, {31, 12});
                QVERIFY2(copied(line).isEmpty(), p.id.c_str());
            }
            QVERIFY2(copied(addTab(d, p.id, {0, 10})).isEmpty(), p.id.c_str());
        }
        for (double by : {0.7, 1.0, 1.35}) {
            const auto w = Measure::fromMm(d.card.width.mm() * by),
                       h = Measure::fromMm(d.card.height.mm() * by);
            for (const char* sheet : {"", "a4", "300 x 200 mm"}) {
                auto resized = resizeDesign(d, w, h, sheet);
                QVERIFY2(wholeOr(resized, resized ? resized->design : Design()).isEmpty(),
                         qPrintable(QString::number(by)));
                if (resized && by == 1)
                    QVERIFY(std::fabs(resized->design.card.width.mm() - d.card.width.mm()) < 1e-6);
            }
        }
        // Undressed it is made of the same structures but for what covers it, and can be dressed.
        const Design bare = undressed(d);
        QVERIFY(whole(bare).isEmpty());
        for (const StructureSpec& s : bare.structures)
            QVERIFY(s.kind != "mat");
        const Case c(bare, *assemble(bare));
        for (const Scheme& scheme : schemes()) {
            const auto proposals = proposalsFor(c, scheme);
            auto again = dressed(bare, proposals);
            QVERIFY2(again, again ? "" : again.problem().text().c_str());
            QVERIFY(whole(*again).isEmpty());
            for (const Proposal& p : proposals) {
                QVERIFY(a.panel(p.panel) >= 0 && p.part > 0 && p.part <= 1 + 1e-9);
                QVERIFY(tile(p.pattern));
            }
        }
        for (const Stock& s : d.stocks) {
            auto less = removePaper(d, s.id);
            QVERIFY2(wholeOr(less, less ? *less : Design()).isEmpty(), s.id.c_str());
            const auto more = addPaper(d, s.id);
            QVERIFY(whole(more.first).isEmpty() && more.first.stocks.size() == d.stocks.size() + 1);
        }
        QVERIFY2(done_ > 20, qPrintable(QString("%1 done, %2 refused").arg(done_).arg(refused_)));
    }
};

HL_TEST(EveryCommission)
#include "every_commission.moc"
