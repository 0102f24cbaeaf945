// What becomes of the edge of a panel, or of a whole part, that stands free: a silhouette.
//
//   hills 20 mm | waves 6 mm x 5 | scallops 4 mm x 8 | points 8 mm x 6 | battlements 6 mm x 5
//   arch 20 mm | round 8 mm | snip 5 mm | drawn 0,12 20,0 45,8 60,12
#pragma once
#include "core/design/free_part.h"

namespace hl::design {

// Round and Snip take the two corners of the edge only. Drawn goes through points of its own.
enum class EdgeShape { Hills, Waves, Scallops, Points, Battlements, Arch, Round, Snip, Drawn };
template<> const std::vector<std::string>& wordsOf<EdgeShape>();
template<> const std::vector<std::string>& wordsOf<Zone::Edge>();

struct EdgeSpec {
    std::string of; // id of a panel or of a part
    Zone::Edge edge = Zone::Top;
    EdgeShape shape = EdgeShape::Hills;
    Measure depth = Measure::fromMm(0); // how far it cuts in
    int count = 0;                      // how many times; 0: as many as look well
    // Of a drawn one: how far along from the edge's left or lower end, and how far in from it.
    std::vector<Point> points;

    template<class V> static void visit(V& v) {
        v(needed("of").saying("A panel or a part."), &EdgeSpec::of);
        v(always("edge"), &EdgeSpec::edge);
        v(always("shape"), &EdgeSpec::shape);
        v(sparing("depth").as(Means::Length).with(Grows::Owner), &EdgeSpec::depth);
        v(sparing("count").within(0, 100, "number of times"), &EdgeSpec::count);
        v(sparing("points").as(Means::Place).with(Grows::Owner), &EdgeSpec::points);
    }
};

// Where the tab of a structure sticks, instead of all over.
struct ZoneSpec {
    std::string tab; // id of its join
    Zone zone;

    template<class V> static void visit(V& v) {
        v(needed("tab").as(Means::Host), &ZoneSpec::tab);
        v(needed("zone"), &ZoneSpec::zone);
    }
};

// What the maker calls a panel, a line or one of a series.
struct NameSpec {
    std::string of, name; // id

    template<class V> static void visit(V& v) {
        v(needed("of").as(Means::Host), &NameSpec::of);
        v(needed("name"), &NameSpec::name);
    }
};

// What a maker glues with instead of what the rule would say: of a join, of what stands on or is
// glued by a panel, structure or part, or of all that is alike (tabs, mats, figures, sheets).
struct AdhesiveSpec {
    std::string of, kind; // kind: of the adhesives, such as "tape"

    template<class V> static void visit(V& v) {
        v(needed("of"), &AdhesiveSpec::of);
        v(needed("kind"), &AdhesiveSpec::kind);
    }
};

// A step of the work that the maker wants before another one; both by their ids.
struct PinSpec {
    std::string before, after;

    template<class V> static void visit(V& v) {
        v(needed("before"), &PinSpec::before);
        v(needed("after"), &PinSpec::after);
    }
};

// Figures that are moved, turned and sized as one: a wreath, a face, a ring over layers.
struct GroupSpec {
    std::string id, name;
    std::vector<std::string> members;       // ids of structures laid on one panel, or on each other
    Measure turn = Measure::fromDegrees(0); // of all of them, since they are one

    template<class V> static void visit(V& v) {
        v(needed("id").as(Means::Id), &GroupSpec::id);
        v(sparing("name"), &GroupSpec::name);
        v(needed("members").saying("Ids of structures."), &GroupSpec::members);
        v(sparing("turn").as(Means::Turn), &GroupSpec::turn);
    }
};

// The silhouette alone, as written above; who has it stays empty.
Result<EdgeSpec> parseEdge(const std::string& text, Unit unit);
std::string edgeText(const EdgeSpec& edge, Unit unit);

} // namespace hl::design
