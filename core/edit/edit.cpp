#include "core/edit/edit.h"
#include "core/assembly/assembly.h"
#include "core/fold/motion.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>
#include <set>

namespace hl {
namespace {

struct Stretch { // of a crease, in mm from its start
    double from = 1e300, to = -1e300;
};

// The stretch of its host that a structure, with all that stands on it, sweeps over while the card
// opens: seen along the host crease, at a few openings.
Stretch stretchOf(const Linkage& k, const std::vector<Pose>& poses, const Design& d,
                  const std::string& id) {
    const Assembly& a = *k.assembly;
    Stretch out;
    const Seat seat = hostOf(a, a.crease(d.structure(id)->on)).left;
    std::vector<std::string> group = standingOn(d, id);
    group.push_back(id);
    for (const Pose& pose : poses) {
        const Vec3 origin = pose.panels[seat.panel].at(seat.origin);
        const Vec3 along = pose.panels[seat.panel].turn * lift(seat.along);
        for (const std::string& member : group)
            for (int i : a.parts[a.part(member)].panels)
                for (const Vec2& p : a.panels[i].outline) {
                    const double t = (pose.panels[i].at(p) - origin).dot(along);
                    out.from = std::min(out.from, t);
                    out.to = std::max(out.to, t);
                }
    }
    return out;
}

// Moves a structure along its host to the nearest stretch that no other one takes, on marks of
// the ruler; where there is none, to where it overlaps the others least.
void moveAside(Design& d, const Assembly& a, const std::string& id) {
    constexpr double gap = 1; // mm
    StructureSpec& s = *d.structure(id);
    auto values = measuresOf(d, id);
    if (!values || !values->count("place"))
        return;
    const double place = values->at("place"), length = hostOf(a, a.crease(s.on)).length;
    const Linkage k = linkageOf(a);
    const Motion motion = motionOf(k);
    std::vector<Pose> poses;
    for (double opening : {2.0, 45.0, 90.0, 135.0, 178.0})
        poses.push_back(poseAt(k, motion, opening));
    const Stretch mine = stretchOf(k, poses, d, id);
    std::vector<Stretch> taken;
    for (const StructureSpec& o : d.structures)
        if (o.id != id && o.on == s.on)
            taken.push_back(stretchOf(k, poses, d, o.id));
    // How much of the others the structure would overlap, moved by `by`; infinite off the crease.
    auto overlap = [&](double by) {
        const Stretch there{mine.from + by, mine.to + by};
        if (place + by < 0 || (by != 0 && (there.from < 0 || there.to > length)))
            return 1e300;
        double sum = 0;
        for (const Stretch& o : taken)
            sum += std::max(0.0, std::min(o.to, there.to) - std::max(o.from, there.from) + gap);
        return sum;
    };
    const double step = d.units == Unit::Inch ? 25.4 / 16 : 0.5;
    const double nearest = std::round(place / step);
    double least = overlap(0), best = place;
    for (int n = 1; least > 0 && n * step < length; ++n)
        for (int way : {-1, 1}) {
            const double to = (nearest + way * n) * step;
            if (const double o = overlap(to - place); o < least - 1e-6) {
                least = o;
                best = to;
            }
        }
    if (best != place)
        s.set["place"] = Measure::fromMm(best);
}

} // namespace

Result<std::pair<Measure, Measure>> parseCardSize(const std::string& text, Unit unit) {
    const Problem unreadable{"card size", "“" + text + "” is not a closed size",
                             "write it like 5x7in, 14x14cm or 4 1/4 x 5 1/2 in"};
    size_t cross = text.find_first_of("xX");
    size_t width = 1;
    if (cross == std::string::npos) {
        cross = text.find("×");
        width = std::string("×").size();
    }
    if (cross == std::string::npos)
        return unreadable;
    std::string first = text.substr(0, cross), second = text.substr(cross + width);
    // The unit written once at the end holds for both.
    if (first.find_first_of("mciMCI\"") == std::string::npos) {
        size_t tail = second.find_first_of("mciMCI\"");
        if (tail != std::string::npos)
            first += second.substr(tail);
    }
    auto w = parseLength(first, unit), h = parseLength(second, unit);
    if (!w || !h)
        return (w ? h : w).problem().in("card size");
    return std::pair{w->measure, h->measure};
}

Result<Design> newDesign(Measure width, Measure height, SpineSide spine, Unit units) {
    Design d;
    d.units = units;
    d.card.width = width;
    d.card.height = height;
    d.card.spine = spine;
    Stock card;
    card.id = "card";
    card.name = "Ivory card";
    d.stocks = {card};
    auto made = assemble(d);
    if (!made)
        return made.problem();
    return d;
}

std::string freeId(const Design& design, const std::string& kind) {
    for (int n = 1;; ++n) {
        std::string id = kind + std::to_string(n);
        if (!design.structure(id))
            return id;
    }
}

Result<std::pair<Design, std::string>> addStructure(const Design& design, const std::string& kind,
                                                    const std::string& on,
                                                    const std::map<std::string, std::string>& set) {
    Design d = design;
    StructureSpec s;
    s.id = freeId(design, kind);
    s.kind = kind;
    s.on = on;
    d.structures.push_back(s);
    auto made = assemble(d);
    if (!made)
        return made.problem();
    for (auto& [name, text] : set) {
        auto next = setMeasure(d, s.id, name, text);
        if (!next)
            return next.problem();
        d = *next;
    }
    if (!set.count("place"))
        moveAside(d, *assemble(d), s.id);
    return std::pair{d, s.id};
}

Result<Design> setMeasure(const Design& design, const std::string& structure,
                          const std::string& parameter, const std::string& text) {
    Design d = design;
    StructureSpec* s = d.structure(structure);
    if (!s)
        return Problem{"structure " + structure, "there is no such structure", "check the id"};
    const std::string place = "structure " + structure + ", measure " + parameter;
    const Family* f = family(s->kind);
    const Parameter* p = f ? f->parameter(parameter) : nullptr;
    if (text == "auto") {
        s->set.erase(parameter);
    } else {
        auto parsed = parseMeasure(text, p ? p->fallback.quantity : Quantity::Length, design.units);
        if (!parsed)
            return parsed.problem().in(place);
        s->set[parameter] = parsed->measure;
    }
    auto made = assemble(d);
    if (!made)
        return made.problem();
    return d;
}

std::vector<std::string> standingOn(const Design& design, const std::string& id) {
    std::vector<std::string> out;
    std::set<std::string> base{id};
    for (bool grew = true; grew;) {
        grew = false;
        for (auto& s : design.structures)
            if (base.count(ownerOf(s.on)) && base.insert(s.id).second)
                grew = true;
    }
    for (auto& s : design.structures)
        if (s.id != id && base.count(s.id))
            out.push_back(s.id);
    return out;
}

Design removeStructure(const Design& design, const std::string& id) {
    Design d = design;
    std::vector<std::string> gone = standingOn(design, id);
    gone.push_back(id);
    d.structures.erase(std::remove_if(d.structures.begin(), d.structures.end(),
                                      [&](auto& s) {
                                          return std::find(gone.begin(), gone.end(), s.id) !=
                                                 gone.end();
                                      }),
                       d.structures.end());
    return d;
}

} // namespace hl
