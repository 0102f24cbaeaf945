// Text within SVG and HTML.
#pragma once
#include <string>

namespace hl {

inline std::string escaped(const std::string& text) {
    std::string out;
    for (char c : text)
        out += c == '&'   ? "&amp;"
               : c == '<' ? "&lt;"
               : c == '>' ? "&gt;"
               : c == '"' ? "&quot;"
                          : std::string(1, c);
    return out;
}

} // namespace hl
