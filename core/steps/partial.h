// The card as far as it is put together after some steps.
#pragma once
#include "core/assembly/assembly.h"
#include "core/steps/step.h"
#include <set>

namespace hl::steps {

// What hangs together with the root when only these joins are made; without its spans, and with
// what of its motion is there. Names stay as they are.
Assembly partialOf(const Assembly& whole, const std::set<std::string>& joins);

// What is made by the first `count` steps of the work.
std::set<std::string> madeBy(const Work& work, size_t count);

} // namespace hl::steps
