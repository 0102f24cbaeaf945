// Resizing a whole design to another closed size.
#pragma once
#include "core/design/design.h"
#include "core/measure/result.h"

namespace hl::edit {

struct Resized {
    Design design;
    std::vector<std::string> remarks; // what no longer fits, in sentences
    std::vector<std::string> hints;   // which panel of a line would give best, where none is named
};

// What should scale scales: places and widths with the spine, distances and heights with the
// pages' reach, V-folds with the lesser of both so that their angles keep closing. Tabs, gaps,
// foam and other widths that paper asks for keep their size. Blanks scale evenly by the lesser
// factor; sheets of the maker's own that line a panel keep their margins. What was on the marks of
// a ruler (0.5 mm, 1/16 in) comes to lie on them again, where the card bears that. What then no
// longer works, or is larger than the sheet format named, is reported. Problems: a size that is
// none, a measure that falls out of its range.
Result<Resized> resizeDesign(const Design& design, const Measure& width, const Measure& height,
                             const std::string& sheet = {});

} // namespace hl::edit
