#include "core/structures/strip.h"
#include "core/assembly/builder.h"
#include "core/design/design.h"
#include "core/structures/tab.h"
#include <algorithm>

namespace hl {
namespace {

constexpr double nominalWidth = 50.8, nominalFoot = 31.75, nominalTab = 9.525; // mm
constexpr double endCut = 70 * pi / 180; // how far tab corners are snipped back

Measure mm(double v) { return Measure::fromMm(v); }

} // namespace

std::vector<Parameter> stripParameters(const std::string& leftWallRelation, double leftWallDefault,
                                       bool leftWallFollows, const std::string& rightWallRelation,
                                       double rightWallDefault) {
    return {
        {"place", mm(63.5), mm(0), mm(1000), "from the start of the fold to the near side",
         "centred on the fold"},
        {"width", mm(nominalWidth), mm(3), mm(1000), "along the fold",
         "2 in, or six tenths of a shorter fold"},
        {"left", mm(nominalFoot), mm(2), mm(1000), "from the fold to the left foot",
         "1 1/4 in, or four tenths of a narrower landing"},
        {"right", mm(nominalFoot), mm(2), mm(1000), "from the fold to the right foot",
         "the same as left, or four tenths of a narrower landing", true},
        {"left_wall", mm(leftWallDefault), mm(2), mm(1000), "from the left foot to the tip",
         leftWallRelation, leftWallFollows},
        {"right_wall", mm(rightWallDefault), mm(2), mm(1000), "from the right foot to the tip",
         rightWallRelation, true},
        {"tab", mm(nominalTab), mm(3), mm(60), "depth of the tabs",
         "3/8 in, or eight tenths of the nearer foot", true},
    };
}

void completeFeet(Values& v, const Host& host) {
    v.try_emplace("width", std::min(nominalWidth, 0.6 * host.length));
    v.try_emplace("place", std::max(0.0, (host.length - v["width"]) / 2));
    v.try_emplace("left", std::min(nominalFoot, 0.4 * host.left.room));
    v.try_emplace("right", std::min(v["left"], 0.4 * host.right.room));
}

void completeTab(Values& v) {
    v.try_emplace("tab", std::min(nominalTab, 0.8 * std::min(v["left"], v["right"])));
}

void buildStrip(const StructureSpec& spec, const Values& v, const Host& host,
                AssemblyBuilder& out) {
    const double w = v.at("width"), p = v.at("left_wall"), q = v.at("right_wall");
    const double at = v.at("place"), tab = v.at("tab");
    out.part(spec.id, spec.name, spec.id, spec.stock);
    const Vec2 foot0(0, 0), foot1(0, w), tip0(p, 0), tip1(p, w), end0(p + q, 0), end1(p + q, w);
    int leftTab =
        out.panel("left-tab", Role::Tab, tabOutline(foot0, foot1, tab, true, endCut, endCut));
    int leftWall = out.panel("left-wall", Role::Wall, {foot0, tip0, tip1, foot1});
    int rightWall = out.panel("right-wall", Role::Wall, {tip0, end0, end1, tip1});
    int rightTab =
        out.panel("right-tab", Role::Tab, tabOutline(end0, end1, tab, false, endCut, endCut));
    // The tabs fold under, toward the host crease, where the walls hide them.
    int leftFoot = out.crease("left-foot", leftTab, leftWall, foot0, foot1, Fold::Mountain);
    out.crease("tip", leftWall, rightWall, tip0, tip1, Fold::Mountain);
    int rightFoot = out.crease("right-foot", rightWall, rightTab, end0, end1, Fold::Mountain);
    for (auto& [tabPanel, foot, seat, distance] :
         {std::tuple{leftTab, leftFoot, &host.left, v.at("left")},
          {rightTab, rightFoot, &host.right, v.at("right")}})
        out.glue(tabPanel, foot, seat->panel,
                 seat->origin + distance * seat->inward + at * seat->along, seat->along, true);
}

} // namespace hl
