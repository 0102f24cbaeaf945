#include "cli/common.h"
#include "cli/working.h"
#include "core/assemble/assemble.h"
#include "core/files/workshop.h"
#include <cstdlib>
#include <filesystem>
#include <iostream>
#include <sys/wait.h>
#include <unistd.h>

namespace hl::cli {

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
      findings(prove(evidence, {}, [](auto&, double part) { progress()(part); })) {
    if (remedies)
        searched = findRemedies(folded, findings, nullptr, progress());
}

int writeExport(const std::string& out, const Exporter& exporter, const ExportInput& input,
                bool force, const std::vector<std::string>& inputs) {
    const auto made = prepareExport(out, exporter, input);
    if (!made)
        return refuse(made.problem());
    if (Trouble t = mayWrite(made->paths(), force, inputs))
        return refuse(*t);
    if (Trouble t = made->write())
        return refuse(*t);
    for (const std::string& r : made->remarks)
        std::cerr << r << "\n";
    return Done;
}

Trouble runBeside(const std::vector<std::string>& words) {
    std::error_code error;
    const auto here = std::filesystem::read_symlink("/proc/self/exe", error);
    const std::string program = (here.parent_path() / "hinge-lantern").string();
    if (error || access(program.c_str(), X_OK) != 0)
        return Problem{"picture", "the window's program is not beside this one",
                       "install or build hinge-lantern as well"};
    std::vector<char*> args{const_cast<char*>(program.c_str())};
    for (const std::string& w : words)
        args.push_back(const_cast<char*>(w.c_str()));
    args.push_back(nullptr);
    const pid_t child = fork();
    if (child == 0) {
        if (!std::getenv("DISPLAY") && !std::getenv("WAYLAND_DISPLAY"))
            setenv("QT_QPA_PLATFORM", "offscreen", 1);
        setenv("QT_LOGGING_RULES", "default.warning=false", 0); // of the toolkit
        execv(program.c_str(), args.data());
        _exit(127);
    }
    int status = 0;
    if (child < 0 || waitpid(child, &status, 0) < 0 || !WIFEXITED(status))
        return Problem{"picture", "the picture could not be drawn", "try again"};
    if (WEXITSTATUS(status) != 0) // it has said why
        return Problem{};
    return {};
}

int edited(const std::string& path, const std::function<Result<Design>(const Design&)>& change) {
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    auto next = change(*d);
    if (!next)
        return refuse(next.problem());
    if (Trouble t = saveDesign(*next, path))
        return refuse(*t);
    return Done;
}

} // namespace hl::cli
