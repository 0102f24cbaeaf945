// The design: what the maker decided, and nothing that can be computed from it.
// It is the only thing that is edited, undone and saved.
#pragma once
#include "core/design/bytes.h"
#include "core/design/edge.h"
#include "core/design/free_part.h"
#include "core/design/say_line.h"
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace hl::design {

// How the fibres run in parts as they are drawn, the card upright.
enum class Grain { Unknown, Upright, Sideways };
template<> const std::vector<std::string>& wordsOf<Grain>();
template<> const std::vector<std::string>& wordsOf<Unit>();

// A kind of paper.
struct Stock {
    std::string id, name;
    double weight = 240;                    // g/m2
    Measure caliper = Measure::fromMm(0.3); // thickness
    std::string face = "#f3ecdc";           // colour of the face side, #rrggbb
    std::string back = "#fbf8f1";           // colour of the back
    Grain grain = Grain::Unknown;
    // The pattern printed on its face, an id of the shipped ones; how wide one repeat of it is, and
    // in which colours besides that of the face. Nothing, or nought: the pattern's own.
    std::string pattern;
    Measure repeat = Measure::fromMm(0);
    std::string ink, accent;
    // Instead of a pattern: a picture of the maker's own, an id of the design's images. `repeat` is
    // how wide it really is.
    std::string image;
    bool clear = false; // film: what lies behind it is seen
    // The picture is printed once on each part, as large as the part, whatever `repeat` says.
    bool fitted = false;
    double stiffness = 0; // of a worked fold, N mm per radian for each mm; nought: by its caliper

    template<class V> static void visit(V& v) {
        v(needed("id"), &Stock::id);
        v(always("name"), &Stock::name);
        v(always("weight").within(20, 3000, "weight of paper in g/m2"), &Stock::weight);
        v(always("caliper").as(Means::Paper).within(0.02, 5, "thickness of paper in mm"),
          &Stock::caliper);
        v(always("face").as(Means::Colour), &Stock::face);
        v(always("back").as(Means::Colour), &Stock::back);
        v(sparing("grain").saying("How the fibres run in parts as they are drawn."), &Stock::grain);
        v(sparing("pattern").since(3).saying("A pattern printed on its face."), &Stock::pattern);
        v(sparing("repeat").as(Means::Paper).within(0, 1000, "width of a pattern in mm").since(3),
          &Stock::repeat);
        v(sparing("ink").as(Means::Colour).since(3), &Stock::ink);
        v(sparing("accent").as(Means::Colour).since(3), &Stock::accent);
        v(sparing("image").since(4).saying("A picture printed on its face, an id of the images."),
          &Stock::image);
        v(sparing("clear").since(5).saying("Film: what lies behind it is seen."), &Stock::clear);
        v(sparing("fitted").since(6).saying("Its picture is as large as the part it is on."),
          &Stock::fitted);
        v(sparing("stiffness")
              .within(0, 100, "stiffness of folds in N mm per radian and mm")
              .since(13)
              .saying("Of a worked fold, N mm per radian for each mm; nought: by its caliper."),
          &Stock::stiffness);
    }
};

enum class SpineSide { Left, Top };
template<> const std::vector<std::string>& wordsOf<SpineSide>();

// What the displayed card is put down on: what suits it, a page, an edge of its pages, or its fold.
enum class Stands { Auto, Page, Edge, Fold };
template<> const std::vector<std::string>& wordsOf<Stands>();

struct CardSpec {
    Measure width = Measure::fromMm(127), height = Measure::fromMm(177.8); // closed size
    bool follows = false; // a row of pages: nobody said its size, it is that of the folded pages
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
    std::string occasion; // for whom and what
    SayLine say;          // the base of a card of pages
    // The opening at which the finished card is displayed; computed without.
    std::optional<Measure> shown;
    Stands stands = Stands::Auto;
    // What faces the viewer on display: a panel, part, structure or fold, or from which side of
    // what suits the card it is looked at (left, right, behind); empty: what suits it.
    std::string front;
    std::vector<std::string> meant; // panels and parts that stick out of the closed card on purpose
    std::optional<Measure> step;    // the border that mats leave, where they say nothing else

    template<class V> static void visit(V& v) {
        v(needed("width").as(Means::Length), &CardSpec::width);
        v(needed("height").as(Means::Length), &CardSpec::height);
        v(sparing("follows").since(8).saying(
              "The closed size is that of the folded pages: width and height only estimate it."),
          &CardSpec::follows);
        v(always("spine"), &CardSpec::spine);
        v(always("stock"), &CardSpec::stock);
        v(sparing("form").as(Means::Form), &CardSpec::form);
        v(sparing("set"), &CardSpec::set);
        v(sparing("lines"), &CardSpec::lines);
        v(sparing("apertures").as(Means::Place).with(Grows::Owner).erring("aperture"),
          &CardSpec::apertures);
        v(sparing("smooth")
              .as(Means::Length)
              .with(Grows::Fold)
              .saying(
                  "Stretches of the spine that are left unfolded, between the slits of a cut-out."),
          &CardSpec::smooth);
        v(sparing("envelope").as(Means::Length).saying("Inside width and height of the envelope."),
          &CardSpec::envelope);
        v(sparing("mail").saying("The mail class, an id of the workshop's table."),
          &CardSpec::mail);
        v(sparing("occasion").since(2).saying("For whom and what the card is made."),
          &CardSpec::occasion);
        v(sparing("say").since(2).saying("The base of a card of pages, as one line."),
          &CardSpec::say);
        v(sparing("shown")
              .as(Means::Angle)
              .since(2)
              .saying("The opening at which it is displayed."),
          &CardSpec::shown);
        v(sparing("stands").since(7).saying("What the displayed card is put down on."),
          &CardSpec::stands);
        v(sparing("front").since(10).saying(
              "What faces the viewer: an id, or the side left, right or behind."),
          &CardSpec::front);
        v(sparing("meant").since(2).saying(
              "Ids of panels and parts that stick out of the closed card on purpose."),
          &CardSpec::meant);
        v(sparing("step")
              .as(Means::Paper)
              .within(0, 200, "border of mats in mm")
              .since(5)
              .saying("The border that mats leave, where they say nothing else."),
          &CardSpec::step);
    }
};

// By how much a measure of a series changes from one to the next.
struct ChangeSpec {
    std::string id; // the measure
    Measure step = Measure::fromMm(0);
    double ratio = 1;

    template<class V> static void visit(V& v) {
        v(needed("id").as(Means::Id), &ChangeSpec::id);
        v(sparing("step").as(Means::Either), &ChangeSpec::step);
        v(sparing("ratio").within(0.01, 100, "ratio"), &ChangeSpec::ratio);
    }
};

// What each of a series stands on: the last one's foot or tip, or the host at equal gaps.
enum class Each { Foot, Tip, Gap };
template<> const std::vector<std::string>& wordsOf<Each>();

// One structure: which family, on which crease or panel, and the measures the maker set. A measure
// that is not in `set` takes its family's default or follows from the others.
struct StructureSpec {
    std::string id, kind, name, on = "card.spine", stock;
    std::map<std::string, Measure> set;
    std::vector<Point> outline; // of a topper or an aperture that is drawn freely
    // What words say, and the typeface they are set in: one that is installed or ships. Empty: the
    // one that ships.
    std::string text, typeface;
    SayLine say;    // of a strip
    std::string to; // the fold on which a strip's other end stands, where it is another
    // A series: how many, what each next one stands on, and what changes. With gaps, either the
    // number or the gap follows from the room.
    int count = 1;
    Each each = Each::Foot;
    std::optional<Measure> gap;
    std::vector<ChangeSpec> changes;

    template<class V> static void visit(V& v) {
        v(needed("id").as(Means::Id), &StructureSpec::id);
        v(needed("kind").as(Means::Family), &StructureSpec::kind);
        v(sparing("name"), &StructureSpec::name);
        v(needed("on").as(Means::Host), &StructureSpec::on);
        v(sparing("stock"), &StructureSpec::stock);
        v(always("set"), &StructureSpec::set);
        v(sparing("outline")
              .as(Means::Place)
              .saying("Of a topper or an aperture whose shape is drawn."),
          &StructureSpec::outline);
        v(sparing("text").since(4).saying("What words say."), &StructureSpec::text);
        v(sparing("typeface").since(4).saying("That words are set in."), &StructureSpec::typeface);
        v(sparing("say").since(2).saying("A strip, as one line."), &StructureSpec::say);
        v(sparing("to").since(2).saying("The fold on which a strip's other end stands."),
          &StructureSpec::to);
        v(sparing("count").within(0, 60, "number of a series").since(2), &StructureSpec::count);
        v(sparing("each").since(2), &StructureSpec::each);
        v(sparing("gap").as(Means::Length).since(2).saying("Between those of a series."),
          &StructureSpec::gap);
        v(sparing("changes").since(2).saying("From one of a series to the next."),
          &StructureSpec::changes);
    }
};

// A picture of the maker's own, as its file is. It travels with the design; copies of a design
// share its bytes.
struct ImageSpec {
    std::string id, name; // the file it came from
    Bytes data;           // PNG, JPEG or SVG

    template<class V> static void visit(V& v) {
        v(needed("id"), &ImageSpec::id);
        v(always("name"), &ImageSpec::name);
        v(needed("data").saying("The file, in base64."), &ImageSpec::data);
    }
};

struct Design {
    std::string title = "Untitled card";
    Unit units = Unit::Millimetre;
    CardSpec card;
    std::vector<Stock> stocks;
    std::vector<ImageSpec> images; // that papers are printed with
    std::vector<StructureSpec> structures;
    std::vector<FreePart> parts;
    std::vector<JoinSpec> joins;
    std::vector<StageSpec> motion;       // without any: the spine from closed to flat open
    std::vector<EdgeSpec> edges;         // silhouettes of edges that stand free
    std::vector<ZoneSpec> zones;         // where the tabs of structures stick
    std::vector<AdhesiveSpec> adhesives; // where it is another than by rule
    std::vector<PinSpec> pins;           // which steps of the work come before which
    std::vector<NameSpec> names;         // of panels, lines and single ones of a series
    std::vector<GroupSpec> groups;       // figures held as one

    // In one place: whatever holds one would have to be compiled with all of it anew.
    Design();
    ~Design();
    Design(const Design&);
    Design(Design&&) noexcept;
    Design& operator=(const Design&);
    Design& operator=(Design&&) noexcept;

    const Stock* stock(const std::string& id) const;
    // The paper of that id; the card's where it is empty or unknown.
    const Stock& paper(const std::string& id) const;
    const ImageSpec* image(const std::string& id) const;
    const StructureSpec* structure(const std::string& id) const;
    StructureSpec* structure(const std::string& id);
    const FreePart* part(const std::string& id) const;
    FreePart* part(const std::string& id);
    const JoinSpec* join(const std::string& id) const;
    JoinSpec* join(const std::string& id);
    const GroupSpec* group(const std::string& id) const;
    GroupSpec* group(const std::string& id);
    // The group that holds a structure; null where it is by itself.
    const GroupSpec* groupWith(const std::string& structure) const;
    // What the maker calls a panel, a line or one of a series; null where it has no name of its
    // own.
    const std::string* nameOf(const std::string& id) const;
    // The family and the measures that are set, of a structure or of "card"; null when there is no
    // such thing.
    const std::string* kindOf(const std::string& id) const;
    std::map<std::string, Measure>* setOf(const std::string& id);
    const std::map<std::string, Measure>* setOf(const std::string& id) const;
    // The lines drawn on a free part or on the card; null when there is no such part.
    std::vector<LineSpec>* linesOf(const std::string& part);

    template<class V> static void visit(V& v) {
        v(always("title"), &Design::title);
        v(always("units"), &Design::units);
        v(needed("card"), &Design::card);
        v(always("stocks"), &Design::stocks);
        v(sparing("images").since(4).saying("Pictures of the maker's own."), &Design::images);
        v(always("structures"), &Design::structures);
        v(sparing("parts").saying("Blanks that the maker draws on."), &Design::parts);
        v(sparing("joins"), &Design::joins);
        v(sparing("motion"), &Design::motion);
        v(sparing("edges").since(3).saying("Silhouettes of edges that stand free."),
          &Design::edges);
        v(sparing("zones").since(3).saying("Where the tabs of structures stick."), &Design::zones);
        v(sparing("adhesives").since(11).saying("What is glued with something else than usual."),
          &Design::adhesives);
        v(sparing("pins").since(11).saying("Steps of the work in the maker's own order."),
          &Design::pins);
        v(sparing("names").since(9).saying("Of panels, lines and single ones of a series."),
          &Design::names);
        v(sparing("groups").since(12).saying("Figures that are moved and turned as one."),
          &Design::groups);
    }
};

// The owner of a panel or crease: "box1.tip" -> "box1".
std::string ownerOf(const std::string& id);

} // namespace hl::design
