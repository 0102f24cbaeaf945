#include "core/design/design.h"
#include <algorithm>

namespace hl::design {

Design::Design() = default;
Design::~Design() = default;
Design::Design(const Design&) = default;
Design::Design(Design&&) noexcept = default;
Design& Design::operator=(const Design&) = default;
Design& Design::operator=(Design&&) noexcept = default;

namespace {

template<class Items> auto find(Items& items, const std::string& id) -> decltype(&items.front()) {
    auto it = std::find_if(items.begin(), items.end(), [&](auto& i) { return i.id == id; });
    return it == items.end() ? nullptr : &*it;
}

// In the order of their kinds.
const std::vector<JoinTraits>& joinTraits() {
    static const std::vector<JoinTraits> table = [] {
        JoinTraits glue{"glue", "glued to"}, slot{"slot", "put through"},
            pivot{"pivot", "pivoted on"}, slide{"slide", "sliding on"},
            pin{"pin", "fastened in a slot of"};
        glue.sticks = true;
        slot.through = slot.hinges = true;
        pivot.turns = true;
        slide.slides = true;
        slide.travel = Quantity::Length;
        slide.low = 0;
        slide.high = 1000;
        pin.slides = pin.turns = true;
        pin.travel = Quantity::Length;
        pin.low = 0;
        pin.high = 1000;
        return std::vector{glue, slot, pivot, slide, pin};
    }();
    return table;
}

} // namespace

const JoinTraits& traitsOf(JoinKind kind) { return joinTraits()[static_cast<size_t>(kind)]; }

const Stock* Design::stock(const std::string& id) const { return find(stocks, id); }
const Stock& Design::paper(const std::string& id) const {
    static const Stock plain;
    const Stock* s = stock(id);
    s = s ? s : stock(card.stock);
    return s ? *s : plain;
}
const ImageSpec* Design::image(const std::string& id) const { return find(images, id); }
const StructureSpec* Design::structure(const std::string& id) const { return find(structures, id); }
StructureSpec* Design::structure(const std::string& id) { return find(structures, id); }
const FreePart* Design::part(const std::string& id) const { return find(parts, id); }
FreePart* Design::part(const std::string& id) { return find(parts, id); }
const JoinSpec* Design::join(const std::string& id) const { return find(joins, id); }
JoinSpec* Design::join(const std::string& id) { return find(joins, id); }
const GroupSpec* Design::group(const std::string& id) const { return find(groups, id); }
GroupSpec* Design::group(const std::string& id) { return find(groups, id); }
const GroupSpec* Design::groupWith(const std::string& structure) const {
    for (const GroupSpec& g : groups)
        if (std::find(g.members.begin(), g.members.end(), structure) != g.members.end())
            return &g;
    return nullptr;
}

const std::string* Design::nameOf(const std::string& id) const {
    for (const NameSpec& n : names)
        if (n.of == id)
            return &n.name;
    return nullptr;
}

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

template<> const std::vector<std::string>& wordsOf<Unit>() {
    static const std::vector<std::string> words{"mm", "in"};
    return words;
}
template<> const std::vector<std::string>& wordsOf<Each>() {
    static const std::vector<std::string> words{"foot", "tip", "gap"};
    return words;
}
template<> const std::vector<std::string>& wordsOf<SpineSide>() {
    static const std::vector<std::string> words{"left", "top"};
    return words;
}
template<> const std::vector<std::string>& wordsOf<Stands>() {
    static const std::vector<std::string> words{"auto", "page", "edge", "fold"};
    return words;
}
template<> const std::vector<std::string>& wordsOf<Grain>() {
    static const std::vector<std::string> words{"unknown", "upright", "sideways"};
    return words;
}
template<> const std::vector<std::string>& wordsOf<Fold>() {
    static const std::vector<std::string> words{"valley", "mountain"};
    return words;
}
template<> const std::vector<std::string>& wordsOf<LineKind>() {
    static const std::vector<std::string> words{"valley", "mountain", "slit", "either"};
    return words;
}
template<> const std::vector<std::string>& wordsOf<JoinKind>() {
    static const std::vector<std::string> words = [] {
        std::vector<std::string> ids;
        for (const JoinTraits& t : joinTraits())
            ids.push_back(t.id);
        return ids;
    }();
    return words;
}

std::string ownerOf(const std::string& id) { return id.substr(0, id.find('.')); }

} // namespace hl::design
