// Waiting: a job that a maker waits for runs on a worker of its own, so that the window goes on
// being drawn; what takes longer than a moment says so and can be stopped.
#pragma once
#include "app/session/worker.h"
#include <QApplication>
#include <QEventLoop>
#include <QProgressDialog>
#include <functional>
#include <memory>
#include <optional>
#include <utility>

namespace hl::app {

// What the job made; nothing where it was stopped, or failed (`failed` then says why). The job
// holds all it needs: stopped, it may go on after this has returned.
template<class T>
std::optional<T> waitedFor(QWidget* window, const QString& what,
                           std::function<T(const Worker::Cancelled&)> job, QString& failed) {
    constexpr int moment = 600; // ms
    auto made = std::make_shared<std::optional<T>>();
    QEventLoop loop;
    Worker worker;
    QObject::connect(&worker, &Worker::failed, &loop, [&](const QString& why) {
        failed = why;
        loop.quit();
    });
    QProgressDialog wait(what, QObject::tr("Stop"), 0, 0, window);
    wait.setObjectName("waiting");
    wait.setWindowModality(Qt::WindowModal);
    wait.setMinimumDuration(moment);
    wait.setValue(0);
    QObject::connect(&wait, &QProgressDialog::canceled, &loop, &QEventLoop::quit);
    const auto waiting = std::make_shared<bool>(); // while somebody is there to be told
    worker.request([made, job = std::move(job), &loop,
                    waits = std::weak_ptr<bool>(waiting)](const Worker::Cancelled& cancelled) {
        T result = job(cancelled);
        if (cancelled)
            return;
        QMetaObject::invokeMethod(qApp, [made, result = std::move(result), &loop, waits]() mutable {
            if (waits.expired())
                return;
            *made = std::move(result);
            loop.quit();
        });
    });
    loop.exec();
    const bool stopped = wait.wasCanceled();
    worker.stop();
    return stopped ? std::nullopt : std::move(*made);
}

} // namespace hl::app
