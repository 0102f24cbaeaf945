#include "core/files/drawn_spline.h"
#include <algorithm>
#include <cmath>

namespace hl::files {
namespace {

// The curve at u within knots[span] and the next, by de Boor's recursion on weighted points.
Vec2 at(const DrawnSpline& s, size_t span, double u) {
    const size_t p = static_cast<size_t>(s.degree);
    std::vector<Vec2> point(p + 1);
    std::vector<double> weight(p + 1);
    for (size_t i = 0; i <= p; ++i) {
        const auto& c = s.controls[span - p + i];
        weight[i] = c.weight;
        point[i] = c.at * c.weight;
    }
    for (size_t r = 1; r <= p; ++r)
        for (size_t i = p; i >= r; --i) {
            const double low = s.knots[span - p + i], high = s.knots[span + 1 + i - r];
            const double t = high > low ? (u - low) / (high - low) : 0;
            point[i] = (1 - t) * point[i - 1] + t * point[i];
            weight[i] = (1 - t) * weight[i - 1] + t * weight[i];
        }
    return weight[p] > 1e-12 ? Vec2(point[p] / weight[p]) : Vec2(point[p]);
}

// How many chords a stretch of that length takes, mm.
int chordsFor(double length) {
    return static_cast<int>(std::clamp(std::ceil(4 * std::sqrt(length)), 4.0, 200.0));
}

std::vector<Vec2> byControls(const DrawnSpline& s) {
    std::vector<Vec2> out;
    const size_t p = static_cast<size_t>(s.degree), n = s.controls.size();
    for (size_t span = p; span < n; ++span) {
        const double from = s.knots[span], to = s.knots[span + 1];
        if (!(to > from))
            continue;
        double length = 0;
        for (size_t i = span - p; i < span; ++i)
            length += (s.controls[i + 1].at - s.controls[i].at).norm();
        const int chords = chordsFor(length);
        for (int i = out.empty() ? 0 : 1; i <= chords; ++i)
            out.push_back(at(s, span, from + (to - from) * i / chords));
    }
    return out;
}

// Each stretch a cubic whose ends run along the line between their neighbours.
std::vector<Vec2> byThrough(const std::vector<Vec2>& through) {
    std::vector<Vec2> out;
    const size_t n = through.size();
    for (size_t i = 0; i + 1 < n; ++i) {
        const Vec2 a = through[i], b = through[i + 1];
        const Vec2 out1 = (b - (i ? through[i - 1] : a)) / (i ? 2 : 1);
        const Vec2 in2 = ((i + 2 < n ? through[i + 2] : b) - a) / (i + 2 < n ? 2 : 1);
        const int chords = chordsFor((b - a).norm());
        for (int k = out.empty() ? 0 : 1; k <= chords; ++k) {
            const double t = static_cast<double>(k) / chords, t2 = t * t, t3 = t2 * t;
            out.push_back((2 * t3 - 3 * t2 + 1) * a + (t3 - 2 * t2 + t) * out1 +
                          (3 * t2 - 2 * t3) * b + (t3 - t2) * in2);
        }
    }
    return out;
}

} // namespace

std::vector<Vec2> pointsOf(const DrawnSpline& s, bool& guessed) {
    const size_t p = static_cast<size_t>(std::max(s.degree, 0));
    const bool whole = p >= 1 && p <= 10 && s.controls.size() > p &&
                       s.knots.size() >= s.controls.size() + p + 1 &&
                       std::is_sorted(s.knots.begin(), s.knots.end()) &&
                       std::all_of(s.controls.begin(), s.controls.end(),
                                   [](const auto& c) { return c.at.allFinite() && c.weight > 0; });
    if (whole)
        return byControls(s);
    std::vector<Vec2> through = s.through;
    if (through.empty())
        for (const auto& c : s.controls)
            through.push_back(c.at);
    if (through.size() < 2)
        return {};
    guessed = true;
    return byThrough(through);
}

} // namespace hl::files
