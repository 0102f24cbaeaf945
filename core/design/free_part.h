// What a maker draws himself: blanks with creases, slits, apertures and tabs, how they are joined,
// and how the card is moved. Plain data, saved as it was typed.
//
// Points are in the flat coordinates of the part: from the lower left corner of a blank, for the
// card from the start of the spine with the right page at positive x. They may be negative.
#pragma once
#include "core/measure/measure.h"
#include <optional>
#include <string>
#include <vector>

namespace hl {

enum class Fold { Valley, Mountain };

struct Point {
    Measure x, y;
};

enum class LineKind { Valley, Mountain, Slit };

struct LineSpec {
    std::string id;
    LineKind kind = LineKind::Valley;
    std::vector<Point> points;   // at least two
    std::optional<Measure> rest; // the angle between its panels when nothing holds them
    double stiffness = 1;        // against others, per mm of crease
};

// A tab along an edge of a blank. Edges are counted from 1 as the outline runs: for a plain blank
// bottom, right, top, left.
struct TabSpec {
    std::string id;
    int edge = 1;
    Measure depth = Measure::fromMm(9);
    std::optional<Measure> from, to; // along the edge; the whole edge unless given
    Fold fold = Fold::Mountain;
};

struct FreePart {
    std::string id, name, stock;
    Measure width = Measure::fromMm(60), height = Measure::fromMm(40); // of a plain blank
    std::vector<Point> outline;                                        // instead of a plain blank
    std::vector<std::vector<Point>> apertures;
    std::vector<LineSpec> lines;
    std::vector<TabSpec> tabs;
};

enum class JoinKind { Glue, Slot, Pivot, Slide };

// How a panel is held by another. Of a tab the start of its crease, of any other panel the first
// point of `hold` (its origin unless given) comes to lie at `at` on the landing; the tab's crease,
// the way to the second point of `hold`, or else the held part's x direction runs at the angle
// `turn` there.
struct JoinSpec {
    std::string id;
    JoinKind kind = JoinKind::Glue;
    std::string panel, onto; // ids of the held panel and of its landing
    std::vector<Point> hold; // none, one or two
    Point at;
    Measure turn = Measure::fromDegrees(0);
    bool onFace = true;   // the held panel's face lies on the landing (else its back)
    bool ontoFace = true; // it lies on the landing's face (else on its back)
    Measure from, to;     // how far a slide (mm), a pivot or a hinged slot (degrees) can go
    bool hinged = false;  // a slot whose tongue turns about the slit
};

// One stage of the card's motion: a fold, by the angle between its panels, a pivot by its angle or
// a slide by its distance, moved from one value to another while all else that is driven rests.
struct StageSpec {
    std::string drive; // id of a crease or of a join
    Measure from, to;
    bool together = false; // moved along with the stage before, not after it
};

bool operator==(const Point& a, const Point& b);
bool operator==(const LineSpec& a, const LineSpec& b);
bool operator==(const TabSpec& a, const TabSpec& b);
bool operator==(const FreePart& a, const FreePart& b);
bool operator==(const JoinSpec& a, const JoinSpec& b);
bool operator==(const StageSpec& a, const StageSpec& b);

} // namespace hl
