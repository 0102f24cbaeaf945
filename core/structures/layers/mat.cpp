// Mat: paper glued all over a panel but for an even border; the next one on top of it is a layer.
#include "core/assembly/builder.h"
#include "core/assembly/mat_region.h"
#include "core/assembly/open_slits.h"
#include "core/measure/number.h"
#include "core/structures/parameters.h"
#include <algorithm>
#include <cmath>
#include <optional>

namespace hl::structures {
namespace {

enum MatFace { OnFace, OnBack };
enum Landings { Round, Under };
enum Pattern { ByItself, RunsOn };
enum Over { OverNothing, OverLeft, OverRight, OverBottom, OverTop };
enum Stuck { StuckAllOver, StuckLeft, StuckRight, StuckBottom, StuckTop };

Values completeMat(Values v, const Host& host) {
    v.try_emplace("step", stepOn(std::min(host.length, host.left.room), host.step));
    for (const char* side : {"left", "right", "bottom", "top"})
        v.try_emplace(side, v["step"]);
    v.try_emplace("side", OnFace);
    v.try_emplace("turn", 0);
    v.try_emplace("landings", Round);
    v.try_emplace("runs", ByItself);
    v.try_emplace("over", OverNothing);
    v.try_emplace("stuck", StuckAllOver);
    v.try_emplace("band", 10);
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

// The fold of a panel that faces one of its host's four sides, and the panel beyond it.
struct Beyond {
    int crease = -1, panel = -1;
};
Vec2 sideOf(const Host& host, int over) {
    const Vec2 sides[] = {-host.left.along, host.left.along, -host.left.inward, host.left.inward};
    return sides[over - OverLeft];
}
Beyond beyondSide(const Assembly& a, int panel, const Vec2& side) {
    Beyond out;
    double longest = 0;
    for (size_t i = 0; i < a.creases.size(); ++i) {
        const Crease& c = a.creases[i];
        if (c.left != panel && c.right != panel)
            continue;
        const Vec2 outward = c.left == panel ? rightOf(c.dir()) : leftOf(c.dir());
        if (outward.dot(side) > 0.8 && c.length() > longest) {
            longest = c.length();
            out = {static_cast<int>(i), c.left == panel ? c.right : c.left};
        }
    }
    return out;
}

// The largest piece of a mat on a panel, without a border along the fold that faces `flush`.
std::optional<Paper> regionBeside(const Assembly& a, const Values& v, int panel, const Vec2& flush,
                                  bool face) {
    const Panel& p = a.panels[static_cast<size_t>(panel)];
    Borders borders{v.at("step"), v.at("step"), v.at("step"), v.at("step"), 0};
    borders.along = leftOf(-flush); // so that `top` is the side that is flush
    borders.up = flush;
    const bool round = std::lround(v.at("landings")) != Under;
    std::vector<Paper> pieces = matOn(
        p.outline, p.apertures, round ? gluedOn(a, panel, face) : std::vector<Ring>{}, borders);
    if (pieces.empty())
        return std::nullopt;
    return pieces.front();
}

// Where a ring runs along a line, as far along it as it does so: from, to; empty if it does not.
std::optional<std::pair<double, double>> alongLine(const Ring& ring, const Vec2& origin,
                                                   const Vec2& way) {
    std::optional<std::pair<double, double>> out;
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 &p = ring[i], &q = ring[(i + 1) % ring.size()];
        if (std::fabs(leftOf(way).dot(p - origin)) > 1e-4 ||
            std::fabs(leftOf(way).dot(q - origin)) > 1e-4)
            continue;
        const double s = way.dot(p - origin), t = way.dot(q - origin);
        if (!out || std::fabs(t - s) > out->second - out->first)
            out = {std::min(s, t), std::max(s, t)};
    }
    return out;
}

// What comes through a slit of the panel comes through the mat that was just made on it as well.
void slitLike(AssemblyBuilder& out, int on, bool face, int mat) {
    const Assembly& a = out.made();
    const Ring outline = a.panels[static_cast<size_t>(mat)].outline;
    const std::string id = a.panels[static_cast<size_t>(mat)].id,
                      name = id.substr(id.rfind('.') + 1) + "-slit";
    int n = 0;
    for (OpenSlit slit : openSlits(a, on, face)) {
        if (!face) { // it is seen from the other side
            slit.from.y() *= -1;
            slit.to.y() *= -1;
        }
        const auto within = stretchWithin(slit, outline);
        if (!within)
            continue;
        const Vec2 way = (slit.to - slit.from).normalized();
        out.mark(name + (n++ > 0 ? "-" + numberText(n) : ""), LineKind::Slit,
                 {slit.from + within->first * way, slit.from + within->second * way});
    }
}

// One mat over a panel and the next one, scored where the fold below it is and folded with it.
Trouble buildOver(const StructureSpec& spec, const Values& v, const Host& host,
                  AssemblyBuilder& out) {
    const Assembly& a = out.made();
    const int on = host.left.panel;
    const bool face = v.at("side") == OnFace;
    const Vec2 side = sideOf(host, static_cast<int>(std::lround(v.at("over"))));
    const std::string place = "structure " + spec.id + ", measure over";
    const Beyond next = beyondSide(a, on, side);
    if (next.panel < 0)
        return Problem{place, "there is no fold on that side of its panel",
                       "choose the side of a fold, or end the mat there"};
    const Panel& second = a.panels[static_cast<size_t>(next.panel)];
    if (second.role == Role::Tab)
        return Problem{place, "beyond that fold there is only a tab, which nobody sees",
                       "end the mat there"};
    const Crease below = a.creases[static_cast<size_t>(next.crease)];
    if (!below.gaps.empty())
        return Problem{place, "a part of that fold is cut out and stays unfolded",
                       "end the mat there, and lay another on the other side"};
    const auto here = regionBeside(a, v, on, side, face),
               there = regionBeside(a, v, next.panel, -side, face);
    const auto mine = here ? alongLine(here->outline, below.from, below.dir()) : std::nullopt,
               other = there ? alongLine(there->outline, below.from, below.dir()) : std::nullopt;
    const double from = mine && other ? std::max(mine->first, other->first) : 0,
                 to = mine && other ? std::min(mine->second, other->second) : 0;
    if (to - from < 1)
        return beyond(spec, host, "step", v.at("step"), "too wide a border",
                      "nothing of the mat would go over the fold",
                      "make the step smaller, or end the mat there");
    const Vec2 up = a.parts[static_cast<size_t>(a.panels[static_cast<size_t>(on)].part)].up;
    const auto seen = [&](Vec2 p) { return face ? p : Vec2(p.x(), -p.y()); };
    out.part(spec.id, spec.name, spec.id, spec.stock);
    int made[2];
    for (int i = 0; i < 2; ++i) {
        const Paper& paper = i ? *there : *here;
        Ring outline = paper.outline;
        std::vector<Ring> holes = paper.apertures;
        for (Vec2& p : outline)
            p = seen(p);
        for (Ring& hole : holes)
            for (Vec2& p : hole)
                p = seen(p);
        made[i] = out.panel(i ? "beyond" : "mat", Role::Wall, outline, holes);
        out.ride(made[i], i ? next.panel : on);
        slitLike(out, i ? next.panel : on, face, made[i]);
    }
    // Seen from behind, left and right change places, and a valley is a mountain.
    const Vec2 start = seen(below.from + from * below.dir()),
               end = seen(below.from + to * below.dir());
    const bool first = (below.left == on) == face;
    const Fold fold = face                         ? below.fold
                      : below.fold == Fold::Valley ? Fold::Mountain
                                                   : Fold::Valley;
    const bool either = below.either;
    out.crease("fold", made[first ? 0 : 1], made[first ? 1 : 0], start, end, fold);
    out.lastCrease().either = either;
    for (int i = 0; i < 2; ++i)
        out.lay(made[i], {0, 0}, {1, 0}, i ? next.panel : on, {0, 0}, {1, 0}, false, face);
    out.upright(out.made().parts.size() - 1, face ? up : Vec2(up.x(), -up.y()));
    return {};
}

// The band of a mat that is stuck, where only a band is.
std::vector<Ring> bandOf(const Ring& outline, int stuck, double wide, const Host& host, bool face) {
    const auto seen = [&](const Vec2& p) { return face ? p : Vec2(p.x(), -p.y()); };
    const Vec2 side = seen(sideOf(host, stuck - StuckLeft + OverLeft));
    double most = -1e300;
    for (const Vec2& p : outline)
        most = std::max(most, side.dot(p));
    const Vec2 along = leftOf(side), out = most * side;
    const double far = 1e4;
    Ring band{out - wide * side - far * along, out + far * side - far * along,
              out + far * side + far * along, out - wide * side + far * along};
    if (areaOf(band) < 0)
        std::reverse(band.begin(), band.end());
    return {common(outline, band)};
}

Trouble buildMat(const StructureSpec& spec, const Values& v, const Host& host,
                 AssemblyBuilder& out) {
    const Assembly& a = out.made();
    const int on = host.left.panel;
    const Panel under = a.panels[static_cast<size_t>(on)];
    if (under.role == Role::Tab)
        return Problem{"structure " + spec.id, "its host is a tab, which nobody sees",
                       "lay it on a page or a wall"};
    if (std::lround(v.at("over")) != OverNothing)
        return buildOver(spec, v, host, out);
    const int stuck = static_cast<int>(std::lround(v.at("stuck")));
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
        slitLike(out, on, face, panel);
        Join& join = out.lay(panel, {0, 0}, {1, 0}, on, {0, 0}, {1, 0}, false, face);
        if (stuck != StuckAllOver)
            join.adhesive = bandOf(out.made().panels[static_cast<size_t>(panel)].outline, stuck,
                                   v.at("band"), host, face);
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
    f.dresses = f.adorns = f.covers = true;
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
            .unless("the card's step (3 mm), on a narrow panel half of it, 1.5 mm at least"),
        border("left", "on the left"),
        border("right", "on the right"),
        border("bottom", "at the bottom"),
        border("top", "at the top"),
        choiceOf("side", {"face", "back"}, "of the panel").unless("face"),
        turnParameter("by which its pattern is turned to the left"),
        shift("shift_right", "to the right"),
        shift("shift_up", "upward"),
        choiceOf("runs", {"by-itself", "on"},
                 "on: its pattern runs on from the other panels of that sheet, over their folds")
            .unless("by itself"),
        choiceOf("over", {"nothing", "left", "right", "bottom", "top"},
                 "the fold on that side, over which it goes on: scored there and folded with it")
            .unless("nothing"),
        choiceOf("stuck", {"all-over", "left", "right", "bottom", "top"},
                 "all over, or by a band along that side alone, free beyond it")
            .unless("all over"),
        lengthOf("band", 2, 1000, "how wide the band is")
            .grows(Parameter::Scale::Kept)
            .unless("10 mm"),
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

} // namespace hl::structures
