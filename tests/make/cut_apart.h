// Sheets that a program cuts apart at random.
#pragma once
#include "core/make/guillotine.h"
#include <algorithm>
#include <cmath>
#include <random>

namespace hl::test {

// From edge to edge of one piece after the other, at places on a grid (mm); half of the pieces are
// then turned, and all of them shuffled.
inline std::vector<CutPiece> cutApart(std::mt19937& chance, double width, double height,
                                      size_t pieces, double grid) {
    std::vector<CutPiece> out{{width, height, true}};
    for (int tries = 0; out.size() < pieces && tries < 10000; ++tries) {
        CutPiece& p = out[chance() % out.size()];
        const bool upright = chance() % 2;
        double& side = upright ? p.width : p.height;
        const double at =
            std::round(side * (0.15 + 0.7 * (chance() % 10000) / 10000.0) / grid) * grid;
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

} // namespace hl::test
