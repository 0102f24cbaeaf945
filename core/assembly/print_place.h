// How a printed paper lies on a part: upright as the card is displayed, the middle of a tile in the
// part's middle, turned and moved as its mat says, or running on over the sheet it covers.
#pragma once
#include "core/assembly/assembly.h"
#include "core/design/tiles.h"

namespace hl::assembly {

struct PrintPlace {
    // Unit, in the part's flat coordinates; `middle` is where the middle of a tile lies, along
    // `right` and `up`. Of the tile before it is moved: `at` tells what is printed at a place.
    Vec2 right = Vec2(1, 0), up = Vec2(0, 1), middle = Vec2(0, 0);
    double width = 1, height = 1; // mm of a tile

    // In tiles, from the lower left corner of one.
    Vec2 at(const Vec2& p) const {
        return {(right.dot(p) - middle.x()) / width + 0.5, (up.dot(p) - middle.y()) / height + 0.5};
    }
};

// A part is one piece of paper: its panels share one place. `upright` tells what is up on every
// panel of the displayed card; null: as the part is drawn.
PrintPlace printPlace(const Design& design, const Assembly& assembly, int part, const Print& print,
                      const std::vector<Vec2>* upright);

} // namespace hl::assembly
