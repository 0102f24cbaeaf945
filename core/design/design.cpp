#include "core/design/design.h"
#include <algorithm>
#include <tuple>

namespace hl {
namespace {

template<class Items> auto find(Items& items, const std::string& id) -> decltype(&items.front()) {
    auto it = std::find_if(items.begin(), items.end(), [&](auto& i) { return i.id == id; });
    return it == items.end() ? nullptr : &*it;
}

auto fieldsOf(const Stock& s) {
    return std::tie(s.id, s.name, s.weight, s.caliper, s.face, s.back, s.grain);
}
auto fieldsOf(const CardSpec& c) {
    return std::tie(c.width, c.height, c.spine, c.stock, c.form, c.set, c.lines, c.apertures,
                    c.smooth, c.envelope, c.mail);
}
auto fieldsOf(const StructureSpec& s) {
    return std::tie(s.id, s.kind, s.name, s.on, s.stock, s.set, s.outline);
}
auto fieldsOf(const Point& p) { return std::tie(p.x, p.y); }
auto fieldsOf(const LineSpec& l) { return std::tie(l.id, l.kind, l.points, l.rest, l.stiffness); }
auto fieldsOf(const TabSpec& t) { return std::tie(t.id, t.edge, t.depth, t.from, t.to, t.fold); }
auto fieldsOf(const FreePart& p) {
    return std::tie(p.id, p.name, p.stock, p.width, p.height, p.outline, p.apertures, p.lines,
                    p.tabs);
}
auto fieldsOf(const JoinSpec& j) {
    return std::tie(j.id, j.kind, j.panel, j.onto, j.hold, j.at, j.turn, j.onFace, j.ontoFace,
                    j.from, j.to, j.hinged);
}
auto fieldsOf(const StageSpec& s) { return std::tie(s.drive, s.from, s.to, s.together); }
auto fieldsOf(const Design& d) {
    return std::tie(d.title, d.units, d.card, d.stocks, d.structures, d.parts, d.joins, d.motion);
}

} // namespace

const Stock* Design::stock(const std::string& id) const { return find(stocks, id); }
const StructureSpec* Design::structure(const std::string& id) const { return find(structures, id); }
StructureSpec* Design::structure(const std::string& id) { return find(structures, id); }
const FreePart* Design::part(const std::string& id) const { return find(parts, id); }
FreePart* Design::part(const std::string& id) { return find(parts, id); }
const JoinSpec* Design::join(const std::string& id) const { return find(joins, id); }
JoinSpec* Design::join(const std::string& id) { return find(joins, id); }

const std::string* Design::kindOf(const std::string& id) const {
    if (id == "card")
        return &card.form;
    const StructureSpec* s = structure(id);
    return s ? &s->kind : nullptr;
}
std::map<std::string, Measure>* Design::setOf(const std::string& id) {
    if (id == "card")
        return &card.set;
    StructureSpec* s = structure(id);
    return s ? &s->set : nullptr;
}
const std::map<std::string, Measure>* Design::setOf(const std::string& id) const {
    return const_cast<Design*>(this)->setOf(id);
}

std::vector<LineSpec>* Design::linesOf(const std::string& id) {
    if (id == "card")
        return &card.lines;
    FreePart* p = part(id);
    return p ? &p->lines : nullptr;
}

std::string ownerOf(const std::string& id) { return id.substr(0, id.find('.')); }

bool operator==(const Stock& a, const Stock& b) { return fieldsOf(a) == fieldsOf(b); }
bool operator==(const CardSpec& a, const CardSpec& b) { return fieldsOf(a) == fieldsOf(b); }
bool operator==(const StructureSpec& a, const StructureSpec& b) {
    return fieldsOf(a) == fieldsOf(b);
}
bool operator==(const Point& a, const Point& b) { return fieldsOf(a) == fieldsOf(b); }
bool operator==(const LineSpec& a, const LineSpec& b) { return fieldsOf(a) == fieldsOf(b); }
bool operator==(const TabSpec& a, const TabSpec& b) { return fieldsOf(a) == fieldsOf(b); }
bool operator==(const FreePart& a, const FreePart& b) { return fieldsOf(a) == fieldsOf(b); }
bool operator==(const JoinSpec& a, const JoinSpec& b) { return fieldsOf(a) == fieldsOf(b); }
bool operator==(const StageSpec& a, const StageSpec& b) { return fieldsOf(a) == fieldsOf(b); }
bool operator==(const Design& a, const Design& b) { return fieldsOf(a) == fieldsOf(b); }

} // namespace hl
