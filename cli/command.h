// A command of the command line: a name, its options, and what runs with them. Each is one file in
// cli/commands and one line in its table.
#pragma once
#include <functional>
#include <vector>

namespace CLI {
class App;
}

namespace hl::cli {

// Done (check: works or care), the check fails, bad input or usage.
enum Exit { Done = 0, Fails = 1, BadInput = 2 };

using Run = std::function<int()>; // an Exit

struct Command {
    const char *name, *about;
    // Declares its options; what is returned runs once they are read.
    Run (*declare)(CLI::App& options);
};
const std::vector<Command>& commands();

} // namespace hl::cli
