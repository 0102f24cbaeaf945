// How long tests of many random cases take is a setting: HL_TEST_SCALE, 1 unless it is set. The
// sanitizers ask for more mutations, the coverage for fewer designs.
#pragma once
#include <algorithm>
#include <cstdlib>

namespace hl::test {

// So many cases at the scale that is set; one at the least.
inline int scaled(int cases) {
    const char* set = std::getenv("HL_TEST_SCALE");
    const double scale = set ? std::atof(set) : 1;
    return std::max(1, static_cast<int>(cases * (scale > 0 ? scale : 1)));
}

} // namespace hl::test
