// The core's words for the toolkit.
#pragma once
#include "core/measure/rooms.h"
#include <QString>
#include <string>

namespace hl::app {

inline QString q(const std::string& text) { return QString::fromStdString(text); }

} // namespace hl::app
