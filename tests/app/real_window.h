// The real window that several tests drive: one for a whole test class, with settings and recovered
// sessions in a folder of its own.
#pragma once
#include "app/look/theme.h"
#include "app/workbench.h"
#include <QAbstractItemView>
#include <QAction>
#include <QApplication>
#include <QCompleter>
#include <QFileDialog>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPointer>
#include <QSettings>
#include <QTemporaryDir>
#include <QTimer>
#include <QtTest>
#include <functional>
#include <memory>

namespace hl::test {

struct RealWindow {
    static constexpr int patience = 60000; // ms: a slow machine is no failure
    std::unique_ptr<Workbench> w_;
    QTemporaryDir dir_;

    void start() {
        QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, dir_.path());
        qputenv("XDG_DATA_HOME", dir_.path().toUtf8());
        qputenv("XDG_CONFIG_HOME", dir_.path().toUtf8());
        QApplication::setOrganizationName("Hinge Lantern tests");
        chooseTheme(false);
        w_ = std::make_unique<Workbench>();
        applyTheme(*qApp);
        w_->show();
        QVERIFY(QTest::qWaitForWindowExposed(w_.get()));
        w_->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(w_.get()));
    }
    Session& session() { return w_->session(); }
    // Layouts ask for what they need by events, some of which bring further ones.
    static void laidOut() {
        for (int i = 0; i < 5; ++i) {
            QCoreApplication::sendPostedEvents();
            QCoreApplication::processEvents();
        }
    }
    // Whether the newest design has been folded, proved and advised on, waiting for it.
    bool settled() {
        return QTest::qWaitFor(
            [&] {
                auto s = session().snapshot();
                return s && session().current() && s->stage == Snapshot::Advised;
            },
            patience);
    }
    void drag(QWidget* on, const QPointF& from, const QPointF& to, int steps = 8) {
        QTest::mouseMove(on, from.toPoint());
        QTest::mousePress(on, Qt::LeftButton, {}, from.toPoint());
        for (int i = 1; i <= steps; ++i) {
            const QPointF at = from + (to - from) * i / steps;
            QMouseEvent move(QEvent::MouseMove, at, on->mapToGlobal(at), Qt::NoButton,
                             Qt::LeftButton, {});
            QApplication::sendEvent(on, &move);
            QCoreApplication::processEvents();
        }
        QTest::mouseRelease(on, Qt::LeftButton, {}, to.toPoint());
    }
    // Runs `step` again and again on the next modal window of type T, until that window is gone.
    // One that stays is put away, so that a failure is no endless wait.
    template<class T> void whileModal(const std::function<void(T*)>& step) {
        auto* clock = new QTimer(w_.get());
        QObject::connect(clock, &QTimer::timeout, w_.get(),
                         [clock, step, met = QPointer<T>(), seen = false, turn = 0]() mutable {
                             auto* modal = qobject_cast<T*>(QApplication::activeModalWidget());
                             if (!seen && modal)
                                 met = modal;
                             seen |= modal != nullptr;
                             if ((seen && (!met || modal != met)) || ++turn > 200) {
                                 if (met)
                                     met->reject();
                                 clock->deleteLater();
                             } else if (met && met->isVisible()) {
                                 step(met);
                             }
                         });
        clock->start(100);
    }
    // Answers the next file dialog with a path. While its folder is still being read it may put
    // its own name back, or take a whole path for none and keep its button off until something is
    // typed; and its list of completions takes the first Return for itself. So what is there is
    // looked at again, and typed again, until the dialog goes.
    // `filter` is the number of the kind of file that is chosen there; -1: the first.
    void answerFile(const QString& path, int filter = -1) {
        whileModal<QFileDialog>([path, filter, turn = 0](QFileDialog* dialog) mutable {
            if (filter >= 0)
                dialog->selectNameFilter(dialog->nameFilters().value(filter));
            auto* name = dialog->findChild<QLineEdit*>("fileNameEdit");
            QVERIFY(name);
            if (name->text() != path || ++turn % 4 == 0) {
                name->setFocus();
                QTest::keyClick(name, Qt::Key_A, Qt::ControlModifier);
                QTest::keyClicks(name, path);
                return;
            }
            if (name->completer() && name->completer()->popup()->isVisible())
                name->completer()->popup()->hide();
            QTest::keyClick(name, Qt::Key_Return);
        });
    }
    // A shortcut, as the keyboard sends it.
    void press(const QString& keys) {
        w_->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(w_.get()));
        QTest::keySequence(w_.get(), QKeySequence(keys));
    }
    // Whether there is such a pane and it is seen: those of rooms not yet entered are made later.
    template<class T> bool shows() {
        const T* pane = w_->findChild<T*>();
        return pane && pane->isVisible();
    }
    void trigger(const char* action) { w_->findChild<QAction*>(action)->trigger(); }
};

} // namespace hl::test
