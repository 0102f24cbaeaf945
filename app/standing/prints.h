// Prints: the tiles of printed papers, and pictures of the maker's own, as pixels in a paper's
// colours.
#pragma once
#include "core/design/tiles.h"
#include "core/fold/case.h"
#include "core/make/sheets.h"
#include <QImage>

namespace hl::app {

// One tile or picture, `pixels` wide (its height follows); kept for the next time.
QImage printImage(const Print& print, int pixels);
// What is printed on the parts of a case, in a resolution for paper. From any thread.
PrintedArea printedArea(std::shared_ptr<const Case> folded, std::vector<Vec2> upright);
std::shared_ptr<const Pixels> pixelsOf(const QImage& image);
// What tells prints apart.
QString printKey(const Print& print);

} // namespace hl::app
