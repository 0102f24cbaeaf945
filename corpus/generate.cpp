// Writes the corpus: designs that are sound and designs with one planted fault of known kind, place
// and amount. Amounts come from closed forms or from brute force, never from the rules; a design
// that brute force does not confirm is drawn again.
//   hl-corpus DIRECTORY
#include "core/assemble/assemble.h"
#include "core/files/hlantern.h"
#include "core/structures/family.h"
#include "corpus/maker.h"
#include <cmath>
#include <filesystem>
#include <fstream>
#include <functional>
#include <iostream>
#include <nlohmann/json.hpp>
#include <random>
#include <set>

namespace {

using namespace hl;
using namespace hl::corpus;

Maker anyCard() { return {double(whole(110, 160)), double(whole(140, 200)), whole(0, 3) == 0}; }

// A structure that stays inside a card of this reach; `place` and `width` along the fold.
std::string anySound(Maker& m, double place, double width) {
    const double r = m.reach();
    const Set along{{"place", mm(place)}, {"width", mm(width)}};
    Set set = along;
    switch (whole(0, 6)) {
    case 0:
    case 1: {
        set["left"] = mm(half(14, 0.42 * r));
        set["right"] = mm(half(14, 0.42 * r));
        return m.add("box", set);
    }
    case 2:
        set["left"] = set["right"] = mm(half(16, 0.3 * r));
        return m.add("tent", set);
    case 3:
        set["left"] = mm(half(18, 0.4 * r));
        set["height"] = mm(half(10, 0.35 * r));
        return m.add("platform", set);
    case 4:
        set["left"] = mm(half(14, 0.4 * r));
        return m.add("cut-out-box", set);
    case 5:
        set["reach"] = mm(half(20, 0.45 * r));
        set["height"] = mm(half(8, 20));
        return m.add("floating-layer", set);
    default: {
        const double base = half(20, std::min(width, 0.4 * r));
        return m.add("v-fold", {{"place", mm(place)},
                                {"alpha_left", std::to_string(whole(40, 60))},
                                {"base_left", mm(base)},
                                {"height", mm(std::round(0.5 * base))}});
    }
    }
}

Made sound() {
    Maker m = anyCard();
    const int count = whole(1, 3);
    const double room = m.length() / count;
    for (int i = 0; i < count; ++i) {
        const double width = half(0.4 * room, 0.6 * room);
        const std::string id = anySound(m, std::floor(room * i + 0.2 * room), width);
        if (whole(0, 2) == 0 && id.rfind("box", 0) == 0)
            m.add("box", {{"left", "9"}, {"right", "9"}, {"width", mm(std::floor(width / 2))}},
                  id + (whole(0, 1) ? ".left-foot" : ".tip"));
    }
    if (whole(0, 2) == 0)
        m.add("topper",
              {{"width", "12"},
               {"height", "12"},
               {"across", mm(m.d.card.width.mm() - 12)},
               {"along", "12"}},
              "card.page-right");
    if (!isSound(m.d))
        throw No{};
    return {m.d, {}, "sound"};
}

// --- planted faults ---

Made collision() {
    Maker m = anyCard();
    const double r = m.reach(), width = half(25, 45), place = half(20, 40);
    const double a = half(14, 0.25 * r), b = a + half(4, 0.2 * r);
    const std::string one = m.add(
        "box", {{"place", mm(place)}, {"width", mm(width)}, {"left", mm(a)}, {"right", mm(b)}});
    const std::string two = whole(0, 2)
                                ? m.add("box", {{"place", mm(place + half(3, width - 4))},
                                                {"width", mm(width)},
                                                {"left", mm(b)},
                                                {"right", mm(a)}})
                                : m.add("platform", {{"place", mm(place + half(3, width - 4))},
                                                     {"width", mm(width)},
                                                     {"left", mm(a)},
                                                     {"height", mm(half(6, 0.5 * b))}});
    const auto all = Brute(m.d, 0.5).crossings();
    auto it = all.find({std::min(one, two), std::max(one, two)});
    if (it == all.end() || it->second.depth < 0.6)
        throw No{};
    return {m.d, {"collision", {one, two}, it->second.depth, it->second.opening}, "collision"};
}

Made throughVFold() {
    Maker m = anyCard();
    const double place = half(60, 80);
    const std::string one = m.add(
        "v-fold",
        {{"place", mm(place)}, {"base_left", mm(half(36, 44))}, {"height", mm(half(20, 28))}});
    const std::string two = m.add("box", {{"place", mm(place + half(4, 10))},
                                          {"width", "20"},
                                          {"left", mm(half(12, 18))},
                                          {"right", mm(half(12, 18))}});
    const auto all = Brute(m.d, 0.5).crossings();
    auto it = all.find({std::min(one, two), std::max(one, two)});
    if (it == all.end() || it->second.depth < 0.6)
        throw No{};
    return {
        m.d, {"collision", {one, two}, it->second.depth, it->second.opening}, "v-fold-collision"};
}

Made overhang() {
    Maker m = anyCard();
    const double r = m.reach(), by = half(1, 12);
    std::string id;
    switch (whole(0, 2)) {
    case 0: { // closed, a box reaches as far as both its feet together
        const double left = half(0.4 * r, 0.5 * r);
        id = m.add("box", {{"left", mm(left)}, {"right", mm(r + by - left)}});
        break;
    }
    case 1: {
        const double left = half(0.4 * r, 0.5 * r);
        id = m.add("platform", {{"left", mm(left)}, {"height", mm(r + by - left)}});
        break;
    }
    default:
        id = m.add("topper",
                   {{"width", "30"},
                    {"height", "20"},
                    {"across", mm(m.d.card.width.mm() - 15 + by)},
                    {"along", "60"}},
                   "card.page-right");
        if (m.d.card.spine == SpineSide::Top)
            throw No{};
    }
    const double found = Brute(m.d, 30).overhangs().at(id);
    if (std::fabs(found - by) > 0.01)
        throw No{};
    return {m.d, {"overhang", {id}, by}, "overhang"};
}

Made envelope() {
    Made base = sound();
    const double by = half(1, 10), thick = Brute(base.design, 30).thickness(0.05);
    const double w = base.design.card.width.mm(), h = base.design.card.height.mm();
    base.design.card.envelope = {Measure::fromMm(w + thick - by), Measure::fromMm(h + 30)};
    // The other way round it must be no better.
    if (w + 30 > h)
        base.design.card.envelope->second = Measure::fromMm(h + thick + 0.5);
    const double turned = std::max(w + thick - base.design.card.envelope->second.mm(),
                                   h + thick - base.design.card.envelope->first.mm());
    if (turned < by)
        throw No{};
    base.fault = {"overhang", {"card"}, by};
    base.name = "envelope";
    return base;
}

// A box whose left wall is too long or too short. The distance between its feet at an opening is
// that of a triangle; what the walls lack, or have too much against each other, is the misfit.
Made misfit() {
    Maker m = anyCard();
    const double r = m.reach(), a = half(20, 0.35 * r), b = half(20, 0.35 * r);
    const double off = (whole(0, 1) ? 1 : -1) * half(1.5, 8);
    const double p = b + off, q = a;
    const std::string id = m.add(
        "box", {{"left", mm(a)}, {"right", mm(b)}, {"left_wall", mm(p)}, {"right_wall", mm(q)}});
    const double worst = triangleLacks(a, b, p, q);
    if (worst < 0.6)
        throw No{};
    return {m.d, {"misfit", {id}, worst}, "misfit"};
}

Made landing() {
    Maker m = anyCard();
    const double by = half(1, 8), width = half(30, 50);
    const std::string id = m.add(
        "box",
        {{"place", mm(m.length() - width + by)}, {"width", mm(width)}, {"left", mm(half(20, 35))}});
    return {m.d, {"landing", {id}, by}, "landing"};
}

// Two boxes in a row that reach into one another by a little, tabs and all.
Made landingsOverlap() {
    Maker m = anyCard();
    const double left = half(20, 30), by = half(1.5, 6), width = half(25, 40);
    const std::string one = m.add(
        "box", {{"place", "12"}, {"width", mm(width)}, {"left", mm(left)}, {"right", mm(left)}});
    const std::string two = m.add("box", {{"place", mm(12 + width - by)},
                                          {"width", mm(width)},
                                          {"left", mm(left)},
                                          {"right", mm(left)}});
    // The tabs are snipped, so that they have less in common than the walls.
    const double width2 = Brute(m.d, 90).landingsShared(one, two);
    if (width2 < 0.7)
        throw No{};
    return {m.d, {"landing", {one, two}, width2}, "landings-overlap"};
}

Made narrowTab() {
    Maker m = anyCard();
    const double depth = half(1, 2.5);
    const std::string id = m.add("box", {{"left", mm(half(20, 40))}, {"tab", mm(depth)}});
    return {m.d, {"landing", {id}, depth}, "narrow-tab"};
}

Made tooClose() {
    Maker m = anyCard();
    const double gap = 0.05 * whole(1, 9), width = half(25, 40), left = half(20, 35);
    const std::string one = m.add(
        "box",
        {{"place", "12"}, {"width", mm(width)}, {"left", mm(left)}, {"right", mm(half(18, 30))}});
    const std::string two = m.add("box", {{"place", mm(12 + width + gap)},
                                          {"width", mm(width)},
                                          {"left", mm(left + half(-3, 3))},
                                          {"right", mm(half(18, 30))}});
    const double found = Brute(m.d, 5).distance(one, two, 15);
    if (std::fabs(found - gap) > 0.01)
        throw No{};
    return {m.d, {"clearance", {one, two}, gap}, "too-close"};
}

Made tooThick() {
    Made base = sound();
    Maker m(base.design.card.width.mm(), base.design.card.height.mm());
    m.d = base.design;
    const double foam = half(3, 7);
    m.add("topper",
          {{"width", "24"},
           {"height", "24"},
           {"across", "40"},
           {"along", "40"},
           {"raise", mm(foam)},
           {"adhesive_from", "0"}},
          "card.page-right");
    m.d.card.mail = "standard";
    const double over = Brute(m.d, 30).thickness(0.05) - 5;
    if (over < 0.3)
        throw No{};
    return {m.d, {"stack", {"card"}, over}, "too-thick"};
}

Made tooHeavy() {
    Made base = sound();
    base.design.stocks[0].weight = whole(500, 900);
    base.design.stocks[0].caliper = Measure::fromMm(0.3);
    base.design.card.mail = "small";
    const double over = Brute(base.design, 30).mass() - 20;
    if (over < 3 || base.design.card.height.mm() > 235)
        throw No{};
    base.fault = {"stack", {"card"}, over};
    base.name = "too-heavy";
    return base;
}

// A plate glued on the right page, with a window too near its edge.
Made narrowStrip() {
    Maker m = anyCard();
    const double strip = half(0.5, 2.5);
    FreePart p = blank("plate", 50, 40);
    p.apertures = {{at(strip, 10), at(30, 10), at(30, 30), at(strip, 30)}};
    m.d.parts.push_back(p);
    m.d.joins.push_back(glue(panelOf(m.d, "plate"), "card.page-right", 20, 20));
    mustAssemble(m.d);
    return {m.d, {"strength", {"plate"}, strip}, "narrow-strip"};
}

Made slitEnd() {
    Maker m = anyCard();
    const double left = half(0.5, 2.5);
    FreePart p = blank("plate", 50, 40);
    LineSpec slit;
    slit.id = "slit";
    slit.kind = LineKind::Slit;
    slit.points = {at(15, 20), at(50 - left, 20)};
    p.lines = {slit};
    m.d.parts.push_back(p);
    m.d.joins.push_back(glue(panelOf(m.d, "plate"), "card.page-right", 20, 20));
    mustAssemble(m.d);
    return {m.d, {"strength", {"plate"}, left}, "slit-end"};
}

// A flap on two folds that lie too close to one another.
Made closeFolds() {
    Maker m = anyCard();
    const double wall = half(0.5, 1.5);
    FreePart p = blank("plate", 50, 40);
    for (double x : {20.0, 20 + wall}) {
        LineSpec l;
        l.id = x > 20 ? "second" : "first";
        l.kind = x > 20 ? LineKind::Mountain : LineKind::Valley;
        l.points = {at(x, 0), at(x, 40)};
        p.lines.push_back(l);
    }
    m.d.parts.push_back(p);
    m.d.joins.push_back(glue(panelOf(m.d, "plate"), "card.page-right", 20, 20));
    mustAssemble(m.d);
    return {m.d, {"strength", {"plate"}, wall}, "close-folds"};
}

Made lightPaper() {
    Maker m(whole(110, 160), whole(140, 200));
    Stock light;
    light.id = "light";
    light.name = "Light paper";
    light.weight = whole(60, 110);
    light.caliper = Measure::fromMm(0.1);
    m.d.stocks.push_back(light);
    const double left = half(46, 52), right = half(46, 52);
    const std::string id =
        m.add("box", {{"left", mm(left)}, {"right", mm(right)}, {"width", "80"}, {"place", "20"}});
    m.d.structure(id)->stock = "light";
    return {m.d, {"strength", {id}, std::max(left, right)}, "light-paper"};
}

Made acrossTheGrain() {
    Maker m = anyCard();
    m.d.stocks[0].grain = m.d.card.spine == SpineSide::Left ? Grain::Sideways : Grain::Upright;
    m.add("box", {{"width", "30"}});
    return {m.d, {"strength", {"card"}, m.length()}, "across-the-grain"};
}

// A topper that reaches below the bottom edge, on which the card is to stand.
Made notFlush() {
    Maker m(whole(110, 160), whole(140, 200));
    const double by = half(1, 8);
    const std::string id = m.add(
        "topper", {{"width", "30"}, {"height", "30"}, {"across", "60"}, {"along", mm(15 - by)}},
        "card.page-right");
    return {m.d, {"stance", {id}, by}, "not-flush"};
}

// A stand whose foot is too short for its height.
Made tipsOver() {
    Maker m(whole(100, 140), whole(110, 170));
    m.add("stand", {{"foot", mm(half(10, 14))}});
    const Brute b(m.d, 30);
    const Display& shown = b.assembly().display;
    const auto pose = [&](const Vec3& down) { return b.tipping(down, shown.at); };
    // The foot is of the pages but the first.
    double best = -1e300;
    const Linkage k = linkageOf(b.assembly());
    const Pose p = poseAt(k, motionOf(k), shown.at);
    for (size_t i = 0; i < b.assembly().panels.size(); ++i)
        if (b.assembly().panels[i].role == Role::Page &&
            b.assembly().panels[i].id != "card.page-left")
            for (int side : {1, -1})
                best = std::max(best, pose(side * p.panels[i].turn.col(2)));
    if (best > 3.8 || best < -60)
        throw No{};
    return {m.d, {"stance", {"card"}, best}, "tips-over"};
}

// A box that closes flat as designed, in sixteenths its sides do not.
Made rounding() {
    Maker m(whole(110, 160), whole(140, 200));
    m.d.units = Unit::Inch;
    const double s = 25.4 / 16;
    const double a = s * (whole(14, 20) + 0.3), b = s * (whole(14, 20) + 0.45);
    // a + p = b + q, of which p is rounded up and the others down.
    const double p = b + s * 0.1, q = a + s * 0.1;
    const std::string id = m.add(
        "box", {{"left", mm(a)}, {"right", mm(b)}, {"left_wall", mm(p)}, {"right_wall", mm(q)}});
    auto round = [&](double v) { return std::round(v / s) * s; };
    const double ra = round(a), rb = round(b), rp = round(p), rq = round(q);
    const double worst = triangleLacks(ra, rb, rp, rq);
    if (worst < 0.7)
        throw No{};
    return {m.d, {"rounding", {id}, worst}, "rounding"};
}

// Two tents whose second is a little smaller.
Made lookAlike() {
    Maker m = anyCard();
    const double left = half(20, 28), by = half(1, 2);
    const std::string one =
        m.add("box", {{"place", "12"}, {"width", "30"}, {"left", mm(left)}, {"right", mm(left)}});
    const std::string two = m.add(
        "box", {{"place", "60"}, {"width", mm(30 + by)}, {"left", mm(left)}, {"right", mm(left)}});
    // Laid on one another by the middles of a crease, each end is half the difference off.
    return {m.d, {"mirror", {one, two}, by / 2}, "look-alike"};
}

Made mirrored() {
    Maker m = anyCard();
    const double by = half(3, 6);
    auto half1 = [&](const std::string& id, bool turned) {
        FreePart p = blank(id, 40, 30);
        auto x = [&](double v) { return turned ? 40 - v : v; };
        p.outline = {at(x(0), 0), at(x(40), 0), at(x(40), 30), at(x(by), 30), at(x(0), 20)};
        if (turned)
            std::reverse(p.outline.begin(), p.outline.end());
        LineSpec l;
        l.id = "fold";
        l.kind = LineKind::Valley;
        l.points = {at(0, 10), at(40, 10)};
        p.lines = {l};
        return p;
    };
    m.d.parts = {half1("half-a", false), half1("half-b", true)};
    m.d.joins.push_back(glue(panelOf(m.d, "half-a"), "card.page-right", 20, 20));
    m.d.joins.push_back(glue(panelOf(m.d, "half-b"), "card.page-right", 20, 90));
    mustAssemble(m.d);
    // Taken for the other, the corner at 20 mm of the cut one lies where the twin has its corners
    // at 10 and 30 mm.
    return {m.d, {"mirror", {"half-a", "half-b"}, 10}, "mirrored"};
}

// A structure of any family where it stands unless the maker says, or a form of card, its lengths a
// little smaller or larger than usual.
Set jitter(const Family& f, double least, double most) {
    Set set;
    for (const Parameter& p : f.parameters)
        if (p.least.quantity == Quantity::Length && !p.follows && whole(0, 2) == 0 &&
            p.name != "place")
            set[p.name] = mm(
                std::round(2 * p.fallback.mm() * (least + (most - least) * whole(0, 100) / 100.)) /
                2);
    return set;
}

Made soundFamily(const Family& f) {
    Maker m(whole(120, 140), whole(170, 190));
    m.add(f.id, jitter(f, 0.9, 1.1));
    if (!isSound(m.d))
        throw No{};
    return {m.d, {}, "sound-" + f.id};
}

// Two structures of any families on one fold, so close that they pass through each other.
Made anyCollision() {
    std::vector<const Family*> kinds;
    for (const Family& f : families())
        if (f.ground != Ground::Form && f.host == "card.spine" && f.form.empty() && !f.dresses)
            kinds.push_back(&f);
    Maker m = anyCard();
    const double place = half(20, 50);
    std::string ids[2];
    for (int i = 0; i < 2; ++i) {
        const Family& f = *kinds[static_cast<size_t>(whole(0, int(kinds.size()) - 1))];
        Set set = jitter(f, 0.7, 1.1);
        if (f.parameter("place"))
            set["place"] = mm(place + (i ? half(4, 25) : 0));
        ids[i] = m.add(f.id, set, "card.spine");
    }
    if (ids[0].substr(0, 4) == ids[1].substr(0, 4))
        throw No{}; // of different kinds
    const Brute b(m.d, 0.5);
    if (b.openJoints() > 1e-3)
        throw No{};
    Fault fault;
    for (auto& [parts, cross] : b.crossings())
        if (ownerOf(parts.first) != ownerOf(parts.second) && cross.depth > fault.amount)
            fault = {"collision", {parts.first, parts.second}, cross.depth, cross.opening};
    if (fault.amount < 0.8)
        throw No{};
    return {m.d, fault, "any-collision"};
}

// A tent on a fold that lies open where the card is closed.
Made standsUp() {
    Maker m = anyCard();
    const std::string base = m.add(whole(0, 1) ? "cube" : "tier", {});
    std::vector<std::string> folds;
    const Assembly made = *assemble(m.d);
    for (const Crease& k : made.creases)
        if (ownerOf(k.id) == base && k.id.find("hinge") != std::string::npos)
            folds.push_back(k.id);
    if (folds.empty())
        throw No{};
    const double side = half(4, 9);
    const std::string id = m.add("tent",
                                 {{"left", mm(side)},
                                  {"right", mm(side)},
                                  {"left_wall", mm(side + half(2, 4))},
                                  {"width", "8"}},
                                 folds[static_cast<size_t>(whole(0, int(folds.size()) - 1))]);
    const Brute b(m.d, 6);
    const double up = b.bulges().at(id);
    if (b.openJoints() > 1e-3 || up < 1)
        throw No{};
    return {m.d, {"layers", {id}, up}, "stands-up"};
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 2) {
        std::cerr << "hl-corpus DIRECTORY\n";
        return 2;
    }
    const std::filesystem::path to = argv[1];
    std::filesystem::create_directories(to);
    Json list = Json::array();
    int number = 0;
    auto write = [&](int count, const std::function<Made()>& make) {
        for (int i = 0, tries = 0; i < count;) {
            if (++tries > 400) {
                std::cerr << "nothing comes of the kind after " << number << "\n";
                std::exit(1);
            }
            try {
                const Made made = make();
                if (!assemble(made.design))
                    continue;
                char file[96];
                std::snprintf(file, sizeof file, "%03d-%s.hlantern", ++number, made.name.c_str());
                Design d = made.design;
                d.title = made.name + " " + std::to_string(number);
                if (Trouble t = saveDesign(d, (to / file).string())) {
                    std::cerr << t->text() << "\n";
                    std::exit(1);
                }
                Json j = {{"file", file}, {"rule", made.fault.rule}};
                if (!made.fault.rule.empty()) {
                    j["parts"] = made.fault.parts;
                    j["amount"] = made.fault.amount;
                    if (made.fault.opening >= 0)
                        j["opening"] = made.fault.opening;
                }
                list.push_back(j);
                ++i;
            } catch (const No&) {
            }
        }
    };
    write(112, sound);
    write(18, collision);
    write(6, throughVFold);
    write(14, overhang);
    write(6, envelope);
    write(10, misfit);
    write(8, landing);
    write(5, landingsOverlap);
    write(4, narrowTab);
    write(8, tooClose);
    write(5, tooThick);
    write(3, tooHeavy);
    write(4, narrowStrip);
    write(4, slitEnd);
    write(3, closeFolds);
    write(3, lightPaper);
    write(2, acrossTheGrain);
    write(4, notFlush);
    write(2, tipsOver);
    write(4, rounding);
    write(3, lookAlike);
    write(2, mirrored);
    const std::set<std::string> below{"pages", "strip", "facets", "words", "film", "thread", "mat"};
    for (const Family& f : families())
        if (!below.count(f.id)) // those have kinds of their own below
            write(1, [&] { return soundFamily(f); });
    write(30, anyCollision);
    write(6, standsUp);
    for (const Kind& k : relatives())
        write(k.count, k.make);
    for (const Kind& k : told())
        write(k.count, k.make);
    for (const Kind& k : dressedUp())
        write(k.count, k.make);
    write(1, [&] { return soundFamily(*family("facets")); });
    for (const Kind& k : turned())
        write(k.count, k.make);
    std::ofstream(to / "faults.json") << list.dump(1) << "\n";
    std::cout << list.size() << " designs\n";
}
