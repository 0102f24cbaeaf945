// Dress: mats for all that shows, in the papers of a scheme.
#pragma once
#include "core/design/tiles.h"
#include "core/edit/tell.h"
#include "core/measure/result.h"
#include "core/prove/seen.h"

namespace hl::dress {

// Which pattern goes where; empty: left bare.
struct Scheme {
    const char *id, *name;
    const char *page, *front, *side, *top; // ids of patterns

    const char* of(Faces faces) const;
};
const std::vector<Scheme>& schemes();
const Scheme* scheme(const std::string& id); // null when there is none
std::string knownSchemes();

struct Proposal {
    std::string panel, pattern; // ids
    bool face = true;
    double part = 0; // of it that shows
};

// A mat for every panel that shows and has none on that side, the largest first.
std::vector<Proposal> proposalsFor(const Case& c, const Scheme& scheme, double height = 30);

// The paper of a design that prints a pattern in its own colours; added where there is none yet.
std::string paperPrinting(Design& design, const Tile& tile);

// The mats of some proposals, `step` mm wide or as wide as suits each panel. What leaves nothing
// to glue is passed over; all else that is wrong is told.
Result<Design> dressed(const Design& design, const std::vector<Proposal>& proposals,
                       std::optional<Measure> step = {});

// The design without any mats, nor what stands on them.
Design undressed(const Design& design);

// Lays one mat on a panel, on top of those that are there already, and returns its id with the
// design; or gives the topmost mat another paper where `replace`.
Result<std::pair<Design, std::string>> layMat(const Design& design, const std::string& panel,
                                              const std::string& stock, bool face, bool replace,
                                              std::optional<Measure> step = {});

// Puts a topper on a panel: upright as the card is displayed unless a turn is told, with adhesive
// where it is safe unless told otherwise. `folded` is the design as it was folded last. Its id with
// the design.
Result<std::pair<Design, std::string>> layTopper(const Design& design, const Case& folded,
                                                 const std::string& panel,
                                                 std::map<std::string, std::string> measures,
                                                 const Told& told = {},
                                                 const std::vector<Point>& outline = {});

// Covers a panel as another one is: the mats on both its sides with their papers and borders,
// instead of those that lie there. A problem where the other one has none.
Result<Design> dressLike(const Design& design, const std::string& panel, const std::string& other);

} // namespace hl::dress
