// Tiers: a platform whose top is half a polygon on each side and whose walls wrap round it, built
// from two mirrored halves glued along a central rib.
#pragma once
#include "core/structures/on_folds/raised.h"

namespace hl::structures {

struct TierSize {
    int corners = 6;  // 4, 6 or 8, in plan
    double place = 0; // along the host fold
    double width = 0; // of the rib
    double reach = 0; // from the fold to the legs
    double leg = 0;   // of the legs along the fold; with four corners the width
    double front = 0; // half the front wall; with eight corners only
    double height = 0, tab = 0;
    bool apart = false; // walls as parts of their own, not in a band with each half
};

// Adds a tier; `suffix` goes after the names of its panels and parts. Returns the crease between
// the two half tops, which opens as the host does and can host the next tier. With `tongues` the
// legs go through slits in their landings and catch there; the rib then stands free on the fold.
int addTier(AssemblyBuilder& out, const StructureSpec& spec, const Host& host, const TierSize& size,
            const std::string& suffix, bool tongues);

// Measures that tiers and stacks have in common, and their sizes.
std::vector<Parameter> tierParameters();
Values completeTier(Values v, const Host& host);
TierSize tierSize(const Values& v);
Trouble checkTier(const StructureSpec& spec, const Values& v, const Host& host);

} // namespace hl::structures
