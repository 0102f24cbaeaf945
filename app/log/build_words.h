// A build of the journal in words.
#pragma once
#include "core/journal/entry.h"
#include <QString>

namespace hl::app {

QString starsOf(int n);
// In a few plain lines.
QString sentencesOf(const journal::Build& build);

} // namespace hl::app
