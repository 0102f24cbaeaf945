// Thread: from a hole in one side of a fold to a hole in the other, its ends glued down behind by
// small patches; banners may hang on it.
#include "core/assembly/builder.h"
#include "core/measure/number.h"
#include "core/structures/layers/shape.h"
#include "core/structures/parameters.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

constexpr double patch = 8;    // mm, of the paper that holds an end
constexpr double foldOver = 3; // mm of a banner that goes over the thread
enum MadeOf { Twine, Wire };
enum Banner { Pennant, Flag, Swallowtail };

Values completeThread(Values v, const Host& host) {
    v.try_emplace("left", 0.5 * host.left.room);
    v.try_emplace("right", std::min(v["left"], 0.9 * host.right.room));
    v.try_emplace("place", 0.75 * host.length);
    v.try_emplace("length", 1.04 * (v["left"] + v["right"]));
    v.try_emplace("banners", 5);
    v.try_emplace("made_of", Twine);
    v.try_emplace("shape", Pennant);
    const double each = v["length"] / std::max(1.0, v["banners"]);
    v.try_emplace("banner_width", std::min(14.0, 0.7 * each));
    v.try_emplace("banner_height", 1.2 * v["banner_width"]);
    return v;
}

Ring bannerOf(Banner shape, double w, double h) {
    switch (shape) {
    case Pennant:
        return {{0, -h}, {w / 2, 0}, {w / 2, foldOver}, {-w / 2, foldOver}, {-w / 2, 0}};
    case Swallowtail:
        return {{-w / 2, -h}, {0, -0.7 * h}, {w / 2, -h}, {w / 2, foldOver}, {-w / 2, foldOver}};
    case Flag:
        break;
    }
    return {{-w / 2, -h}, {w / 2, -h}, {w / 2, foldOver}, {-w / 2, foldOver}};
}

Trouble buildThread(const StructureSpec& spec, const Values& v, const Host& host,
                    AssemblyBuilder& out) {
    const double length = v.at("length"), place = v.at("place");
    const int banners = static_cast<int>(std::lround(v.at("banners")));
    if (place > host.length + 1e-6)
        return beyond(spec, host, "place", place, "above the most, " + inUnit(host, host.length),
                      "the fold ends there", "move it back");
    Span span;
    span.id = spec.id;
    span.name = spec.name;
    span.structure = spec.id;
    span.thread = true;
    span.wire = std::lround(v.at("made_of")) == Wire;
    span.length = length;
    span.fold = host.left.origin + place * host.left.along;
    const Seat* const seats[] = {&host.left, &host.right};
    const char* const sides[] = {"left", "right"};
    for (int i = 0; i < 2; ++i) {
        const Seat& seat = *seats[i];
        const double from = v.at(sides[i]);
        if (from + 1 > seat.room)
            return beyond(spec, host, sides[i], from,
                          "above the most, " + inUnit(host, std::max(0.0, seat.room - 1)),
                          "the panel ends there", "bring the hole nearer to the fold");
        const Vec2 hole = seat.origin + place * seat.along + from * seat.inward;
        const Panel& under = out.made().panels[static_cast<size_t>(seat.panel)];
        if (!onPaper(under.outline, under.apertures, hole))
            return Problem{"structure " + spec.id + ", measure " + sides[i],
                           "there is no paper where the thread would go through",
                           "move the hole, or the thread along the fold"};
        span.panels[i] = seat.panel;
        span.edges[i] = {hole, hole};
        out.part(spec.id + (i ? ".second" : ""), "patch of " + spec.name, spec.id, spec.stock);
        const double r = patch / 2;
        const int panel = out.panel(i ? "right-patch" : "left-patch", Role::Wall,
                                    {{-r, -r}, {r, -r}, {r, r}, {-r, r}});
        out.ride(panel, seat.panel);
        out.lay(panel, {0, 0}, {0, 1}, seat.panel, hole, seat.along, true, false);
    }
    // In the closed card they lie on the left panel, beside the hole toward the fold.
    const double w = v.at("banner_width"), h = v.at("banner_height");
    if (banners > 0 && banners * w > length)
        return beyond(spec, host, "banner_width", w,
                      "above the most, " + inUnit(host, length / banners),
                      "so many have no room on the thread", "make them narrower, or fewer");
    for (int n = 0; n < banners; ++n) {
        const std::string number = numberText(n + 1);
        out.part(spec.id + ".banner-" + number, "banner of " + spec.name, spec.id, spec.stock);
        const int panel =
            out.panel("banner-" + number, Role::Wall,
                      bannerOf(static_cast<Banner>(std::lround(v.at("shape"))), w, h));
        out.hang(panel, host.left.panel);
        const double off = v.at("left") * (n + 0.5) / banners;
        out.lay(panel, {0, 0}, {0, 1}, host.left.panel,
                host.left.origin + place * host.left.along + off * host.left.inward,
                host.left.along, false);
        span.hung.push_back(panel);
    }
    out.span(std::move(span));
    return {};
}

} // namespace

Family thread() {
    Family f;
    f.id = f.name = "thread";
    f.purpose = "A thread from page to page that hangs when the card opens, with small banners.";
    f.shelf = "Layers and toppers";
    f.ground = Ground::AnyFold;
    f.standsOn = {"spine", "valley crease", "mountain crease"};
    f.across = false;
    f.dresses = f.adorns = f.texts = true;
    f.parameters = {
        placeParameter().unless("three quarters along the fold"),
        lengthOf("left", 1, 1000, "from the fold to its left hole").unless("half of the side"),
        lengthOf("right", 1, 1000, "from the fold to its right hole").unless("as on the left"),
        choiceOf("made_of", {"thread", "wire"}, "thread hangs, wire stands up in an arch")
            .unless("thread"),
        lengthOf("length", 4, 2000, "from hole to hole along the thread")
            .unless("four hundredths more than where the card lies open", true)
            .why("a shorter one holds nothing", "no card is that large"),
        countOf("banners", 0, 40, "that hang on it").unless("five"),
        choiceOf("shape", {"pennant", "flag", "swallowtail"}, "of a banner").unless("pennant"),
        lengthOf("banner_width", 2, 200, "of a banner")
            .grows(Parameter::Scale::Lesser)
            .unless("14 mm, less where there are many"),
        lengthOf("banner_height", 2, 200, "from the thread to its lowest point")
            .grows(Parameter::Scale::Lesser)
            .unless("a fifth more than its width"),
    };
    f.complete = completeThread;
    f.build = buildThread;
    return f;
}

} // namespace hl::structures
