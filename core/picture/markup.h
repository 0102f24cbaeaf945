// Text within SVG and HTML.
#pragma once
#include "core/measure/plain_text.h"
#include <string>

namespace hl::picture {

inline std::string escaped(const std::string& text) {
    std::string out;
    for (char c : plainText(text)) // which no page could hold otherwise
        out += c == '&'   ? "&amp;"
               : c == '<' ? "&lt;"
               : c == '>' ? "&gt;"
               : c == '"' ? "&quot;"
                          : std::string(1, c);
    return out;
}

} // namespace hl::picture
