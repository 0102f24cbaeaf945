#include "core/fold/span.h"
#include <algorithm>
#include <cmath>

namespace hl::fold {
namespace {

constexpr double straight = 1e-6; // mm

// The root of a function that falls from positive to negative.
template<class F> double rootOf(const F& f, double low, double high) {
    for (int i = 0; i < 60; ++i)
        (f((low + high) / 2) > 0 ? low : high) = (low + high) / 2;
    return (low + high) / 2;
}

} // namespace

double halfAngleOf(double chord, double length) {
    if (chord >= length)
        return 0;
    return rootOf([&](double t) { return std::sin(t) / t - chord / length; }, 1e-9, pi);
}

double sagOf(double c, double length) {
    if (c >= length)
        return 0;
    if (c < straight)
        return length / 2;
    const auto parabola = [&](double s) {
        return std::sqrt(c * c + 16 * s * s) / 2 + c * c / (8 * s) * std::asinh(4 * s / c);
    };
    return rootOf([&](double s) { return length - parabola(s); }, 1e-9, length / 2);
}

Rigid placeOn(const SpanShape& shape, const Span& span, double part, const Vec3& down) {
    const size_t last = shape.line.size() - 1;
    const double at = std::clamp(part, 0.0, 1.0) * static_cast<double>(last);
    const size_t i = std::min(static_cast<size_t>(at), last - 1);
    const double rest = at - static_cast<double>(i);
    const auto& [a0, a1] = shape.line[i];
    const auto& [b0, b1] = shape.line[i + 1];
    const Vec3 first = a0 + rest * (b0 - a0), second = a1 + rest * (b1 - a1);
    Vec3 up = span.thread ? Vec3(-down) : Vec3(second - first);
    if (up.norm() < straight)
        up = Vec3(0, 1, 0);
    up.normalize();
    // At the lowest place of a thread the way along is the chord's, so that all hang alike.
    Vec3 along =
        span.thread ? Vec3(shape.line.back().first - shape.line.front().first) : Vec3(b0 - a0);
    along -= along.dot(up) * up;
    if (along.norm() < straight)
        along = up.unitOrthogonal();
    along.normalize();
    Rigid out;
    out.turn.col(0) = along;
    out.turn.col(1) = up;
    out.turn.col(2) = along.cross(up);
    out.shift = first;
    return out;
}

SpanShape shapeOf(const Pose& pose, const Span& span, const Vec3& down, int steps) {
    const Rigid& first = pose.panels[static_cast<size_t>(span.panels[0])];
    const Rigid& second = pose.panels[static_cast<size_t>(span.panels[1])];
    const Vec3 a0 = first.at(span.edges[0].first), a1 = first.at(span.edges[0].second),
               b0 = second.at(span.edges[1].first), b1 = second.at(span.edges[1].second);
    const Vec3 a = (a0 + a1) / 2, b = (b0 + b1) / 2;
    const double chord = (b - a).norm();
    const Vec3 along = chord > straight ? Vec3((b - a) / chord) : Vec3(first.turn.col(0));
    SpanShape out;
    out.apart = chord;
    Vec3 way = span.wire ? Vec3(-down) : down;
    if (!span.thread) {
        way = first.turn.col(2) + second.turn.col(2);
        if (!span.face)
            way = -way;
    }
    way -= way.dot(along) * along;
    const Vec3 fold = first.at(span.fold);
    double tip = 0; // how far the fold stands out of the straight line on that side
    if (way.norm() > straight) {
        way.normalize();
        tip = (fold - a).dot(way);
    } else if (!span.thread && span.window <= 0) { // shut: round the fold it is
        way = fold - a;
        tip = way.norm();
        way = tip > straight ? Vec3(way / tip) : Vec3(Vec3::Zero());
    } else {
        way = Vec3::Zero();
    }
    const bool round = !span.thread && span.window <= 0 && tip > straight;
    if (round)
        out.apart = (fold - a).norm() + (b - fold).norm();
    const double length = std::max(span.length, chord);
    const double t = halfAngleOf(chord, length);
    const double radius = t > 1e-6 ? length / (2 * t) : 0;
    out.bow = span.thread ? sagOf(chord, length) : radius * (1 - std::cos(t));
    const bool bent = round && tip > out.bow;
    if (bent)
        out.bow = tip;
    out.way = out.bow > straight ? way : Vec3::Zero();
    for (int i = 0; i <= steps; ++i) {
        const double u = 2.0 * i / steps - 1; // -1 to 1
        double x = u * chord / 2, y = 0;
        if (bent) { // straight to the fold and straight on
            const double at = (fold - a).dot(along), s = (u + 1) / 2 * chord;
            y = s < at ? tip * s / std::max(at, straight)
                       : tip * (chord - s) / std::max(chord - at, straight);
        } else if (span.thread) {
            y = out.bow * (1 - u * u);
        } else if (radius > 0) {
            x = radius * std::sin(u * t);
            y = radius * (std::cos(u * t) - std::cos(t));
        }
        const double part = chord > straight ? x / chord + 0.5 : (u + 1) / 2;
        const auto on = [&](const Vec3& from, const Vec3& to) {
            return Vec3((from + to) / 2 + (part - 0.5) * (to - from) + y * way);
        };
        out.line.emplace_back(on(a0, b0), on(a1, b1));
    }
    return out;
}

} // namespace hl::fold
