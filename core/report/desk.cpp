#include "core/report/desk.h"
#include "core/measure/number.h"
#include "core/measure/plain_text.h"
#include <algorithm>
#include <cmath>

namespace hl::report {
namespace {

constexpr double edge = 8, line = 4.4; // mm of the picture: its margin, and one of its lines

Colour tinted(Tint tint, double level = 0) { return {tint, level, Line::Cut, 0}; }

// A size with its letters beside the lines.
std::string sizeText(const Case& c, double across, double up) {
    const Unit u = c.design.units;
    return sayLength(across, u) + " × " + sayLength(up, u);
}

// The closed card as it lies with its spine at the left or at the top: across, up.
Vec2 closedSize(const Case& c, const Evidence* e) {
    const CardSpec& card = c.design.card;
    if (e && e->closed.flat) {
        const Vec2 s = e->closed.high - e->closed.low;
        return card.spine == SpineSide::Left ? s : Vec2(s.y(), s.x());
    }
    return {card.width.mm(), card.height.mm()};
}

class Desk {
  public:
    Desk(const Case& c, const Evidence* e, double width, double height)
        : c_(c), e_(e), size_(closedSize(c, e)) {
        out_.width = width;
        out_.height = height;
        out_.caption = "The closed card, its envelope and its papers";
    }

    Picture draw() {
        const double papers = std::min(78.0, out_.width * 0.36);
        envelope({edge, edge}, {out_.width - papers - edge, out_.height - edge});
        papersAt(out_.width - papers, papers - edge);
        return out_;
    }

  private:
    // The envelope with the card in it, as large as there is room for between two corners.
    void envelope(const Vec2& low, const Vec2& high) {
        const auto& inside = c_.design.card.envelope;
        // Whichever way it goes in.
        Vec2 e = inside ? Vec2(inside->first.mm(), inside->second.mm()) : size_;
        if (inside && (e.x() > e.y()) != (size_.x() > size_.y()))
            std::swap(e.x(), e.y());
        const Vec2 outer = e.cwiseMax(size_);
        const double words = 5 * line, flap = inside ? 0.30 * outer.y() : 0;
        const Vec2 room = high - low - Vec2(0, words);
        const double scale = std::min(room.x() / outer.x(), room.y() / (outer.y() + flap));
        const Vec2 middle(low.x() + room.x() / 2, low.y() + (room.y() + scale * flap) / 2);
        auto corners = [&](const Vec2& s) {
            return std::pair<Vec2, Vec2>{middle - scale * s / 2, middle + scale * s / 2};
        };
        if (inside) {
            const auto [a, b] = corners(e);
            const double top = a.y() - scale * flap;
            out_.items.push_back(Shape{{{a.x(), a.y()},
                                        {a.x() + 0.12 * (b.x() - a.x()), top},
                                        {b.x() - 0.12 * (b.x() - a.x()), top},
                                        {b.x(), a.y()}},
                                       true,
                                       tinted(Tint::Paper, 0.25),
                                       tinted(Tint::Quiet),
                                       0.25,
                                       {},
                                       {}});
            out_.rectangle(a, b, tinted(Tint::Paper, 0.45), tinted(Tint::Quiet));
        }
        const auto [a, b] = corners(size_);
        out_.rectangle(a + Vec2(0.7, 0.9), b + Vec2(0.7, 0.9), tinted(Tint::Rule));
        const Stock& stock = c_.design.paper(c_.design.card.stock);
        out_.rectangle(a, b, givenColour(stock.back), tinted(Tint::Ink));
        // The spine is the edge that does not open.
        const bool left = c_.design.card.spine == SpineSide::Left;
        out_.line(a, left ? Vec2(a.x(), b.y()) : Vec2(b.x(), a.y()), tinted(Tint::Accent), 0.9);
        // In ink that stands out on its paper.
        const Colour paper = givenColour(stock.back);
        const double light = 0.3 * (paper.rgb >> 16 & 255) + 0.59 * (paper.rgb >> 8 & 255) +
                             0.11 * (paper.rgb & 255);
        out_.write((a + b) / 2, c_.design.title, 6, 0,
                   givenColour(light > 128 ? "#2b2a33" : "#f7f3ea"));
        say({middle.x(), std::max(b.y(), middle.y() + scale * e.y() / 2) + 1.2 * line}, e);
    }

    // Size, thickness and what is left in the envelope.
    void say(Vec2 at, const Vec2& envelope) {
        const Colour ink = tinted(Tint::Ink), quiet = tinted(Tint::Quiet);
        out_.write(at, "Closed " + sizeText(c_, size_.x(), size_.y()), 3.6, 0, ink);
        at.y() += line;
        if (e_ && e_->closed.flat) {
            out_.write(at,
                       sayLength(e_->closed.thickness, c_.design.units) + " thick at most, " +
                           numberText(e_->closed.mass, 1) + " g",
                       3.2, 0, quiet);
            at.y() += line;
        }
        if (!c_.design.card.envelope) {
            out_.write(at, "no envelope chosen", 3.2, 0, quiet);
            return;
        }
        const Vec2 left = envelope - size_;
        const bool fits = left.minCoeff() >= 0;
        out_.write(at,
                   "Envelope " + sizeText(c_, envelope.x(), envelope.y()) +
                       (fits ? ", " + sayLength(left.x(), c_.design.units) + " and " +
                                   sayLength(left.y(), c_.design.units) + " to spare"
                             : ", too small by " + sayLength(-left.minCoeff(), c_.design.units)),
                   3.2, 0, fits ? quiet : tinted(Tint::Stop));
    }

    // A swatch for every paper, its face over its back, and what is made of it.
    void papersAt(double x, double width) {
        double y = edge;
        const Colour ink = tinted(Tint::Ink), quiet = tinted(Tint::Quiet);
        out_.write({x, y + 3}, "Papers", 4.2, -1, ink);
        y += 7;
        for (const Stock& s : c_.design.stocks) {
            std::vector<std::string> parts;
            for (const Part& p : c_.assembly.parts)
                if (&stockOf(c_.design, p) == &s)
                    parts.push_back(p.name);
            if (y + 20 > out_.height)
                break;
            out_.rectangle({x, y}, {x + 13, y + 16}, givenColour(s.face), tinted(Tint::Quiet));
            out_.items.push_back(Shape{{{x + 13, y + 9}, {x + 13, y + 16}, {x + 6, y + 16}},
                                       true,
                                       givenColour(s.back),
                                       tinted(Tint::Quiet),
                                       0.25,
                                       {},
                                       {}});
            grain(s, {x + 6.5, y + 8});
            const double at = x + 16;
            const auto letters = static_cast<size_t>(std::max(8.0, (width - 16) / 1.7));
            auto fitted = [&](const std::string& text) { return shortened(text, letters); };
            out_.write({at, y + 3.4}, fitted(s.name), 3.4, -1, ink);
            out_.write({at, y + 7.6},
                       numberText(s.weight, 1) + " g/m², " +
                           sayLength(s.caliper.mm(), Unit::Millimetre) + " thick",
                       2.8, -1, quiet);
            out_.write({at, y + 11.6},
                       fitted(parts.empty() ? "nothing is made of it"
                                            : countText(parts.size(), "one part", "parts")),
                       2.8, -1, quiet);
            std::string names;
            for (const std::string& p : parts)
                names += (names.empty() ? "" : ", ") + p;
            out_.write({at, y + 15.6}, fitted(names), 2.8, -1, quiet);
            y += 21;
        }
    }

    // Which way the fibres run in parts as they are drawn.
    void grain(const Stock& s, const Vec2& middle) {
        if (s.grain == Grain::Unknown)
            return;
        const Vec2 along = s.grain == Grain::Upright ? Vec2(0, 4.6) : Vec2(4.6, 0);
        const Vec2 aside = Vec2(along.y(), along.x()) / 4.6 * 1.4;
        for (int i : {-1, 0, 1})
            out_.line(middle - along / 1.6 + i * aside, middle + along / 1.6 + i * aside,
                      tinted(Tint::Quiet), 0.2);
    }

    const Case& c_;
    const Evidence* e_;
    Vec2 size_;
    Picture out_;
};

} // namespace

Picture deskOf(const Case& c, const Evidence* evidence, double width, double height) {
    return Desk(c, evidence, width, height).draw();
}

} // namespace hl::report
