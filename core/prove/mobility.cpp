// Motion: a card must have one free motion, its opening. None is locked, more means that panels
// flap: then nothing holds them where they are drawn.
#include "core/fold/mobility.h"
#include "core/prove/saying.h"
#include <set>

namespace hl {
namespace {

constexpr double closed = 1e-6;               // mm
constexpr int general[] = {77, 103, 51, 131}; // openings with nothing special about them

} // namespace

void mobility(const Case& c, std::vector<Finding>& out) {
    const Pose* pose = nullptr;
    for (int opening : general)
        if (!pose && c.poses[opening].misfit() < closed)
            pose = &c.poses[opening];
    if (!pose)
        return; // it binds everywhere: the misfit says so
    const Mobility m = mobilityAt(c.linkage, *pose);
    for (int l : m.locking) {
        const Glue& g = c.assembly.glues[c.linkage.loops[l].glue];
        Finding f{"mobility", Severity::Stop, {}, {}, 0, 180, pose->opening, 0, {}, {}, {}};
        nameIn(f, c, g.tab);
        nameIn(f, c, g.landing);
        f.message = "The card is locked: with the " + sayPanel(c, g.tab) + " glued to the " +
                    sayPanel(c, g.landing) + " it cannot open or close from " +
                    sayOpening(pose->opening, pose->opening).substr(3) + ".";
        f.remedy =
            "Leave that tab unglued, or make its creases parallel to the fold or meet on it.";
        out.push_back(f);
    }
    // Flapping creases, told once for each part.
    std::set<int> told;
    for (int i : m.flapping) {
        const Crease& crease = c.assembly.creases[i];
        if (!told.insert(crease.part).second)
            continue;
        Finding f{"mobility", Severity::Caution, {}, {}, 0, 180, pose->opening, 0, {}, {}, {}};
        nameIn(f, c, crease.left);
        nameIn(f, c, crease.right);
        f.message = "The " + sayCrease(c, i) + " is free to flap while the card stands still.";
        f.remedy = "Glue what it carries, or leave it if it is meant to flap.";
        out.push_back(f);
    }
}

} // namespace hl
