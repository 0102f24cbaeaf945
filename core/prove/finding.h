// Findings: what the proof has to say, in sentences, with amounts and remedies.
#pragma once
#include "core/assembly/rigid.h"
#include "core/measure/measure.h"
#include <optional>
#include <string>
#include <vector>

namespace hl::proving {

enum class Severity { Note, Caution, Stop };
enum class Verdict { Works, Care, Fails };

// A remedy that the program can carry out: give a measure a value, or back to its relation.
struct Remedy {
    std::string structure, parameter;
    std::optional<Measure> value; // empty: let it follow from the others
};

// What an amount is counted in.
enum class In { Millimetres, Degrees, Grams, Percent, Newtons, Times };

// An amount that a finding says besides its own.
struct Amount {
    const char* of; // what it is, in one word: "worst", "over"
    double value = 0;
    In in = In::Millimetres;
};

struct Finding {
    std::string rule;
    std::string code; // the rule and what it found: "strength.grain"; stays when sentences change
    Severity severity = Severity::Note;
    std::vector<std::string> parts;        // ids
    std::vector<std::string> panels;       // ids, for showing the place
    std::string line;                      // id of the drawn line that it is about
    double openingFrom = 0, openingTo = 0; // degrees
    double opening = 0;                    // where it is worst
    double amount = 0;                     // in `in`
    std::string message, remedy;
    std::optional<Remedy> action;
    In in = In::Millimetres;
    std::vector<Amount> besides;
    std::optional<Vec3> where; // mm, in the frame, at `opening`

    // A finding with a code of its rule over a stretch of the motion; what it says comes after.
    static Finding of(const char* code, Severity severity, double from, double to, double at,
                      double amount = 0);
    // Whether it is of the same kind about the same things; amounts and words may differ.
    bool sameAs(const Finding& other) const;
    // The ids of all that it is about: parts, then panels, then its line.
    std::vector<std::string> subjects() const;
};

const char* nameOf(In in);         // "mm", "deg", "g", "percent", "N", "times"
const char* nameOf(Severity s);    // "note", "caution", "stop"
const char* nameOf(Verdict v);     // "works", "care", "fails"
std::string sentenceOf(Verdict v); // "Works", "Works with care", "Fails"

Verdict verdictOf(const std::vector<Finding>& findings);

} // namespace hl::proving
