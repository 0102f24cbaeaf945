// A worker: a thread that does the newest job it was given. A new one stops the one under way, so
// whoever asks never waits.
#pragma once
#include <QObject>
#include <QThread>
#include <atomic>
#include <functional>
#include <memory>

namespace hl {

class Worker : public QObject {
    Q_OBJECT
  public:
    using Cancelled = std::atomic<bool>;
    using Job = std::function<void(const Cancelled& cancelled)>;

    explicit Worker(QObject* parent = nullptr);
    ~Worker() override; // waits a moment for the job under way, and no longer

    // Runs on the worker's thread; older jobs are dropped. What a job has to say it says by
    // signals.
    void request(Job job);
    void stop();

  signals:
    void failed(const QString& why); // a job ended with an exception

  private:
    QThread thread_;
    QObject* there_;
    std::shared_ptr<Cancelled> current_;
};

} // namespace hl
