// Say-lines as text.
#include "core/design/say_line.h"
#include "core/measure/number.h"
#include <algorithm>

namespace hl::design {
namespace {

// Without the unit, where all are written in the design's own.
class Lengths {
  public:
    Lengths(const SayLine& line, Unit unit) : unit_(unit) {
        auto look = [&](const Measure& m) { plain_ = plain_ && cut(exactText(m, unit_)).second; };
        for (auto* list : {&line.panels, &line.heights, &line.raised, &line.slope})
            std::for_each(list->begin(), list->end(), look);
        for (auto& s : line.scores)
            for (auto* m : {&s.from, &s.to, &s.hinge})
                if (*m)
                    look(**m);
        for (auto& s : line.slits)
            for (auto* m : {&s.at, &s.from, &s.to})
                look(*m);
    }
    std::string operator()(const Measure& m) const {
        const std::string text = exactText(m, unit_);
        return plain_ ? cut(text).first : text;
    }
    std::string list(const std::vector<Measure>& all) const {
        std::string out;
        for (const Measure& m : all)
            out += (out.empty() ? "" : ", ") + (*this)(m);
        return out;
    }

  private:
    std::pair<std::string, bool> cut(const std::string& text) const {
        const std::string tail = " " + unitName(unit_);
        if (text.size() > tail.size() && text.substr(text.size() - tail.size()) == tail)
            return {text.substr(0, text.size() - tail.size()), true};
        return {text, false};
    }
    Unit unit_;
    bool plain_ = true;
};

} // namespace

std::string panelsText(const SayLine& line, Unit unit) {
    const Lengths length(line, unit);
    std::string out;
    for (size_t i = 0; i < line.panels.size(); ++i) {
        if (i > 0)
            out += " | ";
        if (i > 0 && line.scores[i - 1].hinge)
            out += "hinge " + length(*line.scores[i - 1].hinge) +
                   (line.scores[i - 1].hingeRight ? " right" : "") + " | ";
        out += length(line.panels[i]);
    }
    for (size_t i = 0; i < line.scores.size(); ++i) {
        const SayScore& s = line.scores[i];
        out += i == 0 ? ", " : " ";
        out += s.fold == SayFold::Valley ? "V" : s.fold == SayFold::Mountain ? "M" : "E";
        if (s.shown) {
            const std::string angle = exactText(*s.shown, unit);
            out += angle.substr(0, angle.find(' '));
        }
    }
    return out;
}

std::string givingText(const SayLine& line) {
    std::string out = line.gives.size() == 1 ? "panel " : "panels ";
    for (size_t i = 0; i < line.gives.size(); ++i)
        out += (i > 0 ? " and " : "") + numberText(line.gives[i]);
    return out;
}

std::string sayLineText(const SayLine& line, Unit unit) {
    if (line.empty())
        return "";
    const Lengths length(line, unit);
    std::string out;
    const bool partial =
        std::any_of(line.scores.begin(), line.scores.end(), [](auto& s) { return s.from || s.to; });
    // A single panel, or scores that stop short, are said with the blank.
    if (line.panels.size() == 1 || partial) {
        const Measure high =
            !line.heights.empty() ? line.heights[0]
            : line.slope.size() == 2
                ? (line.slope[0].count > line.slope[1].count ? line.slope[0] : line.slope[1])
                : Measure::fromMm(0);
        out = length(line.length()) + " x " + length(high);
        if (line.panels.size() > 1)
            out += ", score";
        std::int64_t at = 0;
        for (size_t i = 0; i < line.scores.size(); ++i) {
            const SayScore& s = line.scores[i];
            at += line.panels[i].count;
            out += (i ? ", " : " ") + length({Quantity::Length, at});
            out += s.fold == SayFold::Valley ? " V" : s.fold == SayFold::Mountain ? " M" : " E";
            if (s.shown) {
                const std::string angle = exactText(*s.shown, unit);
                out += angle.substr(0, angle.find(' '));
            }
            if (s.from)
                out += " from " + length(*s.from);
            if (s.to)
                out += " to " + length(*s.to);
        }
        if (line.heights.size() > 1)
            out += "; heights " + length.list(line.heights);
    } else {
        out = panelsText(line, unit);
        if (!line.heights.empty())
            out +=
                (line.heights.size() == 1 ? "; height " : "; heights ") + length.list(line.heights);
    }
    if (!line.raised.empty())
        out += "; raised " + length.list(line.raised);
    if (line.slope.size() == 2)
        out += "; top " + length(line.slope[0]) + " to " + length(line.slope[1]);
    for (const SaySlit& s : line.slits)
        out += std::string("; slit ") + (s.across ? "across " : "") + "at " + length(s.at) +
               " from " + length(s.from) + " to " + length(s.to);
    if (!line.gives.empty())
        out += "; " + givingText(line) + (line.gives.size() == 1 ? " gives" : " give");
    return out;
}

} // namespace hl::design
