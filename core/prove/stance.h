// Stance: the card as it stands on a shelf. How it can rest, how far from tipping over, and what
// its main panels measure there.
#pragma once
#include "core/prove/posture.h"

namespace hl::proving {

// A way in which the card can rest: on one facet of its convex hull.
struct Rest {
    std::string name;           // "on its bottom edges"
    Vec3 down = -Vec3::UnitY(); // unit, in the frame
    double margin = 0;          // degrees it can be tipped before it falls; negative: it falls
    double height = 0;          // mm of the centre of mass above the ground
    bool meant = false;         // one of the ways in which a card like this is displayed
};

struct Standing { // one of the main panels
    int panel = 0;
    double height = 0; // mm of its highest point above the ground
    double lean = 0;   // degrees from the upright
};

struct Stance {
    Pose pose; // at the display state
    double mass = 0;
    Vec3 centre = Vec3::Zero(); // of mass, mm
    std::vector<Rest> rests;    // those it stays in and those that are meant
    PutDown put;                // as it is looked at
    Vec3 down = -Vec3::UnitY(); // as it is meant to stand
    double ground = 0;          // down . p of the lowest point
    // By how much the pages' lowest points are off the ground: a base that sits flush has none.
    std::vector<std::pair<int, double>> hovering;
    std::vector<std::pair<int, double>> below; // panels that reach lower than all pages, mm
    std::vector<Standing> standing;

    // As it is looked at where it stays so, else the firmest of those that are meant; null when the
    // card lies flat.
    const Rest* best() const;
};

Stance stanceOf(const Case& c);

} // namespace hl::proving
