#include "core/steps/order.h"
#include "core/steps/orderer.h"
#include "core/steps/partial.h"
#include "core/steps/pins.h"
#include <algorithm>
#include <cmath>

namespace hl::steps {

Work Orderer::run() {
    for (size_t i = 0; i < a_.joins.size(); ++i)
        if (piece(a_.joins[i].tab) != Piece::Core)
            loose_.push_back(static_cast<int>(i));
    cut();
    score();
    snip();
    mats(false);
    fold();
    glue();
    mats(true);
    films();
    firstClosing();
    figures();
    finished();
    if (drawer_)
        for (WorkStep& s : out_.steps)
            s.minutes *= drawer_->paceOf(doName(s.what));
    return std::move(out_);
}

void Orderer::firstClosing() {
    WorkStep& s = add("check.closing", Do::Check, takes::check);
    double longest = 0;
    for (const WorkStep& before : out_.steps)
        if (&before != &s && !before.joins.empty() && before.what != Do::Mat) {
            need(s, before.id, before.hold + before.freeAfter);
            longest = std::max(longest, before.freeAfter);
        }
    if (longest > 0) {
        WorkStep w;
        w.id = "wait.closing";
        w.what = Do::Wait;
        w.title = "Let it dry";
        w.text = "Leave the card closed under a book until the glue may be pulled, " +
                 numberText(longest, 0) + " minutes after the last of it. Push, do not pull.";
        w.needs = out_.steps.back().needs;
        w.why = "Glue that is pulled before it is dry lets go little by little.";
        WorkStep closing = out_.steps.back();
        closing.needs = {{w.id, 0}};
        out_.steps.back() = w;
        out_.steps.push_back(closing);
    }
    WorkStep& k = out_.steps.back();
    if (k.needs.empty() && out_.steps.size() > 1)
        need(k, out_.steps[out_.steps.size() - 2].id);
    k.title = "Open and close it for the first time";
    k.text = "Open the card slowly with both hands near the fold, and close it again, guiding "
             "every fold in.";
    k.check = "It lies flat, nothing sticks out, and what stands springs up. A corner that digs "
              "in gets a small bend.";
    check_ = k.id;
}

void Orderer::finished() {
    WorkStep& s = add("check.finished", Do::Check, takes::check);
    for (size_t i = 0; i + 1 < out_.steps.size(); ++i)
        if (!out_.steps[i].joins.empty())
            need(s, out_.steps[i].id, out_.steps[i].hold);
    need(s, check_);
    s.title = "Look it over";
    s.text = "Close the card, put it in its envelope, and take it out again.";
    s.check = "Closed, nothing shows at its edges; displayed, it stands by itself as it should.";
}

std::vector<std::string> cannotBeDone(const Case& c, const Work& work, const Stop& stop) {
    constexpr double forgiven = 0.5; // mm
    std::vector<std::string> out = work.problems;
    const double whole = c.poses.front().misfit();
    for (size_t i = 0; i < work.steps.size() && !stop; ++i) {
        const WorkStep& s = work.steps[i];
        if (s.reach != Reach::Closing && s.reach != Reach::Collapsed)
            continue;
        Assembly soFar = partialOf(c.assembly, madeBy(work, i + 1));
        if (soFar.join(s.joins.front()) < 0)
            continue; // it is not on the card yet
        const Case part(c.design, std::move(soFar), stop.flag);
        if (stop)
            break; // it was not folded to its end
        const double misses = part.poses.front().misfit();
        if (misses > std::max(forgiven, whole + forgiven))
            out.push_back("With what is glued before it, “" + s.title + "” misses its place by " +
                          sayAmount(c, misses) +
                          ": what was made first holds it away. Join it earlier, or leave one of "
                          "the others open until then.");
    }
    return out;
}

Work workOf(const Case& c, const Plan& plan, const std::vector<FlatState>& flats,
            const Drawer* drawer) {
    Work work = Orderer(c, plan, flats, drawer).run();
    keepPins(work, c.design.pins);
    return work;
}

} // namespace hl::steps
