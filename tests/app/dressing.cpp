// Dressing in a real window: the tray, dress all, papers picked and dropped, what lies there; ways
// to fold; silhouettes typed.
#include "app/dress/dress_tray.h"
#include "app/gallery/ways_dialog.h"
#include "app/inspect/inspector_panel.h"
#include "app/standing/painter.h"
#include "app/standing/prints.h"
#include "app/standing/standing_view.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "core/prove/prove.h"
#include "tests/app/dress_room.h"
#include "tests/program.h"
#include <QBuffer>
#include <QComboBox>
#include <QDropEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMimeData>
#include <QPainter>
#include <QPushButton>
#include <sys/stat.h>

using namespace hl;
using namespace hl::test;

class DressingInTheWindow : public QObject, public DressRoom {
    Q_OBJECT
    int mats() {
        return int(std::count_if(design().structures.begin(), design().structures.end(),
                                 [](auto& s) { return s.kind == "mat"; }));
    }
  private slots:
    // A drawing that leads to a pipe, or to a picture of somebody's, is printed without.
    void drawingsLeadNowhere() {
        QImage red(8, 8, QImage::Format_RGB32);
        red.fill(Qt::red);
        const QString secret = dir_.filePath("secret.png"), pipe = dir_.filePath("pipe");
        QVERIFY(red.save(secret));
        QCOMPARE(mkfifo(pipe.toUtf8().constData(), 0600), 0);
        const auto printed = [&](const QString& inside, const QString& before = {}) {
            Print p;
            p.image =
                Bytes((before +
                       "<svg xmlns='http://www.w3.org/2000/svg' "
                       "xmlns:xlink='http://www.w3.org/1999/xlink' width='20mm' "
                       "height='20mm' viewBox='0 0 20 20'>" +
                       inside + "<rect x='15' y='15' width='5' height='5' fill='blue'/></svg>")
                          .toStdString());
            p.width = p.height = 20;
            return printImage(p, 40);
        };
        const auto image = [](const QString& link) {
            return QString("<image xlink:href='%1' width='12' height='12'/>").arg(link);
        };
        for (const QString& link : {secret, "file://" + secret, pipe, QString("/dev/zero")}) {
            const QImage seen = printed(image(link));
            QVERIFY(seen.pixelColor(seen.width() / 4, seen.height() / 4) != QColor(Qt::red));
            QCOMPARE(seen.pixelColor(int(seen.width() * 0.9), int(seen.height() * 0.9)),
                     QColor(Qt::blue));
        }
        printed({}, "<?xml-stylesheet type='text/css' href='" + pipe + "'?>");
        QByteArray bytes;
        QBuffer buffer(&bytes);
        QVERIFY(buffer.open(QIODevice::WriteOnly) && red.save(&buffer, "PNG"));
        const QImage held = printed(image("data:image/png;base64," + bytes.toBase64()));
        QCOMPARE(held.pixelColor(held.width() / 4, held.height() / 4), QColor(Qt::red));
    }
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
            QVERIFY(GlPainter::shared().paint(scene, w_->standing().camera, size, 1).image !=
                    GlPainter::shared().paint(plain, w_->standing().camera, size, 1).image);
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

    // Of what stands and of what is glued on.
    void aSilhouetteIsTyped() {
        const Design bare = office();
        const auto mat = addStructure(bare, "mat", "card.page-left", {});
        QVERIFY(mat);
        open(mat->first);
        w_->goTo("build");
        for (const QString& id : {QString("office"), QString::fromStdString(mat->second)}) {
            session().selection().choose(id);
            auto line = [&] {
                return w_->findChild<InspectorPanel*>("measures")
                    ->findChild<QLineEdit*>(QString("edge-%1-top").arg(id));
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
    }
};

HL_TEST(DressingInTheWindow)
#include "dressing.moc"
