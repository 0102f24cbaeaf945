// Collision: two panels that pass through each other at some opening (core/prove/crossings), or
// within a plane (core/prove/in_plane), or by turning about a line (core/prove/turned_through).
#include "core/prove/crossings.h"
#include "core/prove/in_plane.h"
#include "core/prove/saying.h"
#include "core/prove/turned_through.h"
#include <algorithm>

namespace hl::proving {
namespace {

// What two panels do, in words that go between their names, and what helps.
struct Deed {
    const char *code, *words, *remedy;
};
constexpr const char* moveApart =
    "Move the two apart along the fold, or make one of them lower or narrower.";
constexpr Deed goesOver{"collision.goes-over", " has to go over the ",
                        "Make what is raised lower, or move it further from the fold."},
    passes{"collision.passes", " passes through the ", moveApart},
    swaps{"collision.changes-places", " changes places with the ", moveApart},
    pushes{"collision.pushed-into", " is pushed into the ", moveApart},
    besideSlit{"collision.beside-slits", " goes beside its slits through the ",
               "Let the slits be as long as what goes through them, and meet."},
    turns{"collision.turns-through", " turns through the ",
          "Fold it to the other side, or slit what it turns through along that fold."};

// What meets, and what it does.
struct Met : Hit {
    Met(const Hit& h, const Deed& d) : Hit(h), does(&d) {}
    const Deed* does;
};

std::vector<Met> metBy(const Evidence& e, const Stop& stop) {
    std::vector<Met> out;
    for (const Hit& h : crossingsOf(e, stop))
        out.emplace_back(h, h.over ? goesOver : h.slotted ? besideSlit : h.swap ? swaps : passes);
    const auto apart = [&](const Push& p, const Deed& does) {
        Hit h{p.mover, p.other, p.first, p.last, p.worst, p.depth, p.where};
        h.first = std::min(h.first, h.worst);
        h.last = std::max(h.last, h.worst);
        out.emplace_back(h, does);
    };
    for (const Push& p : pushesOf(e.c, e.film, stop))
        apart(p, pushes);
    for (const Push& p : turnedThrough(e.c, e.film, stop))
        apart(p, turns);
    return out;
}

} // namespace

void collision(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    std::vector<Met> hits = metBy(e, stop);
    // What only the stiffness of its folds holds in place gives way to what it meets.
    const std::vector<bool> soft = heldBySprings(c);
    const auto severityOf = [&](const Met& h) {
        const double caliper = std::max(caliperOf(c, h.a), caliperOf(c, h.b));
        const bool mild = h.depth <= caliper || soft[h.a] || soft[h.b] || h.over;
        return mild ? Severity::Caution : Severity::Stop;
    };
    // One finding for each pair of parts: the deepest pair of panels speaks for the rest.
    std::stable_sort(hits.begin(), hits.end(),
                     [](const Hit& a, const Hit& b) { return a.depth > b.depth; });
    struct Told {
        Finding first;
        const Deed* second;
        std::pair<int, int> parts;
    };
    std::vector<Told> found;
    for (const Met& h : hits) {
        const Panel &a = c.assembly.panels[h.a], &b = c.assembly.panels[h.b];
        const std::pair<int, int> parts = std::minmax(a.part, b.part);
        auto same = std::find_if(found.begin(), found.end(), [&](auto& f) {
            return (f.second == &turns) == (h.does == &turns) && f.parts == parts;
        });
        if (same != found.end()) {
            Finding& f = same->first;
            f.openingFrom = std::min(f.openingFrom, h.first);
            f.openingTo = std::max(f.openingTo, h.last);
            nameIn(f, c, h.a);
            nameIn(f, c, h.b);
            if (same->second == &goesOver && severityOf(h) > f.severity) { // the worse one speaks
                f.severity = severityOf(h);
                f.panels = {a.id, b.id};
                f.opening = h.worst;
                f.amount = h.depth;
                f.where = h.where;
                same->second = h.does;
            }
            continue;
        }
        Finding f =
            Finding::of("collision.passes", severityOf(h), h.first, h.last, h.worst, h.depth);
        f.where = h.where;
        nameIn(f, c, h.a);
        nameIn(f, c, h.b);
        found.push_back({f, h.does, parts});
    }
    for (auto& [f, does, parts] : found) {
        const int a = c.assembly.panel(f.panels[0]), b = c.assembly.panel(f.panels[1]);
        f.code = does->code;
        f.message = "The " + sayPanel(c, a) + does->words + sayPanel(c, b) + " by up to " +
                    sayAmount(c, f.amount) + " " + sayOpening(c, f.openingFrom, f.openingTo) + ".";
        f.remedy = does->remedy;
        out.push_back(f);
    }
}

} // namespace hl::proving
