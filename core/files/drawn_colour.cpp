#include "core/files/drawn_colour.h"
#include "core/measure/number.h"
#include <algorithm>
#include <array>
#include <cctype>
#include <cmath>
#include <optional>
#include <string_view>

namespace hl::files {
namespace {

using Rgb = std::array<int, 3>;

// The names that drawings use; the first of a colour is what it is called.
struct Named {
    const char* name;
    Rgb rgb;
};
constexpr Named names[] = {
    {"black", {0, 0, 0}},       {"white", {255, 255, 255}},    {"red", {255, 0, 0}},
    {"green", {0, 128, 0}},     {"blue", {0, 0, 255}},         {"yellow", {255, 255, 0}},
    {"cyan", {0, 255, 255}},    {"aqua", {0, 255, 255}},       {"magenta", {255, 0, 255}},
    {"fuchsia", {255, 0, 255}}, {"lime", {0, 255, 0}},         {"gray", {128, 128, 128}},
    {"grey", {128, 128, 128}},  {"silver", {192, 192, 192}},   {"maroon", {128, 0, 0}},
    {"olive", {128, 128, 0}},   {"navy", {0, 0, 128}},         {"purple", {128, 0, 128}},
    {"teal", {0, 128, 128}},    {"orange", {255, 165, 0}},     {"brown", {165, 42, 42}},
    {"pink", {255, 192, 203}},  {"darkgreen", {0, 100, 0}},    {"darkblue", {0, 0, 139}},
    {"darkred", {139, 0, 0}},   {"lightblue", {173, 216, 230}}};

std::optional<Rgb> fromHex(const std::string& c) {
    if (c.size() != 4 && c.size() != 5 && c.size() != 7 && c.size() != 9)
        return {};
    if (!std::all_of(c.begin() + 1, c.end(), [](unsigned char v) { return std::isxdigit(v); }))
        return {};
    const auto digit = [&](size_t i) { return c[i] <= '9' ? c[i] - '0' : c[i] - 'a' + 10; };
    Rgb out;
    for (size_t i = 0; i < 3; ++i)
        out[i] = c.size() <= 5 ? 17 * digit(1 + i) : 16 * digit(1 + 2 * i) + digit(2 + 2 * i);
    return out;
}

// "rgb(12, 0, 255)", parts also as percentages, parted by commas or spaces.
std::optional<Rgb> fromParts(const std::string& c) {
    const size_t open = c.find('('), close = c.find(')');
    if (c.rfind("rgb", 0) != 0 || open == std::string::npos || close == std::string::npos)
        return {};
    std::string_view rest(c.data() + open + 1, close - open - 1);
    Rgb out;
    for (int& part : out) {
        const auto v = takeNumber(rest);
        if (!v)
            return {};
        const bool share = !rest.empty() && rest.front() == '%';
        if (share)
            rest.remove_prefix(1);
        part = static_cast<int>(std::lround(std::clamp(share ? *v * 2.55 : *v, 0.0, 255.0)));
    }
    return out;
}

} // namespace

std::string plainColour(const std::string& said) {
    std::string c;
    for (const unsigned char v : said)
        c += static_cast<char>(std::tolower(v));
    std::optional<Rgb> rgb;
    for (const Named& n : names)
        if (c == n.name)
            rgb = n.rgb;
    if (!rgb)
        rgb = !c.empty() && c[0] == '#' ? fromHex(c) : fromParts(c);
    if (!rgb)
        return c;
    if (std::all_of(rgb->begin(), rgb->end(), [](int v) { return v < 25; }))
        rgb = Rgb{0, 0, 0};
    for (const Named& n : names)
        if (*rgb == n.rgb)
            return n.name;
    std::string hex = "#";
    for (const int v : *rgb)
        for (const int d : {v / 16, v % 16})
            hex += "0123456789abcdef"[d];
    return hex;
}

} // namespace hl::files
