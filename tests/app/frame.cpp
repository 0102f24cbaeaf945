// The frame of the window: what a room is about gets most of it, any view fills it, what is laid
// out stays, and nothing is cut off at any size of the letters.
#include "app/actions/room.h"
#include "app/flat/flat_view.h"
#include "app/panels/findings_panel.h"
#include "app/prove/ask_dialog.h"
#include "app/prove/prove_view.h"
#include "app/standing/standing_view.h"
#include "core/edit/edit.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include "tests/app/real_window.h"
#include "tests/program.h"
#include <QAbstractButton>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QRegularExpression>
#include <QScrollArea>
#include <QScrollBar>
#include <QSettings>
#include <QSplitter>
#include <QToolButton>

using namespace hl;
using namespace hl::test;

class Frame : public QObject, public RealWindow {
    Q_OBJECT
    // Presses a button with the pointer in the middle of what is in sight of it; whether it is
    // still under the pointer then. It is not let go there.
    bool staysUnderThePointer(QAbstractButton* b, QWidget* viewport) {
        const QPoint corner = b->mapTo(w_.get(), QPoint(0, 0));
        const QRect seen = QRect(corner, b->size()) &
                           QRect(viewport->mapTo(w_.get(), QPoint(0, 0)), viewport->size());
        if (seen.height() < 3 || seen.width() < 3)
            return true;
        const QPoint at = seen.center();
        QTest::mousePress(w_->windowHandle(), Qt::LeftButton, {}, at);
        laidOut();
        const bool stays = b->isDown() || !b->isEnabled();
        const bool there = b->mapTo(w_.get(), QPoint(0, 0)) == corner;
        QTest::mouseMove(w_->windowHandle(), QPoint(2, 2));
        QTest::mouseRelease(w_->windowHandle(), Qt::LeftButton, {}, QPoint(2, 2));
        return stays && there;
    }
    void demo(const QString& name) {
        QVERIFY(w_->open(HL_SOURCE_DIR "/demo/quillmere/" + name + ".hlantern", true));
        QVERIFY(settled());
    }
    QWidget* pane(const char* name) { return w_->findChild<QWidget*>(name); }
    double shareOf(QWidget* pane) {
        return pane->isVisible()
                   ? double(pane->width()) * pane->height() / (double(w_->width()) * w_->height())
                   : 0;
    }
    // What shows less than it has to say: its text is wider, or taller, than its place.
    static QString cutOff(QWidget* window) {
        QStringList out;
        for (QWidget* w : window->findChildren<QWidget*>()) {
            if (!w->isVisibleTo(window) || w->window() != window || w->size().isEmpty())
                continue;
            QSize needs;
            QString text;
            if (auto* l = qobject_cast<QLabel*>(w); l && !l->text().isEmpty()) {
                if (l->sizePolicy().horizontalPolicy() == QSizePolicy::Ignored)
                    continue; // the title gives way, and says all in its tip
                text = l->text();
                needs = l->wordWrap() ? QSize(0, l->heightForWidth(l->width())) : l->sizeHint();
                if (l->wordWrap()) // the longest word has to have room
                    for (const QString& word : text.split(QRegularExpression("[ \n/-]")))
                        needs.setWidth(
                            std::max(needs.width(), l->fontMetrics().horizontalAdvance(word)));
            } else if (auto* b = qobject_cast<QAbstractButton*>(w);
                       b && !qobject_cast<QLineEdit*>(b->parentWidget())) {
                text = b->text();
                if (auto* tool = qobject_cast<QToolButton*>(b);
                    tool && tool->toolButtonStyle() == Qt::ToolButtonIconOnly)
                    text = b->accessibleName();
                needs = b->sizeHint();
            } else if (auto* c = qobject_cast<QComboBox*>(w)) {
                text = c->currentText();
                needs = QSize(0, c->minimumSizeHint().height());
            } else if (auto* field = qobject_cast<QLineEdit*>(w)) {
                text = field->text();
                needs = QSize(0, field->minimumSizeHint().height());
            } else {
                continue;
            }
            // Within what scrolls up and down only the width counts.
            if (needs.width() > w->width() + 1 || needs.height() > w->height() + 1)
                out << QString("%1 “%2” needs %3x%4, has %5x%6")
                           .arg(w->objectName(), text.left(40))
                           .arg(needs.width())
                           .arg(needs.height())
                           .arg(w->width())
                           .arg(w->height());
        }
        // Nothing lies beyond the edge of the window but what can be scrolled to.
        for (QWidget* w : window->findChildren<QWidget*>()) {
            if (!w->isVisibleTo(window) || w->window() != window)
                continue;
            const QAbstractScrollArea* scrolls = nullptr;
            for (QWidget* up = w->parentWidget(); up && up != window; up = up->parentWidget())
                if (auto* area = qobject_cast<QAbstractScrollArea*>(up))
                    scrolls = area;
            const QRect at(w->mapTo(window, QPoint(0, 0)), w->size());
            QRect within = window->rect();
            if (scrolls && w != scrolls->viewport()) { // up and down only
                const QRect seen(scrolls->viewport()->mapTo(window, QPoint(0, 0)),
                                 scrolls->viewport()->size());
                within = QRect(seen.left(), -100000, seen.width(), 200000);
            }
            if (!within.contains(at) && !at.isEmpty() && !qobject_cast<QScrollBar*>(w) &&
                !w->objectName().startsWith("qt_"))
                out << QString("%1 %2 lies beyond the edge, %3 to %4")
                           .arg(w->metaObject()->className(), w->objectName())
                           .arg(at.left())
                           .arg(at.right());
        }
        return out.join("\n");
    }
    void scaled(double scale) {
        QFont font("Cabin");
        font.setPointSizeF(10.5 * scale);
        QApplication::setFont(font);
        applyTheme(*qApp);
    }

  private slots:
    // A press on a button that is half in sight moves nothing; each room is seen from its top, and
    // what adds things stays where it is.
    void buttonsHalfInSight() {
        demo("22-quillmere-from-the-hill");
        w_->resize(1000, 560); // a low window, so that much lies out of sight
        int pressed = 0;
        for (const Room& room : rooms()) {
            w_->goTo(room.id);
            laidOut();
            for (auto* area : w_->findChildren<QScrollArea*>()) {
                if (!area->isVisible() || !area->widget())
                    continue;
                auto* bar = area->verticalScrollBar();
                QVERIFY2(bar->value() == 0, qPrintable(room.id + " " + area->objectName()));
                for (auto* b : area->widget()->findChildren<QAbstractButton*>()) {
                    if (!b->isVisible() || !b->isEnabled() || b->height() < 8)
                        continue;
                    for (const bool below : {true, false}) {
                        const int y = b->mapTo(area->widget(), QPoint(0, b->height() / 2)).y();
                        bar->setValue(below ? y - area->viewport()->height() : y);
                        laidOut();
                        QVERIFY2(staysUnderThePointer(b, area->viewport()),
                                 qPrintable(room.id + ": " + b->objectName() + " " + b->text()));
                        ++pressed;
                    }
                }
                bar->setValue(bar->maximum());
            }
            if (room.beside == Beside::Structures) { // scrolled to its end
                auto* gallery = w_->findChild<QAbstractButton*>("button-gallery");
                QVERIFY(gallery->isVisible() && !gallery->visibleRegion().isEmpty());
                QCOMPARE(gallery->visibleRegion().boundingRect().size(), gallery->size());
            }
        }
        QVERIFY2(pressed > 30, qPrintable(QString::number(pressed)));
        // By key what gets the focus is brought into sight.
        w_->goTo("build");
        auto* area = w_->findChild<QScrollArea*>("side-scroll");
        QVERIFY(area->verticalScrollBar()->maximum() > 0);
        QWidget* last = nullptr;
        for (int i = 0; i < 200 && area->verticalScrollBar()->value() == 0; ++i) {
            QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
            last = QApplication::focusWidget();
        }
        QVERIFY(last && area->verticalScrollBar()->value() > 0);
        QVERIFY(!last->visibleRegion().isEmpty());
        // Another card is seen from its top again.
        area->verticalScrollBar()->setValue(area->verticalScrollBar()->maximum());
        demo("07-tunnel");
        w_->goTo("build");
        laidOut();
        QCOMPARE(area->verticalScrollBar()->value(), 0);
        w_->resize(1280, 800);
    }

    void initTestCase() { start(); }
    void cleanup() {
        if (w_)
            w_->resize(1280, 800);
    }
    void cleanupTestCase() { w_.reset(); }

    // At 1280 x 800 a room's subject has at least half of the window when there is nothing to find
    // fault with.
    void theSubjectHasHalfTheWindow() {
        demo("signal-box");
        w_->resize(1280, 800);
        for (auto [name, subject] : {std::pair{"card", "card-view"},
                                     {"build", "standing-pane"},
                                     {"prove", "standing-pane"},
                                     {"make", "make-pane"}}) {
            w_->goTo(name);
            QCoreApplication::processEvents();
            if (w_->findChild<FindingsPanel*>()->isVisible())
                continue; // it has something to say
            QVERIFY2(shareOf(pane(subject)) >= 0.5,
                     qPrintable(QString("%1: %2").arg(name).arg(shareOf(pane(subject)))));
        }
    }

    // The verdict is always seen; it takes a column only when there is something to find fault
    // with.
    void theVerdictTakesAColumnOnlyWhenNeeded() {
        session().open(*newDesign(Measure::fromMm(127), Measure::fromMm(178), SpineSide::Left,
                                  Unit::Millimetre),
                       {});
        QVERIFY(settled());
        w_->goTo("build");
        auto* chip = w_->findChild<QToolButton*>("verdict-chip");
        QVERIFY(chip->isVisible());
        const bool clean = session().snapshot()->findings.empty();
        QCOMPARE(w_->findChild<FindingsPanel*>()->isVisible(), !clean);
        demo("faulty/collision");
        w_->goTo("build");
        QVERIFY(w_->findChild<FindingsPanel*>()->isVisible());
        QVERIFY2(chip->text().startsWith("Fails"), qPrintable(chip->text()));
        QTest::mouseClick(chip, Qt::LeftButton);
        QVERIFY(shows<ProveView>());
    }

    // The lower view goes and comes; what the maker gives it stays.
    void theLowerViewKeepsItsShare() {
        demo("signal-box");
        w_->goTo("build");
        auto* halves = qobject_cast<QSplitter*>(pane("standing-pane")->parentWidget());
        QVERIFY(halves);
        const int before = pane("flat-pane")->height();
        const int number = halves->indexOf(pane("flat-pane"));
        QSplitterHandle* handle = halves->handle(number);
        drag(handle, handle->rect().center(), handle->rect().center() - QPointF(0, 90));
        const int after = pane("flat-pane")->height();
        QVERIFY(after > before + 50);
        w_->goTo("prove");
        w_->goTo("build");
        QVERIFY(std::abs(pane("flat-pane")->height() - after) < 6);
        trigger("lower");
        QVERIFY(!pane("flat-pane")->isVisible());
        w_->goTo("prove"); // it stays away in other rooms, too
        QVERIFY(!shows<ProveView>());
        trigger("lower");
        QVERIFY(shows<ProveView>());
    }

    // A card just opened is seen as it is displayed, framed; a closed one leaves no corner outside.
    void aCardOpensAsItIsDisplayed() {
        demo("footbridge");
        w_->goTo("build");
        const Case& c = *session().snapshot()->folded;
        QCOMPARE(session().opening(),
                 std::clamp(c.assembly.display.at, session().first(), session().last()));
        const QRectF view(w_->standing().rect());
        for (const Panel& p : c.assembly.panels)
            for (const Vec2& corner : p.outline)
                QVERIFY(view.contains(w_->standing().pixelOf(p.id, corner)));
        w_->resize(1024, 700); // and again when the window changes
        QTRY_VERIFY(w_->standing().width() < view.width());
        for (const Panel& p : c.assembly.panels)
            for (const Vec2& corner : p.outline)
                QVERIFY(
                    QRectF(w_->standing().rect()).contains(w_->standing().pixelOf(p.id, corner)));
    }

    // Nothing is cut off in a small window, however large the letters are.
    void nothingIsCutOff_data() {
        QTest::addColumn<double>("scale");
        for (const double scale : {1.0, 1.25, 1.5, 2.0})
            QTest::addRow("%d %%", int(100 * scale)) << scale;
    }
    void nothingIsCutOff() {
        QFETCH(double, scale);
        scaled(scale);
        w_ = std::make_unique<Workbench>();
        w_->show();
        QVERIFY(QTest::qWaitForWindowExposed(w_.get()));
        w_->resize(1024, 700);
        demo("faulty/collision");
        for (const Room& r : rooms()) {
            w_->goTo(r.id);
            QTRY_COMPARE(w_->size(), QSize(1024, 700));
            laidOut();
            const QString cut = cutOff(w_.get());
            QVERIFY2(cut.isEmpty(), qPrintable(r.id + ":\n" + cut));
        }
        session().selection().choose(
            QString::fromStdString(session().design().structures.front().id));
        for (const char* action : {"ask", "workshop", "palette", "keys", "gallery"}) {
            trigger(action);
            QDialog* dialog = nullptr;
            QVERIFY(QTest::qWaitFor([&] {
                dialog = nullptr;
                for (auto* d : w_->findChildren<QDialog*>())
                    if (d->isVisible())
                        dialog = d;
                return dialog != nullptr;
            }));
            laidOut();
            const QString cut = cutOff(dialog);
            QVERIFY2(cut.isEmpty(), qPrintable(QString(action) + ":\n" + cut));
            dialog->reject();
            QVERIFY(QTest::qWaitFor([&] {
                auto all = w_->findChildren<QDialog*>();
                return std::none_of(all.begin(), all.end(), [](auto* d) { return d->isVisible(); });
            }));
        }
        w_->showStart();
        laidOut();
        QVERIFY2(cutOff(w_.get()).isEmpty(), qPrintable("start: " + cutOff(w_.get())));
        scaled(1);
    }

    // Size and shares of the window come back with the next one.
    void theLayoutIsRemembered() {
        w_ = std::make_unique<Workbench>();
        w_->show();
        QVERIFY(QTest::qWaitForWindowExposed(w_.get()));
        demo("signal-box");
        w_->resize(1100, 730);
        QTRY_COMPARE(w_->size(), QSize(1100, 730));
        auto* across = qobject_cast<QSplitter*>(pane("side-column")->parentWidget());
        across->setSizes({330, 700, 0});
        const int wide = pane("side-column")->width();
        QVERIFY(w_->close());
        w_ = std::make_unique<Workbench>();
        w_->show();
        QVERIFY(QTest::qWaitForWindowExposed(w_.get()));
        QTRY_COMPARE(w_->size(), QSize(1100, 730));
        demo("signal-box");
        QVERIFY2(std::abs(pane("side-column")->width() - wide) < 12,
                 qPrintable(QString::number(pane("side-column")->width())));
    }

    // Damaged settings do no harm: what makes no sense in them is passed over.
    void damagedSettingsArePassedOver() {
        QSettings settings;
        const QVariant kept = settings.value("window");
        for (auto [key, value] : {std::pair<const char*, QVariant>{"finest", 0},
                                  {"rooms/build", "wide"},
                                  {"rooms/prove", -3},
                                  {"window", QByteArray("no geometry")},
                                  {"columns", QByteArray("no columns")},
                                  {"sheet-format", "papyrus"}})
            settings.setValue(key, value);
        w_ = std::make_unique<Workbench>();
        w_->show();
        QVERIFY(QTest::qWaitForWindowExposed(w_.get()));
        w_->resize(1280, 800);
        demo("signal-box");
        QCOMPARE(session().finest(), 16);
        for (const Room& r : rooms()) {
            w_->goTo(r.id);
            laidOut();
            QVERIFY(r.lower == Lower::None ||
                    shareOf(pane(r.pane ? "make-pane" : "standing-pane")) > 0.2);
        }
        for (const char* key : {"finest", "rooms/build", "rooms/prove", "columns", "sheet-format"})
            settings.remove(key);
        settings.setValue("window", kept);
    }

    // A design that cannot be made opens, says what is wrong, and can be mended.
    void whatCannotBeMadeCanBeMended() {
        Design d = *newDesign(Measure::fromMm(127), Measure::fromMm(178), SpineSide::Left,
                              Unit::Millimetre);
        d = addStructure(d, "box", "", {})->first;
        d.structures[0].on = "card.nowhere";
        const QString path = dir_.filePath("unmade.hlantern");
        QVERIFY(!saveFile(path.toStdString(), designToText(d)));
        QVERIFY(w_->open(path));
        QTRY_VERIFY(session().trouble() != nullptr);
        auto* chip = w_->findChild<QToolButton*>("verdict-chip");
        QTRY_COMPARE(chip->text(), QString("Cannot be made"));
        QVERIFY(chip->toolTip().contains("card.nowhere"));
        session().selection().choose("box1");
        trigger("remove");
        QTRY_VERIFY(session().trouble() == nullptr);
        QVERIFY(settled());
        QVERIFY(session().design().structures.empty());
        session().history()->undo();
        QTRY_VERIFY(session().trouble() != nullptr);
        QVERIFY(session().save(path)); // nothing of it is lost
        QCOMPARE(designAsWritten(*readFile(path.toStdString()))->structures.size(), size_t(1));
        session().history()->redo();
        QVERIFY(settled());
    }
};

HL_TEST(Frame)
#include "frame.moc"
