// What an SVG drawing shows besides itself: pictures in files of their own, sheets of styles, what
// lies on the net. A drawing may come from a stranger, and nothing that it names is opened for it.
#pragma once
#include "core/measure/rooms.h"
#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace hl::picture {

struct Unlinked {
    std::string drawing;           // without its links: it leads nowhere
    std::vector<std::string> left; // what they named, in the order in which they were met
    // Whether its parts show one another so often that drawing it would not end; then there is no
    // drawing.
    bool endless = false;
};
// The bytes of the PNG or JPEG that a link leads to, to be put in its place; nothing: it is left
// out.
using FollowLink = std::function<std::optional<std::string>(const std::string& link)>;

// Takes out of a drawing whatever leads out of it: links but those within it and to pictures that
// it holds itself, instructions to whoever reads it, imported styles, and declarations that could
// hide one of these. What is no drawing comes back empty.
Unlinked withoutLinks(const std::string& svg);
// The same drawing with the pictures in it that could be followed; what else leads out of it stays
// in its place and is named.
Unlinked linksFollowed(const std::string& svg, const FollowLink& follow);

// Where the tag that begins at `at` ends: at its “>”, those in quotes left aside; npos where it
// does not end.
size_t endOfTag(const std::string& svg, size_t at);

} // namespace hl::picture
