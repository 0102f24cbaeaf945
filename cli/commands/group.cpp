// group: figures held as one; what is told of the group moves all of it.
#include "cli/common.h"
#include "core/edit/groups.h"
#include "core/edit/named.h"
#include "core/structures/naming.h"
#include <iostream>

namespace hl::cli {
namespace {

struct GroupGiven {
    std::string file, name;
    std::vector<std::string> members;
    bool letGo = false;
};

int group(const GroupGiven& given) {
    return edited(given.file, [&](const Design& d) -> Result<Design> {
        if (given.letGo) {
            const auto id = idOf(d, given.name);
            if (!id)
                return id.problem();
            if (!d.group(*id))
                return Problem{given.name, "there is no such group", "name one that holds figures"};
            return letEachGo(d, *id);
        }
        std::vector<std::string> ids;
        for (const std::string& said : given.members) {
            const auto id = idOf(d, said);
            if (!id)
                return id.problem();
            ids.push_back(*id);
        }
        const auto held = holdAsOne(d, given.name, ids);
        if (!held)
            return held.problem();
        std::cout << "group " << held->second << ": " << callName(*held->first.group(held->second))
                  << "\n";
        return held->first;
    });
}

} // namespace

Run declareGroup(CLI::App& options) {
    auto given = std::make_shared<GroupGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("NAME", given->name, "what it is called")->required();
    options.add_option("FIGURES", given->members,
                       "toppers, words and openings that lie on one panel, or on each other");
    options.add_flag("--let-go", given->letGo, "each by itself again, where it lies");
    return [given] { return group(*given); };
}

} // namespace hl::cli
