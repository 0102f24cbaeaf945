// A family of structures: its measures, what it stands on, and how it becomes parts and joins.
// Adding a family is one file that defines a Family and one line in table.cpp.
#pragma once
#include "core/assembly/assembly.h"
#include "core/assembly/card_sheet.h"
#include "core/measure/measure.h"
#include <map>
#include <string>
#include <vector>

namespace hl::assembly {
class AssemblyBuilder;
} // namespace hl::assembly
namespace hl::design {
struct Design;
struct StructureSpec;
} // namespace hl::design

namespace hl::structures {

struct Parameter {
    std::string name;    // as in files: lower case, underscores
    Measure least, most; // a choice counts its words from 0
    std::string meaning;
    std::string relation; // what it is when it is not set; empty: always the default
    // Kept by its relation to the other measures so that the card closes or stays even; edits
    // that are free to choose a measure leave it alone unless the maker set it.
    bool follows = false;
    std::vector<std::string> choices;              // words, where it is one of a few
    std::map<std::string, std::string> alsoCalled; // other words for some of them
    std::string leastWhy, mostWhy;                 // why nothing beyond its bounds can be made
    // What becomes of a length when the design gets another size: it grows with the pages' reach,
    // with the length of the spine, with the lesser of both, or stays, as what paper asks for does.
    enum class Scale { Across, Along, Lesser, Kept } scale = Scale::Across;
    int version = 1;  // of the format, from which on it is known
    Measure fallback; // the default on a 5 x 7 in card; the table works it out

    Parameter& unless(const std::string& otherwise, bool kept = false) {
        relation = otherwise;
        follows = kept;
        return *this;
    }
    Parameter& called(const std::string& word, const std::string& choice) {
        alsoCalled[word] = choice;
        return *this;
    }
    Parameter& since(int v) {
        version = v;
        return *this;
    }
    Parameter& grows(Scale s) {
        scale = s;
        return *this;
    }
    Parameter& why(const std::string& low, const std::string& high) {
        leastWhy = low;
        mostWhy = high;
        return *this;
    }
};

// Measures by name: mm, radians, numbers.
using Values = std::map<std::string, double>;

// What a family stands on. A form is no structure: it is what the card itself is.
// Anywhere: a fold or a panel.
enum class Ground { Form, Fold, Ridge, AnyFold, OneSheetFold, Panel, Anywhere };

struct Family {
    std::string id, name, purpose;
    std::vector<Parameter> parameters;
    std::vector<std::string> standsOn; // kinds of host, in words of the craft

    // Fills in every measure missing from `set`.
    Values (*complete)(Values set, const Host& host);
    // Refuses what cannot be made, naming the measure, its bound and the reason.
    Trouble (*build)(const StructureSpec& spec, const Values& values, const Host& host,
                     AssemblyBuilder& out);

    Ground ground = Ground::Fold;
    bool dresses = false;    // glued on to be seen: made once all that stands is there
    bool across = true;      // its strips lie across the fold, along x in their flat coordinates
    bool standsOpen = false; // it stands when the card lies open, and only leans half open

    // What it can do, so that nobody else asks a family or form for its name.
    bool line = false;                    // a score list can tell it,
    int lineSince = 1;                    // from this version of the format on
    int since = 1;                        // the version from which on there is such a family
    std::string firstLine, firstInInches; // what a new one is told, in round numbers
    bool covers = false;    // paper all over its panel; what is put there later lies on it
    bool figure = false;    // a flat shape that is there to be looked at
    bool lettering = false; // letters, which have to be read
    bool adorns = false;    // put on a card that stands already
    bool texts = false;     // it is told words and a typeface;
    std::string says;       // until then it says this
    bool banded = false;    // an elastic band raises it: its measures "band" and "pull"
    bool clear = false;     // of film that is seen through
    bool alongFold = false; // it ranges along its fold and is looked at along it
    int handy = 0;          // it is begun by the key of this number
    // It lies on its panel where it is put: as large as is told, or as it comes out.
    enum class Laid { No, Sized, AsItIs } laid = Laid::No;
    // Of a form: the plainest there is; a row of pages that a line tells and that is as large as
    // its pages; propped up by pages of its own, or on a foot; lying on its back.
    bool plain = false, row = false, props = false, foot = false, lies = false;

    std::string shelf = "Parallel folds";       // where the gallery shows it
    std::string host = "card.spine";            // where it stands unless the maker says
    std::string form = "";                      // the form of card that has this host; empty: any
    std::map<std::string, std::string> formSet; // measures of that form, where it is made for this
    // Measures that earlier programs wrote and that mean nothing any more: files that have them are
    // read without.
    std::vector<std::string> retired;
    // Measures of which one always follows from the others.
    std::vector<std::vector<std::string>> relations;
    CardSheet (*sheet)(const Values& values, const Host& card) = nullptr; // of a form

    const Parameter* parameter(const std::string& name) const;
};

// All families, in the order in which a maker meets them.
const std::vector<Family>& families();
const Family* family(const std::string& id);
// The family of a structure, or the form of a design's card; one that can do nothing where its
// name is unknown.
const Family& familyOf(const StructureSpec& s);
const Family& formOf(const Design& design);
// The first family that can do it.
const Family& familyThat(bool Family::*can);
// The family of a structure or of "card"; null when there is no such structure.
const Family* familyOf(const Design& design, const std::string& structure);

// The ids of all forms of card, or of all structures: "box, tent, ...".
std::string knownFamilies(bool forms);
// "a box", "an accordion".
std::string oneOf(const Family& family);
// "a box has no such measure", and which ones it has.
Problem noSuchMeasure(const Family& family, const std::string& place);

// A measure as typed for a parameter: a length, an angle, a number or one of its words.
Result<Measure> readMeasure(const Parameter& parameter, const std::string& text, Unit unit);
std::string measureText(const Parameter& parameter, const Measure& m, Unit unit);

} // namespace hl::structures
