// The desk: the closed card in its envelope and its papers, read off the picture itself.
#include "core/report/desk.h"
#include "core/files/hlantern.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QtTest>

using namespace hl;
using namespace hl::test;

namespace {

std::string wordsOf(const Picture& p) {
    std::string all;
    for (const Item& item : p.items)
        if (auto* w = std::get_if<Words>(&item))
            all += w->text + "\n";
    return all;
}

bool says(const Picture& p, const std::string& what) {
    return wordsOf(p).find(what) != std::string::npos;
}

// Everything drawn lies on the picture.
bool within(const Picture& p) {
    for (const Item& item : p.items)
        if (auto* s = std::get_if<Shape>(&item))
            for (const Vec2& q : s->points)
                if (q.x() < -1e-6 || q.y() < -1e-6 || q.x() > p.width + 1e-6 ||
                    q.y() > p.height + 1e-6)
                    return false;
    return true;
}

} // namespace

class DeskTest : public QObject {
    Q_OBJECT
  private slots:
    void saysWhatGoesIntoThePost() {
        Design d = with(card(140, 160), "box", "card.spine", {{"left", "30"}, {"right", "30"}});
        d.title = "Parcels office";
        const auto c = foldUp(d);
        const Evidence e(*c, {});
        Picture p = deskOf(*c, &e, 240, 160);
        QVERIFY(within(p));
        QVERIFY2(says(p, "Closed 140 mm × 160 mm"), wordsOf(p).c_str());
        QVERIFY(says(p, "thick at most") && says(p, " g"));
        QVERIFY(says(p, "no envelope chosen") && says(p, "Parcels office"));
        // Before anything is proved, nothing is said of its thickness.
        p = deskOf(*c, nullptr, 240, 160);
        QVERIFY(says(p, "Closed 140 mm × 160 mm") && !says(p, "thick at most"));
    }

    // Whichever way it goes in; what is to spare or missing is told.
    void theEnvelopeIsMeasured() {
        for (const bool turned : {false, true}) {
            Design d = card(140, 160);
            d.card.envelope = turned ? std::pair{mm(170), mm(148)} : std::pair{mm(148), mm(170)};
            auto c = foldUp(d);
            const Evidence e(*c, {});
            Picture p = deskOf(*c, &e, 240, 160);
            QVERIFY(within(p));
            QVERIFY2(says(p, "8 mm and 10 mm to spare"), wordsOf(p).c_str());
            d.card.envelope = {mm(130), mm(170)};
            c = foldUp(d);
            p = deskOf(*c, nullptr, 240, 160);
            QVERIFY2(says(p, "too small by 10 mm"), wordsOf(p).c_str());
        }
    }

    // Each paper with its weight and thickness and what is made of it, as far as there is room; the
    // spine is where the card has it.
    void papersAreListed() {
        Design d = with(card(), "box", "card.spine");
        d.card.spine = SpineSide::Top;
        d.stocks[0].name = "Ivory card";
        Stock blue = d.stocks[0];
        blue.id = "blue";
        blue.name = "A very long name for a paper that is the blue of the night mail";
        blue.grain = Grain::Sideways;
        blue.face = blue.back = "#203050";
        d.stocks.push_back(blue);
        Stock spare = blue;
        spare.id = spare.name = "spare";
        spare.grain = Grain::Upright;
        d.stocks.push_back(spare);
        d.structures[0].stock = "blue";
        const auto c = foldUp(d);
        Picture p = deskOf(*c, nullptr, 240, 160);
        QVERIFY(within(p));
        QVERIFY(says(p, "Ivory card") && says(p, "A very long name") && says(p, "…"));
        QVERIFY(says(p, "one part") && says(p, "nothing is made of it"));
        QVERIFY(!says(deskOf(*c, nullptr, 240, 50), "nothing is made of it")); // no room for it
        // A dark card has its title in light letters.
        d.card.stock = "blue";
        const auto dark = foldUp(d);
        auto titleIn = [&](const Picture& picture) {
            for (const Item& item : picture.items)
                if (auto* w = std::get_if<Words>(&item); w && w->text == d.title)
                    return w->colour.rgb;
            return 0u;
        };
        QVERIFY(titleIn(deskOf(*dark, nullptr, 240, 160)) != titleIn(p));
    }
};

HL_TEST(DeskTest)
#include "desk.moc"
