#include "core/make/trays.h"
#include "core/design/design.h"
#include "core/make/blank_shape.h"
#include "core/make/cut_planner.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

namespace hl::make {
namespace {

constexpr double apart = 2; // mm between two things, and round them

Tray laidOut(const std::vector<SmallPiece>& all, const std::vector<size_t>& which, double widest,
             double step) {
    Tray out;
    double x = apart, y = apart, row = 0;
    for (const size_t i : which) {
        const SmallPiece& p = all[i];
        if (x > apart && x + p.width + apart > widest) {
            y += row + apart;
            x = apart;
            row = 0;
        }
        out.pieces.push_back(i);
        out.at.push_back({x, y, p.width, p.height});
        x += p.width + apart;
        row = std::max(row, p.height);
        out.width = std::max(out.width, x);
    }
    out.width = std::max(out.width, leastHeld);
    out.height = std::max(y + row + apart, leastHeld);
    for (double* side : {&out.width, &out.height})
        if (const double round = std::ceil(*side / step - 1e-9) * step; round <= widest)
            *side = round;
    return out;
}

} // namespace

std::vector<Tray> traysOf(const std::vector<SmallPiece>& pieces, double widest, double step) {
    std::map<std::string, std::vector<size_t>> words;
    std::vector<std::string> order; // as they are met
    for (size_t i = 0; i < pieces.size(); ++i) {
        auto [it, fresh] = words.try_emplace(pieces[i].word);
        if (fresh)
            order.push_back(pieces[i].word);
        it->second.push_back(i);
    }
    std::vector<Tray> out;
    for (const std::string& word : order) {
        std::vector<size_t>& which = words[word];
        if (word.empty())
            std::stable_sort(which.begin(), which.end(), [&](size_t a, size_t b) {
                return pieces[a].height > pieces[b].height;
            });
        out.push_back(laidOut(pieces, which, widest, step));
    }
    return out;
}

namespace planning {

bool Planner::small(const Ordered& b) const {
    const ListedPart& p = o_.parts[b.parts[0]];
    return p.creases.empty() && std::min(b.width, b.height) < leastHeld;
}
std::string Planner::wordOf(const Ordered& b) const {
    const int part = o_.assembly.part(o_.parts[b.parts[0]].id);
    if (part < 0)
        return "";
    const std::string& structure = o_.assembly.parts[static_cast<size_t>(part)].structure;
    const StructureSpec* s = o_.design.structure(structure);
    if (!s || !familyOf(*s).lettering)
        return "";
    const auto letters = std::count_if(o_.assembly.parts.begin(), o_.assembly.parts.end(),
                                       [&](const Part& p) { return p.structure == structure; });
    return letters > 1 ? structure : ""; // a label is one piece
}

std::vector<Ordered> Planner::onTrays(std::vector<Ordered> blanks) const {
    double widest = 0;
    for (const SheetKind& k : kinds_)
        if (k.count != 0)
            widest = std::max(widest, std::min(k.width, k.height));
    std::vector<Ordered> out, loose;
    std::vector<SmallPiece> pieces;
    for (Ordered& b : blanks) {
        const std::string word = wordOf(b);
        if (word.empty() && !small(b)) {
            out.push_back(std::move(b));
            continue;
        }
        const bool turned = b.lie == 1;
        pieces.push_back({turned ? b.height : b.width, turned ? b.width : b.height, word});
        loose.push_back(std::move(b));
    }
    const double step = o_.design.units == Unit::Inch ? 25.4 / 8 : 1;
    std::vector<Tray> trays = traysOf(pieces, widest, step);
    for (size_t n = 0; n < trays.size(); ++n) {
        const Tray t = trays[n];
        Ordered tray;
        tray.width = t.width;
        tray.height = t.height;
        tray.laid = t.at;
        for (const size_t i : t.pieces) {
            const Ordered& b = loose[i];
            tray.parts.push_back(b.parts[0]);
            tray.turned.push_back(b.lie == 1);
            if (b.lie >= 0)
                tray.lie = 0; // they keep the direction of their paper
        }
        if (anySheet(tray)) {
            out.push_back(std::move(tray));
        } else if (t.pieces.size() > 1) { // too many for one sheet
            const auto half = t.pieces.begin() + static_cast<long>(t.pieces.size() / 2);
            trays.push_back(laidOut(pieces, {t.pieces.begin(), half}, widest, step));
            trays.push_back(laidOut(pieces, {half, t.pieces.end()}, widest, step));
        } else {
            out.push_back(loose[t.pieces.front()]);
        }
    }
    return out;
}

void Planner::layOn(const CutNode& piece, const Ordered& b, bool turned,
                    PlannedSheet& sheet) const {
    for (size_t n = 0; n < b.parts.size(); ++n) {
        const SheetArea& in = b.laid[n];
        CutBlank blank;
        blank.part = o_.parts[b.parts[n]].name;
        blank.listed = b.parts[n];
        // Turned by a quarter, what was up is left.
        blank.at = turned ? SheetArea{piece.x + b.height - in.y - in.height, piece.y + in.x,
                                      in.height, in.width}
                          : SheetArea{piece.x + in.x, piece.y + in.y, in.width, in.height};
        blank.turned = turned != b.turned[n];
        blank.mirrored = isMirrored(o_.parts, b.parts[n]);
        blank.tray = static_cast<int>(sheet.trays.size());
        sheet.blanks.push_back(blank);
    }
    sheet.trays.push_back({piece.x, piece.y, piece.width, piece.height});
}

} // namespace planning
} // namespace hl::make
