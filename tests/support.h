// What several tests need: cards to start from, structures that must succeed, findings by rule.
#pragma once
#include "core/edit/edit.h"
#include "core/prove/prove.h"
#include <QtGlobal>

namespace hl::test {

inline Design card(double width = 140, double height = 140) {
    return *newDesign(Measure::fromMm(width), Measure::fromMm(height), SpineSide::Left,
                      Unit::Millimetre);
}

inline Design with(const Design& d, const std::string& kind, const std::string& on,
                   const std::map<std::string, std::string>& set = {}) {
    auto added = addStructure(d, kind, on, set);
    if (!added)
        qFatal("%s", added.problem().text().c_str());
    return added->first;
}

inline const Finding* first(const std::vector<Finding>& all, const std::string& rule) {
    for (auto& f : all)
        if (f.rule == rule)
            return &f;
    return nullptr;
}

} // namespace hl::test
