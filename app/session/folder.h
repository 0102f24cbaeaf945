// The folder: turns the newest design into snapshots on a worker, stage after stage.
#pragma once
#include "app/session/snapshot.h"
#include "app/session/worker.h"

namespace hl::app {

// What the stages share while they run, on the worker's thread.
struct Folding {
    const Design& design;
    const Workshop& workshop;
    const Worker::Cancelled& cancelled;
    Snapshot s;
    std::function<void(Snapshot::Stage)> show; // what there is so far
    std::function<void(double)> progress;      // parts of one
    std::function<size_t()> preferred;         // the finding whose remedy is wanted next
};

// One stage of the way from a design to advice, each in a file of its own; false: there is nothing
// to go on with.
struct FoldingStage {
    const char* id;
    bool (*run)(Folding& f);
};
const std::vector<FoldingStage>& foldingStages();

class Folder : public QObject {
    Q_OBJECT
  public:
    explicit Folder(QObject* parent = nullptr);

    // Folds and proves `design`; older requests are dropped.
    void request(const Design& design, quint64 version, const Workshop& workshop);
    // Stops what is under way; what was reached stays.
    void stop() { worker_.stop(); }

    // The finding whose remedy is looked for next, by its number.
    void prefer(int finding) { *preferred_ = finding; }
    // For tests: runs on the worker before a design is folded.
    void setTrial(std::function<void()> trial) { trial_ = std::move(trial); }

  signals:
    // The chain ended with an error of ours: what was reached stays, the design is as it was.
    void failed(const QString& why);
    void reached(hl::SnapshotPtr snapshot); // stage after stage
    void progress(double part);             // of the search for remedies; 1 when over

  private:
    std::shared_ptr<std::atomic<int>> preferred_ = std::make_shared<std::atomic<int>>(-1);
    std::function<void()> trial_;
    Worker worker_; // the last member, so that it goes first
};

} // namespace hl::app
