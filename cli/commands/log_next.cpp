// What was learned, and notes for the next time, on the command line.
#include "cli/commands/log.h"
#include "core/files/workshop.h"
#include "core/journal/learn.h"
#include "core/journal/next.h"
#include "core/measure/number.h"
#include <algorithm>
#include <filesystem>
#include <iostream>

namespace hl::cli {

using namespace journal;

namespace {

Json jsonOf(const NextTime& n) {
    Json j = {{"id", n.id},           {"about", aboutWords()[static_cast<size_t>(n.about)]},
              {"subject", n.subject}, {"text", n.text},
              {"when", n.when},       {"title", n.title},
              {"done", n.done}};
    if (n.build)
        j["build"] = n.build;
    if (n.wish)
        j["change"] = {{"of", n.wish->of}, {"key", n.wish->key}, {"to", n.wish->to}};
    return j;
}

} // namespace

int logLearned(const LogGiven& g) {
    auto workshop = loadWorkshop(g.shop);
    if (!workshop)
        return refuse(workshop.problem());
    auto j = journalOf(g);
    if (!j)
        return refuse(j.problem());
    auto all = learn(**j, *workshop);
    if (!all)
        return refuse(all.problem());
    if (g.json) {
        Json out = Json::array();
        for (const Learned& l : *all)
            out.push_back({{"quantity", l.quantity},
                           {"of", l.of},
                           {"unit", l.unit},
                           {"value", l.value},
                           {"sigma", l.sigma},
                           {"n", l.n},
                           {"default", l.usual},
                           {"used", l.used},
                           {"builds", l.builds}});
        print(out);
        return Done;
    }
    for (const Learned& l : *all)
        std::cout << l.quantity << (l.of.empty() ? "" : " of " + l.of) << ": "
                  << numberText(l.value, 3) << " " << l.unit << ", give or take "
                  << numberText(2 * l.sigma, 3) << ", from "
                  << countText(l.n, "one reading", "readings") << "; usual "
                  << numberText(l.usual, 3) << (l.used ? "; used" : "") << "\n";
    return Done;
}

// Lets what was learned count, or no longer; into the workshop's file, where one is named.
int logUse(const LogGiven& g) {
    if (!learnable(g.quantity))
        return refuse({g.quantity, "nothing is learned of that",
                       "use a quantity that log learn "
                       "prints"});
    auto workshop = loadWorkshop(g.shop);
    if (!workshop)
        return refuse(workshop.problem());
    auto j = journalOf(g);
    if (!j)
        return refuse(j.problem());
    auto all = learn(**j, *workshop);
    if (!all)
        return refuse(all.problem());
    const auto known = std::find_if(all->begin(), all->end(), [&](const Learned& l) {
        return l.quantity == g.quantity && l.of == g.of;
    });
    if (known == all->end())
        return refuse({g.quantity + (g.of.empty() ? "" : " of " + g.of),
                       "there are no readings of that", "see log learn for what there is"});
    if (Trouble t = (*j)->use(g.quantity, g.of, !g.no))
        return refuse(*t);
    known->used = !g.no;
    if (!g.shop.empty())
        if (Trouble t = saveFile(g.shop, workshopToText(withLearned(*workshop, *all))))
            return refuse(*t);
    std::cout << g.quantity << (g.of.empty() ? "" : " of " + g.of)
              << (g.no ? ": as usual\n"
                       : ": " + numberText(known->value, 3) + " " + known->unit + "\n");
    return Done;
}

int logNext(const LogGiven& g) {
    auto d = loadDesign(g.file);
    if (!d)
        return refuse(d.problem());
    if (d->title.empty())
        d->title = std::filesystem::path(g.file).stem().string();
    auto j = journalOf(g);
    if (!j)
        return refuse(j.problem());
    auto all = (*j)->notes();
    if (!all)
        return refuse(all.problem());
    const std::vector<NextTime> mine = concerning(*all, *d);
    if (g.json) {
        Json out = Json::array();
        for (const NextTime& n : mine)
            out.push_back(jsonOf(n));
        print(out);
        return Done;
    }
    for (const NextTime& n : mine)
        std::cout << n.id << "  " << n.when << "  " << (n.subject.empty() ? "" : n.subject + ": ")
                  << n.text
                  << (n.wish ? " [" + n.wish->of + " " + n.wish->key + "=" + n.wish->to + "]" : "")
                  << "\n";
    return Done;
}

// Carries a note out on a design, and ticks it; without a file it is only ticked.
int logDo(const LogGiven& g) {
    auto j = journalOf(g);
    if (!j)
        return refuse(j.problem());
    auto all = (*j)->notes(true);
    if (!all)
        return refuse(all.problem());
    const auto note =
        std::find_if(all->begin(), all->end(), [&](const NextTime& n) { return n.id == g.id; });
    if (note == all->end())
        return refuse({"note " + numberText(g.id), "there is no such note",
                       "use an id that log next prints"});
    if (!g.file.empty()) {
        const int kept = edited(g.file, [&](const Design& d) { return carriedOut(*note, d); });
        if (kept != Done)
            return kept;
    }
    if (Trouble t = (*j)->tick(g.id))
        return refuse(*t);
    return Done;
}

int logNote(const LogGiven& g) {
    auto design = readFile(g.file);
    if (!design)
        return refuse(design.problem());
    auto text = textOf(g.entry);
    if (!text)
        return refuse(text.problem());
    auto read = buildFromText("{\"notes\": [" + *text + "]}", *design);
    if (!read)
        return refuse(read.problem());
    NextTime n = read->notes.front();
    n.title = read->title.empty() ? std::filesystem::path(g.file).stem().string() : read->title;
    auto j = journalOf(g);
    if (!j)
        return refuse(j.problem());
    auto id = (*j)->addNote(n);
    if (!id)
        return refuse(id.problem());
    if (g.json)
        print({{"id", *id}});
    else
        std::cout << "note " << *id << "\n";
    return Done;
}

} // namespace hl::cli
