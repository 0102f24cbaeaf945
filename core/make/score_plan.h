// The score plan: for every blank which edge lies against the fence of the scoring board, what is
// scored there and from which face, when the sheet is turned. Lengths in mm.
#pragma once
#include "core/make/parts_list.h"
#include "core/workshop/drawer.h"

namespace hl::make {

// Edges of the blank as it is drawn, whichever way it lies on the board.
enum class BlankEdge { Left, Right, Bottom, Top };
const char* edgeName(BlankEdge e); // "left"

struct ScoreStep {
    enum Do {
        Score,
        Slit, // between two marks
        Mark, // with a pencil, `at` from the edge and `from` along it
        Turn, // the same face up, `edge` now against the fence
        Flip, // the other face up, `edge` now against the fence
        // The paper between the fence and a score that is made goes under the rest, and the fold
        // lies against the fence instead of the edge.
        Fold
    } what = Score;
    std::optional<BlankEdge> edge; // nothing: from mark to mark
    double at = 0;                 // from that edge
    double fence = 0;              // from what lies against the fence: the edge, or a fold
    double from = 0, to = 0;       // along it, from the lower left corner of the blank
    Vec2 start{0, 0}, end{0, 0};   // the same on the blank, from its lower left corner
    bool face = true;              // which side is up
    std::string crease;            // or slit
    bool ruler = false;            // no groove there: marks and a ruler
    bool again = false;            // the ruler lies there already, from the stretch before
    bool opened = false;           // a turn: what was folded over is opened out again
};
const char* doName(ScoreStep::Do what); // "score"

struct BlankScores {
    std::string part;
    size_t listed = 0;
    double width = 0, height = 0;
    int count = 1;
    std::vector<ScoreStep> steps;
    int settings = 0, turns = 0; // placings against the fence, and turns and flips among them
    int gang = -1;               // scored as one sheet with all of the same number
    // A symmetrical part: both ends can be scored from their own edge at the same grooves, which
    // leaves what a sheet is short by in its middle.
    bool symmetrical = false;
};

// Grooves of a board: as it says, or every 5 mm, or every 1/8 in.
double grooveSpacing(const ScoringBoard& board, Unit unit);

// For so many copies of the card.
std::vector<BlankScores> planScores(const std::vector<ListedPart>& parts, const ScoringBoard& board,
                                    Unit unit, int copies = 1);

// One blank, read at the bench. `finest` is what the maker's ruler shows, mm: what lies beside it
// is told.
std::string scoresText(const std::vector<BlankScores>& plan, Unit unit, double finest);
// What a position loses by being set to the ruler's nearest mark: "the mark at 30 mm lies 0.2 mm
// nearer in"; empty where it lies on one.
std::string offMarkText(const ScoreStep& step, Unit unit, double finest);
bool offMarks(const std::vector<BlankScores>& plan, double finest); // any of its scores
// A step in words, "score at 30, 60 and 150 mm" being one for each. Places are said as they are
// read when the paper lies as it does then: so far from what is against the fence, and along it
// from the end of the paper that lies towards the maker.
std::string stepText(const BlankScores& blank, size_t step, Unit unit);

} // namespace hl::make
