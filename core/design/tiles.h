// Tiles: the printed papers that ship, drawn as tiles (data/patterns). In a tile three colours
// stand for the paper's own: #010101 for its face, #020202 for its ink, #030303 for its accent.
#pragma once
#include "core/design/design.h"
#include <string>
#include <vector>

namespace hl {

struct Tile {
    const char *id, *name;
    double width, height; // mm of one tile
    bool directed;        // whether it has an upper end
    // Colours that suit it, where the paper names none.
    const char *face, *ink, *accent;
};

const std::vector<Tile>& tiles();
const Tile* tile(const std::string& id); // null when there is none
std::string knownTiles();                // "brick, clouds, ..."

// What a paper prints on its face: the tile's size in mm, and its colours.
struct Print {
    const Tile* tile = nullptr; // null: plain paper
    double width = 0, height = 0;
    std::string face, ink, accent;
};
Print printOf(const Stock& stock);

// The tile's drawing in the colours of a paper; `svg` is the file as it ships.
std::string inColours(std::string svg, const Print& print);

} // namespace hl
