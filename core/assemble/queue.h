// In which order structures are made.
#pragma once
#include "core/design/design.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <map>

namespace hl::assembling {

// Structures in the order in which they can be made: each after what it stands on, mats after all
// that is glued beside them, and otherwise as the design has them.
class Queue {
  public:
    explicit Queue(const Design& d) : left_(d.structures.size()) {
        std::map<std::string, size_t> index;
        for (const StructureSpec& s : d.structures)
            index[s.id] = index.size();
        for (const StructureSpec& s : d.structures) {
            Item item{&s, family(s.kind)->dresses, {}, false};
            for (const std::string& on : {s.on, s.to})
                // "box1-3" of a series belongs to box1.
                if (const auto it = index.find(seriesOf(d, ownerOf(on))); it != index.end())
                    item.on.push_back(it->second);
            items_.push_back(std::move(item));
        }
    }
    bool empty() const { return left_ == 0; }
    // Null when none is ready.
    const StructureSpec* next(bool mats) const {
        for (const Item& i : items_)
            if (!i.made && (mats || !i.mat) &&
                std::all_of(i.on.begin(), i.on.end(), [&](size_t k) { return items_[k].made; }))
                return i.spec;
        return nullptr;
    }
    void done(const StructureSpec& s) {
        items_[static_cast<size_t>(&s - items_.front().spec)].made = true;
        --left_;
    }
    bool has(const std::string& id) const {
        return std::any_of(items_.begin(), items_.end(),
                           [&](const Item& i) { return !i.made && i.spec->id == id; });
    }

  private:
    struct Item {
        const StructureSpec* spec;
        bool mat;
        std::vector<size_t> on; // items
        bool made;
    };
    std::vector<Item> items_;
    size_t left_;
};

} // namespace hl::assembling
