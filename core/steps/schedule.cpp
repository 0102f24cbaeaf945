#include "core/steps/schedule.h"
#include <algorithm>
#include <limits>
#include <map>
#include <queue>
#include <random>
#include <stdexcept>
#include <string>

namespace hl::steps {
namespace {

constexpr double ahead = 1e-9; // minutes

struct Graph {
    std::vector<std::vector<std::pair<size_t, double>>> then; // what follows, after which wait
    std::vector<size_t> order;                                // what is needed first comes first
    std::vector<double> tail; // from a task's start to the end of all that follows it

    explicit Graph(const std::vector<Task>& tasks) : then(tasks.size()), tail(tasks.size()) {
        std::vector<size_t> open(tasks.size());
        for (size_t i = 0; i < tasks.size(); ++i)
            for (const auto& [before, wait] : tasks[i].needs) {
                then.at(before).emplace_back(i, wait);
                ++open[i];
            }
        for (size_t i = 0; i < tasks.size(); ++i)
            if (open[i] == 0)
                order.push_back(i);
        for (size_t k = 0; k < order.size(); ++k)
            for (const auto& [next, wait] : then[order[k]])
                if (--open[next] == 0)
                    order.push_back(next);
        if (order.size() != tasks.size())
            throw std::invalid_argument("tasks that need one another in a circle");
        for (size_t k = order.size(); k-- > 0;) {
            const size_t i = order[k];
            for (const auto& [next, wait] : then[i])
                tail[i] = std::max(tail[i], wait + tail[next]);
            tail[i] += tasks[i].minutes;
        }
    }
};

// With one pair of hands: whenever they are free, what is ready and ranks highest. If nothing is
// ready they wait; `patience`: they also wait that long for something that ranks higher.
Timetable followed(const std::vector<Task>& tasks, const Graph& g, const std::vector<double>& rank,
                   double patience) {
    Timetable out;
    std::vector<size_t> open(tasks.size());
    std::vector<double> ready(tasks.size(), 0);
    for (size_t i = 0; i < tasks.size(); ++i)
        open[i] = tasks[i].needs.size();
    // Ready by rank, and those that are free of needs but have to wait, by when.
    using Ranked = std::pair<double, size_t>;
    const auto lower = [](const Ranked& a, const Ranked& b) {
        return a.first != b.first ? a.first < b.first : a.second > b.second;
    };
    std::priority_queue<Ranked, std::vector<Ranked>, decltype(lower)> now(lower);
    std::priority_queue<Ranked, std::vector<Ranked>, std::greater<>> later;
    for (size_t i = 0; i < tasks.size(); ++i)
        if (open[i] == 0)
            now.emplace(rank[i], i);
    double at = 0;
    while (!now.empty() || !later.empty()) {
        while (!later.empty() && later.top().first <= at + ahead) {
            now.emplace(rank[later.top().second], later.top().second);
            later.pop();
        }
        if (now.empty() || (patience > 0 && !later.empty() && later.top().first < at + patience &&
                            rank[later.top().second] > now.top().first)) {
            at = later.top().first;
            continue;
        }
        const size_t i = now.top().second;
        now.pop();
        out.hands.push_back({i, at, at + tasks[i].minutes});
        at += tasks[i].minutes;
        for (const auto& [next, wait] : g.then[i]) {
            ready[next] = std::max(ready[next], at + wait);
            if (--open[next] == 0)
                later.emplace(ready[next], next);
        }
    }
    out.elapsed = at;
    return out;
}

// What no order can beat: every task begins no sooner than what it needs allows, and after it its
// own tail has to follow; hands that could drop any task and take it up again later would be done
// then (Jackson's preemptive schedule). Never less than the work or the longest chain.
double lowerBound(const std::vector<Task>& tasks, const Graph& g) {
    std::vector<double> head(tasks.size()), left(tasks.size());
    for (size_t i : g.order)
        for (const auto& [next, wait] : g.then[i])
            head[next] = std::max(head[next], head[i] + tasks[i].minutes + wait);
    std::vector<size_t> byHead = g.order;
    std::stable_sort(byHead.begin(), byHead.end(),
                     [&](size_t a, size_t b) { return head[a] < head[b]; });
    const auto after = [&](size_t i) { return g.tail[i] - tasks[i].minutes; };
    std::priority_queue<std::pair<double, size_t>> open; // by what has to follow
    double at = 0, bound = 0;
    for (size_t next = 0; next < byHead.size() || !open.empty();) {
        if (open.empty())
            at = std::max(at, head[byHead[next]]);
        while (next < byHead.size() && head[byHead[next]] <= at + ahead) {
            left[byHead[next]] = tasks[byHead[next]].minutes;
            open.emplace(after(byHead[next]), byHead[next]);
            ++next;
        }
        const size_t i = open.top().second;
        const double until = next < byHead.size() ? head[byHead[next]] : at + left[i];
        const double done = std::min(left[i], until - at);
        left[i] -= done;
        at += done;
        if (left[i] <= ahead) {
            open.pop();
            bound = std::max(bound, at + after(i));
        }
    }
    return bound;
}

} // namespace

Timetable timetableOf(const std::vector<Task>& tasks) {
    if (tasks.empty())
        return {};
    const Graph g(tasks);
    double work = 0;
    for (const Task& t : tasks)
        work += t.minutes;
    Timetable best;
    best.elapsed = std::numeric_limits<double>::infinity();
    const auto attempt = [&](const std::vector<double>& rank, double patience) {
        Timetable one = followed(tasks, g, rank, patience);
        if (one.elapsed < best.elapsed - ahead)
            best = std::move(one);
    };
    // The longest rest first; how much of it is waiting; and as listed.
    std::vector<double> waits(tasks.size()), listed(tasks.size());
    for (size_t i = 0; i < tasks.size(); ++i) {
        listed[i] = -static_cast<double>(i);
        for (const auto& [next, wait] : g.then[i])
            waits[i] = std::max(waits[i], wait);
        waits[i] += 1e-3 * g.tail[i];
    }
    for (const std::vector<double>* by :
         std::initializer_list<const std::vector<double>*>{&g.tail, &waits, &listed})
        for (double patience : {0.0, 1.0, 5.0})
            attempt(*by, patience);
    // What still misses the bound is tried in a few hundred shaken orders.
    std::mt19937 random(7);
    const double bound = lowerBound(tasks, g);
    std::vector<double> rank(tasks.size());
    const int tries = static_cast<int>(std::min<size_t>(200, 200000 / tasks.size()));
    for (int n = 0; n < tries && best.elapsed > 1.02 * bound; ++n) {
        const double shake = 0.02 * (1 + n % 20);
        for (size_t i = 0; i < tasks.size(); ++i)
            rank[i] = g.tail[i] * (1 + shake * (std::uniform_real_distribution<>(-1, 1)(random)));
        attempt(rank, n % 2 ? 0.0 : 1.0);
    }
    best.work = work;
    best.bound = bound;
    return best;
}

Job jobOf(const std::vector<std::pair<const Work*, int>>& designs) {
    Job out;
    std::map<std::pair<size_t, std::string>, std::vector<size_t>> tasks; // by design and step id
    int before = 0;
    for (size_t w = 0; w < designs.size(); ++w) {
        const auto& [work, cards] = designs[w];
        for (int card = 1; card <= cards; ++card)
            for (size_t i = 0; i < work->steps.size(); ++i) {
                const WorkStep& s = work->steps[i];
                if (s.together && card > 1)
                    continue;
                Task t;
                t.minutes = s.minutes * (s.together ? cards : 1);
                for (const Need& n : s.needs) {
                    const auto known = tasks.find({w, n.id});
                    if (known == tasks.end())
                        continue; // a step that another program left out
                    const auto& all = known->second;
                    t.needs.emplace_back(all.size() > 1 ? all.at(static_cast<size_t>(card) - 1)
                                                        : all.front(),
                                         n.wait);
                }
                tasks[{w, s.id}].push_back(out.tasks.size());
                out.steps.push_back({w, i, s.together ? 0 : before + card});
                out.tasks.push_back(std::move(t));
            }
        before += cards;
    }
    return out;
}

} // namespace hl::steps
