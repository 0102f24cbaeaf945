// Dressing in a real window: the tray, dress all, papers picked and dropped, what lies there; ways
// to fold; silhouettes typed.
#include "app/dress/dress_tray.h"
#include "app/dress/paper_list.h"
#include "app/dress/thing_list.h"
#include "app/gallery/ways_dialog.h"
#include "app/inspect/inspector_panel.h"
#include "app/standing/painter.h"
#include "app/standing/prints.h"
#include "app/standing/standing_view.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "core/prove/prove.h"
#include "tests/app/real_window.h"
#include <QComboBox>
#include <QDropEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMimeData>
#include <QPainter>
#include <QPushButton>

using namespace hl;
using namespace hl::test;

class DressingInTheWindow : public QObject, public RealWindow {
    Q_OBJECT
    const Design& design() { return session().design(); }
    template<class T> T* tray(const char* name) {
        return w_->findChild<DressTray*>("dress-tray")->findChild<T*>(name);
    }
    void open(const Design& d) {
        const QString path = dir_.filePath("dress.hlantern");
        QVERIFY(!saveDesign(d, path.toStdString()));
        QVERIFY(w_->open(path, true));
        QVERIFY(settled());
        w_->goTo("dress");
    }
    static Design office() {
        const Design d = *newDesign(Measure::fromMm(130), Measure::fromMm(160), SpineSide::Left,
                                    Unit::Millimetre);
        return addStructure(d, "box", "card.spine", {{"left", "40"}, {"right", "50"}}, {}, "office",
                            {{"name", "Ticket office"}})
            ->first;
    }
    int mats() {
        return int(std::count_if(design().structures.begin(), design().structures.end(),
                                 [](auto& s) { return s.kind == "mat"; }));
    }
    // The middle of a panel on the screen, where nothing hides it.
    QPointF seen(const std::string& panel) {
        StandingView& view = w_->standing();
        const Assembly& a = session().snapshot()->folded->assembly;
        const Panel& p = a.panels[size_t(a.panel(panel))];
        for (double x = 0.1; x < 1; x += 0.1)
            for (double y = 0.1; y < 1; y += 0.1) {
                Vec2 low = p.outline[0], high = low;
                for (const Vec2& q : p.outline) {
                    low = low.cwiseMin(q);
                    high = high.cwiseMax(q);
                }
                const QPointF at = view.pixelOf(panel, low + Vec2(x, y).cwiseProduct(high - low));
                if (view.panelAt(at).toStdString() == panel)
                    return at;
            }
        return {};
    }
    // A paper, or a thing, carried from the tray and let go over the standing card.
    void drop(const QString& paper, const QPointF& at, const char* mime = paperMime) {
        StandingView& view = w_->standing();
        QMimeData data;
        data.setData(mime, paper.toUtf8());
        QDragEnterEvent enter(at.toPoint(), Qt::CopyAction, &data, Qt::LeftButton, {});
        QApplication::sendEvent(&view, &enter);
        QVERIFY(enter.isAccepted());
        QDragMoveEvent move(at.toPoint(), Qt::CopyAction, &data, Qt::LeftButton, {});
        QApplication::sendEvent(&view, &move);
        QDropEvent let(at, Qt::CopyAction, &data, Qt::LeftButton, {});
        QApplication::sendEvent(&view, &let);
    }

    const StructureSpec& newest() { return design().structures.back(); }

  private slots:
    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }

    void allThatShowsIsDressedAndUndone() {
        open(office());
        auto* proposals = tray<QListWidget>("tray-proposals");
        auto* all = tray<QPushButton>("tray-dress-all");
        QTRY_VERIFY(proposals->count() >= 4);
        const int proposed = proposals->count();
        // One of them is left.
        proposals->item(proposed - 1)->setCheckState(Qt::Unchecked);
        QCOMPARE(all->text(), QString("Dress %1 panels").arg(proposed - 1));
        auto* scheme = tray<QComboBox>("tray-scheme");
        QVERIFY(scheme->count() >= 5);
        QTest::mouseClick(all, Qt::LeftButton);
        QCOMPARE(mats(), proposed - 1);
        QVERIFY(settled());
        QCOMPARE(int(verdictOf(session().snapshot()->findings)), int(Verdict::Works));
        QTRY_COMPARE(tray<QListWidget>("tray-dressed")->count(), proposed - 1);
        QTRY_COMPARE(proposals->count(), 1);
        press("Ctrl+Z");
        QCOMPARE(mats(), 0);
        press("Ctrl+Y");
        QCOMPARE(mats(), proposed - 1);
        trigger("undress");
        QCOMPARE(mats(), 0);
        press("Ctrl+Z");
        QCOMPARE(mats(), proposed - 1);
    }

    void anotherSchemeTakesOtherPapers() {
        open(office());
        auto* scheme = tray<QComboBox>("tray-scheme");
        auto* proposals = tray<QListWidget>("tray-proposals");
        QTRY_VERIFY(proposals->count() >= 4);
        const QString before = proposals->item(0)->text();
        scheme->setFocus();
        QTest::keyClick(scheme, Qt::Key_Down);
        QTRY_VERIFY(proposals->item(0)->text() != before);
    }

    // Shapes, words, film and thread of the tray: dropped, double clicked, found by name.
    void thingsArePutOn() {
        open(office());
        auto* things = tray<QListWidget>("tray-things");
        QVERIFY(things->count() >= 16);
        drop("topper star", seen("card.page-left"), thingMime);
        QCOMPARE(newest().kind, std::string("topper"));
        QCOMPARE(newest().on, std::string("card.page-left"));
        QCOMPARE(newest().set.at("adhesive").count, std::int64_t(1));
        QCOMPARE(session().selection().chosen().toStdString(), newest().id);
        QVERIFY(settled());
        const auto pick = [&](const char* thing, const char* place) {
            session().selection().choose(place);
            for (int i = 0; i < things->count(); ++i)
                if (things->item(i)->data(Qt::UserRole) == thing) {
                    things->setCurrentRow(i);
                    things->setFocus();
                    QTest::keyClick(things, Qt::Key_Return);
                }
        };
        pick("words", "card.page-right");
        QCOMPARE(newest().kind, std::string("words"));
        QVERIFY(settled());
        const QImage before = w_->standing().grab().toImage();
        pick("film", "card.spine");
        QCOMPARE(newest().kind, std::string("film"));
        QVERIFY(settled());
        QVERIFY(w_->standing().grab().toImage() != before);
        // On a panel it goes to the fold beside it.
        pick("thread", "card.page-right");
        QCOMPARE(newest().kind, std::string("thread"));
        QCOMPARE(newest().on, std::string("card.spine"));
        QVERIFY(settled());
        QTRY_COMPARE(tray<QListWidget>("tray-dressed")->count(), 4);
        // With nothing selected it is said what to do, and nothing changes.
        const Design now = design();
        pick("topper heart", "");
        QVERIFY(design() == now);
        auto* search = tray<QLineEdit>("tray-search");
        search->setText("heart");
        int shown = 0;
        for (int i = 0; i < things->count(); ++i)
            shown += !things->item(i)->isHidden();
        QCOMPARE(shown, 1);
        search->clear();
    }

    // A paper dropped on a panel covers it; another one replaces it; the picture shows it.
    void aPaperIsDroppedOnAPanel() {
        open(office());
        const QPointF at = seen("card.page-left");
        QVERIFY(!at.isNull());
        const QImage bare = w_->standing().grab().toImage();
        drop("brick", at);
        QCOMPARE(mats(), 1);
        QCOMPARE(design().structures.back().on, std::string("card.page-left"));
        QCOMPARE(design().paper(design().structures.back().stock).pattern, std::string("brick"));
        QVERIFY(settled());
        const QImage dressed = w_->standing().grab().toImage();
        QVERIFY(bare != dressed);
        drop("night", seen("card.page-left"));
        QCOMPARE(mats(), 1);
        QCOMPARE(design().paper(design().structures.back().stock).pattern, std::string("night"));
        QVERIFY(settled());
        QVERIFY(w_->standing().grab().toImage() != dressed);
        // The ground takes none.
        const Design before = design();
        drop("brick", QPointF(4, 4));
        QVERIFY(design() == before);
    }

    // Point at a panel, or a structure, and pick a paper.
    void aPaperIsPickedForWhatIsSelected() {
        open(office());
        auto* papers = tray<QListWidget>("tray-papers");
        QTRY_VERIFY(papers->count() >= 16);
        auto* search = tray<QLineEdit>("tray-search");
        search->setFocus();
        QTest::keyClicks(search, "roof");
        int shown = -1, count = 0;
        for (int i = 0; i < papers->count(); ++i)
            if (!papers->item(i)->isHidden()) {
                shown = i;
                ++count;
            }
        QCOMPARE(count, 1);
        session().selection().choose({});
        emit papers->itemActivated(papers->item(shown));
        QCOMPARE(mats(), 0); // nothing is selected: it is told
        QTest::mouseClick(&w_->standing(), Qt::LeftButton, {}, seen("card.page-right").toPoint());
        QCOMPARE(session().selection().chosen(), QString("card.page-right"));
        papers->setFocus();
        papers->setCurrentRow(shown);
        QTest::keyClick(papers, Qt::Key_Return);
        QCOMPARE(mats(), 1);
        QVERIFY(settled());
        session().selection().choose("office");
        QTRY_VERIFY(tray<QLabel>("tray-told")->text().contains("panels"));
        papers = tray<QListWidget>("tray-papers");
        for (int i = 0; i < papers->count(); ++i)
            if (papers->item(i)->data(Qt::UserRole).toString() == "slate")
                emit papers->itemActivated(papers->item(i));
        QVERIFY(mats() >= 3);
    }

    // What lies there is listed; chosen in the list its measures can be changed and it can go.
    void whatLiesThereIsListed() {
        open(office());
        trigger("dress-all");
        const int all = mats();
        QVERIFY(all > 2 && settled());
        auto* list = tray<QListWidget>("tray-dressed");
        QTRY_COMPARE(list->count(), all);
        QVERIFY(list->item(0)->text().startsWith("mat on the "));
        list->setFocus();
        list->setCurrentRow(1);
        const QString id = list->item(1)->data(Qt::UserRole).toString();
        QCOMPARE(session().selection().chosen(), id);
        auto* step =
            w_->findChild<InspectorPanel*>("measures")->findChild<QLineEdit*>("measure-step");
        QVERIFY(step);
        step->setFocus();
        step->selectAll();
        QTest::keyClicks(step, "5 mm");
        QTest::keyClick(step, Qt::Key_Return);
        QCOMPARE(design().structure(id.toStdString())->set.at("step").mm(), 5.0);
        trigger("remove");
        QCOMPARE(mats(), all - 1);
    }

    // A name that looks like markup is a name.
    void tipsArePlain() {
        Design d = office();
        d.structure("office")->name = "<b>Office</b>";
        open(d);
        trigger("dress-all");
        QVERIFY(settled());
        auto* list = tray<QListWidget>("tray-dressed");
        bool seen = false;
        for (int i = 0; i < list->count(); ++i)
            if (list->item(i)->text().contains("<b>")) {
                seen = true;
                QVERIFY(list->item(i)->toolTip().contains("&lt;b&gt;Office"));
            }
        QVERIFY(seen);
    }

    // Both painters print; a tile is kept in the colours of its paper.
    void bothPaintersPrint() {
        Stock s;
        s.pattern = "tea-room-check";
        s.face = "#ffffff";
        s.ink = "#ff0000";
        const QImage tile = printImage(printOf({}, s), 40);
        QCOMPARE(tile.width(), 40);
        bool red = false, white = false;
        for (int x = 0; x < 40; ++x) {
            const QColor c = tile.pixelColor(x, x);
            red |= c.red() > 200 && c.green() < 160;
            white |= c.green() > 240;
        }
        QVERIFY(red && white);
        open(office());
        trigger("dress-all");
        QVERIFY(settled());
        const Case& c = *session().snapshot()->folded;
        const Scene scene = sceneOf(c, c.poses[90], w_->standing().stance(), {},
                                    {nullptr, &session().snapshot()->upright});
        QVERIFY(scene.prints.size() >= 2);
        int printed = 0;
        for (const Face& f : scene.faces)
            if (f.print >= 0) {
                ++printed;
                QCOMPARE(f.tiles.size(), f.corners.size());
            }
        QVERIFY(printed >= 4);
        Scene plain = scene;
        for (Face& f : plain.faces)
            f.print = -1;
        const QSize size(300, 220);
        auto soft = [&](const Scene& s) {
            QImage image(size, QImage::Format_RGB32);
            image.fill(Qt::white);
            QPainter p(&image);
            paintSoftly(p, s, w_->standing().camera, size);
            return image;
        };
        QVERIFY(soft(scene) != soft(plain));
        if (GlPainter::shared().usable())
            QVERIFY(GlPainter::shared().paint(scene, w_->standing().camera, size, 1) !=
                    GlPainter::shared().paint(plain, w_->standing().camera, size, 1));
    }

    // Every way is a picture; the one that is pointed at is folded.
    void aWayIsChosen() {
        const Design d = *newDesign(Measure::fromMm(140), Measure::fromMm(140), SpineSide::Left,
                                    Unit::Millimetre);
        open(addStructure(d, "strip", "card.spine", {{"left", "30"}, {"right", "30"}}, {}, "wall",
                          {{"say", "12 | 30 | 24 | 24 | 30 | 12, M E E E M; height 50"}})
                 ->first);
        trigger("ways");
        auto* dialog = w_->findChild<WaysDialog*>("ways");
        QVERIFY(dialog);
        QVERIFY(QTest::qWaitFor([&] { return !dialog->ways().empty(); }, patience));
        QVERIFY(dialog->ways().size() >= 2);
        auto* second = dialog->findChild<QWidget*>("way-2");
        QVERIFY(second);
        const Design chosen = dialog->ways()[1].design;
        second->setFocus();
        QTest::keyClick(second, Qt::Key_Return);
        QVERIFY(design() == chosen);
        press("Ctrl+Z");
        QVERIFY(!(design() == chosen));
    }

    void aSilhouetteIsTyped() {
        open(office());
        w_->goTo("build");
        session().selection().choose("office");
        auto line = [&] {
            return w_->findChild<InspectorPanel*>("measures")
                ->findChild<QLineEdit*>("edge-office-top");
        };
        QTRY_VERIFY(line());
        line()->setFocus();
        line()->selectAll();
        QTest::keyClicks(line(), "scallops 3 mm x 9");
        QTest::keyClick(line(), Qt::Key_Return);
        QCOMPARE(design().edges.size(), size_t(1));
        QVERIFY(design().edges[0].shape == EdgeShape::Scallops);
        QTRY_VERIFY(line());
        line()->setFocus();
        line()->selectAll();
        QTest::keyClick(line(), Qt::Key_Delete);
        QTest::keyClick(line(), Qt::Key_Return);
        QVERIFY(design().edges.empty());
    }
};

QTEST_MAIN(DressingInTheWindow)
#include "dressing.moc"
