// Laying out: what a pane shows is worked out on its worker, with a bar of how far it is; what was
// asked for since comes instead.
#pragma once
#include "app/session/worker.h"
#include <QMetaObject>
#include <QProgressBar>
#include <functional>
#include <memory>
#include <utility>

namespace hl::app {

template<class T> class Laying {
  public:
    using Progress = std::function<void(int percent)>;
    using Job = std::function<std::shared_ptr<T>(const Worker::Cancelled&, const Progress&)>;

    // The worker is the pane's own and goes before it; `bar` is the pane's as well.
    Laying(QWidget& pane, QProgressBar& bar) : pane_(pane), bar_(bar) {
        bar.setRange(0, 100);
        bar.setTextVisible(false);
        bar.hide();
        QObject::connect(&worker_, &Worker::failed, &bar, &QWidget::hide);
    }
    Worker& worker() { return worker_; }

    // `take` gets the newest, in the window's thread.
    void ask(Job job, std::function<void(std::shared_ptr<const T>)> take) {
        bar_.setValue(0);
        bar_.show();
        worker_.request([this, job = std::move(job), take = std::move(take),
                         number = ++asked_](const Worker::Cancelled& cancelled) {
            auto made = job(cancelled, [&](int percent) {
                if (!cancelled)
                    QMetaObject::invokeMethod(&bar_,
                                              [bar = &bar_, percent] { bar->setValue(percent); });
            });
            if (!cancelled)
                QMetaObject::invokeMethod(&pane_, [this, made, number, take] {
                    if (number != asked_)
                        return;
                    bar_.hide();
                    take(made);
                });
        });
    }

  private:
    QWidget& pane_;
    QProgressBar& bar_;
    int asked_ = 0;
    Worker worker_;
};

} // namespace hl::app
