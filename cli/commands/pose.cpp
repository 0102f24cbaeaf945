// Where every panel is at an opening.
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/edit/named.h"
#include "core/fold/case.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
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

// Where on the scale what is driven, a fold, pivot or slide, has reached a value of its own.
Result<double> reachedBy(const Design& d, const Assembly& a, const Course& course,
                         const std::string& text) {
    const size_t equals = text.rfind('=');
    if (equals == std::string::npos)
        return Problem{"--at", "“" + text + "” is no NAME=VALUE", "write it like pull=20mm"};
    auto id = idOf(d, text.substr(0, equals));
    if (!id)
        return id.problem();
    const JoinSpec* join = d.join(*id);
    auto value =
        parsePlace(text.substr(equals + 1), join ? travelOf(*join) : Quantity::Angle, d.units);
    if (!value)
        return value.problem().in("--at");
    const double wanted = value->quantity == Quantity::Length ? value->mm() : value->degrees();
    std::string driven;
    for (size_t i = 0; i < course.legs().size(); ++i) {
        const Course::Leg& leg = course.legs()[i];
        const std::string& drive = a.motion[i].drive;
        driven += (driven.empty() ? "" : ", ") + drive + " from " + numberText(leg.shownFrom, 1) +
                  " to " + numberText(leg.shownTo, 1);
        const double part = (wanted - leg.shownFrom) / (leg.shownTo - leg.shownFrom);
        if (drive == *id && part >= 0 && part <= 1)
            return leg.begin + part * (leg.end - leg.begin);
    }
    return Problem{"--at", "“" + text + "” is never reached", "what is driven: " + driven};
}

int pose(const std::string& path, const std::string& text, const std::string& reached, bool json) {
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    const Case c(*d, *assemble(*d)); // with its stages as they were found
    const Assembly& a = c.assembly;
    const Linkage& k = c.linkage;
    double opening = 0;
    if (reached.empty()) {
        std::string_view rest(text);
        const auto number = takeNumber(rest);
        if (!number || rest.find_first_not_of(" °deg") != std::string_view::npos)
            return refuse(
                {"--open", "“" + text + "” is no opening", "give it in degrees, like 90"});
        opening = *number;
    } else {
        auto at = reachedBy(*d, a, k.course, reached);
        if (!at)
            return refuse(at.problem());
        opening = *at;
    }
    if (!(opening >= k.course.begin() && opening <= k.course.end())) {
        return refuse(
            {"--open", "the opening is out of reach",
             "give " + numberText(k.course.begin(), 1) + " to " + numberText(k.course.end(), 1)});
    }
    const Pose p = poseAt(k, c.motion, opening);
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
        std::string file, opening, reached, drive;
        bool json = false;
    };
    auto given = std::make_shared<PoseGiven>();
    options.add_option("FILE", given->file)->required();
    auto* scale = options.add_option("--open", given->opening,
                                     "degrees, 0 to 180; of a card with stages, its scale");
    options
        .add_option("--at", given->reached,
                    "instead: what is driven, at a value of its own, such as pull=20mm")
        ->excludes(scale);
    options.add_option(
        "--drive", given->drive,
        "what --at is a value of, as drives names it; then --at is that value alone");
    options.add_flag("--json", given->json);
    return [given] {
        if (!given->drive.empty())
            given->reached = given->drive + "=" + given->reached;
        return pose(given->file, given->opening, given->reached, given->json);
    };
}

} // namespace hl::cli
