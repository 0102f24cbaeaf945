// Paper that is pressed flat: a block where the folds of its hosts lie flat, in a motion that is
// being worked out.
#pragma once
#include "core/fold/motion.h"
#include "core/fold/springs.h"
#include "core/measure/measure.h"
#include <cmath>

namespace hl::fold {

// Whether a fold is exactly flat: folded, unfolded or turned right round.
inline bool isFlat(double angle) { return std::fabs(angle - std::round(angle / pi) * pi) < 1e-12; }

class Pressed {
  public:
    // `hosts`: joints that the block's loops pass and that are known before it.
    Pressed(const Linkage& k, const Block& block, Motion& m, const std::vector<int>& hosts)
        : k_(k), block_(block), m_(m), hosts_(hosts) {}

    bool flat(int s) const; // the hosts lie flat at sample s
    // Whether the hosts lie flat, and some of them folded onto one another.
    bool foldedUp(int s) const;
    // Where the hosts are folded up and all folds of the block nearly lie flat, paper is pressed
    // flat between them, as long as that takes no more misfit than it forgives.
    bool pressFlat(int s, std::vector<double>& values) const;
    // Where the course begins with the card closed, paper on springs has to lie flat there: of the
    // ways in which it does the one nearest to how it stands. From then on its folds rest as near
    // to that as the pages press them.
    void foldFlat(std::vector<double>& stands) const;
    // Where only some folds of a block on springs lie flat, those are set exactly flat and the
    // others settle round them. Says whether the loops then close to 1e-9 mm.
    bool snapPartly(std::vector<double>& values) const;

  private:
    const Linkage& k_;
    const Block& block_;
    Motion& m_;
    const std::vector<int>& hosts_;
};

} // namespace hl::fold
