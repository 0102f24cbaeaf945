// Dress: mats for all that shows, in the papers of a scheme.
#pragma once
#include "core/design/tiles.h"
#include "core/dress/seen.h"
#include "core/measure/result.h"

namespace hl {

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

} // namespace hl
