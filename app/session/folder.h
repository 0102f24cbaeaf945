// The folder: a worker thread that turns the newest design into snapshots. A new request stops
// the one under way, so editing never waits.
#pragma once
#include "app/session/snapshot.h"
#include <QObject>
#include <QThread>
#include <atomic>
#include <functional>

namespace hl {

class Folder : public QObject {
    Q_OBJECT
  public:
    explicit Folder(QObject* parent = nullptr);
    ~Folder() override;

    // Folds and proves `design`; older requests are dropped.
    void request(const Design& design, quint64 version, const Workshop& workshop);
    // Stops what is under way; what was reached stays.
    void stop();

    // The finding whose remedy is looked for next, by its number.
    void prefer(int finding) { preferred_ = finding; }
    // For tests: runs on the worker before a design is folded.
    void setTrial(std::function<void()> trial) { trial_ = std::move(trial); }

  signals:
    // The chain ended with an error of ours: what was reached stays, the design is as it was.
    void failed(const QString& why);
    void reached(hl::SnapshotPtr snapshot); // stage after stage
    void progress(double part);             // of the search for remedies; 1 when over

  private:
    struct Job;
    void run(const std::shared_ptr<Job>& job);
    void work(const std::shared_ptr<Job>& job);

    QThread thread_;
    QObject* worker_;
    std::shared_ptr<Job> current_;
    std::atomic<int> preferred_{-1};
    std::function<void()> trial_;
};

} // namespace hl
