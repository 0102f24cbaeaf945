#include "core/assemble/course.h"
#include <algorithm>
#include <cmath>
#include <functional>
#include <map>
#include <numeric>

namespace hl::assembling {
namespace {

// Panels that lie fast on one another are one node; creases and moving joins are the edges.
struct Web {
    std::vector<int> node; // of each panel
    struct Edge {
        int a, b, crease;
    };
    std::vector<Edge> edges;

    explicit Web(const Assembly& a) : node(a.panels.size()) {
        std::iota(node.begin(), node.end(), 0);
        std::function<int(int)> of = [&](int i) {
            return node[static_cast<size_t>(i)] == i
                       ? i
                       : node[static_cast<size_t>(i)] = of(node[static_cast<size_t>(i)]);
        };
        for (const Join& j : a.joins)
            if (!j.moves)
                node[static_cast<size_t>(of(j.tab))] = of(j.landing);
        // A fold that a cut parted moves what hangs on either stretch of it alike.
        for (const Tie& t : a.ties)
            if (parted(a, t)) {
                const Crease &one = a.creases[static_cast<size_t>(t.crease)],
                             &two = a.creases[static_cast<size_t>(t.to)];
                if (one.left == two.left)
                    node[static_cast<size_t>(of(one.right))] = of(two.right);
                else if (one.right == two.right)
                    node[static_cast<size_t>(of(one.left))] = of(two.left);
            }
        for (size_t i = 0; i < node.size(); ++i)
            node[i] = of(static_cast<int>(i));
        for (size_t k = 0; k < a.creases.size(); ++k)
            edges.push_back({node[static_cast<size_t>(a.creases[k].left)],
                             node[static_cast<size_t>(a.creases[k].right)], static_cast<int>(k)});
        // Stretches of one fold between the same two bodies are one hinge.
        std::map<std::pair<int, int>, std::vector<int>> hinges;
        for (size_t k = 0; k < a.creases.size(); ++k) {
            auto& known = hinges[std::minmax(edges[k].a, edges[k].b)];
            const auto along = [&](int other) {
                return collinear(a.creases[k], a.creases[static_cast<size_t>(other)]);
            };
            if (std::any_of(known.begin(), known.end(), along))
                edges[k] = {edges[k].a, edges[k].a, -1};
            else
                known.push_back(static_cast<int>(k));
        }
        for (const Join& j : a.joins)
            if (j.moves)
                edges.push_back(
                    {node[static_cast<size_t>(j.landing)], node[static_cast<size_t>(j.tab)], -1});
    }

    static bool collinear(const Crease& one, const Crease& two) {
        const auto beside = [&](const Vec2& p) {
            return std::fabs(leftOf(two.dir()).dot(p - two.from)) < 1e-6;
        };
        return one.part == two.part && beside(one.from) && beside(one.to);
    }
    // Two stretches of one fold that go as one.
    static bool parted(const Assembly& a, const Tie& t) {
        return t.ratio == 1 && t.halfTurns == 0 &&
               collinear(a.creases[static_cast<size_t>(t.crease)],
                         a.creases[static_cast<size_t>(t.to)]);
    }

    // Of each node what it hangs together with when one node is taken away; -1 of that one.
    std::vector<int> without(int taken) const {
        std::vector<int> out(node.size());
        std::iota(out.begin(), out.end(), 0);
        const auto of = [&](int i) {
            while (out[static_cast<size_t>(i)] != i)
                i = out[static_cast<size_t>(i)];
            return i;
        };
        for (const Edge& e : edges)
            if (e.a != taken && e.b != taken) {
                const int one = of(e.a), other = of(e.b);
                out[static_cast<size_t>(std::max(one, other))] = std::min(one, other);
            }
        std::vector<int> found(out.size());
        for (size_t i = 0; i < out.size(); ++i)
            found[i] = static_cast<int>(i) == taken ? -1 : of(static_cast<int>(i));
        return found;
    }

    // For each edge the group of edges that it shares loops with; -1 of a bridge.
    std::vector<int> groups() const {
        const size_t n = node.size();
        std::vector<std::vector<std::pair<int, int>>> next(n);
        for (size_t e = 0; e < edges.size(); ++e) {
            next[static_cast<size_t>(edges[e].a)].emplace_back(edges[e].b, static_cast<int>(e));
            next[static_cast<size_t>(edges[e].b)].emplace_back(edges[e].a, static_cast<int>(e));
        }
        // Bridges by depth-first numbers, without recursion: cards can be long chains.
        std::vector<int> number(n, -1), low(n, 0), by(n, -1);
        std::vector<size_t> at(n, 0);
        std::vector<bool> bridge(edges.size(), false);
        int count = 0;
        for (size_t root = 0; root < n; ++root) {
            if (number[root] >= 0)
                continue;
            std::vector<int> stack{static_cast<int>(root)};
            number[root] = low[root] = count++;
            while (!stack.empty()) {
                const auto v = static_cast<size_t>(stack.back());
                if (at[v] < next[v].size()) {
                    const auto [to, e] = next[v][at[v]++];
                    const auto t = static_cast<size_t>(to);
                    if (e == by[v])
                        continue;
                    if (number[t] < 0) {
                        number[t] = low[t] = count++;
                        by[t] = e;
                        stack.push_back(to);
                    } else {
                        low[v] = std::min(low[v], number[t]);
                    }
                    continue;
                }
                stack.pop_back();
                if (stack.empty())
                    continue;
                const auto up = static_cast<size_t>(stack.back());
                low[up] = std::min(low[up], low[v]);
                if (low[v] > number[up])
                    bridge[static_cast<size_t>(by[v])] = true;
            }
        }
        std::vector<int> group(n, -1), out(edges.size(), -1);
        int groups = 0;
        for (size_t root = 0; root < n; ++root) {
            if (group[root] >= 0)
                continue;
            std::vector<size_t> queue{root};
            group[root] = groups;
            for (size_t q = 0; q < queue.size(); ++q)
                for (auto [to, e] : next[queue[q]])
                    if (!bridge[static_cast<size_t>(e)] && group[static_cast<size_t>(to)] < 0) {
                        group[static_cast<size_t>(to)] = groups;
                        queue.push_back(static_cast<size_t>(to));
                    }
            ++groups;
        }
        for (size_t e = 0; e < edges.size(); ++e)
            if (!bridge[e] && (edges[e].crease >= 0 || edges[e].a != edges[e].b))
                out[e] = group[static_cast<size_t>(edges[e].a)];
        return out;
    }
};

// On a lone base the hand lifts what stands there, by its first knee: a fold in a loop both of
// whose panels are held by nothing else; else by the first fold that turns at all. What stands
// there and has nothing to do with one another but the base is lifted at once, each by its own.
std::vector<Stage> liftOf(const Assembly& a, const Web& web, const std::vector<int>& group) {
    std::vector<bool> held(a.panels.size(), false);
    for (const Join& j : a.joins)
        held[static_cast<size_t>(j.tab)] = held[static_cast<size_t>(j.landing)] = true;
    const std::vector<int> apart = web.without(web.node[static_cast<size_t>(a.root)]);
    struct Knee {
        int crease = -1, rank = 1 << 30;
    };
    std::map<int, Knee> knees; // by what is apart
    Knee first;
    for (size_t k = 0; k < a.creases.size(); ++k) { // the edges of the web begin with the creases
        const Crease& c = a.creases[k];
        const int ends = held[static_cast<size_t>(c.left)] + held[static_cast<size_t>(c.right)];
        const Knee knee{static_cast<int>(k), (group[k] < 0 ? 4 : 0) + ends + (c.bend ? 8 : 0)};
        if (knee.rank < first.rank)
            first = knee;
        if (group[k] < 0)
            continue;
        const auto l = static_cast<size_t>(c.left), r = static_cast<size_t>(c.right);
        Knee& known = knees[std::max(apart[static_cast<size_t>(web.node[l])],
                                     apart[static_cast<size_t>(web.node[r])])];
        if (knee.rank < known.rank)
            known = knee;
    }
    if (first.crease < 0 || a.motion.front().springs)
        return a.motion;
    constexpr double opens = 150; // degrees: what rises by itself is half open at rest
    std::vector<int> driven;
    for (auto& [part, knee] : knees)
        driven.push_back(knee.crease);
    if (driven.empty())
        driven.push_back(first.crease);
    std::sort(driven.begin(), driven.end());
    std::vector<Stage> out;
    for (int k : driven) {
        out.push_back({a.creases[static_cast<size_t>(k)].id, 0, opens, !out.empty()});
        out.back().assumed = true;
    }
    return out;
}

} // namespace

std::vector<Stage> courseOf(const Assembly& a) {
    const Web web(a);
    const std::vector<int> group = web.groups();
    if (a.motion.front().drive.empty())
        return liftOf(a, web, group);
    // How many of the folds of each group can be chosen.
    std::vector<int> free(web.edges.size() + a.panels.size() + 1, 0);
    std::vector<std::vector<int>> nodes(free.size());
    for (size_t e = 0; e < web.edges.size(); ++e)
        if (group[e] >= 0) {
            const auto g = static_cast<size_t>(group[e]);
            ++free[g]; // joints
            for (int n : {web.edges[e].a, web.edges[e].b})
                if (std::find(nodes[g].begin(), nodes[g].end(), n) == nodes[g].end())
                    nodes[g].push_back(n);
        }
    for (size_t g = 0; g < free.size(); ++g)
        if (free[g] > 0) {
            const int loops = free[g] - static_cast<int>(nodes[g].size()) + 1;
            free[g] = std::max(1, free[g] - 3 * loops);
        }
    for (const Tie& t : a.ties)
        for (size_t e = 0; e < web.edges.size(); ++e)
            if (web.edges[e].crease == t.crease && group[e] >= 0)
                free[static_cast<size_t>(group[e])] =
                    std::max(1, free[static_cast<size_t>(group[e])] - 1);
    std::vector<Stage> out;
    for (const Stage& s : a.motion) {
        const int crease = a.crease(s.drive);
        if (s.springs) { // moved by no hand
            out.push_back(s);
            continue;
        }
        if (crease >= 0 && group[static_cast<size_t>(crease)] >= 0 &&
            free[static_cast<size_t>(group[static_cast<size_t>(crease)])]-- <= 0)
            continue;
        out.push_back(s);
        out.back().together = out.size() > 1;
    }
    return out;
}

} // namespace hl::assembling
