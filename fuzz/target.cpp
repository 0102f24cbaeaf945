// One fuzz target: the reader that the program is named after ("fuzz-dxf"). With --seeds FOLDER it
// writes the inputs to begin from there and ends.
#include "fuzz/readers.h"
#include <cstdint>
#include <cstdlib>
#include <cstring>
#include <fstream>
#include <iostream>

namespace {

const hl::fuzz::Reader* chosen = nullptr;

} // namespace

extern "C" int LLVMFuzzerInitialize(int* argc, char*** argv) {
    const std::string program = (*argv)[0];
    const std::string name = program.substr(program.rfind("fuzz-") + 5);
    chosen = hl::fuzz::reader(name);
    if (!chosen) {
        std::cerr << "there is no reader “" << name << "”\n";
        std::exit(2);
    }
    if (*argc == 3 && std::strcmp((*argv)[1], "--seeds") == 0) {
        int n = 0;
        for (const std::string& seed : chosen->seeds())
            std::ofstream(std::string((*argv)[2]) + "/seed-" + std::to_string(n++),
                          std::ios::binary)
                << seed;
        std::exit(0);
    }
    return 0;
}

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    chosen->read(std::string(reinterpret_cast<const char*>(data), size));
    return 0;
}
