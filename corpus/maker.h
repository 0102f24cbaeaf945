// What the corpus is drawn with: chance, makers of designs, and whether brute force finds them
// sound.
#pragma once
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "corpus/brute.h"
#include <cmath>
#include <iostream>
#include <nlohmann/json.hpp>
#include <random>

namespace hl::corpus {

using Json = nlohmann::ordered_json;
using Set = std::map<std::string, std::string>;

inline std::mt19937 source(20261124);
inline int whole(int least, int most) {
    return least + static_cast<int>(source() % static_cast<unsigned>(most - least + 1));
}
// On half millimetres, as a ruler shows them.
inline double half(double least, double most) {
    return least + 0.5 * whole(0, int((most - least) * 2));
}
inline std::string mm(double v) { return std::to_string(v) + " mm"; }

struct Fault {
    std::string rule; // empty: sound
    std::vector<std::string> parts;
    double amount = 0;
    double opening = -1; // where it is worst, degrees; below 0: nowhere in particular
};
struct Made {
    Design design;
    Fault fault;
    std::string name;
};
struct No {}; // this draw makes no design

class Maker {
  public:
    Design d;
    Maker(double w, double h, bool top = false)
        : d(*newDesign(Measure::fromMm(w), Measure::fromMm(h),
                       top ? SpineSide::Top : SpineSide::Left, Unit::Millimetre)) {}
    std::string add(const std::string& kind, const Set& set, const std::string& on = "") {
        auto next = addStructure(d, kind, on, set);
        if (!next)
            throw No{};
        d = next->first;
        return next->second;
    }
    double reach() const {
        return d.card.spine == SpineSide::Left ? d.card.width.mm() : d.card.height.mm();
    }
    double length() const {
        return d.card.spine == SpineSide::Left ? d.card.height.mm() : d.card.width.mm();
    }
};

// Whether brute force finds nothing wrong with it.
inline bool isSound(const Design& d, double step = 3) {
    const Brute b(d, step);
    if (b.openJoints() > 1e-3 || !b.crossings().empty())
        return false;
    for (auto& [part, mm] : b.overhangs())
        if (mm > 1e-3)
            return false;
    std::vector<std::string> ids;
    for (const StructureSpec& s : d.structures)
        ids.push_back(s.id);
    for (size_t i = 0; i < ids.size(); ++i)
        for (size_t k = i + 1; k < ids.size(); ++k)
            if (d.structures[k].on.rfind(ids[i] + ".", 0) != 0 &&
                b.distance(ids[i], ids[k], 5) < 1.5)
                return false;
    return true;
}

inline void mustAssemble(const Design& d) {
    if (auto made = assemble(d); !made) {
        std::cerr << made.problem().text() << "\n";
        throw No{};
    }
}

// What brute force finds nothing wrong with; how near structures come to one another is not asked.
inline Made asSound(const Maker& m, const std::string& name) {
    mustAssemble(m.d);
    const Brute b(m.d, 2);
    if (b.openJoints() > 1e-3 || !b.crossings().empty())
        throw No{};
    for (auto& [part, mm] : b.overhangs())
        if (mm > 1e-3)
            throw No{};
    return {m.d, {}, name};
}

inline FreePart blank(const std::string& id, double w, double h) {
    FreePart p;
    p.id = id;
    p.name = id;
    p.width = Measure::fromMm(w);
    p.height = Measure::fromMm(h);
    return p;
}
inline Point at(double x, double y) { return {Measure::fromMm(x), Measure::fromMm(y)}; }
// The first panel of a drawn part, whatever it is called.
inline std::string panelOf(const Design& d, const std::string& part) {
    const Assembly a = *assemble(d);
    for (const Panel& p : a.panels)
        if (ownerOf(p.id) == part)
            return p.id;
    throw No{};
}
inline JoinSpec glue(const std::string& panel, const std::string& onto, double x, double y) {
    JoinSpec j;
    j.id = panel.substr(0, panel.find('.')) + "-glue";
    j.panel = panel;
    j.onto = onto;
    j.at = at(x, y);
    j.onFace = false;
    return j;
}

// By how much two walls p and q over a fold miss one another at worst, their feet a and b from it:
// the feet's distance and the walls have to make a triangle.
inline double triangleLacks(double a, double b, double p, double q) {
    double worst = 0;
    for (int at = 0; at <= 180; ++at) {
        const double d = std::sqrt(
            std::max(0.0, a * a + b * b - 2 * a * b * std::cos(at * 3.14159265358979 / 180)));
        worst = std::max({worst, d - (p + q), std::fabs(p - q) - d});
    }
    return worst;
}

// The kinds of corpus/relatives.cpp, with how many of each are drawn.
struct Kind {
    int count;
    Made (*make)();
};
const std::vector<Kind>& relatives();
// Those of corpus/said.cpp.
const std::vector<Kind>& told();
const std::vector<Kind>& turned();
// Those of corpus/dressed.cpp.
const std::vector<Kind>& dressedUp();

} // namespace hl::corpus
