// Facets: an opening across a ridge, from whose corners creases run to two points on the ridge, so
// that the paper between can be pressed in, or on the inside of a fold pushed out.
#include "core/structures/cut_outs/beak.h"
#include <algorithm>

namespace hl::structures {
namespace {

Values completeFacets(Values v, const Host& host) {
    v.try_emplace("margin", std::min(16.0, 0.12 * host.length));
    v.try_emplace("width", 0.9 * std::min({60.0, 2 * host.left.room, 2 * host.right.room}));
    v.try_emplace("height", std::min(36.0, 0.3 * host.length));
    v.try_emplace("place", host.length / 2);
    return v;
}

Trouble buildFacets(const StructureSpec& spec, const Values& v, const Host& host,
                    AssemblyBuilder& out) {
    const double low = v.at("margin"), high = host.length - v.at("margin");
    const double middle = v.at("place"), half = v.at("height") / 2;
    const double least = std::min(middle - half - low, high - middle - half);
    if (least < 3)
        return beyond(spec, host, "height", v.at("height"),
                      "above the most, " + inUnit(host, std::max(0.0, 2 * (half + least - 3))),
                      "no facet would be left between the opening and its point",
                      "make it lower, move it, or let the points come nearer to the ends");
    return cutMouth(out, host.crease, spec.id, "",
                    {low, middle, high, v.at("width") / 2, v.at("height")});
}

} // namespace

Family facets() {
    Family f;
    f.id = f.name = "facets";
    f.purpose = "An opening across a ridge with four facets pressed in round it, as in a tube.";
    f.shelf = "Cut from the page";
    f.ground = Ground::OneSheetFold;
    f.standsOn = {"spine", "crease within one part"};
    f.parameters = {
        lengthOf("place", 0, 1000, "from the start of the fold to the middle of the opening")
            .grows(Parameter::Scale::Along)
            .unless("the middle of the fold"),
        lengthOf("width", 6, 1000, "of the opening, across the fold").unless("60 mm, or what fits"),
        lengthOf("height", 1, 1000, "of the opening, along the fold")
            .grows(Parameter::Scale::Along)
            .unless("36 mm, or three tenths of a shorter fold"),
        lengthOf("margin", 1, 500, "from the ends of the fold to the points of the facets")
            .grows(Parameter::Scale::Kept)
            .unless("16 mm, or an eighth of a shorter fold"),
    };
    f.complete = completeFacets;
    f.build = buildFacets;
    return f;
}

} // namespace hl::structures
