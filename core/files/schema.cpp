#include "core/files/fields.h"
#include "core/files/hlantern.h"
#include "core/structures/family.h"

namespace hl::files {
namespace {

Json ref(const char* name) { return {{"$ref", std::string("#/$defs/") + name}}; }

Json pairOf(const char* name) {
    return {{"type", "array"}, {"minItems", 2}, {"maxItems", 2}, {"items", ref(name)}};
}

Json listOf(const Json& item, size_t most = limits::entries) {
    return {{"type", "array"}, {"maxItems", most}, {"items", item}};
}

Json textOf(Means kind) {
    switch (kind) {
    case Means::Colour:
        return ref("colour");
    case Means::Id:
        return {{"type", "string"}, {"pattern", "^[^.]+$"}, {"not", {{"const", "card"}}}};
    case Means::Host:
        return {{"type", "string"}, {"pattern", "^[^.]+\\.[^.]+$"}};
    case Means::Form:
    case Means::Family: {
        Json words = Json::array();
        for (const Family& f : families())
            if ((f.ground == Ground::Form) == (kind == Means::Form))
                words.push_back(f.id);
        return {{"enum", words}};
    }
    default:
        return {{"type", "string"}, {"maxLength", limits::text}};
    }
}

template<class T> Json objectOf();

template<class T> class Describer {
  public:
    Json properties = Json::object(), required = Json::array();

    template<class M> void operator()(const Field& f, M T::*) {
        put(f, of(f, static_cast<const M*>(nullptr)));
    }
    void pair(const Field& f, Measure T::*, Measure T::*) { put(f, pairOf("measure")); }
    void range(const Field& from, Measure T::*, const Field& to, Measure T::*) {
        put(from, ref("signed"));
        put(to, ref("signed"));
    }

  private:
    void put(const Field& f, Json j) {
        if (*f.about)
            j["description"] = f.about;
        properties[f.key] = j;
        if (f.presence == Presence::Needed)
            required.push_back(f.key);
    }
    Json of(const Field& f, const std::string*) { return textOf(f.means); }
    Json of(const Field& f, const double*) {
        return {{"type", "number"}, {"minimum", f.least}, {"maximum", f.most}};
    }
    Json of(const Field& f, const int*) {
        return {{"type", "integer"}, {"minimum", int(f.least)}, {"maximum", int(f.most)}};
    }
    Json of(const Field& f, const bool*) {
        if (f.means == Means::Side)
            return {{"enum", {"face", "back"}}};
        return {{"type", "boolean"}};
    }
    template<class E> std::enable_if_t<std::is_enum_v<E>, Json> of(const Field&, const E*) {
        return {{"enum", wordsOf<E>()}};
    }
    Json of(const Field& f, const Measure*) {
        const bool either = f.means == Means::Place || f.means == Means::Turn ||
                            f.means == Means::Either || f.means == Means::Travel;
        return ref(either ? "signed" : "measure");
    }
    Json of(const Field& f, const std::optional<Measure>*) {
        return of(f, static_cast<const Measure*>(nullptr));
    }
    Json of(const Field&, const SayLine*) {
        return {{"type", "string"}, {"maxLength", 4 * limits::text}};
    }
    Json of(const Field&, const Bytes*) {
        return {{"type", "string"}, {"contentEncoding", "base64"}};
    }
    Json of(const Field&, const Zone*) { return textOf(Means::Plain); }
    Json of(const Field&, const std::vector<std::string>*) { return listOf(textOf(Means::Plain)); }
    Json of(const Field&, const Point*) { return ref("point"); }
    Json of(const Field&, const std::vector<Point>*) { return ref("points"); }
    Json of(const Field&, const std::vector<std::vector<Point>>*) { return ref("rings"); }
    Json of(const Field&, const std::optional<std::pair<Measure, Measure>>*) {
        return pairOf("measure");
    }
    Json of(const Field&, const std::vector<std::pair<Measure, Measure>>*) {
        return listOf(pairOf("measure"));
    }
    Json of(const Field&, const std::map<std::string, Measure>*) { return ref("set"); }
    template<class S, class = decltype(&S::template visit<Describer<S>>)>
    Json of(const Field&, const S*) {
        return objectOf<S>();
    }
    template<class S, class = decltype(&S::template visit<Describer<S>>)>
    Json of(const Field&, const std::vector<S>*) {
        return listOf(objectOf<S>(),
                      std::is_same_v<S, StageSpec> ? limits::stages : limits::entries);
    }
};

template<class T> Json objectOf() {
    Describer<T> d;
    T::visit(d);
    return {{"type", "object"},
            {"required", d.required},
            {"additionalProperties", false},
            {"properties", d.properties}};
}

Json ends(double least) {
    return {{{"type", "string"}, {"minLength", 1}},
            {{"type", "number"}, {"minimum", least}, {"maximum", 100000}}};
}

} // namespace

std::string designSchema() {
    Json file = objectOf<Design>();
    Json out = {{"$schema", "https://json-schema.org/draft/2020-12/schema"},
                {"title", "Hinge Lantern design"}};
    out.update(file);
    out["required"] = {"format", "version", "card"};
    Json properties = {
        {"format", {{"const", "hinge-lantern"}}},
        {"version", {{"type", "integer"}, {"minimum", 1}, {"maximum", formatVersion}}}};
    properties.update(file["properties"]);
    out["properties"] = properties;
    out["$defs"] = {
        {"measure",
         {{"description", "A length such as \"5 7/8 in\" or \"149 mm\", an angle such as "
                          "\"45 deg\", or a number of mm or degrees."},
          {"oneOf", ends(0)}}},
        {"signed",
         {{"description", "A measure that may be negative: a place, a turn."},
          {"oneOf", ends(-100000)}}},
        {"set",
         {{"description", "Measures by name; numbers and choices as the catalogue (structures "
                          "--json) lists them."},
          {"type", "object"},
          {"additionalProperties",
           {{"anyOf",
             Json::array({ref("signed"), {{"type", "string"}, {"pattern", "^[a-z0-9-]+$"}}})}}}}},
        {"point", pairOf("signed")},
        {"points", listOf(ref("point"), limits::corners)},
        {"rings", listOf(ref("points"))},
        {"colour", {{"type", "string"}, {"pattern", "^#[0-9a-fA-F]{6}$"}}}};
    return out.dump(2) + "\n";
}

} // namespace hl::files
