#include "core/measure/number.h"
#include <cmath>

namespace hl::measure {

std::string numberText(double v, int most, int least) {
    char text[400]; // 309 digits before the point at the most
    const auto end = std::to_chars(text, text + sizeof text, v, std::chars_format::fixed, most).ptr;
    std::string s(text, end);
    if (!std::isfinite(v))
        return s;
    if (const size_t point = s.find('.'); point != std::string::npos) {
        while (s.size() > point + 1 + static_cast<size_t>(least) && s.back() == '0')
            s.pop_back();
        if (s.back() == '.')
            s.pop_back();
    }
    if (s.front() == '-' && s.find_first_not_of("-0.") == std::string::npos)
        s.erase(0, 1);
    return s;
}

std::optional<double> takeNumber(std::string_view& text) {
    const size_t start = text.find_first_not_of(" \t\r\n,");
    if (start == std::string_view::npos)
        return {};
    std::string_view rest = text.substr(start);
    if (rest.front() == '+')
        rest.remove_prefix(1);
    double v = 0;
    const auto read = std::from_chars(rest.data(), rest.data() + rest.size(), v);
    if (read.ec != std::errc{})
        return {};
    text = rest.substr(static_cast<size_t>(read.ptr - rest.data()));
    return v;
}

} // namespace hl::measure
