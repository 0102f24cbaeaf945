// The design: what the maker decided, and nothing that can be computed from it.
// It is the only thing that is edited, undone and saved.
#pragma once
#include "core/design/free_part.h"
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace hl {

// How the fibres run in parts as they are drawn, the card upright.
enum class Grain { Unknown, Upright, Sideways };

// A kind of paper.
struct Stock {
    std::string id, name;
    double weight = 240;                    // g/m2
    Measure caliper = Measure::fromMm(0.3); // thickness
    std::string face = "#f3ecdc";           // colour of the face side, #rrggbb
    std::string back = "#fbf8f1";           // colour of the back
    Grain grain = Grain::Unknown;
};

enum class SpineSide { Left, Top };

struct CardSpec {
    Measure width = Measure::fromMm(127), height = Measure::fromMm(177.8); // closed size
    SpineSide spine = SpineSide::Left;
    std::string stock = "card";
    // How the pages hang together: an id of a family of cards, and the measures set for it.
    std::string form = "single";
    std::map<std::string, Measure> set;
    // Cut-outs: creases, slits and apertures in the pages, and the stretches of the spine between
    // slits that are left unfolded, measured from the start of the spine.
    std::vector<LineSpec> lines;
    std::vector<std::vector<Point>> apertures;
    std::vector<std::pair<Measure, Measure>> smooth;
    // The envelope it goes into, inside width and height; and the mail class it is to go by, an id
    // of the workshop's table.
    std::optional<std::pair<Measure, Measure>> envelope;
    std::string mail;
};

// One structure: which family, on which crease or panel, and the measures the maker set. A measure
// that is not in `set` takes its family's default or follows from the others.
struct StructureSpec {
    std::string id, kind, name, on = "card.spine", stock;
    std::map<std::string, Measure> set;
    std::vector<Point> outline; // of a topper or an aperture that is drawn freely
};

struct Design {
    std::string title = "Untitled card";
    Unit units = Unit::Millimetre;
    CardSpec card;
    std::vector<Stock> stocks;
    std::vector<StructureSpec> structures;
    std::vector<FreePart> parts;
    std::vector<JoinSpec> joins;
    std::vector<StageSpec> motion; // without any: the spine from closed to flat open

    const Stock* stock(const std::string& id) const;
    const StructureSpec* structure(const std::string& id) const;
    StructureSpec* structure(const std::string& id);
    const FreePart* part(const std::string& id) const;
    FreePart* part(const std::string& id);
    const JoinSpec* join(const std::string& id) const;
    JoinSpec* join(const std::string& id);
    // The family and the measures that are set, of a structure or of "card"; null when there is no
    // such thing.
    const std::string* kindOf(const std::string& id) const;
    std::map<std::string, Measure>* setOf(const std::string& id);
    const std::map<std::string, Measure>* setOf(const std::string& id) const;
    // The lines drawn on a free part or on the card; null when there is no such part.
    std::vector<LineSpec>* linesOf(const std::string& part);
};

// The owner of a panel or crease: "box1.tip" -> "box1".
std::string ownerOf(const std::string& id);

bool operator==(const Stock& a, const Stock& b);
bool operator==(const CardSpec& a, const CardSpec& b);
bool operator==(const StructureSpec& a, const StructureSpec& b);
bool operator==(const Design& a, const Design& b);
inline bool operator!=(const Design& a, const Design& b) { return !(a == b); }

} // namespace hl
