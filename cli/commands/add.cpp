// Adds a structure.
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/edit/named.h"
#include "core/edit/tell.h"
#include "core/exports/exports.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <iostream>

namespace hl::cli {
namespace {

// What a structure is told besides its measures.
struct Words {
    std::string id, name, say, to, stock, count, each, gap, text, typeface;
    std::vector<std::string> changes;
};

Result<Told> toldBy(const Words& w) {
    Told out;
    for (auto& [key, text] : {std::pair{"name", &w.name},
                              {"say", &w.say},
                              {"to", &w.to},
                              {"text", &w.text},
                              {"typeface", &w.typeface},
                              {"stock", &w.stock},
                              {"count", &w.count},
                              {"each", &w.each},
                              {"gap", &w.gap}})
        if (!text->empty())
            out.emplace_back(key, *text);
    for (const std::string& c : w.changes) {
        const size_t equals = c.find('=');
        if (equals == std::string::npos || equals == 0)
            return Problem{"--change", "“" + c + "” is no MEASURE=STEP",
                           "write it like width=-10mm or depth=x0.9"};
        out.emplace_back("change." + c.substr(0, equals), c.substr(equals + 1));
    }
    return out;
}

int add(const std::string& path, const std::string& kind, const std::string& on,
        const std::vector<std::string>& sets, const std::string& drawing, const Words& words,
        bool json) {
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    std::map<std::string, std::string> measures;
    for (auto& s : sets) {
        const size_t equals = s.find('=');
        if (equals == std::string::npos || equals == 0)
            return refuse({"--set", "“" + s + "” is no NAME=VALUE", "write it like width=50mm"});
        measures[s.substr(0, equals)] = s.substr(equals + 1);
    }
    std::vector<Point> outline;
    if (!drawing.empty()) {
        auto loaded = importOutline(drawing);
        if (!loaded)
            return refuse(loaded.problem());
        outline = *loaded;
        // The shape is the drawing's, at its own size unless another is given.
        const Family* f = family(kind);
        const std::string shape = f && f->parameter("aperture") ? "aperture" : "shape";
        const std::string before = shape == "aperture" ? "aperture_" : "";
        measures.try_emplace(shape, "drawn");
        Measure w = Measure::fromMm(0), h = w;
        for (const Point& p : outline) {
            w.count = std::max(w.count, p.x.count);
            h.count = std::max(h.count, p.y.count);
        }
        measures.try_emplace(before + "width", exactText(w, Unit::Millimetre));
        measures.try_emplace(before + "height", exactText(h, Unit::Millimetre));
    }
    auto told = toldBy(words);
    if (!told)
        return refuse(told.problem());
    auto host = idOf(*d, on);
    if (!host)
        return refuse(host.problem());
    auto added = addStructure(*d, kind, *host, measures, outline, words.id, *told);
    if (!added)
        return refuse(added.problem());
    if (Trouble t = saveDesign(added->first, path))
        return refuse(*t);
    const Assembly a = *assemble(added->first);
    Json j = {{"structure", added->second},
              {"card", added->first.card.form},
              {"panels", Json::array()},
              {"creases", Json::array()}};
    const auto made = [&](const std::string& id) { // one of a series as well
        return seriesOf(added->first, ownerOf(id)) == added->second;
    };
    for (const Panel& p : a.panels)
        if (made(p.id))
            j["panels"].push_back(p.id);
    for (const Crease& c : a.creases)
        if (made(c.id))
            j["creases"].push_back(c.id);
    if (added->first.card.form != d->card.form && !json)
        std::cout << "the card is now a " << family(added->first.card.form)->name << "\n";
    if (json) {
        print(j);
        return Done;
    }
    std::cout << "structure " << added->second << "\n";
    for (auto& p : j["panels"])
        std::cout << "panel " << p.get<std::string>() << "\n";
    for (auto& c : j["creases"])
        std::cout << "crease " << c.get<std::string>() << "\n";
    return Done;
}

} // namespace

Run declareAdd(CLI::App& options) {
    struct AddGiven {
        std::string file, kind, on, drawing;
        std::vector<std::string> sets;
        Words words;
        bool json = false;
    };
    auto given = std::make_shared<AddGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("STRUCTURE", given->kind, "an id of the catalogue")->required();
    options.add_option("--on", given->on,
                       "the host, a crease or a panel; where its family stands as a rule");
    options.add_option("--set", given->sets, "measures, such as width=50mm")
        ->allow_extra_args(true);
    options.add_option("--outline", given->drawing,
                       "an SVG drawing: the shape of a topper or an aperture");
    options.add_option("--id", given->words.id, "its id; its family and a number unless given");
    options.add_option("--name", given->words.name, "what it is called");
    options.add_option("--say", given->words.say,
                       "a strip as one line: \"12 | 30 | 30 | 12, V M V\"");
    options.add_option("--text", given->words.text, "what words say");
    options.add_option("--typeface", given->words.typeface,
                       "that words are set in; the one that ships unless given");
    options.add_option("--to", given->words.to, "the fold on which a strip's right end stands");
    options.add_option("--stock", given->words.stock, "the id of its paper");
    options.add_option("--count", given->words.count,
                       "how many: a series; 0: as many as the gap lets");
    options.add_option("--each", given->words.each,
                       "what the next one stands on: foot, tip or gap");
    options.add_option("--gap", given->words.gap, "between those of a series along the fold");
    options
        .add_option("--change", given->words.changes,
                    "from one to the next, such as width=-10mm or depth=x0.9")
        ->allow_extra_args(true);
    options.add_flag("--json", given->json);
    return [given] {
        return add(given->file, given->kind, given->on, given->sets, given->drawing, given->words,
                   given->json);
    };
}

} // namespace hl::cli
