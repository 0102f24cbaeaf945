// Motion: at every stage a card must have one free motion, the one that is driven. None is locked,
// more means that panels flap: then only the stiffness of the paper holds them where they are
// drawn. What is joined to nothing is told here too.
#include "core/fold/mobility.h"
#include "core/fold/closure.h"
#include "core/measure/number.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <map>
#include <set>

namespace hl::proving {
namespace {

constexpr double closed = 1e-6;                        // mm
constexpr double general[] = {0.43, 0.57, 0.28, 0.73}; // parts of a stage, nothing special there

const Pose* generalPose(const Case& c, const Course::Leg& leg) {
    for (double part : general) {
        const int s = c.linkage.course.below(leg.begin + part * (leg.end - leg.begin));
        if (c.poses[s].misfit() < closed)
            return &c.poses[s];
    }
    return nullptr;
}

// Whether a joint is held at the displayed pose because its chain is taut there: were the hand to
// go on a little, the loops that the joint is part of would not close any more.
bool taut(const Case& c, int joint) {
    constexpr double further = 1.5; // degrees
    const Linkage& k = c.linkage;
    const double shown = std::clamp(c.assembly.display.at, c.first(), c.last());
    std::vector<double> values = poseAt(k, c.motion, shown).angles;
    for (const Course::Leg& leg : k.course.legs())
        if (leg.begin <= shown && shown <= leg.end &&
            k.joints[leg.joint].freedom == Freedom::Fold) {
            values[leg.joint] += (leg.to - leg.from) / (leg.end - leg.begin) * further;
            const Bounds bounds = boundsOf(k.joints[leg.joint]);
            if (values[leg.joint] < bounds.low || values[leg.joint] > bounds.high)
                return false; // the hand cannot go on: it is open, or closed, all the way
        }
    fillTied(k, values);
    for (const Block& b : c.motion.blocks) {
        moveToClosure(k, b, values);
        for (int l : b.loops)
            for (const LoopHinge& h : k.loops[l].hinges)
                if (h.joint == joint && missOf(k, k.loops[l], values) > 1e-3)
                    return true;
    }
    return false;
}

std::string list(const Case& c, const std::vector<int>& panels) {
    constexpr size_t mostNamed = 5;
    std::string out;
    if (panels.size() > mostNamed)
        return sayPanel(c, panels.front()) + " and " + numberText(int(panels.size()) - 1) +
               " more panels";
    for (size_t i = 0; i < panels.size(); ++i)
        out += (i == 0                  ? ""
                : i + 1 < panels.size() ? ", the "
                                        : " and the ") +
               sayPanel(c, panels[i]);
    return out;
}

Finding findingAt(const Case& c, const char* code, Severity s, double at) {
    return Finding::of(code, s, c.first(), c.last(), at);
}

void locked(const Case& c, int joint, const Mobility& m, const Pose& pose,
            std::vector<Finding>& out) {
    for (int l : m.locking) {
        const Loop& loop = c.linkage.loops[l];
        Finding f = findingAt(c, "mobility.locked", Severity::Stop, pose.opening);
        nameIn(f, c, loop.held);
        nameIn(f, c, loop.landing);
        std::string round; // the creases of the loop
        std::set<int> met;
        for (const LoopHinge& h : loop.hinges)
            if (met.insert(h.joint).second)
                round += (round.empty() ? "the " : ", the ") + sayJoint(c, h.joint);
        const std::string how =
            loop.join < 0 ? "folded along" : traitsOf(c.assembly.joins[loop.join].kind).held;
        f.message = "The card is locked: with the " + sayPanel(c, loop.held) + " " + how + " the " +
                    sayPanel(c, loop.landing) + " the " + sayJoint(c, joint) + " cannot move " +
                    sayOpening(c, pose.opening, pose.opening) + ". The loop that locks runs over " +
                    round + ".";
        f.remedy =
            "Leave that tab unglued, or make its creases parallel to the fold or meet on it.";
        out.push_back(f);
    }
}

// What flaps inside a loop, told once for each part.
void flapping(const Case& c, int joint, const Mobility& m, const Pose& pose, std::set<int>& told,
              std::vector<Finding>& out) {
    const Linkage& k = c.linkage;
    std::set<int> panels;
    for (int j : m.flapping)
        for (int panel : {k.joints[j].left, k.joints[j].right})
            if (c.assembly.panels[panel].role == Role::Wall)
                panels.insert(panel);
    for (int j : m.flapping) {
        const int part = c.assembly.panels[k.joints[j].right].part;
        if (taut(c, j) || !told.insert(part).second)
            continue;
        std::vector<int> mine;
        for (int p : panels)
            if (c.assembly.panels[p].part == part)
                mine.push_back(p);
        // What rises by itself from a lone base is held by its folds on purpose.
        const bool meant = k.spine < 0;
        Finding f = findingAt(c, "mobility.flaps", meant ? Severity::Note : Severity::Caution,
                              pose.opening);
        for (int p : mine)
            nameIn(f, c, p);
        if (mine.empty()) {
            nameIn(f, c, k.joints[j].right);
            mine.push_back(k.joints[j].right);
        }
        f.message = "The " + list(c, mine) + " can flap while the " + sayJoint(c, joint) +
                    " stands still, round the " + sayJoint(c, j) +
                    "; only the stiffness of the folds holds them as drawn.";
        f.remedy = meant ? "Nothing, if it is to rise by itself."
                         : "Glue down one more tab, or let a stay hold it.";
        out.push_back(f);
    }
}

// How far a panel reaches from the fold that it hangs on, mm.
double reachFrom(const Case& c, int joint, int panel) {
    const Crease& fold = c.assembly.creases[static_cast<size_t>(joint)];
    double far = 0;
    for (const Vec2& p : c.assembly.panels[static_cast<size_t>(panel)].outline)
        far = std::max(far, std::fabs(leftOf(fold.dir()).dot(p - fold.from)));
    return far;
}

// A row of panels that hangs on one fold after the other, held by nothing at its end.
void rowHangs(const Case& c, const std::vector<std::pair<int, int>>& row,
              std::vector<Finding>& out) {
    Finding f = findingAt(c, "mobility.row", Severity::Note, c.first());
    std::vector<int> panels;
    double longest = 0;
    for (auto [joint, panel] : row) {
        nameIn(f, c, panel);
        panels.push_back(panel);
        longest = std::max(longest, reachFrom(c, joint, panel));
    }
    f.message = "The " + list(c, panels) + " hang free, one on the other, from the " +
                sayJoint(c, row.front().first) + ": nothing holds their " + numberText(row.size()) +
                " folds; they are drawn as they rest.";
    f.remedy =
        "Stays would hold them: strips as long as the panel that they run beside (up to " +
        sayAmount(c, longest) +
        "), above and below, from the fold at its end to what it stands on. Nothing, if they "
        "are meant to swing.";
    out.push_back(f);
}

void flaps(const Case& c, std::vector<Finding>& out) {
    const Linkage& k = c.linkage;
    std::map<int, int> hung; // the joint that a panel hangs on, by the panel
    std::vector<std::pair<int, int>> all;
    for (int j : k.flaps) {
        const Joint& joint = k.joints[j];
        if (k.loose[joint.left])
            continue;
        // The side that hangs on nothing but this joint is the one further from the card.
        const bool outer = std::any_of(k.tree.begin(), k.tree.end(), [&](const TreeStep& s) {
            return s.joint == j && s.sign > 0;
        });
        all.emplace_back(j, outer ? joint.right : joint.left);
        if (joint.join < 0 && c.assembly.panels[all.back().second].role != Role::Tab)
            hung[all.back().second] = j;
    }
    std::set<int> told; // panels
    for (auto [j, panel] : all) {
        const Joint& joint = k.joints[j];
        const int inner = joint.left == panel ? joint.right : joint.left;
        if (!hung.count(panel) || hung.count(inner))
            continue; // it begins no row
        std::vector<std::pair<int, int>> row{{j, panel}};
        for (bool more = true; more;) {
            more = false;
            for (auto [next, beyond] : all) {
                const Joint& n = k.joints[next];
                if (hung.count(beyond) && beyond != row.back().second &&
                    (n.left == row.back().second || n.right == row.back().second)) {
                    row.emplace_back(next, beyond);
                    more = true;
                    break;
                }
            }
        }
        if (row.size() < 2)
            continue;
        for (auto& one : row)
            told.insert(one.second);
        rowHangs(c, row, out);
    }
    for (auto [j, panel] : all) {
        if (told.count(panel))
            continue;
        const bool tab = c.assembly.panels[panel].role == Role::Tab;
        const bool slides = k.joints[j].freedom == Freedom::Slide;
        Finding f = findingAt(c,
                              tab      ? "mobility.unglued"
                              : slides ? "mobility.slides"
                                       : "mobility.flap",
                              Severity::Note, c.first());
        nameIn(f, c, panel);
        f.message =
            "The " + sayPanel(c, panel) +
            (tab      ? " is glued to nothing; it is drawn as it rests."
             : slides ? " slides freely; it is drawn where it begins."
                      : " is a plain flap on the " + sayJoint(c, j) + "; it is drawn as it rests.");
        f.remedy =
            tab      ? "Glue it to a panel, or remove it."
            : slides ? "Say in the motion how far it is pulled, and what it meets on its way is "
                       "looked for."
                     : "Nothing, if it is meant to flap; ask in which order it opens, and what it "
                       "meets on its way is looked for.";
        out.push_back(f);
    }
}

void loose(const Case& c, std::vector<Finding>& out) {
    std::set<int> told;
    for (size_t i = 0; i < c.linkage.loose.size(); ++i) {
        const int number = c.assembly.panels[i].part;
        if (!c.linkage.loose[i] || !told.insert(number).second)
            continue;
        Finding f = findingAt(c, "mobility.loose", Severity::Caution, c.first());
        nameIn(f, c, static_cast<int>(i));
        f.message =
            c.assembly.parts[number].name + " is joined to nothing; it lies beside the card.";
        f.remedy = "Give it a tab and glue that to a panel.";
        out.push_back(f);
    }
}

} // namespace

void mobility(const Evidence& e, const Stop&, std::vector<Finding>& out) {
    const Case& c = e.c;
    std::set<int> told;
    struct At {
        int joint = 0;
        const Pose* pose = nullptr;
        Mobility found;
    };
    std::vector<At> stages;
    double stageEnd = -1; // the end of the stage just looked at: what goes together is one motion
    for (const Course::Leg& leg : c.linkage.course.legs()) {
        if (leg.end == stageEnd)
            continue;
        stageEnd = leg.end;
        if (const Pose* pose = generalPose(c, leg)) // else it binds everywhere: the misfit says so
            stages.push_back({leg.joint, pose, mobilityAt(c.linkage, c.motion, *pose, leg.joint)});
    }
    // What flaps does so in every stage: in one that begins with all else flat, chains give way in
    // no other sense than that they lie at their dead point.
    const auto flapsAlways = [&](int joint) {
        return std::all_of(stages.begin(), stages.end(), [&](const At& s) {
            const auto& all = s.found.flapping;
            return std::find(all.begin(), all.end(), joint) != all.end();
        });
    };
    for (At& s : stages) {
        auto& all = s.found.flapping;
        all.erase(std::remove_if(all.begin(), all.end(), [&](int j) { return !flapsAlways(j); }),
                  all.end());
    }
    for (const At& s : stages) {
        locked(c, s.joint, s.found, *s.pose, out);
        flapping(c, s.joint, s.found, *s.pose, told, out);
    }
    flaps(c, out);
    loose(c, out);
}

} // namespace hl::proving
