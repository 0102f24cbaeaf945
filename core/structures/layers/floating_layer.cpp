// Floating layer: a panel with its own centre crease over the fold, carried by side tabs (legs) at
// equal distance, parallel to the pages. With an aperture it is a picture window.
#include "core/structures/layers/shape.h"
#include "core/structures/on_folds/raised.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

constexpr double rim = 3; // mm of paper round an aperture

Values completeFloatingLayer(Values v, const Host& host) {
    const double room = std::min(host.left.room, host.right.room);
    completeAlong(v, host, 0.6);
    v.try_emplace("reach", std::min(44.45, 0.5 * room));
    v.try_emplace("height", std::min(12.7, 0.2 * room));
    v.try_emplace("aperture", 0);
    v.try_emplace("aperture_width", std::min(1.2 * v["reach"], 2 * v["reach"] - 2 * rim));
    v.try_emplace("aperture_height", v["aperture"] == 3
                                         ? std::min(v["aperture_width"], v["width"] - 2 * rim)
                                         : 0.6 * v["width"]);
    v.try_emplace("tab", tabDepth(host, 0.7 * v["reach"]));
    return v;
}

CutShape shapeFor(double choice) {
    static const CutShape shapes[] = {CutShape::Rectangle, CutShape::Rectangle, CutShape::Rounded,
                                      CutShape::Circle,    CutShape::Arch,      CutShape::Drawn};
    return shapes[std::lround(choice)];
}

Trouble buildFloatingLayer(const StructureSpec& spec, const Values& v, const Host& host,
                           AssemblyBuilder& out) {
    const double d = v.at("reach"), h = v.at("height"), w = v.at("width"), tab = v.at("tab");
    out.part(spec.id, spec.name, spec.id, spec.stock);
    const Strip s =
        addRaised(out, host, {d, d, h, w, v.at("place"), tab, "leg", "layer", "centre"});
    // It hangs evenly: each half stays parallel to its page.
    out.tie(s.creases[1], s.creases[0], -1, -1);
    if (v.at("aperture") == 0)
        return {};
    const double aw = v.at("aperture_width"), ah = v.at("aperture_height");
    if (aw > 2 * (d - rim) + 1e-9)
        return beyond(spec, host, "aperture_width", aw,
                      "above the most, " + inUnit(host, 2 * (d - rim)),
                      "no rim would be left beside it", "make it narrower");
    if (ah > w - 2 * rim + 1e-9)
        return beyond(spec, host, "aperture_height", ah,
                      "above the most, " + inUnit(host, w - 2 * rim),
                      "no rim would be left above and below it", "make it lower");
    const double x = h + d, y = w / 2;
    // Upright as displayed: with the spine at the top, what is up lies across the fold.
    const bool turned = host.up.x() < 0;
    Ring ring =
        shapeOf(shapeFor(v.at("aperture")), turned ? ah : aw, turned ? aw : ah, 6, spec.outline);
    if (turned)
        for (Vec2& p : ring)
            p = leftOf(p);
    double from = 1e300, to = -1e300; // where it crosses the crease
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 &p = ring[i], &q = ring[(i + 1) % ring.size()];
        if ((p.x() <= 0) != (q.x() <= 0)) {
            const double t = p.y() + (q.y() - p.y()) * (0 - p.x()) / (q.x() - p.x());
            from = std::min(from, t);
            to = std::max(to, t);
        }
    }
    for (Vec2& p : ring)
        p += Vec2(x, y);
    for (int layer : {s.panels[2], s.panels[3]})
        if (!out.take(layer, ring))
            return Problem{"structure " + spec.id + ", measure aperture",
                           "the aperture cuts the layer in two", "make it smaller"};
    if (from < to)
        out.leaveUnfolded(s.creases[2], from + y, to + y);
    return {};
}

} // namespace

Family floatingLayer() {
    Family f;
    f.id = "floating-layer";
    f.name = "floating layer";
    f.purpose =
        "A layer that hovers over the fold on side tabs; with an aperture, a picture window.";
    f.shelf = "Layers and toppers";
    f.standsOn = {"spine", "valley crease"};
    f.parameters = {
        placeParameter(),
        widthParameter(),
        lengthOf("reach", 6, 1000, "from the fold to either side of the layer")
            .unless("1 3/4 in, or half of a narrower page"),
        lengthOf("height", 3, 500, "of the layer above the pages").unless("1/2 in, or what fits"),
        choiceOf("aperture", {"none", "rectangle", "rounded", "circle", "arch", "drawn"},
                 "a window in the layer; drawn takes the outline that was imported")
            .unless("none"),
        lengthOf("aperture_width", 2, 1000, "across the fold").unless("six tenths of the layer"),
        lengthOf("aperture_height", 2, 1000, "along the fold")
            .grows(Parameter::Scale::Along)
            .unless("six tenths of the layer; of a circle its width"),
        tabParameter(),
    };
    f.complete = completeFloatingLayer;
    f.build = buildFloatingLayer;
    return f;
}

} // namespace hl::structures
