#include "cli/working.h"
#include "core/measure/number.h"
#include <algorithm>
#include <chrono>
#include <iostream>
#include <streambuf>
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

// Passes on what is written, without control characters but for the ends of lines and tabs. A
// character may come in pieces: C1 controls are two bytes.
class PlainBuffer : public std::streambuf {
  public:
    explicit PlainBuffer(std::streambuf* to) : to_(to) {}

  protected:
    int overflow(int c) override {
        if (c == traits_type::eof())
            return traits_type::not_eof(c);
        const auto byte = static_cast<unsigned char>(c);
        const bool second = held_ && byte >= 0x80 && byte < 0xC0;
        if (held_) {
            held_ = false;
            if (!(second && byte < 0xA0)) // else a C1 control, which goes
                to_->sputc(static_cast<char>(0xC2));
            else
                return c;
        }
        if (byte == 0xC2) {
            held_ = true;
            return c;
        }
        if ((byte < 0x20 && byte != '\n' && byte != '\t') || byte == 0x7F ||
            (byte >= 0x80 && byte < 0xA0 && !second && !within_))
            return c;
        within_ = byte >= 0xC3 ? (byte >= 0xF0   ? 3
                                  : byte >= 0xE0 ? 2
                                                 : 1)
                               : std::max(0, within_ - 1);
        return to_->sputc(static_cast<char>(byte));
    }
    int sync() override { return to_->pubsync(); }

  private:
    std::streambuf* to_;
    bool held_ = false; // a first byte that may begin a control
    int within_ = 0;    // bytes that belong to the character before
};

} // namespace

void keepTerminalPlain() {
    // Never taken down: libraries flush both streams after everything else is gone.
    static auto* const out = new PlainBuffer(std::cout.rdbuf());
    static auto* const err = new PlainBuffer(std::cerr.rdbuf());
    std::cout.rdbuf(out);
    std::cerr.rdbuf(err);
}

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
