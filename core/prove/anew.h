// Whether what is found after a change was found before it.
#pragma once
#include "core/prove/finding.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {

inline bool sameParts(const Finding& a, const Finding& b) {
    return a.parts.size() == b.parts.size() &&
           std::is_permutation(a.parts.begin(), a.parts.end(), b.parts.begin());
}

// Whether a finding was there before, and said as much.
inline bool wasThere(const Finding& f, const std::vector<Finding>& before) {
    constexpr double slack = 0.05;
    return std::any_of(before.begin(), before.end(), [&](const Finding& b) {
        return b.rule == f.rule && b.in == f.in && sameParts(b, f) && b.severity >= f.severity &&
               (f.rule == "clearance" ? f.amount >= b.amount - slack
                                      : f.amount <= b.amount + slack);
    });
}

inline bool isThere(const Finding& wanted, const std::vector<Finding>& all) {
    return std::any_of(all.begin(), all.end(), [&](const Finding& f) {
        return f.severity != Severity::Note && f.rule == wanted.rule && sameParts(f, wanted);
    });
}

} // namespace hl::proving
