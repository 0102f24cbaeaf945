// A step of the work: cutting, scoring, folding, gluing, dressing, waiting, checking are all of one
// kind. Times are in minutes.
#pragma once
#include "core/measure/rooms.h"
#include <string>
#include <vector>

namespace hl::steps {

enum class Do { Cut, Score, Fold, Snip, Mat, Glue, Close, Insert, Tape, Wait, Check, Figure };
const char* doName(Do what); // "cut", as in JSON

// How the hand comes to a place.
enum class Reach {
    None,      // nothing is stuck
    Flat,      // both lie before the maker
    Collapsed, // folded flat, with the place outermost
    Closing,   // folded flat, glue on what faces up, and closed onto it
    Hand       // through an opening
};
const char* reachName(Reach r); // "flat"

// A kind of adhesive, and how long it takes.
struct AdhesiveKind {
    const char* id;   // "glue"
    const char* name; // "liquid paper glue"
    double hold;      // minutes under the fingers or a clip
    double free;      // minutes until it may be pulled
    const char* why;  // what it is taken for
    const char* caution;
};
const std::vector<AdhesiveKind>& adhesiveKinds();
const AdhesiveKind& adhesiveKind(const std::string& id); // the first where there is none of that id

struct Need {
    std::string id;  // of a step that comes before
    double wait = 0; // minutes after its end
};

struct WorkStep {
    std::string id; // made from what it works on, not from its place in the list
    Do what = Do::Check;
    std::vector<std::string> parts, joins; // ids
    std::vector<Need> needs;
    Reach reach = Reach::None;
    std::string adhesive; // id of a kind; empty: none
    double minutes = 0, hold = 0, freeAfter = 0;
    bool together = false; // of several cards it is done at once: a cut, a score
    // Words for the bench.
    std::string title, text, zone, check, why, caution;
};

// The work of one card, in an order in which it can be done.
struct Work {
    std::vector<WorkStep> steps;
    std::vector<std::string> problems; // pins that could not be kept, in sentences

    const WorkStep* step(const std::string& id) const; // null when there is none
};

} // namespace hl::steps
