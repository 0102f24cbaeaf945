#include "core/measure/place.h"
#include <limits>

namespace hl::measure {

Result<Measure> parsePlace(const std::string& text, Quantity quantity, Unit unit) {
    const size_t start = text.find_first_not_of(' ');
    std::string rest = start == std::string::npos ? "" : text.substr(start);
    bool minus = false;
    for (const char* sign : {"-", "−"})
        if (!minus && rest.rfind(sign, 0) == 0) {
            minus = true;
            rest = rest.substr(std::string(sign).size());
        }
    auto parsed = parseMeasure(rest, quantity, unit);
    if (!parsed)
        return parsed.problem();
    Measure m = parsed->measure;
    if (minus)
        m.count = -m.count;
    return m;
}

std::string placeText(const Measure& m, Unit unit) {
    return (m.count < 0 ? "-" : "") + exactText(sizeOf(m), unit);
}

Measure sizeOf(const Measure& m) {
    using Limits = std::numeric_limits<std::int64_t>;
    Measure size = m;
    size.count = m.count == Limits::min() ? Limits::max() : m.count < 0 ? -m.count : m.count;
    return size;
}

} // namespace hl::measure
