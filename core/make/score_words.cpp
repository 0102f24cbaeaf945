// The score plan as it is read at the bench.
#include "core/make/blank_shape.h"
#include "core/make/board.h"
#include "core/make/score_plan.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>

namespace hl::make {
namespace {

std::string facing(bool face) { return face ? "face up" : "back up"; }

// "30, 60 and 150 mm" of places.
std::string listed(const std::vector<std::string>& all) {
    std::string out;
    for (size_t i = 0; i < all.size(); ++i)
        out += (i == 0 ? "" : i + 1 < all.size() ? ", " : " and ") + all[i];
    return out;
}

} // namespace

namespace {

// How the blank lies when a step is made, and how much of it is folded under.
struct Lying {
    BlankEdge edge = BlankEdge::Left;
    bool face = true;
    double under = 0;
};

// Before the step, or with it where it turns the paper.
Lying lyingAt(const BlankScores& b, size_t step, bool before) {
    Lying out;
    if (!b.steps.empty()) {
        out.edge = b.steps.front().edge.value_or(BlankEdge::Left);
        out.face = b.steps.front().face;
    }
    for (size_t i = 0; i < b.steps.size() && (before ? i < step : i <= step); ++i) {
        const ScoreStep& s = b.steps[i];
        if (s.what == ScoreStep::Turn || s.what == ScoreStep::Flip)
            out = {s.edge.value_or(out.edge), s.face, 0};
        else if (s.what == ScoreStep::Fold)
            out.under = s.at;
    }
    return out;
}

bool upright(BlankEdge e) { return e == BlankEdge::Left || e == BlankEdge::Right; }

// "20 mm from the near end": along the fence, from the end of the paper that lies towards the
// maker.
std::string alongText(double v, double whole, Unit unit) {
    return v < hairline           ? std::string("at the near end")
           : v > whole - hairline ? std::string("at the far end")
                                  : benchLength(v, unit) + " from the near end";
}

// From and to along the fence as the paper lies, the nearer first.
std::pair<double, double> alongFence(const ScoreStep& s, const BlankScores& b, const Lying& lies) {
    const LaidBlank on(b.width, b.height, lies.edge, lies.face);
    return std::minmax({on.onBoard(s.start).y(), on.onBoard(s.end).y()});
}

} // namespace

std::string stepText(const BlankScores& b, size_t step, Unit unit) {
    const ScoreStep& s = b.steps[step];
    const auto length = [&](double v) { return benchLength(v, unit); };
    const std::string edge = s.edge ? edgeName(*s.edge) : "";
    const Lying was = lyingAt(b, step, true), lies = lyingAt(b, step, false);
    const double whole = upright(lies.edge) ? b.height : b.width;
    switch (s.what) {
    case ScoreStep::Turn: {
        const bool opposite = was.edge != lies.edge && upright(was.edge) == upright(lies.edge);
        const std::string how =
            s.opened && was.edge == lies.edge
                ? "open it out"
                : std::string(s.opened ? "open it out and turn it " : "turn it ") +
                      (opposite ? "end for end" : "by a quarter");
        return how + ", the " + edge + " edge against the fence";
    }
    case ScoreStep::Flip:
        return "turn it over, the " + edge + " edge " +
               (was.edge == lies.edge ? "stays against" : "against") + " the fence (" +
               facing(s.face) + ")";
    case ScoreStep::Mark: {
        const LaidBlank on(b.width, b.height, lies.edge, lies.face);
        const Vec2 at = on.onBoard(s.start);
        return "pencil mark " +
               (at.x() - lies.under < hairline
                    ? std::string("at the fence")
                    : length(at.x() - lies.under) +
                          (lies.under > 0 ? " from the fold" : " from the fence")) +
               ", " + alongText(at.y(), whole, unit);
    }
    case ScoreStep::Fold:
        return "fold it under at the score at " + length(s.at) + ", the fold against the fence";
    case ScoreStep::Score:
    case ScoreStep::Slit:
        break;
    }
    std::string out = s.what == ScoreStep::Score ? "score " : "slit ";
    if (!s.edge)
        return out + "from mark to mark, " + s.crease;
    out += "at " + length(s.fence);
    if (std::fabs(s.fence - s.at) > hairline)
        out += " from the fold";
    if (s.ruler)
        out += s.again ? " along the same ruler" : " along a ruler at the marks";
    const auto [from, to] = alongFence(s, b, lies);
    if (from > hairline || to < whole - hairline)
        out += ", from " + (from < hairline ? std::string("the near end") : length(from)) + " to " +
               (to > whole - hairline ? std::string("the far end") : length(to)) +
               (from < hairline && to > whole - hairline ? "" : ", counted from the near end");
    return out;
}

std::string offMarkText(const ScoreStep& s, Unit unit, double finest) {
    if (s.what != ScoreStep::Score || !s.edge || finest <= 0)
        return {};
    const double off = std::round(s.fence / finest) * finest - s.fence;
    if (std::fabs(off) <= 0.005)
        return {};
    return "the mark at " + benchLength(s.fence + off, unit) + " lies " +
           sayLength(std::fabs(off), unit) + (off > 0 ? " farther out" : " nearer in");
}

bool offMarks(const std::vector<BlankScores>& plan, double finest) {
    for (const BlankScores& b : plan)
        for (const ScoreStep& s : b.steps)
            if (!offMarkText(s, Unit::Millimetre, finest).empty())
                return true;
    return false;
}

namespace {

// Stretches that follow one another in a line are one stretch of the hand, whatever they are
// called.
BlankScores inOneGo(BlankScores b) {
    std::vector<ScoreStep> out;
    for (const ScoreStep& s : b.steps) {
        ScoreStep* last = out.empty() ? nullptr : &out.back();
        if (last && last->what == ScoreStep::Score && s.what == ScoreStep::Score && last->edge &&
            s.edge == last->edge && s.face == last->face && std::fabs(s.at - last->at) < hairline &&
            std::fabs(s.from - last->to) < hairline) {
            last->to = s.to;
            last->end = s.end;
            last->crease += ", " + s.crease;
            continue;
        }
        out.push_back(s);
    }
    b.steps = std::move(out);
    return b;
}

// "pencil marks 54 mm from the fence, at 22 mm, 96 mm and the far end, counted from the near end".
std::string marksText(const BlankScores& b, size_t first, size_t last, Unit unit) {
    const Lying lies = lyingAt(b, first, false);
    const LaidBlank on(b.width, b.height, lies.edge, lies.face);
    const double whole = upright(lies.edge) ? b.height : b.width;
    std::vector<double> along;
    for (size_t i = first; i <= last; ++i)
        along.push_back(on.onBoard(b.steps[i].start).y());
    std::sort(along.begin(), along.end());
    const bool both = along.size() == 2 && along[0] < hairline && along[1] > whole - hairline;
    std::vector<std::string> places;
    bool counted = false;
    for (double v : along) {
        const bool near = v<hairline, far = v> whole - hairline;
        counted = counted || (!near && !far);
        places.push_back(near ? "the near end" : far ? "the far end" : benchLength(v, unit));
    }
    std::string one = stepText(b, first, unit); // "pencil mark 54 mm from the fence, ..."
    one = one.substr(0, one.find(',')).insert(11, "s");
    return one + (both ? ", at both ends"
                       : ", at " + listed(places) + (counted ? ", counted from the near end" : ""));
}

} // namespace

std::string scoresText(const std::vector<BlankScores>& plan, Unit unit, double finest) {
    std::string out;
    for (const BlankScores& planned : plan) {
        const BlankScores b = inOneGo(planned);
        if (b.steps.empty())
            continue;
        out += (b.count > 1 ? numberText(b.count) + " x " : "") + b.part + ", " +
               benchLength(b.width, unit) + " x " + benchLength(b.height, unit);
        if (b.gang >= 0) {
            std::string with;
            for (const BlankScores& o : plan)
                if (o.gang == b.gang && &o != &planned)
                    with += (with.empty() ? "" : ", ") + o.part;
            out += ", scored before it is cut apart";
            out += with.empty() ? "" : " with " + with;
        }
        out += "\n";
        const ScoreStep& first = b.steps.front();
        const BlankEdge lies = first.edge.value_or(BlankEdge::Left);
        const double at = upright(lies) ? b.height : b.width,
                     other = upright(lies) ? b.width : b.height;
        out += std::string("    ") +
               (at > other + hairline   ? "long side against the fence"
                : at < other - hairline ? "short side against the fence"
                                        : "against the fence") +
               ", the " + edgeName(lies) + " edge, " + facing(first.face) + "\n";
        // Plain scores that go from edge to edge are told together.
        std::vector<std::string> together;
        const auto flush = [&] {
            if (!together.empty())
                out += "    score at " + listed(together) + "\n";
            together.clear();
        };
        for (size_t i = 0; i < b.steps.size(); ++i) {
            const ScoreStep& s = b.steps[i];
            const bool up = s.edge && upright(*s.edge);
            if (s.what == ScoreStep::Score && s.edge && !s.ruler && s.from < hairline &&
                s.to > (up ? b.height : b.width) - hairline &&
                std::fabs(s.fence - s.at) <= hairline) {
                together.push_back(benchLength(s.at, unit));
                continue;
            }
            flush();
            // Marks in one line are told together.
            size_t last = i;
            while (s.what == ScoreStep::Mark && last + 1 < b.steps.size() &&
                   b.steps[last + 1].what == ScoreStep::Mark &&
                   std::fabs(b.steps[last + 1].at - s.at) < hairline)
                ++last;
            out += "    " + (last > i ? marksText(b, i, last, unit) : stepText(b, i, unit)) + "\n";
            i = last;
        }
        flush();
        for (const ScoreStep& s : b.steps) // of inches the words say it
            if (const std::string off = offMarkText(s, unit, finest);
                !off.empty() && unit != Unit::Inch)
                out += "    (" + s.crease + ": " + off + ")\n";
        if (b.symmetrical)
            out +=
                "    (both ends are alike: score from one edge, turn it end for end, and use the "
                "same grooves again)\n";
        out += "    " + countText(b.settings, "one setting", "settings") +
               (b.turns ? ", " + countText(b.turns, "one turn", "turns") : "") + "\n";
    }
    return out.empty() ? "Nothing is scored.\n" : out;
}

} // namespace hl::make
