// The score plan as it is read at the bench.
#include "core/make/blank_shape.h"
#include "core/make/score_plan.h"
#include "core/measure/number.h"
#include <cmath>

namespace hl {
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

std::string stepText(const ScoreStep& s, const BlankScores& blank, Unit unit) {
    const auto length = [&](double v) { return sayLength(v, unit); };
    const std::string edge = s.edge ? edgeName(*s.edge) : "";
    const bool up = s.edge == BlankEdge::Left || s.edge == BlankEdge::Right;
    const double whole = up ? blank.height : blank.width;
    switch (s.what) {
    case ScoreStep::Turn:
        if (s.opened)
            return "open it out, the " + edge + " edge against the fence";
        return "turn it, the " + edge + " edge against the fence";
    case ScoreStep::Flip:
        return "turn it over, the " + edge + " edge against the fence (" + facing(s.face) + ")";
    case ScoreStep::Mark:
        return "pencil mark " + length(s.at) + " from the " + edge + " edge, " + length(s.from) +
               (up ? " up" : " along");
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
        out += " along a ruler, from mark to mark";
    if (s.from > hairline || s.to < whole - hairline)
        out += ", from " + length(s.from) + " to " + length(s.to);
    return out;
}

std::string offMarkText(const ScoreStep& s, Unit unit, double finest) {
    if (s.what != ScoreStep::Score || !s.edge || finest <= 0)
        return {};
    const double off = std::round(s.fence / finest) * finest - s.fence;
    if (std::fabs(off) <= 0.005)
        return {};
    return "the mark at " + sayLength(s.fence + off, unit) + " lies " +
           sayLength(std::fabs(off), unit) + (off > 0 ? " farther out" : " nearer in");
}

bool offMarks(const std::vector<BlankScores>& plan, double finest) {
    for (const BlankScores& b : plan)
        for (const ScoreStep& s : b.steps)
            if (!offMarkText(s, Unit::Millimetre, finest).empty())
                return true;
    return false;
}

std::string scoresText(const std::vector<BlankScores>& plan, Unit unit, double finest) {
    std::string out;
    for (const BlankScores& b : plan) {
        if (b.steps.empty())
            continue;
        out += (b.count > 1 ? numberText(b.count) + " x " : "") + b.part + ", " +
               sayLength(b.width, unit) + " x " + sayLength(b.height, unit);
        if (b.gang >= 0) {
            std::string with;
            for (const BlankScores& o : plan)
                if (o.gang == b.gang && &o != &b)
                    with += (with.empty() ? "" : ", ") + o.part;
            out += ", scored before it is cut apart";
            out += with.empty() ? "" : " with " + with;
        }
        out += "\n";
        const ScoreStep& first = b.steps.front();
        const BlankEdge lies = first.edge.value_or(BlankEdge::Left);
        const bool upright = lies == BlankEdge::Left || lies == BlankEdge::Right;
        const double at = upright ? b.height : b.width, other = upright ? b.width : b.height;
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
        for (const ScoreStep& s : b.steps) {
            const bool up = s.edge == BlankEdge::Left || s.edge == BlankEdge::Right;
            if (s.what == ScoreStep::Score && s.edge && !s.ruler && s.from < hairline &&
                s.to > (up ? b.height : b.width) - hairline) {
                if (std::fabs(s.fence - s.at) > hairline) {
                    flush();
                    out += "    " + stepText(s, b, unit) + "\n";
                } else {
                    together.push_back(sayLength(s.at, unit));
                }
                continue;
            }
            flush();
            out += "    " + stepText(s, b, unit) + "\n";
        }
        flush();
        for (const ScoreStep& s : b.steps)
            if (const std::string off = offMarkText(s, unit, finest); !off.empty())
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

} // namespace hl
