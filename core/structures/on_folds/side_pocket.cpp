// Side pocket: a strip round the outside of a ridge, folded mountain and valley with it; between
// it and the ridge is room for a tag or an insert.
#include "core/structures/strip.h"
#include <algorithm>

namespace hl::structures {
namespace {

Values completeSidePocket(Values v, const Host& host) {
    completeAlong(v, host, 0.5);
    v.try_emplace("left", std::min(19.05, 0.3 * host.left.room));
    v.try_emplace("right", std::min(v["left"], 0.3 * host.right.room));
    v.try_emplace("depth", 0.6 * std::min(v["left"], v["right"]));
    v.try_emplace("tab", tabDepth(host, 0.7 * std::min(v["left"], v["right"])));
    return v;
}

// Both walls are longer than their feet's distances by the same amount, so the strip closes flat
// over the ridge: left - left_wall = right - right_wall.
Trouble buildSidePocket(const StructureSpec& spec, const Values& v, const Host& host,
                        AssemblyBuilder& out) {
    Values strip = v;
    strip["left_wall"] = v.at("left") + v.at("depth");
    strip["right_wall"] = v.at("right") + v.at("depth");
    strip["right_tab"] = v.at("tab");
    return buildStrip(spec, strip, host, out);
}

} // namespace

Family sidePocket() {
    Family f;
    f.id = "side-pocket";
    f.name = "side pocket";
    f.purpose = "A strip round the outside of a zigzag's fold that holds a tag.";
    f.ground = Ground::Ridge;
    f.host = "card.fold-2";
    f.form = "z-fold";
    f.standsOn = {"mountain fold of a Z-fold or accordion"};
    f.parameters = {
        placeParameter(),
        widthParameter(),
        lengthOf("left", 2, 1000, "from the fold to the left foot").unless("3/4 in, or what fits"),
        lengthOf("right", 2, 1000, "from the fold to the right foot")
            .unless("the same as left", true),
        lengthOf("depth", 1, 500, "by how much it stands off the fold")
            .unless("six tenths of the nearer foot"),
        tabParameter(),
    };
    f.complete = completeSidePocket;
    f.build = buildSidePocket;
    return f;
}

} // namespace hl::structures
