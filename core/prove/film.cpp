#include "core/prove/film.h"
#include <algorithm>
#include <cmath>
#include <numeric>
#include <set>

namespace hl::proving {
namespace {

constexpr double closesWithin = 1e-4; // mm
constexpr double nearFlat = 0.25;     // degrees beside a flat state that get a frame of their own
constexpr double finestStep = 1 / 8.; // degrees

// A ring with the paper on its left, drawn in from its edges by `by`. A corner goes no further in
// than a few times that, so that a pointed one keeps its tip: there the sides come as near to the
// tip as the tip itself, no more. Empty where edges would turn round: there is too little paper.
Ring drawnInRing(const Ring& given, double by) {
    constexpr double farthest = 3;
    Ring ring;
    for (const Vec2& p : given)
        if (ring.empty() || (p - ring.back()).norm() > 1e-9)
            ring.push_back(p);
    while (ring.size() > 1 && (ring.front() - ring.back()).norm() <= 1e-9)
        ring.pop_back();
    const size_t n = ring.size();
    if (n < 3)
        return {};
    Ring out;
    for (size_t i = 0; i < n; ++i) {
        const Vec2 in = (ring[i] - ring[(i + n - 1) % n]).normalized(),
                   on = (ring[(i + 1) % n] - ring[i]).normalized();
        // Both edges moved in parallel meet here; where they turn right back, along the way in.
        const double both = 1 + leftOf(in).dot(leftOf(on));
        Vec2 step = both > 1e-6 ? Vec2(by / both * (leftOf(in) + leftOf(on))) : Vec2(-by * in);
        if (step.norm() > farthest * by)
            step *= farthest * by / step.norm();
        out.push_back(ring[i] + step);
    }
    for (size_t i = 0; i < n; ++i)
        if ((out[(i + 1) % n] - out[i]).dot(ring[(i + 1) % n] - ring[i]) <= 0)
            return {};
    return out;
}

// The same for paper with apertures; nothing where one of its rings cannot be drawn in.
bool drawnInRings(const Panel& panel, double by, Ring& outline, std::vector<Ring>& holes) {
    outline = drawnInRing(panel.outline, by);
    if (outline.empty() || areaOf(outline) <= 1e-6)
        return false;
    for (const Ring& hole : panel.apertures) {
        Ring ring = hole;
        if (areaOf(ring) > 0)
            std::reverse(ring.begin(), ring.end());
        holes.push_back(drawnInRing(ring, by));
        if (holes.back().empty())
            return false;
        for (const Vec2& p : holes.back())
            if (!onPaper(outline, {}, p))
                return false;
    }
    return true;
}

// The panel drawn in, as convex pieces; none when nothing is left.
std::vector<Ring> drawnPieces(const Panel& panel, double by) {
    Ring whole;
    std::vector<Ring> open;
    if (drawnInRings(panel, by, whole, open)) {
        if (open.empty() && isConvex(whole))
            return {whole};
        return convexPieces(whole, open);
    }
    std::vector<Ring> out;
    const std::vector<Ring> rings = drawnIn(panel.outline, panel.apertures, by);
    for (const Ring& outline : rings) {
        if (areaOf(outline) <= 0)
            continue;
        std::vector<Ring> holes;
        for (const Ring& r : rings)
            if (areaOf(r) < 0 && onPaper(outline, {}, r.front()))
                holes.push_back(r);
        for (Ring& piece : convexPieces(outline, holes))
            out.push_back(std::move(piece));
    }
    return out;
}

} // namespace

double marginOf(const Case& c, int panel) { return std::clamp(caliperOf(c, panel) / 2, 0.05, 0.5); }

std::vector<std::vector<int>> movedByLoops(const Case& c) {
    std::vector<std::vector<int>> out(c.linkage.loops.size());
    for (const Block& b : c.motion.blocks)
        for (int l : b.loops) {
            std::set<int> panels{c.linkage.loops[l].held};
            for (const LoopHinge& h : c.linkage.loops[l].hinges)
                if (std::binary_search(b.joints.begin(), b.joints.end(), h.joint))
                    panels.insert(
                        {c.linkage.joints[h.joint].left, c.linkage.joints[h.joint].right});
            for (int p : panels)
                if (c.assembly.panels[p].role != Role::Page)
                    out[l].push_back(p);
        }
    return out;
}

bool liesFlat(const Case& c, const Pose& pose) {
    // What slides in its plane lies as flat anywhere; it is looked at where the hand leaves it.
    constexpr double there = 1e-9; // mm
    for (const Course::Leg& leg : c.linkage.course.legs()) {
        const double value = pose.angles[leg.joint];
        if (c.linkage.joints[leg.joint].freedom == Freedom::Slide
                ? std::fabs(value - leg.from) > there && std::fabs(value - leg.to) > there
                : std::fabs(std::sin(value)) > 1e-9)
            return false;
    }
    return true;
}

std::vector<bool> givesWay(const Case& c) {
    std::vector<bool> out = c.linkage.loose;
    out.resize(c.linkage.bodies);
    const auto& flaps = c.linkage.flaps;
    for (const TreeStep& s : c.linkage.tree)
        if ((s.parent >= 0 && out[s.parent]) ||
            (s.joint >= 0 && std::count(flaps.begin(), flaps.end(), s.joint) > 0))
            out[s.panel] = true;
    out.resize(c.assembly.panels.size());
    return out;
}

std::vector<bool> heldBySprings(const Case& c) {
    std::vector<bool> out(c.assembly.panels.size());
    for (size_t b = 0; b < c.motion.blocks.size(); ++b)
        if (c.motion.springs[b])
            for (int j : c.motion.blocks[b].joints)
                for (int panel : {c.linkage.joints[j].left, c.linkage.joints[j].right})
                    out[panel] = out[panel] || c.assembly.panels[panel].role != Role::Page;
    return out;
}

Film::Film(const Case& c, double bend, const Stop& stop) {
    for (size_t i = 0; i < c.assembly.panels.size(); ++i) {
        if (c.assembly.panels[i].rides >= 0)
            continue; // where it goes its host goes
        for (const Ring& r : drawnPieces(c.assembly.panels[i], marginOf(c, int(i)))) {
            pieces_.push_back({static_cast<int>(i), static_cast<int>(outline_.size()),
                               static_cast<int>(r.size())});
            outline_.insert(outline_.end(), r.begin(), r.end());
        }
    }
    for (const Pose& pose : c.poses)
        poses_.push_back(&pose);
    refine(c, bend, stop);
    if (!stop)
        expose(c);
    else
        poses_.clear();
}

// More frames between the samples: next to flat states, and where corners move along sharp bends.
void Film::refine(const Case& c, double bend, const Stop& stop) {
    // Between neighbours one second difference is as good as the next: an eighth of it is how far
    // the middle strays from the straight line.
    const size_t count = c.poses.size();
    std::vector<double> strays(count); // 0 where it is below the limit
    std::vector<Vec2> far;             // of every panel, the farthest in its flat coordinates
    for (const Panel& p : c.assembly.panels) {
        far.emplace_back(0, 0);
        for (const Vec2& q : p.outline)
            far.back() = far.back().cwiseMax(q.cwiseAbs());
    }
    for (size_t s = 1; s + 1 < count; ++s) {
        const Pose &before = c.poses[s - 1], &here = c.poses[s], &after = c.poses[s + 1];
        if (std::fabs(before.opening - 2 * here.opening + after.opening) > 1e-6)
            continue;
        double most = 0;
        for (size_t i = 0; i < c.assembly.panels.size(); ++i) {
            if (c.assembly.panels[i].rides >= 0)
                continue;
            Rigid second; // of panels only two axes count
            for (int axis : {0, 1})
                second.turn.col(axis) = before.panels[i].turn.col(axis) -
                                        2 * here.panels[i].turn.col(axis) +
                                        after.panels[i].turn.col(axis);
            second.shift =
                before.panels[i].shift - 2 * here.panels[i].shift + after.panels[i].shift;
            // Most panels are told by a bound; only near the limit corners are looked at.
            const Vec3 bound = second.shift.cwiseAbs() +
                               far[i].x() * second.turn.col(0).cwiseAbs() +
                               far[i].y() * second.turn.col(1).cwiseAbs();
            if (bound.squaredNorm() < 64 * bend * bend)
                continue;
            for (const Vec2& p : c.assembly.panels[i].outline)
                most = std::max(most, second.at(p).squaredNorm());
        }
        strays[s] = std::sqrt(most) / 8;
    }
    std::vector<double> more;
    for (size_t s = 0; s + 1 < count; ++s) {
        const double from = c.poses[s].opening, to = c.poses[s + 1].opening;
        const double stray = std::max(strays[s], strays[s + 1]);
        const bool leaves = liesFlat(c, c.poses[s]), reaches = liesFlat(c, c.poses[s + 1]);
        // Halving the step quarters the bend.
        int parts = 1;
        while (stray / (parts * parts) > bend && (to - from) / parts > finestStep)
            parts *= 2;
        if (leaves && from + nearFlat < to)
            more.push_back(from + nearFlat);
        for (int n = 1; n < parts; ++n) {
            const double at = from + (to - from) * n / parts;
            if (!(leaves && at <= from + nearFlat) && !(reaches && at >= to - nearFlat))
                more.push_back(at);
        }
        if (reaches && to - nearFlat > from)
            more.push_back(to - nearFlat);
    }
    for (double at : more) {
        if (stop)
            return;
        own_.push_back(std::make_unique<Pose>(poseAt(c.linkage, c.motion, at)));
        poses_.push_back(own_.back().get());
    }
    std::stable_sort(poses_.begin(), poses_.end(),
                     [](const Pose* a, const Pose* b) { return a->opening < b->opening; });
}

void Film::expose(const Case& c) {
    const size_t n = c.assembly.panels.size(), count = poses_.size();
    gives_.resize(n);
    std::vector<std::vector<int>> moved; // by loop; told when first needed
    for (size_t f = 0; f < count; ++f) {
        flat_.push_back(liesFlat(c, *poses_[f]));
        for (size_t l = 0; l < c.linkage.loops.size(); ++l)
            if (poses_[f]->misfits[l] > closesWithin) {
                if (moved.empty())
                    moved = movedByLoops(c);
                for (int i : moved[l]) {
                    gives_[i].resize(count);
                    gives_[i][f] =
                        std::max(gives_[i][f], static_cast<float>(poses_[f]->misfits[l]));
                }
            }
    }
    reelCount_ = (count + reelLength - 1) / reelLength;
    planes_.resize(n * count);
    corners_.resize(outline_.size() * count);
    boxes_.resize(pieces_.size() * count);
    swept_.resize(pieces_.size());
    reels_.resize(pieces_.size() * reelCount_);
    std::vector<size_t> firstOf(n + 1); // of every panel's pieces, which follow one another
    for (const Piece& p : pieces_)
        ++firstOf[p.panel + 1];
    std::partial_sum(firstOf.begin(), firstOf.end(), firstOf.begin());
    // A few panels at a time, so that poses are read in order.
    constexpr size_t together = 8;
    for (size_t some = 0; some < n; some += together)
        for (size_t f = 0; f < count; ++f)
            for (size_t i = some; i < std::min(n, some + together); ++i) {
                const Rigid& at = poses_[f]->panels[i];
                planes_[i * count + f] = planeOf(at);
                for (size_t k = firstOf[i]; k < firstOf[i + 1]; ++k) {
                    const Piece& p = pieces_[k];
                    Vec3* to = &corners_[static_cast<size_t>(p.first) * count + f * p.count];
                    Box box;
                    for (int q = 0; q < p.count; ++q) {
                        to[q] = at.at(outline_[p.first + q]);
                        box.take(to[q]);
                    }
                    boxes_[k * count + f] = box;
                    reels_[k * reelCount_ + f / reelLength].take(box);
                    if (f % reelLength == 0 && f > 0)
                        reels_[k * reelCount_ + f / reelLength - 1].take(box);
                }
            }
    for (size_t k = 0; k < pieces_.size(); ++k)
        for (size_t r = 0; r < reelCount_; ++r)
            swept_[k].take(reels_[k * reelCount_ + r]);
    alongSpine_.resize(pieces_.size());
    std::iota(alongSpine_.begin(), alongSpine_.end(), 0);
    std::sort(alongSpine_.begin(), alongSpine_.end(),
              [&](int a, int b) { return swept_[a].low.y() < swept_[b].low.y(); });
}

Polygon Film::place(int piece, const Pose& pose, std::vector<Vec3>& corners, Plane& plane) const {
    const Piece& p = pieces_[piece];
    corners.clear();
    for (int i = p.first; i < p.first + p.count; ++i)
        corners.push_back(pose.panels[p.panel].at(outline_[i]));
    plane = planeOf(pose.panels[p.panel]);
    return {corners.data(), p.count, &plane};
}

} // namespace hl::proving
