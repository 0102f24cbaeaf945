// Tiles: the printed papers that ship, drawn as tiles (data/patterns). In a tile three colours
// stand for the paper's own: #010101 for its face, #020202 for its ink, #030303 for its accent.
#pragma once
#include "core/design/design.h"
#include <string>
#include <vector>

namespace hl::design {

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
    const Tile* tile = nullptr; // null: no tile
    Bytes image;                // or a picture of the maker's own
    double width = 0, height = 0;
    std::string face, ink, accent;

    bool plain() const { return !tile && image.text().empty(); }
    friend bool operator==(const Print& a, const Print& b) {
        return a.tile == b.tile && a.image == b.image && a.face == b.face && a.ink == b.ink &&
               a.accent == b.accent;
    }
};
// A paper whose picture is missing or damaged is plain.
Print printOf(const Design& design, const Stock& stock);
// Whether what is printed on it has an upper end.
bool hasUpperEnd(const Stock& stock);

// The tile's drawing in the colours of a paper; `svg` is the file as it ships.
std::string inColours(std::string svg, const Print& print);

} // namespace hl::design
