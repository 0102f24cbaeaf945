// Exports: the table of formats in which a design leaves the program, and of those in which
// drawings come in. A new one is one file and one line in exports.cpp.
#pragma once
#include "core/make/cut_plan.h"
#include "core/make/sheets.h"
#include "core/measure/result.h"
#include "core/picture/picture.h"
#include "core/prove/evidence.h"
#include "core/prove/finding.h"
#include "core/workshop/drawer.h"

namespace hl::exports {

// What an exporter gets to choose from.
struct ExportInput {
    const Design& design;
    const Assembly& assembly;
    SheetFormat format; // of the paper it is cut from or printed on
    // Of those that need the proof; null where nobody proved it.
    const Evidence* evidence = nullptr;
    const std::vector<Finding>* findings = nullptr;
    const Drawer* drawer = nullptr; // papers and tools; null: the usual ones
    // What is up on every panel, for papers with a direction; null: as parts are drawn.
    const std::vector<Vec2>* upright = nullptr;
    std::shared_ptr<const Pixels> seen = nullptr; // the finished card, as it will look
    bool dashed = false;                          // scores for a machine as rows of short cuts
    PrintedArea printed = {};                     // patterns on printed sheets; none: lines alone
    int copies = 1;                               // of the card, in what is planned
    CutWishes cuts = {};                          // and what is to be cut otherwise
    bool fromDrawer = true;                       // whether its papers are meant, not its tools
};

// One file or several, by what their names end in after the one the maker chose ("-2"), and what
// the maker should know about them.
struct Exported {
    struct File {
        std::string suffix, bytes;
    };
    std::vector<File> files;
    std::vector<std::string> remarks;
};

enum class Exports { Sheets, Report, Machine, Lists, Model, BuildSheet };

// What an export is for: how it is called, what it needs and what it offers.
struct Purpose {
    Exports what;
    const char* title;     // for the eye
    const char* name;      // of a file, where the design has none
    bool told = false;     // by the command `export`; others have a command of their own
    bool dashes = false;   // scores may be had as dashes
    bool pictured = false; // shows the finished card
    bool upright = false;  // asks what is up on every panel
};
const std::vector<Purpose>& purposes();
const Purpose& purposeOf(Exports what);

struct Exporter {
    const char* id; // of the format, and the file's extension
    Exports what;
    const char* name; // for the eye
    Result<Exported> (*write)(const ExportInput& input);
};
const std::vector<Exporter>& exporters();
// The one that writes such a thing to files with that extension; null when there is none.
const Exporter* exporter(const std::string& id, Exports what = Exports::Sheets);

// What an export will write, by the names that its files get beside `path`; nothing is written yet.
struct PreparedExport {
    struct File {
        std::string path, bytes;
    };
    std::vector<File> files;
    std::vector<std::string> remarks;

    std::vector<std::string> paths() const;
    // Writes all of them, each whole or not at all. Who is asked about files that are there already
    // is asked before (`mayWrite`).
    Trouble write() const;
};
Result<PreparedExport> prepareExport(const std::string& path, const Exporter& exporter,
                                     const ExportInput& input);

struct Importer {
    const char* id;   // also the file's extension
    const char* name; // for the eye
    // The largest closed outline of a drawing, mm.
    Result<std::vector<Point>> (*outline)(const std::string& text);
};
const std::vector<Importer>& importers();
// The outline in a file, by the importer that its extension asks for; problems name the file.
Result<std::vector<Point>> importOutline(const std::string& path);

} // namespace hl::exports
