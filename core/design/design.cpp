#include "core/design/design.h"
#include <algorithm>
#include <tuple>

namespace hl {
namespace {

template<class Items> auto find(Items& items, const std::string& id) -> decltype(&items.front()) {
    auto it = std::find_if(items.begin(), items.end(), [&](auto& i) { return i.id == id; });
    return it == items.end() ? nullptr : &*it;
}

auto parts(const Stock& s) { return std::tie(s.id, s.name, s.weight, s.caliper, s.face, s.back); }
auto parts(const CardSpec& c) { return std::tie(c.width, c.height, c.spine, c.stock); }
auto parts(const StructureSpec& s) { return std::tie(s.id, s.kind, s.name, s.on, s.stock, s.set); }
auto parts(const Design& d) { return std::tie(d.title, d.units, d.card, d.stocks, d.structures); }

} // namespace

const Stock* Design::stock(const std::string& id) const { return find(stocks, id); }
const StructureSpec* Design::structure(const std::string& id) const { return find(structures, id); }
StructureSpec* Design::structure(const std::string& id) { return find(structures, id); }

std::string ownerOf(const std::string& id) { return id.substr(0, id.find('.')); }

bool operator==(const Stock& a, const Stock& b) { return parts(a) == parts(b); }
bool operator==(const CardSpec& a, const CardSpec& b) { return parts(a) == parts(b); }
bool operator==(const StructureSpec& a, const StructureSpec& b) { return parts(a) == parts(b); }
bool operator==(const Design& a, const Design& b) { return parts(a) == parts(b); }

} // namespace hl
