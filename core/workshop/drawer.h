// The drawer: the papers, tools and adhesives a maker owns. Lengths in mm.
#pragma once
#include "core/measure/rooms.h"
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace hl::workshop {

// Sheets of one size, or an offcut.
struct PaperSheet {
    double width = 210, height = 297;     // as they are called
    double realWidth = 0, realHeight = 0; // as they are measured; 0: as they are called
    int count = 1;                        // at hand; -1: as many as it takes
    double price = 0;                     // of one
    bool offcut = false;

    double cutWidth() const { return realWidth > 0 ? realWidth : width; }
    double cutHeight() const { return realHeight > 0 ? realHeight : height; }
};

// How something runs on a sheet that lies as its sizes are named.
enum class Runs { Unknown, Upright, Sideways };

// A kind of paper. It goes with the papers of designs that have its name.
struct DrawerPaper {
    std::string name;
    double weight = 0, caliper = 0; // g/m2, mm; 0: unknown
    Runs grain = Runs::Unknown;     // the fibres
    // The pattern printed on its face has an upper end, which points there. Unknown: it has none.
    Runs pattern = Runs::Unknown;
    std::vector<PaperSheet> sheets;
};

struct Trimmer {
    double length = 320; // of its longest cut
    bool inside = true;  // it can start and stop within a sheet, between two marks
};

// Creases are scored from the side that ends up inside the fold, or all of them from the face.
enum class School { TwoFaces, OneFace };

struct ScoringBoard {
    double width = 305, height = 305;
    double spacing = 0; // of its grooves; 0: as goes with the design's unit
    double hold = 6;    // of paper that is left beyond a score to hold it by
    School school = School::TwoFaces;
    // Both ends of a part that is symmetrical are scored from their own edge, by turning it.
    bool bothEnds = false;
};

struct CuttingMachine {
    double width = 292, height = 292; // of what its mat holds
    double allowance = 0;             // by which its blade cuts outside a line
};

struct Printer {
    double margin = 7; // of a page that it cannot print on; a trimmer needs none
};

struct Adhesive {
    std::string name;
    double minutes = 0; // until it is set
    double thickness = 0.05;
};

struct Drawer {
    std::vector<DrawerPaper> papers;
    Trimmer trimmer;
    ScoringBoard board;
    CuttingMachine machine;
    Printer printer;
    std::vector<Adhesive> adhesives = sampleAdhesives();
    // How long the maker takes for what is done ("cut", "score", "glue"), as a multiple of what is
    // usual; 1 for what is not in it.
    std::map<std::string, double> pace;

    double paceOf(const std::string& what) const {
        const auto it = pace.find(what);
        return it == pace.end() ? 1 : it->second;
    }

    static std::vector<Adhesive> sampleAdhesives();
    // By its name, however it is spelt large and small; null when there is none.
    const DrawerPaper* paper(const std::string& name) const;
    DrawerPaper* paper(const std::string& name);
};

bool operator==(const PaperSheet& a, const PaperSheet& b);
bool operator==(const DrawerPaper& a, const DrawerPaper& b);
bool operator==(const Drawer& a, const Drawer& b);

} // namespace hl::workshop
