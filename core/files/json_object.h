// Reading JSON strictly: every problem names its place, every key must be known.
#pragma once
#include "core/design/limits.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
#include "core/measure/plain_text.h"
#include "core/measure/result.h"
#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>
#include <set>
#include <string>
#include <vector>

namespace hl::files {

using Json = nlohmann::ordered_json;

struct Bad { // thrown inside the reader only
    Problem problem;
};

[[noreturn]] inline void bad(const std::string& place, const std::string& what,
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
    std::string text(const std::string& key, const Json& j, size_t most = limits::text) const {
        if (!j.is_string())
            bad(at(key), std::string("text is needed, there is ") + j.type_name(),
                "put it in quotes");
        std::string s = plainText(j.get<std::string>());
        if (limits::charactersOf(s) > most)
            bad(at(key), "the text is longer than " + numberText(most) + " characters",
                "shorten it");
        return s;
    }
    std::string text(const std::string& key) { return text(key, need(key)); }
    std::string text(const std::string& key, const char* fallback) {
        const Json* j = find(key);
        return j ? text(key, *j) : fallback;
    }
    // A length or angle of either sign, for places and turns.
    Measure signedMeasure(const std::string& key, const Json& j, Quantity q, Unit unit) const {
        if (j.is_string()) {
            auto parsed = parsePlace(text(key, j), q, unit);
            if (!parsed)
                throw Bad{parsed.problem().in(at(key))};
            return *parsed;
        }
        if (!j.is_number() || j.get<double>() >= 0)
            return measure(key, j, q, unit);
        Measure m = measure(key, Json(-j.get<double>()), q, unit);
        m.count = -m.count;
        return m;
    }
    bool flag(const std::string& key, bool fallback) {
        const Json* j = find(key);
        if (j && !j->is_boolean())
            bad(at(key), std::string("true or false is needed, there is ") + j->type_name(),
                "write true or false");
        return j ? j->get<bool>() : fallback;
    }
    // One of a few words.
    size_t word(const std::string& key, const std::vector<std::string>& words, size_t fallback) {
        const std::string s = text(key, words[fallback].c_str());
        std::string known;
        for (size_t i = 0; i < words.size(); ++i) {
            if (words[i] == s)
                return i;
            known += (known.empty() ? "" : ", ") + words[i];
        }
        bad(at(key), "“" + s + "” means nothing here", "use one of: " + known);
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

// "line 3, column 14" of a byte position.
inline std::string placeInText(const std::string& text, size_t byte) {
    byte = std::min(byte, text.size());
    const auto upTo = text.begin() + static_cast<std::ptrdiff_t>(byte);
    const size_t start = byte ? text.rfind('\n', byte - 1) : std::string::npos;
    return "line " + numberText(1 + std::count(text.begin(), upTo, '\n')) + ", column " +
           numberText(start == std::string::npos ? byte : byte - start - 1);
}

// Where objects and lists lie too deep within one another; nothing where they do not.
inline size_t tooDeepAt(const std::string& text) {
    size_t depth = 0;
    bool quoted = false;
    for (size_t i = 0; i < text.size(); ++i) {
        if (quoted && text[i] == '\\')
            ++i;
        else if (text[i] == '"')
            quoted = !quoted;
        else if (!quoted && (text[i] == '{' || text[i] == '[') && ++depth > limits::nesting)
            return i;
        else if (!quoted && (text[i] == '}' || text[i] == ']') && depth > 0)
            --depth;
    }
    return std::string::npos;
}

// The text of a file as JSON. Throws Bad where an object has too many keys or things lie too deep
// within one another, nlohmann's errors where it is no JSON.
inline Json parsedJson(const std::string& text) {
    std::vector<size_t> keys;
    if (const size_t at = tooDeepAt(text); at != std::string::npos)
        bad(placeInText(text, at),
            "things lie more than " + numberText(limits::nesting) + " deep in one another",
            "this is no file of ours");
    return Json::parse(text, [&](int, Json::parse_event_t event, Json& parsed) {
        using Event = Json::parse_event_t;
        if (event == Event::object_start)
            keys.push_back(0);
        else if (event == Event::object_end && !keys.empty())
            keys.pop_back();
        else if (event == Event::key && !keys.empty() && ++keys.back() > limits::keys)
            bad(parsed.is_string() ? shortened(parsed.get<std::string>(), 40) : "",
                "an object has more than " + numberText(limits::keys) + " keys",
                "this is no file of ours");
        return true;
    });
}

inline const Json& list(Object& o, const std::string& key) {
    static const Json none = Json::array();
    const Json* j = o.find(key);
    if (!j)
        return none;
    if (!j->is_array())
        bad(o.at(key), std::string("a list is needed, there is ") + j->type_name(),
            "write [ ... ]");
    if (j->size() > limits::entries)
        bad(o.at(key), "the list has more than " + numberText(limits::entries) + " entries",
            "split the design");
    return *j;
}

} // namespace hl::files
