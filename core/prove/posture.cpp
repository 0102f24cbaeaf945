#include "core/prove/posture.h"
#include <cmath>

namespace hl {

Rigid stanceOf(Posture stance, double opening) {
    Rigid r;
    if (stance == Posture::Cradled)
        return r;
    if (stance == Posture::Standing) {
        r.turn << 1, 0, 0, 0, 0, -1, 0, 1, 0;
        return r;
    }
    if (stance == Posture::Roof) {
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

Posture naturalStance(const Design& design) {
    switch (design.card.stands) {
    case Stands::Page:
        return Posture::Lying;
    case Stands::Edge:
        return design.card.spine == SpineSide::Top ? Posture::Roof : Posture::Standing;
    case Stands::Fold:
        return Posture::Cradled;
    case Stands::Auto:
        break;
    }
    int along = 0, others = 0;
    for (const StructureSpec& s : design.structures)
        if (s.on == "card.spine")
            ++(s.kind == "v-fold" ? along : others);
    // A range of hills behind a card that lies open is seen from the other end of the fold,
    // whatever stands before it.
    const double shown = design.card.shown ? design.card.shown->degrees() : 90;
    const bool open = shown >= 150;
    if (shown >= 170 && design.card.form == "single" && design.card.spine == SpineSide::Left)
        return Posture::Cradled; // it lies on the table
    return along > others || (along && open)     ? Posture::Cradled
           : design.card.spine == SpineSide::Top ? Posture::Lying
                                                 : Posture::Standing;
}

} // namespace hl
