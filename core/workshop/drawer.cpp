#include "core/workshop/drawer.h"
#include <algorithm>
#include <cctype>
#include <tuple>

namespace hl::workshop {
namespace {

bool alike(const std::string& a, const std::string& b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end(), [](unsigned char x, unsigned char y) {
        return std::tolower(x) == std::tolower(y);
    });
}

auto tied(const PaperSheet& s) {
    return std::tie(s.width, s.height, s.realWidth, s.realHeight, s.count, s.price, s.offcut);
}
auto tied(const Adhesive& a) { return std::tie(a.name, a.minutes, a.thickness); }
auto tied(const Drawer& d) {
    return std::tie(d.papers, d.trimmer.length, d.trimmer.inside, d.board.width, d.board.height,
                    d.board.spacing, d.board.hold, d.board.school, d.board.bothEnds,
                    d.machine.width, d.machine.height, d.machine.allowance, d.printer.margin,
                    d.pace);
}

} // namespace

std::vector<Adhesive> Drawer::sampleAdhesives() {
    return {{"White glue", 20, 0.05},
            {"Double-sided tape", 0, 0.1},
            {"Glue stick", 5, 0.03},
            {"Foam pad", 0, 2}};
}

const DrawerPaper* Drawer::paper(const std::string& name) const {
    auto it =
        std::find_if(papers.begin(), papers.end(), [&](auto& p) { return alike(p.name, name); });
    return it == papers.end() ? nullptr : &*it;
}
DrawerPaper* Drawer::paper(const std::string& name) {
    return const_cast<DrawerPaper*>(static_cast<const Drawer*>(this)->paper(name));
}

bool operator==(const PaperSheet& a, const PaperSheet& b) { return tied(a) == tied(b); }
bool operator==(const DrawerPaper& a, const DrawerPaper& b) {
    return std::tie(a.name, a.weight, a.caliper, a.grain, a.pattern, a.sheets) ==
           std::tie(b.name, b.weight, b.caliper, b.grain, b.pattern, b.sheets);
}
bool operator==(const Drawer& a, const Drawer& b) {
    return tied(a) == tied(b) &&
           std::equal(a.adhesives.begin(), a.adhesives.end(), b.adhesives.begin(),
                      b.adhesives.end(), [](auto& x, auto& y) { return tied(x) == tied(y); });
}

} // namespace hl::workshop
