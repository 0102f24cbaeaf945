// Solve: the design asked backwards. How far can a measure go before something stops it, and what;
// where does a finding end; what is the smallest card or envelope?
#pragma once
#include "core/design/design.h"
#include "core/prove/finding.h"
#include "core/workshop/workshop.h"
#include <atomic>
#include <functional>

namespace hl::proving {

enum class Ask {
    Most,     // the largest value of a measure: the deepest box, the highest tier
    Least,    // the smallest
    Topper,   // the largest topper of its shape that still hides when the card is closed
    Closest,  // how near a structure can be moved to another along their fold
    Card,     // the smallest closed card that takes the design
    Envelope, // the smallest envelope
    Band,     // the longest elastic band that raises a structure by so much
    Order,    // in which order the hand opens the card so that nothing meets anything
    Vanish    // the value of a measure nearest to the present one at which a finding is gone
};

struct Question {
    Ask ask = Ask::Most;
    std::string structure; // id
    std::string measure;   // for Most, Least and Vanish
    std::string other;     // for Closest: the structure that stays
    std::string rule;      // for Vanish
    Measure rise;          // for Band
};

struct Answer {
    std::string sentence; // the answer and what stops it
    std::string stops;    // the constraint alone
    // What it comes to: the measure, or width and height of a topper, a card or an envelope.
    std::vector<Measure> values;
    // The design with the answer in force, on the mark of the maker's ruler next to it that still
    // holds. The same design where the answer is only told.
    Design design;
};

// Looks at two dozen values between the present one and the bound, then halves down to a hundredth
// of a millimetre or degree. A value holds when the design assembles and no rule about collision,
// layers, clearance, landings, overhang, misfit or reach stops or cautions about the structure.
// Problems: names that do not exist, a question whose answer does not exist.
Result<Answer> solve(const Design& design, const Question& question, const Workshop& workshop = {},
                     const std::atomic<bool>* cancel = nullptr,
                     const std::function<void(double)>& progress = {});

// A question as words: "most box1 left", "topper topper1", "closest box2 box1", "card", "envelope",
// "order", "band globe1 40mm", "vanish box1 left collision".
Result<Question> questionOf(const std::vector<std::string>& words);

} // namespace hl::proving
