// The rules of a proof run side by side: the same is found every time, in the same order, and
// whoever stops it is heeded. Also run under the thread sanitizer (./hl sanitize).
#include "core/assemble/assemble.h"
#include "core/files/hlantern.h"
#include "core/prove/prove.h"
#include "tests/program.h"
#include <QDir>
#include <QtTest>
#include <thread>

using namespace hl;

class HandsTest : public QObject {
    Q_OBJECT
    std::vector<std::shared_ptr<const Case>> cases_;

    static std::string said(const std::vector<Finding>& all) {
        std::string out;
        for (const Finding& f : all)
            out += f.rule + " " + std::to_string(f.amount) + " " + f.message + "\n";
        return out;
    }

  private slots:
    void initTestCase() {
        for (const char* folder : {"/demo/quillmere", "/demo/quillmere/faulty"}) {
            const QDir dir(QString(HL_SOURCE_DIR) + folder);
            for (const QString& name : dir.entryList({"*.hlantern"}, QDir::Files, QDir::Name)) {
                const auto d = loadDesign(dir.filePath(name).toStdString());
                QVERIFY(d);
                cases_.push_back(std::make_shared<const Case>(*d, *assemble(*d)));
            }
        }
        QVERIFY(cases_.size() > 30);
    }

    void theSameIsFoundInTheSameOrder() {
        int faulty = 0;
        for (const auto& c : cases_) {
            const Evidence e(*c, {});
            // Rule after rule by hand: nothing that one of them says may be missing.
            size_t alone = 0;
            for (const Rule& rule : rules()) {
                std::vector<Finding> found;
                rule.run(e, {}, found);
                alone += found.size();
            }
            double last = 0;
            const auto first = prove(e, {}, [&](const std::vector<Finding>&, double part) {
                QVERIFY(part > last && part <= 1);
                last = part;
            });
            QCOMPARE(last, 1.0);
            faulty += !first.empty();
            QVERIFY(first.size() <= alone && first.empty() == (alone == 0));
            for (int again = 0; again < 2; ++again)
                QCOMPARE(said(prove(e)), said(first));
        }
        QVERIFY(faulty > 5);
    }

    // Several proofs at once, as of the window's design and of what hovers over it.
    void proofsBesideOneAnother() {
        std::vector<std::string> found(4);
        std::vector<std::thread> all;
        for (size_t i = 0; i < found.size(); ++i)
            all.emplace_back([&, i] { found[i] = said(prove(*cases_[i % 2])); });
        for (std::thread& t : all)
            t.join();
        QCOMPARE(found[0], found[2]);
        QCOMPARE(found[1], found[3]);
    }

    void whoeverStopsItIsHeeded() {
        for (size_t i = 0; i < cases_.size(); i += 5) {
            const Evidence e(*cases_[i], {});
            std::atomic<bool> stop{false};
            int reached = 0;
            prove(e, Stop{&stop}, [&](const std::vector<Finding>&, double) {
                ++reached;
                stop = true;
            });
            QCOMPARE(reached, 1);
        }
    }
};

HL_TEST(HandsTest)
#include "hands.moc"
