#include "core/files/hlantern.h"
#include "core/assembly/assembly.h"
#include "core/files/atomic_save.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cctype>
#include <cmath>
#include <nlohmann/json.hpp>
#include <set>

namespace hl {
namespace {

using Json = nlohmann::ordered_json;

constexpr const char* formatName = "hinge-lantern";

struct Bad { // thrown inside the reader only
    Problem problem;
};

[[noreturn]] void bad(const std::string& place, const std::string& what,
                      const std::string& remedy) {
    throw Bad{{place, what, remedy}};
}

// One JSON object with its place in the file. Every key must be asked for, or finish() objects.
class Object {
  public:
    Object(const Json& json, std::string place) : json_(json), place_(std::move(place)) {
        if (!json.is_object())
            bad(place_.empty() ? "top level" : place_,
                std::string("an object is needed, there is ") + json.type_name(), "write { ... }");
    }
    std::string at(const std::string& key) const {
        return place_.empty() ? key : place_ + ", " + key;
    }
    const Json* find(const std::string& key) {
        asked_.insert(key);
        auto it = json_.find(key);
        return it == json_.end() ? nullptr : &*it;
    }
    const Json& need(const std::string& key) {
        const Json* j = find(key);
        if (!j)
            bad(place_.empty() ? "top level" : place_, "the key “" + key + "” is missing",
                "add it; docs/format.md shows a whole file");
        return *j;
    }
    std::string text(const std::string& key, const Json& j) const {
        if (!j.is_string())
            bad(at(key), std::string("text is needed, there is ") + j.type_name(),
                "put it in quotes");
        std::string s = j.get<std::string>();
        if (s.size() > 500)
            bad(at(key), "the text is longer than 500 bytes", "shorten it");
        return s;
    }
    std::string text(const std::string& key) { return text(key, need(key)); }
    std::string text(const std::string& key, const char* fallback) {
        const Json* j = find(key);
        return j ? text(key, *j) : fallback;
    }
    Measure measure(const std::string& key, const Json& j, Quantity q, Unit unit) const {
        if (j.is_number()) {
            const double v = j.get<double>();
            if (!std::isfinite(v) || v < 0 || v > 1e5)
                bad(at(key), "the number is negative or out of reach",
                    "give a measure like \"149 mm\" or \"45 deg\"");
            return q == Quantity::Length ? Measure::fromMm(v) : Measure::fromDegrees(v);
        }
        auto parsed = parseMeasure(text(key, j), q, unit);
        if (!parsed)
            throw Bad{parsed.problem().in(at(key))};
        return parsed->measure;
    }
    void finish() const {
        for (auto& [key, value] : json_.items())
            if (!asked_.count(key)) {
                std::string known;
                for (auto& k : asked_)
                    known += (known.empty() ? "" : ", ") + k;
                bad(at(key), "this key means nothing here", "known keys: " + known);
            }
    }
    const std::string& place() const { return place_; }

  private:
    const Json& json_;
    std::string place_;
    std::set<std::string> asked_;
};

const Json& list(Object& o, const std::string& key) {
    static const Json none = Json::array();
    const Json* j = o.find(key);
    if (!j)
        return none;
    if (!j->is_array())
        bad(o.at(key), std::string("a list is needed, there is ") + j->type_name(),
            "write [ ... ]");
    if (j->size() > 2000)
        bad(o.at(key), "the list has more than 2000 entries", "split the design");
    return *j;
}

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
    o.finish();
    return s;
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
    if (const Json* set = o.find("set")) {
        Object measures(*set, "structure " + s.id + ", set");
        const Family* kind = family(s.kind);
        for (auto& [name, value] : set->items()) {
            const Json& j = measures.need(name);
            const Parameter* p = kind ? kind->parameter(name) : nullptr;
            s.set[name] =
                measures.measure(name, j, p ? p->fallback.quantity : Quantity::Length, unit);
        }
    }
    o.finish();
    return s;
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
        d.stocks.push_back(readStock(j, "stocks, entry " + std::to_string(++n)));
    for (size_t i = 0; i < d.stocks.size(); ++i)
        if (d.stock(d.stocks[i].id) != &d.stocks[i])
            bad("stocks", "the id “" + d.stocks[i].id + "” is used twice",
                "give every stock an id of its own");
    if (d.stocks.empty()) {
        d.stocks.push_back({});
        d.stocks[0].id = d.card.stock;
        d.stocks[0].name = "Ivory card";
    }
    n = 0;
    for (auto& j : list(o, "structures"))
        d.structures.push_back(
            readStructure(j, "structures, entry " + std::to_string(++n), d.units));
    o.finish();
    return d;
}

// "line 3, column 14" of a byte position.
std::string lineOf(const std::string& text, size_t byte) {
    byte = std::min(byte, text.size());
    const auto upTo = text.begin() + static_cast<std::ptrdiff_t>(byte);
    const size_t start = byte ? text.rfind('\n', byte - 1) : std::string::npos;
    return "line " + std::to_string(1 + std::count(text.begin(), upTo, '\n')) + ", column " +
           std::to_string(start == std::string::npos ? byte : byte - start - 1);
}

} // namespace

Result<Design> designFromText(const std::string& text) {
    if (text.empty())
        return Problem{"", "the file is empty", "open a design file"};
    try {
        Design d = readDesign(Json::parse(text));
        auto made = assemble(d);
        if (!made)
            return made.problem();
        return d;
    } catch (const Bad& b) {
        return b.problem;
    } catch (const nlohmann::json::parse_error& e) {
        return Problem{lineOf(text, e.byte), "this is not valid JSON",
                       "the file is damaged, cut short or not a design; mend that place"};
    } catch (const nlohmann::json::exception&) {
        return Problem{"", "this is not valid JSON or holds a number out of reach",
                       "the file is damaged or not a design"};
    }
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
    j["stocks"] = Json::array();
    for (auto& s : d.stocks)
        j["stocks"].push_back({{"id", s.id},
                               {"name", s.name},
                               {"weight", s.weight},
                               {"caliper", exactText(s.caliper, Unit::Millimetre)},
                               {"face", s.face},
                               {"back", s.back}});
    j["structures"] = Json::array();
    for (auto& s : d.structures) {
        Json o = {{"id", s.id}, {"kind", s.kind}};
        if (!s.name.empty())
            o["name"] = s.name;
        o["on"] = s.on;
        if (!s.stock.empty())
            o["stock"] = s.stock;
        o["set"] = Json::object();
        for (auto& [name, m] : s.set)
            o["set"][name] = text(m);
        j["structures"].push_back(o);
    }
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
    return saveFile(path, designToText(design));
}

} // namespace hl
