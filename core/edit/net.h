// A drawing of a whole net as a sheet that the maker goes on with: which of its layers are cut,
// folded or left out.
#pragma once
#include "core/edit/tell.h"
#include "core/files/net_drawing.h"
#include <map>

namespace hl::edit {

enum class NetLine { Cut, Valley, Mountain, Score, Ignored };

// What a layer's name says of its lines, or that they are black, solid or dashed; nothing where it
// says nothing.
std::optional<NetLine> meaningOf(const std::string& layer);
std::optional<NetLine>
netLine(const std::string& word); // "cut", "valley", "mountain", "score", "leave"

struct NetMade {
    Design design;
    std::string id;                   // of the part; of several pieces the largest one's
    std::vector<std::string> ids;     // of all pieces
    std::vector<std::string> remarks; // its size; what was joined, drawn on, guessed or left out
};

// Adds the net as a drawn part: the largest closed cut is its outline, closed cuts within it are
// openings, open ones slits. Outlines beside it, or within its openings, are pieces of their own; a
// frame round all that is folded is left out, what is drawn twice is taken once, and ends of folds
// and slits within `gap` mm of a line are drawn to it. `layers` says what layers mean whose names
// do not; colours in any spelling. Problems: a layer that means nothing, no outline, a part that
// cannot be made.
Result<NetMade> addNet(const Design& design, const std::string& id,
                       const std::vector<DrawnPath>& drawing,
                       const std::map<std::string, NetLine>& layers, double gap = 0.5);

} // namespace hl::edit
