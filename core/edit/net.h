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
    std::string id;
    std::vector<std::string> remarks; // gaps that were bridged, layers that were left out
};

// Adds the net as a drawn part: the largest closed cut is its outline, closed cuts within it are
// openings, open ones slits. `layers` says what layers mean whose names do not. Problems: a layer
// that means nothing, no outline, a part that cannot be made.
Result<NetMade> addNet(const Design& design, const std::string& id,
                       const std::vector<DrawnPath>& drawing,
                       const std::map<std::string, NetLine>& layers, double gap = 0.5);

} // namespace hl::edit
