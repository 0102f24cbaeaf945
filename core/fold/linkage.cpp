#include "core/fold/linkage.h"
#include "core/fold/blocks.h"
#include "core/measure/measure.h"
#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>
#include <set>
#include <stdexcept>

namespace hl {
namespace {

// A joint or a join between two panels, walked either way.
struct Edge {
    int to = 0;
    int joint = -1, join = -1;
    bool forward = true; // left -> right, or landing -> what it holds
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

// Crossing few joints keeps a loop local; what is held fast costs next to nothing.
double cost(const Edge& e) { return e.joint >= 0 ? 1.0 : 1e-3; }

// Dijkstra's shortest way, forgetting only what it touched, so that a loop costs what it is long.
class Ways {
  public:
    explicit Ways(size_t panels)
        : reach_(panels, std::numeric_limits<double>::infinity()), via_(panels) {}

    std::vector<Edge> shortest(const Graph& graph, int to, int from) {
        std::set<std::pair<double, int>> open{{0.0, from}};
        std::vector<int> touched{from};
        reach_[from] = 0;
        while (!open.empty()) {
            auto [d, at] = *open.begin();
            open.erase(open.begin());
            if (at == to)
                break;
            for (const Edge& e : graph[at]) {
                const double next = d + cost(e);
                if (next < reach_[e.to] - 1e-12) {
                    open.erase({reach_[e.to], e.to});
                    touched.push_back(e.to);
                    reach_[e.to] = next;
                    via_[e.to] = {at, e};
                    open.insert({next, e.to});
                }
            }
        }
        // Looked for from its end, where few ways lead on, so it comes out in its own order.
        std::vector<Edge> path;
        for (int at = to; at != from; at = via_[at].first) {
            const Edge& e = via_[at].second;
            path.push_back({via_[at].first, e.joint, e.join, !e.forward});
        }
        for (int panel : touched)
            reach_[panel] = std::numeric_limits<double>::infinity();
        return path;
    }

  private:
    std::vector<double> reach_;
    std::vector<std::pair<int, Edge>> via_;
};

Rigid across(const Assembly& a, const Edge& e) {
    const Rigid& place = a.joins[e.join].place;
    return e.forward ? place : place.inverse();
}

// Collects the joints met on the way and the rigid steps between them.
class Chain {
  public:
    Chain(const Linkage& k, Loop& loop) : k_(k), loop_(loop) {}

    void walk(const Edge& e) {
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
Loop loopOf(const Linkage& k, int join, const std::vector<Edge>& path) {
    const Assembly& a = *k.assembly;
    const Join& j = a.joins[join];
    Loop loop;
    loop.join = join;
    loop.held = j.tab;
    loop.landing = j.landing;
    Chain chain(k, loop);
    for (const Edge& e : path)
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
Loop loopOver(const Linkage& k, int joint, const std::vector<Edge>& path) {
    const Assembly& a = *k.assembly;
    const Joint& j = k.joints[joint];
    Loop loop;
    loop.join = j.join;
    loop.crease = j.join < 0 ? joint : -1;
    loop.held = j.right;
    loop.landing = j.left;
    Chain chain(k, loop);
    for (const Edge& e : path)
        chain.walk(e);
    chain.walk({j.left, joint, -1, false});
    loop.after = chain.rest();
    linkUp(loop);
    const Crease* c = j.join < 0 ? &a.creases[joint] : nullptr;
    loop.marks = marksOf(a.panels[j.right], j.place, c ? &c->from : nullptr, c ? &c->to : nullptr);
    return loop;
}

std::vector<Joint> jointsOf(const Assembly& a) {
    std::vector<Joint> out;
    for (const Crease& c : a.creases) {
        Joint j;
        j.left = c.left;
        j.right = c.right;
        j.from = c.from;
        j.dir = c.dir();
        j.low = c.fold == Fold::Valley && !c.either ? 0 : -c.most;
        j.high = c.fold == Fold::Valley || c.either ? c.most : 0;
        j.rest = std::clamp(c.rest, j.low, j.high);
        j.stiffness = c.stiffness * c.length();
        out.push_back(j);
    }
    for (size_t i = 0; i < a.joins.size(); ++i) {
        const Join& join = a.joins[i];
        if (!join.moves)
            continue;
        Joint j;
        const JoinTraits& traits = traitsOf(join.kind);
        j.freedom = traits.slides ? Freedom::Slide : traits.turns ? Freedom::Turn : Freedom::Fold;
        j.join = static_cast<int>(i);
        j.left = join.landing;
        j.right = join.tab;
        j.from = join.at;
        j.dir = join.along;
        j.place = join.place;
        j.placed = true;
        j.low = join.low;
        j.high = join.high;
        j.rest = (j.low + j.high) / 2;
        j.stiffness = j.freedom == Freedom::Slide ? 0.01 : 1; // next to nothing: it is no crease
        out.push_back(j);
    }
    return out;
}

} // namespace

Rigid stepOf(const Joint& j, double value) {
    if (j.freedom == Freedom::Fold)
        return foldAbout(j.from, j.dir, value);
    Rigid r;
    if (j.freedom == Freedom::Slide) {
        r.shift = lift(value * j.dir);
        return r;
    }
    const Turn t = exactTurn(value);
    r.turn << t.cos, -t.sin, 0, t.sin, t.cos, 0, 0, 0, 1;
    r.shift = lift(j.from) - r.turn * lift(j.from);
    return r;
}

Linkage linkageOf(const Assembly& a) {
    Linkage k;
    k.assembly = &a;
    k.root = a.root;
    k.spine = a.crease("card.spine");
    k.joints = jointsOf(a);
    std::vector<int> driven;
    for (const Stage& s : a.motion) {
        int joint = a.crease(s.drive);
        for (size_t i = 0; joint < 0 && i < k.joints.size(); ++i)
            if (k.joints[i].join >= 0 && a.joins[k.joints[i].join].id == s.drive)
                joint = static_cast<int>(i);
        if (s.drive.empty()) // a lone base, in which nothing moves
            continue;
        if (joint < 0)
            throw std::invalid_argument("there is no driver " + s.drive);
        k.joints[joint].driven = true;
        driven.push_back(joint);
    }
    k.course = Course(a.motion, driven, k.joints);
    for (const Tie& t : a.ties) {
        Joint& j = k.joints[t.crease];
        if (j.driven)
            continue; // the hand decides
        // A chain of ties ends at one joint.
        const Joint& to = k.joints[t.to];
        const bool further = to.tied >= 0;
        k.tied.push_back(t.crease);
        j.tied = further ? to.tied : t.to;
        j.ratio = t.ratio * (further ? to.ratio : 1);
        j.offset = t.halfTurns * pi + (further ? t.ratio * to.offset : 0);
    }

    // Creases first, so that a part hangs together by its own folds; then what moves otherwise,
    // then what holds fast.
    Graph tree(a.panels.size()), all(a.panels.size());
    Groups groups(a.panels.size());
    Ways ways(a.panels.size());
    auto link = [&](int left, int right, int joint, int join, auto&& close) {
        const Edge there{right, joint, join, true}, back{left, joint, join, false};
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
        link(k.joints[i].left, k.joints[i].right, joint, -1,
             [&](const std::vector<Edge>& path) { return loopOver(k, joint, path); });
    }
    for (size_t i = 0; i < a.joins.size(); ++i) {
        const int join = static_cast<int>(i);
        if (!a.joins[i].moves)
            link(a.joins[i].landing, a.joins[i].tab, -1, join,
                 [&](const std::vector<Edge>& path) { return loopOf(k, join, path); });
    }

    std::vector<bool> seen(a.panels.size());
    auto grow = [&](int from) {
        std::vector<int> queue{from};
        seen[from] = true;
        for (size_t at = 0; at < queue.size(); ++at)
            for (const Edge& e : tree[queue[at]]) {
                if (seen[e.to])
                    continue;
                seen[e.to] = true;
                queue.push_back(e.to);
                TreeStep step{e.to, queue[at], e.joint, e.forward ? 1.0 : -1.0, {}};
                if (e.joint < 0)
                    step.fixed = across(a, e);
                k.tree.push_back(step);
            }
    };
    grow(k.root);
    // What is joined to nothing lies beside the card, in front of the start of the spine.
    k.loose.assign(a.panels.size(), false);
    double x = 0;
    for (size_t i = 0; i < a.panels.size(); ++i)
        if (!seen[i])
            k.loose[i] = true;
    for (size_t i = 0; i < a.panels.size(); ++i) {
        if (seen[i])
            continue;
        Vec2 low = a.panels[i].outline.front(), high = low;
        for (int other : a.parts[a.panels[i].part].panels)
            for (const Vec2& p : a.panels[other].outline) {
                low = low.cwiseMin(p);
                high = high.cwiseMax(p);
            }
        constexpr double gap = 15; // mm
        TreeStep step{static_cast<int>(i), -1, -1, 1, {}};
        step.fixed.shift = Vec3(x - low.x(), -gap - high.y(), 0);
        x += high.x() - low.x() + gap;
        k.tree.push_back(step);
        grow(static_cast<int>(i));
    }
    k.blocks = blocksOf(k);
    std::vector<bool> looped(k.joints.size());
    for (const Loop& l : k.loops)
        for (const LoopHinge& h : l.hinges)
            looped[h.joint] = true;
    for (size_t i = 0; i < k.joints.size(); ++i)
        if (!looped[i] && !k.joints[i].driven && k.joints[i].tied < 0)
            k.flaps.push_back(static_cast<int>(i));
    return k;
}

void fillTied(const Linkage& k, std::vector<double>& values) {
    for (int i : k.tied)
        values[i] = k.joints[i].ratio * values[k.joints[i].tied] + k.joints[i].offset;
}

void placePanels(const Linkage& k, const std::vector<double>& values, std::vector<Rigid>& placed) {
    placed.resize(k.assembly->panels.size());
    placed[k.root] = {};
    if (k.spine >= 0) {
        const Joint& spine = k.joints[k.spine];
        const double half = (k.root == spine.left ? -0.5 : 0.5) * values[k.spine];
        placed[k.root] = foldAbout(spine.from, spine.dir, half);
    }
    for (const TreeStep& s : k.tree) {
        if (s.parent < 0) {
            placed[s.panel] = s.fixed;
        } else if (s.joint < 0) {
            placed[s.panel] = placed[s.parent] * s.fixed;
        } else {
            const Joint& j = k.joints[s.joint];
            const Rigid step = stepOf(j, s.sign * values[s.joint]);
            if (!j.placed)
                placed[s.panel] = placed[s.parent] * step;
            else
                placed[s.panel] = s.sign > 0 ? placed[s.parent] * step * j.place
                                             : placed[s.parent] * j.place.inverse() * step;
        }
    }
}

} // namespace hl
