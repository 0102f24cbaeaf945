// The proof on random designs of every family on every form of card, against brute force with exact
// predicates (corpus/brute.h); and answers to backward questions on them, against the proof.
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/prove/prove.h"
#include "core/prove/solve.h"
#include "core/structures/family.h"
#include "corpus/brute.h"
#include "tests/program.h"
#include <QtTest>
#include <cmath>
#include <random>
#include <set>

using namespace hl;

namespace {

class Chance {
  public:
    explicit Chance(unsigned seed) : source_(seed) {}
    int whole(int least, int most) {
        return least + static_cast<int>(source_() % static_cast<unsigned>(most - least + 1));
    }
    double part(double least, double most) {
        return least + (most - least) * whole(0, 10000) / 10000;
    }
    template<class T> const T& of(const std::vector<T>& all) {
        return all[static_cast<size_t>(whole(0, static_cast<int>(all.size()) - 1))];
    }

  private:
    std::mt19937 source_;
};

std::string mm(double v) { return std::to_string(v) + " mm"; }

// One to three structures of any family, half of them on the spine, on a card of any form.
Design anyDesign(Chance& chance) {
    Design d =
        *newDesign(Measure::fromMm(chance.whole(90, 160)), Measure::fromMm(chance.whole(110, 200)),
                   chance.whole(0, 2) ? SpineSide::Left : SpineSide::Top, Unit::Millimetre);
    std::vector<const Family*> forms, kinds;
    for (const Family& f : families()) // film and thread bend out of everything's way
        if (!f.dresses || f.ground == Ground::Panel)
            (f.ground == Ground::Form ? forms : kinds).push_back(&f);
    if (chance.whole(0, 1))
        if (auto formed = addStructure(d, chance.of(forms)->id, "", {}))
            d = formed->first;
    for (int n = chance.whole(1, 3); n > 0; --n) {
        auto whole = assemble(d);
        if (!whole)
            qFatal("an edit gave a design that cannot be made: %s", whole.problem().text().c_str());
        const Assembly& made = *whole;
        const Family& f = *chance.of(kinds);
        const std::string on = f.ground == Ground::Panel ? chance.of(made.panels).id
                               : chance.whole(0, 1)      ? "card.spine"
                                                         : chance.of(made.creases).id;
        std::map<std::string, std::string> set;
        for (const Parameter& p : f.parameters)
            if (p.least.quantity == Quantity::Length && !p.follows && chance.whole(0, 2) == 0)
                set[p.name] = mm(p.name == "place" ? chance.part(0, 150)
                                                   : p.fallback.mm() * chance.part(0.6, 1.4));
        if (auto more = addStructure(d, f.id, on, set))
            d = more->first;
    }
    return d;
}

bool closes(const Case& c) {
    return std::all_of(c.poses.begin(), c.poses.end(),
                       [](const Pose& p) { return p.misfit() < 0.01; });
}

using Pair = std::pair<std::string, std::string>;

} // namespace

class EveryFamily : public QObject {
    Q_OBJECT
  private slots:
    // What crosses by a millimetre is told as a collision or as an order of layers that cannot be;
    // what is told as a collision of half a millimetre does cross; overhang has its amount.
    void theProofAgreesWithBruteForce() {
        Chance chance(20261125);
        int looked = 0, crossing = 0, hanging = 0;
        for (int n = 0; n < 120; ++n) {
            const Design d = anyDesign(chance);
            const Case c(d, *assemble(d));
            if (!closes(c) || !c.linkage.course.plain())
                continue;
            ++looked;
            std::map<Pair, double> told;
            std::map<std::string, double> out;
            std::set<std::string> upright; // in the closed card: not looked at from above
            for (const Finding& f : prove(c)) {
                if (f.rule == "overhang")
                    out[f.parts.front()] = f.amount;
                if (f.code == "slits.covered") // it is told where it begins, not how deep it goes
                    told.emplace(std::minmax(ownerOf(f.parts[0]), ownerOf(f.parts[1])), 0);
                if (f.rule != "collision" && f.rule != "layers")
                    continue;
                if (f.code == "layers.stands-up")
                    upright.insert(f.parts.begin(), f.parts.end());
                if (f.code == "collision.turns-through")
                    continue; // where no polygons cross
                // Told once for two structures, however many parts they meet in.
                const std::pair<std::string, std::string> owners =
                    std::minmax(ownerOf(f.parts.front()), ownerOf(f.parts.back()));
                told[owners] = std::max(told[owners], f.rule == "collision" ? f.amount : 0);
            }
            const corpus::Brute brute(d, 2);
            const auto crossings = brute.crossings();
            const std::string which = "design " + std::to_string(n) + ": ";
            std::set<std::pair<std::string, std::string>> crossed;
            for (auto& [parts, cross] : crossings) {
                const std::pair<std::string, std::string> owners =
                    std::minmax(ownerOf(parts.first), ownerOf(parts.second));
                crossed.insert(owners);
                if (cross.depth > 1) {
                    ++crossing;
                    QVERIFY2(told.count(owners),
                             (which + parts.first + " " + parts.second).c_str());
                }
            }
            for (auto& [parts, amount] : told)
                if (amount > 0.5) // between two of its poses brute force may miss what is small
                    QVERIFY2(crossed.count(parts) || amount < 2,
                             (which + parts.first + " " + parts.second).c_str());
            // What stands up in the closed card is told, but for flaps and foam, which give way.
            std::set<std::string> owners;
            for (const std::string& part : upright)
                owners.insert(ownerOf(part));
            const std::vector<bool> gives = givesWay(c);
            const bool firm =
                std::count(gives.begin(), gives.end(), true) == 0 &&
                std::all_of(c.assembly.joins.begin(), c.assembly.joins.end(),
                            [](const Join& j) { return std::fabs(j.place.shift.z()) < 1e-9; });
            const auto bulges = brute.bulges();
            for (const std::string& part : upright)
                QVERIFY2(bulges.at(part) > 0.05, (which + part).c_str());
            for (auto& [part, amount] : bulges)
                QVERIFY2(!firm || amount < 0.1 || owners.count(ownerOf(part)),
                         (which + part + " stands up").c_str());
            for (auto& [part, amount] : brute.overhangs()) {
                // Of a mat the panel that it lies in is told.
                const int i = c.assembly.part(part);
                const bool rides =
                    i >= 0 && c.assembly.panels[c.assembly.parts[i].panels.front()].rides >= 0;
                if (amount > 0.1 && !rides && !upright.count(part)) {
                    ++hanging;
                    QVERIFY2(std::fabs(out[part] - amount) < 0.01,
                             (which + part + " " + std::to_string(amount) + " told " +
                              std::to_string(out[part]))
                                 .c_str());
                }
            }
        }
        qInfo("%d designs, %d crossings, %d overhangs", looked, crossing, hanging);
        QVERIFY(looked > 80 && crossing > 40 && hanging > 20);
    }

    // The answer to "how large at most" holds, and a little more does not.
    void anAnswerIsWhereItEnds() {
        Chance chance(7);
        int asked = 0;
        const std::vector<std::string> kinds{"box", "platform", "v-fold", "tent", "floating-layer"};
        for (int n = 0; n < 30; ++n) {
            Design d = *newDesign(Measure::fromMm(chance.whole(110, 150)),
                                  Measure::fromMm(chance.whole(150, 190)), SpineSide::Left,
                                  Unit::Millimetre);
            for (int i = 0; i < 2; ++i)
                if (auto more = addStructure(
                        d, chance.of(kinds), "card.spine",
                        {{"place", mm(15 + 75 * i)}, {"width", mm(chance.whole(20, 40))}}))
                    d = more->first;
            if (d.structures.empty() || verdictOf(prove(Case(d, *assemble(d)))) != Verdict::Works)
                continue;
            const std::string id = d.structures.front().id;
            std::vector<std::string> lengths;
            for (const Parameter& p : familyOf(d, id)->parameters)
                if (p.least.quantity == Quantity::Length && !p.follows && p.name != "tab")
                    lengths.push_back(p.name);
            Question q;
            q.ask = Ask::Most;
            q.structure = id;
            q.measure = chance.of(lengths);
            const auto answer = solve(d, q);
            if (!answer)
                continue;
            ++asked;
            auto wrong = [&](double value) { // what is wrong with it then, if anything
                Design trial = d;
                (*trial.setOf(id))[q.measure] = Measure::fromMm(value);
                auto made = assemble(trial);
                if (!made)
                    return made.problem().text();
                for (const Finding& f : prove(Case(trial, *made)))
                    for (const std::string& panel : f.panels)
                        if (f.severity != Severity::Note && ownerOf(panel) == id)
                            for (const Rule& r : rules())
                                if (r.where && f.rule == r.id)
                                    return f.message;
                return std::string();
            };
            const double most = answer->values.front().mm();
            const std::string what = q.measure + " of " + id + ", " + answer->sentence;
            QVERIFY2(wrong(most).empty(), (what + " | " + wrong(most)).c_str());
            const bool bound = answer->stops.find("bound") != std::string::npos;
            QVERIFY2(bound || !wrong(most + 0.05).empty(), what.c_str());
        }
        qInfo("%d questions", asked);
        QVERIFY(asked > 12);
    }
};

HL_TEST(EveryFamily)
#include "every_family.moc"
