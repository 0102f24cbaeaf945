#include "app/session/worker.h"

namespace hl {

Worker::Worker(QObject* parent) : QObject(parent), there_(new QObject) {
    there_->moveToThread(&thread_);
    connect(&thread_, &QThread::finished, there_, &QObject::deleteLater);
    thread_.start();
}

Worker::~Worker() {
    constexpr unsigned long patience = 3000; // ms: nobody waits longer for a window to go
    stop();
    thread_.quit();
    if (!thread_.wait(patience)) {
        thread_.terminate(); // it only computes: nothing of the maker's is in its hands
        thread_.wait();
    }
}

void Worker::request(Job job) {
    stop();
    current_ = std::make_shared<Cancelled>(false);
    QMetaObject::invokeMethod(there_, [this, job = std::move(job), cancelled = current_] {
        if (*cancelled)
            return;
        try {
            job(*cancelled);
        } catch (const std::exception& e) {
            emit failed(QString::fromUtf8(e.what()));
        }
    });
}

void Worker::stop() {
    if (current_)
        *current_ = true;
}

} // namespace hl
