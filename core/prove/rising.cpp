#include "core/prove/rising.h"
#include "core/fold/energy.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

// What has to be known of a stage that springs, at each of its samples.
struct SpringCourse {
    std::vector<double> opened, height, held; // degrees, mm, N mm without the band
    std::vector<double> apart;                // mm, from hook to hook; of one with a band
};

const std::string& ownerOfCrease(const Assembly& a, const std::string& crease) {
    return a.parts[static_cast<size_t>(a.creases[static_cast<size_t>(a.crease(crease))].part)]
        .structure;
}

// How far the farthest corner of a structure lies off the panel it stands on.
double heightOf(const Case& c, const std::string& structure, const Pose& pose) {
    const Assembly& a = c.assembly;
    const auto mine = [&](int panel) {
        return a.parts[static_cast<size_t>(a.panels[static_cast<size_t>(panel)].part)].structure ==
               structure;
    };
    const auto foot = std::find_if(a.joins.begin(), a.joins.end(),
                                   [&](const Join& j) { return mine(j.tab) && !mine(j.landing); });
    if (foot == a.joins.end())
        return 0;
    const Rigid back = pose.panels[static_cast<size_t>(foot->landing)].inverse();
    double most = 0;
    for (size_t i = 0; i < a.panels.size(); ++i)
        if (mine(static_cast<int>(i)))
            for (const Vec2& p : a.panels[i].outline)
                most = std::max(most, std::fabs((back * pose.panels[i]).at(p).z()));
    return most;
}

int bandOf(const Assembly& a, const std::string& structure) {
    for (size_t i = 0; i < a.elastics.size(); ++i)
        if (a.elastics[i].structure == structure)
            return static_cast<int>(i);
    return -1;
}

double gapOf(const Case& c, const std::string& structure, const Pose& pose) {
    double widest = -1;
    for (const Seam& s : c.assembly.seams)
        if (s.structure == structure)
            widest = std::max(
                widest, s.along * (pose.panels[static_cast<size_t>(s.panels[0])].at(s.places[0]) -
                                   pose.panels[static_cast<size_t>(s.panels[1])].at(s.places[1]))
                                      .norm());
    return widest;
}

// A band's energy, N mm: see core/fold/energy.
double bandHolds(double apart, double length, double pull) {
    const double over = std::max(0.0, apart - length);
    return pull * over * over / (2 * length);
}

// The stage of the motion once more over its whole range, as if the hand moved it.
SpringCourse wholeCourse(const Case& c, const Rising& r) {
    Assembly a = c.assembly;
    const Stage& found = a.motion[static_cast<size_t>(r.stage)];
    Stage whole = found;
    whole.to = r.widest;
    whole.springs = whole.assumed = false;
    a.motion[static_cast<size_t>(r.stage)] = whole;
    const Linkage k = linkageOf(a);
    const Motion m = motionOf(k);
    const Course::Leg& leg = k.course.legs()[static_cast<size_t>(r.stage)];
    SpringCourse out;
    const std::vector<double>& places = k.course.samples();
    for (size_t s = 0; s < places.size(); ++s) {
        if (places[s] < leg.begin - 1e-9 || places[s] > leg.end + 1e-9)
            continue;
        Pose pose;
        pose.angles = m.values[s];
        placeAll(k, m, pose);
        out.opened.push_back(leg.shown(places[s]));
        out.height.push_back(heightOf(c, r.structure, pose));
        const double apart = r.elastic < 0 ? 0 : stretchedTo(k, r.elastic, m.values[s]);
        out.apart.push_back(apart);
        const double band =
            r.elastic < 0
                ? 0
                : bandHolds(apart, r.slack, a.elastics[static_cast<size_t>(r.elastic)].pull);
        out.held.push_back(energyHeld(k, m.values[s]) - band);
    }
    return out;
}

// Where it rests with a band of a length: by the parabola through the lowest three samples.
BandTried restsWith(const SpringCourse& course, double length, double pull) {
    std::vector<double> energy;
    for (size_t i = 0; i < course.held.size(); ++i)
        energy.push_back(course.held[i] + bandHolds(course.apart[i], length, pull));
    const size_t least =
        static_cast<size_t>(std::min_element(energy.begin(), energy.end()) - energy.begin());
    BandTried out{length, course.height[least], course.opened[least]};
    if (least == 0 || least + 1 == energy.size())
        return out;
    const double x[] = {course.opened[least - 1], course.opened[least], course.opened[least + 1]};
    const double up = (energy[least + 1] - energy[least]) / (x[2] - x[1]),
                 down = (energy[least] - energy[least - 1]) / (x[1] - x[0]);
    if (up - down < 1e-15)
        return out;
    out.opened =
        std::clamp((x[0] + x[1]) / 2 - down * (x[2] - x[0]) / (2 * (up - down)), x[0], x[2]);
    const size_t from = out.opened < x[1] ? least - 1 : least;
    const double part =
        (out.opened - course.opened[from]) / (course.opened[from + 1] - course.opened[from]);
    out.rise = course.height[from] + part * (course.height[from + 1] - course.height[from]);
    return out;
}

double pullOf(const Case& c, const Rising& r) {
    return c.assembly.elastics[static_cast<size_t>(r.elastic)].pull;
}

} // namespace

std::vector<Rising> risingsOf(const Case& c) {
    std::vector<Rising> out;
    const auto& legs = c.linkage.course.legs();
    for (size_t i = 0; i < legs.size() && i < c.assembly.motion.size(); ++i) {
        const Stage& stage = c.assembly.motion[i];
        if (!stage.springs || c.assembly.crease(stage.drive) < 0)
            continue;
        Rising r;
        r.structure = ownerOfCrease(c.assembly, stage.drive);
        r.stage = static_cast<int>(i);
        r.widest = stage.widest;
        const Pose flat = poseAt(c.linkage, c.motion, legs[i].begin),
                   stands = poseAt(c.linkage, c.motion, legs[i].end);
        r.opened = legs[i].shownTo;
        r.rise = heightOf(c, r.structure, stands) - heightOf(c, r.structure, flat);
        r.gap = gapOf(c, r.structure, stands);
        r.elastic = bandOf(c.assembly, r.structure);
        if (r.elastic >= 0) {
            r.slack = c.assembly.elastics[static_cast<size_t>(r.elastic)].length;
            r.flat = stretchedTo(c.linkage, r.elastic, flat.angles);
            r.stands = stretchedTo(c.linkage, r.elastic, stands.angles);
        }
        // Pressing it down by a little takes what folds and band hold more for it.
        double energy = 0, height = 0;
        bool before = false;
        const std::vector<double>& places = c.linkage.course.samples();
        for (size_t s = 0; s < places.size(); ++s) {
            if (places[s] < legs[i].begin - 1e-9 || places[s] > legs[i].end + 1e-9)
                continue;
            const double e = energyHeld(c.linkage, c.motion.values[s]),
                         h = heightOf(c, r.structure, c.poses[s]);
            if (before && h > height + 1e-9)
                r.press = std::max(r.press, (energy - e) / (h - height));
            energy = e;
            height = h;
            before = true;
        }
        out.push_back(r);
    }
    return out;
}

std::vector<BandTried> bandsTried(const Case& c, const Rising& r) {
    std::vector<BandTried> out;
    if (r.elastic < 0)
        return out;
    const SpringCourse course = wholeCourse(c, r);
    for (double length = std::ceil(r.flat / bandBears); length < r.flat; ++length)
        out.push_back(restsWith(course, length, pullOf(c, r)));
    return out;
}

std::vector<BandTried> bandsThatWork(const Case& c, const Rising& r) {
    std::vector<BandTried> out;
    constexpr double most = 0.8; // of how far it could come: the least that looks like a solid
    for (const BandTried& b : bandsTried(c, r))
        if (b.opened >= most * r.widest)
            out.push_back(b);
    return out;
}

std::optional<double> bandFor(const Case& c, const Rising& r, double rise) {
    if (r.elastic < 0)
        return {};
    const SpringCourse course = wholeCourse(c, r);
    const double pull = pullOf(c, r);
    const double shortest = r.flat / bandBears, longest = r.flat;
    // The shorter it is, the higher it rises.
    if (restsWith(course, shortest, pull).rise < rise ||
        restsWith(course, longest, pull).rise > rise)
        return {};
    double low = shortest, high = longest;
    while (high - low > 0.05) {
        const double middle = (low + high) / 2;
        (restsWith(course, middle, pull).rise >= rise ? low : high) = middle;
    }
    return std::floor(10 * low) / 10;
}

} // namespace hl::proving
