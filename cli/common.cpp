#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/files/workshop.h"
#include <iostream>

namespace hl::cli {
namespace {

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

} // namespace

int refuse(const Problem& p) {
    std::cerr << "hinge-lantern-cli: " << p.text() << "\n";
    return BadInput;
}

void print(const Json& j) {
    std::cout << j.dump(2, ' ', false, Json::error_handler_t::replace) << "\n";
}

void addForce(CLI::App& options, bool& force) {
    options.add_flag("--force", force, "replaces a file that is there already");
}

void addWorkshop(CLI::App& options, std::string& file) {
    options.add_option("--workshop", file,
                       "the maker's tools and mail classes, a file of `workshop`");
}

Result<Bench> layOutBench(const std::string& path, const std::string& shop) {
    auto d = loadDesign(path);
    if (!d)
        return d.problem();
    auto workshop = loadWorkshop(shop);
    if (!workshop)
        return workshop.problem();
    return Bench{*d, *workshop};
}

Proved::Proved(const Bench& b, bool remedies)
    : folded(b.design, *assemble(b.design), nullptr, b.workshop), evidence(folded, {}),
      findings(prove(evidence)) {
    if (remedies)
        findRemedies(folded, findings);
}

} // namespace hl::cli
