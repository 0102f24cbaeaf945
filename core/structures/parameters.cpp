#include "core/structures/parameters.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {

Parameter lengthOf(const std::string& name, double least, double most, const std::string& meaning) {
    Parameter p;
    p.name = name;
    p.least = Measure::fromMm(least);
    p.most = Measure::fromMm(most);
    p.meaning = meaning;
    p.leastWhy =
        least < 0 ? "it would lie off any card" : "paper that small cannot be cut and folded";
    p.mostWhy = "no card is that large";
    return p;
}

Parameter angleOf(const std::string& name, double least, double most, const std::string& meaning) {
    Parameter p;
    p.name = name;
    p.least = Measure::fromDegrees(least);
    p.most = Measure::fromDegrees(most);
    p.meaning = meaning;
    p.leastWhy = p.mostWhy = "the creases would lie on one another";
    return p;
}

Parameter countOf(const std::string& name, int least, int most, const std::string& meaning) {
    Parameter p;
    p.name = name;
    p.least = Measure::ofCount(least);
    p.most = Measure::ofCount(most);
    p.meaning = meaning;
    p.leastWhy = "with fewer it is another structure";
    p.mostWhy = "more layers than that do not close";
    return p;
}

Parameter choiceOf(const std::string& name, std::vector<std::string> words,
                   const std::string& meaning) {
    Parameter p = countOf(name, 0, static_cast<int>(words.size()) - 1, meaning);
    p.choices = std::move(words);
    return p;
}

Parameter placeParameter() {
    return lengthOf("place", 0, 1000, "from the start of the fold to the near side")
        .grows(Parameter::Scale::Along)
        .unless("centred on the fold")
        .why("the fold starts at 0", "no card is that large");
}

Parameter widthParameter() {
    return lengthOf("width", 3, 1000, "along the fold")
        .grows(Parameter::Scale::Along)
        .unless("2 in, or six tenths of a shorter fold")
        .why("a narrower strip tears at its folds", "no card is that large");
}

Parameter turnParameter(const std::string& meaning) {
    return angleOf("turn", -180, 180, meaning)
        .unless("upright")
        .why("half a turn is all there is", "half a turn is all there is");
}

std::vector<Parameter> middleParameters(const std::string& whose) {
    return {lengthOf("across", 0, 2000, "from the panel's left edge to " + whose + " middle")
                .unless("the panel's middle"),
            lengthOf("along", 0, 2000, "from the panel's lower edge to " + whose + " middle")
                .grows(Parameter::Scale::Along)
                .unless("the panel's middle")};
}

Parameter raiseParameter() {
    return lengthOf("raise", 0, 20, "on foam above the panel")
        .grows(Parameter::Scale::Kept)
        .unless("glued flat")
        .why("it would sink into the panel", "foam that high does not hold");
}

Parameter tabParameter() {
    return lengthOf("tab", 2, 60, "depth of the tabs")
        .grows(Parameter::Scale::Kept)
        .unless("3/8 in on plain card, more on heavy stock, less where there is no room", true)
        .why("a narrower tab does not hold", "a deeper one only wastes paper");
}

Parameter rightTabParameter() {
    return lengthOf("right_tab", 2, 200, "depth of the right tab, where it differs")
        .grows(Parameter::Scale::Kept)
        .unless("the same as tab", true)
        .since(11)
        .why("a narrower tab does not hold", "a deeper one only wastes paper");
}

double tabDepth(const Host& host, double room) {
    constexpr double plain = 9.525, plainCaliper = 0.3; // mm
    const double wanted = plain * std::clamp(host.caliper / plainCaliper, 1.0, 1.8);
    return std::max(0.5, std::min(wanted, room));
}

void completeAlong(Values& v, const Host& host, double part) {
    v.try_emplace("width", std::min(50.8, part * host.length));
    v.try_emplace("place", std::max(0.0, (host.length - v["width"]) / 2));
}

void completeSum(Values& v, const std::vector<Term>& terms) {
    for (const Term& t : terms) {
        if (v.count(t.name))
            continue;
        double rest = 0;
        for (const Term& o : terms)
            if (o.name != t.name)
                rest += o.sign * v[o.name];
        v[t.name] = -rest / t.sign;
        return;
    }
}

std::string inUnit(const Host& host, double mm) { return sayLength(mm, host.units); }

Problem beyond(const StructureSpec& spec, const Host& host, const std::string& measure,
               double value, const std::string& bound, const std::string& why,
               const std::string& remedy) {
    const std::string place = spec.id == "card" ? "card" : "structure " + spec.id;
    return {place + ", measure " + measure, inUnit(host, value) + " is " + bound + ": " + why,
            remedy};
}

} // namespace hl::structures
