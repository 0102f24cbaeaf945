// Topper: a flat shape glued to a panel at a place and an angle, flat or raised on foam.
#include "core/assembly/adhesive.h"
#include "core/assembly/builder.h"
#include "core/measure/number.h"
#include "core/structures/layers/shape.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

enum Adhesive { AllOver, Safe };
enum Copies { Once, Twice };
enum Side { ItsFace, ItsBack };
enum ChannelWay { Level, Upright };

constexpr double clearOfEdges = 1; // mm, between adhesive and an edge or a fold of the panel
constexpr double leastHeld = 40;   // mm2 that are glued of a shape whose middle lies off its panel

bool reaches(const Host& host, double x, double y) {
    return x >= 0 && y >= 0 && x <= host.length && y <= host.left.room;
}

// What of a shape lies on its own panel's paper and clear of its edges, in the shape's coordinates;
// `toShape` maps the panel's into them.
std::vector<Ring> safeZone(const Ring& shape, const Host& host, const Rigid& toShape) {
    std::vector<Ring> out;
    const std::vector<Ring> paper = drawnIn(host.outline, host.apertures, clearOfEdges);
    const auto seen = [&](const Ring& ring) {
        Ring moved;
        for (const Vec2& p : ring)
            moved.push_back(toShape.at(p).head<2>());
        if (areaOf(moved) < 0)
            std::reverse(moved.begin(), moved.end());
        return moved;
    };
    for (const Ring& outline : paper) {
        if (areaOf(outline) <= 0)
            continue;
        const Ring whole = common(shape, seen(outline));
        if (whole.size() < 3)
            continue;
        std::vector<Paper> left{{whole, {}}};
        for (const Ring& hole : paper)
            if (areaOf(hole) < 0) {
                std::vector<Paper> next;
                for (const Paper& p : left)
                    for (Paper& q : without(p.outline, p.apertures, seen(hole)))
                        next.push_back(std::move(q));
                left = std::move(next);
            }
        for (const Paper& p : left)
            for (Ring& piece : ringsOf(p))
                out.push_back(std::move(piece));
    }
    return out;
}

// Two strips of adhesive, or of foam, instead of one: what lies beside a channel through the
// middle.
std::vector<Ring> besideChannel(const std::vector<Ring>& zone, double wide, bool upright) {
    constexpr double far = 2000; // mm
    std::vector<Ring> out;
    for (const Ring& ring : zone)
        for (const double side : {-1.0, 1.0}) {
            const double from = side < 0 ? -far : wide / 2, to = side < 0 ? -wide / 2 : far;
            Ring half =
                common(ring, upright ? Ring{{from, -far}, {to, -far}, {to, far}, {from, far}}
                                     : Ring{{-far, from}, {far, from}, {far, to}, {-far, to}});
            if (half.size() > 2 && std::fabs(areaOf(half)) > 1)
                out.push_back(std::move(half));
        }
    return out;
}

double areaOfAll(const std::vector<Ring>& rings) {
    double sum = 0;
    for (const Ring& r : rings)
        sum += std::fabs(areaOf(r));
    return sum;
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
    v.try_emplace("adhesive", AllOver);
    v.try_emplace("channel", 0);
    v.try_emplace("channel_way", Level);
    v.try_emplace("made", Once);
    v.try_emplace("side", ItsFace);
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
    const Ring ring = shapeOf(static_cast<CutShape>(std::lround(v.at("shape"))), w, h,
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
    // On the back it is upright as it is seen from there.
    const bool face = std::lround(v.at("side")) == ItsFace;
    const Vec2 way = (face ? 1 : -1) * t.cos * host.left.along + t.sin * host.left.inward;
    Join& join =
        out.lay(panel, {0, 0}, {1, 0}, host.left.panel, middle, way, false, face, v.at("raise"));
    const bool safe = std::lround(v.at("adhesive")) == Safe;
    if (from > 0 || to < h)
        join.adhesive = {common(
            ring, {{-w, from - h / 2}, {w, from - h / 2}, {w, to - h / 2}, {-w, to - h / 2}})};
    const bool off = !reaches(host, v.at("across"), v.at("along"));
    if (off || safe) {
        const Ring wanted = join.adhesive.empty() ? ring : join.adhesive.front();
        const std::vector<Ring> held = safeZone(wanted, host, join.place.inverse());
        const double part = areaOfAll(held) / areaOf(ring);
        if (held.empty() || (off && (!safe || areaOfAll(held) < leastHeld)))
            return Problem{"structure " + spec.id + ", measure across",
                           off ? "its middle lies off the panel, which is " +
                                     inUnit(host, host.length) + " by " +
                                     inUnit(host, host.left.room) +
                                     (safe ? ", and only " + numberText(100 * part, 0) +
                                                 " % of it could be glued"
                                           : "")
                               : "nothing of it lies where adhesive may go",
                           off && !safe ? "move it onto the panel, or set adhesive to safe"
                                        : "move it further onto the panel"};
        // Where all of it is safe, nothing need be said.
        if (safe && areaOfAll(held) < areaOf(wanted) - 1e-6)
            join.adhesive = held;
    }
    if (const double wide = v.at("channel"); wide > 0) {
        const bool upright = std::lround(v.at("channel_way")) == Upright;
        if (wide > (upright ? w : h) - 4)
            return beyond(spec, host, "channel", wide,
                          "above the most, " + inUnit(host, (upright ? w : h) - 4),
                          "the strips beside it would not hold", "make it narrower");
        join.adhesive = besideChannel(
            join.adhesive.empty() ? std::vector<Ring>{ring} : join.adhesive, wide, upright);
    }
    if (std::lround(v.at("made")) == Twice) {
        // Seen from behind, turned about the line of its middle.
        Ring mirrored = ring;
        for (Vec2& p : mirrored)
            p.y() = -p.y();
        const std::vector<Ring> sticky = join.adhesive;
        out.part(spec.id + ".back", "back of " + spec.name, spec.id, spec.stock);
        const int twin = out.panel("twin", Role::Wall, mirrored);
        Join& behind = out.lay(twin, {0, 0}, {1, 0}, host.left.panel, middle, way, false, !face,
                               v.at("raise"));
        for (Ring piece : sticky) {
            for (Vec2& p : piece)
                p.y() = -p.y();
            std::reverse(piece.begin(), piece.end());
            behind.adhesive.push_back(std::move(piece));
        }
        out.upright(out.made().parts.size() - 1, {0, -1});
    }
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
    f.adorns = f.figure = true;
    f.laid = Family::Laid::Sized;
    f.parameters = shapeParameters("2 in, or half of a narrower panel",
                                   "1 1/2 in, or half of a lower panel; of a circle the width");
    for (const Parameter& p : {
             raiseParameter(),
             lengthOf("adhesive_from", 0, 1000, "where the adhesive begins, from its lower edge")
                 .grows(Parameter::Scale::Along)
                 .unless("the lower edge"),
             lengthOf("adhesive_to", 2, 1000, "where the adhesive ends, from its lower edge")
                 .grows(Parameter::Scale::Along)
                 .unless("the upper edge", true),
             choiceOf("adhesive", {"all-over", "safe"},
                      "safe: only where it lies on its own panel, clear of edges and folds")
                 .unless("all over"),
             lengthOf("channel", 0, 500,
                      "how wide a channel without adhesive runs through its middle, for a ribbon; "
                      "its foam is then two strips")
                 .grows(Parameter::Scale::Kept)
                 .unless("none")
                 .since(11),
             choiceOf("channel_way", {"level", "upright"}, "which way the channel runs")
                 .unless("level")
                 .since(11),
             choiceOf("made", {"once", "twice"},
                      "twice: a second one, mirrored, on the back of the panel, back to back")
                 .unless("once"),
             choiceOf("side", {"face", "back"}, "of the panel").unless("face"),
         })
        f.parameters.push_back(p);
    f.complete = completeTopper;
    f.build = buildTopper;
    return f;
}

} // namespace hl::structures
