// What a cutting machine gets: parts on its mat, and lines in the order in which they are cut.
#pragma once
#include "core/make/parts_list.h"
#include "core/workshop/drawer.h"

namespace hl::make {

// In this order: what lies within a part before the part comes loose.
enum class MachineLayer { InnerCuts, Scores, Outlines, Labels };
struct MachineLayerName {
    MachineLayer layer;
    const char *id, *colour; // "#rrggbb"
};
const std::vector<MachineLayerName>& machineLayers();

struct MachineLine {
    MachineLayer layer = MachineLayer::Outlines;
    std::vector<Vec2> points; // mm from the lower left corner of the mat
    bool closed = false;
    std::string part;
};

struct MachineLabel {
    Vec2 at; // its start on the base line
    double height = 3;
    std::string text;
};

// One mat full, of one paper.
struct MachineMat {
    std::string paper;
    double width = 0, height = 0;
    std::vector<MachineLine> lines;   // by layer
    std::vector<MachineLabel> labels; // drawn with a pen
};

struct MachineJob {
    std::vector<MachineMat> mats;
    std::vector<std::string> remarks; // parts that no mat holds
};

// The blade's allowance is put outside of outlines and inside of openings. A part that is larger
// than the mat is left out, with a remark. `dashed`: scores are rows of short cuts, for machines
// without a tool that scores; each begins and ends with paper.
MachineJob machineJob(const std::vector<ListedPart>& parts, const CuttingMachine& machine,
                      Unit unit, bool dashed = false);

} // namespace hl::make
