// What may be measured on a finished card, and how it is called.
#pragma once
#include "core/journal/entry.h"
#include <QString>
#include <vector>

namespace hl::app {

class Session;

struct Measurable {
    QString name;
    journal::MeasuredThing thing; // with what was planned
};

// What the open design has to be measured at, the closed thickness first; nothing of the proof
// before that is there.
std::vector<Measurable> measurables(Session& session);

} // namespace hl::app
