#include "app/session/aside.h"
#include <QCoreApplication>
#include <QCursor>
#include <QEventLoop>
#include <QGuiApplication>
#include <QPointer>
#include <QThread>
#include <QThreadPool>
#include <chrono>
#include <deque>
#include <future>
#include <memory>

namespace hl::app {
namespace {

// Longer than this, and a maker would see that the window stands still.
constexpr std::chrono::milliseconds moment(80);

// Its threads stay: what they made for themselves, such as a typeface's letters, is kept.
QThreadPool& hands() {
    static auto* pool = [] {
        auto* one = new QThreadPool; // not waited for when the program ends
        one->setMaxThreadCount(16);  // as deep as waits can lie within one another, and more
        one->setExpiryTimeout(-1);
        return one;
    }();
    return *pool;
}

int waiting = 0;
struct Held {
    QPointer<QObject> of;
    std::function<void()> then;
};
std::deque<Held> heldBack;

// As far as nothing is waited for anew; what asks meanwhile comes after what was there before.
void doHeldBack() {
    while (!waiting && !heldBack.empty()) {
        const Held next = std::move(heldBack.front());
        heldBack.pop_front();
        if (next.of)
            next.then();
    }
}

// Draws, and does what is not a hand's, until the work is done.
void waitVisibly(std::future<void>& done) {
    QGuiApplication::setOverrideCursor(Qt::BusyCursor);
    QEventLoop loop;
    while (done.wait_for(std::chrono::milliseconds(10)) != std::future_status::ready)
        loop.processEvents(QEventLoop::ExcludeUserInputEvents);
    QGuiApplication::restoreOverrideCursor();
}

} // namespace

void runAside(const std::function<void()>& work) {
    if (!qApp || QThread::currentThread() != qApp->thread())
        return work();
    auto task = std::make_shared<std::packaged_task<void()>>(work);
    std::future<void> done = task->get_future();
    ++waiting;
    hands().start([task] { (*task)(); });
    if (done.wait_for(moment) != std::future_status::ready)
        waitVisibly(done);
    --waiting;
    if (!waiting && !heldBack.empty())
        QMetaObject::invokeMethod(qApp, doHeldBack, Qt::QueuedConnection);
    done.get();
}

void afterAside(QObject* of, std::function<void()> then) {
    if (waiting || !heldBack.empty())
        heldBack.push_back({of, std::move(then)});
    else
        then();
}

} // namespace hl::app
