// A family of structures: its measures, what it stands on, and how it becomes parts and joins.
// Adding a family is one file that defines a Family and one line in table.cpp.
#pragma once
#include "core/assembly/assembly.h"
#include "core/measure/measure.h"
#include <map>
#include <string>
#include <vector>

namespace hl {

struct StructureSpec;
class AssemblyBuilder;

struct Parameter {
    std::string name; // as in files: lower case, underscores
    Measure fallback; // the default on a 5 x 7 in card
    Measure least, most;
    std::string meaning;
    std::string relation; // what it is when it is not set; empty: always the default
    // Kept by its relation to the other measures so that the card closes or stays even; edits
    // that are free to choose a measure leave it alone unless the maker set it.
    bool follows = false;
};

// Measures by name: mm and radians.
using Values = std::map<std::string, double>;

struct Family {
    std::string id, name, purpose;
    std::vector<Parameter> parameters;
    std::vector<std::string> standsOn; // kinds of host, in words of the craft

    // Fills in every measure missing from `set`.
    Values (*complete)(Values set, const Host& host);
    void (*build)(const StructureSpec& spec, const Values& values, const Host& host,
                  AssemblyBuilder& out);

    const Parameter* parameter(const std::string& name) const;
};

// All families, in the order in which a maker meets them.
const std::vector<Family>& families();
const Family* family(const std::string& id);

// The measures of a structure as they are in force: what was set and what follows from it.
Result<Values> measuresOf(const Design& design, const std::string& structure);

} // namespace hl
