// Whether the card works.
#include "cli/common.h"
#include "core/prove/facts.h"
#include <iostream>

namespace hl::cli {
namespace {

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
        Json amounts =
            Json::array({{{"of", "amount"}, {"value", f.amount}, {"unit", nameOf(f.in)}}});
        for (const Amount& a : f.besides)
            amounts.push_back({{"of", a.of}, {"value", a.value}, {"unit", nameOf(a.in)}});
        j["findings"].push_back({{"rule", f.rule},
                                 {"code", f.code},
                                 {"severity", nameOf(f.severity)},
                                 {"parts", f.parts},
                                 {"subjects", f.subjects()},
                                 {"opening_from", f.openingFrom},
                                 {"opening_to", f.openingTo},
                                 {"opening", f.opening},
                                 {"amount", f.amount},
                                 {"unit", nameOf(f.in)},
                                 {"amounts", amounts},
                                 {"message", f.message},
                                 {"remedy", f.remedy}});
        // The name it had when all amounts were lengths.
        if (f.in == In::Millimetres)
            j["findings"].back()["amount_mm"] = f.amount;
    }
    if (remedies)
        j["remedies"] = {{"looked", proved.searched.looked}, {"left", proved.searched.left}};
    if (json) {
        print(j);
    } else {
        std::cout << sentenceOf(verdict) << ".\n";
        for (auto& f : findings)
            std::cout << nameOf(f.severity) << ": " << f.message << " " << f.remedy << "\n";
        if (proved.searched.left > 0)
            std::cout << "Remedies were looked for as far as the work allowed for it goes; not "
                         "looked at: "
                      << proved.searched.left << ". Cure what stands first, and ask again.\n";
        std::cout << "\n";
        for (const Fact& f : facts)
            std::cout << f.text << "\n";
    }
    return verdict == Verdict::Fails ? Fails : Done;
}

} // namespace

Run declareCheck(CLI::App& options) {
    struct CheckGiven {
        std::string file, shop;
        bool remedies = false, json = false;
    };
    auto given = std::make_shared<CheckGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_flag("--json", given->json);
    options.add_flag("--remedies", given->remedies,
                     "also looks for measures that make the findings go away");
    addWorkshop(options, given->shop);
    return [given] { return check(given->file, given->shop, given->remedies, given->json); };
}

} // namespace hl::cli
