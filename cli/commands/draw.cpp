// Draws a line or an aperture on the card or on a part.
#include "core/edit/draw.h"
#include "cli/common.h"
#include "core/edit/tell.h"
#include "core/measure/place.h"
#include <algorithm>
#include <iostream>

namespace hl::cli {
namespace {

Result<Vec2> pointOf(const std::string& text, Unit unit) {
    const size_t comma = text.find(',');
    const Problem how{"", "“" + text + "” is no point", "write it like 12,-5 or 12mm,30mm"};
    if (comma == std::string::npos)
        return how;
    auto x = parsePlace(text.substr(0, comma), Quantity::Length, unit),
         y = parsePlace(text.substr(comma + 1), Quantity::Length, unit);
    if (!x || !y)
        return how;
    return Vec2(x->mm(), y->mm());
}

} // namespace

Run declareDraw(CLI::App& options) {
    struct EditsGiven {
        std::string file, part, kind, from, to, name;
    };
    auto given = std::make_shared<EditsGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("PART", given->part, "card, or a part")->required();
    options.add_option("KIND", given->kind)
        ->required()
        ->check(CLI::IsMember({"valley", "mountain", "slit", "either", "aperture", "smooth"}));
    options.add_option("FROM", given->from,
                       "a point such as 12,30; of an aperture its lower left "
                       "corner");
    options.add_option("TO", given->to, "the other end, or the upper right corner");
    options.add_option("--name", given->name, "what a line is called");
    return [given] {
        return edited(given->file, [&](const Design& d) -> Result<Design> {
            if (given->kind == "smooth")
                return smoothSpine(d);
            auto a = pointOf(given->from, d.units), b = pointOf(given->to, d.units);
            if (!a || !b)
                return (a ? b : a).problem().in("draw");
            if (given->kind == "aperture") {
                Design next = d;
                FreePart* p = next.part(given->part);
                if (!p && given->part != "card")
                    return Problem{given->part, "there is no such part",
                                   "use card, or a part's id"};
                auto at = [](double x, double y) {
                    return Point{Measure::fromMm(x), Measure::fromMm(y)};
                };
                (p ? p->apertures : next.card.apertures)
                    .push_back({at(a->x(), a->y()), at(b->x(), a->y()), at(b->x(), b->y()),
                                at(a->x(), b->y())});
                return tell(next, "card", {});
            }
            const auto& kinds = wordsOf<LineKind>();
            const auto kind = static_cast<LineKind>(
                std::find(kinds.begin(), kinds.end(), given->kind) - kinds.begin());
            auto made = addLine(d, given->part, kind, *a, *b);
            if (!made)
                return made.problem();
            std::cout << "line " << made->second << "\n";
            return given->name.empty() ? Result<Design>(made->first)
                                       : rename(made->first, made->second, given->name);
        });
    };
}

} // namespace hl::cli
