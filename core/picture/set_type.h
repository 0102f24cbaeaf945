// Typesetting by Pango, in the machine's faces and the one that ships. Of the core's pictures
// alone.
#pragma once
#include "core/measure/rooms.h"
#include <memory>
#include <mutex>
#include <pango/pangocairo.h>
#include <string>

namespace hl::picture {

// Letters are set this many times as large and drawn as much smaller, so that no place of a glyph
// is rounded to a pixel of an imagined screen.
inline constexpr double setLarger = 64;
inline constexpr const char* shippedFace = "Cabin";

template<class T> using Held = std::unique_ptr<T, void (*)(T*)>;
template<class T> using Object = std::unique_ptr<T, void (*)(gpointer)>;

// Pango's objects are one thread's at a time, and designs are made on several: whoever uses what is
// below holds this meanwhile.
std::unique_lock<std::recursive_mutex> settingType();
PangoFontMap* fonts();
// Words of a size in mm, setLarger times as large.
Object<PangoLayout> layoutOf(const std::string& text, double size,
                             const std::string& typeface = shippedFace);

} // namespace hl::picture
