// Where every panel is at an opening.
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/fold/motion.h"
#include "core/measure/number.h"
#include <cmath>
#include <iostream>

namespace hl::cli {
namespace {

// To a billionth of a millimetre: what lies below is the noise of arithmetic.
double clean(double v) {
    const double kept = std::round(v * 1e9) / 1e9;
    return kept == 0 ? 0 : kept; // no minus nought
}

Json ringFlat(const std::vector<Vec2>& ring) {
    Json j = Json::array();
    for (auto& p : ring)
        j.push_back({clean(p.x()), clean(p.y())});
    return j;
}

Json ringPosed(const std::vector<Vec2>& ring, const Rigid& at) {
    Json j = Json::array();
    for (auto& p : ring) {
        const Vec3 q = at.at(p);
        j.push_back({clean(q.x()), clean(q.y()), clean(q.z())});
    }
    return j;
}

int pose(const std::string& path, const std::string& text, bool json) {
    std::string_view rest(text);
    const auto number = takeNumber(rest);
    if (!number || rest.find_first_not_of(" °deg") != std::string_view::npos)
        return refuse({"--open", "“" + text + "” is no opening", "give it in degrees, like 90"});
    const double opening = *number;
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    const Assembly a = *assemble(*d);
    const Linkage k = linkageOf(a);
    if (!(opening >= k.course.begin() && opening <= k.course.end())) {
        return refuse(
            {"--open", "the opening is out of reach",
             "give " + numberText(k.course.begin(), 1) + " to " + numberText(k.course.end(), 1)});
    }
    const Pose p = poseAt(k, motionOf(k), opening);
    Json j = {{"opening", opening}, {"misfit_mm", clean(p.misfit())}, {"panels", Json::array()}};
    for (size_t i = 0; i < a.panels.size(); ++i) {
        const Panel& panel = a.panels[i];
        Json one = {{"id", panel.id},
                    {"part", a.parts[panel.part].id},
                    {"stock", a.parts[panel.part].stock},
                    {"flat", ringFlat(panel.outline)},
                    {"posed", ringPosed(panel.outline, p.panels[i])}};
        if (!panel.apertures.empty()) {
            one["apertures"] = Json::array();
            for (auto& ring : panel.apertures)
                one["apertures"].push_back(
                    {{"flat", ringFlat(ring)}, {"posed", ringPosed(ring, p.panels[i])}});
        }
        j["panels"].push_back(one);
    }
    if (json) {
        print(j);
        return Done;
    }
    std::cout << "opening " << opening << " deg, misfit " << clean(p.misfit()) << " mm\n";
    for (auto& panel : j["panels"])
        std::cout << panel["id"].get<std::string>() << " " << panel["posed"].dump() << "\n";
    return Done;
}

} // namespace

Run declarePose(CLI::App& options) {
    struct PoseGiven {
        std::string file, opening;
        bool json = false;
    };
    auto given = std::make_shared<PoseGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("--open", given->opening, "degrees, 0 to 180")->required();
    options.add_flag("--json", given->json);
    return [given] { return pose(given->file, given->opening, given->json); };
}

} // namespace hl::cli
