// A sheet that a card is made of, before anything is cut out of it or glued on.
#pragma once
#include "core/assembly/polygon.h"
#include "core/design/free_part.h"
#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace hl::assembly {

// Flat coordinates with the spine along y from the origin and the right page at positive x.
struct CardSheet {
    Ring outline;
    struct Line {
        std::string id;
        Fold fold;
        Vec2 from, to;
        bool either = false;
    };
    std::vector<Line> folds; // the spine first
    std::vector<Line> slits;
    std::vector<Ring> apertures;
    // Panels by the fold beside them and its side, and what they are called: "fold-2-right" is
    // "page-3". All of them are pages.
    std::vector<std::pair<std::string, std::string>> pages;
    // How a further sheet goes on from the last page of the one before: the fold, and how deep the
    // tab beyond it is. It is the other sheet's and lies on the back of this one's first page; or
    // it is `mine` and lies on the back of the other one's last.
    struct Hinge {
        Line fold;
        double depth = 0;
        bool mine = false;
    };
    std::optional<Hinge> hinge;
};

} // namespace hl::assembly
