// Edits of a design that more than one face of the program offers: start a card, add, set, remove.
// They are clients of the chain from design to motion, not a step of it.
// Each returns the new design or the problem; the old one is never half changed.
#pragma once
#include "core/design/design.h"
#include "core/edit/tell.h"
#include <functional>
#include <utility>

namespace hl::edit {

// A closed size as makers write it: "5x7in", "14x14cm", "4 1/4 x 5 1/2 in", "105 x 148 mm".
Result<std::pair<Measure, Measure>> parseCardSize(const std::string& text, Unit unit);

// A card with one stock and no structures.
Result<Design> newDesign(Measure width, Measure height, SpineSide spine, Unit units);

// Adds a structure of family `kind` on the crease or panel `on`, or where its family stands as a
// rule when `on` is empty: then an empty card also takes the form that the family needs. `set`
// holds texts as typed. The id is the family's name and the first free number. The result is
// assembled once, so a host that does not exist or a measure out of range is refused here. Unless
// its place is set or it is a series, it goes to the free stretch of the crease nearest to the
// middle. A form of card is no structure: the card takes that form, and the id is "card". `told` is
// what is said of it besides (core/edit/tell.h), `id` its id where it is not to be the next one of
// its family.
Result<std::pair<Design, std::string>>
addStructure(const Design& design, const std::string& kind, const std::string& on,
             const std::map<std::string, std::string>& set, const std::vector<Point>& outline = {},
             const std::string& id = {}, const Told& told = {});

// Gives the card another form, with measures as typed.
Result<std::pair<Design, std::string>> changeForm(const Design& design, const std::string& form,
                                                  const std::map<std::string, std::string>& set);

// Moves a structure along its host fold to the nearest stretch that is free.
void placeFreely(Design& design, const std::string& id);

// Sets one measure from its text; the text "auto" gives it back to its family's relation.
Result<Design> setMeasure(const Design& design, const std::string& structure,
                          const std::string& parameter, const std::string& text);

// Makes one measure of a relation the one that follows: the others are held as they are.
Result<Design> letFollow(const Design& design, const std::string& structure,
                         const std::string& parameter);

// Removes the silhouettes and adhesive zones of what is lost, told by ids of panels, parts or tabs.
void dropShapes(Design& design, const std::function<bool(const std::string&)>& lost);
// And what the maker called it.
void dropNames(Design& design, const std::function<bool(const std::string&)>& lost);

// Removes a structure and everything that stands on it, with one end at least; joins that held its
// panels go with it.
Design removeStructure(const Design& design, const std::string& id);

// The structures that stand on `id`, directly or further up, in design order.
std::vector<std::string> standingOn(const Design& design, const std::string& id);

// The id of one, no other structure has: kind and the first free number.
std::string freeId(const Design& design, const std::string& kind);

} // namespace hl::edit
