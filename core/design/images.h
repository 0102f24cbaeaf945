// Pictures of the maker's own that papers are printed with: what kind of file one is and how large,
// read from its beginning.
#pragma once
#include "core/design/bytes.h"
#include "core/measure/result.h"

namespace hl::design {

inline constexpr double usualImageWidth = 100; // mm, of one that does not say
inline constexpr double largestSide = 20000;   // pixels
inline constexpr double mostPixels = 30e6;     // of a picture: what printing can hold at once

struct ImageInfo {
    enum Kind { Png, Jpeg, Svg } kind = Png;
    double width = 0, height = 0; // pixels, or what an SVG counts in
    double realWidth = 0;         // mm, where the file says it; 0: it does not
};

// A problem where the bytes are no PNG, JPEG or SVG, where they do not say its size, or where it is
// larger than any picture may be, whichever way it comes in.
Result<ImageInfo> imageInfo(const Bytes& bytes);

} // namespace hl::design
