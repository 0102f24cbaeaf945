// Tent: two walls longer together than the distance of their feet, so that it still stands when
// the card lies open. It closes flat when left + left_wall = right + right_wall (the tip folds
// away from the fold), over a ridge when left - left_wall = right - right_wall.
#include "core/structures/strip.h"

namespace hl::structures {
namespace {

Values completeTent(Values v, const Host& host) {
    completeFeet(v, host);
    const double a = v["left"], b = v["right"];
    const double shift = host.ridge ? b - a : a - b; // right wall minus left wall
    if (v.count("right_wall"))
        v.try_emplace("left_wall", v["right_wall"] - shift);
    else
        v.try_emplace("left_wall", 0.7 * (a + b) - shift / 2);
    v.try_emplace("right_wall", v["left_wall"] + shift);
    completeTab(v, host);
    return v;
}

} // namespace

Family tent() {
    Family f;
    f.id = f.name = "tent";
    f.purpose = "Two walls that lean together over the fold; stands with the card fully open.";
    f.parameters = stripParameters(
        "seven tenths of the feet's sum, evened out between the walls", false,
        "what lets it close flat: left + left_wall = right + right_wall (over a ridge: left - "
        "left_wall = right - right_wall)");
    f.standsOn = {"spine", "valley crease", "ridge"};
    f.ground = Ground::AnyFold;
    f.relations = {{"left", "right", "left_wall", "right_wall"}};
    f.standsOpen = true;
    f.handy = 3;
    f.complete = completeTent;
    f.build = buildStrip;
    return f;
}

} // namespace hl::structures
