// Messages for the eye: things by what they are called instead of their ids.
#pragma once
#include "core/measure/rooms.h"
#include <string>

namespace hl::design {
struct Design;
} // namespace hl::design

namespace hl::structures {

// A message in which "structure box1" is "Ticket office", and "part deck" is what that is called.
// Of a structure that is not in the design its family is named: "the new box".
std::string inNames(const Design& design, const std::string& text);

} // namespace hl::structures
