#include "core/edit/resize.h"
#include "core/make/sheets.h"
#include "core/prove/prove.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>
#include <set>

namespace hl {
namespace {

struct Factors {
    double across, along;
    double of(Parameter::Scale s) const {
        switch (s) {
        case Parameter::Scale::Across:
            return across;
        case Parameter::Scale::Along:
            return along;
        case Parameter::Scale::Lesser:
            return std::min(across, along);
        case Parameter::Scale::Kept:
            break;
        }
        return 1;
    }
};

void scale(Measure& m, double by) {
    if (m.quantity == Quantity::Length)
        m.count = std::llround(static_cast<double>(m.count) * by);
}

void scale(Point& p, double x, double y) {
    scale(p.x, x);
    scale(p.y, y);
}

void scaleSet(std::map<std::string, Measure>& set, const Family& f, const Factors& k) {
    for (auto& [name, m] : set)
        if (const Parameter* p = f.parameter(name))
            scale(m, k.of(p->scale));
}

} // namespace

Result<Resized> resizeDesign(const Design& design, const Measure& width, const Measure& height,
                             const std::string& sheet) {
    const SheetFormat* format = sheetFormat(sheet);
    if (!sheet.empty() && !format)
        return Problem{"sheet", "there is no sheet format “" + sheet + "”",
                       "use one of the formats that export knows"};
    const double w = width.mm() / design.card.width.mm(), h = height.mm() / design.card.height.mm();
    const bool side = design.card.spine == SpineSide::Left;
    const Factors k{side ? w : h, side ? h : w};
    const double even = std::min(w, h);
    auto before = assemble(design);
    if (!before)
        return before.problem();
    Resized out{design, {}};
    Design& d = out.design;
    d.card.width = width;
    d.card.height = height;
    scaleSet(d.card.set, *family(d.card.form), k);
    auto onCard = [&](Point& p) { scale(p, k.across, k.along); };
    for (LineSpec& l : d.card.lines)
        for (Point& p : l.points)
            onCard(p);
    for (auto& ring : d.card.apertures)
        for (Point& p : ring)
            onCard(p);
    for (auto& [from, to] : d.card.smooth) {
        scale(from, k.along);
        scale(to, k.along);
    }
    for (StructureSpec& s : d.structures)
        scaleSet(s.set, *family(s.kind), k);
    for (FreePart& p : d.parts) {
        scale(p.width, even);
        scale(p.height, even);
        for (Point& q : p.outline)
            scale(q, even, even);
        for (auto& ring : p.apertures)
            for (Point& q : ring)
                scale(q, even, even);
        for (LineSpec& l : p.lines)
            for (Point& q : l.points)
                scale(q, even, even);
        for (TabSpec& t : p.tabs) // the depth is for the adhesive
            for (auto* m : {&t.from, &t.to})
                if (*m)
                    scale(**m, even);
    }
    for (JoinSpec& j : d.joins) {
        for (Point& q : j.hold)
            scale(q, even, even);
        if (ownerOf(j.onto) == "card")
            onCard(j.at);
        else
            scale(j.at, even, even);
        scale(j.from, even);
        scale(j.to, even);
    }
    for (StageSpec& s : d.motion) {
        scale(s.from, even);
        scale(s.to, even);
    }
    auto after = assemble(d);
    if (!after)
        return after.problem();
    // What was no fault before and is one now.
    std::set<std::pair<std::string, std::vector<std::string>>> old;
    for (const Finding& f : prove(Case(design, *before)))
        if (f.severity == Severity::Stop)
            old.insert({f.rule, f.parts});
    for (const Finding& f : prove(Case(d, *after)))
        if (f.severity == Severity::Stop && !old.count({f.rule, f.parts}))
            out.remarks.push_back(f.message);
    if (format)
        for (const Sheet& s : layOut(d, *after, *format))
            if (s.oversize)
                out.remarks.push_back(after->parts[static_cast<size_t>(s.parts.front())].name +
                                      " does not fit on " + format->name + ".");
    return out;
}

} // namespace hl
