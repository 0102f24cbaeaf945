#include "core/files/hlantern.h"
#include "core/assembly/assembly.h"
#include "core/files/atomic_save.h"
#include "core/files/drawn.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cctype>

namespace hl {
namespace {

const std::vector<std::string> grains{"unknown", "upright", "sideways"};
constexpr const char* formatName = "hinge-lantern";

std::string colour(Object& o, const std::string& key, const std::string& fallback) {
    std::string s = o.text(key, fallback.c_str());
    if (s.size() != 7 || s[0] != '#' ||
        !std::all_of(s.begin() + 1, s.end(), [](unsigned char c) { return std::isxdigit(c); }))
        bad(o.at(key), "“" + s + "” is no colour", "write it like \"#f3ecdc\"");
    return s;
}

Stock readStock(const Json& json, const std::string& place) {
    Object o(json, place);
    Stock s;
    s.id = o.text("id");
    s.name = o.text("name", s.id.c_str());
    if (const Json* w = o.find("weight")) {
        if (!w->is_number() || !(w->get<double>() >= 20 && w->get<double>() <= 3000))
            bad(o.at("weight"), "this is no weight of paper",
                "give g/m2 as a number between 20 and 3000");
        s.weight = w->get<double>();
    }
    if (const Json* c = o.find("caliper"))
        s.caliper = o.measure("caliper", *c, Quantity::Length, Unit::Millimetre);
    if (s.caliper.mm() < 0.02 || s.caliper.mm() > 5)
        bad(o.at("caliper"), "this is no thickness of paper", "give 0.02 mm to 5 mm");
    s.face = colour(o, "face", s.face);
    s.back = colour(o, "back", s.back);
    s.grain = static_cast<Grain>(o.word("grain", grains, 0));
    o.finish();
    return s;
}

// The measures set for a structure or for the card.
std::map<std::string, Measure> readSet(Object& o, const std::string& kind, const std::string& place,
                                       Unit unit) {
    std::map<std::string, Measure> out;
    const Json* set = o.find("set");
    if (!set)
        return out;
    Object measures(*set, place + ", set");
    const Family* f = family(kind);
    for (auto& [name, value] : set->items()) {
        const Json& j = measures.need(name);
        const Parameter* p = f ? f->parameter(name) : nullptr;
        const Quantity q = p ? p->least.quantity : Quantity::Length;
        if (p && q == Quantity::Count && j.is_number_unsigned() && p->choices.empty() &&
            j.get<std::uint64_t>() < 1000) {
            out[name] = Measure::ofCount(j.get<int>());
        } else if (p && q == Quantity::Count) {
            auto m = readMeasure(*p, measures.text(name, j), unit);
            if (!m)
                throw Bad{m.problem().in(measures.at(name))};
            out[name] = *m;
        } else {
            out[name] = p && p->least.count < 0 ? measures.signedMeasure(name, j, q, unit)
                                                : measures.measure(name, j, q, unit);
        }
    }
    return out;
}

Json writtenSet(const Family* f, const std::map<std::string, Measure>& set, Unit unit) {
    Json out = Json::object();
    for (auto& [name, m] : set) {
        const Parameter* p = f ? f->parameter(name) : nullptr;
        if (p && m.quantity == Quantity::Count && p->choices.empty())
            out[name] = m.count;
        else
            out[name] = p ? measureText(*p, m, unit) : placeText(m, unit);
    }
    return out;
}

CardSpec readCard(const Json& json, Unit unit) {
    Object o(json, "card");
    CardSpec c;
    c.width = o.measure("width", o.need("width"), Quantity::Length, unit);
    c.height = o.measure("height", o.need("height"), Quantity::Length, unit);
    const std::string spine = o.text("spine", "left");
    if (spine != "left" && spine != "top")
        bad(o.at("spine"), "“" + spine + "” is no side for a spine", "use left or top");
    c.spine = spine == "left" ? SpineSide::Left : SpineSide::Top;
    c.stock = o.text("stock", "card");
    c.form = o.text("form", "single");
    c.set = readSet(o, c.form, "card", unit);
    c.lines = readLines(o, unit);
    c.apertures = readRings(o, "apertures", unit);
    for (auto& j : list(o, "smooth")) {
        if (!j.is_array() || j.size() != 2)
            bad(o.at("smooth"), "a stretch is a pair of measures", "write [\"40 mm\", \"80 mm\"]");
        c.smooth.emplace_back(o.measure("smooth", j[0], Quantity::Length, unit),
                              o.measure("smooth", j[1], Quantity::Length, unit));
    }
    if (const Json* e = o.find("envelope")) {
        if (!e->is_array() || e->size() != 2)
            bad(o.at("envelope"), "an envelope is a pair of measures",
                "write [\"162 mm\", \"114 mm\"], its inside width and height");
        c.envelope = {o.measure("envelope", (*e)[0], Quantity::Length, unit),
                      o.measure("envelope", (*e)[1], Quantity::Length, unit)};
        if (c.envelope->first.count <= 0 || c.envelope->second.count <= 0)
            bad(o.at("envelope"), "an envelope has a width and a height", "give both above 0");
    }
    c.mail = o.text("mail", "");
    o.finish();
    return c;
}

StructureSpec readStructure(const Json& json, const std::string& place, Unit unit) {
    Object o(json, place);
    StructureSpec s;
    s.id = o.text("id");
    s.kind = o.text("kind");
    s.name = o.text("name", "");
    s.on = o.text("on");
    s.stock = o.text("stock", "");
    s.set = readSet(o, s.kind, "structure " + s.id, unit);
    if (const Json* outline = o.find("outline"))
        s.outline = readPoints(o, "outline", *outline, unit);
    o.finish();
    return s;
}

// Without any stock a file gets one when it is read.
Design withStock(Design d) {
    if (d.stocks.empty()) {
        d.stocks.push_back({});
        d.stocks[0].id = d.card.stock;
        d.stocks[0].name = "Ivory card";
    }
    return d;
}

Design readDesign(const Json& json) {
    Object o(json, "");
    if (!json.contains("format") || json["format"] != formatName)
        bad("top level", "this is no Hinge Lantern design",
            "it must say \"format\": \"hinge-lantern\"");
    o.find("format");
    const Json& version = o.need("version");
    if (!version.is_number_integer())
        bad("version", "a whole number is needed", "write \"version\": 1");
    if (version != formatVersion)
        bad("version", "this file has version " + version.dump() + ", this program reads 1",
            "open it with a newer program, or write \"version\": 1");
    Design d;
    d.title = o.text("title", d.title.c_str());
    const std::string units = o.text("units", "mm");
    if (units != "mm" && units != "in")
        bad("units", "“" + units + "” is no unit", "use mm or in");
    d.units = units == "mm" ? Unit::Millimetre : Unit::Inch;
    d.card = readCard(o.need("card"), d.units);
    int n = 0;
    for (auto& j : list(o, "stocks"))
        d.stocks.push_back(readStock(j, "stocks, entry " + numberText(++n)));
    for (size_t i = 0; i < d.stocks.size(); ++i)
        if (d.stock(d.stocks[i].id) != &d.stocks[i])
            bad("stocks", "the id “" + d.stocks[i].id + "” is used twice",
                "give every stock an id of its own");
    d = withStock(std::move(d));
    n = 0;
    for (auto& j : list(o, "structures"))
        d.structures.push_back(readStructure(j, "structures, entry " + numberText(++n), d.units));
    n = 0;
    for (auto& j : list(o, "parts"))
        d.parts.push_back(readPart(j, "parts, entry " + numberText(++n), d.units));
    n = 0;
    for (auto& j : list(o, "joins"))
        d.joins.push_back(readJoin(j, "joins, entry " + numberText(++n), d.units));
    n = 0;
    for (auto& j : list(o, "motion"))
        d.motion.push_back(readStage(j, "motion, entry " + numberText(++n), d.units));
    o.finish();
    return d;
}

} // namespace

namespace {

// What the text says, whether or not it can be made.
Result<Design> fromText(const std::string& text) {
    if (text.empty())
        return Problem{"", "the file is empty", "open a design file"};
    try {
        return readDesign(parsedJson(text));
    } catch (const Bad& b) {
        return b.problem;
    } catch (const nlohmann::json::parse_error& e) {
        return Problem{placeInText(text, e.byte), "this is not valid JSON",
                       "the file is damaged, cut short or not a design; mend that place"};
    } catch (const nlohmann::json::exception&) {
        return Problem{"", "this is not valid JSON or holds a number out of reach",
                       "the file is damaged or not a design"};
    }
}

// Where a text would read back as something else: "card/width"; empty where it does not.
std::string strays(const Design& d, const std::string& text) {
    auto back = fromText(text);
    if (!back)
        return back.problem().text();
    if (*back == withStock(d))
        return "";
    const Design mine = withStock(d);
    const std::pair<const char*, bool> fields[] = {
        {"title", back->title == mine.title},
        {"card", back->card == mine.card},
        {"stocks", back->stocks == mine.stocks},
        {"structures", back->structures == mine.structures},
        {"parts", back->parts == mine.parts},
        {"joins", back->joins == mine.joins},
        {"motion", back->motion == mine.motion}};
    for (auto& [name, same] : fields)
        if (!same)
            return std::string(name) + " would read back as something else";
    return "it would read back as something else";
}

} // namespace

Result<Design> designFromText(const std::string& text) {
    auto d = fromText(text);
    if (!d)
        return d;
    auto made = assemble(*d);
    if (!made)
        return made.problem();
    return d;
}

std::string designToText(const Design& d) {
    auto text = [&](const Measure& m) { return exactText(m, d.units); };
    Json j;
    j["format"] = formatName;
    j["version"] = formatVersion;
    j["title"] = d.title;
    j["units"] = unitName(d.units);
    j["card"] = {{"width", text(d.card.width)},
                 {"height", text(d.card.height)},
                 {"spine", d.card.spine == SpineSide::Left ? "left" : "top"},
                 {"stock", d.card.stock}};
    if (d.card.form != "single")
        j["card"]["form"] = d.card.form;
    if (!d.card.set.empty())
        j["card"]["set"] = writtenSet(family(d.card.form), d.card.set, d.units);
    writeLines(j["card"], d.card.lines, d.units);
    writeRings(j["card"], "apertures", d.card.apertures, d.units);
    for (auto& [from, to] : d.card.smooth)
        j["card"]["smooth"].push_back({text(from), text(to)});
    if (d.card.envelope)
        j["card"]["envelope"] = {text(d.card.envelope->first), text(d.card.envelope->second)};
    if (!d.card.mail.empty())
        j["card"]["mail"] = d.card.mail;
    j["stocks"] = Json::array();
    for (auto& s : d.stocks) {
        j["stocks"].push_back({{"id", s.id},
                               {"name", s.name},
                               {"weight", s.weight},
                               {"caliper", exactText(s.caliper, Unit::Millimetre)},
                               {"face", s.face},
                               {"back", s.back}});
        if (s.grain != Grain::Unknown)
            j["stocks"].back()["grain"] = grains[static_cast<size_t>(s.grain)];
    }
    j["structures"] = Json::array();
    for (auto& s : d.structures) {
        Json o = {{"id", s.id}, {"kind", s.kind}};
        if (!s.name.empty())
            o["name"] = s.name;
        o["on"] = s.on;
        if (!s.stock.empty())
            o["stock"] = s.stock;
        o["set"] = writtenSet(family(s.kind), s.set, d.units);
        if (!s.outline.empty())
            o["outline"] = written(s.outline, d.units);
        j["structures"].push_back(o);
    }
    for (auto& p : d.parts)
        j["parts"].push_back(written(p, d.units));
    for (auto& p : d.joins)
        j["joins"].push_back(written(p, d.units));
    for (auto& p : d.motion)
        j["motion"].push_back(written(p, d.units));
    return j.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

Result<Design> loadDesign(const std::string& path) {
    auto text = readFile(path);
    if (!text)
        return text.problem();
    auto d = designFromText(*text);
    if (!d)
        return d.problem().in(path);
    return d;
}

Trouble saveDesign(const Design& design, const std::string& path) {
    const std::string text = designToText(design);
    if (const std::string what = strays(design, text); !what.empty())
        return Problem{path, "it is not saved, because it could not be opened again: " + what,
                       "change that, then save; the old file is as it was"};
    return saveFile(path, text);
}

Trouble keepDesign(const Design& design, const std::string& path) {
    return saveFile(path, designToText(design), false);
}

} // namespace hl
