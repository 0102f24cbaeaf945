// Prints the JSON schema of design files.
#include "cli/common.h"
#include "core/files/hlantern.h"
#include <iostream>

namespace hl::cli {

Run declareSchema(CLI::App&) {
    return [] {
        std::cout << designSchema();
        return int(Done);
    };
}

} // namespace hl::cli
