// What a journal remembers: builds with the design as it was, what was measured and learned on the
// way, and notes for the next time. Steps, findings and things are kept by their ids and codes, so
// that an entry can be read after words have changed.
#pragma once
#include "core/measure/result.h"
#include <optional>
#include <string>
#include <vector>

namespace hl::journal {

struct PaperUsed {
    std::string paper;            // its name
    double width = 0, height = 0; // of its sheets, mm; 0: unknown
    double sheets = 0;
};

// How long something took.
struct Took {
    std::string doing;  // "cut", "score", ..., as steps have it
    std::string step;   // the id of one step; empty: all of that kind
    double minutes = 0; // really
    double planned = 0; // minutes; 0: unknown
    int times = 0;      // of single doings: cuts, scores, glue lines; 0: unknown
};

// What was measured on the finished card beside what was planned.
struct MeasuredThing {
    std::string of; // "thickness", "height", "box1.left-wall", a measure "box1.left"
    double is = 0;
    std::optional<double> planned;
    std::string unit; // mm, deg, g
    std::string remark;
};

// One reading from which a quantity is learned (core/journal/learn).
struct Observed {
    std::string quantity, of; // "caliper" of "Ivory card"
    double value = 0;         // in the quantity's unit, of all `n` together where it is a stack
    int n = 1;
};

// What a note asks for: a word that is told of a thing (core/edit/tell).
struct Wish {
    std::string of, key, to; // "box1", "left", "31 mm"
};

enum class About { Design, Part, Measure, Paper, Family, Step };
const std::vector<std::string>& aboutWords();

struct NextTime {
    long id = 0, build = 0; // 0: not kept yet; of no build
    About about = About::Design;
    std::string subject; // an id, the name of a paper, a family
    std::string text;
    std::optional<Wish> wish;
    bool done = false;
    std::string when;  // ISO date
    std::string title; // of the design it was made for
};

struct Photo {
    std::string name, bytes;
};

struct Build {
    long id = 0;
    std::string uid;    // made when it is recorded: the same build is recorded once
    std::string when;   // ISO date, "2026-03-14"
    std::string title;  // of the design, as it was
    std::string design; // the file's text; empty in lists
    std::string parent; // fingerprint of the design it came from; empty: none
    std::string print;  // fingerprint of its own design
    int number = 1;
    bool prototype = false;
    int stars = 0; // 1 to 5; 0: not said
    std::string occasion, forWhom, failed, words;
    std::vector<std::string> families; // in its design
    std::vector<PaperUsed> papers;
    std::vector<Took> times;
    std::vector<MeasuredThing> measured;
    std::vector<Observed> observed;
    std::vector<NextTime> notes;
    std::vector<Photo> photos; // without bytes in lists

    double minutes() const;
};

// An entry as JSON (docs/journal.md) and back; problems name their place. `design` is the text of
// the file it was built from: title, families and papers follow from it where they are not said.
Result<Build> buildFromText(const std::string& json, const std::string& design);
std::string buildToText(const Build& build, bool whole);

// A name for a text that is the same for the same text only: 16 hexadecimal digits (FNV-1a).
std::string fingerprint(const std::string& text);

} // namespace hl::journal
