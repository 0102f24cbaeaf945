// A real window with a design of its own on the disk, and what others do to that file: copies that
// crashes leave, writes by other programs, questions that are answered.
#pragma once
#include "app/session/recovery.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "tests/app/real_window.h"
#include <QDir>
#include <QFile>
#include <QLabel>
#include <QMessageBox>
#include <QPushButton>
#include <QStandardPaths>
#include <QTimer>

namespace hl::test {

class KeptWindow : public RealWindow {
  protected:
    QString path_;

    // Presses the button with these words in the message box of this name as soon as it is there.
    void answer(const QString& name, const QString& words) {
        auto* clock = new QTimer(w_.get());
        QObject::connect(clock, &QTimer::timeout, w_.get(), [=, turn = 0]() mutable {
            auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
            if (box && box->objectName() == name) {
                answered_ << name;
                asked_ = box->text();
                if (words == "Escape")
                    QTest::keyClick(box, Qt::Key_Escape);
                else
                    for (auto* b : box->buttons())
                        if (b->text().remove('&').startsWith(words))
                            QTest::mouseClick(b, Qt::LeftButton);
                clock->deleteLater();
            } else if (++turn > 100) {
                clock->deleteLater();
            }
        });
        clock->start(50);
    }
    QStringList answered_;
    QString asked_; // the last question
    QStringList copies() { return kept().entryList({"*.hlantern"}, QDir::Files); }
    // The copy of this session, as a program would leave it that is killed now.
    void dieWith(const QString& name) {
        session().keepNow();
        QCOMPARE(copies().size(), 1);
        const QString own = kept().filePath(copies().front());
        QVERIFY(QFile::copy(own, kept().filePath(name + ".hlantern")));
        QVERIFY(QFile::copy(own + ".path", kept().filePath(name + ".hlantern.path")));
        session().history()->setClean(); // whose window goes without a word
    }
    QDir kept() {
        return QDir(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) +
                    "/recovery");
    }
    // What a program leaves that crashed: a copy that nobody holds a lock of.
    void leaveBehind(const QString& name, const Design& d) {
        kept().mkpath(".");
        QVERIFY(!saveDesign(d, kept().filePath(name + ".hlantern").toStdString()));
    }
    void writeByAnother(const QString& title) {
        Design d = *loadDesign(path_.toStdString());
        d.title = title.toStdString();
        QVERIFY(!saveDesign(d, path_.toStdString()));
    }
    void edit(const char* left) {
        session().edit(setMeasure(session().design(), "tent1", "left", left), "edit");
    }
    QString message() { return w_->findChild<QLabel*>("message-text")->text(); }
    // Each test has a fresh copy of it.
    void openCopy() {
        answered_.clear();
        session().open(session().design(), {}); // which watches nothing
        path_ = dir_.filePath("footbridge.hlantern");
        QFile::remove(path_);
        QVERIFY(QFile::copy(HL_SOURCE_DIR "/demo/quillmere/footbridge.hlantern", path_));
        QFile(path_).setPermissions(QFile::ReadOwner | QFile::WriteOwner);
        QVERIFY(w_->open(path_));
        QVERIFY(settled());
    }
};

} // namespace hl::test
