// The folder: a worker thread that turns the newest design into snapshots. A new request stops
// the one under way, so editing never waits.
#pragma once
#include "app/session/snapshot.h"
#include <QObject>
#include <QThread>
#include <atomic>

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

  signals:
    void reached(hl::SnapshotPtr snapshot); // stage after stage
    void progress(double part);             // of the search for remedies; 1 when over

  private:
    struct Job;
    void run(const std::shared_ptr<Job>& job);

    QThread thread_;
    QObject* worker_;
    std::shared_ptr<Job> current_;
};

} // namespace hl
