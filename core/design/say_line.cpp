#include "core/design/say_line.h"
#include "core/design/limits.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
#include <algorithm>
#include <cctype>
#include <numeric>

namespace hl {
namespace {

constexpr size_t mostPanels = 60;

std::string lower(std::string s) {
    std::transform(s.begin(), s.end(), s.begin(), [](unsigned char c) { return std::tolower(c); });
    return s;
}

std::string trimmed(const std::string& s) {
    const size_t a = s.find_first_not_of(" \t\r\n\f\v"), b = s.find_last_not_of(" \t\r\n\f\v");
    return a == std::string::npos ? "" : s.substr(a, b - a + 1);
}

bool startsNumber(const std::string& word) {
    return !word.empty() &&
           (std::isdigit(static_cast<unsigned char>(word[0])) || word[0] == '.' ||
            word.rfind("½", 0) == 0 || word.rfind("¼", 0) == 0 || word.rfind("¾", 0) == 0 ||
            word.rfind("⅛", 0) == 0 || word.rfind("⅜", 0) == 0 || word.rfind("⅝", 0) == 0 ||
            word.rfind("⅞", 0) == 0);
}

bool isUnit(const std::string& word) {
    static const char* const units[] = {"mm", "cm", "in", "inch", "inches", "\"", "″", "”", "m"};
    return std::any_of(std::begin(units), std::end(units), [&](auto* u) { return word == u; });
}

// Whether the number carries a unit of its own.
bool hasUnit(const std::string& number) {
    return number.find_first_of("mcinMCIN\"") != std::string::npos ||
           number.find("″") != std::string::npos || number.find("”") != std::string::npos;
}

bool isFraction(const std::string& word) {
    return startsNumber(word) && (word.find('/') != std::string::npos ||
                                  !std::isdigit(static_cast<unsigned char>(word[0])));
}

bool isWhole(const std::string& word) {
    return !word.empty() &&
           std::all_of(word.begin(), word.end(), [](unsigned char c) { return std::isdigit(c); });
}

// The words of a clause; the pieces of one number ("5 7/8 in", "3 + 1/4") stay together.
std::vector<std::string> wordsIn(const std::string& text) {
    std::vector<std::string> raw, out;
    std::string word;
    for (char c : text + " ") {
        if (!std::isspace(static_cast<unsigned char>(c)) && c != ',') {
            word += c;
            continue;
        }
        if (!word.empty())
            raw.push_back(word);
        word.clear();
    }
    bool adds = false;
    for (const std::string& w : raw) {
        std::string& last = out.empty() ? word : out.back();
        const bool after = !out.empty() && startsNumber(last);
        // The same length in two units, "149 mm = 5 7/8 in", is one word.
        const size_t equals = last.find("= ");
        const std::string tail = equals == std::string::npos ? last : last.substr(equals + 2);
        if (adds || (after && (w == "+" || w == "="))) {
            last += " " + w;
            adds = w == "+" || w == "=";
        } else if (after && !hasUnit(tail) && isUnit(lower(w)) && w != "M") {
            last += " " + w;
        } else if (after && isWhole(tail) && isFraction(w)) {
            last += " " + w;
        } else {
            out.push_back(w);
        }
    }
    return out;
}

Problem unclear(const std::string& word, const std::string& remedy) {
    return {"score list", "“" + word + "” means nothing here", remedy};
}

class Parser {
  public:
    explicit Parser(Unit unit) : unit_(unit) {}

    Result<SayLine> read(const std::string& text) {
        if (text.size() > 4 * limits::text)
            return Problem{"score list", "it is longer than a line can be",
                           "leave out what it does not need"};
        if (Trouble t = clauses(text))
            return *t;
        if (Trouble t = put())
            return *t;
        return line_;
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
            return takeNumbers(words, line_.heights);
        }
        if (first == "raised") {
            drop(1);
            list_ = List::Raised;
            return takeNumbers(words, line_.raised);
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
            return takeNumbers(words, line_.slope);
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
                return takeNumbers(words, line_.heights);
            case List::Raised:
                return takeNumbers(words, line_.raised);
            case List::Scores:
                return takeScores(words);
            default:
                break;
            }
            if (blank_.empty())
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
            line_.gives.push_back(std::stoi(words[i]));
        }
        std::sort(line_.gives.begin(), line_.gives.end());
        line_.gives.erase(std::unique(line_.gives.begin(), line_.gives.end()), line_.gives.end());
        return line_.gives.empty() ? Trouble(how) : Trouble();
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
    static std::string unitOf(const std::string& number) {
        size_t at = number.size();
        while (at > 0 && !std::isdigit(static_cast<unsigned char>(number[at - 1])) &&
               number[at - 1] != ' ')
            --at;
        return number.substr(at);
    }
    // The unit that the numbers from `at` on will bring.
    static std::string unitFrom(const std::vector<std::string>& words, size_t at) {
        for (; at < words.size(); ++at)
            if (startsNumber(words[at]) && hasUnit(words[at]))
                return unitOf(words[at]);
        return "";
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
        if (words.empty() || !startsNumber(words[0]) || !blank_.empty())
            return unclear(clause, "write the blank once, like 136 x 68");
        const std::string unit = hasUnit(words[0]) ? unitOf(words[0]) : "";
        blank_.resize(2);
        if (Trouble t = number(first, unit, blank_[0]))
            return t;
        if (Trouble t = number(words[0], "", blank_[1]))
            return t;
        if (words.size() == 1)
            return {};
        std::string rest;
        for (size_t i = 1; i < words.size(); ++i)
            rest += words[i] + " ";
        return take(trimmed(rest));
    }

    Trouble takePanels(const std::string& clause) {
        if (!line_.panels.empty())
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
                if (hinge || line_.panels.empty() || i + 1 == cells.size())
                    return unclear(cells[i], "a hinge stands between two panels");
                hinge = m;
                right = words.size() > 1 && lower(words.back()) == "right";
                if (right || (words.size() > 1 && lower(words.back()) == "left"))
                    words.pop_back();
            } else {
                if (!line_.panels.empty()) {
                    line_.scores.emplace_back();
                    line_.scores.back().hinge = hinge;
                    line_.scores.back().hingeRight = hinge && right;
                }
                hinge.reset();
                line_.panels.push_back(m);
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

    static bool foldOf(const std::string& word, SayFold& fold) {
        const std::string w = lower(word);
        if (w == "v" || w == "valley")
            fold = SayFold::Valley;
        else if (w == "m" || w == "mountain")
            fold = SayFold::Mountain;
        else if (w == "e" || w == "either" || w == "?")
            fold = SayFold::Either;
        else
            return false;
        return true;
    }
    // "V", "mountain", "V90", "M 45°": a fold, and how far it stands open on display.
    static bool foldWithAngle(const std::string& word, SayScore& score) {
        const size_t digits = word.find_first_of("0123456789");
        SayFold fold;
        if (!foldOf(word.substr(0, digits), fold))
            return false;
        score.fold = fold;
        if (digits == std::string::npos)
            return true;
        auto angle = parseAngle(word.substr(digits));
        if (!angle || angle->measure.degrees() > 180)
            return false;
        score.shown = angle->measure;
        return true;
    }

    Trouble takeFolds(const std::vector<std::string>& words) {
        for (const std::string& word : words) {
            SayScore s;
            if (foldWithAngle(word, s)) {
                folds_.push_back(s);
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
                folds_.push_back(s);
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
                if (blank_.empty())
                    return unclear(words[i], "say the blank first, like 270 x 130");
                At a;
                a.at = {Quantity::Length, blank_[0].count / 2};
                at_.push_back(a);
                continue;
            }
            if (startsNumber(words[i])) {
                At a;
                if (Trouble t = number(words[i], unitFrom(words, i), a.at))
                    return t;
                at_.push_back(a);
                continue;
            }
            if (at_.empty())
                return unclear(words[i], "write where to score, like score 30 V, 60 M");
            if (w == "from" && i + 2 < words.size() && lower(words[i + 1]) == "both") {
                for (At& a : at_) // those before it; what follows is scored once
                    a.both = true;
                i += 2;
                continue;
            }
            if ((w == "from" || w == "to") && i + 1 < words.size() && startsNumber(words[i + 1])) {
                Measure m;
                if (Trouble t = number(words[i + 1], unitFrom(words, i + 1), m))
                    return t;
                (w == "from" ? at_.back().score.from : at_.back().score.to) = m;
                ++i;
                continue;
            }
            SayScore s;
            if (at_.back().said || !foldWithAngle(words[i], s))
                return unclear(words[i],
                               "after a place comes its fold, like 30 V or 30 mountain, and "
                               "from 0 to 40 where it stops");
            at_.back().score.fold = s.fold;
            at_.back().score.shown = s.shown;
            at_.back().said = true;
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
        line_.slits.push_back(s);
        return {};
    }

    Trouble put() {
        if (Trouble t = putPanels())
            return t;
        if (line_.panels.size() > mostPanels)
            return Problem{"score list", "it has more than " + numberText(mostPanels) + " panels",
                           "make two parts of it"};
        for (const Measure& m : line_.panels)
            if (m.count <= 0)
                return Problem{"score list", "a panel has no width",
                               "give it one, or leave it out"};
        const size_t n = line_.panels.size();
        if (Trouble t = putFolds())
            return t;
        if (blank_.size() == 2 && line_.heights.empty())
            line_.heights = {blank_[1]};
        if (!line_.slope.empty() && blank_.size() == 2)
            line_.heights.clear();
        for (auto [name, list] : {std::pair{"heights", &line_.heights}, {"raised", &line_.raised}})
            if (!list->empty() && list->size() != n &&
                !(list == &line_.heights && list->size() == 1))
                return Problem{"score list",
                               std::string(name) + ": there are " + numberText(list->size()) +
                                   " for " + countText(n, "one panel", "panels"),
                               list == &line_.heights ? "give one for all, or one for each"
                                                      : "give one for each"};
        if (line_.heights.size() > 1 && std::all_of(line_.heights.begin(), line_.heights.end(),
                                                    [&](auto& m) { return m == line_.heights[0]; }))
            line_.heights.resize(1);
        for (const int panel : line_.gives)
            if (panel < 1 || panel > static_cast<int>(n))
                return Problem{"score list", "there is no panel " + numberText(panel) + " to give",
                               "panels are counted from 1 to " + numberText(n)};
        return putSlits();
    }

    Trouble putPanels() {
        if (line_.panels.empty() && at_.empty()) {
            if (blank_.empty())
                return Problem{"score list", "there is nothing to read",
                               "write it like 12 | 30 | 30 | 12, V M V"};
            line_.panels = {blank_[0]};
            return {};
        }
        if (!line_.panels.empty() && !at_.empty())
            return Problem{"score list", "it says panels and scores", "say the one or the other"};
        if (line_.panels.empty()) {
            if (blank_.empty())
                return Problem{"score list", "scores need the blank that they are made on",
                               "begin with its size, like 136 x 68, score 30, 60"};
            std::vector<At> far;
            for (auto a = at_.rbegin(); a != at_.rend(); ++a)
                if (a->both) {
                    far.push_back(*a);
                    far.back().at.count = blank_[0].count - a->at.count;
                }
            at_.insert(at_.end(), far.begin(), far.end());
            std::stable_sort(at_.begin(), at_.end(),
                             [](auto& a, auto& b) { return a.at.count < b.at.count; });
            std::int64_t last = 0;
            for (const At& a : at_) {
                if (a.at.count <= 0 || a.at.count >= blank_[0].count)
                    return Problem{"score list",
                                   "a score at " + exactText(a.at, unit_) +
                                       " lies off the blank, which is " +
                                       exactText(blank_[0], unit_) + " long",
                                   "score between its edges, or make the blank longer"};
                if (a.at.count <= last)
                    return Problem{"score list", "two scores lie at " + exactText(a.at, unit_),
                                   !far.empty() ? "the blank is too short for scores from both ends"
                                                : "leave one of them out"};
                line_.panels.push_back({Quantity::Length, a.at.count - last});
                line_.scores.push_back(a.score);
                said_.push_back(a.said);
                last = a.at.count;
            }
            line_.panels.push_back({Quantity::Length, blank_[0].count - last});
            return {};
        }
        if (blank_.empty())
            return {};
        const std::int64_t sum = line_.length().count, off = sum - blank_[0].count;
        if (off == 0)
            return {};
        const Measure by{Quantity::Length, std::abs(off)}, whole{Quantity::Length, sum};
        const Measure last{Quantity::Length, line_.panels.back().count - off};
        return Problem{"score list",
                       "the panels add up to " + exactText(whole, unit_) + ", and the blank is " +
                           exactText(blank_[0], unit_) + ": " + exactText(by, unit_) +
                           (off > 0 ? " too much" : " too little"),
                       "make the blank " + exactText(whole, unit_) + " long" +
                           (last.count > 0 ? ", or the last panel " + exactText(last, unit_) : "")};
    }

    Trouble putFolds() {
        std::vector<size_t> open; // scores that wait for their fold
        for (size_t i = 0; i < line_.scores.size(); ++i)
            if (said_.empty() || !said_[i])
                open.push_back(i);
        if (folds_.empty())
            return {};
        if (folds_.size() != open.size())
            return Problem{"score list",
                           "there are " + countText(folds_.size(), "one fold", "folds") + " for " +
                               countText(open.size(), "one score", "scores"),
                           "write one letter for each, V, M or E"};
        for (size_t i = 0; i < open.size(); ++i) {
            line_.scores[open[i]].fold = folds_[i].fold;
            line_.scores[open[i]].shown = folds_[i].shown;
        }
        return {};
    }

    Trouble putSlits() {
        const double length = line_.length().mm();
        double high = 0;
        for (size_t i = 0; i < line_.panels.size(); ++i)
            high = std::max({high, line_.heightAt(i, 0).first, line_.heightAt(i, 0).second});
        for (SaySlit& s : line_.slits) {
            const std::string place = exactText(s.at, unit_);
            const double most = s.across ? high : length;
            if (s.at.count <= 0 || (most > 0 && s.at.mm() >= most))
                return Problem{"score list", "the slit at " + place + " lies off the sheet",
                               "place it between the edges"};
            if (s.to.count == -1) {
                double half = 0;
                for (size_t i = 0; i < line_.panels.size(); ++i) {
                    const double a = line_.startOf(i), w = line_.panels[i].mm();
                    if (s.at.mm() < a - 1e-9 || s.at.mm() > a + w + 1e-9)
                        continue;
                    const auto [left, right] = line_.heightAt(i, 0);
                    half = (left + (right - left) * (s.at.mm() - a) / w) / 2;
                }
                if (half <= 0)
                    return Problem{"score list", "the height at " + place + " is not said",
                                   "say the blank's height, or where the slit ends"};
                s.to = Measure::fromMm(half);
            }
            const double reach = s.across ? length : high;
            if (s.from.count >= s.to.count || (reach > 0 && s.to.mm() > reach + 1e-6))
                return Problem{"score list",
                               "the slit at " + place + " runs from " + exactText(s.from, unit_) +
                                   " to " + exactText(s.to, unit_),
                               "let it end on the sheet, and after its beginning"};
            if (reach > 0 && s.from.count <= 0 && s.to.mm() >= reach - 1e-6)
                return Problem{"score list", "the slit at " + place + " cuts the sheet in two",
                               "let it end before the edge, or make two parts"};
        }
        return {};
    }

    struct At {
        Measure at;
        SayScore score;
        bool said = false; // its fold
        bool both = false; // from either end
    };

    Unit unit_;
    SayLine line_;
    std::vector<Measure> blank_;
    std::vector<At> at_;
    std::vector<SayScore> folds_;
    std::vector<bool> said_;
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

} // namespace hl
