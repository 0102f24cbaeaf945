// Mat: paper glued all over a panel but for an even border; the next one on top of it is a layer.
#include "core/assembly/builder.h"
#include "core/assembly/mat_region.h"
#include "core/measure/number.h"
#include "core/structures/parameters.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

enum Side { OnFace, OnBack };
enum Landings { Round, Under };

Values completeMat(Values v, const Host& host) {
    v.try_emplace("step", stepOn(std::min(host.length, host.left.room), host.step));
    for (const char* side : {"left", "right", "bottom", "top"})
        v.try_emplace(side, v["step"]);
    v.try_emplace("side", OnFace);
    v.try_emplace("turn", 0);
    v.try_emplace("landings", Round);
    for (const char* way : {"shift_right", "shift_up"})
        v.try_emplace(way, 0);
    return v;
}

// What is glued to a panel on one of its sides, in its flat coordinates. Other mats do not count,
// nor flat pieces, which go on top.
std::vector<Ring> gluedOn(const Assembly& a, int panel, bool face) {
    std::vector<Ring> out;
    for (const Join& j : a.joins)
        if (j.landing == panel && j.ontoFace() == face && traitsOf(j.kind).sticks &&
            a.panels[j.tab].rides < 0 && !a.parts[a.panels[j.tab].part].creases.empty()) {
            Ring ring;
            for (const Vec2& p : a.panels[j.tab].outline)
                ring.push_back(j.place.at(p).head<2>());
            out.push_back(std::move(ring));
        }
    // What a panel is glued by is hidden as well.
    for (const Join& j : a.joins)
        if (j.tab == panel && traitsOf(j.kind).sticks && (j.onFace == face)) {
            const Rigid back = j.place.inverse();
            Ring ring;
            for (const Vec2& p : a.panels[j.landing].outline)
                ring.push_back(back.at(p).head<2>());
            out.push_back(std::move(ring));
        }
    return out;
}

Trouble buildMat(const StructureSpec& spec, const Values& v, const Host& host,
                 AssemblyBuilder& out) {
    const Assembly& a = out.made();
    const int on = host.left.panel;
    const Panel under = a.panels[static_cast<size_t>(on)];
    if (under.role == Role::Tab)
        return Problem{"structure " + spec.id, "its host is a tab, which nobody sees",
                       "lay it on a page or a wall"};
    const bool face = v.at("side") == OnFace;
    const Borders borders{v.at("step"), v.at("left"),    v.at("right"),   v.at("bottom"),
                          v.at("top"),  host.left.along, host.left.inward};
    const std::vector<Paper> pieces =
        matOn(under.outline, under.apertures,
              std::lround(v.at("landings")) == Under ? std::vector<Ring>{} : gluedOn(a, on, face),
              borders);
    if (pieces.empty())
        return beyond(spec, host, "step", v.at("step"), "too wide a border",
                      "nothing of the panel would be left for the mat",
                      "make the step smaller, or leave the panel bare");
    const Vec2 up = a.parts[static_cast<size_t>(under.part)].up;
    int n = 0;
    for (const Paper& p : pieces) {
        const std::string number = n++ > 0 ? "-" + numberText(n) : "";
        out.part(n == 1 ? spec.id : spec.id + ".piece" + number,
                 spec.name + (n > 1 ? ", " + numberText(n) : ""), spec.id, spec.stock);
        // On the back it is seen from the other side: turned about the x direction.
        const auto seen = [&](Ring ring) {
            for (Vec2& q : ring)
                q.y() = face ? q.y() : -q.y();
            return ring;
        };
        std::vector<Ring> holes;
        for (const Ring& hole : p.apertures)
            holes.push_back(seen(hole));
        const int panel = out.panel("mat" + number, Role::Wall, seen(p.outline), holes);
        out.ride(panel, on);
        out.lay(panel, {0, 0}, {1, 0}, on, {0, 0}, {1, 0}, false, face);
        out.upright(out.made().parts.size() - 1, face ? up : Vec2(up.x(), -up.y()));
    }
    return {};
}

} // namespace

Family mat() {
    Family f;
    f.id = f.name = "mat";
    f.purpose = "Paper that covers a panel but for an even border; another on top of it is a "
                "layer.";
    f.shelf = "Layers and toppers";
    f.ground = Ground::Panel;
    f.host = "card.page-right";
    f.standsOn = {"page", "wall", "mat"};
    f.dresses = true;
    auto border = [](const char* side, const std::string& which) {
        return lengthOf(side, 0, 200, "the border " + which + "; 0 is flush")
            .grows(Parameter::Scale::Kept)
            .unless("the same as step", true);
    };
    auto shift = [](const char* way, const std::string& where) {
        return lengthOf(way, -1000, 1000, "by which its pattern is moved " + where)
            .grows(Parameter::Scale::Kept)
            .unless("the middle of a tile in the middle of the panel");
    };
    f.parameters = {
        lengthOf("step", 0, 200, "the border that is left all round")
            .grows(Parameter::Scale::Kept)
            .unless("the card's step (3 mm), or a sixteenth of a narrow panel"),
        border("left", "on the left"),
        border("right", "on the right"),
        border("bottom", "at the bottom"),
        border("top", "at the top"),
        choiceOf("side", {"face", "back"}, "of the panel").unless("face"),
        turnParameter("by which its pattern is turned to the left"),
        shift("shift_right", "to the right"),
        shift("shift_up", "upward"),
        choiceOf(
            "landings", {"round", "under"},
            "round: it stops short of what is glued to its panel; under: it goes on first, and "
            "what is glued there is glued to it")
            .unless("round"),
    };
    f.complete = completeMat;
    f.build = buildMat;
    return f;
}

} // namespace hl
