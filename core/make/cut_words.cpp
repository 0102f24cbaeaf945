// The cut plan as it is read, and what it leaves in the drawer.
#include "core/make/blank_shape.h"
#include "core/make/cut_plan.h"
#include "core/measure/number.h"
#include <algorithm>
#include <map>

namespace hl::make {
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

std::string trayText(const PlannedSheet& s, size_t tray, const std::vector<ListedPart>& parts) {
    std::vector<std::pair<std::string, int>> all; // as they lie, equal ones after one another once
    for (const CutBlank& b : s.blanks)
        if (b.tray == static_cast<int>(tray)) {
            if (all.empty() || all.back().first != parts[b.listed].name)
                all.emplace_back(parts[b.listed].name, 0);
            ++all.back().second;
        }
    std::string out;
    for (const auto& [name, count] : all)
        out += (out.empty() ? "" : ", ") + (count > 1 ? numberText(count) + " x " : "") + name;
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

namespace {

// What a piece is once it is cut off; empty where more cuts go through it.
std::string whatIs(const PlannedSheet& s, const SheetArea& piece) {
    std::string gang;
    double area = 0;
    for (const CutBlank& b : s.blanks)
        if (sameArea(b.at, piece)) {
            return b.part;
        } else if (b.gang >= 0 && holds(piece, b.at)) {
            gang += (gang.empty() ? "" : ", ") + b.part;
            area += b.at.width * b.at.height;
        }
    if (!gang.empty() && std::fabs(area - piece.width * piece.height) < 1e-3)
        return gang + ": score before you cut apart";
    for (const SheetArea& tray : s.trays)
        if (sameArea(tray, piece))
            return "strip of small things";
    for (const SheetArea& left : s.left)
        if (sameArea(left, piece))
            return std::min(left.width, left.height) >= worthKeeping ? "back to the drawer"
                                                                     : "waste";
    return "";
}

// "fence 130 mm: 130 mm x 297 mm (Card) and 80 mm x 297 mm": first what lies at the fence.
std::string cutLine(const PlannedSheet& s, const GuillotineCut& c, Unit unit) {
    SheetArea low = c.piece, high = c.piece;
    const double from = c.at - (c.acrossX ? c.piece.x : c.piece.y);
    (c.acrossX ? low.width : low.height) = from;
    (c.acrossX ? high.x : high.y) = c.at;
    (c.acrossX ? high.width : high.height) -= from;
    const bool lowAtFence = c.tooLong || std::fabs(c.fence - from) <= hairline;
    const auto said = [&](const SheetArea& piece) {
        const std::string what = whatIs(s, piece);
        return sizeText(piece.width, piece.height, unit) + (what.empty() ? "" : " (" + what + ")");
    };
    return sizeText(c.piece.width, c.piece.height, unit) + ": " +
           (c.tooLong ? "by knife and ruler, " + benchLength(from, unit) +
                            (c.acrossX ? " from the left" : " from the lower edge")
                      : (c.setAnew ? "fence " : "fence still ") + benchLength(c.fence, unit)) +
           ": " + said(lowAtFence ? low : high) + " and " + said(lowAtFence ? high : low);
}

} // namespace

std::vector<std::string> cutLines(const PlannedSheet& s, const std::vector<ListedPart>& parts,
                                  Unit unit, const Trimmer& trimmer) {
    std::vector<std::string> out;
    int k = 0;
    for (const GuillotineCut& c : s.cuts)
        out.push_back(numberText(++k) + ". " + cutLine(s, c, unit));
    for (size_t t = 0; t < s.trays.size(); ++t)
        out.push_back("   strip of small things, " +
                      sizeText(s.trays[t].width, s.trays[t].height, unit) +
                      ": cut out by knife or machine " + trayText(s, t, parts));
    // What the cuts have not named, or what is more to be said of than its name.
    for (const CutBlank& b : s.blanks)
        if (b.tray < 0 && (b.turned || b.mirrored || s.cuts.empty()))
            out.push_back(
                "   " + b.part + ", " + sizeText(b.at.width, b.at.height, unit) +
                (b.turned ? ", turned" : "") +
                (b.mirrored ? ", the mirrored one: cut with its pair, face to face" : ""));
    std::vector<size_t> seen;
    for (const CutBlank& b : s.blanks) {
        if (b.tray >= 0) // its outline is what it is cut out along
            continue;
        if (std::find(seen.begin(), seen.end(), b.listed) != seen.end())
            continue;
        seen.push_back(b.listed);
        for (const std::string& w : knifeWork(parts[b.listed], trimmer, unit))
            out.push_back("   knife, " + b.part + ": " + w);
    }
    return out;
}

std::vector<std::string> cautionsOf(const CutPlan& plan, const std::vector<ListedPart>& parts,
                                    const Trimmer& trimmer) {
    bool trims = false, carves = false;
    for (const PlannedSheet& s : plan.sheets) {
        for (const GuillotineCut& c : s.cuts)
            (c.tooLong ? carves : trims) = true;
        for (const CutBlank& b : s.blanks)
            carves = carves || b.tray >= 0 ||
                     !knifeWork(parts[b.listed], trimmer, Unit::Millimetre).empty();
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
    const auto same = sameArea;
    return a.paper == b.paper && a.offcut == b.offcut &&
           same({0, 0, a.width, a.height}, {0, 0, b.width, b.height}) &&
           std::equal(a.blanks.begin(), a.blanks.end(), b.blanks.begin(), b.blanks.end(),
                      [&](auto& p, auto& q) {
                          return p.listed == q.listed && p.turned == q.turned &&
                                 p.mirrored == q.mirrored && p.tray == q.tray && same(p.at, q.at);
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

} // namespace hl::make
