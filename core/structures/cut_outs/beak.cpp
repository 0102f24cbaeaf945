#include "core/structures/cut_outs/beak.h"
#include <algorithm>

namespace hl {

Trouble cutMouth(AssemblyBuilder& out, int crease, const std::string& owner,
                 const std::string& prefix, double middle, double height, double reach, bool both) {
    const CutLine k = cutLine(out.made(), crease);
    const double low = middle - height, high = both ? middle + height : middle;
    Ring left{k.at(0, low), k.at(0, high), k.at(-reach, middle)};
    Ring right{k.at(0, low), k.at(reach, middle), k.at(0, high)};
    if (Trouble t = takeOut(out, k, owner, left, right, low, high))
        return t;
    out.within(k.part, owner);
    auto jaw = [&](const std::string& name, double point) {
        // Of the two panels of a jaw the one on the left of the fold comes first.
        const int a = out.panel(prefix + name + "left", Role::Wall,
                                {k.at(0, point), k.at(-reach, middle), k.at(0, middle)});
        const int b = out.panel(prefix + name + "right", Role::Wall,
                                {k.at(0, point), k.at(0, middle), k.at(reach, middle)});
        const bool first = point < middle;
        // The panel on the left of each crease's direction comes first.
        out.crease(prefix + name + "left-crease", first ? k.left : a, first ? a : k.left,
                   k.at(0, point), k.at(-reach, middle), k.fold(Fold::Valley));
        out.crease(prefix + name + "right-crease", first ? b : k.right, first ? k.right : b,
                   k.at(0, point), k.at(reach, middle), k.fold(Fold::Valley));
        out.crease(prefix + name + "ridge", first ? a : b, first ? b : a, k.at(0, point),
                   k.at(0, middle), k.fold(Fold::Mountain));
    };
    jaw(both ? "lower-" : "", low);
    if (both)
        jaw("upper-", high);
    out.mark(prefix + "slit", LineKind::Slit, {k.at(-reach, middle), k.at(reach, middle)});
    return {};
}

namespace {

enum Jaws { Beak, Mouth };

Values completeBeak(Values v, const Host& host) {
    v.try_emplace("jaws", Beak);
    v.try_emplace("length", std::min(38.1, 0.3 * host.length));
    v.try_emplace("place", host.length / 2 - (v["jaws"] == Beak ? v["length"] / 2 : v["length"]));
    v.try_emplace("reach",
                  std::min({25.4, v["length"], 0.4 * host.left.room, 0.4 * host.right.room}));
    return v;
}

Trouble buildBeak(const StructureSpec& spec, const Values& v, const Host& host,
                  AssemblyBuilder& out) {
    return cutMouth(out, host.crease, spec.id, "", v.at("place") + v.at("length"), v.at("length"),
                    v.at("reach"), v.at("jaws") == Mouth);
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

} // namespace hl
