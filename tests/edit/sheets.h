// Sheets of the maker's own, told by a line and joined by words, that must succeed.
#pragma once
#include "core/assemble/assemble.h"
#include "core/edit/tell.h"
#include <QtGlobal>

namespace hl::test {

inline Design joined(const Design& d, const std::string& panel, const std::string& onto,
                     Told told) {
    told.insert(told.begin(), {"side", "back"}); // unless told otherwise after it
    auto made = addJoin(d, panel, onto, told);
    if (!made)
        qFatal("%s", made.problem().text().c_str());
    return made->first;
}

inline Design sheet(const Design& d, const std::string& id, const std::string& say) {
    auto made = addPart(d, id, say);
    if (!made)
        qFatal("%s", made.problem().text().c_str());
    return made->first;
}

inline Design told(const Design& d, const std::string& id, const Told& words) {
    auto made = tell(d, id, words);
    if (!made)
        qFatal("%s", made.problem().text().c_str());
    return *made;
}

} // namespace hl::test
