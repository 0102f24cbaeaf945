// Names of files as the window has them: text, in which bytes that are no UTF-8 keep their place as
// lone surrogates (U+DC80 to U+DCFF), so that every name leads back to its file.
#pragma once
#include "core/measure/rooms.h"
#include <QString>
#include <string>

namespace hl::app {

QString pathOf(const std::string& bytes);
std::string bytesOf(const QString& path);
// The same for the eye: what is no UTF-8 is shown as the sign for that.
QString shownPath(const QString& path);

} // namespace hl::app
