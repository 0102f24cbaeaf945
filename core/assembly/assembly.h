// The assembly: all parts of a card with their panels and creases in flat coordinates, and the
// joins between them. Computed from a design; the names are stable across edits.
//
// Flat coordinates of a part are mm, seen from its face side, outlines counter-clockwise.
#pragma once
#include "core/assembly/polygon.h"
#include "core/design/free_part.h"
#include "core/measure/measure.h"
#include <map>
#include <string>
#include <utility>
#include <vector>

namespace hl::design {
struct Design;
struct Stock;
} // namespace hl::design

namespace hl::assembly {

enum class Role { Page, Wall, Tab };

struct Panel {
    std::string id;
    int part = 0;
    Role role = Role::Wall;
    Ring outline;                // counter-clockwise
    std::vector<Ring> apertures; // further rings, clockwise
    std::vector<Ring> pieces;    // convex, together the panel
    // The panel within whose outline it lies, glued fast, as a mat does: it adds thickness there,
    // and where it goes and what it meets is that panel's matter. -1: it lies so on none.
    int rides = -1;
    bool hung = false; // it hangs on a thread; `rides` is then where it lies in the closed card
};

// A hinge between two panels of one part. `left` lies left of the direction from -> to.
struct Crease {
    std::string id;
    int part = 0, left = 0, right = 0;
    Vec2 from, to;
    Fold fold = Fold::Valley;
    // Stretches that are not folded (the spine between two slits), in mm from `from`.
    std::vector<std::pair<double, double>> gaps;
    // What it would rest at by itself, in radians (valley positive), and how stiff it is per mm
    // against others: only where nothing else says how far it folds.
    double rest = 0, stiffness = 1;
    double torque = 1; // N mm per radian and mm of it, of its paper; times `stiffness`
    double most = 3.14159265358979323846; // how far it folds at most, radians
    bool either = false;                  // it may fold to both sides; `fold` says nothing
    bool bend = false;                    // not scored: paper bends where the adhesive ends
    bool hinge = false; // between a sheet and the tab by which the next one goes on
    double shown = -1;  // degrees between its panels on display, of a fold of the card; -1: unsaid
    // The crease of another part that lies on this one and whose right panel goes on where this
    // one's left panel ends: the halves of a tier. Together they host like one crease. -1: none.
    int partner = -1;

    Vec2 dir() const { return (to - from).normalized(); }
    double length() const { return (to - from).norm(); }
    std::vector<std::pair<Vec2, Vec2>> stretches() const; // without the gaps
};

// A line of a part that hinges nothing: a slit, or a crease that ends inside a panel.
struct Mark {
    std::string id;
    LineKind kind = LineKind::Slit;
    std::vector<Vec2> points;
    bool off = false; // nothing of it lies on the paper
};

struct Part {
    std::string id, name, structure, stock;
    std::vector<int> panels, creases;
    std::vector<Mark> marks;
    std::vector<Ring> loose; // what of it is free to bend, and therefore no panel: see Span
    Vec2 up = Vec2(0, 1);    // what is up when the card is displayed, in its flat coordinates
};

// A panel held by another: glued on it, put through a slit of it, fastened to it by a pivot or
// sliding along it. `place` maps the held panel's flat coordinates into the landing's; where the
// join can move, with its motion at nought.
struct Join {
    std::string id;
    JoinKind kind = JoinKind::Glue;
    int tab = 0, landing = 0; // the held panel, a tab as a rule, and the one that holds it
    Rigid place;
    bool onFace = false; // the held panel's face is turned to the landing (else its back)
    std::string crease;  // the tab's crease, which runs along the landing; empty for other panels
    // Where it carries adhesive, on the held panel; empty: all over.
    std::vector<Ring> adhesive;
    // The motion the join leaves: about the line (at, along) of the landing for a hinged slot,
    // about the landing's normal at `at` for a pivot, along `along` for a slide.
    bool moves = false;
    Vec2 at, along;
    double low = 0, high = 0; // radians or mm
    double play = 0;          // mm to either side of a slide's way

    // Whether it lies on the landing's face side.
    bool ontoFace() const { return (place.turn(2, 2) < 0) == onFace; }
};

// A strip of clear film, or a thread, from one place of the card to another: its ends are held,
// what is between them bends as it likes. It moves no fold. Where its ends come nearer to one
// another it bows or sags, and it must never be too short.
struct Span {
    std::string id, name, structure; // as what it belongs to is called
    bool thread = false;
    bool wire = false; // of a thread: it is stiff, and stands up in an arch instead of hanging
    // What its ends lie on, and the line in whose middle each of them leaves it, in the flat
    // coordinates of that panel; of a thread the line is a point.
    int panels[2] = {0, 0};
    std::pair<Vec2, Vec2> edges[2];
    double length = 0; // mm, between those lines
    bool face = true;  // it lies on the face side of the two panels
    // Where the fold between the two panels lies, in the coordinates of the first, and how long the
    // window is there along it, mm. With none the film goes round the fold.
    Vec2 fold;
    double window = 0;
    std::vector<int> hung; // panels that hang on a thread, evenly
};

// An elastic band, hooked between two places of the card: it pulls them together where it is
// stretched, along the straight line between them.
struct Elastic {
    std::string id, name, structure; // as what it belongs to is called
    int panels[2] = {0, 0};
    Vec2 hooks[2];     // in the flat coordinates of those panels
    double length = 0; // mm, slack, from hook to hook
    double pull = 0;   // N at twice its length
};

// Two places that come together as a structure rises; what is left between them is a gap.
struct Seam {
    std::string structure;
    int panels[2] = {0, 0};
    Vec2 places[2];   // in the flat coordinates of those panels
    double along = 1; // what is left along the edges that meet there, for each mm straight across
};

// What the hand does: one fold, pivot or slide after the other, or several together.
struct Stage {
    std::string drive;         // id of a crease or of a join
    double from = 0, to = 180; // degrees between the panels, degrees, or mm
    bool together = false;     // moved along with the stage before
    // Nobody said how far: it goes on until the paper is taut, or until `to`.
    bool assumed = false;
    // It rises by itself, to where folds and bands are at rest or until `to`; the hand only lets
    // go.
    bool springs = false;
    double widest = 180; // of what springs: as far as it could come, degrees
};

// Two folds of which one goes as the other does, because the structure hangs evenly: two legs lean
// alike. The second's value is ratio times the first's, and a half turn more or less; radians.
struct Tie {
    int crease = 0, to = 0;
    double ratio = 1;
    int halfTurns = 0; // -1, 0 or 1
};

// How a finished card stands on the shelf: the place of its motion, and words for it.
struct Display {
    double at = 90;
    std::string words;
};

struct Assembly {
    std::vector<Part> parts;
    std::vector<Panel> panels;
    std::vector<Crease> creases;
    std::vector<Join> joins;
    std::vector<Stage> motion{{"card.spine", 0, 180, false}};
    std::vector<Tie> ties;
    std::vector<Span> spans;
    std::vector<Elastic> elastics;
    std::vector<Seam> seams;
    Display display;
    int root = 0; // the panel that the frame is tied to (the left page)
    // The measures in force, mm or radians by the kind of each: of every structure, and of "card".
    std::map<std::string, std::map<std::string, double>> measures;

    // In one place: whatever holds one would have to be compiled with all of it anew.
    Assembly();
    ~Assembly();
    Assembly(const Assembly&);
    Assembly(Assembly&&) noexcept;
    Assembly& operator=(const Assembly&);
    Assembly& operator=(Assembly&&) noexcept;

    int panel(const std::string& id) const;  // -1 when there is none
    int crease(const std::string& id) const; // -1 when there is none
    int part(const std::string& id) const;   // -1 when there is none
    int join(const std::string& id) const;   // -1 when there is none
    // Null where there is no such structure.
    const std::map<std::string, double>* measuresOf(const std::string& structure) const;
    // All that holds a panel, in the order of the joins.
    std::vector<const Join*> joinsOf(int tab) const;
};

// Where a join carries adhesive, in the held panel's flat coordinates.
std::vector<Ring> adhesiveOf(const Assembly& assembly, const Join& join);

// The paper that a part, or a panel, is made of.
const Stock& stockOf(const Design& design, const Part& part);
const Stock& stockOf(const Design& design, const Assembly& assembly, int panel);

// One side of a host crease: the panel a structure lands on, and the crease in that panel's flat
// coordinates. `room` is how far the panel reaches from the crease.
struct Seat {
    int panel = 0;
    Vec2 origin, along;
    Vec2 inward; // unit, from the crease into the panel
    double room = 0;
};

// A crease as a host. Both seats run in the same physical direction; left and right as seen from
// the side on which the structure will stand (the face side). Or a panel: then there is one seat,
// at the lower left of the panel's bounds and along its bottom, `length` is the panel's width, and
// its paper is known.
struct Host {
    std::string on; // id
    Seat left, right;
    double length = 0;
    // Along the line of the fold, the longest stretch between paper where there is none on either
    // side, from its start in mm: a window over the fold.
    std::optional<std::pair<double, double>> window;
    bool ridge = false; // the sides fall away: the opening seen from the structure exceeds 180 deg
    int crease = -1;    // -1: a panel
    double caliper = 0.3;          // mm, of the paper that the structure is made of
    double step = 3;               // mm, the border that mats leave unless they say otherwise
    Unit units = Unit::Millimetre; // the maker's, for what is said
    // The direction that is up when the card is displayed, in the flat coordinates of a panel as a
    // host, and in those of a strip that is made across a fold.
    Vec2 up = Vec2(0, 1);
    Ring outline;                // of a panel as a host, in its flat coordinates
    std::vector<Ring> apertures; // likewise
};

Host hostOf(const Assembly& assembly, int crease);
Host hostOnPanel(const Assembly& assembly, int panel);

} // namespace hl::assembly
