// Every family: its defaults, 500 random sets of measures that it takes, the bounds it refuses
// with, and closed forms that owe nothing to the engine.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/structures/family.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include "tests/scale.h"
#include <QtTest>
#include <random>
#include <set>

using namespace hl;
using namespace hl::test;

namespace {

Design plainCard() {
    return *newDesign(Measure::fromMm(127), Measure::fromMm(177.8), SpineSide::Left,
                      Unit::Millimetre);
}

// A design with the family's defaults; the id of what was added.
std::pair<Design, std::string> withDefault(const std::string& kind) {
    auto added = addStructure(plainCard(), kind, "", {});
    if (!added)
        qFatal("%s: %s", kind.c_str(), added.problem().text().c_str());
    return *added;
}

// Sets random measures of a family, those that follow from others left alone in three of four
// cases. Lengths stay within what a card of this size could take; what the family refuses is drawn
// again.
std::optional<Design> randomSet(const Family& f, const Design& base, const std::string& id,
                                std::mt19937& chance) {
    auto part = [&] { return std::uniform_real_distribution<double>(0, 1)(chance); };
    const Values now = *measuresOf(base, id);
    Design d = base;
    for (const Parameter& p : f.parameters) {
        if (part() < (p.follows ? 0.9 : 0.4))
            continue;
        const double low = p.least.inside(), high = p.most.inside();
        double v = now.at(p.name);
        if (p.least.quantity == Quantity::Count)
            v = low + std::floor(part() * (high - low + 0.999));
        else if (p.least.quantity == Quantity::Length)
            v = (0.4 + 1.3 * part()) * v + (v == 0 ? 3 * part() : 0);
        else // across the middle half of its range
            v = low + (0.25 + 0.5 * part()) * (high - low);
        Measure m = Measure::of(p.least.quantity, v);
        m.count = std::clamp(m.count, p.least.count, p.most.count);
        (*d.setOf(id))[p.name] = m;
    }
    // The measures of a relation: one of them follows.
    for (auto& relation : f.relations) {
        auto& set = *d.setOf(id);
        if (std::all_of(relation.begin(), relation.end(), [&](auto& n) { return set.count(n); }))
            set.erase(relation[chance() % relation.size()]);
    }
    if (!assemble(d))
        return {};
    return d;
}

double worst(const Case& c) {
    double most = 0;
    for (const Pose& p : c.poses)
        most = std::max(most, p.misfit());
    return most;
}

// How far corners lie from the plane of the closed card, or of the open one.
double thickness(const Pose& p, const Assembly& a, int axis, const std::set<std::string>& owners) {
    double most = 0;
    for (size_t i = 0; i < a.panels.size(); ++i)
        if (owners.count(ownerOf(a.panels[i].id)))
            for (const Vec2& q : a.panels[i].outline)
                most = std::max(most, std::fabs(p.panels[i].at(q)[axis]));
    return most;
}

} // namespace

class FamilyTests : public QObject {
    Q_OBJECT
  private slots:
    void everyFamily_data() {
        QTest::addColumn<QString>("id");
        for (const Family& f : families())
            QTest::newRow(f.id.c_str()) << QString::fromStdString(f.id);
    }
    // 500 random sets each: they close everywhere, lie flat where they should, and every measure
    // is within its range.
    void everyFamily() {
        QFETCH(QString, id);
        const Family& f = *family(id.toStdString());
        QVERIFY(!f.purpose.empty() && !f.parameters.empty() && f.complete && f.build);
        const auto [base, structure] = withDefault(f.id);
        std::mt19937 chance(2026);
        int taken = 0, tries = 0;
        while (taken < scaled(500)) {
            QVERIFY2(++tries < 20000, "it refuses nearly everything");
            auto d = randomSet(f, base, structure, chance);
            if (!d)
                continue;
            const Values drawn = *measuresOf(*d, structure);
            if (drawn.count("right_wall") && drawn.at("left_wall") + drawn.at("right_wall") <
                                                 drawn.at("left") + drawn.at("right"))
                continue; // a hair too short, which counts as a score that is off
            ++taken;
            const Values v = *measuresOf(*d, structure);
            for (const Parameter& p : f.parameters) {
                const double low = p.least.inside(), high = p.most.inside();
                QVERIFY2(v.at(p.name) > 0 || low <= 0, p.name.c_str());
                if (d->setOf(structure)->count(p.name))
                    QVERIFY2(v.at(p.name) >= low - 1e-9 && v.at(p.name) <= high + 1e-9,
                             p.name.c_str());
            }
            const auto c = foldUp(*d);
            auto say = [&] {
                QString s = id;
                for (auto& [name, value] : v)
                    s += QString(" %1=%2").arg(name.c_str()).arg(value);
                return s + QString(" misfit %1").arg(worst(*c));
            };
            QVERIFY2(worst(*c) < 0.01, qPrintable(say()));
            QVERIFY2(c->motion.wrongFolds.empty(), qPrintable(say()));
            // Closed, everything lies in the plane x = 0; a raised topper as high as its foam.
            const std::set<std::string> all{"card", structure};
            const bool closes = f.id != "interlocked" && f.id != "double-easel" && f.id != "easel";
            const double foam = v.count("raise") ? v.at("raise") : 0;
            QVERIFY2(thickness(c->poses.front(), c->assembly, 0, all) <
                         (closes ? 1e-6 : 1e-4) + foam,
                     qPrintable(say()));
            // Steps and twists lie flat in the open card as well.
            static const std::set<std::string> flatOpen{
                "box",  "cut-out-box", "pillars",   "stair",  "prop-tube", "x-fold",
                "beak", "z-fold",      "accordion", "single", "tube",      "petal"};
            const bool wide = c->linkage.course.end() > 179.999;
            const bool ring = f.id == "tube" || f.id == "petal";
            const bool even = f.id != "box" || std::fabs(v.at("left_wall") - v.at("right")) < 1e-9;
            if (even && flatOpen.count(f.id) && wide && !ring && base.card.form != "three-page")
                QVERIFY2(thickness(c->poses.back(), c->assembly, 2, all) < 1e-6, qPrintable(say()));
        }
    }

    // The words of a refusal: the measure, the bound that it breaks, and why.
    void refusalsSayWhy() {
        auto refusal = [&](const char* kind, std::map<std::string, std::string> set) {
            auto r = addStructure(plainCard(), kind, "", set);
            return r ? std::string("taken") : r.problem().text();
        };
        for (auto& [kind, set, words] :
             std::vector<std::tuple<const char*, std::map<std::string, std::string>,
                                    std::vector<const char*>>>{
                 {"box", {{"width", "1 mm"}}, {"measure width", "least, 3 mm", "tears"}},
                 {"tent",
                  {{"left", "50"}, {"right", "50"}, {"left_wall", "40"}, {"right_wall", "40"}},
                  {"left_wall", "below the least, 60 mm", "span the feet"}},
                 {"z-fold", {{"flap", "70"}, {"front", "60"}}, {"flap", "above the most, 60 mm"}},
                 {"tier", {{"corners", "4"}, {"leg", "10"}}, {"leg", "four corners"}},
                 {"accordion-insert", {{"leaves", "3"}}, {"leaves", "odd"}},
                 {"stair", {{"steps", "9"}}, {"steps", "above the most, 8"}},
                 {"stair", {{"made", "carved"}}, {"made", "glued, cut"}},
                 {"petal", {{"petal", "90"}}, {"petal", "above the most, 63.5 mm"}}}) {
            const std::string text = refusal(kind, set);
            for (const char* w : words)
                QVERIFY2(text.find(w) != std::string::npos, (text + " lacks " + w).c_str());
        }
        // A ridge, a panel, a fold of two papers are refused where they do not serve.
        const auto [box, id] = withDefault("box");
        QVERIFY(!addStructure(box, "platform", "box1.tip", {}));
        QVERIFY(!addStructure(box, "topper", "box1.tip", {}));
        QVERIFY(!addStructure(box, "beak", "box1.left-foot", {}));
        QVERIFY(bool(addStructure(box, "platform", "box1.left-foot", {{"left", "8"}})));
    }

    // Which measure of a relation follows is the maker's choice.
    void anyOfARelationFollows() {
        const double a = 30, b = 22, p = 26, q = a + p - b;
        const std::map<std::string, double> all{
            {"left", a}, {"right", b}, {"left_wall", p}, {"right_wall", q}};
        for (auto& [follows, value] : all) {
            std::map<std::string, std::string> set;
            for (auto& [name, v] : all)
                if (name != follows)
                    set[name] = std::to_string(v) + " mm";
            auto d = addStructure(plainCard(), "box", "card.spine", set);
            QVERIFY2(bool(d), follows.c_str());
            QVERIFY(std::fabs(measuresOf(d->first, d->second)->at(follows) - value) < 1e-9);
            QVERIFY(worst(*foldUp(d->first)) < 1e-9);
        }
    }

    // Where corners are by plane geometry, at openings of every kind.
    void closedForms() {
        auto has = [&](const Case& c, double at, const std::string& panel, const Vec3& want) {
            const int i = c.assembly.panel(panel);
            if (i < 0)
                qFatal("no panel %s", panel.c_str());
            const Rigid r = poseAt(c.linkage, c.motion, at).panels[i];
            double least = 1e300;
            for (const Vec2& q : c.assembly.panels[i].outline)
                least = std::min(least, (r.at(q) - want).norm());
            return least < 1e-6;
        };
        auto make = [](const char* kind, std::map<std::string, std::string> set) {
            auto d = addStructure(plainCard(), kind, "", set);
            if (!d)
                qFatal("%s", d.problem().text().c_str());
            return foldUp(d->first);
        };
        const auto cut = make("cut-out-box",
                              {{"left", "30"}, {"right", "20"}, {"place", "40"}, {"width", "50"}});
        const auto steps = make(
            "stair",
            {{"steps", "3"}, {"left", "45"}, {"right", "30"}, {"place", "40"}, {"width", "50"}});
        const auto carved = make("stair", {{"made", "cut"},
                                           {"steps", "3"},
                                           {"left", "45"},
                                           {"right", "30"},
                                           {"place", "40"},
                                           {"width", "50"},
                                           {"inset", "5"}});
        const auto plat = make(
            "platform",
            {{"left", "35"}, {"right", "25"}, {"height", "20"}, {"place", "40"}, {"width", "50"}});
        const auto tiers = make("tier-stack", {{"tiers", "2"},
                                               {"place", "40"},
                                               {"width", "60"},
                                               {"reach", "40"},
                                               {"height", "18"},
                                               {"step", "10"}});
        const auto tongues = make("tier-stack", {{"tiers", "2"},
                                                 {"joined", "tongues"},
                                                 {"place", "40"},
                                                 {"width", "60"},
                                                 {"reach", "40"},
                                                 {"height", "18"},
                                                 {"step", "10"}});
        const auto layer = make("floating-layer", {{"reach", "40"},
                                                   {"height", "15"},
                                                   {"place", "40"},
                                                   {"width", "60"},
                                                   {"aperture", "circle"},
                                                   {"aperture_width", "30"}});
        const auto tubeRing =
            make("prop-tube", {{"left", "30"}, {"right", "20"}, {"place", "40"}, {"width", "50"}});
        const auto easel = make("easel", {{"lean", "60 deg"}});
        for (double at : {0.0, 1.0, 30.0, 77.0, 90.0, 150.0, 179.0, 180.0}) {
            const double h = at / 2 * pi / 180;
            const Vec3 r(std::sin(h), 0, std::cos(h)), l(-std::sin(h), 0, std::cos(h)), up(0, 0, 1);
            const Vec3 y(0, 1, 0);
            QVERIFY(has(*cut, at, "cut-out-box1.left-wall", 30 * l + 20 * r + 40 * y));
            // Each edge of a stair: so many treads from the right page, so many risers up.
            for (int n = 1; n <= 3; ++n) {
                const Vec3 edge = (4 - n) * 15 * l + n * 10 * r;
                QVERIFY(has(*steps, at, "stair1.riser-" + std::to_string(n), edge + 40 * y));
                // Cut out, the highest step is the first and the widest.
                QVERIFY(has(*carved, at, "stair1.step-" + std::to_string(n) + "-left-wall",
                            n * 15 * l + (4 - n) * 10 * r + (40 + 5 * (n - 1)) * y));
            }
            QVERIFY(has(*plat, at, "platform1.left-top", 35 * l + 20 * up + 40 * y));
            QVERIFY(has(*plat, at, "platform1.right-top", 25 * r + 20 * up + 90 * y));
            QVERIFY(has(*plat, at, "platform1.left-top", 20 * up + 40 * y));
            for (auto& stack : std::vector{tiers, tongues}) {
                QVERIFY(has(*stack, at, "tier-stack1.left-top", 18 * up + 40 * y));
                QVERIFY(has(*stack, at, "tier-stack1.right-top-2", 36 * up + 50 * y));
                QVERIFY(
                    has(*stack, at, "tier-stack1.left-leg-2", 30 * l + 36 * up + (50 + 10) * y));
            }
            QVERIFY(has(*layer, at, "floating-layer1.left-layer", 40 * l + 15 * up + 40 * y));
            QVERIFY(has(*layer, at, "floating-layer1.right-layer", 15 * up + 100 * y));
            QVERIFY(has(*tubeRing, at, "prop-tube1.right-wall", 30 * l + 20 * r + 40 * y));
            if (at <= 60) { // the front's foot, on the base w cos(lean) from the spine
                const Vec3 foot = 127 * std::cos(at * pi / 180) * l;
                QVERIFY(has(*easel, at, "card.front", foot));
            }
        }
        // An interlocked pair is a rhombus: its second crease lies opposite the spine.
        const auto pair = make("interlocked", {{"slit", "50"}});
        const auto zigzag = make(
            "double-display",
            {{"front", "15"}, {"back", "12"}, {"slit", "30"}, {"place", "40"}, {"width", "30"}});
        const auto wings = make("bridge", {{"depth", "20"}, {"place", "40"}, {"width", "30"}});
        for (double at : {0.0, 1.0, 30.0, 77.0, 90.0, 150.0, 179.0, 180.0}) {
            const double h = at / 2 * pi / 180;
            const Vec3 r(std::sin(h), 0, std::cos(h)), l(-std::sin(h), 0, std::cos(h)), y(0, 1, 0);
            QVERIFY(has(*pair, at, "card.second-left", 50 * l + 50 * r));
            // Both zigzag blocks: walls parallel to page 2, the middle parallel to page 1.
            QVERIFY(has(*zigzag, at, "double-display1.front-wall", 15 * l + 30 * r + 40 * y));
            QVERIFY(has(*zigzag, at, "double-display1.back-wall", -12 * l + 63.5 * r + 40 * y));
            QVERIFY(has(*wings, at, "bridge1.span", 20 * l + 40 * y));
            QVERIFY(has(*wings, at, "bridge1.span", 20 * l + 63.5 * r + 40 * y));
        }
    }

    // Tabs are wider on heavy stock, stay clear of the paper's edge, and shapes fill their boxes.
    void tabsSuitThePaper() {
        Design light = withDefault("platform").first, heavy = light;
        heavy.stocks[0].caliper = Measure::fromMm(0.45);
        const double a = measuresOf(light, "platform1")->at("tab"),
                     b = measuresOf(heavy, "platform1")->at("tab");
        QVERIFY(std::fabs(b - 1.5 * a) < 1e-9);
        // A box at the very edge of a narrow wall: the tab is trimmed to the paper that is there.
        Design d = withDefault("box").first;
        auto on = addStructure(d, "box", "box1.right-foot",
                               {{"left", "30"}, {"right", "4"}, {"tab", "12"}, {"width", "10"}});
        QVERIFY(bool(on));
        const auto c = foldUp(on->first);
        for (const Join& j : c->assembly.joins)
            if (ownerOf(j.id) == "box2")
                for (const Vec2& q : c->assembly.panels[j.tab].outline) {
                    const Vec3 p = j.place.at(q);
                    const Panel& under = c->assembly.panels[j.landing];
                    QVERIFY(offPaper(under.outline, under.apertures, {p.x(), p.y()}) < 1e-4);
                }
    }
};

HL_TEST(FamilyTests)
#include "families.moc"
