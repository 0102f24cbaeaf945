// Cards that are lined, strapped and covered: what lies fast on the other side of a panel is in
// nobody's way, and what goes round an edge is meant to be seen there.
#include "core/assemble/assemble.h"
#include "core/edit/tell.h"
#include "core/prove/posture.h"
#include "core/prove/prove.h"
#include "core/prove/seen.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>

using namespace hl;
using namespace hl::test;

namespace {

Design sheet(const Design& d, const std::string& id, const std::string& say) {
    auto made = addPart(d, id, say);
    if (!made)
        qFatal("%s", made.problem().text().c_str());
    return made->first;
}
Design glued(const Design& d, const std::string& panel, const std::string& onto, Told told) {
    told.insert(told.begin(), {"side", "back"}); // unless told otherwise after it
    auto made = addJoin(d, panel, onto, told);
    if (!made)
        qFatal("%s", made.problem().text().c_str());
    return made->first;
}
// A second card of the same size outside the first, glued along the rims of its pages.
Design lined(const Design& d) {
    Design out = sheet(d, "cover", "140 | 140, V; height 140");
    out = glued(out, "cover.panel-1", "card.page-left",
                {{"side", "face"},
                 {"onto_side", "back"},
                 {"line", "fold-1"},
                 {"onto_line", "spine"},
                 {"zone", "margin 12 mm"}});
    return glued(
        out, "cover.panel-2", "card.page-right",
        {{"side", "face"}, {"onto_side", "back"}, {"line", "closing"}, {"zone", "margin 12 mm"}});
}
std::string told(const Design& d) {
    std::string out;
    for (const Finding& f : prove(Case(d, *assemble(d))))
        if (f.severity != Severity::Note)
            out += f.message + "\n";
    return out;
}

} // namespace

class Lined : public QObject {
    Q_OBJECT
  private slots:
    void aSecondCardOutside_data() {
        QTest::addColumn<QString>("kind");
        for (const char* kind : {"cut-out-box", "box", "prop-tube", "pillars", "stair"})
            QTest::newRow(kind) << kind;
    }
    void aSecondCardOutside() {
        QFETCH(QString, kind);
        std::map<std::string, std::string> set;
        if (kind == "stair")
            set["made"] = "cut";
        const Design bare = with(card(), kind.toStdString(), "card.spine", set);
        QCOMPARE(told(bare), std::string());
        QCOMPARE(told(lined(bare)), std::string());
    }
    // A sheet inside, where a wall is glued, is in its way.
    void aSheetInsideIsInTheWay() {
        Design d = with(card(), "box", "card.spine", {{"left", "40 mm"}, {"right", "40 mm"}});
        d = sheet(d, "plate", "60 x 30");
        d = glued(d, "plate.sheet", "card.page-right",
                  {{"side", "back"}, {"line", "left"}, {"onto_line", "spine"}, {"off", "20 mm"}});
        QVERIFY(told(d) != std::string());
    }
    // What is glued on a plate lies on the same side of what the plate is glued on.
    void whatLiesOnWhatLiesOnIt() {
        Design d = sheet(lined(with(card(), "cut-out-box", "card.spine")), "badge", "40 x 30");
        d = glued(d, "badge.sheet", "cover.panel-2", {{"side", "back"}, {"onto_side", "back"}});
        QCOMPARE(told(d), std::string());
    }
    // A strap round the outer edge shows there, and that is what it is for; the same strip inside
    // the pages would show at their edge without being meant to.
    void aStrapGoesRoundTheEdge() {
        Design d = *tell(card(), "card", {{"say", "44 | 68 | 52, V120 V0; height 104"}});
        for (int n = 0; n < 6; ++n) // as thick as it takes for the pages to lose reach
            d = glued(sheet(d, "filling" + std::to_string(n), "30 x 60"),
                      "filling" + std::to_string(n) + ".sheet",
                      n ? "filling" + std::to_string(n - 1) + ".sheet" : "card.page-right",
                      {{"side", "back"}});
        d = sheet(d, "strap", "48 | 64, V; height 12");
        d = glued(
            d, "strap.panel-1", "card.page-3",
            {{"side", "back"}, {"onto_side", "back"}, {"line", "fold-1"}, {"onto_line", "fold-2"}});
        d = glued(d, "strap.panel-2", "card.page-right",
                  {{"onto_side", "back"}, {"line", "closing"}});
        for (const Finding& f : prove(Case(d, *assemble(d))))
            QVERIFY2(f.rule != "stack", f.message.c_str());
    }
    // What is stuck on the back of a page, and what is stuck on that, is not seen from the front.
    void whatIsBehindIsHidden() {
        Design d = sheet(card(), "backer", "100 x 120");
        d = glued(d, "backer.sheet", "card.page-right", {{"side", "back"}, {"onto_side", "back"}});
        d = glued(sheet(d, "note", "60 x 60"), "note.sheet", "backer.sheet",
                  {{"side", "back"}, {"onto_side", "face"}});
        d = glued(sheet(d, "front", "60 x 60"), "front.sheet", "card.page-right",
                  {{"side", "back"}, {"onto_side", "face"}});
        const Case c(d, *assemble(d));
        for (const Visible& v : visibleIn(c, 20)) {
            const std::string& id = c.assembly.panels[size_t(v.panel)].id;
            if (id == "backer.sheet" || id == "note.sheet")
                QVERIFY2(v.part < 0.05, id.c_str());
            if (id == "front.sheet")
                QVERIFY(v.part > 0.9);
        }
    }
    // A range of hills behind a card that lies open is seen from the other end of the fold.
    void aPanoramaIsSeenAlongItsFold() {
        Design d = with(card(140, 170), "v-fold", "card.spine",
                        {{"place", "150 mm"}, {"alpha_left", "100 deg"}, {"height", "15 mm"}});
        for (const char* kind : {"cube", "platform"})
            d = with(
                d, kind, "card.spine",
                {{"place", kind == std::string("cube") ? "30 mm" : "80 mm"}, {"width", "16 mm"}});
        QVERIFY(putDown(Case(d, *assemble(d))).posture != Posture::Cradled);
        d = *tell(d, "card", {{"shown", "flat open"}});
        QVERIFY(putDown(Case(d, *assemble(d))).posture == Posture::Cradled);
    }
};

HL_TEST(Lined)
#include "lined.moc"
