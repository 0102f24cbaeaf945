// Rounding: the design with every measure as a maker's ruler shows it, and what that does.
#pragma once
#include "core/prove/evidence.h"
#include "core/prove/finding.h"
#include <algorithm>
#include <atomic>
#include <memory>

namespace hl::proving {

// A measure that must not be rounded.
struct Rounded {
    std::string structure, parameter; // ids; of a drawn part, its id and what the measure is of
    Measure exact, shown;             // as designed and as the ruler shows it
    double misfit = 0;                // mm that rounding it alone makes
};

// The design with every measure held as it is, without its mats where nothing stands on one: they
// are cut to what is left of a panel and change nothing of how the card folds. Null where it cannot
// be held. To be found once for several rulers.
using Exact = std::shared_ptr<const Design>;
Exact exactOf(const Case& c);

struct Rounding {
    const Ruler* ruler = nullptr;
    Exact exact;                 // with every measure held as designed
    Design design;               // with every measure rounded
    int changed = 0;             // measures that the ruler does not show exactly
    std::string problem;         // why the rounded design cannot be made; empty when it can
    double misfit = 0;           // mm, the worst with all of them rounded
    double before = 0;           // mm, the worst as designed
    double opening = 0;          // where
    int held = -1, landing = -1; // which panels part there
    double overhang = 0;         // mm by which closed parts stick out more than before
    std::vector<double> misfits; // of every loop of the case, its worst, mm; empty if nothing moves
    double moved = 0;            // mm by which a corner moves at most; tabs are left out

    // Whether rounding alone makes more misfit than the noise of measures.
    bool binds() const { return misfit > before + 0.02; }
};

// Rounds all lengths, drawn ones and the card's own size among them, to the ruler and all angles to
// half a degree. Folded at nine places of the motion from its closed to its open end.
Rounding roundedTo(const Case& c, const Exact& exact, const Ruler& ruler,
                   const std::atomic<bool>* cancel = nullptr);
Rounding roundedTo(const Case& c, const Ruler& ruler, const std::atomic<bool>* cancel = nullptr);

// What the proof says of the rounded design, but not or less of the exact one.
struct Brought {
    Finding finding;   // as the rounded design's own proof words it
    double before = 0; // the amount as designed; 0 where nothing was found

    // Of the finding that says it of the exact design: "rounding.collision-passes".
    std::string code() const {
        std::string out = finding.code;
        std::replace(out.begin(), out.end(), '.', '-');
        return "rounding." + out;
    }
};

// Runs the rules that look at where paper lies over the rounded design, misfit aside, which
// roundedTo tells. Nothing where rounding moves no corner, nor where it makes the card bind: rigid
// panels have no true pose there. The worst first.
std::vector<Brought> broughtBy(const Rounding& r, const Evidence& e, const Stop& stop = {});

// Measures that bring it about when they alone are rounded: the misfit, the worst first; or a
// finding of the rounded design, of those measures whose owner it names. Every one is folded, which
// takes its time.
std::vector<Rounded> toBlame(const Rounding& r, const Case& c, const Stop& stop = {});
std::vector<Rounded> toBlame(const Brought& it, const Rounding& r, const Case& c,
                             const Stop& stop = {});

// What a maker who sets every measure to the ruler's marks has to reckon with: how many change, how
// far corners come to lie elsewhere, what misses its place by how much and where. Empty where the
// ruler shows all of them exactly.
std::string sayRounding(const Rounding& r, const Case& c);

// "Do not round the left wall of box1 (1 5/8 in): mark it from the printed pattern.", of the first
// three.
std::string sayNotRounded(const std::vector<Rounded>& careful, const Design& design);

} // namespace hl::proving
