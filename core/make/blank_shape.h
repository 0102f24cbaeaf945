// What plans ask of a blank's shape, and how they tell its size. Of core/make alone.
#pragma once
#include "core/make/parts_list.h"
#include <cmath>
#include <optional>

namespace hl::make {

inline constexpr double hairline = 1e-4; // mm: alike

inline bool runsUpright(const Vec2& a, const Vec2& b) {
    return std::fabs(a.x() - b.x()) < hairline;
}
inline bool runsLevel(const Vec2& a, const Vec2& b) { return std::fabs(a.y() - b.y()) < hairline; }

inline bool plainRectangle(const ListedPart& p) {
    return p.outline.size() == 4 && std::fabs(areaOf(p.outline) - p.blank.x() * p.blank.y()) < 1e-3;
}

inline std::string sizeText(double width, double height, Unit unit) {
    return sayLength(width, unit) + " x " + sayLength(height, unit);
}

// How scores run through a part from edge to edge, all along x or all along y; nothing where they
// do not, or where its blank is no rectangle.
struct Through {
    bool upright = true;
    std::vector<std::pair<long, std::string>> at; // micrometres, and which way
};
std::optional<Through> scoredThrough(const ListedPart& p);

// On which sides of its blank a part ends in tabs only, which may lose a sliver.
inline constexpr double sliver = 1; // mm, at most
struct TabSides {
    bool across = false, along = false;
};
TabSides tabSides(const Assembly& a, const ListedPart& p);

// Whether a part is the mirror image of one before it of the same paper.
bool isMirrored(const std::vector<ListedPart>& parts, size_t which);

} // namespace hl::make
