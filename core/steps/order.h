// The order of the work: from cut and scored parts to the finished card.
#pragma once
#include "core/fold/case.h"
#include "core/make/plan.h"
#include "core/prove/layers.h"
#include "core/steps/step.h"

namespace hl::steps {

// The steps of one card. Every join is made once, by a step whose place can be reached then; mats
// go under what is glued on them and over what they cover; figures follow the first closing.
// `flats` as the proof has them.
Work workOf(const Case& c, const Plan& plan, const std::vector<FlatState>& flats,
            const Drawer* drawer = nullptr);

// Steps that the card, put together as far as they say, does not let come about, in sentences: it
// is folded for each of them. What could not be kept of the maker's pins comes first.
std::vector<std::string> cannotBeDone(const Case& c, const Work& work, const Stop& stop = {});

} // namespace hl::steps
