// A drawing of a whole net becomes a sheet with its openings, slits and folds.
#include "core/edit/net.h"
#include "cli/common.h"
#include <iostream>

namespace hl::cli {
namespace {

struct NetGiven {
    std::string file, drawing, by, id, name, stock;
    std::vector<std::string> layers;
    double gap = 0.5;
    bool look = false;
};

int net(const NetGiven& g) {
    auto d = loadDesign(g.file);
    if (!d)
        return refuse(d.problem());
    auto text = readFile(g.drawing);
    if (!text)
        return refuse(text.problem());
    auto drawing = netFromDrawing(*text);
    if (!drawing)
        return refuse(drawing.problem().in(g.drawing));
    const LinesBy by = g.by.empty() ? tellsApart(drawing->paths) : *sortOf(g.by);
    const std::vector<DrawnPath> lines = sortedBy(drawing->paths, by);
    std::map<std::string, NetLine> layers;
    for (const std::string& l : g.layers) {
        const size_t equals = l.rfind('=');
        const auto means =
            equals == std::string::npos ? std::nullopt : netLine(l.substr(equals + 1));
        if (!means)
            return refuse({"--layer", "“" + l + "” is no NAME=MEANING",
                           "write it like Folds=valley: cut, valley, mountain, score or leave"});
        layers[l.substr(0, equals)] = *means;
    }
    auto made = addNet(*d, g.id, lines, layers, g.gap);
    if (!made)
        return refuse(made.problem().in(g.drawing));
    Told told;
    if (!g.name.empty())
        told.emplace_back("name", g.name);
    if (!g.stock.empty())
        told.emplace_back("stock", g.stock);
    Design next = made->design;
    if (!told.empty()) {
        auto named = tell(next, made->id, told);
        if (!named)
            return refuse(named.problem());
        next = *named;
    }
    for (const auto* remarks : {&drawing->remarks, &made->remarks})
        for (const std::string& r : *remarks)
            std::cerr << r << "\n";
    if (g.look)
        return Done;
    if (Trouble t = saveDesign(next, g.file))
        return refuse(*t);
    for (const std::string& id : made->ids)
        std::cout << "part " << id << "\n";
    return Done;
}

} // namespace

Run declareNet(CLI::App& options) {
    auto given = std::make_shared<NetGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("DRAWING", given->drawing, "a DXF or SVG file")->required();
    options.add_option("--by", given->by, "what tells its lines apart; what does, unless given")
        ->check(CLI::IsMember({"layer", "colour", "dashes"}));
    options
        .add_option(
            "--layer", given->layers,
            "NAME=cut, valley, mountain, score or leave, for layers (colours, dashes) whose "
            "names do not say")
        ->allow_extra_args(true);
    options
        .add_option("--gap", given->gap, "mm, how far apart ends may lie that are meant to meet")
        ->check(CLI::Range(0.0, 10.0));
    options.add_option("--id", given->id, "its id; the first free number unless given");
    options.add_option("--name", given->name, "what it is called");
    options.add_option("--stock", given->stock, "the id of its paper");
    options.add_flag("--look", given->look, "only say what would be taken, and how large it is");
    return [given] { return net(*given); };
}

} // namespace hl::cli
