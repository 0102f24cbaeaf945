// Writes the workshop's file with the sample values.
#include "core/files/workshop.h"
#include "cli/common.h"

namespace hl::cli {
namespace {

int workshop(const std::string& out, bool force) {
    if (Trouble t = mayWrite(out, force))
        return refuse(*t);
    if (Trouble t = saveFile(out, workshopToText({})))
        return refuse(*t);
    return Done;
}

} // namespace

Run declareWorkshop(CLI::App& options) {
    struct WorkshopGiven {
        std::string out;
        bool force = false;
    };
    auto given = std::make_shared<WorkshopGiven>();
    options.add_option("OUT", given->out)->required();
    addForce(options, given->force);
    return [given] { return workshop(given->out, given->force); };
}

} // namespace hl::cli
