// The schedule: one pair of hands, waits hidden behind other work. Minutes.
#pragma once
#include "core/steps/step.h"
#include <cstddef>
#include <utility>

namespace hl::steps {

struct Task {
    double minutes = 0;
    std::vector<std::pair<size_t, double>>
        needs; // tasks before it, and how long to wait after each
};

struct Turn { // of the hands
    size_t task = 0;
    double from = 0, to = 0;
};
struct Timetable {
    std::vector<Turn> hands; // in order
    double work = 0;         // of the hands
    double elapsed = 0;      // until the last is done
    double bound = 0; // no order is shorter; at least the work, and the longest chain with waits
};

// Whoever waits longest for what follows goes first; several such rules are tried, and the shortest
// timetable is taken. Tasks that need one another in a circle are an error: std::invalid_argument.
Timetable timetableOf(const std::vector<Task>& tasks);

// A job: cards of one or several designs built together. Cutting and scoring is done for all cards
// at once, the rest card by card.
struct JobStep {
    size_t work = 0, step = 0; // which design's, which of its steps
    int card = 0;              // 0: of all of them
};
struct Job {
    std::vector<JobStep> steps; // by task
    std::vector<Task> tasks;
};
Job jobOf(const std::vector<std::pair<const Work*, int>>& designs); // with how many of each

} // namespace hl::steps
