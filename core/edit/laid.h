// What is laid on a panel and dragged there: toppers and words, by their middle, a corner or the
// knob that turns them; and the pattern of a mat, by the middle of a tile or the knob. Places are
// flat coordinates of the panel they lie on, mm.
#pragma once
#include "core/fold/case.h"
#include <optional>

namespace hl::edit {

struct Laid {
    std::string structure;  // id; of what is held as one that of the group
    int host = 0;           // the panel it lies on
    Vec2 origin, right, up; // of the host: where across and along are counted from, and their ways
    Vec2 size;              // of the host, along `right` and `up`
    double across = 0, along = 0, turn = 0; // its middle in mm, and its turn to the left in radians
    double width = 0, height = 0;           // of its box, before it is turned
    bool sized = false;                     // both of them can be set
    bool behind = false; // on the back: what it says of its turn is seen from there
    // The pattern of a mat: its box is a tile, along `right` and `up`, which are the pattern's own,
    // and `turn` is nought; `turned` is what the mat says.
    bool pattern = false;
    double turned = 0;

    Vec2 middle() const { return origin + across * right + along * up; }
    Vec2 way() const;               // of its own width
    Vec2 corner(int i) const;       // 0 to 3, counter-clockwise from the lower left
    Vec2 knob(double beyond) const; // above the middle of its upper edge
};

// A structure as it is laid, or a group with the box that all of it takes up; nothing where it is
// of another kind or not in that case. `upright` as for printPlace.
std::optional<Laid> laidOf(const Case& folded, const std::string& structure,
                           const std::vector<Vec2>* upright = nullptr);

// What it is held by: its middle, one of its corners, the knob.
enum class Hold { Middle, Corner, Knob };

// A line along which something came to lie, to be shown while it is dragged.
struct Guide {
    Vec2 from, to;
    std::string why; // "middle", "edge", "gap"
};

// Where a drag of `from` to `to` leaves it. Middles, edges and equal gaps to what else is laid on
// the panel draw it to them within `reach` mm, turns go by 15 degrees; else the ruler's steps hold.
// With `fine` neither.
struct Dragged {
    std::map<std::string, Measure> set; // by the names of its measures
    std::vector<Guide> guides;
};
// The measures are those of a structure, or of the box of a group (core/edit/groups.h).
Dragged dragLaid(const Case& folded, const Laid& start, Hold hold, const Vec2& from, const Vec2& to,
                 double reach, bool fine);

} // namespace hl::edit
