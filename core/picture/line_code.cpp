#include "core/picture/line_code.h"
#include <cstddef>

namespace hl::picture {

const std::vector<LineStyle>& lineCode() {
    static const std::vector<LineStyle> table = {
        {Line::Cut, "cut", "Cut", "#2b2a33", "#e9e4da", 0.3, {}},
        {Line::Valley, "valley", "Valley", "#12807c", "#46b8b0", 0.3, {2, 1.4}},
        {Line::Mountain, "mountain", "Mountain", "#a8700f", "#dda53d", 0.3, {4, 1.2, 0.5, 1.2}},
        {Line::Score, "score", "Score, either way", "#6c6875", "#a39fab", 0.25, {0.4, 1.1}},
        {Line::Adhesive, "adhesive", "Adhesive", "#7a4fa8", "#b592dd", 0.18, {}},
        {Line::Sheet, "sheet", "Edge of the sheet", "#c9c4ba", "#55515e", 0.15, {}},
        {Line::Label, "label", "Label", "#4a4754", "#cfc9d6", 0.2, {}},
        {Line::Check, "check", "Check bar", "#2b2a33", "#e9e4da", 0.25, {}},
    };
    return table;
}

const LineStyle& styleOf(Line line) { return lineCode()[static_cast<size_t>(line)]; }

} // namespace hl::picture
