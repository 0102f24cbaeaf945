// A worker does the newest job, tells what goes wrong in one, and never keeps the program.
#include "app/session/worker.h"
#include "app/session/aside.h"
#include "tests/program.h"
#include <QCoreApplication>
#include <QElapsedTimer>
#include <QProcess>
#include <QTimer>
#include <QtTest>
#include <stdexcept>

using namespace hl;

namespace {

constexpr int patience = 60000; // ms: a slow machine is no failure

// A job that heeds nothing until it is let go.
void deaf(const std::shared_ptr<std::atomic<bool>>& letGo) {
    while (!*letGo)
        QThread::msleep(1);
}

} // namespace

class WorkerTest : public QObject {
    Q_OBJECT

  private slots:
    void theNewestJobIsDone() {
        Worker w;
        auto gate = std::make_shared<std::atomic<bool>>(false);
        std::atomic<int> done{0}, dropped{0};
        std::atomic<bool> begun{false};
        w.request([&](const Worker::Cancelled& cancelled) {
            begun = true;
            deaf(gate);
            dropped += cancelled;
        });
        QTRY_VERIFY_WITH_TIMEOUT(begun.load(), patience);
        for (int i = 1; i <= 5; ++i)
            w.request([&, i](const Worker::Cancelled&) { done = done * 10 + i; });
        *gate = true;
        QTRY_COMPARE_WITH_TIMEOUT(done.load(), 5, patience); // those between were never begun
        QCOMPARE(dropped.load(), 1);
    }
    void whatGoesWrongIsTold() {
        Worker w;
        QObject here; // told on this thread
        QStringList told;
        connect(&w, &Worker::failed, &here, [&](const QString& why) { told << why; });
        w.request([](const Worker::Cancelled&) { throw std::runtime_error("a trial"); });
        QTRY_COMPARE_WITH_TIMEOUT(told.size(), 1, patience);
        QCOMPARE(told[0], QString("a trial"));
        w.request([](const Worker::Cancelled&) { throw 7; });
        QTRY_COMPARE_WITH_TIMEOUT(told.size(), 2, patience);
        std::atomic<bool> after{false};
        w.request([&](const Worker::Cancelled&) { after = true; });
        QTRY_VERIFY_WITH_TIMEOUT(after.load(), patience);
    }
    // One that heeds its flag ends at once; one that does not is left to itself, and its thread
    // ends with it.
    void nobodyWaitsForLong() {
        QElapsedTimer clock;
        {
            Worker w;
            std::atomic<bool> begun{false};
            w.request([&](const Worker::Cancelled& cancelled) {
                begun = true;
                while (!cancelled)
                    QThread::msleep(1);
            });
            QTRY_VERIFY_WITH_TIMEOUT(begun.load(), patience);
            clock.start();
        }
        QVERIFY2(clock.elapsed() < 2000, qPrintable(QString::number(clock.elapsed())));
        QCOMPARE(Worker::left(), 0);
        auto gate = std::make_shared<std::atomic<bool>>(false);
        auto begun = std::make_shared<std::atomic<bool>>(false);
        {
            Worker w;
            w.request([gate, begun](const Worker::Cancelled&) {
                *begun = true;
                deaf(gate);
            });
            QTRY_VERIFY_WITH_TIMEOUT(begun->load(), patience);
            clock.start();
        }
        QVERIFY2(clock.elapsed() < 20000, qPrintable(QString::number(clock.elapsed())));
        QCOMPARE(Worker::left(), 1);
        *gate = true;
        QTRY_COMPARE_WITH_TIMEOUT(Worker::left(), 0, patience);
    }
    // A program whose worker computes for ever ends all the same, with the code it was to end with.
    void theProgramEnds() {
        QProcess child;
        child.start(QCoreApplication::applicationFilePath(), {"worker", "for-ever"});
        QVERIFY2(child.waitForFinished(patience), "it is still there");
        QCOMPARE(child.exitStatus(), QProcess::NormalExit);
        QCOMPARE(child.exitCode(), 7);
        QCOMPARE(child.readAllStandardOutput(), QByteArray("all is safe\n"));
    }

    // While something is waited for the window's thread goes on, but what workers have reached
    // waits, keeps its order, and is dropped with its owner. What the work throws is thrown here.
    void whatIsAwaitedKeepsTheOrder() {
        QStringList done;
        QObject stays;
        auto gone = std::make_unique<QObject>();
        std::atomic<bool> seen = false;
        QTimer::singleShot(0, &stays, [&] {
            afterAside(&stays, [&] { done << "older"; });
            afterAside(gone.get(), [&] { done << "of nobody"; });
            seen = true;
        });
        const QThread* worked = aside([&] {
            while (!seen) // only the window's own thread can set it
                QThread::yieldCurrentThread();
            return QThread::currentThread();
        });
        QVERIFY(worked != QThread::currentThread());
        QVERIFY(done.isEmpty());
        afterAside(&stays, [&] { done << "newer"; }); // before the held ones had their turn
        gone.reset();
        QTRY_COMPARE(done, (QStringList{"older", "newer"}));
        QVERIFY_EXCEPTION_THROWN(runAside([] { throw std::runtime_error("no"); }),
                                 std::runtime_error);
        afterAside(&stays, [&] { done << "at once"; });
        QCOMPARE(done.back(), QString("at once"));
    }
};

static int run(int argc, char** argv) {
    if (argc < 2 || argv[1] != std::string("for-ever")) {
        WorkerTest test;
        return QTest::qExec(&test, argc, argv);
    }
    auto begun = std::make_shared<std::atomic<bool>>(false);
    {
        Worker w;
        w.request([begun](const Worker::Cancelled&) {
            *begun = true;
            deaf(std::make_shared<std::atomic<bool>>(false));
        });
        while (!*begun)
            QThread::msleep(1);
    }
    std::puts("all is safe");
    return leave(7);
}
HL_TEST_BY(WorkerTest, run)
#include "worker.moc"
