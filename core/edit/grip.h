// Grips: what a drag of a crease means. A crease is drawn in the flat pattern of its own part and,
// where its tab lands, in the pattern of the part below; dragging it in either changes a measure.
#pragma once
#include "core/assembly/assembly.h"
#include "core/design/design.h"
#include <optional>

namespace hl::edit {

struct FlatLine {
    Vec2 from, to;
};

// The crease's line in the flat coordinates of `part`; nothing if it is not drawn there.
std::optional<FlatLine> creaseIn(const Assembly& assembly, const std::string& crease,
                                 const std::string& part);

struct Grip {
    std::string structure, parameter; // or the thing that is told by a line, and "score 2"
    int score = -1;                   // of that line, from 0; -1: a measure
    Measure start; // the measure, or the score's place on its line, when the drag begins
    Vec2 way;      // unit, the direction in which the crease moves
    double rate;   // mm moved along `way` per mm (or per degree) of the measure
};

// The score of the line that moves the crease, where its strip, sheet or base is told by one: the
// panels on its two sides share what they have. Else the measure of the crease's structure that
// moves it most across itself, or, when nothing does, the one that makes it longer. Found by
// changing each free measure a little and assembling.
std::optional<Grip> gripOf(const Design& design, const std::string& crease,
                           const std::string& part);

// The measure after a drag by `moved`, rounded to the ruler (1/16 in or 0.5 mm, 0.5 deg) unless
// `fine`, and kept within the family's bounds.
Measure dragged(const Grip& grip, const Vec2& moved, const Design& design, bool fine);

// Puts the measure, or the score, there; and where it is in a design.
void setGrip(Design& design, const Grip& grip, const Measure& m);
std::optional<Measure> gripIn(const Design& design, const Grip& grip);

} // namespace hl::edit
