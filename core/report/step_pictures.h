// Pictures of the work: of every step the state before it and after it, as it lies or stands on the
// table.
#pragma once
#include "core/fold/case.h"
#include "core/make/pattern.h"
#include "core/make/plan.h"
#include "core/picture/picture.h"
#include "core/steps/step.h"

namespace hl::report {

// A part as it is cut, with its adhesive hatched.
Picture glueMap(const Pattern& pattern, const std::string& caption);

struct StepPictures {
    Picture before, after;
};

class StepPainter {
  public:
    // All of them have to outlive it. In the colours of the papers, or in lines for any printer.
    StepPainter(const Case& c, const Plan& plan, const steps::Work& work, const Drawer* drawer,
                bool inItsPapers = true);
    // A cut: the sheet with its cuts, and apart. A score: the blank on the board, and scored. What
    // is glued: the card as far as it is put together, open for the hand, and then as displayed; a
    // part that is not on the card yet as it is cut, with what is glued hatched. What is laid flat
    // on a panel: the panel, and the piece on it.
    StepPictures of(size_t step, const Stop& stop = {}) const;

  private:
    StepPictures cut(const steps::WorkStep& s) const;
    StepPictures score(const steps::WorkStep& s) const;
    StepPictures laid(const steps::WorkStep& s) const;
    StepPictures flat(const steps::WorkStep& s) const;
    StepPictures standing(size_t step, const Stop& stop) const;
    const Stock& paper(const std::string& name) const;

    const Case& c_;
    const Plan& plan_;
    const steps::Work& work_;
    const Drawer* drawer_;
    std::vector<Pattern> patterns_;
    bool inItsPapers_;
};

// One below the other with an arrow between them; one of two that are alike.
Picture stacked(const StepPictures& pictures);

} // namespace hl::report
