// Topper: a flat shape glued to a panel at a place and an angle, flat or raised on foam.
#include "core/assembly/builder.h"
#include "core/structures/layers/shape.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

bool reaches(const Host& host, double x, double y) {
    return x >= 0 && y >= 0 && x <= host.length && y <= host.left.room;
}

Values completeTopper(Values v, const Host& host) {
    const double room = host.left.room;
    v.try_emplace("shape", 0);
    v.try_emplace("width", std::min(50.8, 0.5 * host.length));
    v.try_emplace("height", v["shape"] == 2 ? v["width"] : std::min(38.1, 0.5 * room));
    v.try_emplace("corners", 6);
    v.try_emplace("across", host.length / 2);
    v.try_emplace("along", room / 2);
    v.try_emplace("turn", 0);
    v.try_emplace("raise", 0);
    v.try_emplace("adhesive_from", 0);
    v.try_emplace("adhesive_to", v["height"]);
    return v;
}

Trouble buildTopper(const StructureSpec& spec, const Values& v, const Host& host,
                    AssemblyBuilder& out) {
    const double w = v.at("width"), h = v.at("height"), from = v.at("adhesive_from");
    const double to = v.at("adhesive_to");
    if (to > h + 1e-9)
        return beyond(spec, host, "adhesive_to", to, "above the most, " + inUnit(host, h),
                      "the topper ends there", "bring it down");
    if (to - from < 2)
        return beyond(spec, host, "adhesive_from", from, "above the most, " + inUnit(host, to - 2),
                      "a narrower strip of adhesive does not hold", "bring it down");
    if (!reaches(host, v.at("across"), v.at("along")))
        return Problem{"structure " + spec.id + ", measure across",
                       "its middle lies off the panel, which is " + inUnit(host, host.length) +
                           " by " + inUnit(host, host.left.room),
                       "move it onto the panel"};
    const Ring ring = shapeOf(static_cast<Shape>(std::lround(v.at("shape"))), w, h,
                              static_cast<int>(v.at("corners")), spec.outline);
    if (areaOf(ring) < 1)
        return Problem{"structure " + spec.id + ", outline", "the shape has no area",
                       "give it three or more corners in order"};
    out.part(spec.id, spec.name, spec.id, spec.stock);
    const int panel = out.panel("topper", Role::Wall, ring);
    const double turn = v.at("turn");
    const Vec2 middle =
        host.left.origin + v.at("across") * host.left.along + v.at("along") * host.left.inward;
    const Turn t = exactTurn(turn);
    const Vec2 way = t.cos * host.left.along + t.sin * host.left.inward;
    Join& join =
        out.lay(panel, {0, 0}, {1, 0}, host.left.panel, middle, way, false, true, v.at("raise"));
    if (from > 0 || to < h)
        join.adhesive = {common(
            ring, {{-w, from - h / 2}, {w, from - h / 2}, {w, to - h / 2}, {-w, to - h / 2}})};
    return {};
}

} // namespace

Family topper() {
    Family f;
    f.id = f.name = "topper";
    f.purpose = "A flat shape glued on a panel, flat or raised on foam.";
    f.shelf = "Layers and toppers";
    f.ground = Ground::Panel;
    f.host = "card.page-right";
    f.standsOn = {"page", "wall"};
    const std::vector<Parameter> middle = middleParameters("the");
    f.parameters = {
        choiceOf("shape", shapeWords(), "its outline; drawn takes the outline that was imported")
            .unless("rectangle"),
        lengthOf("width", 2, 1000, "of the shape").unless("2 in, or half of a narrower panel"),
        lengthOf("height", 2, 1000, "of the shape")
            .grows(Parameter::Scale::Along)
            .unless("1 1/2 in, or half of a lower panel; of a circle the width"),
        countOf("corners", 3, 24, "of a polygon, or points of a star")
            .unless("six")
            .why("two corners enclose nothing", "with more it is a circle"),
        middle[0],
        middle[1],
        turnParameter("turned to the left"),
        raiseParameter(),
        lengthOf("adhesive_from", 0, 1000, "where the adhesive begins, from its lower edge")
            .grows(Parameter::Scale::Along)
            .unless("the lower edge"),
        lengthOf("adhesive_to", 2, 1000, "where the adhesive ends, from its lower edge")
            .grows(Parameter::Scale::Along)
            .unless("the upper edge", true),
    };
    f.complete = completeTopper;
    f.build = buildTopper;
    return f;
}

} // namespace hl
