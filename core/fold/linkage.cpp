#include "core/fold/linkage.h"
#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>
#include <set>
#include <stdexcept>

namespace hl {
namespace {

// A join between two panels, walked either way.
struct Edge {
    int to = 0;
    int crease = -1, glue = -1;
    bool forward = true; // left -> right, or landing -> tab
};
using Graph = std::vector<std::vector<Edge>>;

struct Groups { // disjoint sets
    std::vector<int> up;
    explicit Groups(size_t n) : up(n) { std::iota(up.begin(), up.end(), 0); }
    int of(int i) { return up[i] == i ? i : up[i] = of(up[i]); }
    bool join(int a, int b) {
        a = of(a), b = of(b);
        up[a] = b;
        return a != b;
    }
};

// Crossing few hinges keeps a loop local; glue costs next to nothing.
double cost(const Edge& e) { return e.crease >= 0 ? 1.0 : 1e-3; }

std::vector<Edge> shortestPath(const Graph& graph, int from, int to) {
    const double far = std::numeric_limits<double>::infinity();
    std::vector<double> reach(graph.size(), far);
    std::vector<std::pair<int, Edge>> via(graph.size());
    std::set<std::pair<double, int>> open{{0.0, from}};
    reach[from] = 0;
    while (!open.empty()) {
        auto [d, at] = *open.begin();
        open.erase(open.begin());
        if (at == to)
            break;
        for (const Edge& e : graph[at]) {
            double next = d + cost(e);
            if (next < reach[e.to] - 1e-12) {
                open.erase({reach[e.to], e.to});
                reach[e.to] = next;
                via[e.to] = {at, e};
                open.insert({next, e.to});
            }
        }
    }
    std::vector<Edge> path;
    for (int at = to; at != from; at = via[at].first)
        path.push_back(via[at].second);
    std::reverse(path.begin(), path.end());
    return path;
}

Rigid across(const Assembly& a, const Edge& e) {
    const Rigid& place = a.glues[e.glue].place;
    return e.forward ? place : place.inverse();
}

Loop loopOf(const Assembly& a, int glue, const std::vector<Edge>& path) {
    Loop loop;
    loop.glue = glue;
    Rigid since;
    bool glued = false;
    for (const Edge& e : path) {
        if (e.crease < 0) {
            since = since * across(a, e);
            glued = true;
            continue;
        }
        const Crease& c = a.creases[e.crease];
        loop.hinges.push_back({e.crease, e.forward ? 1.0 : -1.0, c.from, c.dir(), since, glued});
        since = {};
        glued = false;
    }
    const Glue& g = a.glues[glue];
    loop.after = since * g.place.inverse();
    const Crease& c = a.creases[a.crease(g.crease)];
    const auto& outline = a.panels[g.tab].outline;
    auto off = [&](const Vec2& p) { return std::fabs((p - c.from).dot(leftOf(c.dir()))); };
    const Vec2 far = *std::max_element(outline.begin(), outline.end(),
                                       [&](auto& p, auto& q) { return off(p) < off(q) - 1e-9; });
    for (const Vec2& p : {c.from, c.to, far})
        loop.marks.push_back(g.place.at(p));
    for (const Vec2& p : outline)
        loop.marks.push_back(g.place.at(p));
    return loop;
}

std::vector<Block> blocksOf(const Linkage& k) {
    const auto& creases = k.assembly->creases;
    std::vector<bool> known(creases.size());
    for (size_t i = 0; i < creases.size(); ++i)
        known[i] = creases[i].driven;
    auto unknowns = [&](int loop) {
        std::set<int> out;
        for (auto& h : k.loops[loop].hinges)
            if (!known[h.crease])
                out.insert(h.crease);
        return out;
    };
    std::vector<Block> blocks;
    std::vector<int> waiting(k.loops.size());
    std::iota(waiting.begin(), waiting.end(), 0);
    while (!waiting.empty()) {
        // A loop with three unknown hinges is closed by itself: parallel and concurrent creases
        // give three equations, any others more.
        auto next = std::find_if(waiting.begin(), waiting.end(),
                                 [&](int l) { return unknowns(l).size() <= 3; });
        std::vector<int> chosen;
        if (next != waiting.end()) {
            chosen = {*next};
        } else { // all that shares unknowns with the first
            Groups groups(creases.size());
            for (int l : waiting) {
                auto u = unknowns(l);
                for (int c : u)
                    groups.join(*u.begin(), c);
            }
            int first = groups.of(*unknowns(waiting.front()).begin());
            for (int l : waiting)
                if (groups.of(*unknowns(l).begin()) == first)
                    chosen.push_back(l);
        }
        Block block;
        std::set<int> found;
        for (int l : chosen) {
            auto u = unknowns(l);
            found.insert(u.begin(), u.end());
            waiting.erase(std::find(waiting.begin(), waiting.end(), l));
        }
        block.loops = chosen;
        block.creases.assign(found.begin(), found.end());
        for (int c : found)
            known[c] = true;
        blocks.push_back(block);
    }
    return blocks;
}

} // namespace

Linkage linkageOf(const Assembly& a) {
    Linkage k;
    k.assembly = &a;
    k.root = a.root;
    auto driven =
        std::find_if(a.creases.begin(), a.creases.end(), [](auto& c) { return c.driven; });
    if (driven == a.creases.end())
        throw std::invalid_argument("no crease of the assembly is driven");
    k.driver = static_cast<int>(driven - a.creases.begin());

    Graph tree(a.panels.size()), all;
    Groups groups(a.panels.size());
    for (size_t i = 0; i < a.creases.size(); ++i) {
        const Crease& c = a.creases[i];
        if (!groups.join(c.left, c.right))
            throw std::invalid_argument("the creases of part " + a.parts[c.part].id +
                                        " run round a point");
        tree[c.left].push_back({c.right, static_cast<int>(i), -1, true});
        tree[c.right].push_back({c.left, static_cast<int>(i), -1, false});
    }
    all = tree;
    for (size_t i = 0; i < a.glues.size(); ++i) {
        const Glue& g = a.glues[i];
        const int glue = static_cast<int>(i);
        const Edge there{g.tab, -1, glue, true}, back{g.landing, -1, glue, false};
        if (groups.join(g.tab, g.landing)) {
            tree[g.landing].push_back(there);
            tree[g.tab].push_back(back);
        } else {
            k.loops.push_back(loopOf(a, glue, shortestPath(all, g.landing, g.tab)));
        }
        all[g.landing].push_back(there);
        all[g.tab].push_back(back);
    }

    std::vector<int> queue{k.root};
    std::vector<bool> seen(a.panels.size());
    seen[k.root] = true;
    for (size_t at = 0; at < queue.size(); ++at)
        for (const Edge& e : tree[queue[at]]) {
            if (seen[e.to])
                continue;
            seen[e.to] = true;
            queue.push_back(e.to);
            k.tree.push_back({e.to, queue[at], e.crease, e.forward ? 1.0 : -1.0,
                              e.crease < 0 ? across(a, e) : Rigid{}});
        }
    if (queue.size() != a.panels.size())
        throw std::invalid_argument("a part is joined to nothing");
    k.blocks = blocksOf(k);
    return k;
}

void placePanels(const Linkage& k, const std::vector<double>& angles, std::vector<Rigid>& placed) {
    const auto& creases = k.assembly->creases;
    placed.resize(k.assembly->panels.size());
    const Crease& spine = creases[k.driver];
    placed[k.root] = foldAbout(spine.from, spine.dir(), -angles[k.driver] / 2);
    for (const TreeStep& s : k.tree) {
        if (s.crease < 0) {
            placed[s.panel] = placed[s.parent] * s.fixed;
        } else {
            const Crease& c = creases[s.crease];
            placed[s.panel] =
                placed[s.parent] * foldAbout(c.from, c.dir(), s.sign * angles[s.crease]);
        }
    }
}

} // namespace hl
