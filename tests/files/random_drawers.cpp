// Drawers of any content: from file and table they come back as they were, plans from them keep to
// what they hold, and what a plan takes out is gone.
#include "core/assemble/assemble.h"
#include "core/files/drawer_csv.h"
#include "core/files/workshop.h"
#include "core/make/cut_plan.h"
#include "tests/make/table.h"
#include "tests/program.h"
#include "tests/scale.h"
#include "tests/support.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

struct Chance {
    std::mt19937 bits{42};
    int whole(int low, int high) { return std::uniform_int_distribution<int>(low, high)(bits); }
    bool coin() { return whole(0, 1); }
    std::string name() {
        static const char* words[] = {"Ivory", "card", "\"quoted\"", "a, b", "naïve", "blue",
                                      "2",     "%1",   "<b>",        "\\",   "Ö",     "mail",
                                      " new ", "tab;", "=SUM(1)",    "'",    "line",  "&amp;"};
        std::string out;
        for (int n = whole(1, 4); n > 0; --n)
            out += words[whole(0, int(std::size(words)) - 1)];
        return out;
    }
};

Drawer anyDrawer(Chance& c) {
    Drawer d;
    for (int n = c.whole(0, 5); n > 0; --n) {
        DrawerPaper p;
        p.name = c.name() + " " + std::to_string(n); // no two alike
        p.weight = c.coin() ? c.whole(60, 400) : 0;
        p.caliper = c.coin() ? c.whole(1, 60) / 100.0 : 0;
        p.grain = static_cast<Runs>(c.whole(0, 2));
        p.pattern = static_cast<Runs>(c.whole(0, 2));
        for (int k = c.whole(1, 4); k > 0; --k) {
            PaperSheet s;
            s.width = c.whole(100, 7000) / 10.0;
            s.height = c.whole(100, 9000) / 10.0;
            if (c.coin())
                s.realWidth = std::round(10 * s.width - 3) / 10;
            if (c.coin())
                s.realHeight = std::round(10 * s.height + 4) / 10;
            s.count = c.whole(-1, 30);
            s.price = c.coin() ? c.whole(0, 500) / 100.0 : 0;
            s.offcut = c.coin();
            p.sheets.push_back(s);
        }
        d.papers.push_back(p);
    }
    d.trimmer = {double(c.whole(100, 900)), c.coin()};
    d.board = {double(c.whole(100, 500)),
               double(c.whole(100, 500)),
               c.coin() ? 0 : c.whole(5, 100) / 10.0,
               double(c.whole(0, 20)),
               c.coin() ? School::OneFace : School::TwoFaces,
               c.coin()};
    d.machine = {double(c.whole(100, 600)), double(c.whole(100, 600)), c.whole(0, 20) / 10.0};
    d.printer.margin = c.whole(0, 200) / 10.0;
    d.adhesives.clear();
    for (int n = c.whole(0, 4); n > 0; --n)
        d.adhesives.push_back({c.name(), double(c.whole(0, 60)), c.whole(0, 40) / 10.0});
    return d;
}

} // namespace

class RandomDrawers : public QObject {
    Q_OBJECT
  private slots:
    void fromFileAndTable() {
        Chance c;
        for (int i = 0; i < scaled(400); ++i) {
            Workshop w;
            w.drawer = anyDrawer(c);
            const auto back = workshopFromText(workshopToText(w));
            QVERIFY2(back, back ? "" : back.problem().text().c_str());
            QVERIFY2(back->drawer == w.drawer, workshopToText(w).c_str());
            const std::string table = drawerToCsv(w.drawer);
            const auto papers = papersFromCsv(table);
            QVERIFY2(papers, (papers ? "" : papers.problem().text() + "\n" + table).c_str());
            QCOMPARE(papers->size(), w.drawer.papers.size());
            for (size_t k = 0; k < papers->size(); ++k)
                QVERIFY2((*papers)[k] == w.drawer.papers[k], table.c_str());
        }
    }
    // Whatever is damaged in the file is read all the same or refused with its place.
    void damagedFiles() {
        Chance c;
        Workshop w;
        w.drawer = anyDrawer(c);
        while (w.drawer.papers.size() < 3)
            w.drawer = anyDrawer(c);
        const std::string text = workshopToText(w), table = drawerToCsv(w.drawer);
        for (int i = 0; i < scaled(600); ++i)
            for (const std::string& whole : {text, table}) {
                std::string hurt = whole;
                for (int n = c.whole(1, 4); n > 0; --n) {
                    const size_t at = size_t(c.whole(0, int(hurt.size()) - 1));
                    if (c.coin())
                        hurt[at] = static_cast<char>(c.whole(1, 126));
                    else
                        hurt.erase(at, size_t(c.whole(1, 9)));
                }
                if (const auto read = workshopFromText(hurt); !read)
                    QVERIFY(!read.problem().what.empty());
                if (const auto read = papersFromCsv(hurt); !read)
                    QVERIFY(!read.problem().what.empty());
            }
    }
    // Plans take no more sheets than there are, of the right paper; and what was taken is missing
    // the next time.
    void plansKeepToWhatThereIs() {
        Chance c;
        const Design d =
            with(with(card(100, 140), "box", "card.spine", {{"left", "40"}, {"right", "45"}}),
                 "topper", "card.page-right");
        const Assembly a = *assemble(d);
        const auto parts = partsList(d, a);
        for (int i = 0; i < scaled(120); ++i) {
            Drawer drawer = anyDrawer(c);
            DrawerPaper own;
            own.name = d.stocks[0].name;
            for (int k = c.whole(1, 3); k > 0; --k) {
                PaperSheet s;
                s.width = c.whole(60, 420);
                s.height = c.whole(60, 420);
                s.count = c.whole(0, 2);
                s.offcut = c.coin();
                own.sheets.push_back(s);
            }
            drawer.papers.push_back(own);
            CutOrder order{d, a, parts, &drawer};
            order.copies = c.whole(1, 3);
            const CutPlan plan = planCuts(order);
            std::vector<int> used(own.sheets.size(), 0);
            for (const PlannedSheet& s : plan.sheets) {
                QVERIFY(carriedOut(s).isEmpty());
                QCOMPARE(s.paper, own.name);
                QVERIFY(s.size < own.sheets.size());
                ++used[s.size];
                QVERIFY(std::fabs(s.width * s.height -
                                  own.sheets[s.size].width * own.sheets[s.size].height) < 1e-6);
            }
            const Drawer left = drawerAfter(drawer, plan);
            const DrawerPaper* now = left.paper(own.name);
            QVERIFY(now);
            for (size_t k = 0; k < used.size(); ++k)
                QVERIFY(used[k] <= own.sheets[k].count);
            double before = 0, after = 0, gone = 0;
            for (const PaperSheet& s : own.sheets)
                before += s.count * s.width * s.height;
            for (const PaperSheet& s : now->sheets)
                after += s.count * s.width * s.height;
            for (const PlannedSheet& s : plan.sheets)
                for (const CutBlank& b : s.blanks)
                    gone += b.at.width * b.at.height;
            QVERIFY2(after <= before - gone + 1e-3, "paper came from nowhere");
        }
    }
};

HL_TEST(RandomDrawers)
#include "random_drawers.moc"
