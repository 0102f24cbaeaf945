#include "tests/program.h"
#include <cstdio>
#include <map>
#include <string>
#ifdef HL_WINDOWS
#include "core/measure/free_thread.h"
#include <QApplication>
#include <cxxabi.h>
#include <dlfcn.h>
#include <execinfo.h>
#include <set>
#endif

namespace hl::test {
namespace {

#ifdef HL_WINDOWS
// What the window did on its own thread that folds or assembles, by the functions of hl::app that
// were under way. What a test folds by itself, without any of them, is the test's business.
std::set<std::string> breaches;

void noteBreach(const char* what) {
    void* frames[100];
    const int deep = backtrace(frames, 100);
    std::string way;
    for (int i = 0; i < deep; ++i) {
        Dl_info info;
        if (!dladdr(frames[i], &info) || !info.dli_sname)
            continue;
        int status = 0;
        char* name = abi::__cxa_demangle(info.dli_sname, nullptr, nullptr, &status);
        const std::string plain = name ? name : info.dli_sname;
        std::free(name);
        if (plain.rfind("hl::app::", 0) == 0)
            way += "\n    " + plain.substr(0, plain.find('('));
    }
    if (!way.empty())
        breaches.insert(std::string(what) + way);
}
#endif

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
    hl::measure::keepThreadFree(hl::test::noteBreach);
#else
    QCoreApplication app(argc, argv);
#endif
    using hl::test::tests;
    const auto kept = [](int failed) {
#ifdef HL_WINDOWS
        for (const std::string& one : hl::test::breaches)
            std::fprintf(stderr, "FAIL!  : in the window's thread: %s\n", one.c_str());
        failed += int(hl::test::breaches.size());
#endif
        return failed;
    };
    // The name is taken out of what Qt Test is given.
    const auto named = argc > 1 ? tests().find(argv[1]) : tests().end();
    if (named != tests().end()) {
        for (int i = 1; i + 1 < argc; ++i)
            argv[i] = argv[i + 1];
        argv[--argc] = nullptr;
        return kept(named->second(argc, argv));
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
    return kept(failed) > 0;
}
