// The parts list: blanks, scores and folds.
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/assembly/holes.h"
#include "core/make/parts_list.h"
#include <iostream>

namespace hl::cli {
namespace {

Json pointJson(const Vec2& p) {
    auto round = [](double v) { return std::round(v * 1e6) / 1e6 + 0.0; };
    return Json::array({round(p.x()), round(p.y())});
}

Json ringJson(const std::vector<Vec2>& ring) {
    Json j = Json::array();
    for (const Vec2& p : ring)
        j.push_back(pointJson(p));
    return j;
}

int parts(const std::string& path, bool json) {
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    auto made = assemble(*d);
    if (!made)
        return refuse(made.problem());
    const std::vector<ListedPart> list = partsList(*d, *made);
    if (!json) {
        std::cout << partsText(list, d->units);
        return Done;
    }
    Json out = {{"parts", Json::array()}};
    for (const ListedPart& p : list) {
        Json one = {{"name", p.name},
                    {"paper", p.paper},
                    {"count", p.count},
                    {"blank_mm", pointJson(p.blank)},
                    {"outline", ringJson(p.outline)},
                    {"apertures", Json::array()},
                    {"say", p.say.panels.size() > 1 ? panelsText(p.say, Unit::Millimetre) : ""},
                    {"creases", Json::array()},
                    {"slits", Json::array()}};
        if (!p.on.empty())
            one["on"] = p.on;
        for (const Ring& r : p.apertures)
            one["apertures"].push_back(ringJson(r));
        for (auto& c : p.creases)
            one["creases"].push_back({{"name", c.name},
                                      {"fold", c.fold},
                                      {"from", pointJson(c.from)},
                                      {"to", pointJson(c.to)}});
        for (auto& s : p.slits)
            one["slits"].push_back({{"name", s.name}, {"points", ringJson(s.points)}});
        for (const auto& [from, to] : p.holes)
            one["holes"].push_back(
                {{"from", pointJson(from)}, {"to", pointJson(to)}, {"across_mm", holeAcross}});
        out["parts"].push_back(one);
    }
    print(out);
    return Done;
}

} // namespace

Run declareParts(CLI::App& options) {
    struct PartsGiven {
        std::string file;
        bool json = false;
    };
    auto given = std::make_shared<PartsGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_flag("--json", given->json, "in mm, with outlines and folds");
    return [given] { return parts(given->file, given->json); };
}

} // namespace hl::cli
