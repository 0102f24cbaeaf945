#include "core/prove/solve.h"
#include "core/assemble/assemble.h"
#include "core/prove/order.h"
#include "core/prove/prove.h"
#include "core/prove/rising.h"
#include "core/prove/saying.h"
#include "core/prove/sensitivity.h"
#include "core/prove/trials.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr std::int64_t fine =
    10'000; // nm or ndeg: a hundredth of a mm, a hundred-thousandth of a degree
constexpr std::int64_t fineAngle = 10'000'000;
constexpr double leastAdhesive = 2; // mm: a narrower strip does not hold

std::string spaced(std::string name) {
    std::replace(name.begin(), name.end(), '_', ' ');
    return name;
}

class Solver : private Trials {
  public:
    Solver(const Design& d, const Question& q, const Workshop& w, const std::atomic<bool>* cancel,
           const std::function<void(double)>& progress)
        : Trials(d, w, cancel, progress), q_(q) {}

    Result<Answer> run() {
        rule_ = q_.rule;
        if (q_.ask == Ask::Envelope)
            return envelope();
        if (q_.ask == Ask::Order)
            return order();
        if (q_.ask == Ask::Band)
            return band();
        auto exact = heldDesign(held_);
        if (!exact)
            return exact.problem();
        if (q_.ask == Ask::Card) {
            weak_ = finds("strength", held_, {});
            return card(*exact);
        }
        if (q_.structure != "card" && !held_.structure(q_.structure))
            return unknown(q_.structure);
        weak_ = finds("strength", held_, withStanding(q_.structure));
        if (q_.ask == Ask::Closest)
            return closest(*exact);
        if (q_.ask == Ask::Topper)
            return topper();
        return measure();
    }

  private:
    static Problem unknown(const std::string& id) {
        return {"solve", "there is no structure “" + id + "”", "give the id of one"};
    }

    std::string name(const std::string& id) const { return sayOwner(held_, id); }
    static std::string because(const Edge& e, const std::string& bound) {
        return e.why.empty() ? bound : "Beyond that: " + e.why;
    }
    static Problem nowhere(const std::string& what, const std::string& why) {
        return {"solve",
                "no value of " + what + " does" +
                    (why.empty() ? "" : ": " + why.substr(0, why.find_last_not_of('.') + 1)),
                "look at the findings first; another measure stands in the way"};
    }
    Result<Answer> measure() {
        const Family* f = familyOf(held_, q_.structure);
        const Parameter* p = f ? f->parameter(q_.measure) : nullptr;
        if (!p || p->least.quantity == Quantity::Count) {
            std::string known;
            for (const Parameter& one : f->parameters)
                if (one.least.quantity != Quantity::Count)
                    known += (known.empty() ? "" : ", ") + one.name;
            return Problem{"solve", "“" + q_.measure + "” is no measure of " + name(q_.structure),
                           "its measures are: " + known};
        }
        auto values = measuresOf(held_, q_.structure);
        if (!values)
            return values.problem();
        const Measure now = Measure::of(p->least.quantity, values->at(p->name));
        const bool angle = now.quantity == Quantity::Angle;
        const std::vector<std::string> about = withStanding(q_.structure);
        const Put with = [&](std::int64_t count) {
            Design d = held_;
            (*d.setOf(q_.structure))[p->name] = Measure{now.quantity, count};
            return d;
        };
        const Try attempt = [&](std::int64_t count) { return look(with(count), about); };
        // No card is large enough for the widest bounds.
        const std::int64_t room =
            angle ? p->most.count
                  : std::min<std::int64_t>(
                        p->most.count,
                        now.count +
                            Measure::fromMm(held_.card.width.mm() + held_.card.height.mm()).count);
        const std::int64_t grain = angle ? fineAngle : fine;
        const std::string what = "the " + spaced(p->name) + " of " + name(q_.structure);
        Edge e;
        if (q_.ask == Ask::Vanish) {
            if (attempt(now.count).holds)
                return Problem{"solve", "there is no such finding about " + name(q_.structure),
                               "name a rule that says something about it now"};
            const Edge up = along(now.count, room, grain, attempt),
                       down = along(now.count, p->least.count, grain, attempt);
            if (!up.found && !down.found)
                return nowhere(what, up.why);
            const bool upward =
                up.found && (!down.found || up.value - now.count <= now.count - down.value);
            e = upward ? up : down;
            return finish({Measure{now.quantity, e.value}}, p->name, !upward,
                          "With " + what + " at " +
                              say({now.quantity, e.value}, upward ? To::More : To::Less, with) +
                              " the finding is gone.",
                          "Until then: " + e.why, attempt);
        }
        const bool most = q_.ask == Ask::Most;
        const std::int64_t bound = most ? room : p->least.count;
        e = along(now.count, bound, grain, attempt);
        if (!stop_ && !attempt(now.count).holds) {
            // As it is, it does not hold: the way back to where it does, then as far as that goes.
            Edge back = along(now.count, most ? p->least.count : room, grain, attempt);
            if (!back.found && e.found)
                back = along(e.value, bound, grain, attempt);
            e = back;
        }
        if (!e.found)
            return nowhere(what, e.why);
        const std::string stops =
            because(e, most ? "Its bound: " + p->mostWhy + "." : "Its bound: " + p->leastWhy + ".");
        return finish({Measure{now.quantity, e.value}}, p->name, most,
                      capital(what) + " can be at " + (most ? "most " : "least ") +
                          say({now.quantity, e.value}, most ? To::Less : To::More, with) + ".",
                      stops, attempt);
    }

    Result<Answer> finish(std::vector<Measure> values, const std::string& parameter, bool down,
                          const std::string& sentence, const std::string& stops,
                          const Try& attempt) {
        Answer a;
        a.values = std::move(values);
        a.stops = stops;
        a.sentence = sentence + " " + stops;
        a.design = held_;
        Measure mark = onRuler(a.values[0], down);
        if (!attempt(mark.count).holds)
            mark = a.values[0];
        (*a.design.setOf(q_.structure))[parameter] = mark;
        return a;
    }

    Result<Answer> topper() {
        const StructureSpec* s = held_.structure(q_.structure);
        if (!familyOf(*s).figure)
            return Problem{"solve", name(q_.structure) + " is no topper",
                           "ask for the most of one of its measures"};
        auto values = measuresOf(held_, q_.structure);
        if (!values)
            return values.problem();
        const double w = values->at("width"), h = values->at("height");
        const std::vector<std::string> about = withStanding(q_.structure);
        auto scaled = [&](double by) {
            Design d = held_;
            auto& set = d.structure(q_.structure)->set;
            set["width"] = Measure::fromMm(w * by);
            set["height"] = Measure::fromMm(h * by);
            // Adhesive grows with it, but is never too narrow to hold.
            const double from = set.count("adhesive_from") ? set["adhesive_from"].mm() : 0;
            if (from + leastAdhesive > h * by) {
                set.erase("adhesive_from");
                set.erase("adhesive_to");
            } else if (set.count("adhesive_to")) {
                set["adhesive_to"] = Measure::fromMm(
                    std::clamp(set["adhesive_to"].mm() * by, from + leastAdhesive, h * by));
            }
            return d;
        };
        // The scale is searched as a length: the width.
        const Try attempt = [&](std::int64_t count) {
            return look(scaled(double(count) * 1e-6 / w), about);
        };
        const std::int64_t now = Measure::fromMm(w).count;
        Edge e = along(now, Measure::fromMm(4 * (held_.card.width.mm() + w)).count, fine, attempt);
        if (!stop_ && !attempt(now).holds)
            e = along(now, Measure::fromMm(std::min(3.0, w)).count, fine, attempt);
        if (!e.found)
            return nowhere("the size of " + name(q_.structure), e.why);
        const double by = double(e.value) * 1e-6 / w;
        Answer a;
        a.values = {Measure{Quantity::Length, e.value}, Measure::fromMm(h * by)};
        a.stops = because(e, "Nothing stops it.");
        a.sentence = capital(name(q_.structure)) + " can be " + say(a.values[0], To::Less) +
                     " by " + say(a.values[1], To::Less) + " and still hide. " + a.stops;
        a.design = scaled(onRuler(a.values[0], true).mm() / w);
        if (!assemble(a.design))
            a.design = scaled(by);
        return a;
    }

    Result<Answer> closest(const Design& exact) {
        if (!held_.structure(q_.other))
            return unknown(q_.other);
        auto mine = measuresOf(held_, q_.structure), others = measuresOf(held_, q_.other);
        if (!mine || !others)
            return (!mine ? mine : others).problem();
        if (!mine->count("place") || !others->count("place") ||
            held_.structure(q_.structure)->on != held_.structure(q_.other)->on)
            return Problem{"solve",
                           name(q_.structure) + " and " + name(q_.other) + " do not share a fold",
                           "ask for two structures that stand on one fold"};
        const double from = mine->at("place"), toward = others->at("place");
        const std::vector<std::string> about = withStanding(q_.structure);
        const Put with = [&](std::int64_t count) {
            Design d = exact;
            d.structure(q_.structure)->set["place"] = Measure{Quantity::Length, count};
            return d;
        };
        const Try attempt = [&](std::int64_t count) { return look(with(count), about); };
        Edge e = along(Measure::fromMm(from).count, Measure::fromMm(toward).count, fine, attempt);
        if (!stop_ && !attempt(Measure::fromMm(from).count).holds)
            e = along(Measure::fromMm(from).count,
                      from < toward ? 0 : Measure::fromMm(2 * from + 50).count, fine, attempt);
        if (!e.found)
            return nowhere("the place of " + name(q_.structure), e.why);
        const double place = double(e.value) * 1e-6;
        const double gap = place > toward
                               ? place - toward - (others->count("width") ? others->at("width") : 0)
                               : toward - place - (mine->count("width") ? mine->at("width") : 0);
        Answer a;
        a.values = {Measure{Quantity::Length, e.value}};
        a.stops = because(e, "Nothing stops it.");
        const To side = place < toward ? To::Less : To::More;
        a.sentence = capital(name(q_.structure)) + " can move to " + say(a.values[0], side, with) +
                     " from the start of the fold, " + sayLength(std::max(0.0, gap), held_.units) +
                     " from " + name(q_.other) + ". " + a.stops;
        a.design = held_;
        a.design.structure(q_.structure)->set["place"] = onRuler(a.values[0], place < toward);
        return a;
    }

    Result<Answer> card(const Design& exact) {
        Design d = exact;
        d.card.follows = false; // it is asked for
        Answer a;
        for (bool width : {true, false}) {
            const Measure now = width ? d.card.width : d.card.height;
            const Try attempt = [&](std::int64_t count) {
                Design next = d;
                (width ? next.card.width : next.card.height).count = count;
                return look(next, {});
            };
            if (!attempt(now.count).holds)
                return Problem{"solve", "the design does not work in the card as it is",
                               "mend what is found first"};
            const Edge e = along(now.count, Measure::fromMm(20).count, fine, attempt);
            if (stop_)
                return a; // by half, which nobody gets to see
            Measure value{Quantity::Length, e.value};
            a.values.push_back(value);
            if (!e.why.empty())
                a.stops += (a.stops.empty() ? "" : " ") +
                           std::string(width ? "Narrower: " : "Lower: ") + e.why;
            Measure mark = onRuler(value, false);
            if (mark.count > now.count || !attempt(mark.count).holds)
                mark = value;
            (width ? d.card.width : d.card.height) = mark;
        }
        a.sentence = "The smallest card that takes the design is " + say(a.values[0], To::More) +
                     " wide and " + say(a.values[1], To::More) + " high. " + a.stops;
        a.design = d;
        return a;
    }

    Result<Answer> envelope() {
        auto made = assemble(held_);
        if (!made)
            return made.problem();
        const Case c(held_, *made, stop_.flag, workshop_);
        const Evidence evidence(c, stop_);
        const ClosedCard& closed = evidence.closed;
        if (!closed.flat)
            return Problem{"solve", "the card cannot be closed", "mend what is found first"};
        const bool top = held_.card.spine == SpineSide::Top;
        const Vec2 s = closed.size() + Vec2::Constant(closed.thickness);
        Answer a;
        a.values = {Measure::fromMm(top ? s.y() : s.x()), Measure::fromMm(top ? s.x() : s.y())};
        a.stops = "The closed card is " +
                  sayLength(top ? closed.size().y() : closed.size().x(), held_.units) + " by " +
                  sayLength(top ? closed.size().x() : closed.size().y(), held_.units) + " and " +
                  sayLength(closed.thickness, held_.units) +
                  " thick, which a flat envelope has to go round.";
        a.sentence = "The smallest envelope is " + say(a.values[0], To::More) + " by " +
                     say(a.values[1], To::More) + " inside. " + a.stops;
        a.design = held_;
        a.design.card.envelope = {onRuler(a.values[0], false), onRuler(a.values[1], false)};
        return a;
    }

    Result<Answer> band() {
        auto made = assemble(held_);
        if (!made)
            return made.problem();
        const Case c(held_, *made, stop_.flag, workshop_);
        const std::vector<Rising> all = risingsOf(c);
        const auto r = std::find_if(all.begin(), all.end(), [&](const Rising& one) {
            return one.structure == q_.structure && one.elastic >= 0;
        });
        if (r == all.end())
            return Problem{"solve", name(q_.structure) + " has no band that raises it",
                           "ask about a structure that has one, such as a globe"};
        const std::optional<double> length = bandFor(c, *r, q_.rise.mm());
        if (!length) {
            const std::vector<BandTried> tried = bandsTried(c, *r);
            return Problem{"solve",
                           "no band that pulls like this one raises " + name(q_.structure) +
                               " by " + sayLength(q_.rise.mm(), held_.units),
                           tried.empty() ? "take a band that pulls less"
                                         : "ask for " + sayLength(tried.back().rise, held_.units) +
                                               " to " + sayLength(tried.front().rise, held_.units) +
                                               ", or set another pull"};
        }
        Answer a;
        a.values = {Measure::fromMm(*length)};
        a.stops = "A longer one raises it less.";
        a.design = held_;
        a.design.structure(q_.structure)->set["band"] = onRuler(a.values[0], true);
        a.sentence = "A band that is " + say(a.values[0], To::Less) +
                     " long from hook to hook raises " + name(q_.structure) + " by " +
                     sayLength(q_.rise.mm(), held_.units) + ". " + a.stops;
        return a;
    }

    Result<Answer> order() {
        if (auto made = assemble(held_); !made)
            return made.problem();
        if (std::any_of(held_.motion.begin(), held_.motion.end(), [&](auto& s) {
                return s.from.quantity == Quantity::Length || held_.join(s.drive);
            }))
            return Problem{"solve", "what slides or turns about a pivot is moved as it was told",
                           "change its stages; the order of folds alone can be looked for"};
        const auto holds = [&](const Design& d) { return !stop_ && !finds("collision", d, {}); };
        const auto found = orderThatHolds(held_, holds, progress_);
        if (!found)
            return Problem{"solve", "in no order that was tried do the free folds open unhindered",
                           "look at the collisions: where a panel is too long, shorten it"};
        Answer a;
        a.design = moved(held_, *found);
        if (found->empty()) {
            a.sentence = "The card opens all at once, and nothing meets anything.";
            return a;
        }
        auto made = assemble(a.design);
        if (!made)
            return made.problem();
        const Case c(a.design, *made, stop_.flag, workshop_);
        a.sentence = sayMotion(c);
        return a;
    }

    const Question& q_;
};

} // namespace

Result<Answer> solve(const Design& design, const Question& question, const Workshop& workshop,
                     const std::atomic<bool>* cancel, const std::function<void(double)>& progress) {
    auto answer = Solver(design, question, workshop, cancel, progress).run();
    if (cancel && *cancel) // whatever it came to
        return Problem{"solve", "the search was stopped", "ask again"};
    return answer;
}

} // namespace hl::proving
