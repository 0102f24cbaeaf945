// What the tray has to put on a card: papers that are laid on panels, and shapes, words, film and
// thread. They are dragged, or put on what is selected.
#pragma once
#include "app/session/session.h"

namespace hl::app {

// What a paper is dragged by; its data is the id of a paper or of a shipped pattern.
inline constexpr const char* paperMime = "application/x-hinge-lantern-paper";
// What a thing is dragged by; its data is "topper star", "words", "film".
inline constexpr const char* thingMime = "application/x-hinge-lantern-thing";

// Lays a paper of the tray on a panel of the session's card, on the side that is turned to whoever
// looks at it; where a mat lies there already, that takes the paper. Refusals are told by the
// session.
void layPaper(Session& session, const std::string& paper, const std::vector<std::string>& panels);

// Puts a thing of the tray on a panel or a fold; what needs a fold goes to one at the edge of the
// panel. The new one is selected. Refusals are told by the session.
void putThing(Session& session, const QString& thing, const std::string& place);

} // namespace hl::app
