#include "core/make/cut_order.h"
#include "core/make/blank_shape.h"
#include <algorithm>

namespace hl::make {

void orderCuts(const std::vector<CutNode>& nodes, double longest, PlannedSheet& sheet,
               int& settings) {
    std::vector<int> table{0};
    double fence = -1;
    const auto distances = [&](const CutNode& n) {
        const double first = n.at - (n.acrossX ? n.x : n.y), all = n.acrossX ? n.width : n.height;
        return std::pair(first, all - first);
    };
    while (!table.empty()) {
        table.erase(std::remove_if(table.begin(), table.end(),
                                   [&](int i) { return nodes[static_cast<size_t>(i)].first < 0; }),
                    table.end());
        if (table.empty())
            break;
        // The piece on top, unless another can be cut without moving the fence.
        size_t take = table.size() - 1;
        for (size_t i = 0; i < table.size(); ++i) {
            const auto [a, b] = distances(nodes[static_cast<size_t>(table[i])]);
            if (std::fabs(a - fence) < hairline || std::fabs(b - fence) < hairline)
                take = i;
        }
        const CutNode& n = nodes[static_cast<size_t>(table[take])];
        const auto [a, b] = distances(n);
        GuillotineCut cut;
        cut.piece = {n.x, n.y, n.width, n.height};
        cut.acrossX = n.acrossX;
        cut.at = n.at;
        cut.tooLong = (n.acrossX ? n.height : n.width) > longest + hairline;
        const bool kept = std::fabs(a - fence) < hairline || std::fabs(b - fence) < hairline;
        if (!kept && !cut.tooLong) { // a ruler moves no fence
            // What becomes a part or a strip lies against the fence.
            fence = a;
            ++settings;
        }
        cut.fence = cut.tooLong ? a : fence;
        cut.setAnew = !kept && !cut.tooLong;
        sheet.cuts.push_back(cut);
        table.erase(table.begin() + static_cast<std::ptrdiff_t>(take));
        table.push_back(n.second);
        table.push_back(n.first);
    }
}

} // namespace hl::make
