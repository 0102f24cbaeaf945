#include "core/make/cut_plan.h"
#include "core/design/design.h"
#include "core/design/tiles.h"
#include "core/make/blank_shape.h"
#include "core/make/cut_order.h"
#include "core/make/cut_planner.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::make {
namespace planning {

const std::vector<Usual>& usualSheets(Unit unit) {
    static const std::vector<Usual> metric{
        {210, 297, "A4"}, {297, 420, "A3"}, {420, 594, "A2"}, {700, 1000, "700 x 1000 mm"}};
    static const std::vector<Usual> inches{{215.9, 279.4, "8 1/2 x 11 in"},
                                           {304.8, 304.8, "12 x 12 in"},
                                           {304.8, 457.2, "12 x 18 in"},
                                           {660.4, 1016, "26 x 40 in"}};
    return unit == Unit::Inch ? inches : metric;
}

CutPlan Planner::run() {
    std::vector<std::string> papers;
    for (const ListedPart& p : o_.parts)
        if (std::find(papers.begin(), papers.end(), p.paper) == papers.end())
            papers.push_back(p.paper);
    for (size_t n = 0; n < papers.size() && !(cancel_ && *cancel_); ++n) {
        paper(papers[n], static_cast<double>(n) / static_cast<double>(papers.size()),
              1.0 / static_cast<double>(papers.size()));
    }
    return std::move(plan_);
}

bool Planner::goesOn(const Ordered& b, const SheetKind& s) const {
    return (b.lie != 1 && fits(b.width, b.height, s.width, s.height)) ||
           (b.lie != 0 && fits(b.height, b.width, s.width, s.height));
}

void Planner::paper(const std::string& name, double before, double part) {
    const DrawerPaper* owned = o_.drawer ? o_.drawer->paper(name) : nullptr;
    const Stock* stock = nullptr;
    for (const Stock& s : o_.design.stocks)
        if (s.name == name)
            stock = &s;
    if (o_.drawer && !owned && stock)
        owned = o_.drawer->paper(stock->id);
    std::vector<Ordered> singles;
    for (size_t i = 0; i < o_.parts.size(); ++i)
        if (o_.parts[i].paper == name)
            for (int n = 0; n < o_.parts[i].count * o_.copies; ++n)
                singles.push_back(single(i, stock, owned));
    kinds_.clear();
    sizes_.clear();
    if (o_.drawer && !owned) {
        for (const Ordered& b : singles)
            miss(b.parts[0], "the drawer holds no paper “" + name + "”",
                 "put in a sheet of at least " + sizeText(b.width, b.height, o_.design.units));
        return;
    }
    if (owned)
        for (size_t k = 0; k < owned->sheets.size(); ++k) {
            const PaperSheet& s = owned->sheets[k];
            const int kept = o_.wishes.keeps(*owned, name, k);
            // Of sheets without number one that is kept means all of them.
            const int count = s.count < 0 ? (kept ? 0 : -1) : std::max(0, s.count - kept);
            kinds_.push_back({s.cutWidth(), s.cutHeight(), count, s.offcut});
            sizes_.push_back(k);
        }
    else
        for (const Usual& u : usualSheets(o_.design.units)) {
            kinds_.push_back({u.width, u.height, -1, false});
            sizes_.push_back(kinds_.size() - 1);
            if (std::all_of(singles.begin(), singles.end(), [&](auto& b) {
                    return std::any_of(kinds_.begin(), kinds_.end(),
                                       [&](auto& k) { return goesOn(b, k); });
                }))
                break;
        }
    // A part that is too large by a sliver of its tabs loses that; others that go on nothing
    // are missing.
    std::vector<Ordered> blanks;
    for (Ordered& b : singles) {
        if (!anySheet(b))
            shave(b);
        if (anySheet(b))
            blanks.push_back(b);
        else
            tooLarge(b);
    }
    blanks = onTrays(std::move(blanks));
    const std::vector<Ordered> together = ganged(blanks);
    const auto step = [&](double from, double share) {
        return [this, before, part, from, share](double v) {
            if (progress_)
                progress_(before + part * (from + share * v));
        };
    };
    const Packing alone = packed(piecesOf(blanks), kinds_, 300, cancel_, step(0, 0.5));
    if (together.size() == blanks.size()) {
        take(name, blanks, alone);
        return;
    }
    const Packing first = packed(piecesOf(together), kinds_, 300, cancel_, step(0.5, 0.5));
    // Scoring several as one is worth a setting each, but not another sheet.
    const auto cost = [&](const Packing& p, const std::vector<Ordered>& of) {
        size_t missing = 0;
        for (int i : p.missing)
            missing += of[static_cast<size_t>(i)].parts.size();
        return std::pair(missing, wholeSheets(p, kinds_));
    };
    if (cost(first, together) <= cost(alone, blanks))
        take(name, together, first);
    else
        take(name, blanks, alone);
}

Ordered Planner::single(size_t i, const Stock* stock, const DrawerPaper* owned) {
    const ListedPart& p = o_.parts[i];
    Ordered b;
    b.parts = {i};
    b.width = p.blank.x();
    b.height = p.blank.y();
    if (!stock)
        return b;
    // Fibres as the design has them in parts, and as they run in the sheet.
    if (stock->grain != Grain::Unknown && owned && owned->grain != Runs::Unknown)
        b.lie = (stock->grain == Grain::Upright) != (owned->grain == Runs::Upright);
    if (hasUpperEnd(*stock)) {
        const int index = o_.assembly.part(p.id);
        Vec2 up(0, 1);
        if (o_.upright && index >= 0) {
            const int panel = o_.assembly.parts[static_cast<size_t>(index)].panels.front();
            up = (*o_.upright)[static_cast<size_t>(panel)];
        }
        const bool sideways = std::fabs(up.x()) > std::fabs(up.y());
        const int lie = sideways != (owned && owned->pattern == Runs::Sideways);
        if (b.lie >= 0 && b.lie != lie)
            remark(p.name + ": its pattern and its grain cannot both be kept; the pattern is.");
        b.lie = lie;
        if (std::min(std::fabs(up.x()), std::fabs(up.y())) > 0.05)
            remark(p.name + " is cut slanted from its sheet, so that the pattern is upright.");
    }
    if (const auto wish = o_.wishes.turned.find(p.name); wish != o_.wishes.turned.end()) {
        if (b.lie >= 0 && b.lie != wish->second)
            remark(p.name + " lies as you want it, across the direction of its paper.");
        b.lie = wish->second;
    }
    return b;
}

void Planner::remark(const std::string& text) {
    if (std::find(plan_.remarks.begin(), plan_.remarks.end(), text) == plan_.remarks.end())
        plan_.remarks.push_back(text);
}

bool Planner::anySheet(const Ordered& b) const {
    return std::any_of(kinds_.begin(), kinds_.end(),
                       [&](auto& k) { return k.count != 0 && goesOn(b, k); });
}

std::vector<Ordered> Planner::ganged(const std::vector<Ordered>& blanks) const {
    std::vector<Ordered> out;
    std::map<int, size_t> open; // gang -> its last pile
    const double board = o_.drawer ? std::max(o_.drawer->board.width, o_.drawer->board.height)
                                   : ScoringBoard().width;
    for (const Ordered& b : blanks) {
        const int gang = b.laid.empty() ? gangs_[b.parts[0]] : -1;
        if (gang < 0) {
            out.push_back(b);
            continue;
        }
        const bool up = scoredThrough(o_.parts[b.parts[0]])->upright;
        if (auto it = open.find(gang); it != open.end()) {
            Ordered& pile = out[it->second];
            Ordered taller = pile;
            (up ? taller.height : taller.width) += up ? b.height : b.width;
            taller.parts.push_back(b.parts[0]);
            const bool alike =
                std::fabs((up ? pile.width : pile.height) - (up ? b.width : b.height)) < hairline;
            if (alike && pile.lie == b.lie && anySheet(taller) &&
                (up ? taller.height : taller.width) <= board) {
                taller.gang = gang;
                pile = taller;
                continue;
            }
        }
        open[gang] = out.size();
        out.push_back(b);
        out.back().stackedUp = up;
    }
    return out;
}

std::vector<CutPiece> Planner::piecesOf(const std::vector<Ordered>& blanks) {
    std::vector<CutPiece> out;
    for (const Ordered& b : blanks)
        out.push_back(b.lie == 1 ? CutPiece{b.height, b.width, false}
                                 : CutPiece{b.width, b.height, b.lie < 0});
    return out;
}

void Planner::cutApart(std::vector<CutNode>& nodes, size_t node, const Ordered& b, bool turned,
                       PlannedSheet& sheet, int gang) {
    const auto add = [&](size_t i, size_t n) {
        const CutNode& c = nodes[i];
        const ListedPart& p = o_.parts[b.parts[n]];
        CutBlank blank;
        blank.part = p.name;
        blank.listed = b.parts[n];
        blank.at = {c.x, c.y, c.width, c.height};
        blank.turned = turned;
        blank.mirrored = isMirrored(o_.parts, b.parts[n]);
        blank.gang = gang;
        sheet.blanks.push_back(blank);
    };
    const bool acrossX = b.stackedUp == turned;
    for (size_t n = 0; n + 1 < b.parts.size(); ++n) {
        const ListedPart& p = o_.parts[b.parts[n]];
        const double own = b.stackedUp ? p.blank.y() : p.blank.x();
        CutNode near = nodes[node], far = nodes[node];
        near.piece = far.piece = 0;
        near.first = near.second = far.first = far.second = -1;
        double at;
        if (acrossX) {
            at = near.x + own;
            near.width = own;
            far.x = at;
            far.width -= own;
        } else {
            at = near.y + own;
            near.height = own;
            far.y = at;
            far.height -= own;
        }
        const int first = static_cast<int>(nodes.size());
        nodes[node].acrossX = acrossX;
        nodes[node].at = at;
        nodes[node].first = first;
        nodes[node].second = first + 1;
        nodes.push_back(near);
        nodes.push_back(far);
        add(static_cast<size_t>(first), n);
        node = static_cast<size_t>(first + 1);
    }
    add(node, b.parts.size() - 1);
}

void Planner::take(const std::string& name, const std::vector<Ordered>& blanks, const Packing& p) {
    for (int i : p.missing)
        for (size_t part : blanks[static_cast<size_t>(i)].parts) {
            Ordered one = blanks[static_cast<size_t>(i)];
            one.laid.clear();
            one.parts = {part};
            one.width = o_.parts[part].blank.x();
            one.height = o_.parts[part].blank.y();
            tooLarge(one);
        }
    for (const CutSheet& s : p.sheets) {
        PlannedSheet sheet;
        const SheetKind& kind = kinds_[static_cast<size_t>(s.kind)];
        sheet.paper = name;
        sheet.width = kind.width;
        sheet.height = kind.height;
        sheet.offcut = kind.offcut;
        sheet.size = sizes_[static_cast<size_t>(s.kind)];
        std::vector<CutNode> nodes = s.nodes;
        const size_t whole = nodes.size();
        for (size_t n = 0; n < whole; ++n) {
            if (nodes[n].piece < 0)
                continue;
            const Ordered& b = blanks[static_cast<size_t>(nodes[n].piece)];
            const bool turned = b.lie == 1 || nodes[n].turned;
            if (!b.laid.empty()) {
                layOn(nodes[n], b, turned, sheet);
                continue;
            }
            if (b.parts.size() > 1)
                ++gang_;
            cutApart(nodes, n, b, turned, sheet, b.parts.size() > 1 ? gang_ : -1);
        }
        for (const CutNode& n : nodes)
            if (n.piece < 0 && n.first < 0)
                sheet.left.push_back({n.x, n.y, n.width, n.height});
        orderCuts(nodes, o_.drawer ? o_.drawer->trimmer.length : Trimmer().length, sheet,
                  plan_.fenceSettings);
        plan_.sheets.push_back(std::move(sheet));
    }
}

} // namespace planning

CutPlan planCuts(const CutOrder& order, const std::atomic<bool>* cancel,
                 const std::function<void(double)>& progress) {
    return planning::Planner(order, cancel, progress).run();
}

} // namespace hl::make
