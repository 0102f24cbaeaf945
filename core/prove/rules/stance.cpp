// Stance: whether the displayed card stands by itself, sits flush, and shows what it is to show.
#include "core/prove/stance.h"
#include "core/measure/number.h"
#include "core/prove/evidence.h"
#include "core/prove/leaning.h"
#include "core/prove/posture.h"
#include "core/prove/saying.h"
#include "core/prove/seen.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr double firm = 4;            // degrees a card should bear before it tips
constexpr double unseenStance = 0.03; // the part of a structure that does not count as seen
constexpr double unseenFigure = 0.1;  // likewise of what is there to be seen

std::string degrees(double d) { return numberText(d, 1) + "°"; }

// A finding about the card as it is displayed.
Finding found(const Case& c, const Stance& s, const char* code, Severity severity, double amount,
              In in) {
    const double at = std::clamp(c.assembly.display.at, c.first(), c.last());
    Finding f = Finding::of(code, severity, at, at, at, amount);
    f.in = in;
    f.where = s.centre;
    return f;
}

// What it stands on.
void footing(const Case& c, const Stance& s, std::vector<Finding>& out) {
    const Rest* best = s.best();
    if (!s.below.empty()) { // the first to touch the ground is what matters
        const auto& [panel, mm] = *s.below.begin();
        Finding f = found(c, s, "stance.below", Severity::Caution, mm, In::Millimetres);
        nameIn(f, c, panel);
        f.message = "Displayed, the " + sayPanel(c, panel) + " reaches " + sayAmount(c, mm) +
                    " below the edge that the card stands on: it does not sit flush.";
        f.remedy = "Move it up, or make it smaller.";
        out.push_back(f);
    }
    if (!best) {
        if (!s.below.empty() || s.rests.empty())
            return;
        Finding f = found(c, s, "stance.nothing", Severity::Caution, 0, In::Degrees);
        f.parts = {"card"};
        f.message =
            "Displayed (" + c.assembly.display.words + "), the card has nothing to stand on.";
        f.remedy = "Give it a base: pages that are open, or a foot.";
        out.push_back(f);
    } else if (best->margin < firm) {
        const bool falls = best->margin <= 0;
        Finding f = found(c, s, falls ? "stance.falls" : "stance.tips",
                          falls ? Severity::Stop : Severity::Caution, best->margin, In::Degrees);
        f.parts = {"card"};
        f.message = falls ? "Displayed, the card falls over: its centre of mass lies outside what "
                            "it stands on, by " +
                                degrees(-best->margin) + "."
                          : "Displayed, the card tips over when it is tilted by " +
                                degrees(best->margin) + ".";
        f.remedy = "Open it wider, make it lower, or move what is heavy toward the spine.";
        out.push_back(f);
    }
}

void slides(const Case& c, const Stance& s, std::vector<Finding>& out) {
    for (const Leaning& l : leaningsOf(c, s.pose)) {
        if (l.stop >= 0)
            continue;
        Finding f = found(c, s, "stance.slides", Severity::Note, l.away, In::Millimetres);
        f.where = l.where;
        nameIn(f, c, l.panel);
        nameIn(f, c, l.on);
        f.message = "Displayed, the " + sayPanel(c, l.panel) + " leans on the " +
                    sayPanel(c, l.on) + " with nothing to hold its edge there: it slides down.";
        f.remedy = "Glue a stop on that panel, foam or a folded strip, " + sayAmount(c, l.away) +
                   " from the fold it is propped from.";
        out.push_back(f);
    }
}

void hidden(const Case& c, const Stance& s, std::vector<Finding>& out) {
    for (const Seen& seen : seenFromFront(c, unseenFigure)) {
        const StructureSpec& spec = *c.design.structure(seen.structure);
        const bool adorns = familyOf(spec).figure || familyOf(spec).lettering;
        if (seen.part > (adorns ? unseenFigure : unseenStance) || seen.behind.empty())
            continue;
        Finding f = found(c, s, "stance.hidden", Severity::Note, 0, In::Millimetres);
        f.where.reset();
        for (const std::string& id : {seen.structure, seen.behind})
            for (size_t i = 0; i < c.assembly.panels.size(); ++i)
                if (ownerOf(c.assembly.panels[i].id) == id) {
                    nameIn(f, c, static_cast<int>(i));
                    break;
                }
        if (f.panels.size() < 2)
            continue;
        f.message = "Displayed and seen from the front, " + sayOwner(c.design, seen.structure) +
                    " is hidden behind " + sayOwner(c.design, seen.behind) + ".";
        f.remedy = "Make it higher, or put it further to the front.";
        out.push_back(f);
    }
}

} // namespace

void stance(const Evidence& e, const Stop&, std::vector<Finding>& out) {
    const Case& c = e.c;
    const Stance s = stanceOf(c);
    if (!formOf(c.design).lies && c.design.card.stands != Stands::Fold && !liesFlatOpen(c, s.pose))
        footing(c, s, out);
    slides(c, s, out);
    hidden(c, s, out);
}

} // namespace hl::proving
