#include "core/design/say_line.h"
#include "core/design/limits.h"
#include "core/design/say_sum.h"
#include "core/design/say_words.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cctype>
#include <numeric>

namespace hl::design {
namespace {

using namespace saying;

class Parser {
  public:
    explicit Parser(Unit unit) : unit_(unit) {}

    Result<SayLine> read(const std::string& text) {
        if (text.size() > 4 * limits::text)
            return Problem{"score list", "it is longer than a line can be",
                           "leave out what it does not need"};
        if (Trouble t = clauses(text))
            return *t;
        return summed(std::move(heard_), unit_);
    }

  private:
    enum class List { None, Panels, Scores, Folds, Heights, Raised, Gives };

    // Clauses end at a semicolon or a comma; one that begins with a number goes on with the list
    // before it, as does one that holds folds only.
    Trouble clauses(const std::string& text) {
        std::string clause;
        for (char c : text + ";") {
            if (c != ',' && c != ';') {
                clause += c;
                continue;
            }
            const std::string one = trimmed(clause);
            clause.clear();
            if (!one.empty())
                if (Trouble t = take(one))
                    return t;
            if (c == ';')
                list_ = List::None;
        }
        return {};
    }

    Trouble take(const std::string& clause) {
        if (clause.find('|') != std::string::npos)
            return takePanels(clause);
        if (isBlank(clause))
            return takeBlank(clause);
        std::vector<std::string> words = wordsIn(clause);
        const std::string first = lower(words[0]);
        auto drop = [&](size_t n) {
            words.erase(words.begin(), words.begin() + static_cast<long>(n));
        };
        if (first == "score" || first == "scores") {
            drop(words.size() > 1 && lower(words[1]) == "at" ? 2 : 1);
            list_ = List::Scores;
            return takeScores(words);
        }
        if (first == "height" || first == "heights") {
            drop(1);
            list_ = List::Heights;
            return takeNumbers(words, heard_.line.heights);
        }
        if (first == "raised") {
            drop(1);
            list_ = List::Raised;
            return takeNumbers(words, heard_.line.raised);
        }
        if (first == "top" || first == "tops") {
            drop(1);
            words.erase(
                std::remove_if(words.begin(), words.end(),
                               [](auto& w) { return lower(w) == "to" || lower(w) == "from"; }),
                words.end());
            list_ = List::None;
            if (words.size() != 2)
                return unclear(clause, "write it like top 150 to 50");
            return takeNumbers(words, heard_.line.slope);
        }
        if (first == "slit" || first == "slits" || first == "cut") {
            drop(1);
            list_ = List::None;
            return takeSlit(words, clause);
        }
        if (first == "panel" || first == "page" || first == "panels" || first == "pages") {
            list_ = List::None;
            return takeGiving(words, clause);
        }
        if (startsNumber(words[0])) {
            switch (list_) {
            case List::Heights:
                return takeNumbers(words, heard_.line.heights);
            case List::Raised:
                return takeNumbers(words, heard_.line.raised);
            case List::Scores:
                return takeScores(words);
            default:
                break;
            }
            if (heard_.blank.empty())
                return unclear(words[0], "part the panels with |, like 12 | 30 | 12, or begin with "
                                         "the blank, like 136 x 68, score 30, 60");
            list_ = List::Scores;
            return takeScores(words);
        }
        return takeFolds(words);
    }

    // "panel 3 gives", "panels 3 and 4 give".
    Trouble takeGiving(const std::vector<std::string>& words, const std::string& clause) {
        const Problem how = unclear(clause, "write it like panel 3 gives, or panels 3 and 4 give");
        const std::string last = lower(words.back());
        if (words.size() < 3 || (last != "gives" && last != "give"))
            return how;
        for (size_t i = 1; i + 1 < words.size(); ++i) {
            if (lower(words[i]) == "and")
                continue;
            if (!isWhole(words[i]) || words[i].size() > 3)
                return how;
            heard_.line.gives.push_back(std::stoi(words[i]));
        }
        std::sort(heard_.line.gives.begin(), heard_.line.gives.end());
        heard_.line.gives.erase(std::unique(heard_.line.gives.begin(), heard_.line.gives.end()),
                                heard_.line.gives.end());
        return heard_.line.gives.empty() ? Trouble(how) : Trouble();
    }

    // A number that takes the unit of the next one with a unit.
    Trouble number(const std::string& text, const std::string& unit, Measure& out) {
        auto read = parseLength(hasUnit(text) || unit.empty() ? text : text + " " + unit, unit_);
        if (!read && text.find('=') != std::string::npos) // two units that do not agree
            return read.problem().in("score list");
        if (!read)
            return unclear(text, read.problem().remedy);
        out = read->measure;
        return {};
    }
    bool isBlank(const std::string& clause) const {
        const size_t x = std::min(clause.find(" x "), std::min(clause.find('x'), clause.find("×")));
        return x != std::string::npos && startsNumber(clause) &&
               lower(clause).find("e") == std::string::npos;
    }
    Trouble takeBlank(const std::string& clause) {
        size_t x = clause.find_first_of("xX"), width = 1;
        if (x == std::string::npos) {
            x = clause.find("×");
            width = std::string("×").size();
        }
        const std::string first = trimmed(clause.substr(0, x));
        // What follows the size in the same clause is read on its own: "136 x 68 score 30 60".
        std::vector<std::string> words = wordsIn(clause.substr(x + width));
        if (words.empty() || !startsNumber(words[0]) || !heard_.blank.empty())
            return unclear(clause, "write the blank once, like 136 x 68");
        const std::string unit = hasUnit(words[0]) ? unitOf(words[0]) : "";
        heard_.blank.resize(2);
        if (Trouble t = number(first, unit, heard_.blank[0]))
            return t;
        if (Trouble t = number(words[0], "", heard_.blank[1]))
            return t;
        if (words.size() == 1)
            return {};
        std::string rest;
        for (size_t i = 1; i < words.size(); ++i)
            rest += words[i] + " ";
        return take(trimmed(rest));
    }

    Trouble takePanels(const std::string& clause) {
        if (!heard_.line.panels.empty())
            return unclear(clause, "write all panels in one row");
        std::vector<std::string> cells;
        std::string cell;
        for (char c : clause + "|") {
            if (c != '|') {
                cell += c;
                continue;
            }
            cells.push_back(trimmed(cell));
            cell.clear();
        }
        std::vector<std::string> numbers;
        for (const std::string& c : cells) {
            const std::vector<std::string> words = wordsIn(c);
            numbers.push_back(words.empty()                                    ? ""
                              : lower(words[0]) == "hinge" && words.size() > 1 ? words[1]
                                                                               : words[0]);
        }
        // "1 1/2 | 3 | 1 1/2, V M": letters may follow the last panel without a comma.
        std::optional<Measure> hinge;
        bool right = false; // its tab is of the sheet to the right
        std::string tail;
        for (size_t i = 0; i < cells.size(); ++i) {
            std::vector<std::string> words = wordsIn(cells[i]);
            if (words.empty())
                return Problem{"score list", "a panel between two | has no width",
                               "give every panel its width"};
            const bool joint = lower(words[0]) == "hinge";
            if (joint)
                words.erase(words.begin());
            if (words.empty() || !startsNumber(words[0]))
                return unclear(cells[i], joint ? "write the depth of the hinge tab, like hinge 12"
                                               : "write the panel's width, like 30 or 1 1/4 in");
            Measure m;
            if (Trouble t = number(words[0], unitFrom(numbers, i), m))
                return t;
            if (joint) {
                if (hinge || heard_.line.panels.empty() || i + 1 == cells.size())
                    return unclear(cells[i], "a hinge stands between two panels");
                hinge = m;
                right = words.size() > 1 && lower(words.back()) == "right";
                if (right || (words.size() > 1 && lower(words.back()) == "left"))
                    words.pop_back();
            } else {
                if (!heard_.line.panels.empty()) {
                    heard_.line.scores.emplace_back();
                    heard_.line.scores.back().hinge = hinge;
                    heard_.line.scores.back().hingeRight = hinge && right;
                }
                hinge.reset();
                heard_.line.panels.push_back(m);
            }
            if (words.size() > 1) {
                if (i + 1 < cells.size())
                    return unclear(words[1], "part the panels with |");
                for (size_t k = 1; k < words.size(); ++k)
                    tail += words[k] + " ";
            }
        }
        list_ = List::Folds;
        return tail.empty() ? Trouble{} : take(trimmed(tail));
    }

    Trouble takeFolds(const std::vector<std::string>& words) {
        for (const std::string& word : words) {
            SayScore s;
            if (foldWithAngle(word, s)) {
                heard_.folds.push_back(s);
                continue;
            }
            // "VMV" without spaces.
            const std::string w = lower(word);
            if (w.find_first_not_of("vme?") != std::string::npos)
                return unclear(word,
                               "folds are V or valley, M or mountain, E or either, like V M V; "
                               "V90 stands open at 90 degrees");
            for (char c : w) {
                foldOf(std::string(1, c), s.fold);
                heard_.folds.push_back(s);
            }
        }
        return {};
    }

    // "30 V from 0 to 40, 60 M", "36 54 76 from both ends".
    Trouble takeScores(const std::vector<std::string>& words) {
        for (size_t i = 0; i < words.size(); ++i) {
            const std::string w = lower(words[i]);
            if (w == "at" || w == "and" || w == "in" || w == "the")
                continue;
            if (w == "middle") {
                if (heard_.blank.empty())
                    return unclear(words[i], "say the blank first, like 270 x 130");
                Heard::At a;
                a.at = {Quantity::Length, heard_.blank[0].count / 2};
                heard_.at.push_back(a);
                continue;
            }
            if (startsNumber(words[i])) {
                Heard::At a;
                if (Trouble t = number(words[i], unitFrom(words, i), a.at))
                    return t;
                heard_.at.push_back(a);
                continue;
            }
            if (heard_.at.empty())
                return unclear(words[i], "write where to score, like score 30 V, 60 M");
            if (w == "from" && i + 2 < words.size() && lower(words[i + 1]) == "both") {
                for (Heard::At& a : heard_.at) // those before it; what follows is scored once
                    a.both = true;
                i += 2;
                continue;
            }
            if ((w == "from" || w == "to") && i + 1 < words.size() && startsNumber(words[i + 1])) {
                Measure m;
                if (Trouble t = number(words[i + 1], unitFrom(words, i + 1), m))
                    return t;
                (w == "from" ? heard_.at.back().score.from : heard_.at.back().score.to) = m;
                ++i;
                continue;
            }
            SayScore s;
            if (heard_.at.back().said || !foldWithAngle(words[i], s))
                return unclear(words[i],
                               "after a place comes its fold, like 30 V or 30 mountain, and "
                               "from 0 to 40 where it stops");
            heard_.at.back().score.fold = s.fold;
            heard_.at.back().score.shown = s.shown;
            heard_.at.back().said = true;
        }
        return {};
    }

    Trouble takeNumbers(const std::vector<std::string>& words, std::vector<Measure>& out) {
        for (size_t i = 0; i < words.size(); ++i) {
            if (!startsNumber(words[i]))
                return unclear(words[i], "lengths are needed here");
            Measure m;
            if (Trouble t = number(words[i], unitFrom(words, i), m))
                return t;
            out.push_back(m);
        }
        return {};
    }

    Trouble takeSlit(const std::vector<std::string>& words, const std::string& clause) {
        const Problem how =
            unclear(clause, "write it like slit at 55 from 0 to 75, or slit across at "
                            "34 from 55 to 115; a slit may end at half");
        SaySlit s;
        int given = 0;
        for (size_t i = 0; i < words.size(); ++i) {
            const std::string w = lower(words[i]);
            if (w == "across" || w == "along") {
                s.across = w == "across";
                continue;
            }
            if (w == "at" || w == "from" || w == "to")
                continue;
            const std::string before = i > 0 ? lower(words[i - 1]) : "";
            Measure m;
            if (w == "half" && before == "to") {
                m.count = -1; // half the height there: known once all is read
            } else if (!startsNumber(words[i])) {
                return unclear(words[i], how.remedy);
            } else if (Trouble t = number(words[i], unitFrom(words, i), m)) {
                return t;
            }
            (before == "from" ? s.from : before == "to" ? s.to : s.at) = m;
            given |= before == "from" ? 1 : before == "to" ? 2 : 4;
        }
        if (given != 7)
            return how;
        heard_.line.slits.push_back(s);
        return {};
    }

    Unit unit_;
    Heard heard_;
    List list_ = List::None;
};

} // namespace

Measure SayLine::length() const {
    return {Quantity::Length,
            std::accumulate(panels.begin(), panels.end(), std::int64_t{0},
                            [](std::int64_t sum, const Measure& m) { return sum + m.count; })};
}

double SayLine::startOf(size_t n) const {
    std::int64_t at = 0;
    for (size_t i = 0; i < n && i < panels.size(); ++i)
        at += panels[i].count;
    return Measure{Quantity::Length, at}.mm();
}

std::pair<double, double> SayLine::heightAt(size_t n, double fallback) const {
    if (slope.size() == 2) {
        const double a = slope[0].mm(), b = slope[1].mm(), whole = length().mm();
        const double from = startOf(n), to = startOf(n + 1);
        return {a + (b - a) * from / whole, a + (b - a) * to / whole};
    }
    if (heights.empty())
        return {fallback, fallback};
    const double h = heights[heights.size() == 1 ? 0 : n].mm();
    return {h, h};
}

Result<SayLine> parseSayLine(const std::string& text, Unit unit) { return Parser(unit).read(text); }

std::optional<size_t> panelOfLine(const SayLine& line, const std::string& word) {
    for (size_t i = 0; i < line.panels.size(); ++i)
        if (word == "panel-" + numberText(i + 1))
            return i;
    return {};
}

} // namespace hl::design
