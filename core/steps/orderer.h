// Collects the steps of a card's work; `workOf` runs it. Its parts are in three files: what is cut
// and scored, what is glued together, what is dressed.
#pragma once
#include "core/measure/number.h"
#include "core/prove/saying.h"
#include "core/steps/adhesives.h"
#include "core/steps/groups.h"
#include "core/steps/order.h"
#include "core/steps/where.h"
#include <map>
#include <set>

namespace hl::steps {

// Minutes of one hand: our own estimates, until a journal knows better.
namespace takes {
inline constexpr double cut = 0.5, knife = 1.5, setting = 0.4, score = 0.15, fold = 0.3,
                        snip = 0.15;
inline constexpr double mat = 0.8, tab = 0.6, closing = 0.7, insert = 1, tape = 0.3, figure = 0.6;
inline constexpr double check = 0.7;
} // namespace takes

class Orderer {
  public:
    Orderer(const Case& c, const Plan& plan, const std::vector<FlatState>& flats,
            const Drawer* drawer)
        : c_(c), a_(c.assembly), plan_(plan), drawer_(drawer), groups_(c, flats) {}

    Work run();

  private:
    // --- things
    int partOf(int panel) const { return a_.panels[static_cast<size_t>(panel)].part; }
    Piece piece(int panel) const { return groups_.pieces()[static_cast<size_t>(partOf(panel))]; }
    const Join& join(int i) const { return a_.joins[static_cast<size_t>(i)]; }
    const std::string& partId(int part) const { return a_.parts[static_cast<size_t>(part)].id; }
    std::string nameOf(int part) const { return a_.parts[static_cast<size_t>(part)].name; }

    WorkStep& add(const std::string& id, Do what, double minutes) {
        out_.steps.emplace_back();
        WorkStep& s = out_.steps.back();
        s.id = id;
        s.what = what;
        s.minutes = minutes;
        return s;
    }
    static void need(WorkStep& s, const std::string& id, double wait = 0) {
        if (id.empty() || id == s.id)
            return;
        for (Need& n : s.needs)
            if (n.id == id) {
                n.wait = std::max(n.wait, wait);
                return;
            }
        s.needs.push_back({id, wait});
    }
    // What a part has gone through so far.
    void needPart(WorkStep& s, int part) const {
        for (const auto* known : {&folded_, &scored_})
            if (auto it = known->find(part); it != known->end()) {
                need(s, it->second);
                return;
            }
        if (auto it = cut_.find(part); it != cut_.end())
            for (const std::string& id : it->second)
                need(s, id);
    }
    void stick(WorkStep& s, const std::string& kind) {
        s.adhesive = kind;
        if (kind.empty())
            return;
        const AdhesiveKind& k = adhesiveKind(kind);
        s.hold = std::max(s.hold, k.hold);
        s.freeAfter = std::max(s.freeAfter, freeAfter(k, drawer_));
        if (*k.caution)
            s.caution = k.caution;
    }
    std::string with(const std::string& kind) const { return adhesiveKind(kind).name; }

    // --- cutting
    void cut();

    void score();

    void snip();

    void fold();
    static std::string foldWords(const std::vector<std::string>& names, const char* one,
                                 const char* many);

    // Where flat pieces come to lie on what is under them, each of several by its name.
    std::string placesOf(const std::vector<int>& joins) const;

    // --- mats: those that lie over something that is glued come after it
    bool over(int mat, int other) const; // the mat lies over the other join's place
    void mats(bool late);

    // --- the core
    bool pulled(int unit) const; // it hangs between panels that move apart

    std::string unitName(int unit) const;

    // Joins that are made by themselves, one step each.
    WorkStep& single(int i, int unit, Reach reach);
    static std::string reachWhy(Reach r);
    // A mat goes under what is glued on its panel there.
    void needMat(WorkStep& s, int panel) const;

    void inner(int unit);
    // What closes a ring within a unit, and the elastic band that goes in before the last of it.
    void banded(int unit, const std::vector<int>& rings);
    bool oneSeam(int one, int other) const;
    WorkStep& seamed(int one, int other, int unit);
    void fastenFirst(int unit);
    void hookBand(const Elastic& band, int unit);
    // A unit's steps follow one another, and its first waits for those that go before it.
    void chain(WorkStep& s, int unit) {
        if (auto it = last_.find(unit); it != last_.end()) {
            const WorkStep* before = out_.step(it->second);
            need(s, it->second, before ? before->hold : 0);
        }
        last_[unit] = s.id;
    }

    // The first place of a group is laid down; what is left, by landing panel, is closed onto.
    using Places = std::vector<std::vector<int>>; // joins
    using Place = std::pair<int, bool>;           // a panel, and whether its face
    Place placeKey(int i) const { return {join(i).landing, join(i).ontoFace()}; }
    std::string placeId(const Join& j) const {
        return a_.panels[static_cast<size_t>(j.landing)].id + (j.ontoFace() ? "" : ".back");
    }
    Places outer(int unit);
    void afterWhatItShuts(WorkStep& s, int unit) const;

    // Several groups that wait for the same panel to be closed onto them are closed at once; as
    // many tabs as keep their glue wet meanwhile.
    struct Waiting {
        int unit;
        Places left;
    };
    bool goTogether(const std::vector<Waiting>& run, const Waiting& next) const;
    void close(std::vector<Waiting>& run);

    // All that some groups hold on to one panel by, in one go; `tabs` are told.
    WorkStep& together(const std::string& id, Do what, const std::vector<int>& joins,
                       const std::vector<int>& units, std::string& tabs);
    std::string onto(const Join& j) const {
        return (j.ontoFace() ? "the " : "the back of the ") + sayPanel(c_, j.landing);
    }
    const std::string& groupId(int unit) const {
        return groups_.all()[static_cast<size_t>(unit)].id;
    }

    // Whether all that these joins join hangs together already; from now on it does.
    bool heapUp(const std::vector<int>& joins);
    int heap(int part) const;

    WorkStep& laid(const std::vector<int>& joins, int unit);

    WorkStep& closed(const std::vector<int>& joins, const std::vector<int>& units);

    void glue();

    void films();

    void firstClosing();

    void figures();

    void finished();

    const Case& c_;
    const Assembly& a_;
    const Plan& plan_;
    const Drawer* drawer_;
    Groups groups_;
    Work out_;
    std::vector<int> loose_;                                         // joins of mats, figures, film
    std::map<int, std::vector<std::string>> cut_;                    // steps by part
    std::map<int, std::string> scored_, snipped_, folded_, matStep_; // likewise
    std::map<int, std::vector<std::string>> matted_;                 // mats on a part
    std::map<int, std::string> made_;                                // by join
    std::map<int, std::string> last_;                                // by unit
    std::map<int, int> heap_;                                        // of parts that hang together
    std::set<std::string> lateMats_;
    std::string check_, lastClosing_;
};

} // namespace hl::steps
