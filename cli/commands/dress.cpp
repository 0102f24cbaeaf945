// Dressing: mats for all that shows, or for one panel; and the papers there are.
#include "core/dress/dress.h"
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/assembly/adhesive.h"
#include "core/dress/drawing.h"
#include "core/edit/edit.h"
#include "core/edit/named.h"
#include "core/measure/number.h"
#include "core/prove/room.h"
#include <iostream>

namespace hl::cli {
namespace {

struct DressGiven {
    std::string file, panel, what, scheme = "station", step, paper, name, side, text, face, like,
                                   drawing;
    std::vector<std::string> sets, leave;
    double height = 30;
    bool all = false;
};

int keep(const Design& d, const std::string& path) {
    if (Trouble t = saveDesign(d, path))
        return refuse(*t);
    return Done;
}

// The paper of that id; else the one that prints the pattern of that id.
Result<std::string> paperOf(Design& d, const std::string& word) {
    if (d.stock(word))
        return word;
    if (const Tile* p = tile(word))
        return paperPrinting(d, *p);
    std::string known;
    for (const Stock& s : d.stocks)
        known += (known.empty() ? "" : ", ") + s.id;
    return Problem{"--paper", "there is no paper “" + word + "”",
                   "use one of: " + known + "; or a pattern: " + knownTiles()};
}

int dressAll(const DressGiven& g, const Design& d, std::optional<Measure> step) {
    const Scheme* s = scheme(g.scheme);
    if (!s)
        return refuse(
            {"--scheme", "there is no scheme “" + g.scheme + "”", "use one of: " + knownSchemes()});
    auto made = assemble(d);
    if (!made)
        return refuse(made.problem());
    for (const std::string& id : g.leave)
        if (made->panel(id) < 0 && !d.structure(id) && id != "card" && !d.part(id))
            return refuse({"--leave", "there is nothing called “" + id + "”",
                           "name a panel, a structure, a part or card"});
    const Case c(d, *made);
    auto proposals = proposalsFor(c, *s, g.height);
    proposals.erase(std::remove_if(proposals.begin(), proposals.end(),
                                   [&](const Proposal& p) {
                                       return std::count(g.leave.begin(), g.leave.end(), p.panel) ||
                                              std::count(g.leave.begin(), g.leave.end(),
                                                         ownerOf(p.panel));
                                   }),
                    proposals.end());
    auto next = dressed(d, proposals, step);
    if (!next)
        return refuse(next.problem());
    const size_t laid = next->structures.size() - d.structures.size();
    std::cout << countText(laid, "one mat", "mats") << "\n";
    return keep(*next, g.file);
}

// What is a structure of its own: a topper, words, film, thread.
int addOne(const DressGiven& g, Design d) {
    std::map<std::string, std::string> measures;
    for (const std::string& s : g.sets) {
        const size_t equals = s.find('=');
        if (equals == std::string::npos || equals == 0)
            return refuse({"--set", "“" + s + "” is no NAME=VALUE", "write it like width=50mm"});
        measures[s.substr(0, equals)] = s.substr(equals + 1);
    }
    Told told;
    for (auto& [key, value] : {std::pair{"name", g.name}, {"text", g.text}, {"typeface", g.face}})
        if (!value.empty())
            told.emplace_back(key, value);
    if (!g.paper.empty()) {
        auto paper = paperOf(d, g.paper);
        if (!paper)
            return refuse(paper.problem());
        told.emplace_back("stock", *paper);
    }
    const bool topper = family(g.what)->figure;
    if (topper && !g.side.empty())
        measures.try_emplace("side", g.side);
    auto now = assemble(d);
    if (!now)
        return refuse(now.problem());
    std::string svg;
    if (!g.drawing.empty()) {
        if (!topper)
            return refuse({"--drawing", "a drawing is put on as a topper", "say topper"});
        auto text = readFile(g.drawing);
        if (!text)
            return refuse(text.problem());
        svg = *text;
    }
    auto added = !g.drawing.empty()
                     ? layDrawing(d, Case(d, *now), g.panel, g.drawing, svg, measures, told)
                 : topper ? layTopper(d, Case(d, *now), g.panel, measures, told)
                          : addStructure(d, g.what, g.panel, measures, {}, {}, told);
    if (!added)
        return refuse(added.problem());
    if (const auto made = assemble(added->first); made && topper)
        for (const Join& j : made->joins)
            if (j.id == added->second + ".topper")
                std::cout << added->second << ": " << numberText(100 * heldPart(*made, j), 0)
                          << " % of it is glued\n";
    return keep(added->first, g.file);
}

// A mat goes on the panel or replaces the paper of the topmost; a layer goes on top.
int dressOne(const DressGiven& g, Design d, std::optional<Measure> step) {
    if (g.what == "like") {
        auto next = dressLike(d, g.panel, g.like);
        return next ? keep(*next, g.file) : refuse(next.problem());
    }
    if (const Family* f = family(g.what); f && !f->covers)
        return addOne(g, d);
    auto paper = paperOf(d, g.paper.empty() ? d.card.stock : g.paper);
    if (!paper)
        return refuse(paper.problem());
    bool face = g.side != "back";
    if (g.side.empty()) { // the one that is turned to whoever looks at the displayed card
        auto made = assemble(d);
        if (!made)
            return refuse(made.problem());
        const Case c(d, *made);
        for (const Visible& v : visibleIn(c, g.height))
            if (c.assembly.panels[static_cast<size_t>(v.panel)].id == g.panel)
                face = v.worn;
    }
    auto laid = layMat(d, g.panel, *paper, face, g.what == "paper", step);
    if (!laid)
        return refuse(laid.problem());
    Told told;
    if (!g.name.empty())
        told.emplace_back("name", g.name);
    for (const std::string& s : g.sets)
        if (const size_t equals = s.find('='); equals != std::string::npos && equals > 0)
            told.emplace_back(s.substr(0, equals), s.substr(equals + 1));
        else
            return refuse({"--set", "“" + s + "” is no NAME=VALUE", "write it like left=0"});
    auto next = tell(laid->first, laid->second, told);
    return next ? keep(*next, g.file) : refuse(next.problem());
}

// The largest free rectangle of a page becomes a panel of plain paper.
int writingPanel(const DressGiven& g, Design d) {
    auto made = assemble(d);
    if (!made)
        return refuse(made.problem());
    const Case c(d, *made);
    const bool face = g.side != "back";
    for (const WritingRoom& room : roomToWrite(c)) {
        const Panel& page = c.assembly.panels[static_cast<size_t>(room.panel)];
        if (page.id != g.panel || room.face != face)
            continue;
        if (!face)
            return refuse({"dress", "a panel for writing is laid on the face of a page",
                           "there are " + sayLength(room.width, d.units) + " by " +
                               sayLength(room.height, d.units) + " free on the back: write there"});
        const Host host = hostOnPanel(c.assembly, room.panel);
        const Vec2 middle = (room.low + room.high) / 2 - host.left.origin;
        auto mm = [](double v) { return exactText(Measure::fromMm(v), Unit::Millimetre); };
        Told told{{"name", g.name.empty() ? "Writing panel" : g.name}};
        if (!g.paper.empty()) {
            auto paper = paperOf(d, g.paper);
            if (!paper)
                return refuse(paper.problem());
            told.emplace_back("stock", *paper);
        }
        auto added = addStructure(d, familyThat(&Family::figure).id, g.panel,
                                  {{"width", mm(room.width)},
                                   {"height", mm(room.height)},
                                   {"across", mm(middle.dot(host.left.along))},
                                   {"along", mm(middle.dot(host.left.inward))}},
                                  {}, {}, told);
        return added ? keep(added->first, g.file) : refuse(added.problem());
    }
    return refuse({g.panel, "there is no room to write", "name a page with 30 x 20 mm free"});
}

int dress(const DressGiven& given) {
    auto d = loadDesign(given.file);
    if (!d)
        return refuse(d.problem());
    DressGiven g = given;
    std::vector<std::string*> named{&g.panel, &g.like};
    for (std::string& id : g.leave)
        named.push_back(&id);
    for (std::string* one : named) {
        auto id = idOf(*d, *one);
        if (!id)
            return refuse(id.problem());
        *one = *id;
    }
    std::optional<Measure> step;
    if (!g.step.empty()) {
        auto m = parseLength(g.step, d->units);
        if (!m)
            return refuse(m.problem().in("--step"));
        step = m->measure;
    }
    if (g.all == !g.panel.empty())
        return refuse({"dress", g.all ? "a panel and --all are given" : "no panel is given",
                       "name one panel and what goes on it, or dress --all"});
    return g.all                 ? dressAll(g, *d, step)
           : g.what == "writing" ? writingPanel(g, *d)
                                 : dressOne(g, *d, step);
}

int papers(bool json) {
    Json out = {{"patterns", Json::array()}, {"schemes", Json::array()}};
    for (const Tile& p : tiles()) {
        if (!json)
            std::cout << p.id << "  " << p.name << ", " << numberText(p.width, 1) << " x "
                      << numberText(p.height, 1) << " mm" << (p.directed ? ", upright" : "")
                      << "\n";
        out["patterns"].push_back({{"id", p.id},
                                   {"name", p.name},
                                   {"repeat_mm", {p.width, p.height}},
                                   {"directed", p.directed}});
    }
    for (const Scheme& s : schemes()) {
        if (!json)
            std::cout << "scheme " << s.id << ": pages " << s.page << ", fronts " << s.front
                      << ", sides " << s.side << ", tops " << s.top << "\n";
        out["schemes"].push_back({{"id", s.id},
                                  {"name", s.name},
                                  {"pages", s.page},
                                  {"fronts", s.front},
                                  {"sides", s.side},
                                  {"tops", s.top}});
    }
    if (json)
        print(out);
    return Done;
}

} // namespace

Run declareDress(CLI::App& options) {
    auto g = std::make_shared<DressGiven>();
    options.add_option("FILE", g->file)->required();
    options.add_option("PANEL", g->panel,
                       "the panel, such as card.page-left; of film and thread the fold");
    std::vector<std::string> what{"layer", "paper", "writing", "like"};
    for (const Family& f : families())
        if (f.adorns)
            what.push_back(f.id);
    options
        .add_option("WHAT", g->what,
                    "mat, layer, paper (another one for what lies there), topper, words, writing "
                    "(the largest free rectangle of a page), like (as another panel is); on a fold "
                    "instead of a panel: film, thread")
        ->check(CLI::IsMember(what));
    options.add_flag("--all", g->all, "mats for all that shows in the displayed card");
    options.add_option("--scheme", g->scheme, "which papers (see papers)");
    options.add_option("--leave", g->leave, "panels or structures that stay bare")
        ->allow_extra_args(true);
    options.add_option("--height", g->height, "degrees from above at which it is looked at")
        ->check(CLI::Range(0.0, 90.0));
    options.add_option("--step", g->step, "the border, such as 3mm");
    options.add_option("--paper", g->paper, "the id of a paper, or of a pattern");
    options.add_option("--side", g->side, "of the panel; without, the one that is seen")
        ->check(CLI::IsMember({"face", "back"}));
    options.add_option("--name", g->name, "what it is called");
    options.add_option("--text", g->text, "of words, of a film, of the banners of a thread");
    options.add_option("--typeface", g->face, "of the words");
    options.add_option("--drawing", g->drawing,
                       "an SVG file, or a PNG with a transparent ground, as a topper, cut out "
                       "along its outline in its own colours, or of --paper");
    options.add_option("--of", g->like, "the panel that it is to be like");
    options.add_option("--set", g->sets, "measures, such as left=0")->allow_extra_args(true);
    return [g] { return dress(*g); };
}

Run declarePapers(CLI::App& options) {
    auto json = std::make_shared<bool>(false);
    options.add_flag("--json", *json, "for scripts");
    return [json] { return papers(*json); };
}

} // namespace hl::cli
