#include "tests/program.h"
#include <cstdio>
#include <map>
#include <string>
#ifdef HL_WINDOWS
#include <QApplication>
#endif

namespace hl::test {
namespace {

using Run = std::function<int(int, char**)>;

std::map<std::string, Run>& tests() {
    static std::map<std::string, Run> all;
    return all;
}

} // namespace

Registration::Registration(const char* file, Run run) {
    const std::string path = file;
    const size_t from = path.rfind('/') + 1; // npos + 1: all of it
    tests()[path.substr(from, path.rfind('.') - from)] = std::move(run);
}

} // namespace hl::test

int main(int argc, char** argv) {
#ifdef HL_WINDOWS
    QCoreApplication::setAttribute(Qt::AA_Use96Dpi);
    QApplication app(argc, argv);
#else
    QCoreApplication app(argc, argv);
#endif
    using hl::test::tests;
    // The name is taken out of what Qt Test is given.
    const auto named = argc > 1 ? tests().find(argv[1]) : tests().end();
    if (named != tests().end()) {
        for (int i = 1; i + 1 < argc; ++i)
            argv[i] = argv[i + 1];
        argv[--argc] = nullptr;
        return named->second(argc, argv);
    }
    if (argc > 1 && argv[1][0] != '-') {
        std::fprintf(stderr, "there is no test “%s”; there are:\n", argv[1]);
        for (auto& [name, run] : tests())
            std::fprintf(stderr, "  %s\n", name.c_str());
        return 2;
    }
    int failed = 0;
    for (auto& [name, run] : tests())
        failed += run(argc, argv);
    return failed > 0;
}
