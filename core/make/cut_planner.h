// How a cut plan is made, paper by paper; see cut_plan.h for what comes of it.
#pragma once
#include "core/make/cut_plan.h"
#include "core/make/guillotine.h"
#include <string>
#include <vector>

namespace hl::design {
struct Stock;
} // namespace hl::design

namespace hl::make {

namespace planning {

// One blank to be cut, or several that stay together until they are scored.
struct Ordered {
    std::vector<size_t> parts; // listed
    double width = 0, height = 0;
    bool stackedUp = true; // the parts of a gang lie above one another, else side by side
    int gang = -1;
    int lie = -1; // 0: as drawn, 1: turned, -1: either
    // Of a tray: where its parts lie on it, and which of them are turned.
    std::vector<SheetArea> laid;
    std::vector<bool> turned;
};

// The sheets that are usual where nobody asks a drawer: the smallest that will do.
struct Usual {
    double width, height;
    const char* name;
};
const std::vector<Usual>& usualSheets(Unit unit);

inline bool fits(double w, double h, double sheetW, double sheetH) {
    return w <= sheetW + 1e-6 && h <= sheetH + 1e-6;
}

class Planner {
  public:
    Planner(const CutOrder& o, const std::atomic<bool>* cancel,
            const std::function<void(double)>& progress)
        : o_(o), cancel_(cancel), progress_(progress), gangs_(gangsOf(o.parts)) {}

    CutPlan run();

  private:
    bool goesOn(const Ordered& b, const SheetKind& s) const;

    void paper(const std::string& name, double before, double part);

    // Whether fingers could not hold it under the trimmer, or whose letter it is.
    bool small(const Ordered& b) const;
    std::string wordOf(const Ordered& b) const;
    // What is small goes on trays, as large as a sheet takes them.
    std::vector<Ordered> onTrays(std::vector<Ordered> blanks) const;

    Ordered single(size_t i, const Stock* stock, const DrawerPaper* owned);
    void remark(const std::string& text);
    bool anySheet(const Ordered& b) const;
    void shave(Ordered& b);
    void miss(size_t listed, const std::string& why, const std::string& nearest);
    void tooLarge(const Ordered& b);

    // Blanks of one gang above or beside one another, as many as a sheet and the board take.
    std::vector<Ordered> ganged(const std::vector<Ordered>& blanks) const;

    static std::vector<CutPiece> piecesOf(const std::vector<Ordered>& blanks);

    // Divides the piece of a gang into its parts.
    void cutApart(std::vector<CutNode>& nodes, size_t node, const Ordered& b, bool turned,
                  PlannedSheet& sheet, int gang);

    // The parts that are cut out of a tray, which stays a piece.
    void layOn(const CutNode& piece, const Ordered& b, bool turned, PlannedSheet& sheet) const;

    void take(const std::string& name, const std::vector<Ordered>& blanks, const Packing& p);

    const CutOrder& o_;
    const std::atomic<bool>* cancel_;
    const std::function<void(double)>& progress_;
    std::vector<int> gangs_;
    CutPlan plan_;
    std::vector<SheetKind> kinds_;
    std::vector<size_t> sizes_;
    int gang_ = 0;
};

} // namespace planning
} // namespace hl::make
