// Which flat pieces are one entry of the parts list: what can be cut alike is, however it lies on
// its panel, and nothing else is.
#include "core/design/tiles.h"
#include "core/dress/dress.h"
#include "core/make/parts_list.h"
#include "core/measure/number.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>

using namespace hl;
using namespace hl::test;

class Pieces : public QObject {
    Q_OBJECT

    // Four triangles of one paper, each turned by a quarter more; two lean by so much to the right,
    // two to the left.
    static size_t entries(const std::string& pattern, double lean) {
        Design d = card();
        const std::string paper = pattern.empty() ? "card" : paperPrinting(d, *tile(pattern));
        d.stocks[0].back = d.stocks[0].face;
        for (int k = 0; k < 4; ++k) {
            FreePart p;
            p.id = "sail" + numberText(k);
            p.stock = paper;
            for (const Vec2& q : {Vec2(-15, 0), Vec2(15, 0), Vec2(k < 2 ? lean : -lean, 40)}) {
                Vec2 r = q;
                for (int turn = 0; turn < k; ++turn)
                    r = Vec2(-r.y(), r.x());
                p.outline.push_back(at(r.x() + 50, r.y() + 50));
            }
            d.parts.push_back(p);
        }
        const auto made = assemble(d);
        if (!made)
            qFatal("%s", made.problem().text().c_str());
        size_t n = 0;
        for (const ListedPart& p : partsList(d, *made))
            n += p.id.rfind("sail", 0) == 0;
        return n;
    }

  private slots:
    void equalPiecesAreOneEntry() {
        QCOMPARE(entries("", 0), size_t(1));      // plain card, turned as one likes
        QCOMPARE(entries("night", 0), size_t(1)); // a pattern without a direction
        QCOMPARE(entries("brick", 0), size_t(4)); // upright
        // Leaning to the left and to the right: plain card is turned over, printed paper is not.
        QCOMPARE(entries("", 5), size_t(1));
        QCOMPARE(entries("night", 5), size_t(2));
    }
};

HL_TEST(Pieces)
#include "pieces.moc"
