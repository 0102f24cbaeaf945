#include "app/start/folded_later.h"
#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

namespace hl {

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

void foldLater(QObject* receiver, std::function<std::shared_ptr<const Case>()> make,
               std::function<void(PicturedPtr)> got) {
    runLater(receiver, [make = std::move(make), got = std::move(got)]() -> std::function<void()> {
        PicturedPtr made;
        try {
            if (auto folded = make())
                made = std::make_shared<const Pictured>(std::move(folded));
        } catch (const std::exception&) {
            made.reset(); // there is no picture of it, then
        }
        return [made, got] { got(made); };
    });
}

} // namespace hl
