// Placing: where a structure of the design stands and which measures are in force there; and
// series, in which each next one stands on the last.
#pragma once
#include "core/assemble/assemble.h"
#include "core/assembly/builder.h"

namespace hl::assembling {

std::string structurePlace(const StructureSpec& structure); // for problems

// What is up in flat coordinates in which the spine runs along y.
Vec2 upOf(const Design& design);

// Checks what is set for a structure, or for "card", against its family.
Trouble checkMeasures(const Design& design, const std::string& id);
// A measure that nobody set can come out as what it cannot be.
Trouble checkValues(const Design& design, const Family& family, const std::string& place,
                    const Values& values);
// What was set, and what follows from it on this host.
Values valuesOf(const Family& family, const std::map<std::string, Measure>& set, const Host& host);

struct Placed {
    Host host;
    Values values;
};
Result<Placed> placeOf(const Design& design, const StructureSpec& structure, const Assembly& made);

// Builds a structure, or all of a series; `all` takes its measures in force, `members` what each of
// a series is on its own.
Trouble buildStructure(const Design& design, const StructureSpec& structure, AssemblyBuilder& out,
                       AllValues* all, std::vector<StructureSpec>* members = nullptr);

} // namespace hl::assembling
