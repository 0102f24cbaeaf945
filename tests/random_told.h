// Random designs as makers tell them: a base of any pages, strips, sheets of their own joined to
// it, mats, toppers flat and on foam. Whether they fold, collide or stick out is left to chance.
#pragma once
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/edit/tell.h"
#include <rapidcheck.h>
#include <string>

namespace hl::test {

inline Design randomTold() {
    // At full size: a smaller one keeps to the low end of every range.
    const auto whole = [](int low, int high) {
        return *rc::gen::resize(100, rc::gen::inRange(low, high + 1));
    };
    const auto mm = [&](int low, int high) {
        return std::to_string(whole(low * 10, high * 10) / 10.0) + " mm";
    };
    const auto sign = [&] { return whole(0, 1) ? "V" : "M"; };
    Design d = *newDesign(Measure::fromMm(80), Measure::fromMm(120),
                          *rc::gen::element(SpineSide::Left, SpineSide::Top), Unit::Millimetre);
    if (const int pages = whole(1, 4); pages > 1) {
        std::string widths = std::to_string(whole(50, 80)), folds;
        for (int i = 1; i < pages; ++i) {
            widths += (whole(0, 4) == 0 ? " | hinge 10 | " : " | ") + std::to_string(whole(40, 80));
            folds += (i > 1 ? " " : "") + std::string(sign());
        }
        if (auto next = tell(d, "card", {{"say", widths + ", " + folds + "; height 120"}}))
            d = *next;
    }
    const int things = whole(1, 5);
    for (int n = 0; n < things; ++n) {
        const auto made = assemble(d);
        if (!made)
            break;
        const std::string panel = made->panels[size_t(whole(0, int(made->panels.size()) - 1))].id;
        const std::string fold = made->creases[size_t(whole(0, int(made->creases.size()) - 1))].id;
        Result<std::pair<Design, std::string>> added = Problem{"", "", ""};
        switch (whole(0, 3)) {
        case 0: {
            const int a = whole(15, 35), b = whole(15, 35);
            const Told said{{"say", "8 | " + std::to_string(a) + " | " + std::to_string(b) +
                                        " | 8, " + sign() + " " + sign() + " " + sign() +
                                        "; height " + std::to_string(whole(15, 40))}};
            added =
                addStructure(d, "strip", fold,
                             {{"left", std::to_string(b) + " mm"},
                              {"right", std::to_string(whole(0, 2) ? a : whole(15, 35)) + " mm"},
                              {"place", mm(5, 60)}},
                             {}, {}, said);
            break;
        }
        case 1:
            added = addStructure(d, "mat", panel, {{"step", mm(1, 5)}});
            break;
        case 2:
            added = addStructure(d, "topper", panel,
                                 {{"width", mm(8, 25)},
                                  {"height", mm(8, 25)},
                                  {"raise", whole(0, 1) ? mm(1, 3) : "0 mm"}});
            break;
        default: {
            auto part = addPart(
                d, "", std::to_string(whole(20, 50)) + " x " + std::to_string(whole(20, 50)));
            if (!part)
                break;
            added = addJoin(part->first, part->second + ".sheet", panel,
                            {{"side", whole(0, 1) ? "back" : "face"},
                             {"line", "left"},
                             {"onto_line", whole(0, 1) ? "left" : "right"}});
            break;
        }
        }
        if (added && assemble(added->first))
            d = added->first;
    }
    return d;
}

} // namespace hl::test
