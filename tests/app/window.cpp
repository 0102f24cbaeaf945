// The real window, driven with mouse and keyboard.
#include "app/flat/flat_view.h"
#include "app/inspect/measure_field.h"
#include "app/panels/opening_strip.h"
#include "app/session/recovery.h"
#include "app/standing/painter.h"
#include "app/standing/standing_view.h"
#include "app/start/start_page.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QAbstractItemView>
#include <QAction>
#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QCompleter>
#include <QFileDialog>
#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QPointer>
#include <QPushButton>
#include <QRegularExpression>
#include <QTimer>
#include <QTreeView>
#include <QtTest>
#include <functional>

using namespace hl;

class Window : public QObject, hl::test::RealWindow {
    Q_OBJECT
    // Works on a copy, as a maker's own file.
    QString copy(const QString& demo) {
        const QString path = dir_.filePath(QFileInfo(demo).fileName());
        QFile::remove(path);
        QFile::copy(QString(HL_SOURCE_DIR "/demo/quillmere/") + demo, path);
        return path;
    }
    void openCopy(const QString& demo) {
        QVERIFY(w_->open(copy(demo)));
        QVERIFY(settled());
    }
    MeasureField* field(const char* name) { return w_->findChild<MeasureField*>(name); }
    void type(QLineEdit* field, const QString& text) {
        QTest::mouseClick(field, Qt::LeftButton);
        QTest::keyClick(field, Qt::Key_A, Qt::ControlModifier);
        QTest::keyClicks(field, text);
        QTest::keyClick(field, Qt::Key_Return);
    }
    double mm(const char* structure, const char* measure) {
        return session().design().structure(structure)->set.at(measure).mm();
    }
    bool has(const char* rule) {
        for (auto& f : session().snapshot()->findings)
            if (f.rule == rule)
                return true;
        return false;
    }

  private slots:
    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }

    void dragThePageToClosedHalfAndFlat() {
        openCopy("signal-box.hlantern");
        session().setOpening(60);
        StandingView& view = w_->standing();
        // The free edge of the right page, a point that nothing hides.
        const Vec2 grab(120, 20);
        QCOMPARE(view.thingAt(view.pixelOf("card.page-right", grab)), QString("card.page-right"));
        for (double goal : {90.0, 180.0, 0.0, 90.0}) {
            view.frameCard(); // who drags a page wide open takes it from where it can be seen
            const QPointF from = view.pixelOf("card.page-right", grab);
            const double now = session().opening();
            session().setOpening(goal);
            QPointF to = view.pixelOf("card.page-right", grab);
            session().setOpening(now);
            QVERIFY(view.thingAt(from).startsWith("card.page"));
            drag(&view, from, to);
            QVERIFY2(std::abs(session().opening() - goal) < 4,
                     qPrintable(QString("wanted %1, got %2").arg(goal).arg(session().opening())));
        }
    }

    void theStripScrubsAndKeysStep() {
        auto* strip = w_->findChild<OpeningStrip*>();
        for (double goal : {0.0, 90.0, 180.0}) {
            QTest::mouseClick(strip, Qt::LeftButton, {},
                              QPoint(int(std::lround(strip->xOf(goal))), 21));
            QVERIFY(std::abs(session().opening() - goal) <= 1);
        }
        strip->setFocus();
        QTest::keyClick(strip, Qt::Key_Home);
        QCOMPARE(session().opening(), 0.0);
        QTest::keyClick(strip, Qt::Key_PageUp);
        QTest::keyClick(strip, Qt::Key_Right);
        QCOMPARE(session().opening(), 16.0);
        auto* typed = w_->findChild<QLineEdit*>("opening-field");
        type(typed, "77.5");
        QCOMPARE(session().opening(), 77.5);
    }

    // A motion in stages has a label where each ends, and no two at one place, though two folds go
    // together in one of them.
    void stagesAreLabelledOneByOne() {
        openCopy("14-departure-board.hlantern");
        const auto& motion = session().snapshot()->folded->assembly.motion;
        const auto stages =
            std::count_if(motion.begin(), motion.end(), [](auto& m) { return !m.together; });
        QVERIFY(stages >= 2 && size_t(stages) < motion.size());
        auto* strip = w_->findChild<OpeningStrip*>();
        std::vector<OpeningStrip::Tick> labelled;
        for (const OpeningStrip::Tick& t : strip->ticks())
            if (!t.text.isEmpty())
                labelled.push_back(t);
        QCOMPARE(labelled.size(), size_t(stages) + 1);
        for (size_t i = 1; i < labelled.size(); ++i)
            QVERIFY(labelled[i].at > labelled[i - 1].at + 5);
        QCOMPARE(labelled.back().text, QString("60°"));
        QCOMPARE(labelled.back().at, session().last());
        // It opens where it is displayed, at the end; the strip scrubs through every stage.
        QCOMPARE(session().opening(), session().last());
        for (const OpeningStrip::Tick& t : labelled) {
            QTest::mouseClick(strip, Qt::LeftButton, {},
                              QPoint(int(std::lround(strip->xOf(t.at))), 21));
            QVERIFY(std::abs(session().opening() - t.at) <= 1);
        }
    }

    void selectionIsShared() {
        openCopy("signal-box.hlantern");
        session().setOpening(90);
        FlatView& flat = w_->flat();
        const Case& c = *session().snapshot()->folded;
        const Panel& wall = c.assembly.panels[c.assembly.panel("box2.left-wall")];
        const Vec2 middle = (wall.outline[0] + wall.outline[2]) / 2;
        QTest::mouseClick(&flat, Qt::LeftButton, {}, flat.pixelOf("box2", middle).toPoint());
        QCOMPARE(session().selection().structure(), QString("box2"));
        QCOMPARE(w_->findChild<QTreeView*>("structure-list")->currentIndex().data().toString(),
                 QString("Cabin"));
        QVERIFY(field("measure-left"));
        // In the standing view, at a spot where the cabin is in front.
        StandingView& view = w_->standing();
        session().selection().choose({});
        const QPointF at = view.pixelOf("box2.left-wall", middle);
        QVERIFY2(view.thingAt(at).startsWith("box2"), qPrintable(view.thingAt(at)));
        QTest::mouseClick(&view, Qt::LeftButton, {}, at.toPoint());
        QCOMPARE(session().selection().structure(), QString("box2"));
    }

    void typeAMeasureSeeAFindingUndoIt() {
        openCopy("viaduct.hlantern");
        session().selection().choose("v-fold1");
        QVERIFY(!has("overhang"));
        type(field("measure-height"), "6 + 1/4");
        QVERIFY(settled());
        QCOMPARE(mm("v-fold1", "height"), 158.75);
        QVERIFY(has("overhang"));
        QCOMPARE(w_->findChild<QLabel*>("verdict")->text(), QString("Fails"));
        // The remedy is one action.
        auto* remedy = w_->findChild<QPushButton*>("remedy-0");
        QVERIFY(remedy);
        QTest::mouseClick(remedy, Qt::LeftButton);
        QVERIFY(settled());
        QVERIFY(!has("overhang"));
        press("Ctrl+Z");
        QVERIFY(settled());
        QVERIFY(has("overhang"));
        press("Ctrl+Z");
        QVERIFY(settled());
        QVERIFY(!has("overhang"));
        QCOMPARE(w_->findChild<QLabel*>("verdict")->text(), QString("Works"));
        QVERIFY(!session().modified());
    }

    void fieldsTakeWhatPeopleWrite_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<double>("mm");
        QTest::newRow("fraction") << "1 7/8" << 47.625;
        QTest::newRow("hyphen") << "1-7/8\"" << 47.625;
        QTest::newRow("mm") << "49 mm" << 49.0;
        QTest::newRow("cm") << "4.9 cm" << 49.0;
        QTest::newRow("sum") << "1 + 3/4" << 44.45;
    }
    void fieldsTakeWhatPeopleWrite() {
        QFETCH(QString, text);
        QFETCH(double, mm);
        openCopy("viaduct.hlantern");
        session().selection().choose("v-fold1");
        type(field("measure-height"), text);
        QCOMPARE(session().design().structure("v-fold1")->set.at("height").mm(), mm);
    }

    void aWrongEntryIsRefusedInPlace() {
        openCopy("viaduct.hlantern");
        session().selection().choose("v-fold1");
        const Design before = session().design();
        for (const char* text : {"tall", "-3", "1 mm", "90 m"}) {
            type(field("measure-height"), text);
            QVERIFY(field("measure-height")->property("wrong").toBool());
            QVERIFY(session().design() == before);
        }
        QTest::keyClick(field("measure-height"), Qt::Key_Escape);
    }

    void dragACreaseInTheFlatView() {
        openCopy("signal-box.hlantern");
        w_->flat().fit();
        const double before = mm("box1", "left");
        const Case& c = *session().snapshot()->folded;
        // The left foot of the lower storey, where it lands on the card.
        auto line = creaseIn(c.assembly, "box1.left-foot", "card");
        QVERIFY(line.has_value());
        const Vec2 middle = (line->from + line->to) / 2;
        FlatView& flat = w_->flat();
        const QPointF from = flat.pixelOf("card", middle);
        const QPointF to = flat.pixelOf("card", middle + Vec2(-12.7, 0));
        QTest::mousePress(&flat, Qt::LeftButton, {}, from.toPoint());
        const int steps = 6;
        double last = before;
        int moves = 0;
        for (int i = 1; i <= steps; ++i) {
            const QPointF at = from + (to - from) * i / steps;
            QMouseEvent move(QEvent::MouseMove, at, flat.mapToGlobal(at), Qt::NoButton,
                             Qt::LeftButton, {});
            QApplication::sendEvent(&flat, &move);
            // While the drag lasts, the measure and the field follow.
            moves += mm("box1", "left") != last;
            last = mm("box1", "left");
            QCoreApplication::processEvents();
        }
        QTest::mouseRelease(&flat, Qt::LeftButton, {}, to.toPoint());
        QVERIFY(moves >= 3);
        QVERIFY2(std::abs(mm("box1", "left") - (before + 12.7)) < 1.0,
                 qPrintable(QString::number(mm("box1", "left"))));
        QVERIFY(settled());
        // One drag is one step of the history.
        press("Ctrl+Z");
        QCOMPARE(mm("box1", "left"), before);
        QVERIFY(!session().modified());
        press("Ctrl+Shift+Z");
        QVERIFY(mm("box1", "left") > before);
    }

    void addNestRemove() {
        openCopy("signal-box.hlantern");
        session().selection().choose("box3.tip");
        QTest::mouseClick(w_->findChild<QWidget*>("button-add-v-fold"), Qt::LeftButton);
        QVERIFY(session().design().structure("v-fold1"));
        QCOMPARE(session().design().structure("v-fold1")->on, std::string("box3.tip"));
        QVERIFY(settled());
        session().selection().choose("box3");
        trigger("remove");
        QCOMPARE(session().design().structures.size(), size_t(2));
        QVERIFY(settled());
        press("Ctrl+Z");
        press("Ctrl+Z");
        QVERIFY(!session().modified());
    }

    void saveReloadExport() {
        openCopy("footbridge.hlantern");
        session().selection().choose("tent1");
        type(field("measure-left"), "41 mm");
        QVERIFY(session().modified());
        const QString path = dir_.filePath("mine.hlantern");
        answerFile(path);
        trigger("save-as");
        QVERIFY(QFileInfo::exists(path));
        QVERIFY(!session().modified());
        const Design saved = session().design();
        type(field("measure-left"), "42 mm");
        press("Ctrl+S");
        QVERIFY(*loadDesign(path.toStdString()) == session().design());
        QVERIFY(saved != session().design());
        QVERIFY(recentFiles().contains(path));
        for (const char* format : {"svg", "pdf"}) {
            const QString out = dir_.filePath(QString("mine.") + format);
            answerFile(out);
            trigger("export");
            QVERIFY(QFileInfo(out).size() > 1000);
        }
        // What was exported is what is on the screen: the tip of the deck is as long there.
        QFile svg(dir_.filePath("mine.svg"));
        QVERIFY(svg.open(QIODevice::ReadOnly));
        const auto line = QRegularExpression(
                              "data-of=\"tent1.tip\" d=\"M ([\\d.]+),([\\d.]+) ([\\d.]+),([\\d.]+)")
                              .match(QString::fromUtf8(svg.readAll()));
        QVERIFY(line.hasMatch());
        const QLineF tip(line.captured(1).toDouble(), line.captured(2).toDouble(),
                         line.captured(3).toDouble(), line.captured(4).toDouble());
        QVERIFY(std::abs(tip.length() - mm("tent1", "width")) < 1e-5);
        QVERIFY(w_->open(path));
        QCOMPARE(mm("tent1", "left"), 42.0);
    }

    void aCrashLosesNothing() {
        openCopy("viaduct.hlantern");
        session().selection().choose("v-fold1");
        type(field("measure-height"), "2 in");
        const Design edited = session().design();
        // What another program left that no longer runs: our copy, with nobody's lock beside it.
        session().keepNow();
        QVERIFY(!recovery::find()); // a running program's copy is not offered to others
        const QDir kept(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) +
                        "/recovery");
        const QStringList own = kept.entryList({"*.hlantern"}, QDir::Files);
        QCOMPARE(own.size(), 1);
        QVERIFY(QFile::copy(kept.filePath(own[0]), kept.filePath("left.hlantern")));
        whileModal<QMessageBox>([](QMessageBox* box) {
            QVERIFY(box->objectName() == "recovery");
            QTest::mouseClick(box->buttons().front(), Qt::LeftButton);
        });
        w_->showStart();
        QVERIFY(session().design() == edited);
        QVERIFY(settled());
        QVERIFY(!recovery::find());
    }

    void aBadFileIsToldAndTheDesignStays() {
        openCopy("viaduct.hlantern");
        const QString bad = dir_.filePath("bad.hlantern");
        QFile f(bad);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("{\"format\": \"hinge-lantern\", \"version\": 99}");
        f.close();
        const Design before = session().design();
        QVERIFY(!w_->open(bad));
        auto* text = w_->findChild<QLabel*>("message-text");
        QVERIFY(text->isVisible());
        QVERIFY(text->text().contains(bad) && text->text().contains("version"));
        QVERIFY(session().design() == before);
        QVERIFY(!session().save("/nowhere/x.hlantern"));
        QVERIFY(text->text().contains("cannot be written"));
        QVERIFY(w_->open(copy("viaduct.hlantern")));
        QVERIFY(!text->isVisible());
    }

    void theStartPageStartsACard() {
        w_->showStart();
        auto* demo = w_->findChild<QWidget*>("demo-viaduct");
        QVERIFY(demo && demo->isVisible());
        auto* size = w_->findChild<QLineEdit*>("new-size");
        type(size, "huge");
        QVERIFY(w_->findChild<StartPage*>()->isVisible());
        type(size, "14.5 x 14.5 cm");
        QVERIFY(!w_->findChild<StartPage*>()->isVisible());
        QCOMPARE(session().design().card.width.mm(), 145.0);
        QVERIFY(settled());
        w_->showStart();
        QTest::mouseClick(demo, Qt::LeftButton);
        QVERIFY(settled());
        QCOMPARE(session().design().title, std::string("Quillmere Viaduct"));
        QVERIFY(session().path().isEmpty()); // a copy: the shipped file cannot be overwritten
    }

    // Light and dark, every way to put the card down, parts and sheets: each is another picture of
    // the same card at the same opening.
    void darkAndStancesAndSheetsPaint() {
        openCopy("station-platform.hlantern");
        session().setOpening(75);
        std::vector<QImage> all;
        for (int i = 0; i < 2; ++i) {
            trigger("dusk");
            for (int s = 0; s < 3; ++s) {
                trigger("stance");
                all.push_back(w_->standing().grab().toImage());
            }
        }
        QCOMPARE(session().opening(), 75.0);
        for (size_t i = 0; i < all.size(); ++i)
            for (size_t k = i + 1; k < all.size(); ++k)
                QVERIFY2(all[i] != all[k], qPrintable(QString("%1 and %2").arg(i).arg(k)));
        w_->goTo("build");
        auto* sheets = w_->findChild<QWidget*>("show-sheets");
        const QImage parts = w_->flat().grab().toImage();
        QTest::mouseClick(sheets, Qt::LeftButton);
        QTRY_VERIFY(w_->flat().grab().toImage() != parts); // as soon as they are laid out
        // With their patterns, where a paper has one.
        Design printed = session().design();
        const Design before = printed;
        printed.stocks.front().pattern = "brick";
        session().edit(printed, "brick");
        QVERIFY(settled());
        QTRY_VERIFY(w_->flat().settled());
        const QImage plain = w_->flat().grab().toImage();
        auto* patterns = w_->findChild<QCheckBox*>("sheet-patterns");
        QVERIFY(patterns->isVisible() && !patterns->isChecked());
        patterns->click();
        QTRY_VERIFY(w_->flat().settled() && w_->flat().grab().toImage() != plain);
        patterns->click();
        QTRY_VERIFY(w_->flat().settled() && w_->flat().grab().toImage() == plain);
        session().edit(before, "plain");
        QVERIFY(settled());
        QTest::mouseClick(w_->findChild<QWidget*>("show-parts"), Qt::LeftButton);
        QTRY_COMPARE(w_->flat().grab().toImage(), parts);
    }

    // From a new card to an exported part without the mouse.
    void everythingByKeyboard() {
        w_->showStart();
        auto* size = w_->findChild<QLineEdit*>("new-size");
        size->setFocus();
        QTest::keyClick(size, Qt::Key_A, Qt::ControlModifier);
        QTest::keyClicks(size, "5 x 7 in");
        QTest::keyClick(size, Qt::Key_Return);
        QVERIFY(settled());
        press("Ctrl+Alt+2"); // a box
        QVERIFY(session().design().structure("box1"));
        press("Ctrl+2"); // to its measures
        auto* typed = qobject_cast<QLineEdit*>(QApplication::focusWidget());
        QVERIFY(typed);
        QCOMPARE(typed->objectName(), QString("measure-place"));
        for (int i = 0; i < 2; ++i) // on to left
            QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
        typed = qobject_cast<QLineEdit*>(QApplication::focusWidget());
        QVERIFY(typed);
        QCOMPARE(typed->objectName(), QString("measure-left"));
        QTest::keyClick(typed, Qt::Key_A, Qt::ControlModifier);
        QTest::keyClicks(typed, "1 1/2");
        QTest::keyClick(typed, Qt::Key_Return);
        QCOMPARE(mm("box1", "left"), 38.1);
        QTest::keyClick(typed, Qt::Key_Up); // the next mark of the ruler
        QCOMPARE(mm("box1", "left"), 38.1 + 25.4 / 16);
        session().setOpening(90);
        press("Ctrl+.");
        QCOMPARE(session().opening(), 95.0);
        press("Ctrl+5");
        QCOMPARE(w_->flat().showing(), FlatView::Show::Sheets);
        const QString out = dir_.filePath("keys.svg");
        answerFile(out);
        press("Ctrl+E");
        QVERIFY2(QFileInfo::exists(out),
                 qPrintable(w_->findChild<QLabel*>("message-text")->text()));
        press("Ctrl+2");
        press("Ctrl+Backspace");
        QVERIFY(session().design().structures.empty());
    }

    void theCardIsAMeasureToo() {
        openCopy("footbridge.hlantern");
        w_->goTo("card");
        type(field("card-width"), "15 cm");
        QCOMPARE(session().design().card.width.mm(), 150.0);
        type(field("card-width"), "1 mm");
        QCOMPARE(session().design().card.width.mm(), 150.0);
        QVERIFY(field("card-width")->property("wrong").toBool());
        QTest::keyClick(field("card-width"), Qt::Key_Escape);
        auto* spine = w_->findChild<QComboBox*>("card-spine");
        spine->setFocus();
        QTest::keyClick(spine, Qt::Key_Up);
        emit spine->activated(spine->currentIndex());
        QVERIFY(session().design().card.spine == SpineSide::Left);
        auto* name = w_->findChild<QLineEdit*>("stock-name");
        type(name, "Moss green");
        QCOMPARE(session().design().stocks.front().name, std::string("Moss green"));
        auto* weight = w_->findChild<QLineEdit*>("stock-weight");
        type(weight, "5000");
        QCOMPARE(weight->text(), QString("220")); // no such paper: the field goes back
        QVERIFY(settled());
        while (session().history()->canUndo())
            session().history()->undo();
        QVERIFY(!session().modified());
    }

    // Edits faster than they can be folded: the last one is what is shown, none blocks.
    void theNewestEditWins() {
        openCopy("station-platform.hlantern");
        QElapsedTimer clock;
        qint64 longest = 0;
        for (int i = 0; i < 60; ++i) {
            clock.start();
            session().edit(setMeasure(session().design(), "tent1", "left",
                                      std::to_string(25 + 0.1 * i) + " mm"),
                           "drag", "fast");
            longest = std::max(longest, clock.elapsed());
            if (i % 5 == 0)
                QTRY_VERIFY_WITH_TIMEOUT(session().current(), patience);
        }
        qInfo("longest edit in the window's thread: %lld ms", longest);
        QVERIFY(settled());
        const Case& c = *session().snapshot()->folded;
        QCOMPARE(c.design.structure("tent1")->set.at("left").mm(), 30.9);
        QVERIFY(c.design == session().design());
        session().history()->undo();
        QVERIFY(!session().modified()); // one gesture, one step
    }

    // Stopped as soon as the search for remedies begins, it hands out no advice; what was found
    // stays, and the next edit is folded and advised on as ever.
    void remediesCanBeStopped() {
        std::vector<std::pair<quint64, Snapshot::Stage>> seen;
        auto watch =
            connect(&session().folder(), &Folder::reached, this,
                    [&](const SnapshotPtr& s) { seen.emplace_back(s->version, s->stage); });
        bool stopped = false;
        auto stop = connect(
            &session().folder(), &Folder::progress, this,
            [&](double part) {
                if (part == 0 && !stopped) { // on the worker's thread: nothing is found yet
                    stopped = true;
                    session().folder().stop();
                }
            },
            Qt::DirectConnection);
        QVERIFY(w_->open(QString(HL_SOURCE_DIR "/demo/quillmere/faulty/collision.hlantern"), true));
        QTRY_VERIFY_WITH_TIMEOUT(
            session().snapshot() && session().snapshot()->stage == Snapshot::Measured, patience);
        const quint64 version = session().snapshot()->version;
        QVERIFY(has("collision"));
        session().edit(setMeasure(session().design(), "box1", "left", "41 mm"), "again");
        QVERIFY(settled());
        disconnect(watch);
        disconnect(stop);
        QVERIFY(stopped);
        for (auto& [v, stage] : seen)
            QVERIFY(v != version || stage != Snapshot::Advised);
    }

    void theMotionPlays() {
        openCopy("viaduct.hlantern");
        session().setOpening(100);
        double least = 180; // pictures may be so slow that few openings are seen
        auto watch = connect(&session(), &Session::openingChanged, this,
                             [&](double o) { least = std::min(least, o); });
        trigger("play");
        QVERIFY(QTest::qWaitFor([&] { return least < 30; }, patience));
        disconnect(watch);
        trigger("play"); // stops where it is
        const double at = session().opening();
        QSignalSpy moved(&session(), &Session::openingChanged);
        QVERIFY(!moved.wait(150));
        QCOMPARE(session().opening(), at);
    }

    // At half the size, as on a small screen at 150 percent: every button keeps its words.
    void nothingIsCutOffWhenSmall() {
        openCopy("station-platform.hlantern");
        session().selection().choose("tent1");
        for (const QSize& size : {QSize(1280, 800), QSize(854, 534)}) {
            w_->resize(size);
            QTRY_COMPARE(w_->size(), size);
            QCoreApplication::processEvents(); // it is laid out
            for (auto* b : w_->findChildren<QAbstractButton*>()) {
                if (!b->isVisible() || qobject_cast<QLineEdit*>(b->parent()))
                    continue; // a field lays out the signs in it itself
                QVERIFY2(b->width() >= b->minimumSizeHint().width() &&
                             b->height() >= b->minimumSizeHint().height() - 4,
                         qPrintable(b->text() + QString(" at %1").arg(size.width())));
                const QRect r(b->mapTo(w_.get(), QPoint()), b->size());
                // What lies in a column that scrolls can be scrolled to.
                bool scrolls = false;
                for (auto* p = b->parentWidget(); p; p = p->parentWidget())
                    scrolls = scrolls || p->inherits("QScrollArea");
                if (!scrolls)
                    QVERIFY2(w_->rect().contains(r),
                             qPrintable(b->text() + QString(" at %1, %2, %3 by %4, window %5")
                                                        .arg(r.x())
                                                        .arg(r.y())
                                                        .arg(r.width())
                                                        .arg(r.height())
                                                        .arg(size.width())));
            }
        }
        w_->resize(1280, 800);
    }
};

HL_TEST(Window)
#include "window.moc"
