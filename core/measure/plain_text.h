// Text as it may be shown, printed and written to files: nothing that steers a terminal, breaks a
// page or is no text at all.
#pragma once
#include "core/measure/rooms.h"
#include <string>

namespace hl::measure {

// `text` in one line: line breaks and tabs become spaces, other control characters (of ASCII and of
// ISO 6429) and what Unicode keeps from texts are dropped, bytes that are no UTF-8 become the sign
// for that (U+FFFD).
std::string plainText(const std::string& text);

// At most `most` characters of a text, the last of them “…” where there were more.
std::string shortened(const std::string& text, size_t most);

} // namespace hl::measure
