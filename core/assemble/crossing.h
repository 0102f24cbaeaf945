// Crossing sheets: two strips or sheets that are pushed into one another. Each is slit along the
// line at which they meet, to half the height of the lower one there: the landing from its lower
// edge upward, the held one from that height to its upper edge.
#pragma once
#include "core/assembly/assembly.h"
#include "core/design/design.h"
#include "core/measure/result.h"

namespace hl::assembling {

// Where two sheets cross, in the flat coordinates of each, mm: the line of the crossing and its
// length within the sheet, from the lower edge up.
struct SheetCrossing {
    struct Way {
        Vec2 from, to;
        Vec2 up() const { return (to - from).normalized(); }
        double height() const { return (to - from).norm(); }
    };
    Way held, landing;
    // How deep both are slit.
    double depth() const { return std::min(held.height(), landing.height()) / 2; }
};

// The crossing of a join that names its two lines; the sheets are whole. Problems: lines that are
// not there, or that leave no paper on both sides of the slit.
Result<SheetCrossing> sheetCrossingOf(const JoinSpec& join, const Assembly& sheets);

// Whether a line of such a design is a slit of a crossing.
bool isOfCrossing(const std::string& line);

// The design with the slits of all its crossings drawn, and its creases ending where a slit begins;
// `sheets` is the card and its free parts without them.
Result<Design> slitWhereCrossed(const Design& design, const Assembly& sheets);

} // namespace hl::assembling
