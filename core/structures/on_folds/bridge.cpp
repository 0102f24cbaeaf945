// Bridge: a strip between two panels that are hinged to opposite sides of a third one and stay
// parallel: two wings, or a box's wall and the page opposite. At the same distance from both
// hinges it is as long as the panel between them is wide there.
#include "core/structures/strip.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

Values completeBridge(Values v, const Host& host) {
    completeAlong(v, host, 0.4);
    const double room = std::min(host.left.room, host.right.room);
    v.try_emplace("depth", std::min(25.4, 0.5 * room));
    v.try_emplace("tab", tabDepth(host, 0.6 * v["depth"]));
    v.try_emplace("right_tab", v["tab"]);
    return v;
}

// The other hinge, seen from the host: how far it lies off, and its wing's seat with the same
// direction and start as the host's.
struct BridgeSpan {
    double length = 0;
    bool middleOnRight = false;
    Seat near, far; // the wings
};

bool findSpan(const Assembly& a, const Host& host, BridgeSpan& out) {
    out.length = 1e300;
    for (bool right : {true, false}) {
        const Seat& middle = right ? host.right : host.left;
        for (size_t i = 0; i < a.creases.size(); ++i) {
            const Crease& c = a.creases[i];
            if (static_cast<int>(i) == host.crease ||
                a.creases[host.crease].partner == static_cast<int>(i))
                continue;
            const Host other = hostOf(a, static_cast<int>(i));
            if (other.ridge || other.left.panel == other.right.panel)
                continue;
            for (bool otherRight : {true, false}) {
                const Seat& there = otherRight ? other.right : other.left;
                const Seat& wing = otherRight ? other.left : other.right;
                if (there.panel != middle.panel || wing.panel == middle.panel)
                    continue;
                const double same = there.along.dot(middle.along);
                const double off = (there.origin - middle.origin).dot(middle.inward);
                // Parallel, opposite, and its fold long enough to be beside the host.
                if (std::fabs(std::fabs(same) - 1) > 1e-9 || off < 3 || off >= out.length ||
                    there.inward.dot(middle.inward) > 0)
                    continue;
                const double start = (middle.origin - there.origin).dot(there.along);
                out.length = off;
                out.middleOnRight = right;
                out.near = right ? host.left : host.right;
                out.far = wing;
                out.far.origin += start * wing.along;
                out.far.along = (same > 0 ? 1 : -1) * wing.along;
                (void)c;
            }
        }
    }
    return out.length < 1e299;
}

Trouble buildBridge(const StructureSpec& spec, const Values& v, const Host& host,
                    AssemblyBuilder& out) {
    BridgeSpan span;
    if (!findSpan(out.made(), host, span))
        return Problem{"structure " + spec.id,
                       "the fold “" + host.on +
                           "” has no parallel fold on the far side of a panel "
                           "beside it",
                       "stand it on the spine of a three-page card, or on the foot of a box"};
    const double w = v.at("width"), tab = v.at("tab"), depth = v.at("depth");
    out.part(spec.id, spec.name, spec.id, spec.stock);
    // The tabs fold under, away from the eye, toward the hinges.
    const Strip s = addStrip(
        out,
        {{"left-tab", tab, true}, {"span", span.length}, {"right-tab", v.at("right_tab"), true}},
        {{"left-end", Fold::Mountain}, {"right-end", Fold::Mountain}}, 0, w);
    const Seat& left = span.middleOnRight ? span.near : span.far;
    const Seat& right = span.middleOnRight ? span.far : span.near;
    glueFoot(out, s.panels[0], s.creases[0], left, depth, v.at("place"));
    glueFoot(out, s.panels[2], s.creases[1], right, depth, v.at("place"));
    return {};
}

} // namespace

Family bridge() {
    Family f;
    f.id = f.name = "bridge";
    f.purpose = "A strip between two wings or two walls, at a chosen depth and height.";
    f.form = "three-page";
    f.formSet = {{"swing", "alike"}};
    f.standsOn = {"spine of a three-page card", "foot of a box"};
    f.parameters = {
        placeParameter(),
        widthParameter(),
        lengthOf("depth", 2, 1000, "from both hinges to the strip")
            .unless("1 in, or half of the narrower wing"),
        tabParameter(),
        rightTabParameter(),
    };
    f.complete = completeBridge;
    f.build = buildBridge;
    return f;
}

} // namespace hl::structures
