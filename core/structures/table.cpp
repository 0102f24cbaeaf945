// The table of families. One line for each.
#include "core/structures/family.h"
#include <algorithm>

namespace hl {

Family vFold();
Family box();
Family tent();

const std::vector<Family>& families() {
    static const std::vector<Family> table = {
        vFold(),
        box(),
        tent(),
    };
    return table;
}

const Family* family(const std::string& id) {
    auto& all = families();
    auto it = std::find_if(all.begin(), all.end(), [&](auto& f) { return f.id == id; });
    return it == all.end() ? nullptr : &*it;
}

const Parameter* Family::parameter(const std::string& name) const {
    auto it =
        std::find_if(parameters.begin(), parameters.end(), [&](auto& p) { return p.name == name; });
    return it == parameters.end() ? nullptr : &*it;
}

} // namespace hl
