// The assembly: all parts of a card with their panels and creases in flat coordinates, and the
// joins between them. Computed from a design; the names are stable across edits.
//
// Flat coordinates of a part are mm, seen from its face side, outlines counter-clockwise.
#pragma once
#include "core/assembly/rigid.h"
#include "core/measure/result.h"
#include <string>
#include <vector>

namespace hl {

struct Design;

enum class Role { Page, Wall, Tab };
enum class Fold { Valley, Mountain };

struct Panel {
    std::string id;
    int part = 0;
    Role role = Role::Wall;
    std::vector<Vec2> outline;                // convex
    std::vector<std::vector<Vec2>> apertures; // further rings, clockwise
};

// A hinge between two panels of one part. `left` lies left of the direction from -> to.
struct Crease {
    std::string id;
    int part = 0, left = 0, right = 0;
    Vec2 from, to;
    Fold fold = Fold::Valley;
    bool driven = false; // the spine: its angle is given, not found

    Vec2 dir() const { return (to - from).normalized(); }
    double length() const { return (to - from).norm(); }
};

struct Part {
    std::string id, name, structure, stock;
    std::vector<int> panels, creases;
};

// A tab glued on a landing. `place` maps the tab's flat coordinates into the landing's.
struct Glue {
    std::string id;
    int tab = 0, landing = 0;
    Rigid place;
    bool onFace = false; // the adhesive is on the tab's face side (else on its back)
    std::string crease;  // the tab's crease, which runs along the landing
};

struct Assembly {
    std::vector<Part> parts;
    std::vector<Panel> panels;
    std::vector<Crease> creases;
    std::vector<Glue> glues;
    int root = 0; // the panel that the frame is tied to (the left page)

    int panel(const std::string& id) const;  // -1 when there is none
    int crease(const std::string& id) const; // -1 when there is none
    int part(const std::string& id) const;   // -1 when there is none
    // The glue of panel `tab`, or null.
    const Glue* glueOf(int tab) const;
};

// One side of a host crease: the panel a structure lands on, and the crease in that panel's flat
// coordinates. `room` is how far the panel reaches from the crease.
struct Seat {
    int panel = 0;
    Vec2 origin, along;
    Vec2 inward; // unit, from the crease into the panel
    double room = 0;
};

// A crease as a host. Both seats run in the same physical direction; left and right as seen from
// the side on which the structure will stand (the face side).
struct Host {
    std::string crease;
    Seat left, right;
    double length = 0;
    bool ridge = false; // the sides fall away: the opening seen from the structure exceeds 180 deg
};

Host hostOf(const Assembly& assembly, int crease);

// Design -> assembly. Problems: unknown family or host, hosts in a circle, measures out of range.
Result<Assembly> assemble(const Design& design);

} // namespace hl
