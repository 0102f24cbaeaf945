// A worker: a thread that does the newest job it was given. A new one stops the one under way, so
// whoever asks never waits.
#pragma once
#include "core/measure/rooms.h"
#include <QObject>
#include <atomic>
#include <functional>
#include <memory>

namespace hl::app {

class Worker : public QObject {
    Q_OBJECT
  public:
    using Cancelled = std::atomic<bool>;
    // Once it is cancelled, a job touches nothing but what it holds itself.
    using Job = std::function<void(const Cancelled& cancelled)>;

    explicit Worker(QObject* parent = nullptr);
    // Waits a moment for the job under way, and no longer: one that does not heed its flag is left
    // to itself, and its thread ends with it.
    ~Worker() override;

    // Runs on the worker's thread; older jobs are dropped. What a job has to say it says by
    // signals.
    void request(Job job);
    void stop();

    // How many threads are still at a job that was left to itself. While there are any, the program
    // can only be ended without tidying up: see `leave`.
    static int left();

  signals:
    void failed(const QString& why); // a job ended with an exception

  private:
    struct Thread;
    std::shared_ptr<Thread> thread_;
    std::shared_ptr<Cancelled> current_;
};

// Ends the program with `code` once its windows are gone, and so all that is the maker's is safe:
// in the usual way, or at once where something is still being computed.
int leave(int code);

} // namespace hl::app
