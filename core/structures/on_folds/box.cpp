// Box: a parallelogram on a fold. Each wall is as long as the other foot's distance, so the feet,
// the tip and the fold form a parallelogram that lies flat at 0 and at 180 degrees.
//
// On a ridge (the tip of another box) a parallelogram would fold into its host. There the walls
// are made longer than the feet's distances by the same amount k on both sides:
//   left - left_wall = right - right_wall = -k,
// which closes flat over the ridge; k = (left + right) / 2 gives a tip that stands clear.
#include "core/structures/strip.h"

namespace hl::structures {
namespace {

Values completeBox(Values v, const Host& host) {
    completeFeet(v, host);
    const double a = v["left"], b = v["right"];
    if (host.ridge) {
        const bool known = v.count("right_wall");
        v.try_emplace("left_wall", known ? v["right_wall"] + a - b : a + (a + b) / 2);
        v.try_emplace("right_wall", v["left_wall"] + b - a);
    } else {
        v.try_emplace("left_wall", v.count("right_wall") ? b + v["right_wall"] - a : b);
        v.try_emplace("right_wall", a + v["left_wall"] - b);
    }
    completeTab(v, host);
    return v;
}

} // namespace

Family box() {
    Family f;
    f.id = f.name = "box";
    f.purpose = "A step or block that rises from the fold; stands best with the card half open.";
    f.parameters =
        stripParameters("the right foot's distance, which makes a parallelogram; on a ridge half "
                        "the feet's sum more than the left one's",
                        true, "what lets it close flat: left + left_wall = right + right_wall");
    f.standsOn = {"spine", "valley crease", "ridge"};
    f.ground = Ground::AnyFold;
    f.relations = {{"left", "right", "left_wall", "right_wall"}};
    f.handy = 2;
    f.complete = completeBox;
    f.build = buildStrip;
    return f;
}

} // namespace hl::structures
