#include "core/fold/pressed.h"
#include "core/fold/closure.h"
#include "core/fold/sharing.h"
#include "core/fold/starts.h"
#include "core/measure/measure.h"
#include <algorithm>
#include <cmath>

namespace hl::fold {

bool Pressed::flat(int s) const {
    return std::all_of(hosts_.begin(), hosts_.end(), [&](int j) {
        return k_.joints[j].freedom != Freedom::Fold || isFlat(m_.values[s][j]);
    });
}

bool Pressed::foldedUp(int s) const {
    return flat(s) && std::any_of(hosts_.begin(), hosts_.end(), [&](int j) {
               return k_.joints[j].freedom == Freedom::Fold &&
                      std::fabs(m_.values[s][j]) > pi - 1e-9;
           });
}

bool Pressed::pressFlat(int s, std::vector<double>& values) const {
    constexpr double near = 15 * pi / 180;
    if (!foldedUp(s))
        return false;
    std::vector<double> pressed = values;
    for (int c : block_.joints) {
        const Joint& j = k_.joints[c];
        const double whole = std::round(values[c] / pi) * pi;
        if (j.freedom != Freedom::Fold || std::fabs(values[c] - whole) > near)
            return false;
        pressed[c] = std::clamp(whole, j.low, j.high);
    }
    std::vector<double> misfits(k_.loops.size());
    misfitsOf(k_, block_, pressed, misfits);
    if (*std::max_element(misfits.begin(), misfits.end()) > branch::forgiven)
        return false;
    values = pressed;
    return true;
}

void Pressed::foldFlat(std::vector<double>& stands) const {
    constexpr size_t most = 14; // folds of which all ways are tried
    const int closedAt = 0;
    if (block_.joints.size() > most || !foldedUp(closedAt))
        return;
    std::vector<double> trial = m_.values[closedAt];
    double least = 1e300;
    std::vector<double> best;
    for (size_t way = 0; way < size_t{1} << block_.joints.size(); ++way) {
        double far = 0;
        for (size_t i = 0; i < block_.joints.size(); ++i) {
            const Joint& j = k_.joints[block_.joints[i]];
            if (j.freedom != Freedom::Fold)
                return;
            const double bound = j.high > 0 ? j.high : j.low;
            const double folded = std::fabs(std::fabs(bound) - pi) < 1e-9 ? bound : 0;
            trial[block_.joints[i]] = way >> i & 1 ? folded : 0;
            far += j.stiffness * std::pow(trial[block_.joints[i]] - stands[block_.joints[i]], 2);
        }
        if (far >= least)
            continue;
        fillTied(k_, trial);
        if (missOf(k_, block_, trial) > 1e-9)
            continue;
        least = far;
        best = trial;
    }
    for (int c : block_.joints)
        if (!best.empty())
            m_.flat[c] = best[c];
    if (!best.empty())
        settle(k_, block_, stands, restsAt(k_, m_, stands));
}

bool Pressed::snapPartly(std::vector<double>& values) const {
    constexpr double near = 0.3 * pi / 180;
    std::vector<double> trial = values;
    Block rest{{}, block_.loops};
    for (int c : block_.joints) {
        const Joint& j = k_.joints[c];
        const double whole = std::round(trial[c] / pi) * pi;
        if (j.freedom != Freedom::Fold || std::fabs(trial[c] - whole) > near)
            rest.joints.push_back(c);
        else
            trial[c] = std::clamp(whole, j.low, j.high);
    }
    if (rest.joints.size() == block_.joints.size())
        return false;
    settle(k_, rest, trial, restsAt(k_, m_, trial));
    for (int l : block_.loops)
        if (missOf(k_, k_.loops[l], trial) > 1e-9)
            return false;
    values = trial;
    return true;
}

} // namespace hl::fold
