#include "core/assembly/print_place.h"
#include <algorithm>
#include <cmath>

namespace hl::assembly {
namespace {

// The panel that carries all others between it and this one, and whether it is seen from behind.
struct Carrier {
    int panel;
    bool behind = false;
};
Carrier carrierOf(const Assembly& a, int panel) {
    Carrier out{panel};
    for (size_t step = 0; step < a.panels.size(); ++step) {
        const Panel& p = a.panels[static_cast<size_t>(out.panel)];
        if (p.rides < 0)
            break;
        for (const Join* j : a.joinsOf(out.panel))
            if (j->landing == p.rides)
                out.behind = out.behind != !j->ontoFace();
        out.panel = p.rides;
    }
    return out;
}

Vec2 upOf(const Assembly& a, int panel, const std::vector<Vec2>* upright) {
    const auto i = static_cast<size_t>(panel);
    return upright && i < upright->size() ? (*upright)[i]
                                          : a.parts[static_cast<size_t>(a.panels[i].part)].up;
}

Vec2 turned(const Vec2& v, double angle) {
    return {v.x() * std::cos(angle) - v.y() * std::sin(angle),
            v.x() * std::sin(angle) + v.y() * std::cos(angle)};
}

} // namespace

PrintPlace printPlace(const Design& design, const Assembly& a, int part, const Print& print,
                      const std::vector<Vec2>* upright) {
    const Part& own = a.parts[static_cast<size_t>(part)];
    PrintPlace out;
    out.width = print.width;
    out.height = print.height;
    const StructureSpec* s = design.structure(own.structure);
    const auto set = [&](const char* name) {
        const auto it = s ? s->set.find(name) : decltype(s->set.find(name))();
        return s && it != s->set.end() ? std::optional(it->second) : std::nullopt;
    };
    // A mat lies in the flat coordinates of what it covers, mirrored on the back.
    int first = own.panels.front();
    const std::vector<int>* over = &own.panels;
    bool behind = false;
    if (const auto runs = set("runs"); runs && runs->inside() > 0.5) {
        const Carrier carrier = carrierOf(a, first);
        behind = carrier.behind;
        over =
            &a.parts[static_cast<size_t>(a.panels[static_cast<size_t>(carrier.panel)].part)].panels;
        first = over->front();
    }
    const auto seen = [&](const Vec2& v) { return behind ? Vec2(v.x(), -v.y()) : v; };
    out.up = seen(upOf(a, first, upright));
    if (const auto turn = set("turn"))
        out.up = turned(out.up, turn->inside());
    out.right = -leftOf(out.up);
    Vec2 low(1e300, 1e300), high(-1e300, -1e300);
    for (int panel : *over)
        for (const Vec2& p : a.panels[static_cast<size_t>(panel)].outline) {
            const Vec2 q = seen(p);
            low = low.cwiseMin(Vec2(out.right.dot(q), out.up.dot(q)));
            high = high.cwiseMax(Vec2(out.right.dot(q), out.up.dot(q)));
        }
    out.middle = (low + high) / 2;
    if (const Stock* paper = design.stock(own.stock); paper && paper->fitted) {
        out.width = high.x() - low.x();
        out.height = high.y() - low.y();
    }
    for (auto& [name, by] :
         {std::pair{"shift_right", &out.middle.x()}, {"shift_up", &out.middle.y()}})
        if (const auto shift = set(name))
            *by += shift->mm();
    return out;
}

} // namespace hl::assembly
