#include "cli/working.h"
#include "core/measure/number.h"
#include <chrono>
#include <unistd.h>

namespace hl::cli {
namespace {

constexpr int patience = 1000, every = 250; // ms
std::atomic<int> percent{-1};               // none known

void show(const std::string& line) {
    const std::string all = "\r\x1b[K" + line; // over what the line before said
    if (::write(STDERR_FILENO, all.data(), all.size()) < 0) {
    } // a terminal that is gone is no reason to stop
}

} // namespace

Working::Working(std::string command) : command_(std::move(command)) {
    percent = -1;
    if (isatty(STDERR_FILENO))
        thread_ = std::thread([this] { run(); });
}

Working::~Working() {
    if (!thread_.joinable())
        return;
    {
        const std::lock_guard<std::mutex> in(door_);
        over_ = true;
    }
    ends_.notify_all();
    thread_.join();
}

void Working::run() {
    const auto start = std::chrono::steady_clock::now();
    std::unique_lock<std::mutex> in(door_);
    bool shown = false;
    for (int wait = patience;
         !ends_.wait_for(in, std::chrono::milliseconds(wait), [this] { return over_; });
         wait = every) {
        const auto seconds = std::chrono::duration_cast<std::chrono::seconds>(
                                 std::chrono::steady_clock::now() - start)
                                 .count();
        const int part = percent;
        show(command_ + ": working for " + numberText(static_cast<double>(seconds), 0) + " s" +
             (part >= 0 ? ", " + numberText(part) + " %" : std::string()) + "; Ctrl+C stops it");
        shown = true;
    }
    if (shown)
        show("");
}

const std::function<void(double)>& progress() {
    static const std::function<void(double)> tell = [](double part) {
        percent = static_cast<int>(100 * part);
    };
    return tell;
}

} // namespace hl::cli
