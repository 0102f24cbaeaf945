#include "core/design/tiles.h"
#include "core/design/images.h"
#include <algorithm>

namespace hl::design {

// A tile is one file in data/patterns and one line here.
const std::vector<Tile>& tiles() {
    static const std::vector<Tile> table{
        {"brick", "Goods yard brick", 20, 10, true, "#d9c4ad", "#a8573e", "#8c432f"},
        {"carriage-stripe", "Carriage stripe", 8, 8, false, "#f1e6cf", "#7c2f33", "#c79a3e"},
        {"clouds", "Fair weather", 30, 20, true, "#a9cbdc", "#f4f6f3", "#cfe1e8"},
        {"contours", "Line survey", 24, 24, false, "#f0ead8", "#a98f5f", "#7f9f8a"},
        {"fern", "Cutting fern", 20, 20, true, "#e4ead3", "#4f7a4a", "#b8842c"},
        {"hills", "Quillmere hills", 20, 15, true, "#dfe8e2", "#7f9c6c", "#54785f"},
        {"ivy", "Station ivy", 16, 24, true, "#f2eedf", "#49704a", "#7a5b3b"},
        {"lamps", "Platform lamps", 16, 20, true, "#2f4a52", "#15262c", "#f0c65a"},
        {"meadow", "Lineside meadow", 22, 22, true, "#f5efdc", "#56804f", "#cf5d4e"},
        {"moquette", "First class moquette", 24, 24, false, "#6b2436", "#8f3b49", "#d9a441"},
        {"night", "Last train home", 24, 24, false, "#23304d", "#f3d98a", "#8fa3c8"},
        {"planks", "Crossing planks", 18, 30, true, "#8a6a48", "#b08a5e", "#6d5136"},
        {"rain", "Branch line rain", 12, 12, true, "#cbd7dc", "#6d8896", "#f4f7f7"},
        {"signal-chevron", "Signal chevron", 12, 8, true, "#f3c13c", "#2b2b2e", "#d9a21f"},
        {"slate", "Roof slate", 16, 10, true, "#7d8aa0", "#66738b", "#3f4a60"},
        {"steam", "Steam", 24, 24, true, "#e7e3da", "#a39d92", "#c9b48a"},
        {"tea-room-check", "Tea room check", 10, 10, false, "#fbf6ec", "#c3564d", "#c3564d"},
        {"tickets", "Return tickets", 24, 20, true, "#f6eeda", "#d98f4a", "#6b3a22"},
        {"track", "Permanent way", 16, 8, false, "#c9bda6", "#6f573f", "#7f868c"},
    };
    return table;
}

const Tile* tile(const std::string& id) {
    const auto& all = tiles();
    const auto it = std::find_if(all.begin(), all.end(), [&](auto& p) { return id == p.id; });
    return it == all.end() ? nullptr : &*it;
}

std::string knownTiles() {
    std::string known;
    for (const Tile& p : tiles())
        known += (known.empty() ? "" : ", ") + std::string(p.id);
    return known;
}

bool hasUpperEnd(const Stock& s) {
    const Tile* t = tile(s.pattern);
    return !s.image.empty() || (t && t->directed);
}

Print printOf(const Design& d, const Stock& s) {
    Print out;
    out.face = s.face;
    if (!s.image.empty()) {
        const ImageSpec* image = d.image(s.image);
        const auto info = image ? imageInfo(image->data) : Result<ImageInfo>(Problem{});
        if (!info)
            return out;
        out.image = image->data;
        out.width = s.repeat.count > 0    ? s.repeat.mm()
                    : info->realWidth > 0 ? info->realWidth
                                          : usualImageWidth;
        out.height = out.width * info->height / info->width;
        return out;
    }
    out.tile = tile(s.pattern);
    if (!out.tile)
        return out;
    out.width = s.repeat.count > 0 ? s.repeat.mm() : out.tile->width;
    out.height = out.tile->height * out.width / out.tile->width;
    out.ink = s.ink.empty() ? out.tile->ink : s.ink;
    out.accent = s.accent.empty() ? out.tile->accent : s.accent;
    return out;
}

std::string inColours(std::string svg, const Print& print) {
    for (auto& [slot, colour] :
         {std::pair{"#010101", &print.face}, {"#020202", &print.ink}, {"#030303", &print.accent}})
        for (size_t at = 0; (at = svg.find(slot, at)) != std::string::npos; at += colour->size())
            svg.replace(at, 7, *colour);
    return svg;
}

} // namespace hl::design
