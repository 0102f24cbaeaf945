// X-fold twist: a base glued flat on both pages, creased along two diagonals that cross on the
// fold. Beside the fold the base stays on its pages; the two arms between the diagonals, one before
// and one behind the crossing, rise from it as mouths set point to point: the diagonals are
// valleys, the arms' own creases, which lie on the fold while the card is open, are mountains.
//
// Each arm is a V-fold whose sectors are as wide as its base angles, alpha, so of the two ways in
// which it closes one lies in the pages for ever; mountain and valley choose the other. There the
// arm's crease stands at
//   gamma = 2 atan(tan(alpha) cos(phi / 2))
// above the fold (structure of a V-fold with beta = alpha, half angles), from 0 lying open to 2
// alpha closed: what is glued on one face of an arm turns through that much. Plates lie on single
// faces, the left one of the upper and the right one of the lower arm, and stand free beyond the
// arm's crease.
#include "core/assembly/builder.h"
#include "core/structures/parameters.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

enum Plates { None, OneEach };

constexpr double beside = 1; // mm beside a crease that stay free of adhesive

Values completeXFold(Values v, const Host& host) {
    v.try_emplace("alpha", 45 * degree);
    const double alpha = v["alpha"], room = std::min(host.left.room, host.right.room);
    v.try_emplace("place", host.length / 2);
    const double ends = std::max(1.0, std::min(v["place"], host.length - v["place"]));
    // Closed, an arm reaches arm sin(2 alpha) from the fold, and arm cos(2 alpha) along it.
    v.try_emplace("arm", std::max(8.0, std::min({44.45, 0.9 * ends, 0.8 * room / std::tan(alpha),
                                                 0.8 * room / std::sin(2 * alpha)})));
    v.try_emplace("plates", OneEach);
    const double arm = v["arm"], wide = arm * std::tan(alpha);
    v.try_emplace("plate_height", 0.4 * arm);
    v.try_emplace("plate_width", wide);
    return v;
}

Trouble buildXFold(const StructureSpec& spec, const Values& v, const Host& host,
                   AssemblyBuilder& out) {
    const double alpha = v.at("alpha"), arm = v.at("arm"), at = v.at("place");
    const double wide = arm * std::tan(alpha); // from the fold to the end of a diagonal
    const double high = v.at("plate_height"), plate = v.at("plate_width");
    const bool plates = v.at("plates") == OneEach;
    if (plates && high > arm - 2 * beside)
        return beyond(spec, host, "plate_height", high,
                      "above the most, " + inUnit(host, arm - 2 * beside),
                      "it is glued on an arm, beside the crossing", "make it lower");
    // Of a plate only what lies on its arm is glued.
    out.part(spec.id, spec.name, spec.id, spec.stock);
    const Vec2 cross(0, 0), up(0, arm), down(0, -arm);
    const Vec2 ul(-wide, arm), ur(wide, arm), ll(-wide, -arm), lr(wide, -arm);
    const int left = out.panel("left-base", Role::Wall, {cross, ul, ll});
    const int right = out.panel("right-base", Role::Wall, {cross, lr, ur});
    const int upperLeft = out.panel("upper-left", Role::Wall, {cross, up, ul});
    const int upperRight = out.panel("upper-right", Role::Wall, {cross, ur, up});
    const int lowerLeft = out.panel("lower-left", Role::Wall, {cross, ll, down});
    const int lowerRight = out.panel("lower-right", Role::Wall, {cross, down, lr});
    out.crease("upper-left-diagonal", left, upperLeft, cross, ul, Fold::Valley);
    out.crease("upper-right-diagonal", upperRight, right, cross, ur, Fold::Valley);
    out.crease("lower-left-diagonal", lowerLeft, left, cross, ll, Fold::Valley);
    out.crease("lower-right-diagonal", right, lowerRight, cross, lr, Fold::Valley);
    out.crease("upper-arm", upperLeft, upperRight, cross, up, Fold::Mountain);
    out.crease("lower-arm", lowerRight, lowerLeft, cross, down, Fold::Mountain);
    const Vec2 onLeft = host.left.origin + at * host.left.along,
               onRight = host.right.origin + at * host.right.along;
    out.lay(left, cross, {0, 1}, host.left.panel, onLeft, host.left.along, false);
    out.lay(right, cross, {0, 1}, host.right.panel, onRight, host.right.along, false);
    if (!plates)
        return {};
    struct Plate {
        const char* name;
        int on;
        double x, y; // the way out from the arm's crease, and from the crossing
        Ring arm;
    };
    for (const Plate& p : {Plate{"upper-plate", upperLeft, -1, 1, {cross, up, ul}},
                           Plate{"lower-plate", lowerRight, 1, -1, {cross, down, lr}}}) {
        // From just inside the diagonal over the arm's crease: beyond the diagonal it would go
        // through the page as the arm rises, beyond the crease it stands free.
        const double inner = (arm - beside - high) * std::tan(alpha) - beside;
        if (inner < 2)
            return beyond(spec, host, "plate_height", high,
                          "above the most, " + inUnit(host, arm - beside - 3 / std::tan(alpha)),
                          "nothing of the plate would lie on its arm", "make it lower");
        const double near = p.x * inner, far = p.x * (inner - plate);
        const double from = p.y * (arm - beside - high), to = p.y * (arm - beside);
        out.part(spec.id + "." + p.name, spec.name + ", " + p.name, spec.id, spec.stock);
        Ring ring{{near, from}, {far, from}, {far, to}, {near, to}};
        if (areaOf(ring) < 0)
            std::reverse(ring.begin(), ring.end());
        const int panel = out.panel(p.name, Role::Wall, ring);
        // Clear of the diagonal and of the arm's crease.
        Ring face = p.arm;
        const Vec2 clear(p.x * beside, p.y * beside * (1 + 1 / std::tan(alpha)));
        for (Vec2& corner : face)
            corner = cross + clear + 0.94 * (corner - cross);
        if (areaOf(face) < 0)
            std::reverse(face.begin(), face.end());
        const Ring glued = common(ring, face);
        if (glued.size() < 3 || areaOf(glued) < 4)
            return beyond(spec, host, "plate_width", plate, "below the least",
                          "nothing of the plate would lie on its arm", "make it wider or higher");
        out.lay(panel, cross, {0, 1}, p.on, cross, {0, 1}, false).adhesive = {glued};
    }
    return {};
}

} // namespace

Family xFold() {
    Family f;
    f.id = "x-fold";
    f.name = "X-fold twist";
    f.purpose = "A creased cross on both pages, whose two arms rise and turn what is glued on one "
                "face of them.";
    f.shelf = "Angled folds";
    f.across = false;
    f.standsOn = {"spine", "valley crease"};
    f.parameters = {
        lengthOf("place", 0, 1000, "from the start of the fold to where the diagonals cross")
            .grows(Parameter::Scale::Along)
            .unless("the middle of the fold"),
        angleOf("alpha", 15, 70, "from the fold to the diagonals").unless("45 degrees"),
        lengthOf("arm", 5, 1000, "along the fold, from the crossing to an arm's end")
            .grows(Parameter::Scale::Lesser)
            .unless("1 3/4 in, or what fits"),
        choiceOf("plates", {"none", "one each"},
                 "a plate on the left face of the upper and the right face of the lower arm")
            .unless("one each"),
        lengthOf("plate_width", 3, 1000, "of a plate, across the arm")
            .grows(Parameter::Scale::Lesser)
            .unless("as wide as half the base"),
        lengthOf("plate_height", 3, 1000, "of a plate, along the arm's crease")
            .grows(Parameter::Scale::Lesser)
            .unless("four tenths of the arm"),
    };
    f.retired = {"height", "hold", "tab"}; // of the panel that both arms held once
    f.complete = completeXFold;
    f.build = buildXFold;
    return f;
}

} // namespace hl::structures
