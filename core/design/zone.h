// The adhesive zone of a join: the part of the held panel that sticks. The rest lies there or hangs
// free.
//
//   whole | band left 10 mm | third right | margin 8 mm | spots 6 mm | clear top 12 mm
#pragma once
#include "core/design/field.h"
#include "core/measure/result.h"

namespace hl::design {

struct Zone {
    enum Kind {
        Whole,
        Band,   // along an edge, `size` wide
        Third,  // the third of the panel next to an edge
        Half,   // the half next to an edge
        Margin, // all round, `size` wide
        Spots,  // one in each corner, `size` wide
        Clear   // all but a stretch along an edge, `size` wide: up to that far from a crease
    } kind = Whole;
    enum Edge { Left, Right, Top, Bottom } edge = Left;
    Measure size = Measure::fromMm(0);

    friend bool operator==(const Zone& a, const Zone& b) {
        return a.kind == b.kind && a.edge == b.edge && a.size == b.size;
    }
    friend bool operator!=(const Zone& a, const Zone& b) { return !(a == b); }
};

Result<Zone> parseZone(const std::string& text, Unit unit);
std::string zoneText(const Zone& zone, Unit unit);

} // namespace hl::design
