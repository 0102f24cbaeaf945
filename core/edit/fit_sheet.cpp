#include "core/edit/fit_sheet.h"
#include "core/assemble/assemble.h"
#include "core/make/cut_plan.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>

namespace hl::edit {
namespace {

// The parts that the cut plan finds no sheet for where there are sheets of this size only.
std::vector<ListedPart> tooLarge(const Design& d, const Assembly& a, const SheetFormat& format) {
    Drawer drawer;
    for (const Stock& s : d.stocks) {
        DrawerPaper paper;
        paper.name = s.name;
        paper.sheets.push_back({format.width, format.height, 0, 0, -1});
        drawer.papers.push_back(paper);
    }
    const std::vector<ListedPart> parts = partsList(d, a);
    std::vector<ListedPart> out;
    const CutPlan plan = planCuts({d, a, parts, &drawer});
    for (const MissingPart& m : plan.missing)
        for (const ListedPart& p : parts)
            if (p.name == m.part)
                out.push_back(p);
    return out;
}

bool isOf(const std::vector<ListedPart>& parts, const std::string& id) {
    return std::any_of(parts.begin(), parts.end(), [&](const ListedPart& p) {
        return std::count(p.ids.begin(), p.ids.end(), id) > 0;
    });
}

// Without a tab that loses a sliver, which the cut plan would allow.
bool fitsWhole(const Design& d, const Assembly& a, const std::string& id,
               const SheetFormat& format) {
    for (const ListedPart& p : partsList(d, a))
        if (isOf({p}, id))
            return std::max(p.blank.x(), p.blank.y()) <= std::max(format.width, format.height) &&
                   std::min(p.blank.x(), p.blank.y()) <= std::min(format.width, format.height);
    return false;
}

// Where a sheet is a little too long for the paper its tabs give: the deepest ones that still hold
// with which it fits.
bool tabGives(Design& d, const std::string& structure, const std::string& part,
              const SheetFormat& format, const Faults& faults, double& depth) {
    constexpr double deepest = 12, least = 4, step = 0.5; // mm
    StructureSpec* s = d.structure(structure);
    const Family* f = s ? family(s->kind) : structure.empty() ? family(d.card.form) : nullptr;
    if (!f || !f->parameter("tab"))
        return false;
    auto& set = s ? s->set : d.card.set;
    const auto old = set;
    const double from = old.count("tab") ? std::min(deepest, old.at("tab").mm()) : deepest;
    for (depth = std::floor(from / step) * step; depth >= least; depth -= step) {
        set["tab"] = Measure::fromMm(depth);
        if (set.count("right_tab"))
            set["right_tab"] = Measure::fromMm(std::min(depth, old.at("right_tab").mm()));
        const auto made = assemble(d);
        if (!made)
            break;
        if (fitsWhole(d, *made, part, format) && !isOf(tooLarge(d, *made, format), part)) {
            if (faults(d, *made).empty())
                return true;
            break;
        }
    }
    (s ? d.structure(structure)->set : d.card.set) = old;
    return false;
}

} // namespace

void fitSheet(Resized& out, const SheetFormat& format, const Faults& faults) {
    auto made = assemble(out.design);
    if (!made)
        return;
    for (const ListedPart& p : tooLarge(out.design, *made, format)) {
        const int index = made->part(p.id);
        const std::string structure =
            index < 0 ? "" : made->parts[static_cast<size_t>(index)].structure;
        double depth = 0;
        if (index >= 0 && (!structure.empty() || ownerOf(p.id) == "card") &&
            tabGives(out.design, structure, p.id, format, faults, depth))
            out.hints.push_back("The tab of " + p.name + " gives: it is " +
                                sayLength(depth, out.design.units) +
                                " deep, so that the sheet fits on " + format.name + ".");
        else
            out.remarks.push_back(p.name + " does not fit on " + format.name + ".");
    }
}

} // namespace hl::edit
