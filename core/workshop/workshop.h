// The workshop: what a maker's tools, papers and local post are like. It belongs to the maker, not
// to a design, and is kept in a file of its own.
#pragma once
#include "core/measure/measure.h"
#include "core/workshop/drawer.h"
#include <string>
#include <vector>

namespace hl::workshop {

// A class of letters or parcels: how large, thick and heavy one may be. The card's longer side
// counts as its length.
struct MailClass {
    std::string id, name;
    double length = 0, width = 0, thickness = 0; // mm, at most
    double mass = 0;                             // g, at most
};

// What a maker's ruler shows.
struct Ruler {
    const char* id;    // "sixteenth"
    const char* name;  // "1/16 in"
    std::int64_t step; // nanometres
};
const std::vector<Ruler>& rulers();
const Ruler* ruler(const std::string& id);

struct Workshop {
    // Typical errors (one standard deviation, mm) of a score, of a cut and of laying a part down.
    double scoreError = 0.2, cutError = 0.2, layingError = 0.3;
    double adhesive = 0.05; // mm, thickness of a glued join
    std::string ruler;      // id; empty: the one that goes with the design's unit
    std::vector<MailClass> mail = sampleMail();
    Drawer drawer;

    // In one place: whatever holds one would have to be compiled with all of it anew.
    Workshop();
    ~Workshop();
    Workshop(const Workshop&);
    Workshop(Workshop&&) noexcept;
    Workshop& operator=(const Workshop&);
    Workshop& operator=(Workshop&&) noexcept;

    // Neutral samples: the local post has the last word.
    static std::vector<MailClass> sampleMail();
    const Ruler& rulerFor(Unit unit) const;
    const MailClass* mailClass(const std::string& id) const;
};

} // namespace hl::workshop
