#include "core/report/report.h"
#include "core/prove/prove.h"
#include <algorithm>

namespace hl::report {
namespace {

// The section that cuts the most panels, along the spine, mm.
double tellingSection(const Case& c) {
    const bool top = c.design.card.spine == SpineSide::Top;
    const double length = top ? c.design.card.width.mm() : c.design.card.height.mm();
    const Pose pose =
        poseAt(c.linkage, c.motion, std::clamp(c.assembly.display.at, c.first(), c.last()));
    double best = length / 2;
    int most = -1;
    for (int n = 1; n < 40; ++n) {
        const double y = length * n / 40;
        int cut = 0;
        for (size_t i = 0; i < pose.panels.size(); ++i) {
            double low = 1e300, high = -1e300;
            for (const Vec2& p : c.assembly.panels[i].outline) {
                low = std::min(low, pose.panels[i].at(p).y());
                high = std::max(high, pose.panels[i].at(p).y());
            }
            cut += low < y && y < high && c.assembly.panels[i].role != Role::Tab;
        }
        if (cut > most) {
            most = cut;
            best = y;
        }
    }
    return best;
}

} // namespace

std::string ruleTitle(const std::string& id) {
    for (const Rule& r : rules())
        if (id == r.id)
            return r.title;
    return id;
}

Report reportOf(const Evidence& e, const std::vector<Finding>& findings) {
    const Case& c = e.c;
    const double at = std::clamp(c.assembly.display.at, c.first(), c.last());
    const Curves curves = curvesOf(e);
    Report out;
    out.title = c.design.title;
    out.verdict = sentenceOf(verdictOf(findings));
    out.pictures = {standingOf(c, at), profileOf(c, at, tellingSection(c)), mapOf(e),
                    chartOf(c, curves, findings, at)};
    out.findings = findings;
    for (const Finding& f : findings)
        out.shown.push_back(standingOf(c, f.opening, f.panels, 60, 45));
    out.facts = factsOf(e, curves);
    return out;
}

} // namespace hl::report
