// The parts list: what has to be cut and scored, equal parts together with their number.
#pragma once
#include "core/assembly/assembly.h"
#include "core/design/design.h"
#include <string>
#include <vector>

namespace hl::make {

struct ListedPart {
    std::string id, name, paper; // of the first of them
    int count = 1;
    std::vector<std::string> ids; // of all of them
    std::string on;               // id of the panel that it covers, of a mat
    Vec2 blank;                   // mm, the rectangle round it
    // Everything below in mm from the lower left corner of the blank, seen from the face.
    Ring outline;
    std::vector<Ring> apertures;
    SayLine say; // empty where its folds are not parallel, or do not run across all of it
    struct Fold {
        std::string name, fold; // "valley", "mountain", "either"
        Vec2 from, to;
    };
    std::vector<Fold> creases;
    struct Cut {
        std::string name;
        std::vector<Vec2> points;
    };
    std::vector<Cut> slits;
    // What is punched for fasteners, by its middles: a hole, or a slot from one to the other; see
    // assembly/holes.h.
    std::vector<std::pair<Vec2, Vec2>> holes;
};

// The panels and folds of a part as it is said, "12 | 30 | 12, V M"; empty where it cannot be.
std::string saidOf(const Assembly& assembly, const Part& part, Unit unit);

// In the order of the assembly. What only bends (where adhesive ends) is not scored and not listed.
std::vector<ListedPart> partsList(const Design& design, const Assembly& assembly);

// Of a part with a slanted top how high it is at its edges and at every score, and half of that,
// where slits end; else nothing.
std::string slantText(const ListedPart& part, Unit unit);
// A hole or a slot as it is punched: how large, and how far its middle lies from the blank's edges.
std::string holeText(const std::pair<Vec2, Vec2>& hole, Unit unit);
// As a maker reads it: name, number, paper, blank and line.
std::string partsText(const std::vector<ListedPart>& parts, Unit unit);

} // namespace hl::make
