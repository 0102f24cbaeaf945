// Drawing: the edits that make free parts and cut-outs. Like all edits each returns the new design
// or the problem, and the result has been assembled once.
#pragma once
#include "core/assembly/assembly.h"
#include "core/design/design.h"
#include "core/measure/result.h"
#include <optional>
#include <utility>

namespace hl::edit {

// What an edit made: the design and the id of the new thing.
using Drawn = Result<std::pair<Design, std::string>>;

// A plain blank, joined to nothing yet.
Drawn addBlank(const Design& design, Measure width, Measure height);

// A crease or slit between two points (mm, flat coordinates of the part, "card" for the card).
Drawn addLine(const Design& design, const std::string& part, LineKind kind, const Vec2& from,
              const Vec2& to);

// A tab along the edge of a free part nearest to `at`, over the stretch between the creases and
// corners on either side. The problem names the part when no edge is there.
Drawn addTab(const Design& design, const std::string& part, const Vec2& at);

// Glues a panel, a tab as a rule, face down on the face of `onto`, with the middle of the tab's
// crease at `at` (flat coordinates of the landing), along the landing's nearest edge or crease and
// reaching toward the crease that the landing hangs on; any other panel lies with its back on that
// face. `held` and `landing` say otherwise which sides of the two lie on one another: true is the
// face. A join that held the panel before is replaced.
Drawn glueOnto(const Design& design, const std::string& panel, const std::string& onto,
               const Vec2& at, std::optional<bool> held = {}, std::optional<bool> landing = {});

// The line of a free part or of the card that a crease or slit of the assembly belongs to
// ("deck.c1-2" -> "deck.c1"); empty for the spine, tabs and creases of structures.
std::string drawnLine(const Design& design, const std::string& id);

// Moves one point of a line.
Result<Design> movePoint(const Design& design, const std::string& part, const std::string& line,
                         size_t index, const Vec2& to);

// Moves a whole line.
Result<Design> moveLine(const Design& design, const std::string& part, const std::string& line,
                        const Vec2& by);

// Changes the size of a plain blank; what was drawn to its right or upper edge stays there.
Result<Design> resizeBlank(const Design& design, const std::string& part, Measure width,
                           Measure height);

// Leaves the spine unfolded between the slits that cross it, or folds it again there: the gap that
// a cut-out needs, found from the slits. The problem says when no two slits cross the spine.
Result<Design> smoothSpine(const Design& design);

// Removes a free part with what stands on it and holds it, or a line, tab or join of it ("deck.c1",
// the id of a join).
// Whether a line of that id is drawn on the card or on a part.
bool isDrawnLine(const Design& design, const std::string& id);
Result<Design> removeDrawn(const Design& design, const std::string& id);

} // namespace hl::edit
