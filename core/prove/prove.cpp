#include "core/prove/prove.h"
#include <algorithm>

namespace hl {

void folds(const Case& c, std::vector<Finding>& out);
void mobility(const Case& c, std::vector<Finding>& out);
void misfit(const Case& c, std::vector<Finding>& out);
void reach(const Case& c, std::vector<Finding>& out);
void overhang(const Case& c, std::vector<Finding>& out);
void collision(const Case& c, std::vector<Finding>& out);
void landing(const Case& c, std::vector<Finding>& out);

const std::vector<Rule>& rules() {
    static const std::vector<Rule> table = {
        {"folds", "Folds", folds},          {"mobility", "Motion", mobility},
        {"misfit", "Misfit", misfit},       {"reach", "Reach", reach},
        {"collision", "Collision", collision}, {"overhang", "Overhang", overhang}, {"landing", "Landing", landing},
    };
    return table;
}

Case::Case(Design d, Assembly a, const std::atomic<bool>* cancel)
    : design(std::move(d)), assembly(std::move(a)), linkage(linkageOf(assembly)),
      motion(motionOf(linkage, cancel)) {
    for (double at : linkage.course.samples()) {
        if (cancel && *cancel)
            break;
        poses.push_back(poseAt(linkage, motion, at));
    }
}

Verdict verdictOf(const std::vector<Finding>& findings) {
    Verdict v = Verdict::Works;
    for (auto& f : findings)
        if (f.severity == Severity::Stop)
            v = Verdict::Fails;
        else if (f.severity == Severity::Caution && v == Verdict::Works)
            v = Verdict::Care;
    return v;
}

std::vector<Finding> prove(const Case& c, const std::atomic<bool>* cancel) {
    std::vector<Finding> out;
    for (const Rule& rule : rules()) {
        if (cancel && *cancel)
            break;
        rule.run(c, out);
    }
    std::stable_sort(out.begin(), out.end(),
                     [](auto& a, auto& b) { return a.severity > b.severity; });
    return out;
}

} // namespace hl
