#include "app/make/planned.h"
#include "core/make/blank_shape.h"
#include "core/prove/rounding.h"
#include <QCoreApplication>
#include <algorithm>

namespace hl::app {
namespace {

QString told(const char* text) { return QCoreApplication::translate("MakePane", text); }

} // namespace

std::shared_ptr<Planned> plannedFor(const Snapshot& snapshot, const Drawer& drawer, bool fromDrawer,
                                    int copies, const CutWishes& wishes,
                                    const std::atomic<bool>& cancelled,
                                    const std::function<void(int)>& progress) {
    auto planned = std::make_shared<Planned>();
    const Case& c = *snapshot.folded;
    planned->folded = snapshot.folded;
    planned->drawer = drawer;
    planned->fromDrawer = fromDrawer;
    int last = 0;
    Plan plan = planOf(c.design, c.assembly,
                       {fromDrawer ? &drawer : nullptr,
                        snapshot.upright.empty() ? nullptr : &snapshot.upright, copies, wishes,
                        &drawer.board},
                       &cancelled, [&](double part) {
                           if (const int percent = int(100 * part); percent > last)
                               progress(last = percent);
                       });
    planned->parts = std::move(plan.parts);
    planned->cuts = std::move(plan.cuts);
    for (BlankScores& b : plan.scores)
        if (!b.steps.empty())
            planned->scores.push_back(std::move(b));
    const Ruler& ruler = c.workshop.rulerFor(c.design.units);
    if (!cancelled && offMarks(planned->scores, static_cast<double>(ruler.step) * 1e-6))
        planned->rounded = sayRounding(roundedTo(c, ruler, &cancelled), c);
    return planned;
}

std::vector<QString> scoreSteps(const Planned& planned, size_t blank) {
    std::vector<QString> out;
    const BlankScores& b = planned.scores[blank];
    const Unit unit = planned.folded->design.units;
    const double finest = static_cast<double>(planned.folded->workshop.rulerFor(unit).step) * 1e-6;
    for (size_t i = 0; i < b.steps.size(); ++i) {
        const std::string off = offMarkText(b.steps[i], unit, finest);
        out.push_back(
            QString::fromStdString(stepText(b, i, unit) + (off.empty() ? "" : " (" + off + ")")));
    }
    return out;
}

std::vector<QString> cutSteps(const Planned& planned, size_t sheet) {
    std::vector<QString> out;
    const Unit unit = planned.folded->design.units;
    const PlannedSheet& s = planned.cuts.sheets[sheet];
    for (const GuillotineCut& c : s.cuts)
        out.push_back((c.tooLong   ? told("knife and ruler, %1 from the edge")
                       : c.setAnew ? told("fence at %1, cut")
                                   : told("fence still at %1, cut"))
                          .arg(QString::fromStdString(sayLength(c.fence, unit))));
    for (size_t t = 0; t < s.trays.size(); ++t)
        out.push_back(
            told("by knife or machine, from the strip of %1: %2")
                .arg(QString::fromStdString(sizeText(s.trays[t].width, s.trays[t].height, unit)),
                     QString::fromStdString(trayText(s, t, planned.parts))));
    std::vector<size_t> seen;
    for (const CutBlank& b : s.blanks) {
        if (b.tray >= 0)
            continue;
        if (std::find(seen.begin(), seen.end(), b.listed) != seen.end())
            continue;
        seen.push_back(b.listed);
        for (const std::string& w :
             knifeWork(planned.parts[b.listed], planned.drawer.trimmer, unit))
            out.push_back(QString::fromStdString(b.part + ": " + w));
    }
    return out;
}

} // namespace hl::app
