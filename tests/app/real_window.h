// The real window that several tests drive: one for a whole test class, with settings and recovered
// sessions in a folder of its own.
#pragma once
#include "app/look/theme.h"
#include "app/workbench.h"
#include <QApplication>
#include <QSettings>
#include <QTemporaryDir>
#include <QtTest>
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
    // Whether the newest design has been folded, proved and advised on, waiting for it.
    bool settled() {
        return QTest::qWaitFor(
            [&] {
                auto s = session().snapshot();
                return s && session().current() && s->stage == Snapshot::Advised;
            },
            patience);
    }
};

} // namespace hl::test
