#include "core/design/say_words.h"
#include <algorithm>
#include <cctype>

namespace hl::design::saying {
namespace {

bool isUnit(const std::string& word) {
    static const char* const units[] = {"mm", "cm", "in", "inch", "inches", "\"", "″", "”", "m"};
    return std::any_of(std::begin(units), std::end(units), [&](auto* u) { return word == u; });
}

bool isFraction(const std::string& word) {
    return startsNumber(word) && (word.find('/') != std::string::npos ||
                                  !std::isdigit(static_cast<unsigned char>(word[0])));
}

} // namespace

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

bool hasUnit(const std::string& number) {
    return number.find_first_of("mcinMCIN\"") != std::string::npos ||
           number.find("″") != std::string::npos || number.find("”") != std::string::npos;
}

bool isWhole(const std::string& word) {
    return !word.empty() &&
           std::all_of(word.begin(), word.end(), [](unsigned char c) { return std::isdigit(c); });
}

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

std::string unitOf(const std::string& number) {
    size_t at = number.size();
    while (at > 0 && !std::isdigit(static_cast<unsigned char>(number[at - 1])) &&
           number[at - 1] != ' ')
        --at;
    return number.substr(at);
}

std::string unitFrom(const std::vector<std::string>& words, size_t at) {
    for (; at < words.size(); ++at)
        if (startsNumber(words[at]) && hasUnit(words[at]))
            return unitOf(words[at]);
    return "";
}

bool foldOf(const std::string& word, SayFold& fold) {
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

bool foldWithAngle(const std::string& word, SayScore& score) {
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

} // namespace hl::design::saying
