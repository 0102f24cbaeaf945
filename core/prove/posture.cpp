#include "core/prove/posture.h"
#include "core/prove/solids.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {

namespace {

Rigid withoutTurn(Posture posture, double opening) {
    Rigid r;
    if (posture == Posture::Cradled)
        return r;
    if (posture == Posture::Standing) {
        r.turn << 1, 0, 0, 0, 0, -1, 0, 1, 0;
        return r;
    }
    if (posture == Posture::Roof) {
        r.turn << 0, 1, 0, 1, 0, 0, 0, 0, -1;
        return r;
    }
    const double half = opening * pi / 360;
    const Vec3 page(std::sin(half), 0, std::cos(half)), up(-std::cos(half), 0, std::sin(half));
    r.turn.row(0) = Vec3(0, 1, 0).transpose();
    r.turn.row(1) = -page.transpose();
    r.turn.row(2) = up.transpose();
    return r;
}

// Whether what touches the table are edges alone, of panels that do not lie.
bool restsOnEdges(const Case& c, const Pose& pose, Posture posture) {
    constexpr double touches = 0.3; // mm above the table
    const Rigid stand = withoutTurn(posture, spineOpening(c, pose));
    std::vector<double> lowest(pose.panels.size(), 1e300);
    double table = 1e300;
    for (size_t i = 0; i < lowest.size(); ++i)
        if (!c.linkage.loose[i])
            for (const Vec2& p : c.assembly.panels[i].outline)
                table = std::min(
                    table, lowest[i] = std::min(lowest[i], (stand * pose.panels[i]).at(p).z()));
    int feet = 0;
    for (size_t i = 0; i < lowest.size(); ++i)
        if (lowest[i] < table + touches) {
            if (std::fabs((stand * pose.panels[i]).turn(2, 2)) > lies)
                return false;
            ++feet;
        }
    return feet > 1;
}

Posture postureOf(const Case& c, const Pose& pose) {
    const CardSpec& card = c.design.card;
    switch (card.stands) {
    case Stands::Page:
        return Posture::Lying;
    case Stands::Edge:
        return card.spine != SpineSide::Top            ? Posture::Standing
               : restsOnEdges(c, pose, Posture::Lying) ? Posture::Lying
                                                       : Posture::Roof;
    case Stands::Fold:
        return Posture::Cradled;
    case Stands::Auto:
        break;
    }
    int along = 0, others = 0;
    for (const StructureSpec& s : c.design.structures)
        if (s.on == "card.spine")
            ++(familyOf(s).alongFold ? along : others);
    // A range of hills behind a card that lies open is seen from the other end of the fold,
    // whatever stands before it.
    const double shown = c.assembly.display.at;
    const bool open = card.shown && shown >= 150;
    const bool flat =
        (card.shown || formOf(c.design).lies) && c.linkage.spine >= 0 && liesFlatOpen(c, pose);
    if (flat && card.spine == SpineSide::Left)
        return Posture::Cradled; // it lies on the table
    return along > others || (along && open) ? Posture::Cradled
           : card.spine == SpineSide::Top    ? Posture::Lying
                                             : Posture::Standing;
}

// The middle of a panel or crease on the table, and for a panel where it faces.
struct Piece {
    Vec3 middle = Vec3::Zero(), facing = Vec3::Zero();
};

Vec3 middleOf(const Panel& p, const Rigid& at) { return at.at(centroidOf(p.outline)); }

// Whence one looks at what faces one way, or lies on one side of the middle: level, a unit; zero
// where it is as good from anywhere.
Vec3 whence(const Piece& piece, const Vec3& middle) {
    constexpr double aside = 1; // mm off the middle that say nothing
    Vec3 off = piece.middle - middle, way = piece.facing;
    off.z() = 0;
    if (std::fabs(way.z()) < lies && way.norm() > 0.5) {
        if (way.dot(off) < -aside)
            way = -way;
    } else {
        way = off;
        if (off.norm() < aside)
            return Vec3::Zero();
    }
    way.z() = 0;
    return way.normalized();
}

double turnTo(const Vec3& from) { // so that what is seen from there is seen from negative y
    return from.norm() < 0.5 ? 0 : -pi / 2 - std::atan2(from.y(), from.x());
}

double frontTurn(const Case& c, const Pose& pose, Posture posture) {
    const std::string& front = c.design.card.front;
    if (front == "left" || front == "right")
        return front == "left" ? pi / 2 : -pi / 2;
    if (front == "behind")
        return pi;
    const Assembly& a = c.assembly;
    const Rigid stand = withoutTurn(posture, spineOpening(c, pose));
    const auto at = [&](int panel) { return stand * pose.panels[static_cast<size_t>(panel)]; };
    Box box;
    for (size_t i = 0; i < a.panels.size(); ++i)
        if (!c.linkage.loose[i])
            for (const Vec2& p : a.panels[i].outline)
                box.take(at(static_cast<int>(i)).at(p));
    const Vec3 middle = (box.low + box.high) / 2;
    const auto ofPanel = [&](int i) {
        const Rigid there = at(i);
        return whence({middleOf(a.panels[static_cast<size_t>(i)], there), there.turn.col(2)},
                      middle);
    };
    if (const int k = a.crease(front); k >= 0) {
        const Crease& fold = a.creases[static_cast<size_t>(k)];
        const Vec3 on = at(fold.left).at((fold.from + fold.to) / 2);
        return turnTo(whence({on, Vec3::Zero()}, middle));
    }
    if (const int i = a.panel(front); i >= 0)
        return turnTo(ofPanel(i));
    int best = -1; // of a part or structure its largest panel; of a base that stands its window
    double most = front.empty() ? 1 : 0;
    for (size_t i = 0; i < a.panels.size(); ++i) {
        const Panel& p = a.panels[i];
        const Part& part = a.parts[static_cast<size_t>(p.part)];
        if (p.role == Role::Tab || p.rides >= 0 || c.linkage.loose[i])
            continue;
        double size = std::fabs(areaOf(p.outline));
        if (front.empty()) {
            if (c.linkage.spine >= 0 || posture != Posture::Standing || p.role != Role::Page)
                continue;
            for (const Ring& piece : p.pieces)
                size -= std::fabs(areaOf(piece));
        } else if (part.id != front && ownerOf(p.id) != front) {
            continue;
        }
        if (size > most) {
            most = size;
            best = static_cast<int>(i);
        }
    }
    return best < 0 ? 0 : turnTo(ofPanel(best));
}

} // namespace

Rigid stanceOf(const PutDown& put, double opening) {
    const Rigid r = withoutTurn(put.posture, opening);
    if (put.turn == 0)
        return r;
    Rigid round;
    const double co = std::cos(put.turn), si = std::sin(put.turn);
    round.turn << co, -si, 0, si, co, 0, 0, 0, 1;
    return round * r;
}

double spineOpening(const Case& c, const Pose& pose) {
    if (c.linkage.spine < 0) // a lone base lies
        return 180;
    return 180 - std::fabs(pose.angles[static_cast<size_t>(c.linkage.spine)]) * 180 / pi;
}

bool liesFlatOpen(const Case& c, const Pose& pose) {
    constexpr double open = 10 * pi / 180; // radians that a fold may lack of lying flat
    bool any = false;
    for (size_t k = 0; k < c.assembly.creases.size(); ++k) {
        const Crease& fold = c.assembly.creases[k];
        if (c.assembly.panels[static_cast<size_t>(fold.left)].role != Role::Page ||
            c.assembly.panels[static_cast<size_t>(fold.right)].role != Role::Page)
            continue;
        any = true;
        if (std::fabs(pose.angles[k]) > open)
            return false;
    }
    return any;
}

PutDown putDown(const Case& c) {
    const Pose pose =
        poseAt(c.linkage, c.motion, std::clamp(c.assembly.display.at, c.first(), c.last()));
    const Posture posture = postureOf(c, pose);
    return {posture, frontTurn(c, pose, posture)};
}

} // namespace hl::proving
