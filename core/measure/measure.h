// Exact measures: what was typed is what is stored.
// A length is a whole number of nanometres (1/64 in = 396875 nm and 0.01 mm = 10000 nm are both
// exact), an angle a whole number of nanodegrees.
#pragma once
#include "core/measure/result.h"
#include <cstdint>
#include <string>

namespace hl::measure {

enum class Unit { Millimetre, Inch };
enum class Quantity { Length, Angle, Count };

struct Measure {
    Quantity quantity = Quantity::Length;
    std::int64_t count = 0; // nanometres, nanodegrees, or just how many

    static Measure fromMm(double mm);       // nearest nanometre; |mm| must be below 1e9
    static Measure fromDegrees(double deg); // nearest nanodegree
    static Measure ofCount(std::int64_t n) { return {Quantity::Count, n}; }
    static Measure of(Quantity quantity, double inside); // from mm, radians or a number
    double mm() const { return static_cast<double>(count) * 1e-6; }
    double degrees() const { return static_cast<double>(count) * 1e-9; }
    double inside() const; // mm for a length, radians for an angle, else the number
    friend bool operator==(const Measure& a, const Measure& b) {
        return a.quantity == b.quantity && a.count == b.count;
    }
    friend bool operator!=(const Measure& a, const Measure& b) { return !(a == b); }
};

inline constexpr double pi = 3.14159265358979323846;
inline constexpr std::int64_t nmPerInch = 25'400'000;

struct Parsed {
    Measure measure;
    bool exact =
        true; // false when the typed number is no whole count (1/3 in): rounded to the nearest
};

// Reads a length as people write it: "5 7/8", "5-7/8\"", "149 mm", "14.9cm", "3 + 1/4". Terms
// without a unit take that of the next term that has one, else `unit`. Negative lengths,
// unknown units and text that is no number are errors.
Result<Parsed> parseLength(const std::string& text, Unit unit);

// Reads an angle in degrees: "45", "22.5 deg", "30°".
Result<Parsed> parseAngle(const std::string& text);
Result<Parsed> parseMeasure(const std::string& text, Quantity quantity, Unit unit);

struct Shown {
    std::string text;
    double off = 0; // shown minus stored, in mm or degrees; 0 when the text is exact
};

// For the eye: inches to the nearest 1/`finest` (a power of two up to 64), millimetres to 0.1,
// degrees to 0.1. `off` says by how much the text differs from the stored measure.
Shown show(const Measure& m, Unit unit, int finest = 16);

// For files and edit fields: the shortest text that parses back to exactly the same measure.
std::string exactText(const Measure& m, Unit unit);

std::string unitName(Unit unit);
// The unit that a text is written in: inches where a number in it is followed by their word or
// sign.
Unit unitWritten(const std::string& text);
// A plain millimetre amount in the maker's unit, for sentences: "1.8 mm", "1/16 in", "0.008 in".
std::string sayLength(double mm, Unit unit);
// To set a fence or a mark by, and never rounded silently: inches as the nearest sixteenth with
// what is left, "3/8 in and 0.4 mm" or "2 in less 0.3 mm"; millimetres to a tenth, or a hundredth.
std::string benchLength(double mm, Unit unit);

} // namespace hl::measure
