// The command line: the scriptable face of the core. Every command prints to standard output and
// its problems to standard error.
// Exit status: 0 done (check: works or care), 1 the check fails, 2 bad input or usage.
#include "core/edit/edit.h"
#include "core/edit/resize.h"
#include "core/files/atomic_save.h"
#include "core/files/exports.h"
#include "core/files/hlantern.h"
#include "core/files/svg_outline.h"
#include "core/measure/number.h"
#include "core/prove/facts.h"
#include "core/prove/prove.h"
#include "core/prove/sensitivity.h"
#include "core/prove/solve.h"
#include "core/report/report.h"
#include "core/structures/family.h"
#include <CLI/CLI.hpp>
#include <cmath>
#include <iostream>
#include <nlohmann/json.hpp>

namespace {

using namespace hl;
using Json = nlohmann::ordered_json;

enum Exit { Done = 0, Fails = 1, BadInput = 2 };

int refuse(const Problem& p) {
    std::cerr << "hinge-lantern-cli: " << p.text() << "\n";
    return BadInput;
}

void print(const Json& j) {
    std::cout << j.dump(2, ' ', false, Json::error_handler_t::replace) << "\n";
}

// A number in the parameter's unit, or the word of a choice.
Json inUnit(const Parameter& p, const Measure& m) {
    if (!p.choices.empty())
        return p.choices[static_cast<size_t>(m.count)];
    if (m.quantity == Quantity::Count)
        return m.count;
    return m.quantity == Quantity::Length ? m.mm() : m.degrees();
}

const char* unitOf(const Parameter& p) {
    static const char* const units[] = {"mm", "deg", "count"};
    return p.choices.empty() ? units[static_cast<int>(p.least.quantity)] : "choice";
}

Json describe(const Family& f) {
    Json j = {{"id", f.id},
              {"name", f.name},
              {"purpose", f.purpose},
              {"shelf", f.shelf},
              {"stands_on", f.standsOn},
              {"on", f.host},
              {"parameters", Json::array()}};
    for (auto& p : f.parameters) {
        Json q = {{"name", p.name},
                  {"unit", unitOf(p)},
                  {"default", inUnit(p, p.fallback)},
                  {"minimum", inUnit(p, p.least)},
                  {"maximum", inUnit(p, p.most)},
                  {"meaning", p.meaning}};
        if (!p.choices.empty())
            q["choices"] = p.choices;
        else
            q["bounds"] = {{"minimum", p.leastWhy}, {"maximum", p.mostWhy}};
        if (!p.relation.empty())
            q["follows"] = p.relation;
        j["parameters"].push_back(q);
    }
    if (!f.form.empty())
        j["card"] = f.form;
    if (!f.relations.empty())
        j["relations"] = f.relations;
    return j;
}

int structures(const std::string& id, bool json) {
    if (!id.empty() && !family(id))
        return refuse({"structures", "there is no structure “" + id + "”",
                       "run structures without an id to see all"});
    Json list = Json::array();
    for (auto& f : families()) {
        if (!id.empty() && f.id != id)
            continue;
        list.push_back(describe(f));
        if (!json) {
            std::cout << f.id << "  " << f.purpose << "\n";
            for (auto& p : f.parameters)
                std::cout << "    " << p.name << " = "
                          << measureText(p, p.fallback, Unit::Millimetre) << "  " << p.meaning
                          << (p.relation.empty() ? "" : "; unless set: " + p.relation) << "\n";
        }
    }
    if (json)
        print(id.empty() ? list : list.front());
    return Done;
}

int newFile(const std::string& path, const std::string& size, const std::string& spine,
            bool force) {
    if (Trouble t = mayWrite(path, force))
        return refuse(*t);
    const Unit units = size.find("in") != std::string::npos || size.find('"') != std::string::npos
                           ? Unit::Inch
                           : Unit::Millimetre;
    auto card = parseCardSize(size, units);
    if (!card)
        return refuse(card.problem());
    auto d = newDesign(card->first, card->second, spine == "top" ? SpineSide::Top : SpineSide::Left,
                       units);
    if (!d)
        return refuse(d.problem());
    if (Trouble t = saveDesign(*d, path))
        return refuse(*t);
    return Done;
}

int add(const std::string& path, const std::string& kind, const std::string& on,
        const std::vector<std::string>& sets, const std::string& drawing, bool json) {
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
        auto loaded = loadOutline(drawing);
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
    auto added = addStructure(*d, kind, on, measures, outline);
    if (!added)
        return refuse(added.problem());
    if (Trouble t = saveDesign(added->first, path))
        return refuse(*t);
    const Assembly a = *assemble(added->first);
    Json j = {{"structure", added->second},
              {"card", added->first.card.form},
              {"panels", Json::array()},
              {"creases", Json::array()}};
    for (const Panel& p : a.panels)
        if (ownerOf(p.id) == added->second)
            j["panels"].push_back(p.id);
    for (const Crease& c : a.creases)
        if (ownerOf(c.id) == added->second)
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

// To a billionth of a millimetre: what lies below is the noise of arithmetic.
double clean(double v) {
    const double kept = std::round(v * 1e9) / 1e9;
    return kept == 0 ? 0 : kept; // no minus nought
}

Json ringFlat(const std::vector<Vec2>& ring) {
    Json j = Json::array();
    for (auto& p : ring)
        j.push_back({clean(p.x()), clean(p.y())});
    return j;
}

Json ringPosed(const std::vector<Vec2>& ring, const Rigid& at) {
    Json j = Json::array();
    for (auto& p : ring) {
        const Vec3 q = at.at(p);
        j.push_back({clean(q.x()), clean(q.y()), clean(q.z())});
    }
    return j;
}

int pose(const std::string& path, const std::string& text, bool json) {
    std::string_view rest(text);
    const auto number = takeNumber(rest);
    if (!number || rest.find_first_not_of(" °deg") != std::string_view::npos)
        return refuse({"--open", "“" + text + "” is no opening", "give it in degrees, like 90"});
    const double opening = *number;
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    const Assembly a = *assemble(*d);
    const Linkage k = linkageOf(a);
    if (!(opening >= k.course.begin() && opening <= k.course.end())) {
        return refuse(
            {"--open", "the opening is out of reach",
             "give " + numberText(k.course.begin(), 1) + " to " + numberText(k.course.end(), 1)});
    }
    const Pose p = poseAt(k, motionOf(k), opening);
    Json j = {{"opening", opening}, {"misfit_mm", clean(p.misfit())}, {"panels", Json::array()}};
    for (size_t i = 0; i < a.panels.size(); ++i) {
        const Panel& panel = a.panels[i];
        Json one = {{"id", panel.id},
                    {"part", a.parts[panel.part].id},
                    {"stock", a.parts[panel.part].stock},
                    {"flat", ringFlat(panel.outline)},
                    {"posed", ringPosed(panel.outline, p.panels[i])}};
        if (!panel.apertures.empty()) {
            one["apertures"] = Json::array();
            for (auto& ring : panel.apertures)
                one["apertures"].push_back(
                    {{"flat", ringFlat(ring)}, {"posed", ringPosed(ring, p.panels[i])}});
        }
        j["panels"].push_back(one);
    }
    if (json) {
        print(j);
        return Done;
    }
    std::cout << "opening " << opening << " deg, misfit " << clean(p.misfit()) << " mm\n";
    for (auto& panel : j["panels"])
        std::cout << panel["id"].get<std::string>() << " " << panel["posed"].dump() << "\n";
    return Done;
}

Result<Workshop> loadWorkshop(const std::string& path) {
    if (path.empty())
        return Workshop{};
    auto text = readFile(path);
    if (!text)
        return text.problem();
    auto w = workshopFromText(*text);
    if (!w)
        return w.problem().in(path);
    return w;
}

// A design and the maker's workshop, as two files.
struct Bench {
    Design design;
    Workshop workshop;
};

Result<Bench> layOutBench(const std::string& path, const std::string& shop) {
    auto d = loadDesign(path);
    if (!d)
        return d.problem();
    auto workshop = loadWorkshop(shop);
    if (!workshop)
        return workshop.problem();
    return Bench{*d, *workshop};
}

// Folded and proved.
struct Proved {
    Case folded;
    Evidence evidence;
    std::vector<Finding> findings;

    explicit Proved(const Bench& b, bool remedies)
        : folded(b.design, *assemble(b.design), nullptr, b.workshop), evidence(folded, {}),
          findings(prove(evidence)) {
        if (remedies)
            findRemedies(folded, findings);
    }
};

Json rulesJson() {
    Json j = Json::array();
    for (const Rule& r : rules())
        j.push_back(r.id);
    return j;
}

int check(const std::string& path, const std::string& shop, bool remedies, bool json) {
    auto bench = layOutBench(path, shop);
    if (!bench)
        return refuse(bench.problem());
    const Proved proved(*bench, remedies);
    const std::vector<Finding>& findings = proved.findings;
    const Verdict verdict = verdictOf(findings);
    const Display& shown = proved.folded.assembly.display;
    Json j = {{"verdict", nameOf(verdict)},
              {"display", {{"opening", shown.at}, {"words", shown.words}}},
              {"rules", rulesJson()},
              {"findings", Json::array()},
              {"facts", Json::array()}};
    const std::vector<Fact> facts = factsOf(proved.evidence, curvesOf(proved.evidence));
    for (const Fact& f : facts)
        j["facts"].push_back(
            {{"id", f.id}, {"amount", f.amount}, {"unit", nameOf(f.in)}, {"text", f.text}});
    for (auto& f : findings) {
        j["findings"].push_back({{"rule", f.rule},
                                 {"severity", nameOf(f.severity)},
                                 {"parts", f.parts},
                                 {"opening_from", f.openingFrom},
                                 {"opening_to", f.openingTo},
                                 {"opening", f.opening},
                                 {"amount", f.amount},
                                 {"unit", nameOf(f.in)},
                                 {"message", f.message},
                                 {"remedy", f.remedy}});
        // The name it had when all amounts were lengths.
        if (f.in == In::Millimetres)
            j["findings"].back()["amount_mm"] = f.amount;
    }
    if (json) {
        print(j);
    } else {
        std::cout << sentenceOf(verdict) << ".\n";
        for (auto& f : findings)
            std::cout << nameOf(f.severity) << ": " << f.message << " " << f.remedy << "\n";
        std::cout << "\n";
        for (const Fact& f : facts)
            std::cout << f.text << "\n";
    }
    return verdict == Verdict::Fails ? Fails : Done;
}

int report(const std::string& path, const std::string& shop, const std::string& out, bool force) {
    if (Trouble t = mayWrite(out, force, {path, shop}))
        return refuse(*t);
    auto bench = layOutBench(path, shop);
    if (!bench)
        return refuse(bench.problem());
    const Proved proved(*bench, true);
    if (Trouble t = writeReport(proved.evidence, proved.findings, out))
        return refuse(*t);
    return Done;
}

int solveFor(const std::string& path, const std::vector<std::string>& words,
             const std::string& shop, const std::string& out, bool force, bool json) {
    if (!out.empty())
        if (Trouble t = mayWrite(out, force, {path, shop}))
            return refuse(*t);
    auto bench = layOutBench(path, shop);
    if (!bench)
        return refuse(bench.problem());
    auto question = questionOf(words);
    if (!question)
        return refuse(question.problem());
    auto answer = solve(bench->design, *question, bench->workshop);
    if (!answer)
        return refuse(answer.problem());
    if (!out.empty())
        if (Trouble t = saveDesign(answer->design, out))
            return refuse(*t);
    if (json) {
        Json j = {
            {"answer", answer->sentence}, {"stops", answer->stops}, {"values", Json::array()}};
        for (const Measure& m : answer->values)
            j["values"].push_back({{"amount", m.quantity == Quantity::Angle ? m.degrees() : m.mm()},
                                   {"unit", m.quantity == Quantity::Angle ? "deg" : "mm"}});
        print(j);
    } else {
        std::cout << answer->sentence << "\n";
    }
    return Done;
}

int sensitivity(const std::string& path, bool json) {
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    auto all = sensitivities(*d);
    if (!all)
        return refuse(all.problem());
    Json j = {{"measures", Json::array()}};
    for (auto& s : *all) {
        j["measures"].push_back({{"structure", s.structure},
                                 {"measure", s.parameter},
                                 {"unit", s.quantity == Quantity::Length ? "mm" : "deg"},
                                 {"misfit_mm_per_unit", s.rate},
                                 {"opening", s.opening},
                                 {"tab", s.tab},
                                 {"message", say(s)}});
        if (!json)
            std::cout << say(s) << "\n";
    }
    if (json)
        print(j);
    return Done;
}

int exportTo(const std::string& path, const std::string& to, const std::string& sheet,
             const std::string& out, bool force) {
    if (Trouble t = mayWrite(out, force, {path}))
        return refuse(*t);
    const Exporter* e = exporter(to);
    const SheetFormat* format = sheetFormat(sheet);
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    auto remarks = exportDesign(*d, *e, *format, out);
    if (!remarks)
        return refuse(remarks.problem());
    for (auto& r : *remarks)
        std::cerr << r << "\n";
    return Done;
}

int resize(const std::string& path, const std::string& size, const std::string& sheet,
           const std::string& out, bool force) {
    if (!out.empty())
        if (Trouble t = mayWrite(out, force, {path}))
            return refuse(*t);
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    auto card = parseCardSize(size, d->units);
    if (!card)
        return refuse(card.problem());
    auto next = resizeDesign(*d, card->first, card->second, sheet);
    if (!next)
        return refuse(next.problem());
    if (Trouble t = saveDesign(next->design, out.empty() ? path : out))
        return refuse(*t);
    for (auto& r : next->remarks)
        std::cout << "no longer fits: " << r << "\n";
    return Done;
}

template<class Table> std::vector<std::string> ids(const Table& table) {
    std::vector<std::string> out;
    for (auto& row : table)
        out.push_back(row.id);
    return out;
}

} // namespace

namespace {

int run(int argc, char** argv) {
    CLI::App app{"Hinge Lantern: designs, folds and proves pop-up cards", "hinge-lantern-cli"};
    app.require_subcommand(1);
    std::string shop, file, id, card = "5x7in", spine = "left", on, to, sheet = "a4", out, drawing;
    std::vector<std::string> sets;
    std::string opening;
    bool json = false, force = false, remedies = false;
    auto forced = [&](CLI::App* command) {
        command->add_flag("--force", force, "replaces a file that is there already");
    };

    auto* s = app.add_subcommand("structures", "the catalogue of structures");
    s->add_option("ID", id, "only this one");
    s->add_flag("--json", json);
    auto* n = app.add_subcommand("new", "starts a card");
    n->add_option("OUT", file, "the design file to write")->required();
    n->add_option("--card", card, "closed size, such as 5x7in")->required();
    forced(n);
    n->add_option("--spine", spine)->check(CLI::IsMember({"left", "top"}));
    auto* a = app.add_subcommand("add", "adds a structure");
    a->add_option("FILE", file)->required();
    a->add_option("STRUCTURE", id, "an id of the catalogue")->required();
    a->add_option("--on", on, "the host, a crease or a panel; where its family stands as a rule");
    a->add_option("--set", sets, "measures, such as width=50mm")->allow_extra_args(true);
    a->add_option("--outline", drawing, "an SVG drawing: the shape of a topper or an aperture");
    a->add_flag("--json", json);
    auto* p = app.add_subcommand("pose", "where every panel is at an opening");
    p->add_option("FILE", file)->required();
    p->add_option("--open", opening, "degrees, 0 to 180")->required();
    p->add_flag("--json", json);
    auto* c = app.add_subcommand("check", "whether the card works");
    c->add_option("FILE", file)->required();
    c->add_flag("--json", json);
    c->add_flag("--remedies", remedies, "also looks for measures that make the findings go away");
    c->add_option("--workshop", shop, "the maker's tools and mail classes, a file of `workshop`");
    auto* w = app.add_subcommand("workshop", "writes the workshop's file with the sample values");
    w->add_option("OUT", out)->required();
    forced(w);
    auto* q =
        app.add_subcommand("solve", "asks backwards: what is the most, the least, the nearest");
    std::vector<std::string> words;
    q->add_option("FILE", file)->required();
    q->add_option("QUESTION", words,
                  "most|least STRUCTURE MEASURE, topper STRUCTURE, closest STRUCTURE OTHER, card, "
                  "envelope, vanish STRUCTURE MEASURE RULE")
        ->required();
    q->add_flag("--json", json);
    q->add_option("--workshop", shop, "the maker's tools and mail classes");
    forced(q);
    q->add_option("-o,--output", out, "also writes the design with the answer in force");
    auto* g = app.add_subcommand("report", "the proof with pictures, as html or pdf");
    g->add_option("FILE", file)->required();
    g->add_option("--workshop", shop, "the maker's tools and mail classes");
    forced(g);
    g->add_option("-o,--output", out, "a name that ends in .html or .pdf")->required();
    auto* v = app.add_subcommand("sensitivity", "what an error in each measure does to the fit");
    v->add_option("FILE", file)->required();
    v->add_flag("--json", json);
    auto* e = app.add_subcommand("export", "parts at true scale");
    e->add_option("FILE", file)->required();
    e->add_option("--to", to)->required()->check(CLI::IsMember(ids(exporters())));
    e->add_option("--sheet", sheet, "paper to lay out on")
        ->check(CLI::IsMember(ids(sheetFormats())));
    forced(e);
    e->add_option("-o,--output", out)->required();
    auto* r = app.add_subcommand("resize", "the whole design at another closed size");
    std::string fits;
    r->add_option("FILE", file)->required();
    r->add_option("--card", card, "closed size, such as 4.25x5.5in")->required();
    r->add_option("--sheet", fits, "also say which parts do not fit on this paper")
        ->check(CLI::IsMember(ids(sheetFormats())));
    forced(r);
    r->add_option("-o,--output", out, "another file; the same unless given");
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return app.exit(error) == 0 ? Done : BadInput;
    }
    if (*s)
        return structures(id, json);
    if (*n)
        return newFile(file, card, spine, force);
    if (*a)
        return add(file, id, on, sets, drawing, json);
    if (*p)
        return pose(file, opening, json);
    if (*c)
        return check(file, shop, remedies, json);
    if (*w) {
        if (Trouble t = mayWrite(out, force))
            return refuse(*t);
        if (Trouble t = saveFile(out, workshopToText({})))
            return refuse(*t);
        return Done;
    }
    if (*r)
        return resize(file, card, fits, out, force);
    if (*g)
        return report(file, shop, out, force);
    if (*q)
        return solveFor(file, words, shop, out, force, json);
    if (*v)
        return sensitivity(file, json);
    return exportTo(file, to, sheet, out, force);
}

} // namespace

int main(int argc, char** argv) {
    try {
        return run(argc, argv);
    } catch (const std::bad_alloc&) {
        return refuse({"", "there is not enough memory for this", "make the design smaller"});
    } catch (const std::exception& e) {
        return refuse({"", std::string("something went wrong in the program (") + e.what() + ")",
                       "nothing was written; please report this with the file"});
    }
}
