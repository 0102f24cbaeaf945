// How much a design may hold. One set of limits for every door: files read, drawings imported,
// edits in the window, edits from the command line. They are far beyond any card and keep memory
// and time of the worst input within bounds.
#pragma once
#include "core/measure/rooms.h"
#include <cstddef>
#include <string>

namespace hl::design::limits {

inline constexpr size_t text = 500;        // characters of a title, a name, an id
inline constexpr size_t entries = 2000;    // of a list: structures, parts, joins, lines
inline constexpr size_t corners = 2000;    // of one outline, aperture or line
inline constexpr size_t image = 16u << 20; // bytes of a picture of the maker's own
inline constexpr size_t keys = 200;        // of one object of a file
inline constexpr size_t nesting = 24;      // objects and lists of a file within one another
inline constexpr size_t crossings = 1500;  // of the lines and edges of one part
inline constexpr size_t tangle = 200;      // of one outline with itself: no shape that is meant
inline constexpr double reach = 10000;     // mm: how far from its origin a part's points may lie
inline constexpr size_t stages = 60;       // of a motion
// Panels times samples of the motion: what has to be folded and kept.
inline constexpr size_t poses = 500000;

// How many characters a text has, whatever bytes they take (UTF-8).
inline size_t charactersOf(const std::string& words) {
    size_t n = 0;
    for (char c : words)
        n += (static_cast<unsigned char>(c) & 0xC0) != 0x80;
    return n;
}

} // namespace hl::design::limits
