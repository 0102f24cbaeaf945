// Prints: the tiles of printed papers as pictures, in a paper's colours.
#pragma once
#include "core/design/tiles.h"
#include <QImage>

namespace hl {

// One tile, `pixels` wide (its height follows); kept for the next time.
QImage printImage(const Print& print, int pixels);

} // namespace hl
