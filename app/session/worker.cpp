#include "app/session/worker.h"
#include "app/session/later.h"
#include <QSettings>
#include <condition_variable>
#include <cstdio>
#include <cstdlib>
#include <mutex>
#include <thread>

namespace hl::app {
namespace {

constexpr std::chrono::milliseconds patience(3000), // nobody waits longer for a window to go,
    shorter(200);                                   // nor twice
std::atomic<int> leftToThemselves{0};

} // namespace

// What the thread and its worker share; it lives as long as either.
struct Worker::Thread {
    std::mutex door;
    std::condition_variable news;
    std::function<void()> next;
    bool ends = false, ended = false, abandoned = false;

    static void run(const std::shared_ptr<Thread>& self) {
        std::unique_lock<std::mutex> in(self->door);
        for (;;) {
            self->news.wait(in, [&] { return self->ends || self->next; });
            if (self->ends)
                break;
            std::function<void()> job;
            job.swap(self->next);
            in.unlock();
            job();
            job = {}; // what it holds goes before anybody is told that it is over
            in.lock();
        }
        self->ended = true;
        self->news.notify_all();
        if (self->abandoned)
            --leftToThemselves;
    }
};

Worker::Worker(QObject* parent) : QObject(parent), thread_(std::make_shared<Thread>()) {
    std::thread([shared = thread_] { Thread::run(shared); }).detach();
}

Worker::~Worker() {
    stop();
    std::unique_lock<std::mutex> in(thread_->door);
    thread_->ends = true;
    thread_->next = {};
    thread_->news.notify_all();
    if (!thread_->news.wait_for(in, left() ? shorter : patience, [&] { return thread_->ended; })) {
        thread_->abandoned = true;
        ++leftToThemselves;
    }
}

void Worker::request(Job job) {
    stop();
    current_ = std::make_shared<Cancelled>(false);
    const std::lock_guard<std::mutex> in(thread_->door);
    thread_->next = [this, job = std::move(job), cancelled = current_] {
        if (*cancelled)
            return;
        QString why;
        try {
            return job(*cancelled);
        } catch (const std::exception& e) {
            why = QString::fromUtf8(e.what());
        } catch (...) {
            why = tr("an error without a name");
        }
        if (!*cancelled)
            emit failed(why);
    };
    thread_->news.notify_all();
}

void Worker::stop() {
    if (current_)
        *current_ = true;
}

int Worker::left() { return leftToThemselves; }

int leave(int code) {
    if (Worker::left() == 0 && !laterIsBusy())
        return code;
    QSettings().sync();
    std::fflush(nullptr);
    std::_Exit(code);
}

} // namespace hl::app
