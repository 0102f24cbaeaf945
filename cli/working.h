// What a terminal shows while a command takes longer than a second: that it works, for how long,
// and how far it is where that is known. Elsewhere (a file, a pipe) nothing is shown.
#pragma once
#include <atomic>
#include <condition_variable>
#include <functional>
#include <mutex>
#include <string>
#include <thread>

namespace hl::cli {

class Working {
  public:
    explicit Working(std::string command);
    ~Working(); // takes the line away again

  private:
    void run();

    std::string command_;
    bool over_ = false;
    std::mutex door_;
    std::condition_variable ends_;
    std::thread thread_;
};

// What a program writes for people holds nothing that steers a terminal: standard output and errors
// go through this from now on.
void keepTerminalPlain();

// For whatever tells how far it is, from 0 to 1: the line shows it.
const std::function<void(double)>& progress();

} // namespace hl::cli
