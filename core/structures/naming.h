// What things are called in sentences, on patterns and in lists: the maker's names, else words of
// the craft. Ids never show.
#pragma once
#include "core/design/design.h"

namespace hl::structures {

// "Ticket office"; without a name its family's, with a number where there are several: "box 2".
std::string callName(const Design& design, const StructureSpec& structure);
// "Deck"; without a name "part 2".
std::string callName(const FreePart& part);
// "Wreath"; without a name "group 1".
std::string callName(const GroupSpec& group);
// A page by its name within the card: "upper page", "second page".
std::string pageName(const Design& design, const std::string& local);
// A panel or a fold by its id: "left wall of Ticket office", "third page".
std::string placeName(const Design& design, const std::string& id);
// "left-wall" -> "left wall", "page-3" -> "third page".
std::string spokenName(const std::string& local);
// Whose series "box1-3" is: "box1"; any other id is itself.
std::string seriesOf(const Design& design, const std::string& id);
std::string ordinal(int n); // "third", from 1; "21st" beyond twenty

} // namespace hl::structures
