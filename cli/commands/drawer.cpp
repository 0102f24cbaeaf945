// The drawer: what papers, tools and adhesives there are.
#include "cli/common.h"
#include "core/files/drawer_csv.h"
#include "core/files/workshop.h"
#include "core/measure/number.h"
#include <iostream>

namespace hl::cli {
namespace {

struct DrawerGiven {
    std::string file, design, csvIn, csvOut;
    std::vector<std::string> adds;
    bool fresh = false, json = false, force = false;
};

// "NAME, 210 x 297 mm, 5": the paper, the size of a sheet, how many; "offcut" at the end of one.
Result<DrawerPaper> paperIn(const std::string& text) {
    const auto bad = [&](const std::string& what) {
        return Problem{"“" + text + "”", what, "write it like \"Ivory card, 210 x 297 mm, 5\""};
    };
    std::vector<std::string> fields{""};
    for (char c : text)
        if (c == ',')
            fields.emplace_back();
        else
            fields.back() += c;
    for (std::string& f : fields) {
        const size_t from = f.find_first_not_of(' ');
        f = from == std::string::npos ? "" : f.substr(from, f.find_last_not_of(' ') - from + 1);
    }
    PaperSheet s;
    if (fields.back() == "offcut") {
        s.offcut = true;
        fields.pop_back();
    }
    if (fields.size() < 2 || fields.size() > 3 || fields[0].empty())
        return bad("this names no paper with the size of its sheets");
    const size_t by = fields[1].find('x');
    if (by == std::string::npos)
        return bad("the size has no “x” between width and height");
    const auto height = parseLength(fields[1].substr(by + 1), Unit::Millimetre);
    if (!height)
        return height.problem();
    // A width without a unit has that of the height.
    const bool inches =
        fields[1].find("in") != std::string::npos || fields[1].find('"') != std::string::npos;
    const auto width = parseLength(fields[1].substr(0, by), inches ? Unit::Inch : Unit::Millimetre);
    if (!width)
        return width.problem();
    s.width = width->measure.mm();
    s.height = height->measure.mm();
    if (s.width < 1 || s.height < 1 || s.width > 5000 || s.height > 5000)
        return bad("a sheet is between 1 mm and 5000 mm wide and high");
    if (fields.size() == 3) {
        std::string_view rest = fields[2];
        const auto n = takeNumber(rest);
        if (!n || !rest.empty() || *n < 0 || *n > 100000 || *n != std::floor(*n))
            return bad("“" + fields[2] + "” is no number of sheets");
        s.count = static_cast<int>(*n);
    }
    DrawerPaper p;
    p.name = fields[0];
    p.sheets = {s};
    return p;
}

// Puts sheets to those there are.
void put(Drawer& d, const DrawerPaper& p) {
    DrawerPaper* known = d.paper(p.name);
    if (!known) {
        d.papers.push_back(p);
        return;
    }
    for (const PaperSheet& s : p.sheets)
        known->sheets.push_back(s);
}

std::string told(const Workshop& w) {
    std::string out;
    for (const DrawerPaper& p : w.drawer.papers) {
        out += p.name + "\n";
        for (const PaperSheet& s : p.sheets) {
            out += "    " + numberText(s.width, 2) + " x " + numberText(s.height, 2) + " mm";
            if (s.realWidth > 0 || s.realHeight > 0)
                out += " (really " + numberText(s.cutWidth(), 2) + " x " +
                       numberText(s.cutHeight(), 2) + ")";
            out += s.count < 0 ? ", as many as it takes" : ", " + numberText(s.count);
            out += s.offcut ? ", offcut\n" : "\n";
        }
    }
    out += w.drawer.papers.empty() ? "No papers yet.\n" : "";
    const Drawer& d = w.drawer;
    out += "trimmer: cuts up to " + numberText(d.trimmer.length, 1) + " mm" +
           (d.trimmer.inside ? ", also between marks\n" : "\n");
    out += "board: " + numberText(d.board.width, 1) + " x " + numberText(d.board.height, 1) +
           " mm, grooves " +
           (d.board.spacing > 0 ? "every " + numberText(d.board.spacing, 3) + " mm"
                                : "every 5 mm or 1/8 in") +
           (d.board.school == School::OneFace ? ", all from the face\n" : ", from both faces\n");
    out += "machine: mat " + numberText(d.machine.width, 1) + " x " +
           numberText(d.machine.height, 1) + " mm\n";
    out += "printer: leaves " + numberText(d.printer.margin, 1) + " mm free all round\n";
    for (const Adhesive& a : d.adhesives)
        out += a.name + ": " + numberText(a.thickness, 2) + " mm" +
               (a.minutes > 0 ? ", set after " + numberText(a.minutes, 0) + " min\n" : "\n");
    return out;
}

int drawer(const DrawerGiven& g) {
    Workshop w;
    bool changed = false;
    if (g.fresh) {
        if (Trouble t = mayWrite(g.file, g.force))
            return refuse(*t);
        changed = true;
        if (!g.design.empty()) {
            auto d = loadDesign(g.design);
            if (!d)
                return refuse(d.problem());
            for (const Stock& s : d->stocks) {
                DrawerPaper p;
                p.name = s.name;
                p.weight = s.weight;
                p.caliper = s.caliper.mm();
                PaperSheet sheet;
                if (d->units == Unit::Inch)
                    sheet.width = sheet.height = 304.8;
                sheet.count = 10;
                p.sheets = {sheet};
                if (!w.drawer.paper(p.name))
                    w.drawer.papers.push_back(p);
            }
        }
    } else {
        auto text = readFile(g.file);
        if (!text) {
            Problem p = text.problem();
            p.remedy = "make one with --new";
            return refuse(p);
        }
        auto read = workshopFromText(*text);
        if (!read)
            return refuse(read.problem().in(g.file));
        w = *read;
    }
    if (!g.csvIn.empty()) {
        auto text = readFile(g.csvIn);
        if (!text)
            return refuse(text.problem());
        auto papers = papersFromCsv(*text);
        if (!papers)
            return refuse(papers.problem().in(g.csvIn));
        for (const DrawerPaper& p : *papers)
            put(w.drawer, p);
        changed = true;
    }
    for (const std::string& a : g.adds) {
        auto p = paperIn(a);
        if (!p)
            return refuse(p.problem());
        put(w.drawer, *p);
        changed = true;
    }
    if (changed)
        if (Trouble t = saveFile(g.file, workshopToText(w)))
            return refuse(*t);
    if (!g.csvOut.empty()) {
        if (Trouble t = mayWrite(g.csvOut, g.force, {g.file}))
            return refuse(*t);
        if (Trouble t = saveFile(g.csvOut, drawerToCsv(w.drawer)))
            return refuse(*t);
    }
    std::cout << (g.json ? workshopToText(w) : told(w));
    return Done;
}

} // namespace

Run declareDrawer(CLI::App& options) {
    auto given = std::make_shared<DrawerGiven>();
    options.add_option("FILE", given->file, "the workshop's file")->required();
    options.add_flag("--new", given->fresh, "makes one");
    options.add_option("--for", given->design,
                       "with --new: a design whose papers it begins with, ten sheets each");
    options.add_option("--add", given->adds, "\"Ivory card, 210 x 297 mm, 5\"")->take_all();
    options.add_option("--import", given->csvIn, "adds the papers of a CSV table");
    options.add_option("--export", given->csvOut, "writes the papers as a CSV table");
    options.add_flag("--json", given->json, "the file itself");
    addForce(options, given->force);
    return [given] { return drawer(*given); };
}

} // namespace hl::cli
