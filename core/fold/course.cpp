#include "core/fold/course.h"
#include "core/fold/linkage.h"
#include "core/measure/measure.h"
#include <algorithm>
#include <cmath>

namespace hl::fold {
namespace {

// Folds are driven by the angle between their panels: 0 closed, 180 flat. Their own values are 0
// when flat, positive for a valley.
double valueOf(const Joint& j, double driven) {
    if (j.freedom == Freedom::Slide)
        return driven;
    if (j.join >= 0)
        return driven * pi / 180;
    return (j.high > 0 ? 1 : -1) * (180 - driven) * pi / 180;
}

} // namespace

Course::Course(const std::vector<Stage>& stages, const std::vector<int>& driven,
               const std::vector<Joint>& joints) {
    plain_ = stages[0].drive == "card.spine" && stages[0].from < stages[0].to;
    for (size_t i = 1; i < stages.size(); ++i)
        plain_ = plain_ && stages[i].together;
    double at = plain_ ? stages[0].from : 0;
    if (driven.empty())
        return;
    samples_ = {at};
    for (size_t i = 0; i < stages.size(); ++i) {
        const Stage& s = stages[i];
        if (i > 0 && s.together) { // along with the one before, over its stretch of the scale
            const Leg& with = legs_.back();
            legs_.push_back({driven[i], valueOf(joints[driven[i]], s.from),
                             valueOf(joints[driven[i]], s.to), with.begin, with.end, s.from, s.to});
            continue;
        }
        const double length = std::fabs(s.to - s.from);
        legs_.push_back({driven[i], valueOf(joints[driven[i]], s.from),
                         valueOf(joints[driven[i]], s.to), at, at + length, s.from, s.to});
        const int steps = std::max(1, static_cast<int>(std::ceil(length - 1e-9)));
        for (int n = 1; n <= steps; ++n)
            samples_.push_back(at + length * n / steps);
        at += length;
    }
}

const Course::Leg& Course::legAt(double at) const {
    auto it = std::find_if(legs_.begin(), legs_.end(), [&](auto& l) { return at <= l.end; });
    return it == legs_.end() ? legs_.back() : *it;
}

int Course::below(double at) const {
    auto it = std::upper_bound(samples_.begin(), samples_.end(), at);
    return std::clamp(static_cast<int>(it - samples_.begin()) - 1, 0, last() - 1);
}

int Course::sample(double part) const {
    return static_cast<int>(std::lround(std::clamp(part, 0.0, 1.0) * last()));
}

void Course::drive(double at, std::vector<double>& values) const {
    for (size_t i = legs_.size(); i-- > 0;) { // what has not begun rests where it will begin
        const Leg& l = legs_[i];
        if (at <= l.begin)
            values[l.joint] = l.from;
    }
    for (const Leg& l : legs_)
        if (at > l.begin) {
            const double part = at >= l.end ? 1 : (at - l.begin) / (l.end - l.begin);
            values[l.joint] = part == 1 ? l.to : l.from + part * (l.to - l.from);
        }
}

} // namespace hl::fold
