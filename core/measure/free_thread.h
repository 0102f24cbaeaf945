// A thread that answers a hand is kept free of work whose length depends on the design: nothing is
// assembled, folded or proven on it. The work says so itself when it begins.
#pragma once
#include "core/measure/rooms.h"
#include <functional>

namespace hl::measure {

// Keeps the calling thread free from now on. Whatever of `longWork` begins on it all the same goes
// to `told`, on that thread; then it is done.
void keepThreadFree(std::function<void(const char* what)> told);

// Called where long work begins; `what` is a verb: "assemble", "fold", "prove".
void longWork(const char* what);

} // namespace hl::measure
