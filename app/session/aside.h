// Work that a hand waits for, and that folds or assembles: done beside the window's thread.
#pragma once
#include "core/measure/rooms.h"
#include <QObject>
#include <functional>
#include <optional>
#include <type_traits>

namespace hl::app {

// Does `work` on a thread of its own and comes back when it is done; what it throws is thrown here.
// When that takes longer than a moment, the window goes on drawing and says that it is busy, but
// takes neither keys nor clicks; what the session's workers have reached waits (`afterAside`), so
// nothing that the caller holds changes under it. On any other thread than the window's, `work` is
// simply done.
void runAside(const std::function<void()>& work);

// What the work returns.
template<class Work> auto aside(Work&& work) -> std::decay_t<decltype(work())> {
    std::optional<std::decay_t<decltype(work())>> made;
    runAside([&] { made.emplace(work()); });
    return std::move(*made);
}

// Does `then` now, or once nothing is waited for any more, unless `of` is gone by then. One after
// the other in the order in which they were asked for. In the window's thread.
void afterAside(QObject* of, std::function<void()> then);

} // namespace hl::app
