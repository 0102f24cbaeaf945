// The table of families. One line for each.
#include "core/measure/place.h"
#include "core/structures/parameters.h"
#include <algorithm>

namespace hl::structures {

Family singleFold();
Family zFold();
Family accordion();
Family threePage();
Family tube();
Family easel();
Family doubleEasel();
Family stand();
Family interlocked();
Family petal();
Family pagesForm();
Family vFold();
Family xFold();
Family beak();
Family facets();
Family aperture();
Family stripLine();
Family box();
Family tent();
Family stair();
Family cutOutBox();
Family pillars();
Family platform();
Family cube();
Family tier();
Family tierStack();
Family propTube();
Family bridge();
Family accordionInsert();
Family doubleDisplay();
Family sidePocket();
Family floatingLayer();
Family topper();
Family mat();
Family wordsOnPanel();
Family film();
Family thread();
Family globe();

namespace {

constexpr double width = 127, height = 177.8; // mm, a 5 x 7 in card

// The host that a family has on a 5 x 7 in card, for its defaults.
Host standardHost(const Family& f) {
    Host h;
    h.crease = 0;
    h.length = height;
    h.left.room = h.right.room = width;
    if (f.ground == Ground::Panel) {
        h.length = width;
        h.left.room = h.right.room = height;
    }
    h.ridge = f.ground == Ground::Ridge;
    if (f.form == "z-fold") // page 2 and 3 are half as wide as the first
        h.right.room = width / 2;
    if (f.form == "z-fold" && h.ridge)
        h.left.room = width / 2;
    if (f.form == "three-page")
        h.left.room = h.right.room = width / 2;
    return h;
}

std::vector<Family> withDefaults(std::vector<Family> table) {
    for (Family& f : table) {
        const Values values = f.complete({}, standardHost(f));
        for (Parameter& p : f.parameters)
            p.fallback = Measure::of(p.least.quantity, values.at(p.name));
    }
    return table;
}

} // namespace

const std::vector<Family>& families() {
    static const std::vector<Family> table = withDefaults({
        singleFold(),    zFold(),
        accordion(),     threePage(),
        tube(),          easel(),
        doubleEasel(),   stand(),
        interlocked(),   petal(),
        pagesForm(),     stripLine(),
        box(),           tent(),
        stair(),         platform(),
        cube(),          tier(),
        tierStack(),     propTube(),
        bridge(),        accordionInsert(),
        doubleDisplay(), sidePocket(),
        vFold(),         xFold(),
        cutOutBox(),     pillars(),
        beak(),          facets(),
        aperture(),      floatingLayer(),
        topper(),        wordsOnPanel(),
        film(),          thread(),
        globe(),         mat(),
    });
    return table;
}

const Family* family(const std::string& id) {
    auto& all = families();
    auto it = std::find_if(all.begin(), all.end(), [&](auto& f) { return f.id == id; });
    return it == all.end() ? nullptr : &*it;
}

namespace {

const Family& known(const std::string& id) {
    static const Family none = {};
    const Family* f = family(id);
    return f ? *f : none;
}

} // namespace

const Family& familyOf(const StructureSpec& s) { return known(s.kind); }

const Family& formOf(const Design& design) { return known(design.card.form); }

const Family& familyThat(bool Family::*can) {
    return *std::find_if(families().begin(), families().end(),
                         [&](const Family& f) { return f.*can; });
}

const Family* familyOf(const Design& design, const std::string& structure) {
    const std::string* kind = design.kindOf(structure);
    return kind ? family(*kind) : nullptr;
}

const Parameter* Family::parameter(const std::string& called) const {
    auto it = std::find_if(parameters.begin(), parameters.end(),
                           [&](auto& p) { return p.name == called; });
    return it == parameters.end() ? nullptr : &*it;
}

std::string knownFamilies(bool forms) {
    std::string known;
    for (const Family& f : families())
        if ((f.ground == Ground::Form) == forms)
            known += (known.empty() ? "" : ", ") + f.id;
    return known;
}

std::string oneOf(const Family& f) {
    const bool vowel = std::string("aeiouAEIOU").find(f.name[0]) != std::string::npos;
    return (vowel || f.name.rfind("X-", 0) == 0 ? "an " : "a ") + f.name;
}

Problem noSuchMeasure(const Family& f, const std::string& place) {
    std::string known;
    for (const Parameter& p : f.parameters)
        known += (known.empty() ? "" : ", ") + p.name;
    return {place, oneOf(f) + " has no such measure",
            known.empty() ? "remove it" : "use one of: " + known};
}

Result<Measure> readMeasure(const Parameter& p, const std::string& text, Unit unit) {
    if (!p.choices.empty()) {
        std::string known;
        const auto also = p.alsoCalled.find(text);
        const std::string& word = also == p.alsoCalled.end() ? text : also->second;
        for (size_t i = 0; i < p.choices.size(); ++i) {
            if (p.choices[i] == word)
                return Measure::ofCount(static_cast<std::int64_t>(i));
            known += (i ? ", " : "") + p.choices[i];
        }
        return Problem{"", "“" + text + "” means nothing here", "use one of: " + known};
    }
    if (p.least.count < 0)
        return parsePlace(text, p.least.quantity, unit);
    auto parsed = parseMeasure(text, p.least.quantity, unit);
    if (!parsed)
        return parsed.problem();
    return parsed->measure;
}

std::string measureText(const Parameter& p, const Measure& m, Unit unit) {
    const auto n = static_cast<size_t>(m.count);
    if (!p.choices.empty() && n < p.choices.size())
        return p.choices[n];
    return placeText(m, unit);
}

} // namespace hl::structures
