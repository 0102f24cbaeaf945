// Guillotine packing: what a program cut apart is put together again, and nothing takes more sheets
// than brute force finds.
#include "core/make/guillotine.h"
#include "tests/make/cut_apart.h"
#include "tests/make/table.h"
#include "tests/program.h"
#include "tests/scale.h"
#include <QtTest>
#include <map>
#include <random>
#include <set>

using namespace hl;
using namespace hl::test;

namespace {

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
            return (p.width <= w + touching && p.height <= h + touching) ||
                   (p.turns && p.height <= w + touching && p.width <= h + touching);
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
                if (std::fabs((n.turned ? q.height : q.width) - n.width) > touching ||
                    std::fabs((n.turned ? q.width : q.height) - n.height) > touching)
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

class Guillotine : public QObject {
    Q_OBJECT
  private slots:
    void whatWasCutApartIsPutTogetherAgain() {
        std::mt19937 chance(7);
        const int rounds = scaled(120);
        int one = 0;
        for (int n = 0; n < rounds; ++n) {
            const double w = 200 + chance() % 120, h = 190 + chance() % 150;
            const auto pieces = cutApart(chance, w, h, 2 + chance() % 19, 0.1);
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
                for (const CutPiece& p : cutApart(chance, w, h, 60 / sheets, 0.1))
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
        QVERIFY(several > 5 || scaled(100) < 100);
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

    // A whole edition of cards: many pieces are planned as well, and each is there once.
    void anEditionOfCards() {
        std::mt19937 chance(11);
        std::vector<CutPiece> pieces;
        double area = 0;
        for (int n = 0; n < scaled(2500); ++n) {
            pieces.push_back({20.0 + chance() % 100, 20.0 + chance() % 80, true});
            area += pieces.back().width * pieces.back().height;
        }
        const std::vector<SheetKind> kinds{{210, 297, -1, false}};
        const Packing p = packed(pieces, kinds);
        QCOMPARE(sound(pieces, kinds, p), QString());
        QVERIFY2(
            double(p.sheets.size()) < 1.15 * area / (210 * 297) + 1,
            qPrintable(
                QString("%1 sheets, area of %2").arg(p.sheets.size()).arg(area / (210 * 297))));
    }
};

HL_TEST(Guillotine)
#include "guillotine.moc"
