#include "core/files/svg_arcs.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cctype>
#include <cmath>
#include <optional>
#include <string_view>

namespace hl::files {
namespace {

struct Scanner {
    const std::string& text;
    size_t at;

    void skip() {
        while (at < text.size() &&
               (std::isspace(static_cast<unsigned char>(text[at])) || text[at] == ','))
            ++at;
    }
    // The next number as it is written; nothing where there is none.
    std::optional<std::string> number(double* value = nullptr) {
        skip();
        const size_t begin = at;
        const bool sign = at < text.size() && (text[at] == '-' || text[at] == '+');
        std::string_view rest(text.data() + at + sign, text.size() - at - sign);
        if (rest.empty() || !(std::isdigit(static_cast<unsigned char>(rest[0])) || rest[0] == '.'))
            return {};
        const auto read = takeNumber(rest);
        if (!read)
            return {};
        if (value)
            *value = *read;
        at = text.size() - rest.size();
        return text.substr(begin, at - begin);
    }
    // A flag is one digit, whatever follows.
    std::optional<std::string> flag() {
        skip();
        if (at >= text.size() || (text[at] != '0' && text[at] != '1'))
            return {};
        return std::string(1, text[at++]);
    }
};

} // namespace

std::string withoutFlatArcs(const std::string& path, double least) {
    std::string out;
    for (Scanner s{path, 0}; s.at < path.size();) {
        const char command = path[s.at];
        out += command;
        ++s.at;
        if (command != 'A' && command != 'a')
            continue;
        out.pop_back();
        for (;;) { // one arc after the other, as long as they are whole
            const size_t mark = s.at;
            double rx = 0, ry = 0;
            const auto one = s.number(&rx), other = s.number(&ry), turn = s.number(),
                       large = s.flag(), sweep = s.flag(), x = s.number(), y = s.number();
            if (!(one && other && turn && large && sweep && x && y)) {
                s.at = mark;
                if (out.empty() || out.back() != ' ') // nothing of it was one: as it stands
                    out += command;
                break;
            }
            const std::string end = *x + " " + *y + " ";
            out += std::min(std::fabs(rx), std::fabs(ry)) < least
                       ? (command == 'A' ? "L " : "l ") + end
                       : std::string(1, command) + " " + *one + " " + *other + " " + *turn + " " +
                             *large + " " + *sweep + " " + end;
        }
    }
    return out;
}

} // namespace hl::files
