// A value, or the problem that prevented it. Every error a maker can cause travels this way.
#pragma once
#include "core/measure/rooms.h"
#include <optional>
#include <string>
#include <utility>
#include <variant>

namespace hl::measure {

// What went wrong, where, and what to do about it. All three are whole phrases for a reader.
struct Problem {
    std::string place;  // "demo.hlantern, line 3" or "structure box1, measure width"
    std::string what;   // "the width is negative"
    std::string remedy; // "give a length between 1 mm and 2000 mm"

    std::string text() const {
        std::string s = place.empty() ? what : place + ": " + what;
        if (!remedy.empty())
            s += "; " + remedy;
        return s + ".";
    }
    // The same problem seen from one level further out ("FILE, PLACE").
    Problem in(const std::string& outer) const {
        return {place.empty() ? outer : outer + ", " + place, what, remedy};
    }
};

template<class T> class Result {
  public:
    Result(T value) : held_(std::move(value)) {}
    Result(Problem problem) : held_(std::move(problem)) {}
    explicit operator bool() const { return held_.index() == 0; }
    const T& operator*() const& { return std::get<0>(held_); }
    T& operator*() & { return std::get<0>(held_); }
    T operator*() && { return std::move(std::get<0>(held_)); } // of one that nobody keeps
    const T* operator->() const { return &std::get<0>(held_); }
    T* operator->() { return &std::get<0>(held_); }
    const Problem& problem() const { return std::get<1>(held_); }

  private:
    std::variant<T, Problem> held_;
};

// For steps that yield nothing: empty when all went well.
using Trouble = std::optional<Problem>;

} // namespace hl::measure
