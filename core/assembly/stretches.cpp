#include "core/assembly/stretches.h"
#include <algorithm>

namespace hl::assembly {
namespace {

std::vector<Stretch> edgesOf(const Ring& outline, const std::vector<Ring>& apertures) {
    std::vector<Stretch> out;
    auto add = [&](const Ring& ring) {
        for (size_t i = 0; i < ring.size(); ++i)
            if (ring[i] != ring[(i + 1) % ring.size()])
                out.push_back({ring[i], ring[(i + 1) % ring.size()], edgeOfSheet});
    };
    add(outline);
    for (const Ring& hole : apertures)
        add(hole);
    return out;
}

// The stretches of a line that are drawn, without its gaps.
std::vector<Stretch> stretchesOf(const SheetLine& line, int index) {
    std::vector<Stretch> out;
    if (line.points.size() == 2 && !line.gaps.empty()) {
        const Vec2 from = line.points[0], d = (line.points[1] - from).normalized();
        const double length = (line.points[1] - from).norm();
        auto gaps = line.gaps;
        std::sort(gaps.begin(), gaps.end());
        double at = 0;
        for (auto& [a, b] : gaps) {
            if (a > at)
                out.push_back({from + at * d, from + std::min(a, length) * d, index});
            at = std::max(at, b);
        }
        if (at < length)
            out.push_back({from + at * d, line.points[1], index});
        return out;
    }
    for (size_t i = 0; i + 1 < line.points.size(); ++i)
        if (line.points[i] != line.points[i + 1])
            out.push_back({line.points[i], line.points[i + 1], index});
    return out;
}

} // namespace

std::vector<Stretch> stretchesIn(const Ring& outline, const std::vector<Ring>& apertures,
                                 const std::vector<SheetLine>& lines) {
    std::vector<Stretch> all = edgesOf(outline, apertures);
    for (size_t i = 0; i < lines.size(); ++i)
        for (const Stretch& s : stretchesOf(lines[i], static_cast<int>(i)))
            all.push_back(s);
    return all;
}

size_t crossings(const Ring& outline, const std::vector<Ring>& apertures,
                 const std::vector<SheetLine>& lines, size_t enough) {
    constexpr size_t most = 6000;
    const std::vector<Stretch> all = stretchesIn(outline, apertures, lines);
    if (all.size() > most)
        return enough;
    size_t n = 0;
    for (size_t i = 0; i < all.size(); ++i)
        for (size_t k = i + 1; k < all.size() && n < enough; ++k) {
            const Stretch &a = all[i], &b = all[k];
            if ((a.from.cwiseMax(a.to).array() < b.from.cwiseMin(b.to).array()).any() ||
                (b.from.cwiseMax(b.to).array() < a.from.cwiseMin(a.to).array()).any() ||
                a.from == b.from || a.from == b.to || a.to == b.from || a.to == b.to)
                continue;
            auto side = [](const Stretch& s, const Vec2& p) {
                return leftOf(s.to - s.from).dot(p - s.from);
            };
            n += side(a, b.from) * side(a, b.to) <= 0 && side(b, a.from) * side(b, a.to) <= 0;
        }
    return n;
}

} // namespace hl::assembly
