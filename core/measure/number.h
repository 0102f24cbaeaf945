// Numbers as text: the only place that prints or reads decimals. Always with a full stop, whatever
// the desktop's locale says: files, exports and sentences read the same everywhere.
#pragma once
#include "core/measure/rooms.h"
#include <charconv>
#include <optional>
#include <string>
#include <string_view>
#include <type_traits>

namespace hl::measure {

template<class Whole, class = std::enable_if_t<std::is_integral_v<Whole>>>
std::string numberText(Whole whole) {
    char text[24];
    return {text, std::to_chars(text, text + sizeof text, whole).ptr};
}
// Rounded to at most `most` decimals (0 to 12), with at least `least` of them; never "-0".
std::string numberText(double v, int most, int least = 0);
// "one box", or "3 boxes".
template<class Whole>
std::string countText(Whole n, const std::string& one, const std::string& more) {
    return n == 1 ? one : numberText(n) + " " + more;
}

// The number at the start of `text`, after white space and commas, and takes it off there; empty
// where there is none or it is out of a double's reach.
std::optional<double> takeNumber(std::string_view& text);

} // namespace hl::measure
