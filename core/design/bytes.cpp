#include "core/design/bytes.h"
#include <array>

namespace hl::design {
namespace {

constexpr char digits[] = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";

} // namespace

std::string base64Text(const std::string& bytes) {
    std::string out;
    out.reserve((bytes.size() + 2) / 3 * 4);
    for (size_t i = 0; i < bytes.size(); i += 3) {
        unsigned long v = 0;
        for (size_t k = 0; k < 3; ++k)
            v = v << 8 | (i + k < bytes.size() ? static_cast<unsigned char>(bytes[i + k]) : 0u);
        const size_t there = bytes.size() - i;
        for (size_t k = 0; k < 4; ++k)
            out += k > there ? '=' : digits[v >> (18 - 6 * k) & 63];
    }
    return out;
}

std::optional<std::string> fromBase64(const std::string& text) {
    static const std::array<int, 256> values = [] {
        std::array<int, 256> table{};
        table.fill(-1);
        for (int i = 0; i < 64; ++i)
            table[static_cast<unsigned char>(digits[i])] = i;
        return table;
    }();
    if (text.size() % 4 != 0)
        return std::nullopt;
    std::string out;
    out.reserve(text.size() / 4 * 3);
    for (size_t i = 0; i < text.size(); i += 4) {
        unsigned long v = 0;
        size_t missing = 0;
        for (size_t k = 0; k < 4; ++k) {
            const char c = text[i + k];
            if (c == '=' && i + 4 == text.size() && k >= 2) {
                ++missing;
                v <<= 6;
                continue;
            }
            const int digit = values[static_cast<unsigned char>(c)];
            if (digit < 0 || missing > 0)
                return std::nullopt;
            v = v << 6 | static_cast<unsigned long>(digit);
        }
        for (size_t k = 0; k + missing < 3; ++k)
            out += static_cast<char>(v >> (16 - 8 * k) & 255);
    }
    return out;
}

} // namespace hl::design
