#include "core/prove/facts.h"
#include "core/assemble/assemble.h"
#include "core/fold/limit.h"
#include "core/fold/span.h"
#include "core/measure/number.h"
#include "core/prove/further.h"
#include "core/prove/leaning.h"
#include "core/prove/rising.h"
#include "core/prove/room.h"
#include "core/prove/rounding.h"
#include "core/prove/saying.h"
#include "core/prove/seen.h"
#include "core/prove/stance.h"
#include "core/prove/tolerance.h"
#include <algorithm>
#include <cmath>
#include <set>

namespace hl::proving {
namespace {

constexpr double shownWell = 0.95; // of a structure: what little is hidden goes without saying

std::string number(double v, int decimals = 1) { return numberText(v, decimals); }

class Facts {
  public:
    explicit Facts(const Evidence& e) : e_(e), c_(e.c) {}

    void closed() {
        const ClosedCard& card = e_.closed;
        add("mass", "Its paper weighs " + number(card.mass) + " g.", card.mass, In::Grams);
        if (!card.flat)
            return;
        const bool top = c_.design.card.spine == SpineSide::Top;
        const double w = top ? card.size().y() : card.size().x(),
                     h = top ? card.size().x() : card.size().y();
        add("closed-width", "Closed, it is " + say(w) + " wide.", w);
        add("closed-height", "Closed, it is " + say(h) + " high.", h);
        // The thickest place as seen on the card: from the spine, and from the start of it.
        add("thickness",
            "It is at most " + say(card.thickness) + " thick, " +
                say(std::fabs(card.thickest.x())) +
                (card.thickest.x() > 0.05 ? " beyond the spine and " : " from the spine and ") +
                say(card.thickest.y()) + (top ? " from the left" : " up") + ".",
            card.thickness);
        add("wrap",
            "The pages that go round it lose about " + say(card.wrap()) +
                " of their reach; what lies inside should end that much before their edge.",
            card.wrap());
        if (card.gape > 1)
            add("gape",
                "What is raised on foam keeps it open by about " + say(card.gape) +
                    " at its edge; a band or an envelope presses it shut.",
                card.gape);
        for (const MailClass& m : c_.workshop.mail)
            if (excessOver(card, m).fits()) {
                add("mail", "It goes as " + m.name + "; ask the local post.", card.mass, In::Grams);
                return;
            }
        add("mail", "It fits none of the mail classes in the workshop's table.", 0, In::Grams);
    }

    void displayed(const Stop& stop) {
        const Stance s = stanceOf(c_);
        const double at = std::clamp(c_.assembly.display.at, c_.first(), c_.last());
        add("display",
            "Displayed it " + c_.assembly.display.words + ", " + sayOpening(c_, at, at) + ".", at,
            In::Degrees);
        if (const int loop = tautAtEnd(c_.linkage, c_.motion); loop >= 0)
            add("reaches",
                (c_.linkage.course.plain() ? "It opens up to " + number(c_.last()) + "°"
                                           : "It can be moved up to where it is " +
                                                 sayOpening(c_, c_.last(), c_.last())) +
                    ": there the " +
                    sayPanel(c_, c_.linkage.loops[static_cast<size_t>(loop)].held) + " is taut.",
                c_.last(), In::Degrees);
        else if (const auto further = openedFurther(c_, stop))
            add("further",
                further->flat ? "It can be opened further than it is displayed, until it lies flat."
                              : "It can be opened further than it is displayed, up to " +
                                    further->upTo + ": " + further->because,
                further->to, In::Degrees);
        if (const auto& motion = c_.assembly.motion;
            std::any_of(motion.begin() + 1, motion.end(), [](auto& m) { return !m.together; }))
            add("opens", "It is opened in stages. " + sayMotion(c_), at, In::Degrees);
        std::set<std::string> told; // lying on either page is one way
        for (const Rest& r : s.rests)
            if (r.margin > 0 && told.size() < 2 && told.insert(r.name).second)
                add(r.meant ? "stands" : "rests",
                    std::string(r.name.rfind("lying", 0) == 0 ? "It stays " : "It stands ") +
                        r.name + " and bears being tipped by up to " + number(r.margin) + "°.",
                    r.margin, In::Degrees);
        for (const Leaning& l : leaningsOf(c_, s.pose))
            if (l.stop >= 0)
                add("leans",
                    "Displayed, the " + sayPanel(c_, l.panel) + " leans on the " +
                        sayPanel(c_, l.on) + ", " + say(l.away) +
                        " from the fold it is propped from; the " + sayPanel(c_, l.stop) +
                        " keeps it there.",
                    l.away);
        for (const Span& span : c_.assembly.spans) {
            const SpanShape shape = shapeOf(s.pose, span, s.down);
            if (shape.bow > 0.5)
                add("bows",
                    "Displayed, " + sayOwner(c_.design, span.structure) +
                        (span.wire     ? " stands up by "
                         : span.thread ? " hangs down by "
                                       : " bows by ") +
                        say(shape.bow) + " in its middle.",
                    shape.bow);
        }
        risen();
        std::vector<Standing> tall = s.standing;
        std::stable_sort(tall.begin(), tall.end(),
                         [](auto& a, auto& b) { return a.height > b.height; });
        tall.resize(std::min<size_t>(tall.size(), 6));
        for (const Standing& p : tall)
            add("height",
                "The " + sayPanel(c_, p.panel) + " reaches " + say(p.height) +
                    " above the ground and leans " + number(p.lean) + "° from the upright.",
                p.height);
        for (const Seen& seen : seenFromFront(c_, shownWell))
            if (seen.part < shownWell && !seen.behind.empty())
                add("hidden",
                    "From the front, " + number(100 - 100 * seen.part, 0) + " percent of " +
                        sayOwner(c_.design, seen.structure) + " are hidden, mostly behind " +
                        sayOwner(c_.design, seen.behind) + ".",
                    100 - 100 * seen.part);
    }

    // What comes up by itself, and with which bands it would.
    void risen() {
        for (const Rising& r : risingsOf(c_)) {
            const std::string name = sayOwner(c_.design, r.structure);
            add("rise_mm", "Let go, " + name + " rises by " + say(r.rise) + ".", r.rise);
            add("opens_by_itself_deg",
                "There its sides stand " + number(r.opened) + "° apart; they could come to " +
                    number(r.widest) + "°.",
                r.opened, In::Degrees);
            if (r.gap >= 0)
                add("seam_gap_mm",
                    r.gap < 0.05 ? "Its seams close."
                                 : "Its seams gape by " + say(r.gap) + " then.",
                    r.gap);
            constexpr double gram = 0.00980665; // N
            add("press_force_n",
                "Pressing it flat takes " + number(r.press, 2) + " N, the weight of " +
                    number(std::round(r.press / gram), 0) + " g.",
                r.press, In::Newtons);
            if (r.elastic < 0)
                continue;
            add("band_stretch",
                "Its band is stretched to " + number(r.flat / r.slack, 2) +
                    " times its length when it is pressed flat, to " +
                    number(std::max(1.0, r.stands / r.slack), 2) + " times as it stands.",
                r.flat / r.slack, In::Times);
            const std::vector<BandTried> work = bandsThatWork(c_, r);
            if (work.empty())
                add("bands", "No length of such a band raises it well: it wants a stronger one.",
                    0);
            else
                add("bands",
                    "Of such bands those of " + say(work.front().length) + " to " +
                        say(work.back().length) + " raise it well, to " + say(work.front().rise) +
                        " and to " + say(work.back().rise) + ".",
                    work.back().length);
        }
    }

    // What lies over one another comes together where the card is flat, so flat states are left
    // out.
    void clearances(const Curves& curves) {
        const double at = std::clamp(c_.assembly.display.at, c_.first(), c_.last());
        const double shown = clearanceIn(c_, poseAt(c_.linkage, c_.motion, at));
        if (shown >= 0)
            add("clearance-displayed",
                "Displayed, what should not touch is at least " + say(shown) + " apart.", shown);
        double least = 1e300, where = 0;
        for (size_t s = 0; s < curves.openings.size(); ++s) {
            const double opening = curves.openings[s];
            const bool flat =
                std::any_of(e_.flats.begin(), e_.flats.end(), [&](const FlatState& f) {
                    return std::fabs(f.opening - opening) < 10;
                });
            if (!flat && curves.clearance[s] >= 0 && curves.clearance[s] < least) {
                least = curves.clearance[s];
                where = opening;
            }
        }
        if (least < 1e200)
            add("clearance",
                "Over the motion, but for the last 10° to flat, it is at least " + say(least) +
                    " apart, " + sayOpening(c_, where, where) + ".",
                least);
    }

    // On which page, and how large.
    void room() {
        constexpr size_t most = 3;
        const std::vector<WritingRoom> all = roomToWrite(c_);
        for (size_t i = 0; i < std::min(most, all.size()); ++i)
            add("room",
                std::string(i == 0 ? "There is room to write on the " : "And on the ") +
                    (all[i].face ? "" : "back of the ") + sayPanel(c_, all[i].panel) + ": " +
                    say(all[i].width) + " by " + say(all[i].height) + ".",
                all[i].width * all[i].height);
    }

    // Of series at equal gaps: the gap, and what is left over.
    void gaps() {
        for (const StructureSpec& s : c_.design.structures) {
            const int crease = c_.assembly.crease(s.on);
            if (s.count == 1 || s.each != Each::Gap || crease < 0)
                continue;
            auto all = membersOf(c_.design, s.id);
            const auto* values = c_.assembly.measuresOf(s.id);
            if (!all || !values || all->size() < 2)
                continue;
            const double width = values->at("width");
            auto at = [&](const StructureSpec& one) { return one.set.at("place").mm(); };
            const double gap = at((*all)[1]) - at((*all)[0]) - width, first = at(all->front()),
                         rest = hostOf(c_.assembly, crease).length - at(all->back()) - width;
            add("gap",
                "The " + numberText(all->size()) + " of " + sayOwner(c_.design, s.id) + " stand " +
                    say(gap) + " apart; " +
                    (std::fabs(first - rest) < 0.005
                         ? say(first) + " are left at both ends."
                         : say(first) + " are left before them and " + say(rest) + " after."),
                gap);
        }
    }

    // At each tab, the worst first.
    void errors() {
        constexpr size_t most = 2;
        const std::vector<Tolerance> all = tolerances(c_);
        for (size_t i = 0; i < all.size() && all[i].likely > 0.005; ++i) {
            const Tolerance& t = all[i];
            if (i == most) {
                add("tolerance", "The tabs left miss by " + say(t.likely) + " or less as a rule.",
                    t.likely);
                break;
            }
            std::string sources;
            for (const ErrorSource& s : t.sources)
                sources += (sources.empty() ? "" : ", ") + saySource(c_, s);
            add("tolerance",
                (i == 0 ? "With the usual errors of the hand the " : "The ") +
                    sayPanel(c_, c_.linkage.loops[t.loop].held) + " misses by " + say(t.likely) +
                    " as a rule and by " + say(t.worst) +
                    " at worst; what matters most: " + sources + ".",
                t.likely);
        }
    }

    // By how much paper misses; what else the maker's own ruler brings about is a finding.
    void rounded(const Stop& stop) {
        const Exact exact = exactOf(c_);
        for (const Ruler& ruler : rulers()) {
            const Rounding r = roundedTo(c_, exact, ruler, stop.flag);
            if (stop)
                return;
            if (r.changed == 0) {
                add("rounding", std::string("A ruler in ") + ruler.name + " shows every measure.",
                    0);
                continue;
            }
            std::string text = std::string("Rounded to ") + ruler.name + ", " +
                               numberText(r.changed) +
                               (r.changed == 1 ? " measure changes" : " measures change");
            if (!r.problem.empty()) {
                add("rounding", text + " and the design cannot be made: " + r.problem, r.misfit);
                continue;
            }
            text += r.misfit > r.before + 0.01 ? ": up to " + say(r.misfit) + " of misfit"
                                               : " without any misfit";
            if (r.overhang > 0.05)
                text += ", and closed it sticks out by " + say(r.overhang) + " more";
            text += ".";
            if (const auto careful = toBlame(r, c_, stop); !careful.empty())
                text += " " + sayNotRounded(careful, c_.design);
            add("rounding", text, r.misfit);
        }
    }

    std::vector<Fact> facts;

  private:
    void add(const char* id, const std::string& text, double amount, In in = In::Millimetres) {
        facts.push_back({id, text, amount, in});
    }
    std::string say(double mm) const { return sayAmount(c_, mm); }

    const Evidence& e_;
    const Case& c_;
};

} // namespace

std::vector<Fact> factsOf(const Evidence& e, const Curves& curves, const Stop& stop) {
    Facts f(e);
    f.closed();
    if (!stop)
        f.displayed(stop);
    if (!stop)
        f.clearances(curves);
    if (!stop)
        f.room();
    if (!stop)
        f.gaps();
    if (!stop)
        f.errors();
    if (!stop)
        f.rounded(stop);
    return std::move(f.facts);
}

} // namespace hl::proving
