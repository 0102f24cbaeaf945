#include "core/files/hlantern.h"
#include "core/assemble/assemble.h"
#include "core/design/texts.h"
#include "core/files/atomic_save.h"
#include "core/files/fields.h"
#include "core/measure/number.h"
#include <iterator>

namespace hl::files {
namespace {

constexpr const char* formatName = "hinge-lantern";

// Without any stock a file gets one when it is read.
Design withStock(Design d) {
    if (d.stocks.empty()) {
        d.stocks.push_back({});
        d.stocks[0].id = d.card.stock;
        d.stocks[0].name = "Ivory card";
    }
    return d;
}

// Steps from one version of the format to the next, each on the whole file: upgrades[0] makes a
// file of version 2 of one of version 1, and so on.
using Upgrade = void (*)(Json& file);
void nothing(Json&) {} // more fields, none of which changes what the others say
constexpr Upgrade upgrades[]{nothing, nothing, nothing, nothing, nothing, nothing,
                             nothing, nothing, nothing, nothing, nothing, nothing};
static_assert(std::size(upgrades) == formatVersion - 1, "each version needs its step");

int versionOf(const Json& version) {
    if (!version.is_number_integer())
        bad("version", "a whole number is needed", "write \"version\": 1");
    if (version > formatVersion)
        bad("version",
            "it was written by a newer program (version " + version.dump() +
                " of the format, this one reads 1 to " + numberText(formatVersion) + ")",
            "open it there, or install the newer program here");
    if (version < 1)
        bad("version", "there is no version " + version.dump() + " of the format",
            "write \"version\": 1");
    return version.get<int>();
}

Design readDesign(Json json) {
    if (json.is_object() && (!json.contains("format") || json["format"] != formatName))
        bad("top level", "this is no Hinge Lantern design",
            "it must say \"format\": \"hinge-lantern\"");
    {
        Object o(json, "");
        for (int v = versionOf(o.need("version")); v < formatVersion; ++v)
            upgrades[v - 1](json);
    }
    Object o(json, "");
    o.find("format");
    o.find("version");
    Design d = readFields(o);
    for (size_t i = 0; i < d.stocks.size(); ++i)
        if (d.stock(d.stocks[i].id) != &d.stocks[i])
            bad("stocks", "the id “" + d.stocks[i].id + "” is used twice",
                "give every stock an id of its own");
    for (size_t i = 0; i < d.images.size(); ++i)
        if (d.image(d.images[i].id) != &d.images[i])
            bad("images", "the id “" + d.images[i].id + "” is used twice",
                "give every image an id of its own");
    return withStock(std::move(d));
}

} // namespace

Result<Design> designAsWritten(const std::string& text) {
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

namespace {

// The first field in which two designs differ.
struct Differing {
    const Design &a, &b;
    std::string key;
    template<class M> void operator()(const Field& f, M Design::*m) {
        if (key.empty() && !(a.*m == b.*m))
            key = f.key;
    }
};

// Where a text would read back as something else: "card/width"; empty where it does not.
std::string strays(const Design& d, const std::string& text) {
    auto back = designAsWritten(text);
    if (!back)
        return back.problem().text();
    if (*back == withStock(d))
        return "";
    const Design mine = withStock(d);
    Differing which{*back, mine, {}};
    Design::visit(which);
    return which.key + " would read back as something else";
}

} // namespace

Result<Design> designFromText(const std::string& text) {
    auto d = designAsWritten(text);
    if (!d)
        return d;
    auto made = assemble(*d);
    if (!made)
        return made.problem();
    return d;
}

std::string designToText(const Design& d) {
    Json j;
    j["format"] = formatName;
    j["version"] = 1;
    // The lowest version that can hold it, so that older programs read what they can.
    j["version"] = writeFields(d, j);
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

Trouble saveDesign(const Design& given, const std::string& path) {
    Design design = given;
    makePlain(design); // whatever was typed
    const std::string text = designToText(design);
    if (const std::string what = strays(design, text); !what.empty())
        return Problem{path, "it is not saved, because it could not be opened again: " + what,
                       "change that, then save; the old file is as it was"};
    return saveFile(path, text);
}

Trouble keepDesign(const Design& design, const std::string& path) {
    return saveFile(path, designToText(design), false);
}

} // namespace hl::files
