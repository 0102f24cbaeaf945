#include "core/measure/free_thread.h"

namespace hl::measure {
namespace {

// None on a thread that may work.
thread_local std::function<void(const char*)> tell;

} // namespace

void keepThreadFree(std::function<void(const char* what)> told) { tell = std::move(told); }

void longWork(const char* what) {
    if (tell)
        tell(what);
}

} // namespace hl::measure
