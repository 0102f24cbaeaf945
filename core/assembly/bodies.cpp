#include "core/assembly/bodies.h"
#include <algorithm>
#include <numeric>

namespace hl::assembly {

std::vector<int> bodiesOf(const Assembly& a) {
    std::vector<int> first(a.panels.size());
    std::iota(first.begin(), first.end(), 0);
    const auto of = [&](int i) {
        while (first[static_cast<size_t>(i)] != i)
            i = first[static_cast<size_t>(i)] =
                first[static_cast<size_t>(first[static_cast<size_t>(i)])];
        return i;
    };
    for (const Join& j : a.joins)
        if (!j.moves) {
            const int one = of(j.tab), other = of(j.landing);
            first[static_cast<size_t>(std::max(one, other))] = std::min(one, other);
        }
    for (size_t i = 0; i < first.size(); ++i)
        first[i] = of(static_cast<int>(i));
    return first;
}

} // namespace hl::assembly
