// Cut plans: every plan, carried out cut by cut on a simulated table yields exactly the parts it
// promises.
#include "core/assemble/assemble.h"
#include "core/design/tiles.h"
#include "core/edit/edit.h"
#include "core/edit/tell.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include "core/files/workshop.h"
#include "core/make/cut_plan.h"
#include "tests/make/table.h"
#include "tests/program.h"
#include "tests/random_design.h"
#include "tests/support.h"
#include <QDir>
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

class Cuts : public QObject {
    Q_OBJECT
    Design demo(const QString& name) {
        return *loadDesign((HL_SOURCE_DIR "/demo/quillmere/" + name + ".hlantern").toStdString());
    }
    // Every part, as often as it is asked for, on a sheet of its paper.
    QString whole(const CutPlan& plan, const std::vector<ListedPart>& parts, int copies = 1) {
        std::vector<int> seen(parts.size(), 0);
        for (const PlannedSheet& s : plan.sheets) {
            if (const QString wrong = carriedOut(s); !wrong.isEmpty())
                return wrong;
            for (const CutBlank& b : s.blanks) {
                const ListedPart& p = parts[b.listed];
                ++seen[b.listed];
                if (p.paper != s.paper)
                    return "a part lies on another paper";
                if (p.name != b.part)
                    return "a part has another name";
                const Vec2 size = b.turned ? Vec2(p.blank.y(), p.blank.x()) : p.blank;
                if (std::fabs(size.x() - b.at.width) > touching ||
                    std::fabs(size.y() - b.at.height) > touching)
                    return "a part has another size";
            }
        }
        size_t missing = 0, lacking = 0;
        for (const MissingPart& m : plan.missing)
            missing += size_t(m.count);
        for (size_t i = 0; i < parts.size(); ++i)
            lacking += size_t(parts[i].count * copies - seen[i]);
        return missing == lacking ? QString() : QString("parts are lost without a word");
    }

  private slots:
    void everyDemo_data() {
        QTest::addColumn<QString>("name");
        for (const QFileInfo& f :
             QDir(HL_SOURCE_DIR "/demo/quillmere").entryInfoList({"*.hlantern"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.completeBaseName();
    }
    void everyDemo() {
        QFETCH(QString, name);
        const Design d = demo(name);
        const Assembly a = *assemble(d);
        const auto parts = partsList(d, a);
        const CutPlan plan = planCuts({d, a, parts});
        QCOMPARE(whole(plan, parts), QString());
        QVERIFY(plan.missing.empty());
        QVERIFY(!cutsText(plan, parts, d.units, {}).empty());
    }
    // The shop has what it takes for each of its orders.
    void theShopsDrawer_data() { everyDemo_data(); }
    void theShopsDrawer() {
        QFETCH(QString, name);
        auto text = readFile(HL_SOURCE_DIR "/demo/quillmere/drawer.json");
        const auto shop = workshopFromText(*text);
        QVERIFY(shop && shop->drawer.papers.size() > 40);
        const Design d = demo(name);
        const Assembly a = *assemble(d);
        const auto parts = partsList(d, a);
        const CutPlan plan = planCuts({d, a, parts, &shop->drawer});
        QCOMPARE(whole(plan, parts), QString());
        QVERIFY2(plan.missing.empty(), plan.missing.empty() ? "" : plan.missing[0].nearest.c_str());
    }
    void randomDesignsFromRandomDrawers() {
        std::mt19937 chance(10);
        fixRuns(500);
        rc::check([&] {
            Design d = randomDesign();
            Stock second;
            second.id = second.name = "second";
            d.stocks.push_back(second);
            for (StructureSpec& s : d.structures)
                if (chance() % 2)
                    s.stock = "second";
            auto made = assemble(d);
            RC_PRE(bool(made));
            const auto parts = partsList(d, *made);
            Drawer drawer;
            for (const Stock& s : d.stocks) {
                if (chance() % 8 == 0)
                    continue; // there is none of it
                DrawerPaper p;
                p.name = s.name;
                for (size_t k = 0; k < 1 + chance() % 3; ++k) {
                    PaperSheet sheet;
                    sheet.width = 100 + chance() % 300;
                    sheet.height = 100 + chance() % 300;
                    sheet.count = int(chance() % 6) - 1;
                    sheet.offcut = chance() % 3 == 0;
                    p.sheets.push_back(sheet);
                }
                drawer.papers.push_back(p);
            }
            const int copies = 1 + int(chance() % 2);
            CutOrder order{d, *made, parts, &drawer, nullptr, copies};
            const CutPlan plan = planCuts(order);
            const QString wrong = whole(plan, parts, copies);
            if (!wrong.isEmpty())
                RC_FAIL(wrong.toStdString());
            for (const MissingPart& m : plan.missing)
                RC_ASSERT(!m.why.empty() && !m.nearest.empty());
            // What is taken out and put back is what there was, but for the parts.
            const Drawer after = drawerAfter(drawer, plan);
            for (const DrawerPaper& p : drawer.papers)
                for (const PaperSheet& s : p.sheets)
                    if (!s.offcut && s.count >= 0) {
                        const PaperSheet& now = *std::find_if(
                            after.paper(p.name)->sheets.begin(), after.paper(p.name)->sheets.end(),
                            [&](auto& q) { return q.width == s.width && q.height == s.height; });
                        RC_ASSERT(now.count >= 0 && now.count <= s.count);
                    }
        });
    }

    // Three strips scored alike are scored as one sheet and then cut apart.
    void aGangIsScoredBeforeItIsCut() {
        const Design d = demo("21-signal-tower");
        const Assembly a = *assemble(d);
        const auto parts = partsList(d, a);
        const CutPlan plan = planCuts({d, a, parts});
        std::map<int, std::vector<SheetArea>> gangs;
        for (const PlannedSheet& s : plan.sheets)
            for (const CutBlank& b : s.blanks)
                if (b.gang >= 0 && parts[b.listed].count == 3 &&
                    parts[b.listed].creases.size() == 2)
                    gangs[b.gang].push_back(b.at);
        QCOMPARE(gangs.size(), size_t(1));
        QCOMPARE(gangs.begin()->second.size(), size_t(3));
        // Side by side along their scores: together they are 126 wide.
        double low = 1e9, high = -1e9;
        for (const SheetArea& at : gangs.begin()->second) {
            const bool turned = at.height > at.width;
            low = std::min(low, turned ? at.x : at.y);
            high = std::max(high, turned ? at.x + at.width : at.y + at.height);
        }
        QCOMPARE(high - low, 126.0);
        QVERIFY(cutsText(plan, parts, d.units, {}).find("score before you cut apart") !=
                std::string::npos);
    }

    void grainAndPatternKeepTheirDirection() {
        Design d = card(100, 140);
        d.stocks[0].grain = Grain::Upright;
        const Assembly a = *assemble(d);
        const auto parts = partsList(d, a);
        Drawer drawer;
        DrawerPaper p;
        p.name = d.stocks[0].name;
        p.sheets = {PaperSheet{}};
        p.sheets[0].width = p.sheets[0].height = 400;
        for (Runs runs : {Runs::Upright, Runs::Sideways}) {
            p.grain = runs;
            drawer.papers = {p};
            const CutPlan plan = planCuts({d, a, parts, &drawer});
            QCOMPARE(plan.sheets.size(), size_t(1));
            QCOMPARE(plan.sheets[0].blanks[0].turned, runs == Runs::Sideways);
        }
        // A print whose upper end points sideways on the part: the part is turned on its sheet.
        d.stocks[0].grain = Grain::Unknown;
        d.stocks[0].pattern = "lanterns";
        for (const Tile& t : tiles())
            if (t.directed)
                d.stocks[0].pattern = t.id;
        p.grain = Runs::Unknown;
        drawer.papers = {p};
        for (const Vec2& up : {Vec2(0, 1), Vec2(1, 0)}) {
            const std::vector<Vec2> upright(a.panels.size(), up);
            const CutPlan plan = planCuts({d, a, parts, &drawer, &upright});
            QCOMPARE(plan.sheets[0].blanks[0].turned, up.x() > 0.5);
        }
    }

    void whatDoesNotFitIsToldWithTheNearest() {
        Design d =
            *tell(card(100, 140), "card", {{"say", "100 | 100, V; height 140; panel 2 gives"}});
        const Assembly a = *assemble(d);
        const auto parts = partsList(d, a);
        Drawer drawer;
        CutPlan plan = planCuts({d, a, parts, &drawer});
        QCOMPARE(plan.missing.size(), size_t(1));
        QVERIFY(plan.missing[0].why.find("no paper") != std::string::npos);
        DrawerPaper p;
        p.name = d.stocks[0].name;
        p.sheets = {PaperSheet{}};
        p.sheets[0].width = 190;
        p.sheets[0].height = 150;
        drawer.papers = {p};
        plan = planCuts({d, a, parts, &drawer});
        QVERIFY(plan.sheets.empty());
        QVERIFY2(plan.missing[0].nearest.find("A4") != std::string::npos &&
                     plan.missing[0].nearest.find("10 mm short") != std::string::npos &&
                     plan.missing[0].nearest.find("panel 2 could give") != std::string::npos,
                 plan.missing[0].nearest.c_str());
        drawer.papers[0].sheets[0].width = 210;
        drawer.papers[0].sheets[0].count = 0;
        QVERIFY(!planCuts({d, a, parts, &drawer}).missing.empty());
    }
    // An A4 sheet that is a millimetre short costs a tab that much, and nothing else anything.
    void aTabMayLoseASliver() {
        Design d =
            *tell(card(149, 200), "card", {{"say", "149 | hinge 12 | 100, V; heights 205 200"}});
        const Assembly a = *assemble(d);
        const auto parts = partsList(d, a);
        Drawer drawer;
        DrawerPaper p;
        p.name = d.stocks[0].name;
        PaperSheet with, without;
        with.width = 160.2; // the page with its tab is 161
        with.height = 205;
        without.width = 99.5; // the other page has no tab to lose
        without.height = 200;
        p.sheets = {with};
        drawer.papers = {p};
        const std::vector<ListedPart> page{parts[0]}, other{parts[1]};
        CutPlan plan = planCuts({d, a, page, &drawer});
        QCOMPARE(plan.sheets.size(), size_t(1));
        QVERIFY(std::fabs(plan.sheets[0].blanks[0].at.width - 160.2) < touching);
        QCOMPARE(plan.remarks.size(), size_t(1));
        QVERIFY(plan.remarks[0].find("0.8 mm") != std::string::npos);
        drawer.papers[0].sheets = {without};
        plan = planCuts({d, a, other, &drawer});
        QCOMPARE(plan.missing.size(), size_t(1));
    }
    // Each tool that is needed has its caution, once.
    void cautionsForTheToolsThatAreNeeded() {
        const Design d = card(60, 200);
        const Assembly a = *assemble(d);
        std::vector<ListedPart> parts(1);
        parts[0].name = "Strip";
        parts[0].paper = d.stocks[0].name;
        parts[0].blank = {40, 150};
        parts[0].outline = {{0, 0}, {40, 0}, {40, 150}, {0, 150}};
        const auto told = [&](const Trimmer& t, const Drawer* drawer = nullptr) {
            std::string out;
            for (auto& c : cautionsOf(planCuts({d, a, parts, drawer}), parts, t))
                out += c + "\n";
            return out;
        };
        const auto has = [](const std::string& text, const char* tool) {
            return text.find(tool) != std::string::npos;
        };
        QVERIFY(has(told({}), "Trimmer:") && !has(told({}), "Knife:"));
        parts[0].apertures = {{{10, 10}, {10, 20}, {20, 20}, {20, 10}}};
        QVERIFY(has(told({}), "Trimmer:") && has(told({}), "Knife:"));
        Drawer whole; // a sheet that is the part
        DrawerPaper p;
        p.name = parts[0].paper;
        p.sheets = {PaperSheet{40, 150}};
        whole.papers = {p};
        parts[0].apertures.clear();
        QCOMPARE(told({}, &whole), std::string());
    }
    // Strips of one width: the fence is set once for the strip and once for each length.
    void theFenceStaysWhereItIs() {
        Design d = card(60, 200);
        const std::vector<ListedPart> none;
        const Assembly a = *assemble(d);
        std::vector<ListedPart> parts(1);
        parts[0].name = "Strip";
        parts[0].paper = d.stocks[0].name;
        parts[0].count = 5;
        parts[0].blank = {40, 150};
        parts[0].outline = {{0, 0}, {40, 0}, {40, 150}, {0, 150}};
        const CutPlan plan = planCuts({d, a, parts});
        QCOMPARE(whole(plan, parts), QString());
        QCOMPARE(plan.sheets.size(), size_t(1));
        QCOMPARE(plan.fenceSettings, 2); // 150, then 40 over and over
    }
};

HL_TEST(Cuts)
#include "cuts.moc"
