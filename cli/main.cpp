// The command line: the scriptable face of the core. Every command prints to standard output and
// its problems to standard error.
#include "cli/common.h"
#include "cli/working.h"

namespace {

using namespace hl;
using namespace hl::cli;

int run(int argc, char** argv) {
    CLI::App app{"Hinge Lantern: designs, folds and proves pop-up cards", "hinge-lantern-cli"};
    app.require_subcommand(1);
    std::vector<std::pair<CLI::App*, Run>> declared;
    for (const Command& c : commands()) {
        CLI::App* options = app.add_subcommand(c.name, c.about);
        declared.emplace_back(options, c.declare(*options));
    }
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return app.exit(error) == 0 ? Done : BadInput;
    }
    for (auto& [options, runs] : declared)
        if (*options) {
            const Working working(options->get_name());
            return runs();
        }
    return BadInput;
}

} // namespace

int main(int argc, char** argv) {
    keepTerminalPlain();
    try {
        return run(argc, argv);
    } catch (const std::bad_alloc&) {
        return refuse({"", "there is not enough memory for this", "make the design smaller"});
    } catch (const std::exception& e) {
        return refuse({"", std::string("something went wrong in the program (") + e.what() + ")",
                       "nothing was written; please report this with the file"});
    }
}
