#include "cli/command.h"

namespace hl::cli {

Run declareStructures(CLI::App&);
Run declareNew(CLI::App&);
Run declareAdd(CLI::App&);
Run declareDress(CLI::App&);
Run declarePapers(CLI::App&);
Run declareWays(CLI::App&);
Run declareParts(CLI::App&);
Run declareCard(CLI::App&);
Run declareSet(CLI::App&);
Run declareRemove(CLI::App&);
Run declareBreakUp(CLI::App&);
Run declareRename(CLI::App&);
Run declarePart(CLI::App&);
Run declareNet(CLI::App&);
Run declareJoin(CLI::App&);
Run declareDraw(CLI::App&);
Run declareAdhesive(CLI::App&);
Run declareGroup(CLI::App&);
Run declareStock(CLI::App&);
Run declareDrawer(CLI::App&);
Run declareCuts(CLI::App&);
Run declareScores(CLI::App&);
Run declareBuildSheet(CLI::App&);
Run declarePicture(CLI::App&);
Run declarePose(CLI::App&);
Run declareDrives(CLI::App&);
Run declareCheck(CLI::App&);
Run declareWorkshop(CLI::App&);
Run declareSolve(CLI::App&);
Run declareReport(CLI::App&);
Run declareSensitivity(CLI::App&);
Run declareExport(CLI::App&);
Run declareResize(CLI::App&);
Run declareSchema(CLI::App&);
Run declareSteps(CLI::App&);
Run declarePin(CLI::App&);
Run declareSchedule(CLI::App&);
Run declareLog(CLI::App&);

// A command is one file beside this one and one line here.
const std::vector<Command>& commands() {
    static const std::vector<Command> table{
        {"structures", "the catalogue of structures", declareStructures},
        {"new", "starts a card", declareNew},
        {"add", "adds a structure", declareAdd},
        {"card", "what the card is: title, size, form, pages, envelope", declareCard},
        {"stock", "adds or changes a paper", declareStock},
        {"set", "changes measures and words of anything", declareSet},
        {"remove", "removes a structure, part, line, join or paper", declareRemove},
        {"break-up", "makes single structures of a series", declareBreakUp},
        {"rename", "gives a thing another name", declareRename},
        {"part", "adds a sheet of its own", declarePart},
        {"net", "a drawing of a whole net becomes a sheet of its own", declareNet},
        {"join", "glues one panel to another, edge to edge or crease to crease", declareJoin},
        {"draw", "draws a crease, slit or opening on the card or a part", declareDraw},
        {"adhesive", "what is glued with something else than usual", declareAdhesive},
        {"group", "figures that are moved, turned and sized as one", declareGroup},
        {"dress", "mats, layers and toppers: for one panel or for all that shows", declareDress},
        {"papers", "the printed papers that ship, and schemes of them", declarePapers},
        {"ways", "every way to fold what may go either way", declareWays},
        {"parts", "what is cut and scored", declareParts},
        {"drawer", "the papers and tools there are: makes, tells, adds, CSV in and out",
         declareDrawer},
        {"cuts", "which sheets, which cuts, what is left", declareCuts},
        {"scores", "which edge to the fence, where to score, when to turn", declareScores},
        {"build-sheet", "a booklet for the bench: papers, cuts, scores, glue, dressing",
         declareBuildSheet},
        {"steps", "the order of the work, from the first cut to the last figure", declareSteps},
        {"pin", "one step of the work before another, where neither needs the other", declarePin},
        {"schedule", "when to do what, for several cards at once, and which papers to buy",
         declareSchedule},
        {"log", "the journal: what was built, measured and learned, and notes for next time",
         declareLog},
        {"picture", "the standing card as a picture, still or moving", declarePicture},
        {"pose", "where every panel is at an opening", declarePose},
        {"drives", "what the hand moves, and through which range", declareDrives},
        {"check", "whether the card works", declareCheck},
        {"workshop", "writes the workshop's file with the sample values", declareWorkshop},
        {"solve", "asks backwards: what is the most, the least, the nearest", declareSolve},
        {"report", "the proof with pictures, as html or pdf", declareReport},
        {"sensitivity", "what an error in each measure does to the fit", declareSensitivity},
        {"export", "parts at true scale, files for a machine, tables, a model", declareExport},
        {"resize", "the whole design at another closed size", declareResize},
        {"schema", "the JSON schema of design files", declareSchema},
    };
    return table;
}

} // namespace hl::cli
