#include "core/fold/case.h"
#include "core/fold/limit.h"
#include "core/fold/row_order.h"
#include <algorithm>

namespace hl::fold {

Case::Case(Design d, Assembly a, const std::atomic<bool>* cancel, Workshop w)
    : design(std::move(d)), assembly(inRowOrder(design, std::move(a))),
      linkage(linkageOf(assembly)), motion(motionOf(linkage, cancel)), workshop(std::move(w)) {
    if (!(cancel && *cancel) && endAtTaut(assembly, linkage, motion)) {
        linkage = linkageOf(assembly);
        motion = motionOf(linkage, cancel);
    }
    pose(cancel);
}

Case::Case(Design d, Assembly a, const Case& like, const std::atomic<bool>* cancel)
    : design(std::move(d)), assembly(withStagesOf(std::move(a), like.assembly)),
      linkage(linkageOf(assembly)), motion(motionLike(like.motion, linkage, cancel)),
      workshop(like.workshop) {
    pose(cancel);
}

Case::~Case() = default;

void Case::pose(const std::atomic<bool>* cancel) {
    for (double at : linkage.course.samples()) {
        if (cancel && *cancel)
            break;
        poses.push_back(poseAt(linkage, motion, at));
    }
}

bool sameMakeUp(const Assembly& a, const Assembly& b) {
    auto same = [](auto& p, auto& q) {
        return std::equal(p.begin(), p.end(), q.begin(), q.end(),
                          [](auto& x, auto& y) { return x.id == y.id; });
    };
    return same(a.panels, b.panels) && same(a.creases, b.creases) && same(a.joins, b.joins);
}

double caliperOf(const Case& c, int panel) {
    return stockOf(c.design, c.assembly, panel).caliper.mm();
}

} // namespace hl::fold
