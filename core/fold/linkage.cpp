#include "core/fold/linkage.h"
#include "core/fold/blocks.h"
#include "core/fold/chain.h"
#include "core/fold/energy.h"
#include "core/fold/loops.h"
#include "core/measure/measure.h"
#include <algorithm>
#include <cmath>
#include <stdexcept>

namespace hl::fold {

std::vector<Joint> chainOf(const Join& join, const JoinTraits& traits, const Ring& held) {
    Joint j;
    j.freedom = traits.slides ? Freedom::Slide : traits.turns ? Freedom::Turn : Freedom::Fold;
    j.left = j.inner = join.landing;
    j.right = j.outer = join.tab;
    j.from = join.at;
    j.dir = join.along;
    j.place = join.place;
    j.placed = true;
    j.low = join.low;
    j.high = join.high;
    // A slide rests pushed in, where it begins; what turns in the middle of its range.
    j.rest = traits.slides ? std::clamp(0.0, j.low, j.high) : (j.low + j.high) / 2;
    j.stiffness = j.freedom == Freedom::Slide ? 0.01 : 1; // next to nothing: it is no crease
    std::vector<Joint> chain{j};
    const auto then = [&](Freedom freedom, double reach, bool play) {
        Joint next = chain.back();
        next.freedom = freedom;
        next.low = -reach;
        next.high = reach;
        next.rest = 0;
        next.stiffness = freedom == Freedom::Slide ? 0.01 : 1;
        next.play = play;
        chain.push_back(next);
    };
    if (traits.slides && traits.turns) {
        then(Freedom::Turn, pi, false);
    } else if (traits.slides && join.play > 0) {
        // Of what it holds the middle stays, and the farthest corner takes up the play.
        Vec2 middle = Vec2::Zero();
        for (const Vec2& p : held)
            middle += p / static_cast<double>(held.size());
        double arm = 0;
        for (const Vec2& p : held)
            arm = std::max(arm, (p - middle).norm());
        then(Freedom::Slide, join.play, true);
        chain.back().dir = leftOf(join.along);
        then(Freedom::Turn, std::atan2(join.play, std::max(1.0, arm)), true);
        chain.back().from = join.place.at(middle).head<2>();
    }
    return chain;
}

namespace {

// `bodies` counts what there is, bodies without paper included.
std::vector<Joint> jointsOf(const Assembly& a, size_t& bodies) {
    std::vector<Joint> out;
    bodies = a.panels.size();
    for (const Crease& c : a.creases) {
        Joint j;
        j.left = j.inner = c.left;
        j.right = j.outer = c.right;
        j.from = c.from;
        j.dir = c.dir();
        j.low = c.fold == Fold::Valley && !c.either ? 0 : -c.most;
        j.high = c.fold == Fold::Valley || c.either ? c.most : 0;
        j.rest = std::clamp(c.rest, j.low, j.high);
        j.stiffness = c.stiffness * c.torque * c.length();
        out.push_back(j);
    }
    for (size_t i = 0; i < a.joins.size(); ++i) {
        const Join& join = a.joins[i];
        if (!join.moves)
            continue;
        std::vector<Joint> chain =
            chainOf(join, traitsOf(join.kind), a.panels[static_cast<size_t>(join.tab)].outline);
        for (Joint& j : chain)
            j.join = static_cast<int>(i);
        for (size_t n = 0; n < chain.size(); ++n) {
            const bool last = n + 1 == chain.size();
            if (!last) {
                chain[n].place = {};
                chain[n].placed = false;
                chain[n].outer = static_cast<int>(bodies++);
                chain[n + 1].inner = chain[n].outer;
            }
            out.push_back(chain[n]);
        }
    }
    return out;
}

// Marks the joints that the hand moves, in the order of its stages.
std::vector<int> drivenJoints(Linkage& k) {
    const Assembly& a = *k.assembly;
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
    return driven;
}

void tieJoints(Linkage& k) {
    for (const Tie& t : k.assembly->ties) {
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
}

// Walks the tree from the root; what is joined to nothing lies beside the card, in front of the
// start of the spine.
void growTree(Linkage& k, const Passages& tree) {
    const Assembly& a = *k.assembly;
    std::vector<bool> seen(k.bodies);
    auto grow = [&](int from) {
        std::vector<int> queue{from};
        seen[from] = true;
        for (size_t at = 0; at < queue.size(); ++at)
            for (const Passage& e : tree[queue[at]]) {
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
    k.loose.assign(a.panels.size(), false);
    for (size_t i = 0; i < a.panels.size(); ++i)
        k.loose[i] = !seen[i];
    constexpr double gap = 15; // mm
    double x = 0;
    for (size_t i = 0; i < a.panels.size(); ++i) {
        if (seen[i])
            continue;
        Vec2 low = a.panels[i].outline.front(), high = low;
        for (int other : a.parts[a.panels[i].part].panels)
            for (const Vec2& p : a.panels[other].outline) {
                low = low.cwiseMin(p);
                high = high.cwiseMax(p);
            }
        TreeStep step{static_cast<int>(i), -1, -1, 1, {}};
        step.fixed.shift = Vec3(x - low.x(), -gap - high.y(), 0);
        x += high.x() - low.x() + gap;
        k.tree.push_back(step);
        grow(static_cast<int>(i));
    }
}

// Joints in no loop that nobody moves.
std::vector<int> flapsOf(const Linkage& k) {
    const std::vector<bool> looped = inLoops(k);
    std::vector<int> out;
    for (size_t i = 0; i < k.joints.size(); ++i)
        if (!looped[i] && !k.joints[i].driven && k.joints[i].tied < 0 && !k.joints[i].play)
            out.push_back(static_cast<int>(i));
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
    k.joints = jointsOf(a, k.bodies);
    k.course = Course(a.motion, drivenJoints(k), k.joints);
    tieJoints(k);
    const Passages tree = treeAndLoops(k);
    growTree(k, tree);
    for (const Elastic& band : a.elastics)
        k.ways.push_back(wayOf(k, tree, band));
    k.terms = energyTermsOf(k);
    k.blocks = blocksOf(k);
    k.flaps = flapsOf(k);
    return k;
}

void fillTied(const Linkage& k, std::vector<double>& values) {
    for (int i : k.tied)
        values[i] = k.joints[i].ratio * values[k.joints[i].tied] + k.joints[i].offset;
}

void placePanels(const Linkage& k, const std::vector<double>& values, std::vector<Rigid>& placed) {
    placed.resize(k.bodies);
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

} // namespace hl::fold
