// The room that docs/adding.md adds, as it stands there: a whole file, and does what the page says.
#include "adding/room.cpp"
#include "tests/app/real_window.h"
#include "tests/program.h"

using namespace hl;
using namespace hl::test;

class AddedRoom : public QObject, RealWindow {
    Q_OBJECT

  private slots:
    void initTestCase() { start(); }
    void cleanupTestCase() { w_.reset(); }

    // Its pane follows the card that the window has open.
    void itCounts() {
        const Room room = countRoom();
        QVERIFY(room.id == "count" && room.lower == Lower::None);
        std::unique_ptr<QWidget> pane(room.pane(*w_));
        QVERIFY(w_->open(QString(HL_SOURCE_DIR) + "/demo/quillmere/01-water-tower.hlantern", true));
        auto* label = qobject_cast<QLabel*>(pane.get());
        QVERIFY(label);
        QTRY_VERIFY_WITH_TIMEOUT(w_->session().current(), patience);
        const Case& folded = *w_->session().snapshot()->folded;
        int counted = 0;
        for (const QString& line : label->text().split('\n')) {
            QVERIFY2(line.contains(": "), qPrintable(line));
            counted += line.section(": ", -1).toInt();
        }
        QCOMPARE(counted, int(folded.assembly.parts.size()));
        QVERIFY(label->text().contains(
            QString::fromStdString(folded.design.paper(folded.design.card.stock).name)));
    }
};

HL_TEST(AddedRoom)
#include "added_room.moc"
