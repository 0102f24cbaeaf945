// Strip: whatever a say-line tells, held at its ends. On a fold the left end stands on the left
// page and the right end on the right one, or right of another fold; on a panel both stand on it,
// at two distances from one of its edges.
//
// The foot creases say how an end lies. Where the panel beside a foot rises, a mountain puts the
// strip's face on the landing and a valley its back; the tab then points toward the fold or away
// from it as the strip is laid down. Both ends are laid down alike, so the right end follows.
#include "core/assembly/tab.h"
#include "core/measure/number.h"
#include "core/structures/strip.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

enum Tabs { Toward, Away };
enum Way { Inside, Outside };
enum Held { Both, LeftEnd, RightEnd };
constexpr double widestTab = 25; // mm: what is wider is a panel, and its corners stay

enum Edge { FromLeft, FromRight, FromBottom, FromTop };

Values completeStripLine(Values v, const Host& host) {
    completeAlong(v, host, 0.5);
    v.try_emplace("left", std::min(30.0, 0.3 * std::min(host.left.room, host.right.room)));
    v.try_emplace("right", v["left"]);
    v.try_emplace("right_place", v["place"]);
    v.try_emplace("side", Inside);
    v.try_emplace("right_side", 0);
    v.try_emplace("held", Both);
    v.try_emplace("edge", FromLeft);
    v.try_emplace("left_band", 0);
    v.try_emplace("right_band", 0);
    v.try_emplace("tabs", v["left_band"] > 0 || v["right_band"] > 0 ? Away : Toward);
    return v;
}

// Without a line a strip is a box: each wall as long as the other one's foot is far from the fold.
SayLine plainLine(const Values& v, const Host& host) {
    const double tab = tabDepth(host, 12), a = v.at("left"), b = v.at("right");
    const bool onPanel = host.crease < 0; // then a roof over its two feet
    // Round the outside of a fold it reaches a little past it when the card is closed.
    const bool round = (v.at("side") == Outside) != host.ridge;
    constexpr double past = 8; // mm
    const double left = onPanel ? std::fabs(b - a) / 2 + past
                        : round ? a + past
                                : b,
                 right = onPanel ? std::fabs(b - a) / 2 + past
                         : round ? b + past
                                 : a;
    const double leftBand = v.at("left_band"), rightBand = v.at("right_band");
    SayLine line;
    auto add = [&](double mm) { line.panels.push_back(Measure::fromMm(mm)); };
    if (leftBand <= 0)
        add(tab);
    add(leftBand + left);
    add(right + rightBand);
    if (rightBand <= 0)
        add(tab);
    line.scores.resize(line.panels.size() - 1);
    for (SayScore& s : line.scores)
        s.fold = SayFold::Mountain;
    // From a tab that points away the wall rises with its face inward, so its ridge is a valley.
    if (v.at("tabs") == Away && leftBand <= 0 && rightBand <= 0)
        line.scores[1].fold = SayFold::Valley;
    return line;
}

// Of a panel: the line between two feet, as if it were a fold there.
struct Feet {
    Seat left, right;
    double leftAt, rightAt, place, rightPlace, length;
};

Feet feetOn(const Values& v, const Host& host) {
    Feet f{host.left,     host.right,          v.at("left"), v.at("right"),
           v.at("place"), v.at("right_place"), host.length};
    if (host.crease >= 0)
        return f;
    // x points from the edge into the panel, y runs along it so that x, y turn like the page.
    const Vec2 across = host.left.along, up = host.left.inward;
    const double wide = host.length, high = host.left.room;
    const Vec2 corner = host.left.origin;
    Vec2 x = across, y = up, start = corner; // from the left
    switch (static_cast<Edge>(v.at("edge"))) {
    case FromLeft:
        break;
    case FromRight:
        x = -across, y = -up, start = corner + wide * across + high * up;
        break;
    case FromBottom:
        x = up, y = -across, start = corner + wide * across;
        break;
    case FromTop:
        x = -up, y = across, start = corner + high * up;
        break;
    }
    const bool sideways = v.at("edge") == FromLeft || v.at("edge") == FromRight;
    f.length = sideways ? high : wide;
    const double reach = sideways ? wide : high;
    // What counts from the far end of the edge is turned round, so that it counts from the left or
    // from below all the same.
    if (v.at("edge") == FromRight || v.at("edge") == FromBottom)
        f.place = f.rightPlace = f.length - v.at("place") - v.at("width");
    const double middle = (f.leftAt + f.rightAt) / 2;
    f.left.origin = f.right.origin = start + middle * x;
    f.left.along = f.right.along = y;
    f.left.inward = -x;
    f.right.inward = x;
    f.left.room = middle;
    f.right.room = reach - middle;
    f.leftAt = middle - f.leftAt;
    f.rightAt = f.rightAt - middle;
    return f;
}

// Where the strip is folded, with the bends at the bands' edges among its scores.
struct StripScore {
    double x;
    std::string name;
    SayFold fold;
    bool bend;
    // Laid down on its landing, the strip's face is below.
    bool faceDown() const { return !bend && fold != SayFold::Valley; }
};

// A strip about to be made.
struct SaidStrip {
    SayLine line;
    double width, leftBand, rightBand; // mm
    bool leftHeld, rightHeld;
    std::vector<StripScore> scores;
    std::vector<int> panels, creases;

    bool leftTab() const { return leftHeld && leftBand <= 0 && line.panels.size() > 1; }
    bool rightTab() const { return rightHeld && rightBand <= 0 && line.panels.size() > 1; }
    // Slanted and stepped tops: how high it is at either side of a place.
    double topAt(double x, bool fromLeft) const {
        const size_t n = line.panels.size();
        for (size_t i = 0; i < n; ++i) {
            const double a = line.startOf(i), w = line.panels[i].mm();
            if (x < a - 1e-9 || x > a + w + 1e-9 || (fromLeft && x > a + w - 1e-9 && i + 1 < n) ||
                (!fromLeft && x < a + 1e-9 && i > 0))
                continue;
            const auto [l, r] = line.heightAt(i, width);
            return l + (r - l) * (x - a) / w;
        }
        return width;
    }
    double lowAt(double x) const {
        for (size_t i = 0; i < line.panels.size() && !line.raised.empty(); ++i)
            if (x <= line.startOf(i + 1) + 1e-9)
                return line.raised[i].mm();
        return 0;
    }
};

SaidStrip stripOf(const StructureSpec& spec, const Values& v, const Host& host) {
    SaidStrip s;
    s.line = spec.say.empty() ? plainLine(v, host) : spec.say;
    s.width = v.at("width");
    s.leftBand = v.at("left_band");
    s.rightBand = v.at("right_band");
    s.leftHeld = v.at("held") != RightEnd;
    s.rightHeld = v.at("held") != LeftEnd;
    const size_t n = s.line.panels.size();
    int inner = 0;
    for (size_t i = 0; i + 1 < n; ++i) {
        const bool first = i == 0 && s.leftTab(),
                   last = i + 2 == n && s.rightTab() && !(first && n == 2);
        s.scores.push_back({s.line.startOf(i + 1),
                            first  ? "left-foot"
                            : last ? "right-foot"
                                   : "fold-" + numberText(++inner),
                            s.line.scores[i].fold, false});
    }
    if (s.leftHeld && s.leftBand > 0)
        s.scores.insert(s.scores.begin(), {s.leftBand, "left-foot", SayFold::Either, true});
    if (s.rightHeld && s.rightBand > 0)
        s.scores.push_back(
            {s.line.length().mm() - s.rightBand, "right-foot", SayFold::Either, true});
    return s;
}

// What no strip can be made of.
Trouble checkStrip(const StructureSpec& spec, const Values& v, const Host& host,
                   const SaidStrip& s) {
    const std::string place = "structure " + spec.id;
    if (v.at("right_side") == 1 && host.crease >= 0 && spec.to.empty())
        return Problem{place + ", measure right_side",
                       "both ends stand on the same fold, of which one side can be reached",
                       "name the fold for the other end, or set it to same"};
    for (const SayScore& score : s.line.scores)
        if (score.hinge)
            return Problem{place + ", score list", "a hinge joins two sheets",
                           "make two strips, the second on the first"};
    if (s.line.panels.size() < 2 && s.leftHeld && s.rightHeld &&
        !(s.leftBand > 0 && s.rightBand > 0))
        return Problem{place + ", score list", "a strip of one panel has no ends to glue",
                       "begin and end it with a tab, like 12 | 60 | 12"};
    for (auto [name, band, panel] : {std::tuple{"left_band", s.leftBand, s.line.panels.front()},
                                     {"right_band", s.rightBand, s.line.panels.back()}})
        if (band > 0 && band > panel.mm() - 1)
            return beyond(spec, host, name, band, "above the most, " + inUnit(host, panel.mm() - 1),
                          "nothing of the panel would be left to rise", "make it narrower");
    return {};
}

void addPanels(SaidStrip& s, AssemblyBuilder& out) {
    std::vector<double> at{0};
    for (const StripScore& score : s.scores)
        at.push_back(score.x);
    at.push_back(s.line.length().mm());
    for (size_t i = 0; i + 1 < at.size(); ++i) {
        const double x0 = at[i], x1 = at[i + 1], low = s.lowAt((x0 + x1) / 2);
        const Ring ring{
            {x0, low}, {x1, low}, {x1, low + s.topAt(x1, false)}, {x0, low + s.topAt(x0, true)}};
        const bool first = i == 0, last = i + 2 == at.size(), folded = !s.scores.empty();
        const bool tab = folded && ((first && (s.leftTab() || (s.leftHeld && s.leftBand > 0))) ||
                                    (last && (s.rightTab() || (s.rightHeld && s.rightBand > 0))));
        if (tab && !(first ? s.leftBand > 0 : s.rightBand > 0)) {
            const Vec2 from = first ? ring[1] : ring[0], to = first ? ring[2] : ring[3];
            const double cut = (x1 - x0 > widestTab ? 90 : 70) * degree;
            s.panels.push_back(out.panel(first ? "left-tab" : "right-tab", Role::Tab,
                                         tabOutline(from, to, x1 - x0, first, cut, cut)));
        } else {
            s.panels.push_back(out.panel(tab ? (first ? "left-band" : "right-band")
                                             : "panel-" + numberText(s.panels.size() + 1),
                                         tab ? Role::Tab : Role::Wall, ring));
        }
    }
}

void addCreases(SaidStrip& s, AssemblyBuilder& out) {
    for (size_t i = 0; i < s.scores.size(); ++i) {
        const StripScore& score = s.scores[i];
        const double x = score.x, before = s.lowAt(x - 1e-6), after = s.lowAt(x + 1e-6);
        const double low = std::max(before, after);
        const double high = std::min(before + s.topAt(x, false), after + s.topAt(x, true));
        s.creases.push_back(
            out.crease(score.name, s.panels[i], s.panels[i + 1], {x, low}, {x, high},
                       score.fold == SayFold::Valley ? Fold::Valley : Fold::Mountain));
        // A foot that may fold either way is folded so that its tab lies under the strip.
        const bool foot = (i == 0 && s.leftTab()) || (i + 1 == s.scores.size() && s.rightTab());
        out.lastCrease().either = score.fold == SayFold::Either && !foot;
        out.lastCrease().bend = score.bend;
        if (score.bend) { // over its length rather than along a line
            out.lastCrease().rest = 0;
            out.lastCrease().stiffness = 0.1;
        }
    }
    int slit = 0;
    for (const SaySlit& one : s.line.slits)
        out.mark("slit-" + numberText(++slit), LineKind::Slit,
                 one.across
                     ? std::vector<Vec2>{{one.from.mm(), one.at.mm()}, {one.to.mm(), one.at.mm()}}
                     : std::vector<Vec2>{{one.at.mm(), one.from.mm()}, {one.at.mm(), one.to.mm()}});
}

void glueEnds(const SaidStrip& s, const Feet& f, const Values& v, AssemblyBuilder& out) {
    const bool outside = v.at("side") == Outside;
    if (s.scores.empty()) { // one panel, flat on its landing
        out.lay(s.panels[0], {0, 0}, {0, 1}, f.left.panel,
                f.left.origin + f.leftAt * f.left.inward + f.place * f.left.along, f.left.along,
                false, !outside);
        return;
    }
    // Laid down with its low edge first along the fold, or turned round by half a turn.
    const StripScore& end = s.leftHeld ? s.scores.front() : s.scores.back();
    const bool away = v.at("tabs") == Away;
    // A band has its panel rise toward the fold, so it settles how the strip lies.
    const bool banded = (s.leftHeld && s.leftBand > 0) || (s.rightHeld && s.rightBand > 0);
    const bool turned = banded ? outside : (end.faceDown() == away) != outside;
    auto glueEnd = [&](size_t index, const Seat& seat, double distance, bool left) {
        const Crease& c = out.made().creases[static_cast<size_t>(s.creases[index])];
        const Vec2 way = turned ? Vec2(-seat.along) : seat.along;
        const double place = left ? f.place : f.rightPlace;
        const double start = turned ? place + s.width - c.from.y() : place + c.from.y();
        // As wide as it was said: what finds no paper is told, not trimmed.
        const Vec2 from = c.from, dir = c.dir();
        const std::string id = c.id;
        Join& join = out.lay(s.panels[left ? 0 : s.panels.size() - 1], from, dir, seat.panel,
                             seat.origin + distance * seat.inward + start * seat.along, way,
                             s.scores[index].faceDown(),
                             left || v.at("right_side") == 0 ? !outside : outside);
        join.crease = id;
    };
    if (s.leftHeld)
        glueEnd(0, f.left, f.leftAt, true);
    if (s.rightHeld)
        glueEnd(s.scores.size() - 1, f.right, f.rightAt, false);
}

Trouble buildStripLine(const StructureSpec& spec, const Values& v, const Host& host,
                       AssemblyBuilder& out) {
    if (spec.say.empty() && std::min(v.at("left"), v.at("right")) < 2)
        return beyond(spec, host, v.at("left") < 2 ? "left" : "right",
                      std::min(v.at("left"), v.at("right")), "below the least, 2 mm",
                      "a wall that short cannot be folded", "say the strip, or move the foot away");
    SaidStrip strip = stripOf(spec, v, host);
    if (Trouble t = checkStrip(spec, v, host, strip))
        return t;
    Feet feet = feetOn(v, host);
    if (spec.to.empty()) // both on the same fold, or on the same panel
        feet.rightPlace = feet.place;
    out.part(spec.id, spec.name, spec.id, spec.stock);
    addPanels(strip, out);
    addCreases(strip, out);
    glueEnds(strip, feet, v, out);
    return {};
}

} // namespace

Family stripLine() {
    Family f;
    f.id = f.name = "strip";
    f.purpose = "A pleated strip as one line: tabs, panels and folds, between any two panels.";
    f.standsOn = {"spine", "valley crease", "mountain crease", "panel"};
    f.ground = Ground::Anywhere;
    f.parameters = {
        placeParameter(),
        widthParameter(),
        lengthOf("left", 0, 1000, "from the fold, or the edge, to the left foot")
            .unless("30 mm, or three tenths of a narrower landing"),
        lengthOf("right", 0, 1000, "from the fold, or the edge, to the right foot")
            .unless("the same as left", true),
        lengthOf("right_place", 0, 1000,
                 "where along its fold the right end stands, where that is another fold")
            .grows(Parameter::Scale::Along)
            .unless("the same as place", true),
        choiceOf("tabs", {"toward", "away"},
                 "which way the left tab points from its foot: toward the "
                 "fold, under the strip, or away from it")
            .unless("toward; where an end is glued by a band that settles it"),
        choiceOf("side", {"inside", "outside"}, "which side of the pages it is glued to")
            .unless("inside"),
        choiceOf("right_side", {"same", "other"},
                 "whether the right end is glued to the same side of its panel as the left one")
            .unless("same"),
        choiceOf("held", {"both", "left", "right"}, "which of its ends is glued").unless("both"),
        choiceOf("edge", {"left", "right", "bottom", "top"},
                 "on a panel: the edge from which its feet are measured")
            .unless("left"),
        lengthOf("left_band", 0, 500, "how wide the left end is glued, where it has no tab")
            .grows(Parameter::Scale::Kept)
            .unless("none: its first panel is the tab"),
        lengthOf("right_band", 0, 500, "how wide the right end is glued, where it has no tab")
            .grows(Parameter::Scale::Kept)
            .unless("none: its last panel is the tab"),
    };
    f.line = true;
    f.firstLine = "12 | 30 | 30 | 12, M M M; height 50";
    f.firstInInches = "1/2 | 1 1/4 | 1 1/4 | 1/2, M M M; height 2";
    f.complete = completeStripLine;
    f.build = buildStripLine;
    return f;
}

} // namespace hl::structures
