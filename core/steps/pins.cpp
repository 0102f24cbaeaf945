#include "core/steps/pins.h"
#include "core/measure/number.h"
#include <algorithm>
#include <map>
#include <set>

namespace hl::steps {
namespace {

std::map<std::string, size_t> placesOf(const Work& work) {
    std::map<std::string, size_t> out;
    for (size_t i = 0; i < work.steps.size(); ++i)
        out[work.steps[i].id] = i;
    return out;
}

std::string inMarks(const std::string& title) { return "“" + title + "”"; }

std::string listed(const std::vector<std::string>& titles) {
    constexpr size_t most = 3;
    std::string out;
    for (size_t i = 0; i < std::min(titles.size(), most); ++i)
        out += (i == 0 ? "" : i + 1 == titles.size() ? " and " : ", ") + inMarks(titles[i]);
    if (titles.size() > most)
        out += " and " + numberText(titles.size() - most) + " more";
    return out;
}

} // namespace

std::vector<std::string> chainOfNeeds(const Work& work, const std::string& step,
                                      const std::string& after) {
    const auto place = placesOf(work);
    if (!place.count(step) || !place.count(after))
        return {};
    // Backwards from the step, each with the one through which it was reached.
    std::map<size_t, size_t> from;
    std::vector<size_t> next{place.at(step)};
    from[next[0]] = next[0];
    for (size_t n = 0; n < next.size(); ++n)
        for (const Need& need : work.steps[next[n]].needs)
            if (const auto it = place.find(need.id); it != place.end() && !from.count(it->second)) {
                from[it->second] = next[n];
                next.push_back(it->second);
            }
    if (!from.count(place.at(after)) || step == after)
        return {};
    std::vector<std::string> out;
    for (size_t at = place.at(after);; at = from.at(at)) {
        out.insert(out.begin(), work.steps[at].title);
        if (at == place.at(step))
            return out;
    }
}

void keepPins(Work& work, const std::vector<PinSpec>& pins) {
    if (pins.empty())
        return;
    const auto place = placesOf(work);
    const size_t n = work.steps.size();
    std::vector<std::set<size_t>> before(n); // what each waits for
    for (size_t i = 0; i < n; ++i)
        for (const Need& need : work.steps[i].needs)
            if (const auto it = place.find(need.id); it != place.end())
                before[i].insert(it->second);
    const auto reaches = [&](size_t from, size_t to) { // whether `from` waits for `to`
        std::vector<size_t> next{from};
        std::set<size_t> seen{from};
        for (size_t k = 0; k < next.size(); ++k)
            for (size_t b : before[next[k]]) {
                if (b == to)
                    return true;
                if (seen.insert(b).second)
                    next.push_back(b);
            }
        return false;
    };
    for (const PinSpec& p : pins) {
        const auto one = place.find(p.before), other = place.find(p.after);
        if (one == place.end() || other == place.end() || one == other)
            continue;
        if (reaches(one->second, other->second))
            work.problems.push_back("“" + work.steps[one->second].title + "” was to come before “" +
                                    work.steps[other->second].title +
                                    "”, and now needs it; the pin is left aside.");
        else
            before[other->second].insert(one->second);
    }
    // The first that waits for nothing more, as they stood.
    std::vector<WorkStep> sorted;
    std::vector<bool> done(n, false);
    while (sorted.size() < n) {
        size_t i = 0;
        while (i < n && (done[i] || std::any_of(before[i].begin(), before[i].end(),
                                                [&](size_t b) { return !done[b]; })))
            ++i;
        if (i == n)
            return; // needs in a ring: as it was
        done[i] = true;
        sorted.push_back(work.steps[i]);
    }
    work.steps = std::move(sorted);
}

Result<Design> pinned(const Design& design, const Work& work, const std::string& before,
                      const std::string& after) {
    const WorkStep *one = work.step(before), *other = work.step(after);
    for (auto [step, id] : {std::pair{one, before}, {other, after}})
        if (!step)
            return Problem{"pin", "there is no step " + inMarks(id),
                           "use an id or a number that steps prints"};
    if (one == other)
        return Problem{"pin", "it is one step", "name two"};
    const auto chain = chainOfNeeds(work, before, after);
    if (!chain.empty()) {
        std::string through;
        for (size_t i = 1; i + 1 < chain.size(); ++i)
            through += (through.empty() ? " by way of " : ", ") + inMarks(chain[i]);
        return Problem{"pin",
                       inMarks(one->title) + " needs " + inMarks(other->title) + " first" + through,
                       "pin steps of which neither needs the other"};
    }
    Design d = design;
    d.pins.erase(std::remove_if(d.pins.begin(), d.pins.end(),
                                [&](const PinSpec& p) {
                                    return (p.before == after && p.after == before) ||
                                           (p.before == before && p.after == after);
                                }),
                 d.pins.end());
    d.pins.push_back({before, after});
    return d;
}

Design unpinned(const Design& design, const std::string& step) {
    Design d = design;
    d.pins.erase(
        std::remove_if(d.pins.begin(), d.pins.end(),
                       [&](const PinSpec& p) { return p.before == step || p.after == step; }),
        d.pins.end());
    return d;
}

std::string whyThere(const Work& work, const std::vector<PinSpec>& pins, const std::string& step) {
    const WorkStep* s = work.step(step);
    if (!s)
        return "";
    std::vector<std::string> needs, needed, mine;
    for (const WorkStep& other : work.steps) {
        if (std::any_of(s->needs.begin(), s->needs.end(),
                        [&](const Need& n) { return n.id == other.id; }))
            needs.push_back(other.title);
        if (std::any_of(other.needs.begin(), other.needs.end(),
                        [&](const Need& n) { return n.id == step; }))
            needed.push_back(other.title);
        for (const PinSpec& p : pins)
            if (p.before == step && p.after == other.id)
                mine.push_back("before " + inMarks(other.title));
            else if (p.after == step && p.before == other.id)
                mine.push_back("after " + inMarks(other.title));
    }
    std::string out = s->why;
    const auto add = [&](const std::string& text) { out += (out.empty() ? "" : " ") + text; };
    if (!needs.empty())
        add("It comes after " + listed(needs) + ".");
    if (!needed.empty())
        add(listed(needed) + (needed.size() > 1 ? " wait for it." : " waits for it."));
    for (const std::string& pin : mine)
        add("You pinned it " + pin + ".");
    return out;
}

} // namespace hl::steps
