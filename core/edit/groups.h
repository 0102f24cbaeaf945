// Figures held as one: a wreath of leaves, a face, a ring over layers. They lie on one panel, or on
// each other, and are moved, turned and sized together.
#pragma once
#include "core/edit/laid.h"
#include "core/measure/result.h"

namespace hl::edit {

// The design with a group of those structures, and the group's id. What another group held it holds
// no more. Problems: fewer than two, one that is not laid on a panel, several panels.
Result<std::pair<Design, std::string>> holdAsOne(const Design& design, const std::string& name,
                                                 const std::vector<std::string>& members);
// Each by itself again, where it lies.
Design letEachGo(const Design& design, const std::string& group);
// Takes out of all groups what is not there any more, and groups of fewer than two.
void dropMembers(Design& design);

// Those of a group that lie on no other one of it: where they go, the rest goes along.
std::vector<std::string> lowestOf(const Design& design, const GroupSpec& group);

// The box of a group on its panel, along its own turn; nothing where none of it lies there.
std::optional<Laid> laidAsOne(const Case& folded, const GroupSpec& group);

// Sets what was typed, or what a drag of `start` gave: of a structure its measures; of a group
// "across" and "along" of its middle, its "turn" and the "height" of its box, and all that is in it
// goes along. `before` is the card as it was when `start` was looked at.
void layTo(Design& design, const Case& before, const Laid& start,
           const std::map<std::string, Measure>& set);

// One word of a group: name, members (with commas between), across, along, turn, height.
Trouble tellGroup(Design& design, const std::string& id, const std::string& key,
                  const std::string& text);

} // namespace hl::edit
