// The journal on the command line: what was built is recorded, found again, learned from.
#include "cli/commands/log.h"
#include "core/files/workshop.h"
#include "core/journal/compare.h"
#include "core/journal/learn.h"
#include "core/journal/sample.h"
#include "core/journal/tables.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>
#include <filesystem>
#include <iostream>
#include <iterator>

namespace hl::cli {
namespace {

using namespace journal;

// The drawer counts down what was used, whole sheets first of the size that is said.
Trouble countDown(const std::string& path, const std::vector<PaperUsed>& papers) {
    auto workshop = loadWorkshop(path);
    if (!workshop)
        return workshop.problem();
    for (const PaperUsed& used : papers) {
        DrawerPaper* paper = workshop->drawer.paper(used.paper);
        double left = used.sheets;
        if (!paper)
            continue;
        for (PaperSheet& s : paper->sheets) {
            const bool size = used.width <= 0 || (std::fabs(s.width - used.width) < 0.5 &&
                                                  std::fabs(s.height - used.height) < 0.5);
            if (!size || s.offcut || s.count < 0 || left <= 0)
                continue;
            const int take = std::min(s.count, static_cast<int>(std::ceil(left)));
            s.count -= take;
            left -= take;
        }
    }
    return saveFile(path, workshopToText(*workshop));
}

int add(const LogGiven& g) {
    auto design = readFile(g.file);
    if (!design)
        return refuse(design.problem());
    auto text = textOf(g.entry);
    if (!text)
        return refuse(text.problem());
    auto build = buildFromText(*text, *design);
    if (!build)
        return refuse(build.problem());
    if (build->title.empty()) // a card without a title goes by its file
        build->title = std::filesystem::path(g.file).stem().string();
    for (const Observed& o : build->observed)
        if (!learnable(o.quantity)) {
            std::string known;
            for (const Learnable& q : learnables())
                known += (known.empty() ? "" : ", ") + std::string(q.id);
            return refuse(
                {"observed", "nothing is learned of “" + o.quantity + "”", "use one of: " + known});
        }
    auto j = journalOf(g);
    if (!j)
        return refuse(j.problem());
    auto id = (*j)->add(*build);
    if (!id)
        return refuse(id.problem());
    if (!g.shop.empty())
        if (Trouble t = countDown(g.shop, build->papers))
            return refuse(*t);
    if (g.json)
        print({{"id", *id}});
    else
        std::cout << "build " << *id << "\n";
    return Done;
}

int list(LogGiven g) {
    if (!g.prototypes.empty())
        g.query.prototype = g.prototypes == "only";
    auto j = journalOf(g);
    if (!j)
        return refuse(j.problem());
    auto all = (*j)->list(g.query);
    if (!all)
        return refuse(all.problem());
    if (g.json) {
        Json out = Json::array();
        for (const Build& b : *all)
            out.push_back(Json::parse(buildToText(b, false)));
        print(out);
        return Done;
    }
    for (const Build& b : *all)
        std::cout << b.id << "  " << b.when << "  " << b.title
                  << (b.number > 1 ? " x " + numberText(b.number) : "")
                  << (b.prototype ? ", prototype" : "")
                  << (b.occasion.empty() ? "" : ", " + b.occasion)
                  << (b.failed.empty() ? "" : ": failed, " + b.failed) << "\n";
    return Done;
}

int show(const LogGiven& g) {
    auto j = journalOf(g);
    if (!j)
        return refuse(j.problem());
    auto b = (*j)->build(g.id);
    if (!b)
        return refuse(b.problem());
    if (!g.out.empty()) { // the design as it was then
        if (Trouble t = mayWrite(g.out, g.force))
            return refuse(*t);
        if (Trouble t = saveFile(g.out, b->design))
            return refuse(*t);
    }
    std::cout << buildToText(*b, true) << "\n";
    return Done;
}

// A file, or the design of a build by its number.
Result<Design> designOf(const LogGiven& g, const std::string& said) {
    if (said.empty() || said.find_first_not_of("0123456789") != std::string::npos)
        return loadDesign(said);
    auto j = journalOf(g);
    if (!j)
        return j.problem();
    auto b = (*j)->build(std::atol(said.c_str()));
    if (!b)
        return b.problem();
    return designFromText(b->design);
}

int compare(const LogGiven& g) {
    auto was = designOf(g, g.file), is = designOf(g, g.other);
    if (!was || !is)
        return refuse((was ? is : was).problem());
    const std::vector<Change> all = changes(*was, *is);
    if (g.json) {
        Json out = Json::array();
        for (const Change& c : all)
            out.push_back({{"of", c.of},
                           {"what", c.what},
                           {"was", c.was},
                           {"is", c.is},
                           {"sentence", c.sentence}});
        print(out);
        return Done;
    }
    for (const Change& c : all)
        std::cout << c.sentence << "\n";
    if (all.empty())
        std::cout << "They are the same.\n";
    return Done;
}

int exportTables(const LogGiven& g) {
    auto j = journalOf(g);
    if (!j)
        return refuse(j.problem());
    auto made = tablesOf(**j, g.query);
    if (!made)
        return refuse(made.problem());
    if (g.out.empty()) {
        std::cout << made->files.front().bytes;
        return Done;
    }
    PreparedExport files;
    const std::filesystem::path path(g.out);
    for (const Exported::File& f : made->files)
        files.files.push_back(
            {(path.parent_path() / (path.stem().string() + f.suffix + path.extension().string()))
                 .string(),
             f.bytes});
    if (Trouble t = mayWrite(files.paths(), g.force, {(*j)->path()}))
        return refuse(*t);
    if (Trouble t = files.write())
        return refuse(*t);
    return Done;
}

// A made-up year of the shop, for whoever wants to see what a journal is like.
int sample(const LogGiven& g) {
    std::vector<std::string> texts;
    for (const std::string& path : g.files) {
        auto text = readFile(path);
        if (!text)
            return refuse(text.problem());
        texts.push_back(*text);
    }
    auto year = sampleYear(texts, g.day);
    if (!year)
        return refuse(year.problem());
    auto j = journalOf(g);
    if (!j)
        return refuse(j.problem());
    auto ids = (*j)->addAll(*year);
    if (!ids)
        return refuse(ids.problem());
    std::cout << ids->size() << " builds\n";
    return Done;
}

void addQuery(CLI::App& options, Query& q) {
    options.add_option("--text", q.text, "in titles, occasions, for whom, words and failures");
    options.add_option("--since", q.from, "a date such as 2026-03-14");
    options.add_option("--until", q.to, "a date, included");
    options.add_option("--paper", q.paper, "the name of a paper");
    options.add_option("--family", q.family, "a structure of the catalogue");
    options.add_option("--occasion", q.occasion, "the occasion");
}

} // namespace

Result<std::unique_ptr<Journal>> journalOf(const LogGiven& g) {
    return Journal::open(g.path.empty() ? usualJournal() : g.path);
}

Result<std::string> textOf(const std::string& said) {
    if (said == "-")
        return std::string(std::istreambuf_iterator<char>(std::cin), {});
    if (said.find_first_not_of(" \t\r\n") != std::string::npos &&
        said[said.find_first_not_of(" \t\r\n")] == '{')
        return said;
    return readFile(said);
}

Run declareLog(CLI::App& options) {
    auto given = std::make_shared<LogGiven>();
    LogGiven& g = *given;
    options.require_subcommand(1);
    auto runs = std::make_shared<std::vector<std::pair<CLI::App*, int (*)(const LogGiven&)>>>();
    const auto sub = [&](const char* name, const char* about, int (*run)(const LogGiven&)) {
        CLI::App* s = options.add_subcommand(name, about);
        s->add_option("--journal", g.path, "the journal's file; without, the maker's own");
        runs->emplace_back(s, run);
        return s;
    };
    CLI::App* s = sub("add", "records that a design was built", add);
    s->add_option("FILE", g.file, "the design as it was built")->required();
    s->add_option("--json", g.entry,
                  "the entry: a file, its text, or - for standard input (docs/journal.md)")
        ->required();
    s->add_option("--workshop", g.shop, "a workshop whose drawer counts down what was used");
    s->add_flag("--machine", g.json, "prints the id as JSON");
    s = sub("list", "what was built, the newest first", [](const LogGiven& l) { return list(l); });
    addQuery(*s, g.query);
    s->add_option("--prototypes", g.prototypes, "only or none")
        ->check(CLI::IsMember({"only", "none"}));
    s->add_option("--most", g.query.most, "how many")->check(CLI::Range(1, 1000000));
    s->add_flag("--json", g.json, "for scripts");
    s = sub("show", "all of one build, and its design as it was", show);
    s->add_option("ID", g.id, "of the build")->required();
    s->add_option("-o,--out", g.out, "writes the design there");
    addForce(*s, g.force);
    s = sub("page", "one build as a page to print or to share", logPage);
    s->add_option("ID", g.id, "of the build")->required();
    s->add_option("-o,--out", g.out, "the page, HTML")->required();
    addForce(*s, g.force);
    s = sub("learn", "what the readings say of papers, hand and times", logLearned);
    s->add_option("--workshop", g.shop, "what is usual, a file of `workshop`");
    s->add_flag("--json", g.json, "for scripts");
    s = sub("use", "lets what was learned count", logUse);
    s->add_option("QUANTITY", g.quantity, "as log learn prints it")->required();
    s->add_option("OF", g.of, "the paper, adhesive or doing");
    s->add_option("--workshop", g.shop, "the workshop's file that gets the value");
    s->add_flag("--not", g.no, "no longer");
    s = sub("next", "notes for the next time that concern a design", logNext);
    s->add_option("FILE", g.file)->required();
    s->add_flag("--json", g.json, "for scripts");
    s = sub("note", "a note for the next time", logNote);
    s->add_option("FILE", g.file, "the design it is about")->required();
    s->add_option("--json", g.entry,
                  "{\"about\", \"subject\", \"text\", \"change\": {\"of\", \"key\", \"to\"}}")
        ->required();
    s = sub("do", "carries a note out on a design and ticks it", logDo);
    s->add_option("ID", g.id, "of the note")->required();
    s->add_option("FILE", g.file, "the design; without, it is only ticked");
    s = sub("compare", "what changed between two designs", compare);
    s->add_option("A", g.file, "a file, or the number of a build")->required();
    s->add_option("B", g.other, "the later one")->required();
    s->add_flag("--json", g.json, "for scripts");
    s = sub("sample", "a made-up year of a gift shop, into a journal of its own", sample);
    s->get_option("--journal")->required();
    s->add_option("DESIGNS", g.files, "what was built")->required();
    s->add_option("--until", g.day, "the day on which it ends")->default_val("2026-11-30");
    s = sub("export", "tables of it all", exportTables);
    addQuery(*s, g.query);
    s->add_flag("--csv", g.whole, "as CSV, which is what there is");
    s->add_option("-o,--out", g.out, "four files: builds, -times, -measured, -notes");
    addForce(*s, g.force);
    return [given, runs] {
        for (auto& [chosen, run] : *runs)
            if (*chosen)
                return run(*given);
        return static_cast<int>(BadInput);
    };
}

} // namespace hl::cli
