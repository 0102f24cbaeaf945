// Every reader of what comes from outside, by name: what mutated inputs are tried on, in the tests
// (tests/files/hostile) and by the fuzzer (./hl fuzz).
#pragma once
#include <string>
#include <vector>

namespace hl::fuzz {

struct Reader {
    const char* name;
    // Whether the input was taken; ends the program where something is wrong with what was made of
    // it.
    bool (*read)(const std::string& input);
    // Inputs to begin from.
    std::vector<std::string> (*seeds)();
};
const std::vector<Reader>& readers();
const Reader* reader(const std::string& name); // null: none of that name

} // namespace hl::fuzz
