// What a maker draws himself: blanks with creases, slits, apertures and tabs, how they are joined,
// and how the card is moved. Plain data, saved as it was typed.
//
// Points are in the flat coordinates of the part: from the lower left corner of a blank, for the
// card from the start of the spine with the right page at positive x. They may be negative.
#pragma once
#include "core/design/say_line.h"
#include "core/design/zone.h"
#include <optional>
#include <string>
#include <vector>

namespace hl::design {

enum class Fold { Valley, Mountain };

struct Point {
    Measure x, y;
    friend bool operator==(const Point& a, const Point& b) { return a.x == b.x && a.y == b.y; }
};

enum class LineKind { Valley, Mountain, Slit, Either };

template<> const std::vector<std::string>& wordsOf<Fold>();
template<> const std::vector<std::string>& wordsOf<LineKind>();

struct LineSpec {
    std::string id;
    LineKind kind = LineKind::Valley;
    std::vector<Point> points;   // at least two
    std::optional<Measure> rest; // the angle between its panels when nothing holds them
    double stiffness = 1;        // against others, per mm of crease

    template<class V> static void visit(V& v) {
        v(needed("id").as(Means::Id), &LineSpec::id);
        v(always("kind"), &LineSpec::kind);
        v(needed("points").as(Means::Place).with(Grows::Owner).erring(""), &LineSpec::points);
        v(sparing("rest").as(Means::Angle), &LineSpec::rest);
        v(sparing("stiffness")
              .within(0, 1e6, "stiffness of a crease")
              .saying("Against other creases, per mm; 1 is a plain crease."),
          &LineSpec::stiffness);
    }
};

// A tab along an edge of a blank. Edges are counted from 1 as the outline runs: for a plain blank
// bottom, right, top, left.
struct TabSpec {
    std::string id;
    int edge = 1;
    Measure depth = Measure::fromMm(9);
    std::optional<Measure> from, to; // along the edge; the whole edge unless given
    Fold fold = Fold::Mountain;

    template<class V> static void visit(V& v) {
        v(needed("id").as(Means::Id), &TabSpec::id);
        v(needed("edge").within(1, 2000, "edge: edges are counted from 1"), &TabSpec::edge);
        v(always("depth").as(Means::Length), &TabSpec::depth);
        v(sparing("from").as(Means::Length).with(Grows::Owner).erring("from"), &TabSpec::from);
        v(sparing("to").as(Means::Length).with(Grows::Owner).erring("to"), &TabSpec::to);
        v(sparing("fold"), &TabSpec::fold);
    }
};

struct FreePart {
    std::string id, name, stock;
    Measure width = Measure::fromMm(60), height = Measure::fromMm(40); // of a plain blank
    std::vector<Point> outline;                                        // instead of a plain blank
    std::vector<std::vector<Point>> apertures;
    std::vector<LineSpec> lines;
    std::vector<TabSpec> tabs;
    SayLine say; // instead of blank and outline: its scores and slits come before the lines

    template<class V> static void visit(V& v) {
        v(needed("id").as(Means::Id), &FreePart::id);
        v(sparing("name"), &FreePart::name);
        v(sparing("stock"), &FreePart::stock);
        v.pair(always("blank").as(Means::Length).with(Grows::Owner).erring("width height"),
               &FreePart::width, &FreePart::height);
        v(sparing("outline").as(Means::Place).with(Grows::Owner).erring("outline"),
          &FreePart::outline);
        v(sparing("apertures").as(Means::Place).with(Grows::Owner).erring("aperture"),
          &FreePart::apertures);
        v(sparing("lines"), &FreePart::lines);
        v(sparing("tabs"), &FreePart::tabs);
        v(sparing("say").since(2).saying("The sheet, as one line."), &FreePart::say);
    }
};

enum class JoinKind { Glue, Slot, Pivot, Slide, Pin };
template<> const std::vector<std::string>& wordsOf<JoinKind>();

// What a kind of join is like.
struct JoinTraits {
    const char* id;       // in files
    const char* held;     // for sentences: "glued to"
    bool sticks = false;  // it carries adhesive
    bool through = false; // it goes through a slit of its landing
    bool turns = false;   // about a fastener, within its landing's plane
    bool slides = false;  // along its landing; what turns as well does so where it has got to
    bool hinges = false;  // it may turn about the line where it is held
    // How far it goes where no range is given, in the quantity of its travel: mm or radians.
    Quantity travel = Quantity::Angle;
    double low = -pi, high = pi;
};
const JoinTraits& traitsOf(JoinKind kind);

// How a panel is held by another. Of a tab the start of its crease, of any other panel the first
// point of `hold` (its origin unless given) comes to lie at `at` on the landing; the tab's crease,
// the way to the second point of `hold`, or else the held part's x direction runs at the angle
// `turn` there.
struct JoinSpec {
    std::string id;
    JoinKind kind = JoinKind::Glue;
    std::string panel, onto; // ids of the held panel and of its landing
    std::vector<Point> hold; // none, one or two
    Point at;
    Measure turn = Measure::fromDegrees(0);
    bool onFace = true;   // the held panel's face lies on the landing (else its back)
    bool ontoFace = true; // it lies on the landing's face (else on its back)
    Measure from, to; // how far a slide or a pin (mm), a pivot or a hinged slot (degrees) can go
    // A slide's room to either side of its way; within it it may also tilt.
    Measure play = Measure::fromMm(0);
    bool hinged = false; // a slot whose tongue turns about the slit
    // A slot: two sheets pushed into one another. Where their lines meet each is slit to half the
    // lower one's height, the landing from below, the held one from above; both stand on one level.
    bool crossing = false;
    Zone zone; // where it sticks
    // Said plainly instead of hold, at and turn: a crease of the held panel, or one of its edges
    // (left, right, top, bottom, middle), lies on such a line of the landing, `off` away from it on
    // the landing's left side, centred but for `along`. Line "closing": it is glued where it comes
    // to lie when what is held already folds flat, by the side that is told where both would do.
    // Where its line then lies, it is turned by `turn` as one sees it, counter-clockwise.
    std::string line, ontoLine;
    Measure off = Measure::fromMm(0), along = Measure::fromMm(0);

    template<class V> static void visit(V& v) {
        v(needed("id"), &JoinSpec::id);
        v(always("kind"), &JoinSpec::kind);
        v(needed("panel"), &JoinSpec::panel);
        v(needed("onto"), &JoinSpec::onto);
        v(sparing("hold").as(Means::Place).with(Grows::Owner), &JoinSpec::hold);
        v(needed("at").as(Means::Place).with(Grows::Landing).erring("place"), &JoinSpec::at);
        v(always("turn").as(Means::Turn).erring("turn"), &JoinSpec::turn);
        v(sparing("side").as(Means::Side), &JoinSpec::onFace);
        v(sparing("onto_side").as(Means::Side), &JoinSpec::ontoFace);
        v(sparing("hinged"), &JoinSpec::hinged);
        v(sparing("crossing")
              .since(7)
              .saying("Two sheets pushed into one another, each slit to "
                      "half its height where they cross."),
          &JoinSpec::crossing);
        v.range(sparing("from").as(Means::Travel).with(Grows::Owner), &JoinSpec::from,
                sparing("to").as(Means::Travel).with(Grows::Owner), &JoinSpec::to);
        v(sparing("zone").since(2).saying("Where it sticks."), &JoinSpec::zone);
        v(sparing("line").since(2).saying("A crease or an edge of the held panel."),
          &JoinSpec::line);
        v(sparing("onto_line")
              .since(2)
              .saying("The crease or edge of the landing on which it lies."),
          &JoinSpec::ontoLine);
        v(sparing("off").as(Means::Place).with(Grows::Landing).since(2), &JoinSpec::off);
        v(sparing("along").as(Means::Place).with(Grows::Landing).since(2), &JoinSpec::along);
        v(sparing("play")
              .as(Means::Paper)
              .within(0, 50, "play of a slide in mm")
              .since(11)
              .saying("A slide's room to either side of its way."),
          &JoinSpec::play);
    }
};

// How the range of what can move is measured: a slide's by lengths, a pivot's by angles.
inline Quantity travelOf(const JoinSpec& j) { return traitsOf(j.kind).travel; }

// One stage of the card's motion: a fold, by the angle between its panels, a pivot by its angle or
// a slide by its distance, moved from one value to another while all else that is driven rests.
struct StageSpec {
    std::string drive; // id of a crease or of a join
    Measure from, to;
    bool together = false; // moved along with the stage before, not after it

    template<class V> static void visit(V& v) {
        v(needed("drive"), &StageSpec::drive);
        v(needed("from").as(Means::Either).with(Grows::Owner), &StageSpec::from);
        v(needed("to").as(Means::Either).with(Grows::Owner), &StageSpec::to);
        v(sparing("together").saying("Moved along with the stage before."), &StageSpec::together);
    }
};

} // namespace hl::design
