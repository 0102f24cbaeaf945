// The workshop as a file of text.
#pragma once
#include "core/measure/result.h"
#include "core/workshop/workshop.h"

namespace hl::files {

// The workshop as text (JSON) and back; unknown keys and senseless values are problems that name
// their place.
std::string workshopToText(const Workshop& w);
Result<Workshop> workshopFromText(const std::string& text);

} // namespace hl::files
