// The strip that boxes and tents share: two walls joined by a tip, standing on a crease with a
// tab at each foot. All its creases are parallel to the host crease.
#pragma once
#include "core/structures/family.h"

namespace hl {

class AssemblyBuilder;

// The measures that every strip has: place, width, left, right, left_wall, right_wall, tab. The two
// walls' relations and meanings differ by family.
std::vector<Parameter> stripParameters(const std::string& leftWallRelation, double leftWallDefault,
                                       bool leftWallFollows, const std::string& rightWallRelation,
                                       double rightWallDefault);

// Fills in place, width, left and right; needs nothing but the host.
void completeFeet(Values& v, const Host& host);
// Fills in the tab; needs the feet.
void completeTab(Values& v);

void buildStrip(const StructureSpec& spec, const Values& v, const Host& host, AssemblyBuilder& out);

} // namespace hl
