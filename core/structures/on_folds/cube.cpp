// Cube with a lid: legs and a lid as of a platform, closed in by a front and a back wall whose
// centre creases run parallel to the legs and fold outward; inward they would run into the lid,
// which dips toward the fold. The walls keep the legs parallel; lying open each is straight, so
// each half is as wide as the leg's distance.
#include "core/structures/on_folds/raised.h"
#include <algorithm>

namespace hl::structures {
namespace {

Values completeCube(Values v, const Host& host) {
    const double room = std::min(host.left.room, host.right.room);
    v.try_emplace("side", std::min({25.4, 0.35 * room, 0.25 * host.length}));
    v.try_emplace("width", 2 * v["side"]);
    v.try_emplace("place", std::max(0.0, (host.length - v["width"]) / 2));
    v.try_emplace("height", std::min(2 * v["side"], 0.9 * room - v["side"]));
    v.try_emplace("tab", tabDepth(host, 0.7 * std::min(v["side"], v["width"] / 2)));
    return v;
}

Trouble buildCube(const StructureSpec& spec, const Values& v, const Host& host,
                  AssemblyBuilder& out) {
    const double d = v.at("side"), h = v.at("height"), w = v.at("width"), tab = v.at("tab");
    const double place = v.at("place");
    out.part(spec.id, spec.name, spec.id, spec.stock);
    const Strip s = addRaised(out, host, {d, d, h, w, place, tab, "side", "lid", "top"});
    const Fold fold = Fold::Mountain;
    const double right = 2 * (h + d); // x of the right side's foot
    const LegEdge leftNear{s.panels[1], {h, 0}, {0, 0}}, leftFar{s.panels[1], {h, w}, {0, w}};
    const LegEdge rightNear{s.panels[4], {right - h, 0}, {right, 0}},
        rightFar{s.panels[4], {right - h, w}, {right, w}};
    addWall(out, spec, "front", {d, d}, h, std::min(tab, 0.4 * w), fold, leftNear, rightNear,
            pi / 2);
    addWall(out, spec, "back", {d, d}, h, std::min(tab, 0.4 * w), fold, rightFar, leftFar, pi / 2);
    return {};
}

} // namespace

Family cube() {
    Family f;
    f.id = f.name = "cube";
    f.purpose = "A closed box with a lid that stands when the card lies open.";
    f.standsOn = {"spine", "valley crease"};
    f.parameters = {
        placeParameter(),
        lengthOf("width", 6, 1000, "along the fold")
            .grows(Parameter::Scale::Along)
            .unless("twice the side", true),
        lengthOf("side", 3, 500, "from the fold to either side of the cube")
            .grows(Parameter::Scale::Lesser)
            .unless("1 in, or what fits"),
        lengthOf("height", 3, 1000, "of the cube")
            .grows(Parameter::Scale::Lesser)
            .unless("twice the side, or what fits"),
        tabParameter(),
    };
    f.standsOpen = true;
    f.complete = completeCube;
    f.build = buildCube;
    return f;
}

} // namespace hl::structures
