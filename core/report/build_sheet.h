// The build sheet: all that a maker wants beside him at the bench, from the papers to the glue.
#pragma once
#include "core/fold/case.h"
#include "core/make/cut_plan.h"
#include "core/picture/picture.h"
#include "core/prove/finding.h"

namespace hl::report {

struct BuildSheet {
    struct Piece {
        std::string title;              // "Sheet 1: Ivory card"
        std::optional<Picture> picture; // beside the lines
        std::vector<std::string> lines;
    };
    struct Section {
        std::string heading;
        std::vector<Piece> pieces;
    };
    std::string title, about;
    Picture card; // finished, as it is displayed
    std::vector<Section> sections;
};

struct BuildOrder {
    const Case& folded;
    const std::vector<Finding>* findings = nullptr;
    const Drawer* drawer = nullptr;             // null: the usual sheets and tools
    const std::vector<Vec2>* upright = nullptr; // of every panel, for papers with a direction
    // The finished card, as it will look; it is drawn in lines where there is none.
    std::shared_ptr<const Pixels> seen = nullptr;
    int copies = 1; // of the card
    CutWishes cuts = {};
    bool fromDrawer = true; // whether the drawer's papers are meant, not its tools alone
};
BuildSheet buildSheetOf(const BuildOrder& order);

} // namespace hl::report
