// The cut plan: from which sheets of the drawer the parts come, by which guillotine cuts, and what
// goes back into the drawer. Lengths in mm, from the lower left corner of the sheet.
#pragma once
#include "core/make/parts_list.h"
#include "core/workshop/drawer.h"
#include <atomic>
#include <cmath>
#include <functional>
#include <map>

namespace hl::make {

struct SheetArea {
    double x = 0, y = 0, width = 0, height = 0;
};

// Whether two are one, and whether one of them lies in the other.
inline bool sameArea(const SheetArea& a, const SheetArea& b) {
    return std::fabs(a.x - b.x) + std::fabs(a.y - b.y) + std::fabs(a.width - b.width) +
               std::fabs(a.height - b.height) <
           1e-6;
}
inline bool holds(const SheetArea& a, const SheetArea& in) {
    return in.x > a.x - 1e-6 && in.y > a.y - 1e-6 && in.x + in.width < a.x + a.width + 1e-6 &&
           in.y + in.height < a.y + a.height + 1e-6;
}

// A blank where it lies on its sheet.
struct CutBlank {
    std::string part;  // name
    size_t listed = 0; // in the list of parts
    SheetArea at;
    bool turned = false;   // by a quarter
    bool mirrored = false; // it is the other hand of a part before it
    int tray = -1;         // of its sheet's trays: it is cut out of that by knife or machine
    int gang = -1; // scored as one sheet with those of the same number, before it is cut off
};

// One cut from edge to edge of a piece that lies on the table.
struct GuillotineCut {
    SheetArea piece;
    bool acrossX = false; // it runs upright, at an x; else level, at a y
    double at = 0;        // of the sheet
    double fence = 0;     // from the fence to the blade
    bool setAnew = false; // the fence stood elsewhere before
    bool tooLong = false; // for the trimmer: knife and ruler
};

struct PlannedSheet {
    std::string paper;
    double width = 0, height = 0;
    bool offcut = false;
    std::vector<CutBlank> blanks;
    std::vector<GuillotineCut> cuts; // in the order in which they are made
    std::vector<SheetArea> left;
    std::vector<SheetArea> trays; // pieces from which small things are cut out (core/make/trays)
    size_t size = 0;              // which of the paper's sizes in the drawer
};

// Whether the same is cut from both in the same way.
bool alike(const PlannedSheet& a, const PlannedSheet& b);

struct MissingPart {
    std::string part;
    int count = 1;
    std::string why, nearest; // whole phrases
};

struct CutPlan {
    std::vector<PlannedSheet> sheets; // paper by paper, as the parts are listed
    std::vector<MissingPart> missing;
    std::vector<std::string> remarks; // slivers, directions that cannot both be kept
    int fenceSettings = 0;
};

// What the maker wants otherwise than it would be planned.
struct CutWishes {
    // Parts, by name, that are to lie turned by a quarter on their sheet, or as they are drawn.
    std::map<std::string, bool> turned;
    // Sheets that stay in the drawer, by paper and number of the size there, one for each mention.
    std::vector<std::pair<std::string, size_t>> kept;

    bool none() const { return turned.empty() && kept.empty(); }
    int keeps(const DrawerPaper& paper, const std::string& name, size_t size) const {
        int n = 0;
        for (auto& [which, number] : kept)
            n += number == size && (which == name || which == paper.name);
        return n;
    }
};

// What a plan is made for.
struct CutOrder {
    const Design& design;
    const Assembly& assembly;
    const std::vector<ListedPart>& parts;
    // Null: the drawer is not asked, and there is as much as it takes of the usual sheets.
    const Drawer* drawer = nullptr;
    // For every panel what is up on it when the card is displayed, for papers with a direction;
    // null: as parts are drawn.
    const std::vector<Vec2>* upright = nullptr;
    int copies = 1; // of the card
    CutWishes wishes = {};
};

CutPlan planCuts(const CutOrder& order, const std::atomic<bool>* cancel = nullptr,
                 const std::function<void(double)>& progress = {});

// Parts that are scored as one sheet because all their scores run alike from edge to edge: the
// numbers of gangs, one for each listed part; -1 where a part is scored by itself.
std::vector<int> gangsOf(const std::vector<ListedPart>& parts);

// What is cut by knife besides: the outline, openings and slits of a part; nothing when it is a
// plain rectangle.
std::vector<std::string> knifeWork(const ListedPart& part, const Trimmer& trimmer, Unit unit);

// The drawer once the plan is carried out: sheets gone, and what is worth keeping come back.
Drawer drawerAfter(const Drawer& drawer, const CutPlan& plan);

// One sheet's cuts, blanks, knife work and rests, line by line.
std::vector<std::string> cutLines(const PlannedSheet& sheet, const std::vector<ListedPart>& parts,
                                  Unit unit, const Trimmer& trimmer);
// What is cut out of a tray of a sheet: "D of Board, 2 x E of Board".
std::string trayText(const PlannedSheet& sheet, size_t tray, const std::vector<ListedPart>& parts);
// The usual cautions of the tools that a plan needs, once each: trimmer, knife.
std::vector<std::string> cautionsOf(const CutPlan& plan, const std::vector<ListedPart>& parts,
                                    const Trimmer& trimmer);
std::string machineCaution();

// The sheets of a plan, those that are alike after one another told once: the number of the first,
// and how many there are.
std::vector<std::pair<size_t, int>> sheetsAlike(const CutPlan& plan);
// "Sheets 2 to 6: Ivory card, 5 alike".
std::string sheetTitle(const CutPlan& plan, std::pair<size_t, int> sheets);
// The plan as it is read at the bench.
std::string cutsText(const CutPlan& plan, const std::vector<ListedPart>& parts, Unit unit,
                     const Trimmer& trimmer);

} // namespace hl::make
