#include "core/make/sheets.h"
#include "core/design/design.h"
#include "core/measure/number.h"
#include <algorithm>
#include <numeric>

namespace hl::make {
namespace {

constexpr double gap = 4, bar = 6; // mm between parts; what the check bar takes

struct Spot {
    int pattern;
    bool turned;
    Vec2 at; // lower left corner of the part's bounds
};

struct Row {
    double y, height, x;
};

Vec2 sizeOf(const Pattern& p, bool turned) {
    const Vec2 s = p.high - p.low;
    return turned ? Vec2(s.y(), s.x()) : s;
}

// One sheet being filled: rows from the top down.
struct Filling {
    double width, height, margin;
    bool oversize = false;
    std::string paper; // its name
    std::vector<Row> rows;
    std::vector<Spot> spots;

    double floor() const { return margin + bar; }
    bool place(int index, const Pattern& p) {
        for (bool turned : {false, true}) {
            const Vec2 s = sizeOf(p, turned);
            for (Row& r : rows)
                if (s.y() <= r.height + 1e-9 && r.x + s.x() <= width - margin + 1e-9) {
                    spots.push_back({index, turned, {r.x, r.y - s.y()}});
                    r.x += s.x() + gap;
                    return true;
                }
        }
        for (bool turned : {false, true}) {
            const Vec2 s = sizeOf(p, turned);
            const double top =
                rows.empty() ? height - margin : rows.back().y - rows.back().height - gap;
            if (s.x() <= width - 2 * margin + 1e-9 && top - s.y() >= floor() - 1e-9) {
                rows.push_back({top, s.y(), margin + s.x() + gap});
                spots.push_back({index, turned, {margin, top - s.y()}});
                return true;
            }
        }
        return false;
    }
};

// The part's flat coordinates on the sheet.
Vec2 onSheet(const Vec2& p, const Pattern& pattern, const Spot& spot) {
    const Vec2 q = p - pattern.low;
    if (!spot.turned)
        return spot.at + q;
    return spot.at + Vec2(pattern.high.y() - pattern.low.y() - q.y(), q.x());
}

// Text that is wider than its panel gets smaller, down to what can still be read. A panel too
// small for that keeps its name only.
bool shrinkToRoom(Caption& c) {
    constexpr double letter = 0.52, smallest = 1.7; // mean width per height; mm
    if (c.room.x() <= 0)
        return true;
    const bool name = c.words.size > 3;
    const double fitting =
        (c.room.x() - 1) / (letter * static_cast<double>(c.words.text.size() + 1));
    c.words.size = std::min(c.words.size, std::max(fitting, name ? smallest : 0.0));
    return name || (c.words.size >= smallest && c.room.y() > 12);
}

void addCheckBar(Sheet& s, double margin) {
    auto ruler = [&](double x, double length, int ticks, const std::string& text) {
        const double y = std::max(margin - 2, 1.0);
        s.strokes.push_back(drawn(Line::Check, {{x, y}, {x + length, y}}, false, "check"));
        for (int i = 0; i <= ticks; ++i) {
            const double t = x + length * i / ticks;
            const double tall = i % (ticks == 5 ? 5 : 4) == 0 ? 2.6 : 1.5;
            s.strokes.push_back(drawn(Line::Check, {{t, y}, {t, y + tall}}, false, "check"));
        }
        s.captions.push_back({labelled({x + length + 8, y}, text, 2.6)});
    };
    ruler(margin, 50, 5, "50 mm");
    ruler(margin + 70, 50.8, 8, "2 in");
    s.captions.push_back(
        {labelled({s.width - margin - 30, std::max(margin - 2, 1.0)}, s.title, 2.6)});
}

} // namespace

const std::vector<SheetFormat>& sheetFormats() {
    static const std::vector<SheetFormat> formats = {
        {"a4", "A4", 210, 297},
        {"letter", "US letter", 215.9, 279.4},
        {"a3", "A3", 297, 420},
        {"12x12", "12 x 12 in", 304.8, 304.8},
    };
    return formats;
}

const SheetFormat* sheetFormat(const std::string& id) {
    for (auto& f : sheetFormats())
        if (f.id == id)
            return &f;
    return nullptr;
}

Picture pictureOf(const Sheet& sheet) {
    Picture out;
    out.width = sheet.width;
    out.height = sheet.height;
    out.caption = sheet.title;
    auto down = [&](const Vec2& p) { return Vec2(p.x(), sheet.height - p.y()); };
    for (Image m : sheet.prints) {
        m.at = down(m.at);
        for (Vec2* way : {&m.across, &m.down})
            way->y() = -way->y();
        for (Ring& ring : m.clip)
            for (Vec2& p : ring)
                p = down(p);
        out.items.push_back(std::move(m));
    }
    for (Shape s : sheet.strokes) {
        for (Vec2& p : s.points)
            p = down(p);
        out.items.push_back(std::move(s));
    }
    for (const Caption& c : sheet.captions) {
        Words w = c.words;
        w.at = down(w.at);
        out.items.push_back(std::move(w));
    }
    return out;
}

std::vector<Sheet> layOut(const Design& design, const Assembly& a, const SheetFormat& format,
                          const PrintedArea& printed) {
    const std::vector<Pattern> patterns = patternsOf(design, a);
    std::vector<int> order(patterns.size());
    std::iota(order.begin(), order.end(), 0);
    std::stable_sort(order.begin(), order.end(), [&](int i, int j) {
        return (patterns[i].high - patterns[i].low).maxCoeff() >
               (patterns[j].high - patterns[j].low).maxCoeff();
    });
    std::vector<Filling> fillings;
    for (int i : order) {
        const std::string& paper = stockOf(design, a.parts[patterns[i].part]).name;
        auto fits = [&](Filling& f) {
            return !f.oversize && f.paper == paper && f.place(i, patterns[i]);
        };
        if (std::any_of(fillings.begin(), fillings.end(), fits))
            continue;
        Filling upright{format.width, format.height, format.margin, false, paper, {}, {}};
        Filling lying{format.height, format.width, format.margin, false, paper, {}, {}};
        if (upright.place(i, patterns[i])) {
            fillings.push_back(upright);
        } else if (lying.place(i, patterns[i])) {
            fillings.push_back(lying);
        } else {
            const Vec2 s = sizeOf(patterns[i], false);
            const double m = format.margin;
            Filling own{
                std::max(s.x() + 2 * m, 160.0), s.y() + 2 * m + bar, m, true, paper, {}, {}};
            own.place(i, patterns[i]);
            fillings.push_back(own);
        }
    }
    std::vector<Sheet> sheets;
    for (const Filling& f : fillings) {
        Sheet s;
        s.title = "Sheet " + numberText(sheets.size() + 1) + " of " + numberText(fillings.size()) +
                  ", " + f.paper;
        s.width = f.width;
        s.height = f.height;
        s.oversize = f.oversize;
        for (const Spot& spot : f.spots) {
            const Pattern& p = patterns[spot.pattern];
            s.parts.push_back(p.part);
            if (auto pixels = printed ? printed(p.part, p.low, p.high) : nullptr) {
                Image m;
                m.pixels = std::move(pixels);
                m.at = onSheet({p.low.x(), p.high.y()}, p, spot);
                m.across = onSheet(p.high, p, spot) - m.at;
                m.down = onSheet(p.low, p, spot) - m.at;
                for (int panel : a.parts[p.part].panels) {
                    const Panel& q = a.panels[panel];
                    for (const auto& rings : {std::vector<Ring>{q.outline}, q.apertures})
                        for (Ring ring : rings) {
                            for (Vec2& v : ring)
                                v = onSheet(v, p, spot);
                            m.clip.push_back(std::move(ring));
                        }
                }
                s.prints.push_back(std::move(m));
            }
            for (Shape stroke : p.strokes) {
                for (Vec2& q : stroke.points)
                    q = onSheet(q, p, spot);
                s.strokes.push_back(stroke);
            }
            for (Caption caption : p.captions) {
                caption.words.at = onSheet(caption.words.at, p, spot) - Vec2(0, caption.below);
                caption.below = 0;
                if (spot.turned)
                    std::swap(caption.room.x(), caption.room.y());
                if (shrinkToRoom(caption))
                    s.captions.push_back(caption);
            }
        }
        addCheckBar(s, format.margin);
        sheets.push_back(s);
    }
    return sheets;
}

} // namespace hl::make
