// How fast an edit is answered: a scene of fourteen structures, nested four deep; one measure is
// changed, and the new pose and the new findings are waited for. Prints both, and the time of a
// frame at 30 per second and of a quarter of a second to compare with.
#include "core/edit/edit.h"
#include "core/assemble/assemble.h"
#include "core/prove/prove.h"
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <vector>

using namespace hl;

namespace {

double since(std::chrono::steady_clock::time_point start) {
    return std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - start)
        .count();
}

Design scene() {
    Design d =
        *newDesign(Measure::fromMm(150), Measure::fromMm(210), SpineSide::Left, Unit::Millimetre);
    auto add = [&](const char* kind, const char* on, std::map<std::string, std::string> set) {
        auto next = addStructure(d, kind, on, set);
        if (!next) {
            std::fprintf(stderr, "%s\n", next.problem().text().c_str());
            std::exit(1);
        }
        d = next->first;
    };
    add("platform", "card.spine",
        {{"place", "6"}, {"width", "60"}, {"left", "45"}, {"height", "20"}});
    add("box", "platform1.top", {{"left", "20"}, {"width", "30"}, {"place", "4"}});
    add("box", "box1.tip", {{"left", "6"}, {"width", "14"}});
    add("topper", "box2.left-wall", {{"width", "8"}, {"height", "6"}});
    add("topper", "box1.right-wall", {{"width", "12"}, {"height", "8"}});
    add("tier-stack", "card.spine",
        {{"tiers", "2"}, {"place", "76"}, {"width", "50"}, {"reach", "26"}, {"height", "14"}});
    add("v-fold", "tier-stack1.top-2", {{"base_left", "9"}, {"place", "12"}});
    add("box", "card.spine", {{"place", "136"}, {"width", "40"}, {"left", "34"}});
    add("cut-out-box", "card.spine", {{"place", "184"}, {"width", "18"}, {"left", "20"}});
    add("tent", "box3.left-foot", {{"left", "8"}, {"width", "16"}});
    add("box", "box3.right-foot", {{"left", "9"}, {"width", "16"}});
    add("topper", "card.page-right", {{"across", "120"}, {"along", "180"}, {"width", "30"}});
    add("topper", "card.page-left", {{"across", "30"}, {"along", "180"}, {"width", "30"}});
    add("topper", "topper3.topper", {{"width", "10"}, {"height", "10"}});
    return d;
}

} // namespace

int main() {
    Design d = scene();
    std::vector<double> pose, findings;
    size_t panels = 0, told = 0;
    for (int i = 0; i < 15; ++i) {
        d.structure("platform1")->set["height"] = Measure::fromMm(20 + 0.5 * (i % 2));
        const auto start = std::chrono::steady_clock::now();
        const Assembly a = *assemble(d);
        const Case c(d, a);
        pose.push_back(since(start));
        told = prove(c).size();
        findings.push_back(since(start));
        panels = a.panels.size();
    }
    std::sort(pose.begin(), pose.end());
    std::sort(findings.begin(), findings.end());
    std::printf("edit of one measure, %zu structures, %zu panels, %zu findings, median of 15\n",
                d.structures.size(), panels, told);
    std::printf("  new motion   %6.1f ms   %.2f of a frame at 30 per second\n", pose[7],
                pose[7] / (1000 / 30.0));
    std::printf("  new findings %6.1f ms   %.2f of a quarter of a second\n", findings[7],
                findings[7] / 250);
}
