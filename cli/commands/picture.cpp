// Pictures of the standing card. The window's program draws them, without a window; it lies beside
// this one.
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/fold/case.h"
#include "core/measure/number.h"
#include <filesystem>

namespace hl::cli {
namespace {

constexpr int leastSide = 16, mostSide = 8000; // pixels
constexpr int mostFrames = 240;

struct PictureGiven {
    std::string file, out, size = "1200x900", to;
    double open = -1;
    int frames = 45;
    bool force = false;
};

// "1200x900".
std::optional<std::pair<int, int>> sizeOf(const std::string& text) {
    std::string_view rest = text;
    const auto w = takeNumber(rest);
    if (!w || rest.empty() || rest.front() != 'x')
        return {};
    rest.remove_prefix(1);
    const auto h = takeNumber(rest);
    if (!h || !rest.empty() || *w < leastSide || *h < leastSide || *w > mostSide || *h > mostSide)
        return {};
    return std::pair{static_cast<int>(*w), static_cast<int>(*h)};
}

int picture(const PictureGiven& g) {
    auto d = loadDesign(g.file);
    if (!d)
        return refuse(d.problem());
    const auto size = sizeOf(g.size);
    if (!size)
        return refuse({"--size", "“" + g.size + "” is no size of a picture",
                       "give 16 to 8000 pixels each way, like 1200x900"});
    const std::string ending = std::filesystem::path(g.out).extension().string();
    const std::string kind = !g.to.empty()       ? g.to
                             : ending == ".webp" ? "webp"
                             : ending == ".gif"  ? "gif"
                                                 : "png";
    if (Trouble t = mayWrite(g.out, g.force, {g.file}))
        return refuse(*t);
    if (g.open >= 0) {
        auto made = assemble(*d);
        if (!made)
            return refuse(made.problem());
        const Case c(*d, *made);
        if (g.open < c.first() || g.open > c.last())
            return refuse({"--open", "the opening is out of reach",
                           "give " + numberText(c.first(), 1) + " to " + numberText(c.last(), 1)});
    }
    if (Trouble t =
            runBeside({"--picture", g.file, g.out, numberText(g.open, 3), numberText(size->first),
                       numberText(size->second), numberText(kind == "png" ? 1 : g.frames), kind}))
        return t->what.empty() ? BadInput : refuse(*t);
    return Done;
}

} // namespace

Run declarePicture(CLI::App& options) {
    auto g = std::make_shared<PictureGiven>();
    options.add_option("FILE", g->file)->required();
    options.add_option("-o,--output", g->out, "the file to write")->required();
    options.add_option("--open", g->open, "the opening; as it is displayed without")
        ->check(CLI::NonNegativeNumber);
    options.add_option("--size", g->size, "in pixels, 1200x900 unless given");
    options.add_option("--to", g->to, "png, or webp or gif for the opening as a moving picture")
        ->check(CLI::IsMember({"png", "webp", "gif"}));
    options.add_option("--frames", g->frames, "of the moving picture, 15 a second")
        ->check(CLI::Range(2, mostFrames));
    addForce(options, g->force);
    return [g] { return picture(*g); };
}

} // namespace hl::cli
