// What the hand moves, and what rises by itself: each with the range that it goes through.
#include "cli/common.h"
#include "core/assemble/assemble.h"
#include "core/fold/case.h"
#include "core/measure/number.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <iostream>

namespace hl::cli {
namespace {

int drives(const std::string& path, bool json) {
    auto d = loadDesign(path);
    if (!d)
        return refuse(d.problem());
    const Case c(*d, *assemble(*d));
    const Course& course = c.linkage.course;
    const double display = std::clamp(c.assembly.display.at, c.first(), c.last());
    Json out = Json::array();
    for (size_t i = 0; i < course.legs().size(); ++i) {
        const Course::Leg& leg = course.legs()[i];
        const Stage& stage = c.assembly.motion[i];
        const bool slide =
            c.linkage.joints[static_cast<size_t>(leg.joint)].freedom == Freedom::Slide;
        const std::string unit = slide ? "mm" : "deg";
        const double shown = leg.shown(std::clamp(display, leg.begin, leg.end));
        const std::string name = sayJoint(c, leg.joint);
        if (json)
            out.push_back({{"id", stage.drive},
                           {"name", name},
                           {"unit", unit},
                           {"from", leg.shownFrom},
                           {"to", leg.shownTo},
                           {"shown", shown},
                           {"by_itself", stage.springs}});
        else
            std::cout << capital(name) << (stage.springs ? ", by itself" : "") << ": from "
                      << numberText(leg.shownFrom, 1) << " to " << numberText(leg.shownTo, 1) << " "
                      << unit << ", displayed at " << numberText(shown, 1) << " (" << stage.drive
                      << ")\n";
    }
    if (json)
        print(out);
    return Done;
}

} // namespace

Run declareDrives(CLI::App& options) {
    struct DrivesGiven {
        std::string file;
        bool json = false;
    };
    auto given = std::make_shared<DrivesGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_flag("--json", given->json, "for scripts");
    return [given] { return drives(given->file, given->json); };
}

} // namespace hl::cli
