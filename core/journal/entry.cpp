#include "core/journal/entry.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include "core/files/json_object.h"
#include "core/steps/step.h"
#include <cstdint>

namespace hl::journal {
namespace {

constexpr size_t mostPhoto = 16 << 20; // bytes

double number(Object& o, const char* key, double fallback, double least, double most) {
    const Json* j = o.find(key);
    if (!j)
        return fallback;
    if (!j->is_number() || !(j->get<double>() >= least && j->get<double>() <= most))
        bad(o.at(key), "this is no number that makes sense here",
            "give one between " + numberText(least, 3) + " and " + numberText(most, 3));
    return j->get<double>();
}

int whole(Object& o, const char* key, int fallback, int least, int most) {
    const Json* j = o.find(key);
    if (j && !j->is_number_integer())
        bad(o.at(key), "a whole number is needed", "write it like 3");
    return static_cast<int>(number(o, key, fallback, least, most));
}

// A reading: a bare number in the unit of what is measured, or text with a unit of its own.
double reading(Object& o, const char* key, const std::string& unit) {
    const Json& j = o.need(key);
    if (!j.is_string())
        return number(o, key, 0, -1e5, 1e5);
    if (unit == "deg")
        return o.signedMeasure(key, j, Quantity::Angle, Unit::Millimetre).degrees();
    if (unit == "mm")
        return o.signedMeasure(key, j, Quantity::Length, Unit::Millimetre).mm();
    bad(o.at(key), "a number is needed", "give it in " + unit);
}

bool isDate(const std::string& s) {
    if (s.size() != 10 || s[4] != '-' || s[7] != '-')
        return false;
    for (const size_t i : {0, 1, 2, 3, 5, 6, 8, 9})
        if (s[i] < '0' || s[i] > '9')
            return false;
    const std::string month = s.substr(5, 2), day = s.substr(8, 2);
    return month >= "01" && month <= "12" && day >= "01" && day <= "31";
}

template<class F> void each(Object& o, const char* key, F&& read) {
    int n = 0;
    for (auto& one : list(o, key)) {
        Object entry(one, o.at(std::string(key) + ", entry " + numberText(++n)));
        read(entry);
        entry.finish();
    }
}

void readPapers(Object& o, Build& b) {
    if (o.find("papers"))
        b.papers.clear();
    each(o, "papers", [&](Object& p) {
        PaperUsed used;
        used.paper = p.text("paper");
        for (auto& [key, out] : {std::pair{"width", &used.width}, {"height", &used.height}})
            if (const Json* j = p.find(key))
                *out = p.measure(key, *j, Quantity::Length, Unit::Millimetre).mm();
        used.sheets = number(p, "sheets", 1, 0, 1e5);
        b.papers.push_back(used);
    });
}

void readTimes(Object& o, Build& b) {
    each(o, "times", [&](Object& t) {
        Took took;
        took.doing = t.text("do", "");
        took.step = t.text("step", "");
        if (took.doing.empty() && took.step.empty())
            bad(t.place(), "it is not said what took so long",
                "give “do”, such as cut, or “step”, an id that steps prints");
        if (took.doing.empty())
            took.doing = took.step.substr(0, took.step.find('.'));
        took.minutes = number(t, "minutes", 0, 0, 1e5);
        took.planned = number(t, "planned", 0, 0, 1e5);
        took.times = whole(t, "times", 0, 0, 100000);
        b.times.push_back(took);
    });
}

void readMeasured(Object& o, Build& b) {
    each(o, "measured", [&](Object& m) {
        MeasuredThing thing;
        thing.of = m.text("of");
        thing.unit = m.text("unit", "mm");
        thing.is = reading(m, "is", thing.unit);
        if (m.find("planned"))
            thing.planned = reading(m, "planned", thing.unit);
        thing.remark = m.text("remark", "");
        b.measured.push_back(thing);
    });
    each(o, "observed", [&](Object& m) {
        Observed seen;
        seen.quantity = m.text("quantity");
        seen.of = m.text("of", "");
        seen.value = number(m, "value", 0, -1e5, 1e5);
        seen.n = whole(m, "n", 1, 1, 10000);
        b.observed.push_back(seen);
    });
}

void readNotes(Object& o, Build& b) {
    each(o, "notes", [&](Object& n) {
        NextTime note;
        note.about = static_cast<About>(n.word("about", aboutWords(), 0));
        note.subject = n.text("subject", "");
        note.text = n.text("text");
        if (note.about != About::Design && note.subject.empty())
            bad(n.at("subject"), "it is not said what the note is about",
                "give an id, or the name of a paper or a family");
        if (const Json* j = n.find("change")) {
            Object c(*j, n.at("change"));
            note.wish = Wish{c.text("of"), c.text("key"), c.text("to")};
            c.finish();
        }
        note.when = b.when;
        note.title = b.title;
        b.notes.push_back(note);
    });
}

void readPhotos(Object& o, Build& b) {
    int n = 0;
    for (auto& one : list(o, "photos")) {
        const std::string place = "photos, entry " + numberText(++n);
        if (!one.is_string())
            bad(place, "the path of a picture is needed", "put it in quotes");
        const std::string path = one.get<std::string>();
        auto bytes = readFile(path);
        if (!bytes)
            throw Bad{bytes.problem().in(place)};
        if (bytes->size() > mostPhoto)
            bad(place, "the picture is larger than 16 MB", "make it smaller first");
        b.photos.push_back({path.substr(path.find_last_of('/') + 1), *bytes});
    }
}

// What the design says of itself.
void takeFrom(const std::string& text, Build& b) {
    b.design = text;
    b.print = fingerprint(text);
    auto d = designFromText(text);
    if (!d)
        throw Bad{d.problem()};
    b.title = d->title;
    b.occasion = d->card.occasion;
    for (const StructureSpec& s : d->structures)
        if (std::find(b.families.begin(), b.families.end(), s.kind) == b.families.end())
            b.families.push_back(s.kind);
    std::set<std::string> stocks{d->card.stock};
    for (const StructureSpec& s : d->structures)
        stocks.insert(s.stock.empty() ? d->card.stock : s.stock);
    for (const FreePart& p : d->parts)
        stocks.insert(p.stock.empty() ? d->card.stock : p.stock);
    for (const std::string& id : stocks)
        b.papers.push_back({d->paper(id).name, 0, 0, 0});
}

} // namespace

const std::vector<std::string>& aboutWords() {
    static const std::vector<std::string> words{"design", "part",   "measure",
                                                "paper",  "family", "step"};
    return words;
}

double Build::minutes() const {
    double sum = 0;
    for (const Took& t : times)
        sum += t.minutes;
    return sum;
}

std::string fingerprint(const std::string& text) {
    std::uint64_t h = 14695981039346656037ull;
    for (const unsigned char c : text)
        h = (h ^ c) * 1099511628211ull;
    std::string out(16, '0');
    for (int i = 15; i >= 0; --i, h >>= 4)
        out[static_cast<size_t>(i)] = "0123456789abcdef"[h & 15];
    return out;
}

Result<Build> buildFromText(const std::string& json, const std::string& design) {
    try {
        Build b;
        takeFrom(design, b);
        const Json parsed = parsedJson(json);
        Object o(parsed, "");
        b.uid = o.text("uid", "");
        b.when = o.text("when", "");
        if (!b.when.empty() && !isDate(b.when))
            bad("when", "“" + b.when + "” is no date", "write it like 2026-03-14");
        b.title = o.text("title", b.title.c_str());
        b.parent = o.text("parent", "");
        b.number = whole(o, "number", 1, 1, 100000);
        b.prototype = o.flag("prototype", false);
        b.stars = whole(o, "stars", 0, 0, 5);
        b.occasion = o.text("occasion", b.occasion.c_str());
        b.forWhom = o.text("for", "");
        b.failed = o.text("failed", "");
        b.words = o.text("words", "");
        readPapers(o, b);
        readTimes(o, b);
        readMeasured(o, b);
        readNotes(o, b);
        readPhotos(o, b);
        o.finish();
        return b;
    } catch (const Bad& b) {
        return b.problem;
    } catch (const nlohmann::json::exception&) {
        return Problem{"the entry", "this is not valid JSON", "docs/journal.md shows one"};
    }
}

std::string buildToText(const Build& b, bool whole) {
    Json j = {
        {"id", b.id},        {"uid", b.uid},       {"when", b.when},          {"title", b.title},
        {"design", b.print}, {"number", b.number}, {"prototype", b.prototype}};
    const auto some = [&](const char* key, const std::string& text) {
        if (!text.empty())
            j[key] = text;
    };
    some("parent", b.parent);
    if (b.stars > 0)
        j["stars"] = b.stars;
    some("occasion", b.occasion);
    some("for", b.forWhom);
    some("failed", b.failed);
    some("words", b.words);
    j["minutes"] = b.minutes();
    j["families"] = b.families;
    j["papers"] = Json::array();
    for (const PaperUsed& p : b.papers) {
        Json one = {{"paper", p.paper}, {"sheets", p.sheets}};
        if (p.width > 0)
            one["width"] = p.width, one["height"] = p.height;
        j["papers"].push_back(one);
    }
    if (!whole)
        return j.dump();
    j["times"] = Json::array();
    for (const Took& t : b.times) {
        Json one = {{"do", t.doing}, {"minutes", t.minutes}};
        if (!t.step.empty())
            one["step"] = t.step;
        if (t.planned > 0)
            one["planned"] = t.planned;
        if (t.times > 0)
            one["times"] = t.times;
        j["times"].push_back(one);
    }
    j["measured"] = Json::array();
    for (const MeasuredThing& m : b.measured) {
        Json one = {{"of", m.of}, {"is", m.is}, {"unit", m.unit}};
        if (m.planned)
            one["planned"] = *m.planned;
        if (!m.remark.empty())
            one["remark"] = m.remark;
        j["measured"].push_back(one);
    }
    j["observed"] = Json::array();
    for (const Observed& o : b.observed)
        j["observed"].push_back(
            {{"quantity", o.quantity}, {"of", o.of}, {"value", o.value}, {"n", o.n}});
    j["notes"] = Json::array();
    for (const NextTime& n : b.notes)
        j["notes"].push_back({{"id", n.id},
                              {"about", aboutWords()[static_cast<size_t>(n.about)]},
                              {"subject", n.subject},
                              {"text", n.text},
                              {"done", n.done}});
    j["photos"] = Json::array();
    for (const Photo& p : b.photos)
        j["photos"].push_back(p.name);
    return j.dump(2, ' ', false, Json::error_handler_t::replace);
}

} // namespace hl::journal
