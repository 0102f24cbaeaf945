// Timetables of one pair of hands against what any order would need, and against all orders of
// small jobs.
#include "core/steps/schedule.h"
#include "tests/program.h"
#include "tests/scale.h"
#include <QtTest>
#include <algorithm>
#include <numeric>
#include <random>

using namespace hl::steps;
using hl::test::scaled;

namespace {

// Makes a card of some steps, of which some have to dry, n times.
std::vector<Task> randomJob(std::mt19937& random) {
    const auto draw = [&](double low, double high) {
        return std::uniform_real_distribution<>(low, high)(random);
    };
    const int cards = 1 + int(random() % 10), steps = 3 + int(random() % 12);
    std::vector<Task> one;
    for (int i = 0; i < steps; ++i) {
        Task t;
        t.minutes = draw(0.2, 4);
        for (int k = std::max(0, i - 3); k < i; ++k)
            if (draw(0, 1) < 0.5)
                t.needs.emplace_back(size_t(k), draw(0, 1) < 0.3 ? draw(1, 30) : 0);
        one.push_back(t);
    }
    std::vector<Task> all;
    for (int n = 0; n < cards; ++n)
        for (Task t : one) {
            for (auto& need : t.needs)
                need.first += size_t(n) * one.size();
            all.push_back(t);
        }
    return all;
}

// The elapsed time when the tasks are done in that order, each as early as it may.
double inOrder(const std::vector<Task>& tasks, const std::vector<size_t>& order) {
    std::vector<double> end(tasks.size(), -1);
    double at = 0;
    for (size_t i : order) {
        for (const auto& [before, wait] : tasks[i].needs) {
            if (end[before] < 0)
                return 1e300;
            at = std::max(at, end[before] + wait);
        }
        at += tasks[i].minutes;
        end[i] = at;
    }
    return at;
}

} // namespace

class Schedules : public QObject {
    Q_OBJECT
  private slots:
    void keepWhatTheyNeed() {
        std::mt19937 random(31);
        for (int n = 0; n < scaled(200); ++n) {
            const std::vector<Task> job = randomJob(random);
            const Timetable t = timetableOf(job);
            QCOMPARE(t.hands.size(), job.size());
            std::vector<double> end(job.size(), -1);
            double at = 0, work = 0;
            for (const Turn& turn : t.hands) {
                QVERIFY(end[turn.task] < 0 && turn.from > at - 1e-6); // one pair of hands
                QVERIFY(std::fabs(turn.to - turn.from - job[turn.task].minutes) < 1e-9);
                for (const auto& [before, wait] : job[turn.task].needs)
                    QVERIFY(end[before] >= 0 && turn.from > end[before] + wait - 1e-6);
                at = end[turn.task] = turn.to;
                work += turn.to - turn.from;
            }
            QVERIFY(std::fabs(t.elapsed - at) < 1e-9 && std::fabs(t.work - work) < 1e-6);
            QVERIFY(t.bound <= t.elapsed + 1e-9);
        }
    }

    // Within a tenth of the bound on 200 jobs as they come.
    void nearTheBound() {
        std::mt19937 random(32);
        for (int n = 0; n < scaled(200); ++n) {
            const Timetable t = timetableOf(randomJob(random));
            QVERIFY2(t.elapsed <= 1.1 * t.bound,
                     qPrintable(QString("%1 min, where %2 would do").arg(t.elapsed).arg(t.bound)));
        }
    }

    // No order of a small job is a tenth shorter.
    void noOrderIsMuchShorter() {
        std::mt19937 random(33);
        for (int n = 0; n < scaled(60); ++n) {
            std::vector<Task> job = randomJob(random);
            job.resize(std::min<size_t>(job.size(), 7));
            std::vector<size_t> order(job.size());
            std::iota(order.begin(), order.end(), size_t(0));
            double best = 1e300;
            do
                best = std::min(best, inOrder(job, order));
            while (std::next_permutation(order.begin(), order.end()));
            QVERIFY(timetableOf(job).elapsed <= 1.1 * best + 1e-9);
            QVERIFY(timetableOf(job).bound <= best + 1e-9);
        }
    }

    void circlesAreAnError() {
        const std::vector<Task> job{{1, {{1, 0}}}, {1, {{0, 0}}}};
        QVERIFY_EXCEPTION_THROWN(timetableOf(job), std::invalid_argument);
        QVERIFY(timetableOf({}).hands.empty());
    }
};

HL_TEST(Schedules)
#include "schedules.moc"
