// A checker of orders of its own: every join once, each when it can be reached, mats under landings
// before them and over tabs after them, figures last, waits kept.
#pragma once
#include "core/prove/prove.h"
#include "core/steps/order.h"
#include "core/steps/partial.h"
#include <QStringList>
#include <map>
#include <set>

namespace hl::test {

// All that is wrong with an order, in words; empty for a good one.
class Replay {
  public:
    Replay(const Case& c, const Plan& plan, const steps::Work& work)
        : c_(c), a_(c.assembly), plan_(plan), work_(work) {}

    QStringList run(bool folds) {
        for (size_t i = 0; i < work_.steps.size(); ++i) {
            const steps::WorkStep& s = work_.steps[i];
            if (!at_.emplace(s.id, i).second)
                say("two steps are called " + s.id);
            if (s.title.empty() || s.text.empty())
                say(s.id + " says nothing");
            for (const steps::Need& n : s.needs)
                if (!at_.count(n.id) || n.id == s.id)
                    say(s.id + " needs " + n.id + ", which does not come before it");
            for (const std::string& join : s.joins) {
                if (a_.join(join) < 0)
                    say(s.id + " makes what is no join: " + join);
                else if (!made_.emplace(a_.join(join), i).second)
                    say(join + " is made twice");
            }
        }
        for (size_t k = 0; k < a_.joins.size(); ++k)
            if (!made_.count(int(k)))
                say(a_.joins[k].id + " is never made");
        everyPart();
        mats();
        figures();
        waits();
        bands();
        if (folds)
            reach();
        return wrong_;
    }

  private:
    void say(const std::string& what) { wrong_ << QString::fromStdString(what); }
    size_t when(int join) const { return made_.count(join) ? made_.at(join) : size_t(-1); }

    // Cut, then scored, then folded, then stuck.
    void everyPart() {
        for (const ListedPart& p : plan_.parts)
            for (const std::string& id : p.ids) {
                std::map<steps::Do, size_t> first, last;
                for (size_t i = 0; i < work_.steps.size(); ++i)
                    for (const std::string& part : work_.steps[i].parts)
                        if (part == id) {
                            first.try_emplace(work_.steps[i].what, i);
                            last[work_.steps[i].what] = i;
                        }
                if (!first.count(steps::Do::Cut))
                    say(id + " is never cut");
                else
                    for (const auto& [what, i] : first)
                        if (i < first[steps::Do::Cut])
                            say(id + " is worked on before it is cut");
                if (p.creases.empty())
                    continue;
                if (!first.count(steps::Do::Fold))
                    say(id + " is never folded");
                for (auto after : {steps::Do::Glue, steps::Do::Close, steps::Do::Insert})
                    if (first.count(after) && first.count(steps::Do::Fold) &&
                        first[after] < first[steps::Do::Fold])
                        say(id + " is put together before it is folded");
                if (first.count(steps::Do::Score) &&
                    first[steps::Do::Score] > first[steps::Do::Fold])
                    say(id + " is scored after it is folded");
            }
    }

    // A mat and something else that is stuck on one place of one side.
    void mats() {
        for (size_t m = 0; m < a_.joins.size(); ++m)
            for (size_t k = 0; k < a_.joins.size(); ++k) {
                const Join &mat = a_.joins[m], &j = a_.joins[k];
                const Panel &lies = a_.panels[size_t(mat.tab)], &held = a_.panels[size_t(j.tab)];
                if (m == k || lies.rides < 0 || lies.hung || held.rides >= 0 ||
                    mat.landing != j.landing || mat.ontoFace() != j.ontoFace() ||
                    !traitsOf(j.kind).sticks || !overlap(mat, j))
                    continue;
                const StructureSpec* s = c_.design.structure(a_.parts[size_t(lies.part)].structure);
                const bool flat = a_.parts[size_t(held.part)].creases.empty();
                const bool under =
                    !s || flat || (s->set.count("landings") && s->set.at("landings").count == 1);
                if (under != (when(int(m)) < when(int(k))))
                    say(mat.id + (under ? " does not go under " : " does not cover ") + j.id);
            }
        for (size_t m = 0; m < a_.joins.size(); ++m) // what lies on a mat comes after it
            for (size_t k = 0; k < a_.joins.size(); ++k)
                if (a_.joins[m].tab == a_.joins[k].landing &&
                    a_.panels[size_t(a_.joins[m].tab)].rides >= 0 && when(int(k)) < when(int(m)))
                    say(a_.joins[k].id + " goes on a mat that is not there");
    }
    bool overlap(const Join& one, const Join& other) const {
        for (const Ring& p : adhesiveOf(a_, one))
            for (const Ring& q : adhesiveOf(a_, other)) {
                Ring x, y;
                for (const Vec2& v : p)
                    x.push_back(one.place.at(v).head<2>());
                for (const Vec2& v : q)
                    y.push_back(other.place.at(v).head<2>());
                for (Ring* r : {&x, &y})
                    if (areaOf(*r) < 0)
                        std::reverse(r->begin(), r->end());
                if (sharedArea(x, y, {}) > 1)
                    return true;
            }
        return false;
    }

    void figures() {
        const auto closing = at_.find("check.closing");
        if (closing == at_.end())
            return say("the card is never closed for the first time");
        for (const steps::WorkStep& s : work_.steps)
            if (s.what == steps::Do::Figure && at_[s.id] < closing->second)
                say(s.id + " goes on before the first closing");
        if (work_.steps.back().id != "check.finished")
            say("the last step is no look at it");
    }

    // A band, and the fastener that its solid turns on, go in while there is a way in: before the
    // last two seams are glued, and after the first.
    void bands() {
        for (const Elastic& e : a_.elastics) {
            std::vector<size_t> seams;
            for (size_t k = 0; k < a_.joins.size(); ++k)
                if (owner(a_.joins[k].tab) == e.structure &&
                    owner(a_.joins[k].landing) == e.structure)
                    seams.push_back(when(int(k)));
            std::sort(seams.begin(), seams.end());
            if (!at_.count("insert." + e.id) || seams.size() < 3) {
                say("the " + e.name + " is never hooked in");
                continue;
            }
            const size_t hooked = at_["insert." + e.id];
            if (hooked > seams[seams.size() - 2] || hooked < seams.front())
                say("the " + e.name + " is hooked in when there is no way in");
            for (const Join& j : a_.joins)
                if (traitsOf(j.kind).turns && owner(j.tab) == e.structure &&
                    (!at_.count("insert." + j.id + ".fastener") ||
                     at_["insert." + j.id + ".fastener"] > hooked))
                    say("the fastener of " + j.id + " is shut out");
        }
    }
    const std::string& owner(int panel) const {
        return a_.parts[size_t(a_.panels[size_t(panel)].part)].structure;
    }

    // What is pulled has dried: somewhere before the first opening it is waited for.
    void waits() {
        const std::vector<double> since = earliest();
        const size_t open = at_["check.closing"];
        for (size_t i = 0; i < open; ++i) {
            const steps::WorkStep& s = work_.steps[i];
            if (s.freeAfter > 0 && s.what != steps::Do::Mat &&
                since[open] + 1e-9 < since[i] + s.minutes + s.freeAfter)
                say(s.id + " is pulled before it is dry");
        }
    }
    // When each step can begin at the earliest, by what it needs alone.
    std::vector<double> earliest() const {
        std::vector<double> out(work_.steps.size());
        for (size_t i = 0; i < out.size(); ++i)
            for (const steps::Need& n : work_.steps[i].needs)
                if (const auto it = at_.find(n.id); it != at_.end() && it->second < i)
                    out[i] = std::max(out[i],
                                      out[it->second] + work_.steps[it->second].minutes + n.wait);
        return out;
    }

    // Laid flat: two things that did not hang together. Closed onto, or folded flat: with all that
    // is made so far it still closes, so that the place is there.
    void reach() {
        std::vector<int> group(a_.parts.size());
        for (size_t i = 0; i < group.size(); ++i)
            group[i] = int(i);
        const auto of = [&](int p) {
            while (group[size_t(p)] != p)
                p = group[size_t(p)];
            return p;
        };
        for (size_t i = 0; i < work_.steps.size(); ++i) {
            const steps::WorkStep& s = work_.steps[i];
            bool apart = false;
            for (const std::string& id : s.joins) {
                const Join& j = a_.joins[size_t(a_.join(id))];
                const int x = of(a_.panels[size_t(j.tab)].part),
                          y = of(a_.panels[size_t(j.landing)].part);
                apart = apart || x != y;
                group[size_t(std::max(x, y))] = std::min(x, y);
            }
            if (s.joins.empty() || s.what == steps::Do::Mat || s.what == steps::Do::Figure)
                continue;
            if (s.reach == steps::Reach::Flat && !apart)
                say(s.id + " lays flat what hangs together already");
            if (s.reach != steps::Reach::Closing)
                continue;
            const Case part(c_.design, steps::partialOf(a_, steps::madeBy(work_, i + 1)));
            if (part.poses.front().misfit() > 0.5)
                say(s.id + " does not close: it misses by " +
                    std::to_string(part.poses.front().misfit()));
        }
    }

    const Case& c_;
    const Assembly& a_;
    const Plan& plan_;
    const steps::Work& work_;
    std::map<std::string, size_t> at_;
    std::map<int, size_t> made_;
    QStringList wrong_;
};

} // namespace hl::test
