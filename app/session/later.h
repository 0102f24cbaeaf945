// Work for later: one thing after another on a thread of its own, which nobody waits for.
#pragma once
#include "core/measure/rooms.h"
#include <QObject>
#include <functional>

namespace hl::app {

// Runs `work` on another thread, after what waits there already, and what it returns on this one,
// unless `receiver` is gone by then.
void runLater(QObject* receiver, std::function<std::function<void()>()> work);

// Whether such work is still under way; what waits for its turn is dropped. For the end of the
// program.
bool laterIsBusy();

} // namespace hl::app
