#include "app/session/later.h"
#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

namespace hl::app {
namespace {

// One at a time: the other processor is the window's. It is not waited for when the program ends.
QThreadPool& pool() {
    static auto* p = [] {
        auto* one = new QThreadPool;
        one->setMaxThreadCount(1);
        return one;
    }();
    return *p;
}

} // namespace

bool laterIsBusy() {
    pool().clear();
    return !pool().waitForDone(1);
}

void runLater(QObject* receiver, std::function<std::function<void()>()> work) {
    pool().start([guard = QPointer<QObject>(receiver), work = std::move(work)] {
        std::function<void()> then;
        try {
            then = work();
        } catch (const std::exception&) {
            return; // nothing comes of it, then
        }
        QMetaObject::invokeMethod(
            qApp,
            [guard, then] {
                if (guard && then)
                    then();
            },
            Qt::QueuedConnection);
    });
}

} // namespace hl::app
