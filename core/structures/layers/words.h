// Words: letters cut and glued on a base line, letters cut out of a panel, or a label that is
// printed.
#pragma once
#include "core/assembly/assembly.h"

namespace hl::structures {

// Words printed on a panel: the pieces of their letters, in its flat coordinates.
struct Printed {
    int panel = 0;
    bool onFilm = false; // on the middle of the film that the panel is an end of
    std::vector<Paper> letters;
    std::string text, typeface; // as they are set
    Vec2 at{0, 0};              // the start of the base line
    double height = 0;          // of a capital, mm
    std::string ink;            // "#rrggbb"
};
std::vector<Printed> printedWords(const Design& design, const Assembly& assembly);

} // namespace hl::structures
