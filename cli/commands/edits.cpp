// The commands that change a design: set, remove, rename, card, stock, part, join.
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/edit/draw.h"
#include "core/edit/named.h"
#include "core/edit/papers.h"
#include "core/edit/profile.h"
#include "core/edit/tell.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
#include <algorithm>
#include <iostream>

namespace hl::cli {
namespace {

Result<Told> toldOf(const std::vector<std::string>& texts) {
    Told out;
    for (const std::string& text : texts) {
        const size_t equals = text.find('=');
        if (equals == std::string::npos || equals == 0)
            return Problem{"", "“" + text + "” is no NAME=VALUE", "write it like width=50mm"};
        out.emplace_back(text.substr(0, equals), text.substr(equals + 1));
    }
    return out;
}

using cli::edited;

// The same of one thing, by its id or by what it is called.
int edited(const std::string& path, const std::string& said,
           const std::function<Result<Design>(const Design&, const std::string&)>& change) {
    return edited(path, [&](const Design& d) -> Result<Design> {
        auto id = idOf(d, said);
        return id ? change(d, *id) : id.problem();
    });
}

// Options that a thing can be told by, as pairs in the order of the table.
struct Options {
    struct One {
        const char *key, *about;
        std::string text;
        bool given = false;
    };
    std::vector<One> all;
    std::vector<std::string> sets;

    void declare(CLI::App& app, bool measures = true) {
        for (One& o : all) {
            std::string flag = std::string("--") + o.key;
            std::replace(flag.begin(), flag.end(), '_', '-');
            app.add_option_function<std::string>(
                flag,
                [&o](const std::string& text) {
                    o.text = text;
                    o.given = true;
                },
                o.about);
        }
        if (measures)
            app.add_option("--set", sets, "measures, such as width=50mm")->allow_extra_args(true);
    }
    Result<Told> told() const {
        Told out;
        for (const One& o : all)
            if (o.given)
                out.emplace_back(o.key, o.text);
        auto more = toldOf(sets);
        if (!more)
            return more.problem();
        out.insert(out.end(), more->begin(), more->end());
        return out;
    }
};

// The same with what the options told.
int edited(const std::string& path, const Options& words,
           const std::function<Result<Design>(const Design&, const Told&)>& change) {
    auto told = words.told();
    if (!told)
        return refuse(told.problem());
    return edited(path, [&](const Design& d) { return change(d, *told); });
}

} // namespace

Run declareSet(CLI::App& options) {
    struct EditsGiven {
        std::string file, id;
        std::vector<std::string> told;
    };
    auto given = std::make_shared<EditsGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("ID", given->id, "card, a structure, a part, a join or a paper")->required();
    options
        .add_option("NAME=VALUE", given->told,
                    "measures, or words such as name, on, say, stock; edge.top=@hills.svg for "
                    "a silhouette from a drawing")
        ->required();
    return [given] {
        return edited(given->file, given->id,
                      [&](const Design& d, const std::string& id) -> Result<Design> {
                          auto told = toldOf(given->told);
                          if (!told)
                              return told.problem();
                          return tellWithDrawings(d, id, *told);
                      });
    };
}

Run declareRemove(CLI::App& options) {
    auto file = std::make_shared<std::string>(), id = std::make_shared<std::string>();
    options.add_option("FILE", *file)->required();
    options
        .add_option("ID", *id, "a structure with what stands on it, a part, line, tab, join, paper")
        ->required();
    return [file, id] { return edited(*file, *id, removeThing); };
}

Run declareBreakUp(CLI::App& options) {
    auto file = std::make_shared<std::string>(), id = std::make_shared<std::string>();
    options.add_option("FILE", *file)->required();
    options.add_option("ID", *id, "a series")->required();
    return [file, id] { return edited(*file, *id, breakUp); };
}

Run declareRename(CLI::App& options) {
    auto file = std::make_shared<std::string>(), id = std::make_shared<std::string>(),
         name = std::make_shared<std::string>();
    options.add_option("FILE", *file)->required();
    options
        .add_option("ID", *id,
                    "card, a structure or one of a series, a part, a panel, a line, a paper")
        ->required();
    options.add_option("NAME", *name)->required();
    return [file, id, name] {
        return edited(*file, *id, [&](const Design& d, const std::string& thing) {
            return rename(d, thing, *name);
        });
    };
}

Run declareCard(CLI::App& options) {
    struct EditsGiven {
        std::string file;
        Options words{
            {{"title", "what it is called", {}, false},
             {"occasion", "for whom and what it is made", {}, false},
             {"units", "mm or in", {}, false},
             {"size", "closed size, such as 5x7in", {}, false},
             {"spine", "left or top", {}, false},
             {"form", "how its pages hang together, an id of the catalogue", {}, false},
             {"say", "a base of any pages: \"120 | hinge 11 | 60 | 60, V M V\"", {}, false},
             {"stock", "the id of its paper", {}, false},
             {"envelope", "inside width and height, or none", {}, false},
             {"mail", "a mail class of the workshop", {}, false},
             {"shown",
              "the opening at which it is displayed, half open, flat open, by itself (where its "
              "folds are least bent), or auto",
              {},
              false},
             {"stands", "on what it is put down: page, edge, fold, or auto", {}, false},
             {"front",
              "what faces the viewer: a panel, part or fold, the side left, right or behind, or "
              "auto",
              {},
              false},
             {"motion",
              "what the hand moves, stage after stage: \"card.spine 0 to 180; lid.fold-2 180 to 90 "
              "& pull 0 to 40mm\" (; then, & along with it), or auto",
              {},
              false},
             {"meant", "what sticks out on purpose, with commas between, or none", {}, false}},
            {}};
        std::string drive, from = "0", to = "180";
    };
    auto given = std::make_shared<EditsGiven>();
    options.add_option("FILE", given->file)->required();
    given->words.declare(options);
    auto* drive = options.add_option("--drive", given->drive,
                                     "the one fold, pivot or slide that the hand moves");
    options.add_option("--from", given->from, "where it is then, closed (0)")->needs(drive);
    options.add_option("--to", given->to, "where it ends (180)")->needs(drive);
    drive->excludes("--motion");
    return [given] {
        return edited(given->file, given->words, [given](const Design& d, Told told) {
            if (!given->drive.empty())
                told.emplace_back("motion", given->drive + " " + given->from + " to " + given->to);
            return tell(d, "card", told);
        });
    };
}

Run declareStock(CLI::App& options) {
    struct EditsGiven {
        std::string file, id;
        Options words{
            {{"name", "what it is called", {}, false},
             {"weight", "g/m2", {}, false},
             {"caliper", "thickness, such as 0.3mm", {}, false},
             {"face", "colour, such as #f3ecdc", {}, false},
             {"back", "colour of the back", {}, false},
             {"stiffness", "of a worked fold, N mm per radian for each mm; or auto", {}, false},
             {"grain", "unknown, upright or sideways", {}, false},
             {"pattern", "printed on its face (see papers), or none", {}, false},
             {"repeat", "width of one repeat of the pattern, or auto", {}, false},
             {"ink", "colour of the pattern, or auto", {}, false},
             {"accent", "second colour of the pattern, or auto", {}, false}},
            {}};
        std::string image;
    };
    auto given = std::make_shared<EditsGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("ID", given->id, "of the paper; a new one is added")->required();
    options.add_option("--image", given->image,
                       "a PNG, JPEG or SVG file printed on its face, which then travels with the "
                       "design; repeat says how wide it really is; or none");
    given->words.declare(options, false);
    return [given] {
        return edited(
            given->file, given->words, [&](const Design& d, const Told& told) -> Result<Design> {
                Design with = d;
                if (!d.stock(given->id)) {
                    Stock fresh;
                    fresh.id = fresh.name = given->id;
                    with.stocks.push_back(fresh);
                }
                if (!given->image.empty()) {
                    const bool none = given->image == "none";
                    auto bytes = none ? Result<std::string>(std::string()) : readFile(given->image);
                    if (!bytes)
                        return bytes.problem();
                    auto printed =
                        printWith(with, given->id, none ? std::string() : given->image, *bytes);
                    if (!printed)
                        return printed.problem();
                    with = *printed;
                }
                if (told.empty())
                    return with;
                return tellStock(with, given->id, told);
            });
    };
}

Run declarePart(CLI::App& options) {
    struct EditsGiven {
        std::string file, id, line;
        std::vector<std::string> tabs;
        Options words{
            {{"name", "what it is called", {}, false}, {"stock", "the id of its paper", {}, false}},
            {}};
    };
    auto given = std::make_shared<EditsGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("--say", given->line, "the sheet as one line, or a blank like \"60 x 40\"")
        ->required();
    options.add_option("--id", given->id, "its id; the first free number unless given");
    options
        .add_option("--tab", given->tabs,
                    "EDGE DEPTH [FROM TO]: edges are counted from 1 at the "
                    "bottom, as the outline runs")
        ->allow_extra_args(true);
    given->words.declare(options, false);
    return [given] {
        return edited(
            given->file, given->words, [&](const Design& d, const Told& told) -> Result<Design> {
                auto made = addPart(d, given->id, given->line);
                if (!made)
                    return made.problem();
                Design next = made->first;
                for (const std::string& text : given->tabs) {
                    std::vector<std::string> words;
                    std::string word;
                    for (char c : text + " ")
                        if (c != ' ') {
                            word += c;
                        } else if (!word.empty()) {
                            words.push_back(word);
                            word.clear();
                        }
                    const Problem how{"--tab", "“" + text + "” is no tab",
                                      "write EDGE DEPTH or EDGE DEPTH FROM TO, like \"1 9mm\""};
                    if (words.size() != 2 && words.size() != 4)
                        return how;
                    std::vector<Measure> lengths;
                    for (size_t i = 1; i < words.size(); ++i) {
                        auto m = parseLength(words[i], d.units);
                        if (!m)
                            return how;
                        lengths.push_back(m->measure);
                    }
                    auto edge = parseMeasure(words[0], Quantity::Count, d.units);
                    if (!edge)
                        return how;
                    FreePart& p = *next.part(made->second);
                    TabSpec tab;
                    tab.id = "tab" + numberText(p.tabs.size() + 1);
                    tab.edge =
                        static_cast<int>(std::min<std::int64_t>(edge->measure.count, 100000));
                    tab.depth = lengths[0];
                    if (lengths.size() == 3) {
                        tab.from = lengths[1];
                        tab.to = lengths[2];
                    }
                    p.tabs.push_back(tab);
                }
                auto done = tell(next, made->second, told);
                if (done)
                    std::cout << "part " << made->second << "\n";
                return done;
            });
    };
}

Run declareJoin(CLI::App& options) {
    struct EditsGiven {
        std::string file, panel, onto;
        Options words{{{"line",
                        "a crease of the held panel, or left, right, top, bottom, middle as it "
                        "comes to lie; closing: where it lies when the card is closed",
                        {},
                        false},
                       {"onto_line", "what it lies on, of the landing", {}, false},
                       {"off", "how far from there, into the landing", {}, false},
                       {"along", "how far along it; centred unless given", {}, false},
                       {"side",
                        "face or back: what of the held panel is glued; its face unless given, by "
                        "closing its "
                        "back where both would do",
                        {},
                        false},
                       {"turn",
                        "about where the line lies, as one sees it: quarter, half, three quarters "
                        "or degrees to the left",
                        {},
                        false},
                       {"onto_side", "face or back of the landing", {}, false},
                       {"zone",
                        "where it sticks: whole, band left 10 mm, third right, margin 8 mm ...",
                        {},
                        false},
                       {"kind",
                        "glue, slot, pivot, slide, or pin: a fastener in a slot of its landing",
                        {},
                        false},
                       {"hinged", "yes for a tongue that turns in its slit", {}, false},
                       {"crossing",
                        "yes for two sheets pushed into one another, each slit to half its height",
                        {},
                        false},
                       {"from", "how far a slide, pivot or pin goes", {}, false},
                       {"to", "and to where", {}, false},
                       {"play", "the room that a slide has to either side", {}, false}},
                      {}};
    };
    auto given = std::make_shared<EditsGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("PANEL", given->panel, "the panel that is held")->required();
    options.add_option("ONTO", given->onto, "the panel that holds it")->required();
    given->words.declare(options, false);
    return [given] {
        return edited(given->file, given->words,
                      [&](const Design& d, const Told& told) -> Result<Design> {
                          auto panel = idOf(d, given->panel), onto = idOf(d, given->onto);
                          if (!panel || !onto)
                              return (panel ? onto : panel).problem();
                          auto made = addJoin(d, *panel, *onto, told);
                          if (!made)
                              return made.problem();
                          // By closing, another side than the one that was told may lie there.
                          const Assembly a = *assemble(made->first);
                          const Join& j = a.joins[static_cast<size_t>(a.join(made->second))];
                          std::cout << "join " << j.id << ": the " << (j.onFace ? "face" : "back")
                                    << " of " << *panel << " on the "
                                    << (j.ontoFace() ? "face" : "back") << " of " << *onto << "\n";
                          return made->first;
                      });
    };
}

} // namespace hl::cli
