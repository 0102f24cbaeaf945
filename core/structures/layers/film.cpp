// Film: a strip of clear film across a fold and the window in it, held at its two ends. It is bowed
// wherever its ends come nearer to one another than it is long.
#include "core/assembly/builder.h"
#include "core/structures/parameters.h"
#include <algorithm>
#include <cmath>
#include <limits>

namespace hl::structures {
namespace {

enum FilmSide { Over, Behind };

Values completeFilm(Values v, const Host& host) {
    const auto [from, to] = host.window.value_or(std::pair(0.0, host.length));
    v.try_emplace("width", std::min(15.0, 0.5 * (to - from)));
    const double first = from + (to - from - v["width"]) / 2;
    v.try_emplace("place", host.window ? first : std::max(0.0, first));
    v.try_emplace("held", 6);
    v.try_emplace("side", Over);
    // Given its length it lies evenly over the fold, and straight where the card lies open.
    const double even = v.count("length") ? (v["length"] - 2 * v["held"]) / 2
                                          : 0.45 * std::min(host.left.room, host.right.room);
    v.try_emplace("left", even);
    v.try_emplace("right", v.count("length") ? v["length"] - 2 * v["held"] - v["left"] : even);
    v.try_emplace("length", v["left"] + v["right"] + 2 * v["held"]);
    return v;
}

// How long the window is along the fold where the film's middle lies, mm.
double windowAt(const Assembly& a, const Host& host, double middle) {
    constexpr double step = 0.25, beside = 0.4; // mm
    const auto open = [&](double along) {
        for (const Seat* seat : {&host.left, &host.right}) {
            const Panel& p = a.panels[static_cast<size_t>(seat->panel)];
            if (onPaper(p.outline, p.apertures,
                        seat->origin + along * seat->along + beside * seat->inward))
                return false;
        }
        return true;
    };
    double low = middle, high = middle;
    constexpr double most = 1000; // mm
    while (middle - low < most && open(low))
        low -= step;
    while (high - middle < most && open(high))
        high += step;
    return high - low;
}

Trouble buildFilm(const StructureSpec& spec, const Values& v, const Host& host,
                  AssemblyBuilder& out) {
    const double width = v.at("width"), place = v.at("place"), held = v.at("held");
    const double left = v.at("left"), right = v.at("right"), length = v.at("length");
    const double free = length - 2 * held;
    if (free < 2)
        return beyond(spec, host, "length", length,
                      "below the least, " + inUnit(host, 2 * held + 2),
                      "its ends are glued by " + inUnit(host, held) + " each",
                      "make it longer, or glue less of it");
    for (auto [name, from, seat] :
         {std::tuple{"left", left, &host.left}, {"right", right, &host.right}})
        if (from + held > seat->room + 1e-6)
            return beyond(spec, host, name, from,
                          "above the most, " + inUnit(host, std::max(0.0, seat->room - held)),
                          "the panel ends there and its end needs " + inUnit(host, held),
                          "bring its end nearer to the fold");
    // Where a window took the fold away the film lies beyond its ends; its own need paper.
    for (auto [name, from, seat] :
         {std::tuple{"left", left, &host.left}, {"right", right, &host.right}}) {
        const Panel& p = out.made().panels[static_cast<size_t>(seat->panel)];
        for (const double along : {place, place + width})
            for (const double off : {from, from + held})
                if (offPaper(p.outline, p.apertures,
                             seat->origin + along * seat->along + off * seat->inward) > 1e-6)
                    return Problem{"structure " + spec.id + ", measure place",
                                   std::string("its ") + name +
                                       " end is held where there is no paper",
                                   "move the film along the fold, or its ends away from an edge"};
    }
    const bool over = std::lround(v.at("side")) == Over;
    const Assembly& a = out.made();
    Span span;
    span.id = spec.id;
    span.name = spec.name;
    span.structure = spec.id;
    span.length = free;
    span.face = over;
    span.fold = host.left.origin + (place + width / 2) * host.left.along;
    // Inside a fold it never meets it, as if all of the fold were window.
    span.window = host.ridge == over ? windowAt(a, host, place + width / 2)
                                     : std::numeric_limits<double>::infinity();
    out.part(spec.id, spec.name, spec.id, spec.stock);
    // Flat it lies with its middle at x = 0.
    const double x0 = -free / 2;
    const auto end = [&](const char* name, double from, double to, double inner, const Seat& seat,
                         double off, int index) {
        const int panel =
            out.panel(name, Role::Tab, {{from, 0}, {to, 0}, {to, width}, {from, width}});
        out.ride(panel, seat.panel);
        const Vec2 at = seat.origin + place * seat.along + off * seat.inward;
        out.lay(panel, {inner, 0}, {0, 1}, seat.panel, at, seat.along, !over, over);
        span.panels[index] = seat.panel;
        span.edges[index] = {at, at + width * seat.along};
    };
    end("left-end", x0 - held, x0, x0, host.left, left, 0);
    end("right-end", -x0, -x0 + held, -x0, host.right, right, 1);
    out.loose({{x0, 0}, {-x0, 0}, {-x0, width}, {x0, width}});
    out.span(std::move(span));
    return {};
}

} // namespace

Family film() {
    Family f;
    f.id = f.name = "film";
    f.purpose = "A strip of clear film across a window, with a greeting on its middle.";
    f.shelf = "Layers and toppers";
    f.ground = Ground::AnyFold;
    f.standsOn = {"spine", "valley crease", "mountain crease"};
    f.dresses = f.adorns = f.texts = f.clear = true;
    f.relations = {{"length", "left", "right", "held"}};
    f.parameters = {
        lengthOf("place", -1000, 1000,
                 "from the start of the fold to its near side; before it or beyond its end where a "
                 "window took the fold away")
            .grows(Parameter::Scale::Along)
            .unless("centred on the window over the fold, or on the fold"),
        lengthOf("width", 3, 1000, "along the fold; narrower than the window")
            .grows(Parameter::Scale::Along)
            .unless("15 mm, or half of a short fold")
            .why("a narrower strip tears", "no card is that large"),
        lengthOf("length", 8, 2000, "of the whole strip, its glued ends included")
            .unless("what reaches from end to end where the card lies open", true)
            .why("its ends are glued", "no card is that large"),
        lengthOf("left", 0, 1000, "from the fold to where its left end is held")
            .unless("nearly half of the narrower side, or what its length leaves"),
        lengthOf("right", 0, 1000, "from the fold to where its right end is held")
            .unless("as on the left, or what its length leaves"),
        lengthOf("held", 2, 60, "of each end that is glued")
            .grows(Parameter::Scale::Kept)
            .unless("6 mm")
            .why("less does not hold", "more only wastes film"),
        choiceOf("side", {"over", "behind"}, "of the two panels").unless("over"),
    };
    f.complete = completeFilm;
    f.build = buildFilm;
    return f;
}

} // namespace hl::structures
