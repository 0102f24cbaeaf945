#include "core/make/machine.h"
#include "core/assembly/holes.h"
#include "core/make/blank_shape.h"
#include "core/make/guillotine.h"
#include "core/measure/number.h"
#include <algorithm>

namespace hl::make {
namespace {

constexpr double betweenParts = 3;       // mm, between two parts on a mat
constexpr double dash = 2, bridge = 1.2; // mm, of a score that is cut in short stretches

// A part's lines, turned by a quarter to the left or not, its lower left corner at `at`.
void put(MachineMat& mat, const ListedPart& p, const Vec2& at, bool turned, double allowance,
         bool dashed) {
    const auto placed = [&](const Vec2& q) {
        return Vec2(at + (turned ? Vec2(p.blank.y() - q.y(), q.x()) : q));
    };
    const auto add = [&](MachineLayer layer, const std::vector<Vec2>& points, bool closed) {
        MachineLine line{layer, {}, closed, p.name};
        for (const Vec2& q : points)
            line.points.push_back(placed(q));
        mat.lines.push_back(std::move(line));
    };
    for (auto& s : p.slits)
        add(MachineLayer::InnerCuts, s.points, false);
    for (auto& c : p.creases) {
        if (!dashed) {
            add(MachineLayer::Scores, {c.from, c.to}, false);
            continue;
        }
        // As many dashes as come nearest to their length, evenly, with paper at both ends.
        const double length = (c.to - c.from).norm();
        const int n =
            std::max(1, static_cast<int>(std::lround((length - bridge) / (dash + bridge))));
        const double each = (length - (n + 1) * bridge) / n;
        const Vec2 way = (c.to - c.from).normalized();
        for (int i = 0; i < n && each > 0; ++i) {
            const double from = bridge + i * (each + bridge);
            add(MachineLayer::Scores, {c.from + from * way, c.from + (from + each) * way}, false);
        }
    }
    for (const auto& [from, to] : p.holes)
        add(MachineLayer::InnerCuts, rimOf(from, to, std::max(0.5, holeAcross - 2 * allowance)),
            true);
    if (allowance <= 0) {
        for (const Ring& hole : p.apertures)
            add(MachineLayer::InnerCuts, hole, true);
        add(MachineLayer::Outlines, p.outline, true);
    } else {
        for (const Ring& r : drawnIn(p.outline, p.apertures, -allowance))
            add(areaOf(r) > 0 ? MachineLayer::Outlines : MachineLayer::InnerCuts, r, true);
    }
    // The name where the blank's middle is.
    const double room = turned ? p.blank.y() : p.blank.x();
    MachineLabel label;
    label.text = p.name;
    label.height =
        std::clamp(0.8 * room / (0.6 * static_cast<double>(p.name.size() + 1)), 1.0, 3.0);
    label.at = placed(p.blank / 2) -
               Vec2(0.3 * label.height * static_cast<double>(p.name.size()), label.height / 2);
    mat.labels.push_back(label);
}

} // namespace

const std::vector<MachineLayerName>& machineLayers() {
    static const std::vector<MachineLayerName> table{
        {MachineLayer::InnerCuts, "inner-cuts", "#b3362b"},
        {MachineLayer::Scores, "scores", "#1f7a78"},
        {MachineLayer::Outlines, "outlines", "#1d1b18"},
        {MachineLayer::Labels, "labels", "#6d5aa8"}};
    return table;
}

MachineJob machineJob(const std::vector<ListedPart>& parts, const CuttingMachine& machine,
                      Unit unit, bool dashed) {
    MachineJob job;
    std::vector<std::string> papers;
    for (const ListedPart& p : parts)
        if (std::find(papers.begin(), papers.end(), p.paper) == papers.end())
            papers.push_back(p.paper);
    const double around = betweenParts + 2 * machine.allowance;
    for (const std::string& paper : papers) {
        std::vector<CutPiece> pieces;
        std::vector<const ListedPart*> of;
        for (const ListedPart& p : parts)
            for (int n = 0; p.paper == paper && n < p.count; ++n) {
                pieces.push_back({p.blank.x() + around, p.blank.y() + around, true});
                of.push_back(&p);
            }
        // What stands between parts is not needed along the mat's edge.
        const std::vector<SheetKind> mats{
            {machine.width + betweenParts, machine.height + betweenParts, -1, false}};
        const Packing packing = packed(pieces, mats, 160);
        for (int i : packing.missing)
            job.remarks.push_back(of[static_cast<size_t>(i)]->name + " is " +
                                  sizeText(of[static_cast<size_t>(i)]->blank.x(),
                                           of[static_cast<size_t>(i)]->blank.y(), unit) +
                                  ", more than the mat holds; cut it by hand, or enter a larger "
                                  "mat in the workshop.");
        for (const CutSheet& s : packing.sheets) {
            MachineMat mat;
            mat.paper = paper;
            mat.width = machine.width;
            mat.height = machine.height;
            for (const CutNode& n : s.nodes)
                if (n.piece >= 0)
                    put(mat, *of[static_cast<size_t>(n.piece)],
                        Vec2(n.x, n.y) + Vec2(machine.allowance, machine.allowance), n.turned,
                        machine.allowance, dashed);
            std::stable_sort(mat.lines.begin(), mat.lines.end(),
                             [](auto& a, auto& b) { return a.layer < b.layer; });
            job.mats.push_back(std::move(mat));
        }
    }
    return job;
}

} // namespace hl::make
