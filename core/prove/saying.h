// The words in which findings name things.
#pragma once
#include "core/fold/case.h"
#include "core/prove/finding.h"

namespace hl::proving {

// Whose something is, by the id of its structure or part: "Signal box", "box box1", "the card".
std::string sayOwner(const Design& d, const std::string& id);
std::string sayPanel(const Case& c, int panel);             // "left wall of Signal box"
std::string sayCrease(const Case& c, int crease);           // "tip of Signal box"
std::string sayJoint(const Case& c, int joint);             // a crease, a pivot or a slide
std::string sayThing(const Case& c, const std::string& id); // whatever of these has the id
// Places of the motion: "between 12° and 40°", "at 0° (closed)"; where not only the spine is
// driven, with what is driven: "with the front of Gate at 40°".
std::string sayOpening(const Case& c, double from, double to);
// What the hand does, stage after stage: "Bring the spine to 90°; then the front of Gate to 40°."
std::string sayMotion(const Case& c);
std::string sayAmount(const Case& c, double mm); // in the maker's unit
// Two amounts that differ, so finely that they do as said.
std::pair<std::string, std::string> sayApart(const Case& c, double one, double other);
std::string capital(std::string sentence);
// Adds the part of `panel` to the finding, and the panel itself.
void nameIn(Finding& f, const Case& c, int panel);

} // namespace hl::proving
