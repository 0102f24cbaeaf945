#include "core/dress/traced.h"
#include "core/design/images.h"
#include "core/design/limits.h"
#include "core/measure/number.h"
#include "core/picture/decoded.h"
#include "core/picture/png.h"
#include <algorithm>
#include <cmath>
#include <memory>
#include <potracelib.h>

namespace hl::dress {
namespace {

constexpr size_t mostBorder = 400000; // pixels of all borders: what is traced in a second
constexpr double longer = 40;         // mm of the longer side
constexpr std::uint32_t opaque = 128; // from which opacity on, of 255, a pixel is paper

// Pixels as potrace reads them: bits in words, the lowest row first.
class Bits {
  public:
    explicit Bits(const Pixels& p) {
        constexpr int perWord = 8 * sizeof(potrace_word);
        map_.w = p.width;
        map_.h = p.height;
        map_.dy = (p.width + perWord - 1) / perWord;
        words_.resize(static_cast<size_t>(map_.dy) * static_cast<size_t>(p.height));
        map_.map = words_.data();
        for (int y = 0; y < p.height; ++y)
            for (int x = 0; x < p.width; ++x) {
                const size_t from =
                    static_cast<size_t>(y) * static_cast<size_t>(p.width) + static_cast<size_t>(x);
                if ((p.argb[from] >> 24) < opaque)
                    continue;
                ++set_;
                // What is paper and has none beside it or above it.
                border_ += x == 0 || (p.argb[from - 1] >> 24) < opaque;
                border_ += y == 0 || (p.argb[from - static_cast<size_t>(p.width)] >> 24) < opaque;
                words_[static_cast<size_t>(p.height - 1 - y) * static_cast<size_t>(map_.dy) +
                       static_cast<size_t>(x / perWord)] |= potrace_word(1)
                                                            << (perWord - 1 - x % perWord);
            }
    }
    const potrace_bitmap_t* map() const { return &map_; }
    size_t set() const { return set_; }
    size_t border() const { return 2 * border_; } // each has another end

  private:
    potrace_bitmap_t map_{};
    std::vector<potrace_word> words_;
    size_t set_ = 0, border_ = 0;
};

Ring chordsOf(const potrace_curve_t& curve) {
    Ring out;
    const auto at = [](const potrace_dpoint_t& p) { return Vec2(p.x, p.y); };
    Vec2 from = at(curve.c[curve.n - 1][2]);
    for (int i = 0; i < curve.n; ++i) {
        const Vec2 a = at(curve.c[i][0]), b = at(curve.c[i][1]), to = at(curve.c[i][2]);
        if (curve.tag[i] == POTRACE_CORNER) {
            out.push_back(b);
        } else {
            const int steps = std::clamp(static_cast<int>((to - from).norm() / 4), 2, 12);
            for (int k = 1; k < steps; ++k) {
                const double t = static_cast<double>(k) / steps, s = 1 - t;
                out.push_back(s * s * s * from + 3 * s * s * t * a + 3 * s * t * t * b +
                              t * t * t * to);
            }
        }
        out.push_back(to);
        from = to;
    }
    return out;
}

Pixels cropped(const Pixels& p, int x0, int y0, int width, int height) {
    Pixels out;
    out.width = width;
    out.height = height;
    for (int y = y0; y < y0 + height; ++y) {
        const auto row = p.argb.begin() + static_cast<std::ptrdiff_t>(y) * p.width + x0;
        out.argb.insert(out.argb.end(), row, row + width);
    }
    return out;
}

} // namespace

Result<CutOut> tracedFrom(const std::string& png) {
    const auto info = imageInfo(Bytes(png));
    if (!info)
        return info.problem();
    if (Trouble t = damageOf(png))
        return t->in("picture");
    const auto pixels = pixelsOf(png);
    if (!pixels)
        return Problem{"picture", "only a PNG has an outline of its own",
                       "save it as PNG with a transparent ground, or take an SVG drawing"};
    const Bits bits(*pixels);
    if (bits.set() == pixels->argb.size())
        return Problem{"picture", "nothing round it is transparent, so it has no outline",
                       "take its ground away and save it as PNG, or put it on a paper"};
    if (bits.border() > mostBorder)
        return Problem{"picture", "its outline is too ragged to be cut out",
                       "take one with a smoother outline or fewer pixels"};
    const std::unique_ptr<potrace_param_t, decltype(&potrace_param_free)> how(
        potrace_param_default(), potrace_param_free);
    const std::unique_ptr<potrace_state_t, decltype(&potrace_state_free)> traced(
        potrace_trace(how.get(), bits.map()), potrace_state_free);
    Ring best;
    if (traced && traced->status == POTRACE_STATUS_OK)
        for (const potrace_path_t* p = traced->plist; p; p = p->next)
            if (Ring ring = p->sign == '+' ? chordsOf(p->curve) : Ring();
                std::fabs(areaOf(ring)) > std::fabs(areaOf(best)))
                best = std::move(ring);
    if (best.size() < 3)
        return Problem{"picture", "all of it is transparent", "take one with something on it"};
    if (best.size() > limits::corners)
        return Problem{"picture",
                       "its outline has more than " + numberText(limits::corners) + " corners",
                       "take one with a smoother outline or fewer pixels"};
    Vec2 low = best.front(), high = low;
    for (const Vec2& p : best) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    // To the nearest pixel; the outline itself keeps its fractions.
    const auto pixel = [](double v, int most) {
        return std::clamp(static_cast<int>(std::lround(v)), 0, most);
    };
    const int x0 = pixel(low.x(), pixels->width - 1), y0 = pixel(low.y(), pixels->height - 1),
              x1 = std::max(x0 + 1, pixel(high.x(), pixels->width)),
              y1 = std::max(y0 + 1, pixel(high.y(), pixels->height));
    CutOut out;
    const double mm = longer / (high - low).maxCoeff();
    out.width = (high.x() - low.x()) * mm;
    out.height = (high.y() - low.y()) * mm;
    for (const Vec2& p : best)
        out.outline.push_back(
            {Measure::fromMm((p.x() - low.x()) * mm), Measure::fromMm((p.y() - low.y()) * mm)});
    out.picture = pngOf(cropped(*pixels, x0, pixels->height - y1, x1 - x0, y1 - y0));
    return out;
}

} // namespace hl::dress
