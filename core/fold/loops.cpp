#include "core/fold/loops.h"
#include "core/measure/measure.h"
#include <algorithm>
#include <cmath>
#include <functional>
#include <limits>
#include <numeric>
#include <utility>

namespace hl::fold {

Rigid across(const Assembly& a, const Passage& e) {
    const Rigid& place = a.joins[e.join].place;
    return e.forward ? place : place.inverse();
}

namespace {

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

// Crossing few joints keeps a loop local; what is held fast costs next to nothing.
double cost(const Passage& e) { return e.joint >= 0 ? 1.0 : 1e-3; }

// Dijkstra's shortest way, forgetting only what it touched, so that a loop costs what it is long.
class Ways {
  public:
    explicit Ways(size_t panels)
        : reach_(panels, std::numeric_limits<double>::infinity()), via_(panels) {}

    std::vector<Passage> shortest(const Passages& graph, int to, int from) {
        open_.assign(1, {0.0, from});
        std::vector<int> touched{from};
        reach_[from] = 0;
        while (!open_.empty()) {
            std::pop_heap(open_.begin(), open_.end(), std::greater<>());
            const auto [d, at] = open_.back();
            open_.pop_back();
            if (at == to)
                break;
            if (d > reach_[at])
                continue; // it was reached by a shorter way since
            for (const Passage& e : graph[at]) {
                const double next = d + cost(e);
                // What is no nearer than a way to the end that is known leads to none: a page has
                // hundreds of tabs on it.
                if (next < reach_[e.to] - 1e-12 && next < reach_[to]) {
                    touched.push_back(e.to);
                    reach_[e.to] = next;
                    via_[e.to] = {at, e};
                    open_.emplace_back(next, e.to);
                    std::push_heap(open_.begin(), open_.end(), std::greater<>());
                }
            }
        }
        // Looked for from its end, where few ways lead on, so it comes out in its own order.
        std::vector<Passage> path;
        for (int at = to; at != from; at = via_[at].first) {
            const Passage& e = via_[at].second;
            path.push_back({via_[at].first, e.joint, e.join, !e.forward});
        }
        for (int panel : touched)
            reach_[panel] = std::numeric_limits<double>::infinity();
        return path;
    }

  private:
    std::vector<double> reach_;
    std::vector<std::pair<int, Passage>> via_;
    std::vector<std::pair<double, int>> open_; // a heap, the nearest first
};

// Collects the joints met on the way and the rigid steps between them.
class Chain {
  public:
    Chain(const Linkage& k, Loop& loop) : k_(k), loop_(loop) {}

    void walk(const Passage& e) {
        if (e.joint < 0) {
            step(across(*k_.assembly, e));
            return;
        }
        const Joint& j = k_.joints[e.joint];
        if (j.placed && !e.forward)
            step(j.place.inverse());
        const double sign = e.forward ? 1 : -1;
        if (j.tied >= 0 && j.offset != 0)
            step(foldAbout(j.from, j.dir, sign * j.offset));
        loop_.hinges.push_back(
            {j.tied >= 0 ? j.tied : e.joint, sign * (j.tied >= 0 ? j.ratio : 1), j.freedom, j.from,
             j.dir, j.join < 0 ? k_.assembly->creases[e.joint].length() : 0, since_, moved_});
        since_ = {};
        moved_ = false;
        if (j.placed && e.forward)
            step(j.place);
    }
    void step(const Rigid& by) {
        since_ = since_ * by;
        moved_ = true;
    }
    Rigid rest() const { return since_; }

  private:
    const Linkage& k_;
    Loop& loop_;
    Rigid since_;
    bool moved_ = false;
};

// Three corners of the held panel that lie far apart, and all of them, placed on the landing.
std::vector<Vec3> marksOf(const Panel& held, const Rigid& place, const Vec2* from, const Vec2* to) {
    Vec2 a = from ? *from : held.outline.front(), b = to ? *to : a;
    if (!to)
        for (const Vec2& p : held.outline)
            if ((p - a).norm() > (b - a).norm() + 1e-9)
                b = p;
    const Vec2 across = leftOf((b - a).normalized());
    auto off = [&](const Vec2& p) { return std::fabs((p - a).dot(across)); };
    const Vec2 far = *std::max_element(held.outline.begin(), held.outline.end(),
                                       [&](auto& p, auto& q) { return off(p) < off(q) - 1e-9; });
    std::vector<Vec3> marks;
    for (const Vec2& p : {a, b, far})
        marks.push_back(place.at(p));
    for (const Vec2& p : held.outline)
        marks.push_back(place.at(p));
    return marks;
}

FoldLink inPlane(const Rigid& r) {
    return {r.turn(0, 0), r.turn(1, 0), r.turn(0, 1), r.turn(1, 1),
            r.turn(2, 2), r.shift.x(),  r.shift.y()};
}

// The steps between the folds' own frames.
void linkUp(Loop& loop) {
    Rigid back; // out of the frame of the fold before
    for (const LoopHinge& h : loop.hinges) {
        // A topper on foam lies in a plane of its own.
        const bool flat =
            std::fabs(h.before.shift.z()) < 1e-12 && std::fabs(loop.after.shift.z()) < 1e-12;
        if (h.freedom != Freedom::Fold || !flat) {
            loop.links.clear();
            return;
        }
        Rigid frame;
        frame.turn << lift(h.dir), lift(leftOf(h.dir)), Vec3::UnitZ();
        frame.shift = lift(h.from);
        loop.links.push_back(inPlane(back * h.before * frame));
        back = frame.inverse();
    }
    loop.links.push_back(inPlane(back * loop.after));
}

// The loop closed by a join that holds fast.
Loop loopOf(const Linkage& k, int join, const std::vector<Passage>& path) {
    const Assembly& a = *k.assembly;
    const Join& j = a.joins[join];
    Loop loop;
    loop.join = join;
    loop.held = j.tab;
    loop.landing = j.landing;
    Chain chain(k, loop);
    for (const Passage& e : path)
        chain.walk(e);
    chain.step(j.place.inverse());
    loop.after = chain.rest();
    linkUp(loop);
    const int crease = j.crease.empty() ? -1 : a.crease(j.crease);
    loop.pressed = crease >= 0 && traitsOf(j.kind).sticks;
    const Crease* c = crease >= 0 ? &a.creases[crease] : nullptr;
    loop.marks = marksOf(a.panels[j.tab], j.place, c ? &c->from : nullptr, c ? &c->to : nullptr);
    return loop;
}

// The loop closed by a joint: round from its left panel to its right one, and back over it.
Loop loopOver(const Linkage& k, int joint, const std::vector<Passage>& path) {
    const Assembly& a = *k.assembly;
    const Joint& j = k.joints[joint];
    Loop loop;
    loop.join = j.join;
    loop.crease = j.join < 0 ? joint : -1;
    loop.held = j.right;
    loop.landing = j.left;
    Chain chain(k, loop);
    for (const Passage& e : path)
        chain.walk(e);
    chain.walk({j.inner, joint, -1, false});
    loop.after = chain.rest();
    linkUp(loop);
    const Crease* c = j.join < 0 ? &a.creases[joint] : nullptr;
    loop.marks = marksOf(a.panels[j.right], c ? Rigid() : a.joins[j.join].place,
                         c ? &c->from : nullptr, c ? &c->to : nullptr);
    return loop;
}

} // namespace

Passages treeAndLoops(Linkage& k) {
    const Assembly& a = *k.assembly;
    Passages tree(k.bodies), all(k.bodies);
    Groups groups(k.bodies);
    Ways ways(k.bodies);
    auto link = [&](int left, int right, int joint, int join, auto&& close) {
        const Passage there{right, joint, join, true}, back{left, joint, join, false};
        if (groups.join(left, right)) {
            tree[left].push_back(there);
            tree[right].push_back(back);
        } else {
            k.loops.push_back(close(ways.shortest(all, left, right)));
        }
        all[left].push_back(there);
        all[right].push_back(back);
    };
    for (size_t i = 0; i < k.joints.size(); ++i) {
        const int joint = static_cast<int>(i);
        link(k.joints[i].inner, k.joints[i].outer, joint, -1,
             [&](const std::vector<Passage>& path) { return loopOver(k, joint, path); });
    }
    for (size_t i = 0; i < a.joins.size(); ++i) {
        const int join = static_cast<int>(i);
        if (!a.joins[i].moves)
            link(a.joins[i].landing, a.joins[i].tab, -1, join,
                 [&](const std::vector<Passage>& path) { return loopOf(k, join, path); });
    }
    return tree;
}

Loop wayOf(const Linkage& k, const Passages& tree, const Elastic& band) {
    Loop way;
    way.landing = band.panels[0];
    way.held = band.panels[1];
    Chain chain(k, way);
    for (const Passage& e : Ways(k.bodies).shortest(tree, way.landing, way.held))
        chain.walk(e);
    way.after = chain.rest();
    way.marks = {lift(band.hooks[0]), lift(band.hooks[1])};
    return way;
}

std::vector<bool> inLoops(const Linkage& k) {
    std::vector<bool> out(k.joints.size(), false);
    for (const Loop& l : k.loops)
        for (const LoopHinge& h : l.hinges)
            out[static_cast<size_t>(h.joint)] = true;
    return out;
}

} // namespace hl::fold
