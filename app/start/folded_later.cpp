#include "app/start/folded_later.h"
#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

namespace hl {

void runLater(QObject* receiver, std::function<std::function<void()>()> work) {
    // One at a time: the other processor is the window's.
    static QThreadPool* pool = [] {
        auto* p = new QThreadPool(qApp);
        p->setMaxThreadCount(1);
        return p;
    }();
    pool->start([guard = QPointer<QObject>(receiver), work = std::move(work)] {
        QMetaObject::invokeMethod(
            qApp,
            [guard, then = work()] {
                if (guard)
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
