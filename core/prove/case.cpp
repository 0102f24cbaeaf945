#include "core/prove/case.h"

namespace hl {

Case::Case(Design d, Assembly a, const std::atomic<bool>* cancel, Workshop w)
    : design(std::move(d)), assembly(std::move(a)), linkage(linkageOf(assembly)),
      motion(motionOf(linkage, cancel)), workshop(std::move(w)) {
    for (double at : linkage.course.samples()) {
        if (cancel && *cancel)
            break;
        poses.push_back(poseAt(linkage, motion, at));
    }
}

double caliperOf(const Case& c, int panel) {
    const Stock* s = c.design.stock(c.assembly.parts[c.assembly.panels[panel].part].stock);
    return s ? s->caliper.mm() : 0.3;
}

} // namespace hl
