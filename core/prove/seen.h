// Seen: what shows of every panel in the displayed card, and which way is up on it.
#pragma once
#include "core/fold/case.h"
#include <vector>

namespace hl::proving {

// Every panel on the table as the card is displayed: z up, the viewer at negative y.
std::vector<Rigid> displayedAt(const Case& c);

// Which way a panel faces as it is looked at.
enum class Faces { Page, Front, Side, Top };

struct Visible {
    int panel = 0;
    bool face = true; // of its two sides the one that is turned to the viewer
    bool worn = true; // the one that paper goes on: the same, or the other where that is glued down
    Faces faces = Faces::Page;
    double part = 0; // of that side, 0 to 1, that nothing hides
};

// All panels but tabs and mats, as the card stands on display and is seen from in front and from
// above by `height` degrees.
std::vector<Visible> visibleIn(const Case& c, double height = 30);

// A structure as it is seen from in front, from wherever more of it shows.
struct Seen {
    std::string structure; // id
    double part = 1;       // of what would be seen of it alone, 0 to 1
    std::string behind;    // id of what hides most of the rest, or "card"
};
// It is looked at from further places until of each at least `enough` shows.
std::vector<Seen> seenFromFront(const Case& c, double enough = 1);

// For every panel what is up on it when the card is displayed: a unit vector in its flat
// coordinates, along an edge of it where one runs nearly that way. On what lies level it points
// away from the viewer.
std::vector<Vec2> uprightOn(const Case& c);

} // namespace hl::proving
