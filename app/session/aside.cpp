#include "app/session/aside.h"
#include <QCoreApplication>
#include <QCursor>
#include <QEventLoop>
#include <QGuiApplication>
#include <QThread>
#include <QThreadPool>
#include <chrono>
#include <future>
#include <memory>
#include <vector>

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
std::vector<std::function<void()>> heldBack;

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
    while (!waiting && !heldBack.empty()) {
        const std::function<void()> then = std::move(heldBack.front());
        heldBack.erase(heldBack.begin());
        QMetaObject::invokeMethod(qApp, then, Qt::QueuedConnection);
    }
    done.get();
}

void afterAside(std::function<void()> then) {
    if (waiting)
        heldBack.push_back(std::move(then));
    else
        then();
}

} // namespace hl::app
