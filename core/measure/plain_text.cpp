#include "core/measure/plain_text.h"
#include <algorithm>
#include <cstddef>
#include <cstdint>

namespace hl::measure {
namespace {

// The character that begins at `at` and how many bytes it has; no bytes where it is no UTF-8: too
// long a form, half of a pair, beyond Unicode.
struct Character {
    std::uint32_t code = 0;
    size_t bytes = 0;
};

Character characterAt(const std::string& s, size_t at) {
    const auto byte = [&](size_t i) { return static_cast<unsigned char>(s[i]); };
    const unsigned lead = byte(at);
    if (lead < 0x80)
        return {lead, 1};
    const size_t n = lead >= 0xF0 && lead < 0xF5   ? 4
                     : lead >= 0xE0 && lead < 0xF0 ? 3
                     : lead >= 0xC2 && lead < 0xE0 ? 2
                                                   : 0;
    if (n == 0 || at + n > s.size())
        return {};
    std::uint32_t code = lead & (0x7F >> n);
    for (size_t i = 1; i < n; ++i) {
        if ((byte(at + i) & 0xC0) != 0x80)
            return {};
        code = code << 6 | (byte(at + i) & 0x3F);
    }
    const bool tooLong = (n == 3 && code < 0x800) || (n == 4 && code < 0x10000);
    if (tooLong || (code >= 0xD800 && code < 0xE000) || code > 0x10FFFF)
        return {};
    return {code, n};
}

} // namespace

std::string plainText(const std::string& text) {
    std::string out;
    out.reserve(text.size());
    for (size_t i = 0; i < text.size();) {
        const Character c = characterAt(text, i);
        if (c.bytes == 0) {
            out += "\xEF\xBF\xBD";
            ++i;
            continue;
        }
        const bool breaks = c.code == '\n' || c.code == '\t' || c.code == '\r' || c.code == 0x85 ||
                            c.code == 0x2028 || c.code == 0x2029;
        const bool control = c.code < 0x20 || (c.code >= 0x7F && c.code < 0xA0);
        const bool never = (c.code & 0xFFFE) == 0xFFFE || (c.code >= 0xFDD0 && c.code < 0xFDF0);
        if (breaks)
            out += ' ';
        else if (!control && !never)
            out.append(text, i, c.bytes);
        i += c.bytes;
    }
    return out;
}

std::string shortened(const std::string& text, size_t most) {
    size_t kept = 0, characters = 0; // bytes of the first most - 1 characters
    for (size_t i = 0; i < text.size(); ++characters) {
        if (characters + 1 == most)
            kept = i;
        i += std::max<size_t>(1, characterAt(text, i).bytes);
    }
    return characters <= most ? text : text.substr(0, kept) + "…";
}

} // namespace hl::measure
