// Sheets: the patterns laid out on paper of a given format, several of one paper to a sheet, at
// true scale.
#pragma once
#include "core/make/pattern.h"
#include <functional>

namespace hl::make {

struct SheetFormat {
    std::string id, name;
    double width, height; // mm, upright
    double margin = 7;    // mm that the printer leaves free
};
const std::vector<SheetFormat>& sheetFormats();
const SheetFormat* sheetFormat(const std::string& id);

// One finished sheet: strokes and captions in mm, origin at the lower left corner, y up.
struct Sheet {
    std::string title;
    double width = 0, height = 0;
    bool oversize = false; // larger than the format because a part does not fit on it
    std::vector<int> parts;
    std::vector<Shape> strokes;
    std::vector<Caption> captions;
    std::vector<Image> prints; // what is printed on the papers, below the lines
};

// What is printed on a part's paper, as pixels of the rectangle between two corners of its flat
// coordinates; null of plain paper.
using PrintedArea =
    std::function<std::shared_ptr<const Pixels>(int part, const Vec2& low, const Vec2& high)>;

// The sheet as a picture, y down.
Picture pictureOf(const Sheet& sheet);

// Places the larger parts first, in rows; turns a part or the sheet by a quarter where that
// helps. A part that fits no sheet of the format gets a sheet of its own size, marked oversize.
// Every sheet carries a check bar of 50 mm and 2 in. With `printed` papers have their patterns.
std::vector<Sheet> layOut(const Design& design, const Assembly& assembly, const SheetFormat& format,
                          const PrintedArea& printed = {});

} // namespace hl::make
