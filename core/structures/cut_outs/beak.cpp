#include "core/structures/cut_outs/beak.h"
#include <algorithm>

namespace hl::structures {

Trouble cutMouth(AssemblyBuilder& out, int crease, const std::string& owner,
                 const std::string& prefix, const Mouth& m) {
    const CutLine k = cutLine(out.made(), crease);
    const double low = m.low, high = m.high.value_or(m.middle), reach = m.reach;
    const double under = m.middle - m.gap / 2, over = m.high ? m.middle + m.gap / 2 : m.middle;
    Ring left{k.at(0, low), k.at(0, high), k.at(-reach, over)};
    Ring right{k.at(0, low), k.at(reach, under)};
    if (over > under) {
        left.push_back(k.at(-reach, under));
        right.push_back(k.at(reach, over));
    }
    right.push_back(k.at(0, high));
    if (Trouble t = takeOut(out, k, owner, left, right, low, high))
        return t;
    out.within(k.part, owner);
    auto jaw = [&](const std::string& name, double point, double mouth) {
        // Of the two panels of a jaw the one on the left of the fold comes first.
        const int a = out.panel(prefix + name + "left", Role::Wall,
                                {k.at(0, point), k.at(-reach, mouth), k.at(0, mouth)});
        const int b = out.panel(prefix + name + "right", Role::Wall,
                                {k.at(0, point), k.at(0, mouth), k.at(reach, mouth)});
        const bool first = point < mouth;
        // The panel on the left of each crease's direction comes first.
        out.crease(prefix + name + "left-crease", first ? k.left : a, first ? a : k.left,
                   k.at(0, point), k.at(-reach, mouth), k.fold(Fold::Valley));
        out.crease(prefix + name + "right-crease", first ? b : k.right, first ? k.right : b,
                   k.at(0, point), k.at(reach, mouth), k.fold(Fold::Valley));
        out.crease(prefix + name + "ridge", first ? a : b, first ? b : a, k.at(0, point),
                   k.at(0, mouth), k.fold(Fold::Mountain));
    };
    jaw(m.high ? "lower-" : "", low, under);
    if (m.high)
        jaw("upper-", high, over);
    if (over == under)
        out.mark(prefix + "slit", LineKind::Slit, {k.at(-reach, m.middle), k.at(reach, m.middle)});
    return {};
}

namespace {

enum Jaws { One, BothJaws };

Values completeBeak(Values v, const Host& host) {
    v.try_emplace("jaws", One);
    v.try_emplace("length", std::min(38.1, 0.3 * host.length));
    v.try_emplace("place", host.length / 2 - (v["jaws"] == One ? v["length"] / 2 : v["length"]));
    v.try_emplace("reach",
                  std::min({25.4, v["length"], 0.4 * host.left.room, 0.4 * host.right.room}));
    return v;
}

Trouble buildBeak(const StructureSpec& spec, const Values& v, const Host& host,
                  AssemblyBuilder& out) {
    const double place = v.at("place"), length = v.at("length");
    Mouth m{place, place + length, {}, v.at("reach")};
    if (v.at("jaws") == BothJaws)
        m.high = place + 2 * length;
    return cutMouth(out, host.crease, spec.id, "", m);
}

} // namespace

Family beak() {
    Family f;
    f.id = f.name = "beak";
    f.purpose = "A slit and two angled creases that open like a beak, or two of them as a mouth.";
    f.shelf = "Cut from the page";
    f.ground = Ground::OneSheetFold;
    f.standsOn = {"spine", "crease within one part"};
    f.parameters = {
        choiceOf("jaws", {"beak", "mouth"}, "one side of the slit or both").unless("beak"),
        lengthOf("place", 0, 1000, "from the start of the fold to the first point of the beak")
            .grows(Parameter::Scale::Along)
            .unless("the middle of the fold"),
        lengthOf("length", 3, 500, "from the point to the slit, along the fold")
            .grows(Parameter::Scale::Along)
            .unless("1 1/2 in, or three tenths of a shorter fold"),
        lengthOf("reach", 3, 500, "of the slit to either side of the fold")
            .unless("1 in, or what fits"),
    };
    f.complete = completeBeak;
    f.build = buildBeak;
    return f;
}

} // namespace hl::structures
