// Cut plans: what a program cut apart is put together again, nothing worse than brute force, and
// every plan carried out cut by cut on a simulated table yields exactly the parts it promises.
#include "core/assemble/assemble.h"
#include "core/design/tiles.h"
#include "core/edit/edit.h"
#include "core/edit/tell.h"
#include "core/files/hlantern.h"
#include "core/make/cut_plan.h"
#include "core/make/guillotine.h"
#include "tests/random_design.h"
#include "tests/support.h"
#include <QDir>
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

constexpr double near = 1e-6;

// A sheet cut apart at random, from edge to edge of one piece after the other.
std::vector<CutPiece> cutApart(std::mt19937& chance, double width, double height, size_t pieces) {
    std::vector<CutPiece> out{{width, height, true}};
    while (out.size() < pieces) {
        CutPiece& p = out[chance() % out.size()];
        const bool upright = chance() % 2;
        double& side = upright ? p.width : p.height;
        const double at = std::round(side * (0.15 + 0.7 * (chance() % 1000) / 1000.0) * 10) / 10;
        if (at < 4 || side - at < 4)
            continue;
        CutPiece rest = p;
        (upright ? rest.width : rest.height) = side - at;
        side = at;
        out.push_back(rest);
    }
    for (CutPiece& p : out)
        if (chance() % 2)
            std::swap(p.width, p.height);
    std::shuffle(out.begin(), out.end(), chance);
    return out;
}

// Whether pieces come out of a sheet at all: every division of them at every sum of sides.
class Brute {
  public:
    explicit Brute(std::vector<CutPiece> pieces) : pieces_(std::move(pieces)) {}
    bool fits(unsigned set, double w, double h) {
        if (!set)
            return true;
        if ((set & (set - 1)) == 0) {
            size_t i = 0;
            while (!(set >> i & 1u))
                ++i;
            const CutPiece& p = pieces_[i];
            return (p.width <= w + near && p.height <= h + near) ||
                   (p.turns && p.height <= w + near && p.width <= h + near);
        }
        const auto key = std::tuple(set, std::lround(w * 100), std::lround(h * 100));
        if (auto it = known_.find(key); it != known_.end())
            return it->second;
        bool found = false;
        for (double x : sums(set))
            for (unsigned one = (set - 1) & set; one && !found; one = (one - 1) & set)
                found = (x < w && fits(one, x, h) && fits(set ^ one, w - x, h)) ||
                        (x < h && fits(one, w, x) && fits(set ^ one, w, h - x));
        return known_[key] = found;
    }
    // The least number of sheets.
    int sheets(unsigned set, double w, double h) {
        if (!set)
            return 0;
        int least = 1000;
        const unsigned lowest = set & (~set + 1);
        for (unsigned one = set; one; one = (one - 1) & set)
            if ((one & lowest) && fits(one, w, h))
                least = std::min(least, 1 + sheets(set & ~one, w, h));
        return least;
    }

  private:
    std::vector<double> sums(unsigned set) const {
        std::set<long> all{0};
        for (size_t i = 0; i < pieces_.size(); ++i)
            if (set >> i & 1u) {
                std::set<long> more = all;
                for (long s : all)
                    for (double side : {pieces_[i].width, pieces_[i].height})
                        more.insert(s + std::lround(side * 100));
                all = more;
            }
        std::vector<double> out;
        for (long s : all)
            if (s > 0)
                out.push_back(static_cast<double>(s) / 100);
        return out;
    }
    std::vector<CutPiece> pieces_;
    std::map<std::tuple<unsigned, long, long>, bool> known_;
};

bool alike(const SheetArea& a, const SheetArea& b) {
    return std::fabs(a.x - b.x) < near && std::fabs(a.y - b.y) < near &&
           std::fabs(a.width - b.width) < near && std::fabs(a.height - b.height) < near;
}

// Carries the cuts of a sheet out on a table; what is wrong, or nothing.
QString carriedOut(const PlannedSheet& s) {
    std::vector<SheetArea> table{{0, 0, s.width, s.height}};
    for (const GuillotineCut& c : s.cuts) {
        auto it =
            std::find_if(table.begin(), table.end(), [&](auto& p) { return alike(p, c.piece); });
        if (it == table.end())
            return "a piece that is cut does not lie on the table";
        SheetArea one = *it, other = *it;
        double& low = c.acrossX ? one.width : one.height;
        const double whole = low, at = c.at - (c.acrossX ? one.x : one.y);
        if (!(at > near && at < whole - near))
            return "a cut misses its piece";
        if (std::fabs(c.fence - at) > near && std::fabs(c.fence - (whole - at)) > near)
            return "the fence stands where neither side of the cut is";
        low = at;
        (c.acrossX ? other.x : other.y) = c.at;
        (c.acrossX ? other.width : other.height) = whole - at;
        *it = one;
        table.push_back(other);
    }
    std::vector<SheetArea> promised = s.left;
    for (const CutBlank& b : s.blanks)
        promised.push_back(b.at);
    if (promised.size() != table.size())
        return QString("%1 pieces lie on the table, %2 are promised")
            .arg(table.size())
            .arg(promised.size());
    for (const SheetArea& p : promised) {
        auto it = std::find_if(table.begin(), table.end(), [&](auto& t) { return alike(t, p); });
        if (it == table.end())
            return "a piece that is promised does not come off the sheet";
        table.erase(it);
    }
    return {};
}

// A packing's sheets as the plan has them, to be carried out.
QString sound(const std::vector<CutPiece>& pieces, const std::vector<SheetKind>& kinds,
              const Packing& p) {
    std::vector<int> seen(pieces.size(), 0);
    for (int i : p.missing)
        ++seen[size_t(i)];
    std::vector<int> used(kinds.size(), 0);
    for (const CutSheet& s : p.sheets) {
        PlannedSheet sheet;
        sheet.width = kinds[size_t(s.kind)].width;
        sheet.height = kinds[size_t(s.kind)].height;
        ++used[size_t(s.kind)];
        for (const CutNode& n : s.nodes) {
            if (n.first >= 0) {
                GuillotineCut c;
                c.piece = {n.x, n.y, n.width, n.height};
                c.acrossX = n.acrossX;
                c.at = n.at;
                c.fence = n.at - (n.acrossX ? n.x : n.y);
                sheet.cuts.push_back(c);
            } else if (n.piece >= 0) {
                CutBlank b;
                b.at = {n.x, n.y, n.width, n.height};
                sheet.blanks.push_back(b);
                const CutPiece& q = pieces[size_t(n.piece)];
                ++seen[size_t(n.piece)];
                if (n.turned && !q.turns)
                    return "a piece is turned that must not be";
                if (std::fabs((n.turned ? q.height : q.width) - n.width) > near ||
                    std::fabs((n.turned ? q.width : q.height) - n.height) > near)
                    return "a piece has another size";
            } else {
                sheet.left.push_back({n.x, n.y, n.width, n.height});
            }
        }
        // Nodes come in an order in which each lies on the table when it is cut.
        std::stable_sort(sheet.cuts.begin(), sheet.cuts.end(), [](auto& a, auto& b) {
            return a.piece.width * a.piece.height > b.piece.width * b.piece.height;
        });
        if (const QString wrong = carriedOut(sheet); !wrong.isEmpty())
            return wrong;
    }
    for (size_t k = 0; k < kinds.size(); ++k)
        if (kinds[k].count >= 0 && used[k] > kinds[k].count)
            return "more sheets are taken than there are";
    return std::all_of(seen.begin(), seen.end(), [](int n) { return n == 1; })
               ? QString()
               : QString("a piece is there twice or not at all");
}

} // namespace

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
                if (std::fabs(size.x() - b.at.width) > near ||
                    std::fabs(size.y() - b.at.height) > near)
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
    void whatWasCutApartIsPutTogetherAgain() {
        std::mt19937 chance(7);
        const int rounds = scaled(120);
        int one = 0;
        for (int n = 0; n < rounds; ++n) {
            const double w = 200 + chance() % 120, h = 190 + chance() % 150;
            const auto pieces = cutApart(chance, w, h, 2 + chance() % 19);
            const std::vector<SheetKind> kinds{{w, h, -1, false}};
            const Packing p = packed(pieces, kinds);
            QCOMPARE(sound(pieces, kinds, p), QString());
            one += p.sheets.size() == 1;
        }
        QVERIFY2(one >= 0.95 * rounds, qPrintable(QString("%1 of %2").arg(one).arg(rounds)));
    }
    void neverMoreThanOneSheetAboveTheArea() {
        std::mt19937 chance(8);
        for (int n = 0; n < scaled(25); ++n) {
            const double w = 210, h = 297;
            std::vector<CutPiece> pieces;
            const size_t sheets = 1 + chance() % 4;
            for (size_t s = 0; s < sheets; ++s)
                for (const CutPiece& p : cutApart(chance, w, h, 60 / sheets))
                    pieces.push_back(p);
            const std::vector<SheetKind> kinds{{w, h, -1, false}};
            const Packing p = packed(pieces, kinds);
            QCOMPARE(sound(pieces, kinds, p), QString());
            QVERIFY2(p.sheets.size() <= sheets + 1,
                     qPrintable(QString("%1 for %2").arg(p.sheets.size()).arg(sheets)));
        }
    }
    void aFewPiecesNeverTakeMoreThanBruteForce() {
        std::mt19937 chance(9);
        int several = 0;
        for (int n = 0; n < scaled(60); ++n) {
            std::vector<CutPiece> pieces(2 + chance() % 4);
            for (CutPiece& p : pieces)
                p = {10.0 * double(2 + chance() % 9), 10.0 * double(2 + chance() % 9),
                     chance() % 3 > 0};
            const std::vector<SheetKind> kinds{{130, 110, -1, false}};
            const Packing p = packed(pieces, kinds);
            QCOMPARE(sound(pieces, kinds, p), QString());
            const int least = Brute(pieces).sheets((1u << pieces.size()) - 1, 130, 110);
            QCOMPARE(int(p.sheets.size()), least);
            several += least > 1;
        }
        QVERIFY(several > 5);
    }
    // Whole sheets are only begun when the offcuts are used up, and no more than there are.
    void offcutsFirst() {
        const std::vector<CutPiece> pieces{{60, 40, true}, {60, 40, true}, {200, 150, true}};
        const std::vector<SheetKind> kinds{{210, 297, 2, false}, {62, 90, 1, true}};
        const Packing p = packed(pieces, kinds);
        QCOMPARE(sound(pieces, kinds, p), QString());
        QCOMPARE(wholeSheets(p, kinds), 1);
        QCOMPARE(p.sheets.size(), size_t(2));
        const Packing short0 =
            packed({{200, 280, true}, {200, 280, true}, {200, 280, true}}, kinds);
        QCOMPARE(short0.missing.size(), size_t(1));
        // What is asked for once it is known that nobody waits any more.
        const std::atomic<bool> cancel{true};
        QCOMPARE(packed(pieces, kinds, 300, &cancel).missing.size(), pieces.size());
    }

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
    void randomDesignsFromRandomDrawers() {
        std::mt19937 chance(10);
        fixRuns(150);
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
        QVERIFY(std::fabs(plan.sheets[0].blanks[0].at.width - 160.2) < near);
        QCOMPARE(plan.remarks.size(), size_t(1));
        QVERIFY(plan.remarks[0].find("0.8 mm") != std::string::npos);
        drawer.papers[0].sheets = {without};
        plan = planCuts({d, a, other, &drawer});
        QCOMPARE(plan.missing.size(), size_t(1));
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

QTEST_APPLESS_MAIN(Cuts)
#include "cuts.moc"
