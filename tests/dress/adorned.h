// What tests of dressing share: what holds a panel, and a topper that must succeed.
#pragma once
#include "core/dress/dress.h"
#include "tests/drawn.h"

namespace hl::test {

inline const Join& heldBy(const Assembly& a, const std::string& panel) {
    return *a.joinsOf(a.panel(panel)).front();
}
inline Design topped(const Design& d, const std::string& on,
                     std::map<std::string, std::string> set) {
    auto laid = layTopper(d, *foldUp(d), on, std::move(set));
    if (!laid)
        qFatal("%s", laid.problem().text().c_str());
    return laid->first;
}

} // namespace hl::test
