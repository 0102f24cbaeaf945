#include "core/files/workshop.h"
#include "core/files/json_object.h"
#include "core/measure/number.h"

namespace hl::files {
namespace {

double amount(Object& o, const char* key, double fallback, double most, const char* unit) {
    const Json* j = o.find(key);
    if (!j)
        return fallback;
    if (!j->is_number() || !(j->get<double>() >= 0 && j->get<double>() <= most))
        bad(o.at(key), "this is no amount that makes sense here",
            "give a number of " + std::string(unit) + " between 0 and " +
                numberText(static_cast<int>(most)));
    return j->get<double>();
}

const std::vector<std::string> runs{"unknown", "upright", "sideways"};
const std::vector<std::string> schools{"two faces", "one face"};

const std::string& wordOf(Runs r) { return runs[static_cast<size_t>(r)]; }

// A length of paper: a number of mm, or text with its unit. More than nought where it must be.
double length(Object& o, const char* key, double fallback, bool some) {
    const Json* j = o.find(key);
    if (!j)
        return fallback;
    const double read = o.measure(key, *j, Quantity::Length, Unit::Millimetre).mm();
    const double mm = j->is_number() ? j->get<double>() : read; // as it was written
    if (mm > 5000 || (some && mm < 1))
        bad(o.at(key), "this is no size that makes sense here",
            some ? "give a length between 1 mm and 5000 mm" : "give a length of at most 5000 mm");
    return mm;
}

int countOf(Object& o, const char* key, int fallback) {
    const Json* j = o.find(key);
    if (!j)
        return fallback;
    if (!j->is_number_integer() || !(j->get<double>() >= -1 && j->get<double>() <= 100000))
        bad(o.at(key), "this is no number of sheets",
            "give a whole number between 0 and 100000, or -1 for as many as it takes");
    return j->get<int>();
}

Json sheetJson(const PaperSheet& s) {
    Json j = {{"width", s.width}, {"height", s.height}};
    if (s.realWidth > 0)
        j["real_width"] = s.realWidth;
    if (s.realHeight > 0)
        j["real_height"] = s.realHeight;
    j["count"] = s.count;
    if (s.price > 0)
        j["price"] = s.price;
    if (s.offcut)
        j["offcut"] = true;
    return j;
}

PaperSheet readSheet(Object o) {
    PaperSheet s;
    o.need("width");
    o.need("height");
    s.width = length(o, "width", 0, true);
    s.height = length(o, "height", 0, true);
    s.realWidth = length(o, "real_width", 0, true);
    s.realHeight = length(o, "real_height", 0, true);
    s.count = countOf(o, "count", 1);
    s.price = amount(o, "price", 0, 100000, "money");
    s.offcut = o.flag("offcut", false);
    o.finish();
    return s;
}

DrawerPaper readPaper(Object o) {
    DrawerPaper p;
    p.name = o.text("name");
    if (p.name.empty())
        bad(o.at("name"), "the name is empty", "name the paper as your designs name it");
    p.weight = amount(o, "weight", 0, 3000, "g/m2");
    p.caliper = amount(o, "caliper", 0, 5, "mm");
    p.grain = static_cast<Runs>(o.word("grain", runs, 0));
    p.pattern = static_cast<Runs>(o.word("pattern", runs, 0));
    int n = 0;
    for (auto& one : list(o, "sheets"))
        p.sheets.push_back(readSheet(Object(one, o.at("sheets, entry " + numberText(++n)))));
    o.finish();
    return p;
}

void writeDrawer(const Drawer& d, Json& j) {
    j["papers"] = Json::array();
    for (const DrawerPaper& p : d.papers) {
        Json one = {{"name", p.name}};
        if (p.weight > 0)
            one["weight"] = p.weight;
        if (p.caliper > 0)
            one["caliper"] = p.caliper;
        if (p.grain != Runs::Unknown)
            one["grain"] = wordOf(p.grain);
        if (p.pattern != Runs::Unknown)
            one["pattern"] = wordOf(p.pattern);
        one["sheets"] = Json::array();
        for (const PaperSheet& s : p.sheets)
            one["sheets"].push_back(sheetJson(s));
        j["papers"].push_back(one);
    }
    j["trimmer"] = {{"length", d.trimmer.length}, {"inside", d.trimmer.inside}};
    j["board"] = {{"width", d.board.width},
                  {"height", d.board.height},
                  {"spacing", d.board.spacing},
                  {"hold", d.board.hold},
                  {"school", schools[static_cast<size_t>(d.board.school)]},
                  {"both_ends", d.board.bothEnds}};
    j["machine"] = {{"width", d.machine.width},
                    {"height", d.machine.height},
                    {"allowance", d.machine.allowance}};
    j["printer"] = {{"margin", d.printer.margin}};
    j["adhesives"] = Json::array();
    for (const Adhesive& a : d.adhesives)
        j["adhesives"].push_back(
            {{"name", a.name}, {"minutes", a.minutes}, {"thickness", a.thickness}});
    for (auto& [what, pace] : d.pace)
        j["pace"][what] = pace;
}

void readDrawer(Object& o, Drawer& d) {
    int n = 0;
    size_t sheets = 0;
    for (auto& one : list(o, "papers")) {
        const std::string place = "papers, entry " + numberText(++n);
        DrawerPaper p = readPaper(Object(one, place));
        if (d.paper(p.name))
            bad(place, "there is a paper “" + p.name + "” already",
                "put all its sheets into one entry, or name this one otherwise");
        sheets += p.sheets.size();
        if (sheets > limits::entries)
            bad(place,
                "the drawer has more than " + numberText(limits::entries) + " sizes of sheets",
                "give equal sheets as one entry with their number");
        d.papers.push_back(std::move(p));
    }
    if (const Json* j = o.find("trimmer")) {
        Object t(*j, "trimmer");
        d.trimmer.length = length(t, "length", d.trimmer.length, true);
        d.trimmer.inside = t.flag("inside", d.trimmer.inside);
        t.finish();
    }
    if (const Json* j = o.find("board")) {
        Object b(*j, "board");
        d.board.width = length(b, "width", d.board.width, true);
        d.board.height = length(b, "height", d.board.height, true);
        d.board.spacing = length(b, "spacing", 0, false);
        if (d.board.spacing > 0 && d.board.spacing < 0.4)
            bad(b.at("spacing"), "no board has grooves that close",
                "give a distance between 0.4 mm and 50 mm, or 0 for what goes with the unit");
        d.board.hold = length(b, "hold", d.board.hold, false);
        d.board.school = static_cast<School>(b.word("school", schools, 0));
        d.board.bothEnds = b.flag("both_ends", false);
        b.finish();
    }
    if (const Json* j = o.find("machine")) {
        Object m(*j, "machine");
        d.machine.width = length(m, "width", d.machine.width, true);
        d.machine.height = length(m, "height", d.machine.height, true);
        d.machine.allowance = length(m, "allowance", 0, false);
        m.finish();
    }
    if (const Json* j = o.find("printer")) {
        Object p(*j, "printer");
        d.printer.margin = amount(p, "margin", d.printer.margin, 50, "mm");
        p.finish();
    }
    if (const Json* j = o.find("pace")) {
        Object p(*j, "pace");
        for (auto& [what, value] : j->items()) {
            const double pace = amount(p, what.c_str(), 1, 100, "times the usual");
            if (pace < 0.01)
                bad(p.at(what), "nobody is that quick", "give a number such as 1.3");
            d.pace[what] = pace;
        }
    }
    if (!o.find("adhesives"))
        return;
    d.adhesives.clear();
    n = 0;
    for (auto& one : list(o, "adhesives")) {
        Object a(one, "adhesives, entry " + numberText(++n));
        Adhesive read;
        read.name = a.text("name");
        read.minutes = amount(a, "minutes", 0, 10000, "minutes");
        read.thickness = amount(a, "thickness", read.thickness, 20, "mm");
        a.finish();
        d.adhesives.push_back(read);
    }
}

} // namespace

std::string workshopToText(const Workshop& w) {
    Json j = {{"score_error", w.scoreError},
              {"cut_error", w.cutError},
              {"laying_error", w.layingError},
              {"adhesive", w.adhesive}};
    if (!w.ruler.empty())
        j["ruler"] = w.ruler;
    j["note"] = "The mail classes are neutral samples: ask the local post and put in its values.";
    j["mail"] = Json::array();
    for (const MailClass& m : w.mail)
        j["mail"].push_back({{"id", m.id},
                             {"name", m.name},
                             {"length_mm", m.length},
                             {"width_mm", m.width},
                             {"thickness_mm", m.thickness},
                             {"mass_g", m.mass}});
    writeDrawer(w.drawer, j);
    return j.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

Result<Workshop> workshopFromText(const std::string& text) {
    try {
        const Json json = parsedJson(text);
        Object o(json, "");
        Workshop w;
        w.scoreError = amount(o, "score_error", w.scoreError, 5, "mm");
        w.cutError = amount(o, "cut_error", w.cutError, 5, "mm");
        w.layingError = amount(o, "laying_error", w.layingError, 5, "mm");
        w.adhesive = amount(o, "adhesive", w.adhesive, 5, "mm");
        o.text("note", "");
        std::vector<std::string> known{""};
        for (const Ruler& r : rulers())
            known.push_back(r.id);
        w.ruler = known[o.word("ruler", known, 0)];
        if (o.find("mail")) {
            w.mail.clear();
            int n = 0;
            for (auto& one : list(o, "mail")) {
                Object c(one, "mail, entry " + numberText(++n));
                MailClass m;
                m.id = c.text("id");
                m.name = c.text("name", m.id.c_str());
                m.length = amount(c, "length_mm", 0, 5000, "mm");
                m.width = amount(c, "width_mm", 0, 5000, "mm");
                m.thickness = amount(c, "thickness_mm", 0, 5000, "mm");
                m.mass = amount(c, "mass_g", 0, 100000, "g");
                c.finish();
                if (m.id.empty() || w.mailClass(m.id))
                    bad(c.at("id"), "“" + m.id + "” is empty or used twice",
                        "give every class an id of its own");
                w.mail.push_back(m);
            }
        }
        readDrawer(o, w.drawer);
        o.finish();
        return w;
    } catch (const Bad& b) {
        return b.problem;
    } catch (const nlohmann::json::exception&) {
        return Problem{"workshop", "this is not valid JSON",
                       "mend the file, or remove it to start from the samples"};
    }
}

} // namespace hl::files
