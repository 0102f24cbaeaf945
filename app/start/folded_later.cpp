#include "app/start/folded_later.h"
#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

namespace hl {

void foldLater(QObject* receiver, std::function<std::shared_ptr<const Case>()> make,
               std::function<void(PicturedPtr)> got) {
    // One at a time: the other processor is the window's.
    static QThreadPool* pool = [] {
        auto* p = new QThreadPool(qApp);
        p->setMaxThreadCount(1);
        return p;
    }();
    pool->start(
        [guard = QPointer<QObject>(receiver), make = std::move(make), got = std::move(got)] {
            PicturedPtr made;
            try {
                if (auto folded = make())
                    made = std::make_shared<const Pictured>(std::move(folded));
            } catch (const std::exception&) {
                made.reset(); // there is no picture of it, then
            }
            QMetaObject::invokeMethod(
                qApp,
                [guard, made, got] {
                    if (guard)
                        got(made);
                },
                Qt::QueuedConnection);
        });
}

} // namespace hl
