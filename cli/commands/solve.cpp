// Asks backwards: what is the most, the least, the nearest.
#include "core/prove/solve.h"
#include "cli/common.h"
#include "cli/working.h"
#include "core/edit/named.h"
#include "core/structures/family.h"
#include <iostream>

namespace hl::cli {
namespace {

// "band 40mm" where one structure alone has a band.
std::vector<std::string> aboutTheOnly(const Design& d, std::vector<std::string> words) {
    if (words.size() != 2 || words[0] != "band")
        return words;
    std::vector<std::string> banded;
    for (const StructureSpec& s : d.structures)
        if (familyOf(s).banded)
            banded.push_back(s.id);
    if (banded.size() == 1)
        words.insert(words.begin() + 1, banded.front());
    return words;
}

int solveFor(const std::string& path, const std::vector<std::string>& words,
             const std::string& shop, const std::string& out, bool force, bool apply, bool json) {
    if (!out.empty())
        if (Trouble t = mayWrite(out, force, {path, shop}))
            return refuse(*t);
    auto bench = layOutBench(path, shop);
    if (!bench)
        return refuse(bench.problem());
    auto question = questionOf(aboutTheOnly(bench->design, words));
    if (!question)
        return refuse(question.problem());
    for (std::string* said : {&question->structure, &question->other}) {
        auto id = idOf(bench->design, *said);
        if (!id)
            return refuse(id.problem());
        *said = *id;
    }
    auto answer = solve(bench->design, *question, bench->workshop, nullptr, progress());
    if (!answer)
        return refuse(answer.problem());
    if (!out.empty())
        if (Trouble t = saveDesign(answer->design, out))
            return refuse(*t);
    if (apply)
        if (Trouble t = saveDesign(answer->design, path))
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

} // namespace

Run declareSolve(CLI::App& options) {
    struct SolveGiven {
        std::string file, shop, out;
        std::vector<std::string> words;
        std::string rise;
        bool force = false, apply = false, json = false;
    };
    auto given = std::make_shared<SolveGiven>();
    options.add_option("FILE", given->file)->required();
    options
        .add_option("QUESTION", given->words,
                    "most|least STRUCTURE MEASURE, topper STRUCTURE, closest STRUCTURE OTHER, "
                    "card, envelope, order, band STRUCTURE RISE, vanish STRUCTURE MEASURE RULE")
        ->required();
    options.add_option("--rise", given->rise,
                       "of a band: by how much it is to raise what has it; the same as RISE");
    options.add_flag("--json", given->json);
    addWorkshop(options, given->shop);
    addForce(options, given->force);
    options.add_flag("--apply", given->apply, "puts the answer in force in FILE itself");
    options.add_option("-o,--output", given->out,
                       "also writes the design with the answer in force");
    return [given] {
        if (!given->rise.empty())
            given->words.push_back(given->rise);
        return solveFor(given->file, given->words, given->shop, given->out, given->force,
                        given->apply, given->json);
    };
}

} // namespace hl::cli
