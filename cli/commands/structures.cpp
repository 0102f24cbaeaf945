// The catalogue of structures.
#include "cli/common.h"
#include "core/structures/family.h"
#include <iostream>

namespace hl::cli {
namespace {

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
            for (auto& p : f.parameters) {
                std::string words; // what it may be besides
                for (const std::string& word : p.choices)
                    words += (words.empty() ? "; one of: " : ", ") + word;
                std::cout << "    " << p.name << " = "
                          << measureText(p, p.fallback, Unit::Millimetre) << "  " << p.meaning
                          << words << (p.relation.empty() ? "" : "; unless set: " + p.relation)
                          << "\n";
            }
        }
    }
    if (json)
        print(id.empty() ? list : list.front());
    return Done;
}

} // namespace

Run declareStructures(CLI::App& options) {
    struct StructuresGiven {
        std::string id;
        bool json = false;
    };
    auto given = std::make_shared<StructuresGiven>();
    options.add_option("ID", given->id, "only this one");
    options.add_flag("--json", given->json);
    return [given] { return structures(given->id, given->json); };
}

} // namespace hl::cli
