// How good cut plans are: sheets that a program cut apart at random are put together again, and
// pieces of several sheets take hardly more sheets than their area. Prints shares and times.
#include "tests/make/cut_apart.h"
#include <algorithm>
#include <chrono>
#include <cstdio>

using namespace hl;
using namespace hl::test;

int main() {
    int failed = 0;
    // Up to 20 pieces, at places on a finer or a coarser grid.
    for (double grid : {0.01, 0.5, 1.0, 5.0}) {
        std::mt19937 chance(1);
        int one = 0;
        double longest = 0;
        constexpr int rounds = 200;
        for (int n = 0; n < rounds; ++n) {
            const double w = 200 + 5.0 * (chance() % 24), h = 190 + 5.0 * (chance() % 30);
            const auto pieces = cutApart(chance, w, h, 2 + chance() % 19, grid);
            const auto start = std::chrono::steady_clock::now();
            const Packing p = packed(pieces, {{w, h, -1, false}});
            longest = std::max(
                longest,
                std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count());
            one += p.sheets.size() == 1 && p.missing.empty();
        }
        const double share = 100.0 * one / rounds;
        std::printf("sheets put together again, cut to %.2f mm: %.1f %% (95 asked), longest %.2f s "
                    "(1 asked)\n",
                    grid, share, longest);
        failed += share < 95;
    }
    std::mt19937 chance(2);
    int worst = 0;
    double longest = 0;
    for (int n = 0; n < 60; ++n) {
        const size_t sheets = 1 + chance() % 5;
        std::vector<CutPiece> pieces;
        for (size_t s = 0; s < sheets; ++s)
            for (const CutPiece& p : cutApart(chance, 210, 297, 60 / sheets, 0.5))
                pieces.push_back(p);
        const auto start = std::chrono::steady_clock::now();
        const Packing p = packed(pieces, {{210, 297, -1, false}});
        longest = std::max(
            longest,
            std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count());
        worst = std::max(worst, static_cast<int>(p.sheets.size()) - static_cast<int>(sheets));
    }
    std::printf("60 pieces of 1 to 5 sheets: at most %d sheets above the area (1 asked), longest "
                "%.2f s\n",
                worst, longest);
    failed += worst > 1;
    return failed ? 1 : 0;
}
