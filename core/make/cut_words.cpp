// The cut plan as it is read, and what it leaves in the drawer.
#include "core/make/blank_shape.h"
#include "core/make/cut_plan.h"
#include "core/measure/number.h"
#include <algorithm>
#include <map>

namespace hl {
namespace {

constexpr double worthKeeping = 30; // mm: the least side of an offcut

} // namespace

std::vector<std::string> knifeWork(const ListedPart& p, const Trimmer& trimmer, Unit unit) {
    std::vector<std::string> out;
    if (!plainRectangle(p)) {
        size_t slanted = 0;
        for (size_t i = 0; i < p.outline.size(); ++i) {
            const Vec2 &a = p.outline[i], &b = p.outline[(i + 1) % p.outline.size()];
            slanted += !runsUpright(a, b) && !runsLevel(a, b);
        }
        out.push_back(slanted == 0 ? "trim to its outline, which is cut straight"
                                   : "trim to its outline, " +
                                         countText(slanted, "one slanted cut", "slanted cuts"));
    }
    if (!p.apertures.empty())
        out.push_back("cut out " + countText(p.apertures.size(), "one opening", "openings"));
    for (auto& s : p.slits) {
        bool straight = s.points.size() == 2;
        const bool up = straight && runsUpright(s.points[0], s.points[1]),
                   flat = straight && runsLevel(s.points[0], s.points[1]);
        const double at = up ? s.points[0].x() : s.points[0].y();
        double from = up ? s.points[0].y() : s.points[0].x(),
               to = up ? s.points.back().y() : s.points.back().x();
        if (from > to)
            std::swap(from, to);
        if (up || flat)
            out.push_back(std::string("slit ") + benchLength(at, unit) + " from its " +
                          (up ? "left" : "lower") + " edge, from " + benchLength(from, unit) +
                          " to " + benchLength(to, unit) +
                          (trimmer.inside ? " (between marks on the trimmer)" : ""));
        else
            out.push_back("slit " + s.name + " from mark to mark");
    }
    for (const auto& h : p.holes)
        out.push_back(((h.second - h.first).norm() > hairline ? "cut a " : "punch a ") +
                      holeText(h, unit));
    return out;
}

Drawer drawerAfter(const Drawer& drawer, const CutPlan& plan) {
    Drawer out = drawer;
    for (const PlannedSheet& s : plan.sheets) {
        DrawerPaper* p = out.paper(s.paper);
        if (!p)
            continue;
        if (s.size < p->sheets.size() && p->sheets[s.size].count > 0)
            --p->sheets[s.size].count;
        for (const SheetArea& a : s.left)
            if (std::min(a.width, a.height) >= worthKeeping) {
                PaperSheet rest;
                rest.width = std::round(a.width * 1e3) / 1e3;
                rest.height = std::round(a.height * 1e3) / 1e3;
                rest.offcut = true;
                auto same = std::find_if(p->sheets.begin(), p->sheets.end(), [&](auto& q) {
                    return q.offcut && q.width == rest.width && q.height == rest.height;
                });
                if (same == p->sheets.end())
                    p->sheets.push_back(rest);
                else
                    ++same->count;
            }
    }
    for (DrawerPaper& p : out.papers)
        p.sheets.erase(std::remove_if(p.sheets.begin(), p.sheets.end(),
                                      [](auto& s) { return s.offcut && s.count == 0; }),
                       p.sheets.end());
    return out;
}

std::vector<std::string> cutLines(const PlannedSheet& s, const std::vector<ListedPart>& parts,
                                  Unit unit, const Trimmer& trimmer) {
    std::vector<std::string> out;
    int k = 0;
    for (const GuillotineCut& c : s.cuts)
        out.push_back(numberText(++k) + ". " + sizeText(c.piece.width, c.piece.height, unit) +
                      ": " +
                      (c.tooLong   ? "by knife and ruler, cut "
                       : c.setAnew ? "fence at " + benchLength(c.fence, unit) + ", cut "
                                   : "the same fence, cut ") +
                      "across its " + (c.acrossX ? "width" : "height") + ", " +
                      benchLength(c.at - (c.acrossX ? c.piece.x : c.piece.y), unit) + " from the " +
                      (c.acrossX ? "left" : "lower edge"));
    std::map<int, std::string> gangs;
    for (const CutBlank& b : s.blanks) {
        out.push_back("   " + b.part + ", " + sizeText(b.at.width, b.at.height, unit) +
                      (b.turned ? ", turned" : "") +
                      (b.mirrored ? ", the mirrored one: cut with its pair, face to face" : ""));
        if (b.gang >= 0)
            gangs[b.gang] += (gangs[b.gang].empty() ? "" : ", ") + b.part;
    }
    for (auto& [g, names] : gangs)
        out.push_back("   score before you cut apart: " + names);
    std::vector<size_t> seen;
    for (const CutBlank& b : s.blanks) {
        if (std::find(seen.begin(), seen.end(), b.listed) != seen.end())
            continue;
        seen.push_back(b.listed);
        for (const std::string& w : knifeWork(parts[b.listed], trimmer, unit))
            out.push_back("   knife, " + b.part + ": " + w);
    }
    for (const SheetArea& a : s.left)
        out.push_back("   left: " + sizeText(a.width, a.height, unit) +
                      (std::min(a.width, a.height) >= worthKeeping ? ", back to the drawer" : ""));
    return out;
}

std::vector<std::string> cautionsOf(const CutPlan& plan, const std::vector<ListedPart>& parts,
                                    const Trimmer& trimmer) {
    bool trims = false, carves = false;
    for (const PlannedSheet& s : plan.sheets) {
        for (const GuillotineCut& c : s.cuts)
            (c.tooLong ? carves : trims) = true;
        for (const CutBlank& b : s.blanks)
            carves = carves || !knifeWork(parts[b.listed], trimmer, Unit::Millimetre).empty();
    }
    std::vector<std::string> out;
    if (trims)
        out.push_back("Trimmer: fingers behind the fence, and the blade shut between cuts.");
    if (carves)
        out.push_back("Knife: cut away from the hand that holds the ruler, on a mat, with a sharp "
                      "blade in shallow passes.");
    if (!out.empty())
        out.back() += " The tool's own instructions and the rules of your house come first.";
    return out;
}

std::string machineCaution() {
    return "Machine: keep hands away while it runs; its own instructions come first.";
}

bool alike(const PlannedSheet& a, const PlannedSheet& b) {
    const auto same = [](const SheetArea& p, const SheetArea& q) {
        return std::fabs(p.x - q.x) + std::fabs(p.y - q.y) + std::fabs(p.width - q.width) +
                   std::fabs(p.height - q.height) <
               1e-6;
    };
    return a.paper == b.paper && a.offcut == b.offcut &&
           same({0, 0, a.width, a.height}, {0, 0, b.width, b.height}) &&
           std::equal(a.blanks.begin(), a.blanks.end(), b.blanks.begin(), b.blanks.end(),
                      [&](auto& p, auto& q) {
                          return p.listed == q.listed && p.turned == q.turned &&
                                 p.mirrored == q.mirrored && same(p.at, q.at);
                      }) &&
           std::equal(a.cuts.begin(), a.cuts.end(), b.cuts.begin(), b.cuts.end(),
                      [&](auto& p, auto& q) {
                          return p.acrossX == q.acrossX && std::fabs(p.at - q.at) < 1e-6 &&
                                 same(p.piece, q.piece);
                      });
}

std::vector<std::pair<size_t, int>> sheetsAlike(const CutPlan& plan) {
    std::vector<std::pair<size_t, int>> out;
    for (size_t i = 0; i < plan.sheets.size(); ++i)
        if (!out.empty() && alike(plan.sheets[out.back().first], plan.sheets[i]))
            ++out.back().second;
        else
            out.emplace_back(i, 1);
    return out;
}

std::string sheetTitle(const CutPlan& plan, std::pair<size_t, int> sheets) {
    const auto [first, count] = sheets;
    const std::string number = numberText(first + 1);
    return (count > 1 ? "Sheets " + number + " to " + numberText(first + size_t(count))
                      : "Sheet " + number) +
           ": " + plan.sheets[first].paper + (count > 1 ? ", " + numberText(count) + " alike" : "");
}

std::string cutsText(const CutPlan& plan, const std::vector<ListedPart>& parts, Unit unit,
                     const Trimmer& trimmer) {
    std::string out;
    for (const auto& sheets : sheetsAlike(plan)) {
        const PlannedSheet& s = plan.sheets[sheets.first];
        out += (out.empty() ? "" : "\n") + sheetTitle(plan, sheets) + ", " +
               (s.offcut ? "the offcut " : "") + sizeText(s.width, s.height, unit) + "\n";
        for (const std::string& line : cutLines(s, parts, unit, trimmer))
            out += "  " + line + "\n";
    }
    for (const MissingPart& m : plan.missing)
        out += "Missing: " + (m.count > 1 ? numberText(m.count) + " x " : "") + m.part + ", " +
               m.why + ". Nearest: " + m.nearest + ".\n";
    for (const std::string& r : plan.remarks)
        out += "Note: " + r + "\n";
    for (const std::string& c : cautionsOf(plan, parts, trimmer))
        out += c + "\n";
    return out;
}

} // namespace hl
