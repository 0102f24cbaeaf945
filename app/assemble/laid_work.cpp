#include "app/assemble/laid_work.h"
#include "core/steps/order.h"
#include "core/steps/words.h"

namespace hl::app {

std::shared_ptr<LaidWork> laidWork(const Snapshot& snapshot, const Drawer& drawer, bool fromDrawer,
                                   int cards, const std::atomic<bool>& cancelled,
                                   const std::function<void(int)>& progress) {
    auto out = std::make_shared<LaidWork>();
    const Case& c = *snapshot.folded;
    const Stop stop{&cancelled};
    out->folded = snapshot.folded;
    out->drawer = drawer;
    out->fromDrawer = fromDrawer;
    out->cards = cards;
    const Drawer* own = fromDrawer ? &out->drawer : nullptr;
    out->plan = planOf(c.design, c.assembly,
                       {own, snapshot.upright.empty() ? nullptr : &snapshot.upright, cards, {}},
                       &cancelled, [&](double part) { progress(int(40 * part)); });
    if (cancelled)
        return out;
    out->work = steps::workOf(c, out->plan, steps::closedLayers(c), own);
    out->problems = steps::cannotBeDone(c, out->work, stop);
    const std::pair<const steps::Work*, int> one{&out->work, cards};
    out->job = steps::jobOf({one});
    out->table = steps::timetableOf(out->job.tasks);
    const StepPainter painter(c, out->plan, out->work, own);
    for (size_t i = 0; i < out->work.steps.size() && !cancelled; ++i) {
        out->pictures.push_back(painter.of(i, stop));
        progress(40 + int(60 * (i + 1) / out->work.steps.size()));
    }
    return out;
}

} // namespace hl::app
