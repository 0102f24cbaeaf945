// Colours as drawings write them.
#pragma once
#include "core/measure/rooms.h"
#include <string>

namespace hl::files {

// One colour in one spelling, whatever it came as: "red", "#F00", "#ff0000", "rgb(255, 0, 0)" and
// "rgb(100%, 0%, 0%)" are all "red"; what has no name of its own is "#12ab34". Black is whatever no
// eye tells from it: every part below 25 of 255. What is no colour comes back as it is, in small
// letters.
std::string plainColour(const std::string& said);

} // namespace hl::files
