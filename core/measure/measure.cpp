#include "core/measure/measure.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cctype>
#include <cmath>
#include <cstdlib>
#include <numeric>
#include <vector>

namespace hl::measure {
namespace {

constexpr std::int64_t nmPerMm = 1'000'000;
constexpr std::int64_t longestNm = 100'000 * nmPerMm; // 100 m: beyond any paper

__extension__ typedef __int128 Wide;

// A non-negative fraction. The readers below refuse denominators and values so large that two
// fractions could not be added without overflow.
struct Fraction {
    Wide num = 0, den = 1;
    Fraction reduced() const {
        Wide a = num, b = den;
        while (b) {
            const Wide rest = a % b;
            a = b;
            b = rest;
        }
        return {num / a, den / a};
    }
    Fraction plus(const Fraction& o) const {
        return Fraction{num * o.den + o.num * den, den * o.den}.reduced();
    }
};

void replaceAll(std::string& s, const std::string& from, const std::string& to) {
    for (size_t at = 0; (at = s.find(from, at)) != std::string::npos; at += to.size())
        s.replace(at, from.size(), to);
}

// Folds the typographic forms a maker may paste into plain ASCII.
std::string plain(std::string s) {
    static const std::pair<const char*, const char*> forms[] = {
        {"½", " 1/2"}, {"¼", " 1/4"}, {"¾", " 3/4"}, {"⅛", " 1/8"},  {"⅜", " 3/8"},
        {"⅝", " 5/8"}, {"⅞", " 7/8"}, {"″", "\""},   {"”", "\""},    {"⁄", "/"},
        {"−", "-"},    {"–", "-"},    {"°", "deg"},  {"\u00a0", " "}};
    for (auto& [from, to] : forms)
        replaceAll(s, from, to);
    std::transform(s.begin(), s.end(), s.begin(), [](unsigned char c) { return std::tolower(c); });
    return s;
}

// A cursor over the typed text.
struct Reader {
    const std::string& s;
    size_t at = 0;

    void skip() {
        while (at < s.size() && std::isspace(static_cast<unsigned char>(s[at])))
            ++at;
    }
    bool done() {
        skip();
        return at >= s.size();
    }
    bool digit() const { return at < s.size() && std::isdigit(static_cast<unsigned char>(s[at])); }
    bool take(char c) {
        skip();
        if (at >= s.size() || s[at] != c)
            return false;
        ++at;
        return true;
    }
    // Digits with at most one decimal mark; at most 12 before it. Of those after it that no length
    // could need, 0.09999999999999998, the last are only looked at for rounding.
    bool number(Fraction& out, bool& whole) {
        skip();
        size_t start = at;
        constexpr int most = 12, kept = 9, longest = 40; // digits
        int digits = 0, decimals = 0;
        bool up = false;
        out = {};
        whole = true;
        for (; at < s.size(); ++at) {
            if (digit()) {
                if (++digits > (whole ? most : longest))
                    return false;
                if (!whole && ++decimals > kept) {
                    up = decimals == kept + 1 ? s[at] >= '5' : up;
                    continue;
                }
                out.num = out.num * 10 + (s[at] - '0');
                if (!whole)
                    out.den *= 10;
            } else if ((s[at] == '.' || s[at] == ',') && whole && at + 1 < s.size() &&
                       std::isdigit(static_cast<unsigned char>(s[at + 1]))) {
                whole = false;
            } else {
                break;
            }
        }
        out.num += up ? 1 : 0;
        return at > start && digits > 0;
    }
    // number [ [-] number / number ]
    bool term(Fraction& out) {
        bool whole = false;
        if (!number(out, whole))
            return false;
        if (!whole)
            return true;
        if (take('/')) {
            Fraction den;
            if (!number(den, whole) || !whole || den.num == 0)
                return false;
            out.den = den.num;
            return true;
        }
        size_t mark = at;
        take('-');
        Fraction num, den;
        if (number(num, whole) && whole && take('/') && number(den, whole) && whole &&
            den.num != 0) {
            out = out.plus({num.num, den.num});
            return true;
        }
        at = mark;
        return true;
    }
    std::string word() {
        skip();
        if (at < s.size() && s[at] == '"') {
            ++at;
            return "\"";
        }
        std::string w;
        while (at < s.size() && std::isalpha(static_cast<unsigned char>(s[at])))
            w += s[at++];
        return w;
    }
};

Parsed counted(const Fraction& f, Quantity q) {
    Wide whole = f.num / f.den, rest = f.num % f.den;
    if (2 * rest >= f.den)
        ++whole;
    return {{q, static_cast<std::int64_t>(whole)}, rest == 0};
}

std::int64_t unitCount(const std::string& word) {
    if (word == "mm")
        return nmPerMm;
    if (word == "cm")
        return 10 * nmPerMm;
    if (word == "in" || word == "inch" || word == "inches" || word == "\"")
        return nmPerInch;
    return 0;
}

std::string decimal(std::int64_t count, int places) {
    bool minus = count < 0;
    std::string digits = numberText(minus ? -count : count);
    if (static_cast<int>(digits.size()) <= places)
        digits.insert(0, static_cast<size_t>(places) + 1 - digits.size(), '0');
    std::string s = digits.substr(0, digits.size() - places);
    std::string tail = digits.substr(digits.size() - places);
    while (!tail.empty() && tail.back() == '0')
        tail.pop_back();
    if (!tail.empty())
        s += "." + tail;
    return (minus ? "-" : "") + s;
}

// `n` parts of 1/`per` inch, in lowest terms.
std::string inches(std::int64_t n, std::int64_t per) {
    bool minus = n < 0;
    n = minus ? -n : n;
    std::int64_t whole = n / per, num = n % per;
    std::string s = minus ? "-" : "";
    if (whole || !num)
        s += numberText(whole);
    if (num) {
        std::int64_t g = std::gcd(num, per);
        s += (whole ? " " : "") + numberText(num / g) + "/" + numberText(per / g);
    }
    return s + " in";
}

std::int64_t roundDiv(std::int64_t a, std::int64_t b) {
    return a >= 0 ? (a + b / 2) / b : -((-a + b / 2) / b);
}

} // namespace

Measure Measure::fromMm(double mm) { return {Quantity::Length, std::llround(mm * 1e6)}; }
Measure Measure::fromDegrees(double deg) { return {Quantity::Angle, std::llround(deg * 1e9)}; }
double Measure::inside() const {
    return quantity == Quantity::Length  ? mm()
           : quantity == Quantity::Angle ? degrees() * pi / 180.0
                                         : static_cast<double>(count);
}
Measure Measure::of(Quantity quantity, double inside) {
    return quantity == Quantity::Length  ? fromMm(inside)
           : quantity == Quantity::Angle ? fromDegrees(inside * 180 / pi)
                                         : ofCount(std::llround(inside));
}

namespace {

Result<Parsed> oneLength(const std::string& text, Unit unit) {
    const std::string s = plain(text);
    const Problem unreadable{"", "“" + text + "” is not a length",
                             "write it like 5 7/8, 5-7/8\", 149 mm, 14.9 cm or 3 + 1/4"};
    const Problem tooLong{"", "the length “" + text + "” is out of reach",
                          "give a length below 100 m"};
    Reader in{s};
    if (in.done())
        return unreadable;
    if (s[in.at] == '-')
        return Problem{"", "the length “" + text + "” is negative", "give a length of 0 or more"};
    Fraction sum;
    std::vector<Fraction> waiting;
    std::int64_t fallback = unit == Unit::Inch ? nmPerInch : nmPerMm;
    auto settle = [&](std::int64_t per) {
        for (auto& f : waiting)
            sum = sum.plus({f.num * per, f.den});
        waiting.clear();
    };
    int terms = 0;
    do {
        Fraction f;
        if (++terms > 3 || !in.term(f))
            return unreadable;
        waiting.push_back(f);
        // What no sheet could hold is refused before the fractions can overflow.
        if (f.num / f.den > 100'000'000 || f.den > 1'000'000'000)
            return tooLong;
        std::string word = in.word();
        if (!word.empty()) {
            std::int64_t per = unitCount(word);
            if (!per)
                return Problem{"", "“" + word + "” is no unit of length", "use mm, cm or in"};
            settle(per);
        }
    } while (in.take('+'));
    if (!in.done())
        return unreadable;
    settle(fallback);
    if (sum.den > 1'000'000'000'000 || sum.num / sum.den > longestNm)
        return tooLong;
    return counted(sum, Quantity::Length);
}

} // namespace

Result<Parsed> parseLength(const std::string& text, Unit unit) {
    const size_t equals = text.find('=');
    if (equals == std::string::npos)
        return oneLength(text, unit);
    // Given twice, in two units: both have to say the same.
    auto one = oneLength(text.substr(0, equals), unit),
         other = oneLength(text.substr(equals + 1), unit);
    if (!one || !other)
        return one ? other : one;
    constexpr std::int64_t same = 50'000; // nm: nobody reads a ruler finer
    const std::int64_t off = one->measure.count - other->measure.count;
    if (std::llabs(off) > same)
        return Problem{"",
                       "“" + text + "” says two lengths that differ by " +
                           sayLength(static_cast<double>(std::llabs(off)) * 1e-6, unit),
                       "keep the one that is meant"};
    return one;
}

Result<Parsed> parseAngle(const std::string& text) {
    const std::string s = plain(text);
    const Problem unreadable{"", "“" + text + "” is not an angle",
                             "write it in degrees, like 45 or 22.5 deg"};
    Reader in{s};
    if (in.done())
        return unreadable;
    if (s[in.at] == '-')
        return Problem{"", "the angle “" + text + "” is negative", "give an angle of 0 or more"};
    Fraction f;
    if (!in.term(f))
        return unreadable;
    std::string word = in.word();
    if ((!word.empty() && word != "deg" && word != "degrees") || !in.done())
        return unreadable;
    if (f.num / f.den > 100'000)
        return Problem{"", "the angle “" + text + "” is out of reach", "give it in degrees"};
    f.num *= 1'000'000'000;
    return counted(f, Quantity::Angle);
}

Result<Parsed> parseMeasure(const std::string& text, Quantity quantity, Unit unit) {
    if (quantity != Quantity::Count)
        return quantity == Quantity::Length ? parseLength(text, unit) : parseAngle(text);
    Reader in{text};
    Fraction n;
    bool whole = false;
    if (!in.number(n, whole) || !whole || !in.done())
        return Problem{"", "“" + text + "” is no whole number", "write it like 3"};
    return Parsed{Measure::ofCount(static_cast<std::int64_t>(n.num)), true};
}

Shown show(const Measure& m, Unit unit, int finest) {
    if (m.quantity == Quantity::Count)
        return {numberText(m.count), 0};
    if (m.quantity == Quantity::Angle) {
        std::int64_t tenths = roundDiv(m.count, 100'000'000);
        return {decimal(tenths, 1) + "°",
                static_cast<double>(tenths * 100'000'000 - m.count) * 1e-9};
    }
    std::int64_t step = unit == Unit::Inch ? nmPerInch / 64 * (64 / finest) : nmPerMm / 10;
    std::int64_t n = roundDiv(m.count, step);
    std::string text = unit == Unit::Inch ? inches(n, finest) : decimal(n, 1) + " mm";
    return {text, static_cast<double>(n * step - m.count) * 1e-6};
}

std::string exactText(const Measure& m, Unit unit) {
    if (m.quantity == Quantity::Count)
        return numberText(m.count);
    if (m.quantity == Quantity::Angle)
        return decimal(m.count, 9) + " deg";
    constexpr std::int64_t grain = nmPerInch / 64;
    if (unit == Unit::Inch && m.count % grain == 0)
        return inches(m.count / grain, 64);
    return decimal(m.count, 6) + " mm";
}

Unit unitWritten(const std::string& text) {
    const std::string s = plain(text);
    for (Reader r{s}; r.at < s.size();) {
        if (!r.digit()) {
            ++r.at;
            continue;
        }
        while (r.digit())
            ++r.at;
        if (unitCount(r.word()) == nmPerInch)
            return Unit::Inch;
    }
    return Unit::Millimetre;
}

std::string unitName(Unit unit) { return unit == Unit::Inch ? "in" : "mm"; }

std::string sayLength(double mm, Unit unit) {
    Measure m = Measure::fromMm(mm);
    if (unit == Unit::Inch) // fractions where a ruler shows them, else decimals
        return std::fabs(mm) >= 25.4 / 32 || mm == 0
                   ? show(m, unit, std::fabs(mm) < 25.4 / 4 ? 32 : 16).text
                   : numberText(mm / 25.4, 3) + " in";
    return std::fabs(mm) < 0.1 && mm != 0 ? decimal(roundDiv(m.count, 10'000), 2) + " mm"
                                          : show(m, Unit::Millimetre).text;
}

std::string benchLength(double mm, Unit unit) {
    constexpr double seen = 0.02; // mm that no hand sees
    const Measure m = Measure::fromMm(mm);
    const Shown near = show(m, unit);
    if (std::fabs(near.off) <= seen)
        return near.text;
    if (unit == Unit::Millimetre)
        return decimal(roundDiv(m.count, 10'000), 2) + " mm";
    const std::string rest = numberText(std::fabs(near.off), std::fabs(near.off) < 0.1 ? 2 : 1);
    return std::fabs(mm) < 25.4 / 32
               ? numberText(mm, 2) + " mm"
               : near.text + (near.off < 0 ? " plus " : " less ") + rest + " mm";
}

} // namespace hl::measure
