// Prints: the tiles of printed papers, and pictures of the maker's own, as pixels in a paper's
// colours.
#pragma once
#include "core/design/tiles.h"
#include <QImage>

namespace hl {

// One tile or picture, `pixels` wide (its height follows); kept for the next time.
QImage printImage(const Print& print, int pixels);
// What tells prints apart.
QString printKey(const Print& print);

} // namespace hl
