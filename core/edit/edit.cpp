#include "core/edit/edit.h"
#include "core/assemble/assemble.h"
#include "core/assembly/assembly.h"
#include "core/edit/groups.h"
#include "core/edit/papers.h"
#include "core/fold/motion.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
#include "core/steps/adhesives.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <set>

namespace hl::edit {
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
        for (size_t i = 0; i < a.panels.size(); ++i)
            if (std::count(group.begin(), group.end(), ownerOf(a.panels[i].id)))
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
    if (!values || !values->count("place") || a.crease(s.on) < 0) // along an edge it stays
        return;
    const double place = values->at("place"), length = hostOf(a, a.crease(s.on)).length;
    const Linkage k = linkageOf(a);
    const Motion motion = motionOf(k);
    std::vector<Pose> poses;
    for (double part : {0.01, 0.25, 0.5, 0.75, 0.99})
        poses.push_back(
            poseAt(k, motion, k.course.begin() + part * (k.course.end() - k.course.begin())));
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

namespace {

// Sets measures from texts as typed; "auto" gives one back to its relation.
Trouble setAll(Design& d, const std::string& id, const std::map<std::string, std::string>& set) {
    const Family* f = familyOf(d, id);
    for (auto& [name, text] : set) {
        const std::string place = (id == "card" ? "card" : "structure " + id) + ", measure " + name;
        const Parameter* p = f ? f->parameter(name) : nullptr;
        if (text == "auto") {
            d.setOf(id)->erase(name);
            continue;
        }
        if (f && !p)
            return noSuchMeasure(*f, place);
        auto read =
            p ? readMeasure(*p, text, d.units) : parsePlace(text, Quantity::Length, d.units);
        if (!read)
            return read.problem().in(place);
        (*d.setOf(id))[name] = *read;
    }
    return {};
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
        std::string id = kind + numberText(n);
        if (!design.structure(id))
            return id;
    }
}

Result<std::pair<Design, std::string>> addStructure(const Design& design, const std::string& kind,
                                                    const std::string& on,
                                                    const std::map<std::string, std::string>& set,
                                                    const std::vector<Point>& outline,
                                                    const std::string& id, const Told& told) {
    Design d = design;
    const Family* f = family(kind);
    if (f && f->ground == Ground::Form)
        return changeForm(design, kind, set);
    // A structure that needs another form of card gives an empty one that form.
    if (f && on.empty() && !f->form.empty() && formOf(d).plain && d.structures.empty() &&
        d.parts.empty() && d.card.lines.empty()) {
        auto next = changeForm(d, f->form, f->formSet);
        if (!next)
            return next.problem();
        d = next->first;
    }
    StructureSpec s;
    s.id = id.empty() ? freeId(design, kind) : id;
    s.kind = kind;
    s.on = on.empty() && f ? f->host : on;
    s.outline = outline;
    s.text = familyOf(s).says;
    if (familyOf(s).clear)
        s.stock = clearFilm(d);
    d.structures.push_back(s);
    if (Trouble t = setAll(d, s.id, set))
        return *t;
    auto made = tell(d, s.id, told);
    if (!made)
        return made.problem();
    d = *made;
    if (!set.count("place") && d.structure(s.id)->count == 1)
        placeFreely(d, s.id);
    return std::pair{d, s.id};
}

void placeFreely(Design& d, const std::string& id) {
    const StructureSpec* s = d.structure(id);
    auto made = assemble(d);
    if (!s || !made || made->crease(s->on) < 0)
        return;
    const Design before = d;
    moveAside(d, *made, id);
    if (!(d == before) && !assemble(d))
        d = before; // there is room, but not for one of its kind
}

Result<std::pair<Design, std::string>> changeForm(const Design& design, const std::string& form,
                                                  const std::map<std::string, std::string>& set) {
    Design d = design;
    d.card.form = form;
    if (design.card.form != form) {
        d.card.set.clear();
        d.card.say = formOf(d).row ? lineOfCard(design) : SayLine();
    }
    if (Trouble t = setAll(d, "card", set))
        return *t;
    auto made = assemble(d);
    if (!made)
        return made.problem();
    return std::pair{d, std::string("card")};
}

Result<Design> setMeasure(const Design& design, const std::string& structure,
                          const std::string& parameter, const std::string& text) {
    Design d = design;
    if (!d.setOf(structure))
        return Problem{"structure " + structure, "there is no such structure", "check the id"};
    if (Trouble t = setAll(d, structure, {{parameter, text}}))
        return *t;
    auto made = assemble(d);
    if (!made)
        return made.problem();
    return d;
}

Result<Design> letFollow(const Design& design, const std::string& structure,
                         const std::string& parameter) {
    const Family* f = familyOf(design, structure);
    auto values = measuresOf(design, structure);
    if (!f || !values)
        return Problem{"structure " + structure, "there is no such structure", "check the id"};
    Design d = design;
    auto& set = *d.setOf(structure);
    for (auto& relation : f->relations) {
        if (std::find(relation.begin(), relation.end(), parameter) == relation.end())
            continue;
        for (const std::string& name : relation)
            if (name != parameter)
                set.try_emplace(name,
                                Measure::of(f->parameter(name)->least.quantity, values->at(name)));
    }
    set.erase(parameter);
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
            if ((base.count(seriesOf(design, ownerOf(s.on))) ||
                 (!s.to.empty() && base.count(seriesOf(design, ownerOf(s.to))))) &&
                base.insert(s.id).second)
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
    const auto lost = [&](const std::string& of) {
        return std::find(gone.begin(), gone.end(), seriesOf(design, ownerOf(of))) != gone.end();
    };
    dropShapes(d, lost);
    dropNames(d, lost);
    dropMembers(d);
    // What held its panels holds nothing any more, and nothing drives it.
    std::vector<std::string> joins;
    for (const JoinSpec& j : d.joins)
        if (lost(j.panel) || lost(j.onto))
            joins.push_back(j.id);
    const auto gives = [&](const std::string& of) {
        return std::find(joins.begin(), joins.end(), of) != joins.end();
    };
    d.joins.erase(
        std::remove_if(d.joins.begin(), d.joins.end(), [&](auto& j) { return gives(j.id); }),
        d.joins.end());
    d.motion.erase(std::remove_if(d.motion.begin(), d.motion.end(),
                                  [&](auto& m) { return gives(m.drive) || lost(m.drive); }),
                   d.motion.end());
    // A page that it parted is whole again: what was laid on the piece beyond the cut goes too.
    const bool parted = std::any_of(d.structures.begin(), d.structures.end(), [](auto& s) {
        return s.on.find("-beyond") != std::string::npos;
    });
    if (const auto made = parted ? assemble(d) : Result<Assembly>(Assembly()); !made)
        for (const StructureSpec& s : d.structures)
            if (made.problem().place == "structure " + s.id &&
                s.on.find("-beyond") != std::string::npos)
                return removeStructure(d, s.id);
    return d;
}

void dropNames(Design& d, const std::function<bool(const std::string&)>& lost) {
    d.names.erase(
        std::remove_if(d.names.begin(), d.names.end(), [&](auto& n) { return lost(n.of); }),
        d.names.end());
}

void dropShapes(Design& d, const std::function<bool(const std::string&)>& lost) {
    d.adhesives.erase(
        std::remove_if(d.adhesives.begin(), d.adhesives.end(),
                       [&](const AdhesiveSpec& a) {
                           const auto& all = steps::alikeGlued(); // of everything that is alike
                           return std::find(all.begin(), all.end(), a.of) == all.end() &&
                                  lost(a.of);
                       }),
        d.adhesives.end());
    d.edges.erase(
        std::remove_if(d.edges.begin(), d.edges.end(), [&](auto& e) { return lost(e.of); }),
        d.edges.end());
    d.zones.erase(
        std::remove_if(d.zones.begin(), d.zones.end(), [&](auto& z) { return lost(z.tab); }),
        d.zones.end());
}

} // namespace hl::edit
