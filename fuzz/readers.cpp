#include "fuzz/readers.h"
#include "core/assemble/assemble.h"
#include "core/design/edge.h"
#include "core/design/images.h"
#include "core/design/say_line.h"
#include "core/design/zone.h"
#include "core/dress/traced.h"
#include "core/edit/edit.h"
#include "core/files/atomic_save.h"
#include "core/files/drawer_csv.h"
#include "core/files/dxf_net.h"
#include "core/files/hlantern.h"
#include "core/files/svg_outline.h"
#include "core/files/workshop.h"
#include "core/journal/entry.h"
#include "core/journal/learn.h"
#include "core/measure/plain_text.h"
#include "core/picture/decoded.h"
#include "core/picture/png.h"
#include "core/picture/svg_links.h"
#include <cmath>
#include <cstdlib>
#include <filesystem>
#include <iostream>

namespace hl::fuzz {
namespace {

void insist(bool good, const char* what) {
    if (good)
        return;
    std::cerr << "broken promise: " << what << "\n";
    std::abort();
}

std::vector<std::string> filesIn(const char* folder, const char* ending) {
    std::vector<std::string> out;
    std::error_code none;
    for (const auto& entry :
         std::filesystem::directory_iterator(std::string(HL_SOURCE_DIR) + folder, none))
        if (entry.path().extension() == ending)
            if (auto text = readFile(entry.path().string()))
                out.push_back(*text);
    std::sort(out.begin(), out.end()); // whatever order the folder has
    return out;
}

bool readDesign(const std::string& input) {
    const auto d = designFromText(input);
    if (!d) {
        insist(!d.problem().text().empty(), "a refusal has words");
        return false;
    }
    const auto again = designFromText(designToText(*d));
    insist(again && *again == *d, "what is written reads back as the same");
    return true;
}
std::vector<std::string> designs() {
    std::vector<std::string> out;
    for (const char* folder : {"/demo/quillmere", "/demo/quillmere/families",
                               "/demo/quillmere/diagnosis", "/tests/files/historical"})
        for (std::string& text : filesIn(folder, ".hlantern"))
            out.push_back(std::move(text));
    return out;
}

bool readWorkshop(const std::string& input) {
    const auto w = workshopFromText(input);
    if (w)
        insist(bool(workshopFromText(workshopToText(*w))), "a workshop that is written reads back");
    return bool(w);
}
std::vector<std::string> workshops() {
    std::vector<std::string> out = filesIn("/demo/quillmere", ".json");
    out.push_back(workshopToText({}));
    return out;
}

bool readTable(const std::string& input) {
    const auto papers = papersFromCsv(input);
    if (papers) {
        Drawer d;
        d.papers = *papers;
        insist(bool(papersFromCsv(drawerToCsv(d))), "a table that is written reads back");
    }
    return bool(papers);
}
std::vector<std::string> tables() {
    Drawer d;
    for (const char* name : {"Ivory card", "Larch, \"grained\"", "Blau"}) {
        DrawerPaper p;
        p.name = name;
        p.sheets = {{}, {}};
        p.sheets[0].width = 210, p.sheets[0].height = 297, p.sheets[0].count = 5;
        p.sheets[1].width = 120.5, p.sheets[1].height = 80, p.sheets[1].offcut = true;
        d.papers.push_back(p);
    }
    return {drawerToCsv(d), "paper,width,height\nIvory,8 1/2 in,11 in\n"};
}

bool readDxf(const std::string& input) {
    const auto net = netFromDxf(input);
    const auto outline = outlineFromDxf(input);
    insist(net || !outline, "an outline is one of the lines");
    return bool(net);
}
std::vector<std::string> dxfs() {
    std::vector<std::string> out = filesIn("/demo/quillmere/drawings", ".dxf");
    out.push_back(
        "999\ndxflib\n0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n8\ncut\n90\n3\n70\n1\n10\n0\n"
        "20\n0\n42\n0.4\n10\n30\n20\n0\n10\n0\n20\n30\n0\nARC\n10\n5\n20\n5\n40\n3\n50\n10\n"
        "51\n200\n0\nCIRCLE\n10\n1\n20\n2\n40\n3\n0\nLINE\n62\n5\n10\n0\n20\n0\n11\n9\n21\n"
        "9\n0\nENDSEC\n0\nEOF\n");
    // Angles beyond any turn.
    out.push_back(
        "999\ndxflib\n0\nSECTION\n2\nENTITIES\n0\nARC\n8\ncut\n10\n5\n20\n5\n40\n3\n50\n0\n"
        "51\n1e21\n0\nARC\n8\ncut\n10\n5\n20\n5\n40\n3\n50\n9e99\n51\n-"
        "7e77\n0\nLINE\n8\ncut\n10\n0\n20\n0\n11\n9\n21\n9\n0\nENDSEC\n0\nEOF\n");
    return out;
}

bool readSvg(const std::string& input) {
    const auto net = netFromSvg(input);
    const auto cut = cutOutOf(input);
    if (cut)
        insist(withoutLinks(cut->picture).drawing.size() <= cut->picture.size(),
               "links are only taken out");
    return bool(net);
}
bool readLinks(const std::string& input) {
    const Unlinked once = withoutLinks(input);
    insist(withoutLinks(once.drawing).left.empty(), "no link is left");
    return !once.drawing.empty();
}
std::vector<std::string> drawings() {
    std::vector<std::string> out = filesIn("/demo/quillmere/drawings", ".svg");
    out.push_back(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"100mm\" height=\"100mm\" "
        "viewBox=\"0 0 100 100\"><g transform=\"scale(2)\" stroke='#f00'><path d=\"M1 1 C5 "
        "5 9 1 20 3 A4 5 0 1 0 9 9 Z\"/></g><circle cx=\"5\" cy=\"6\" r=\"4\"/><image "
        "href='a.png'/><style>path { fill: url(#a) }</style></svg>");
    return out;
}

bool readPicture(const std::string& input) {
    const auto info = imageInfo(Bytes(input));
    if (info)
        insist(info->width >= 1 && info->height >= 1 && info->width <= largestSide &&
                   info->height <= largestSide && info->realWidth >= 0,
               "a picture has a size");
    if (info && info->width * info->height > 1e6)
        return true; // decoding large ones only takes long
    static_cast<void>(tracedFrom(input));
    return !damageOf(input);
}
std::vector<std::string> pictures() {
    Pixels p;
    p.width = 24, p.height = 18;
    for (int i = 0; i < p.width * p.height; ++i)
        p.argb.push_back(i % 24 > 4 && i / 24 > 3 ? 0xff000000u + std::uint32_t(i) * 4001u : 0);
    std::vector<std::string> out{pngOf(p)};
    for (std::string& svg : drawings())
        out.push_back(std::move(svg));
    // A JPEG of eight by eight grey pixels.
    const auto jpeg = fromBase64(
        "/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAAMCAgICAgMCAgIDAwMDBAYEBAQEBAgGBgUGCQgKCgkICQkKDA8MCgsO"
        "CwkJDRENDg8QEBEQCgwSExIQEw8QEBD/wAALCAAIAAgBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAACf/EABQQAQAA"
        "AAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AVN//2Q==");
    if (jpeg)
        out.push_back(*jpeg);
    return out;
}

bool readWords(const std::string& input) {
    bool any = false;
    for (const Unit unit : {Unit::Millimetre, Unit::Inch}) {
        const auto line = parseSayLine(input, unit);
        any |= bool(line);
        any |= bool(parseEdge(input, unit));
        any |= bool(parseZone(input, unit));
        any |= bool(parseLength(input, unit));
        any |= bool(parseCardSize(input, unit));
    }
    const std::string plain = plainText(input);
    insist(plainText(plain) == plain, "plain text stays as it is");
    return any;
}
std::vector<std::string> words() {
    return {"12 | 300 | 12 | 12, V M V; height 40",
            "120 | hinge 11 | 60 | 60, V M; height 170",
            "150 | 150, V60; height 100",
            "92 x 50, score 10 M, 50 M from 10 to 40, 82 M",
            "hills 14 mm x 5",
            "drawn 0,5 30,0 60,5",
            "band left 4 mm",
            "5 7/8 in",
            "3 + 1/4",
            "4 1/4 x 5 1/2 in"};
}

// What a maker, or the program for them, writes into the journal about a build.
const std::string& builtDesign() {
    static const std::string text = filesIn("/demo/quillmere", ".hlantern").front();
    return text;
}
bool readEntry(const std::string& input) {
    const auto build = journal::buildFromText(input, builtDesign());
    if (!build) {
        insist(!build.problem().text().empty(), "a refusal has words");
        return false;
    }
    insist(build->when.empty() || build->when.size() == 10, "a date is a date");
    insist(build->number >= 1 && std::isfinite(build->minutes()), "numbers make sense");
    for (const journal::Learnable& q : journal::learnables()) {
        std::vector<journal::Observed> readings;
        for (const journal::Observed& o : build->observed)
            if (o.quantity == q.id)
                readings.push_back(o);
        const journal::Estimate e = journal::estimate(q, q.usual, readings);
        insist(std::isfinite(e.value) && std::isfinite(e.sigma) && e.sigma > 0,
               "what is learned is a number, and how sure it is");
    }
    insist(!journal::buildToText(*build, false).empty() &&
               !journal::buildToText(*build, true).empty(),
           "what is read can be written");
    return true;
}
std::vector<std::string> entries() {
    return {"{}",
            R"({"when": "2026-03-14", "title": "Water tower", "number": 3, "prototype": true,
 "stars": 4, "occasion": "Opening day", "for": "the waiting room", "failed": "the strap was short",
 "words": "glue held", "papers": [{"paper": "Ivory card", "width": "210 mm", "height": "11 11/16 in",
 "sheets": 1.5}]})",
            R"({"times": [{"do": "cut", "minutes": 12.5, "planned": 10, "times": 20},
 {"step": "glue.box1", "minutes": 4}], "measured": [{"of": "thickness", "is": "1/8 in",
 "planned": 2.4, "remark": "pressed"}, {"of": "angle", "is": "-3", "unit": "deg"}],
 "observed": [{"quantity": "caliper", "of": "Ivory card", "value": 3.1, "n": 10},
 {"quantity": "setting", "of": "white glue", "value": 28}]})",
            R"({"notes": [{"about": "measure", "subject": "box1", "text": "deeper",
 "change": {"of": "box1", "key": "left", "to": "31 mm"}}, {"text": "cut it all at once"}],
 "photos": []})"};
}

} // namespace

const std::vector<Reader>& readers() {
    static const std::vector<Reader> table{
        {"design", readDesign, designs},    {"workshop", readWorkshop, workshops},
        {"table", readTable, tables},       {"dxf", readDxf, dxfs},
        {"svg", readSvg, drawings},         {"links", readLinks, drawings},
        {"picture", readPicture, pictures}, {"words", readWords, words},
        {"entry", readEntry, entries},
    };
    return table;
}

const Reader* reader(const std::string& name) {
    for (const Reader& r : readers())
        if (r.name == name)
            return &r;
    return nullptr;
}

} // namespace hl::fuzz
