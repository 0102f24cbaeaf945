#include "core/structures/layers/words.h"
#include "core/assembly/builder.h"
#include "core/measure/number.h"
#include "core/picture/letters.h"
#include "core/structures/parameters.h"
#include <algorithm>
#include <cmath>

namespace hl::structures {
namespace {

enum As { Letters, CutOut, Label };

constexpr size_t mostLetters = 60;
constexpr const char* printersInk = "#2a2622";

Values completeWords(Values v, const Host& host) {
    v.try_emplace("as", Letters);
    v.try_emplace("height", std::min(8.0, 0.4 * host.left.room));
    v.try_emplace("across", host.length / 2);
    v.try_emplace("along", host.left.room / 2);
    v.try_emplace("turn", 0);
    v.try_emplace("bridge", 1.2);
    v.try_emplace("border", 4);
    v.try_emplace("raise", 0);
    return v;
}

double distance(const Vec2& p, const Vec2& a, const Vec2& b) {
    const Vec2 d = b - a;
    const double t =
        d.squaredNorm() > 0 ? std::clamp((p - a).dot(d) / d.squaredNorm(), 0.0, 1.0) : 0;
    return (a + t * d - p).norm();
}

// How far a ring stays inside a panel's paper; below nought where it leaves it.
double roomRound(const Ring& ring, const Panel& panel) {
    double least = 1e300;
    for (const Vec2& p : ring) {
        if (const double off = offPaper(panel.outline, panel.apertures, p); off > 0)
            least = std::min(least, -off);
        const auto to = [&](const Ring& edge) {
            for (size_t i = 0; i < edge.size(); ++i)
                least = std::min(least, distance(p, edge[i], edge[(i + 1) % edge.size()]));
        };
        to(panel.outline);
        for (const Ring& hole : panel.apertures)
            to(hole);
    }
    return least;
}

// A letter as openings whose inner islands stay on by a bridge from each up to its upper edge: the
// opening is parted there.
std::vector<Ring> stencil(const Paper& letter, double bridge) {
    std::vector<Paper> pieces{letter};
    double top = -1e300;
    for (const Vec2& p : letter.outline)
        top = std::max(top, p.y());
    for (const Ring& hole : letter.apertures) {
        Vec2 low = hole[0], high = hole[0];
        for (const Vec2& p : hole) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
        const double x = (low.x() + high.x()) / 2, y = (low.y() + high.y()) / 2;
        const Ring strip{{x - bridge / 2, y},
                         {x + bridge / 2, y},
                         {x + bridge / 2, top + 1},
                         {x - bridge / 2, top + 1}};
        std::vector<Paper> next;
        for (const Paper& p : pieces)
            for (Paper& q : without(p.outline, p.apertures, strip))
                next.push_back(std::move(q));
        pieces = std::move(next);
    }
    std::vector<Ring> out;
    for (Paper& p : pieces)
        if (areaOf(p.outline) > 0.05)
            out.push_back(std::move(p.outline));
    return out;
}

Trouble buildWords(const StructureSpec& spec, const Values& v, const Host& host,
                   AssemblyBuilder& out) {
    const std::string place = "structure " + spec.id;
    if (spec.text.empty())
        return Problem{place + ", text", "nothing is said yet",
                       "give the words, such as “Welcome”"};
    size_t letters = 0;
    for (char c : spec.text)
        letters += (static_cast<unsigned char>(c) & 0xC0) != 0x80;
    if (letters > mostLetters)
        return Problem{place + ", text",
                       "a line has at most " + numberText(mostLetters) + " letters",
                       "say it in several lines"};
    const int on = host.left.panel;
    if (out.made().panels[static_cast<size_t>(on)].role == Role::Tab)
        return Problem{place, "its host is a tab, which nobody sees", "put it on a page or a wall"};
    const double height = v.at("height");
    const SetWords set = setWords(spec.text, spec.typeface, height);
    if (set.pieces.empty())
        return Problem{place + ", text", "“" + spec.text + "” has nothing that can be seen",
                       "give letters that the typeface has"};
    const auto as = static_cast<As>(std::lround(v.at("as")));
    const Turn t = exactTurn(v.at("turn"));
    const Vec2 way = t.cos * host.left.along + t.sin * host.left.inward,
               up = t.cos * host.left.inward - t.sin * host.left.along;
    const Vec2 middle =
        host.left.origin + v.at("across") * host.left.along + v.at("along") * host.left.inward;
    const Vec2 start = middle - set.width / 2 * way - height / 2 * up;
    const auto onHost = [&](const Vec2& p) { return Vec2(start + p.x() * way + p.y() * up); };
    if (as == Label) {
        const double border = v.at("border"), w = set.width + 2 * border, h = height + 2 * border;
        out.part(spec.id, spec.name, spec.id, spec.stock);
        const int panel = out.panel("label", Role::Wall, {{0, 0}, {w, 0}, {w, h}, {0, h}});
        out.lay(panel, {0, 0}, {1, 0}, on, start - border * (way + up), way, false, true,
                v.at("raise"));
        out.upright(out.made().parts.size() - 1, {0, 1});
        return {};
    }
    // Letters keep clear of edges and folds, else the fold runs through the word.
    const Panel under = out.made().panels[static_cast<size_t>(on)];
    const double clear = std::max(1.0, 3 * host.caliper);
    for (const LetterPiece& piece : set.pieces) {
        Ring ring;
        for (const Vec2& p : piece.paper.outline)
            ring.push_back(onHost(p));
        if (const double room = roomRound(ring, under); room < clear - 1e-6)
            return Problem{
                place + ", measure height",
                room < 0
                    ? "“" + piece.letter + "” reaches " + inUnit(host, -room) + " beyond its panel"
                    : "“" + piece.letter + "” comes within " + inUnit(host, room) +
                          " of an edge or a fold",
                "keep " + inUnit(host, clear) + " clear: make the words lower, or move them; “" +
                    spec.text + "” is " + inUnit(host, set.width) + " long"};
    }
    int n = 0;
    for (const LetterPiece& piece : set.pieces) {
        ++n;
        if (as == Letters) {
            out.part(n == 1 ? spec.id : spec.id + ".letter-" + numberText(n),
                     "“" + piece.letter + "” of " + spec.name, spec.id, spec.stock);
            const int panel = out.panel("letter-" + numberText(n), Role::Wall, piece.paper.outline,
                                        piece.paper.apertures);
            out.ride(panel, on);
            out.lay(panel, {0, 0}, {1, 0}, on, start, way, false, true, v.at("raise"));
            continue;
        }
        for (const Ring& opening : stencil(piece.paper, v.at("bridge"))) {
            Ring ring;
            for (const Vec2& p : opening)
                ring.push_back(onHost(p));
            if (!out.take(on, ring))
                return Problem{place + ", measure bridge",
                               "the panel would fall apart at “" + piece.letter + "”",
                               "make the words smaller, or the bridges wider"};
        }
    }
    return {};
}

// A greeting on the middle of a film, as large as two thirds of its width and of its length allow.
bool onTheMiddle(const Assembly& a, const Panel& end, Printed& p) {
    const Ring& loose = a.parts[static_cast<size_t>(end.part)].loose.at(0);
    const double free = loose[1].x() - loose[0].x(), width = loose[2].y() - loose[1].y();
    p.onFilm = true;
    p.height = 0.5 * width;
    const double wide = setWords(p.text, p.typeface, p.height).width;
    if (wide <= 0)
        return false;
    p.height *= std::min(1.0, 0.66 * free / wide);
    p.at = {-setWords(p.text, p.typeface, p.height).width / 2, (width - p.height) / 2};
    return true;
}

// The letter of a banner, the first on the first one.
bool onBanner(const Panel& banner, Printed& p) {
    const size_t dash = banner.id.rfind('-');
    std::string_view number = std::string_view(banner.id).substr(dash + 1);
    const auto n = takeNumber(number);
    size_t from = 0, nth = 0;
    const auto next = [&](size_t at) {
        do
            ++at;
        while (at < p.text.size() && (static_cast<unsigned char>(p.text[at]) & 0xC0) == 0x80);
        return at;
    };
    while (n && from < p.text.size() && ++nth < static_cast<size_t>(*n))
        from = next(from);
    if (!n || from >= p.text.size())
        return false;
    p.text = p.text.substr(from, next(from) - from);
    double low = 0, left = 0, right = 0;
    for (const Vec2& q : banner.outline) {
        low = std::min(low, q.y());
        left = std::min(left, q.x());
        right = std::max(right, q.x());
    }
    p.height = std::min(-0.4 * low, 0.45 * (right - left));
    const double wide = setWords(p.text, p.typeface, p.height).width;
    p.at = {-wide / 2, -p.height - 0.12 * -low};
    return wide > 0;
}

} // namespace

std::vector<Printed> printedWords(const Design& design, const Assembly& a) {
    std::vector<Printed> out;
    // Asked for at every frame: most cards have none.
    if (std::none_of(design.structures.begin(), design.structures.end(),
                     [](auto& s) { return !s.text.empty(); }))
        return out;
    for (size_t i = 0; i < a.panels.size(); ++i) {
        const Panel& panel = a.panels[i];
        const std::string& id = a.parts[static_cast<size_t>(panel.part)].structure;
        const StructureSpec* s = design.structure(id);
        if (!s) // one of a series
            s = design.structure(id.substr(0, id.rfind('-')));
        if (!s || s->text.empty())
            continue;
        Printed p;
        p.panel = static_cast<int>(i);
        p.text = s->text;
        p.typeface = s->typeface;
        if (s->kind == "words" && panel.id == id + ".label") {
            const auto given = s->set.find("border");
            const double border = given == s->set.end() ? 4 : given->second.mm();
            p.at = {border, border};
            p.height = panel.outline[2].y() - 2 * border;
        } else if (s->kind == "film" && panel.id == id + ".left-end") {
            if (!onTheMiddle(a, panel, p))
                continue;
        } else if (s->kind == "thread" && panel.hung) {
            if (!onBanner(panel, p))
                continue;
        } else {
            continue;
        }
        const Stock& paper = stockOf(design, a.parts[static_cast<size_t>(panel.part)]);
        p.ink = paper.ink.empty() ? printersInk : paper.ink;
        for (const LetterPiece& piece : setWords(p.text, p.typeface, p.height).pieces) {
            p.letters.push_back(piece.paper);
            for (Vec2& q : p.letters.back().outline)
                q += p.at;
            for (Ring& hole : p.letters.back().apertures)
                for (Vec2& q : hole)
                    q += p.at;
        }
        out.push_back(std::move(p));
    }
    return out;
}

Family wordsOnPanel() {
    Family f;
    f.id = f.name = "words";
    f.purpose = "A line of letters, cut and glued on, cut out of a panel, or printed on a label.";
    f.shelf = "Layers and toppers";
    f.ground = Ground::Panel;
    f.host = "card.page-right";
    f.standsOn = {"page", "wall", "mat"};
    f.adorns = f.texts = f.lettering = true;
    f.says = "Welcome";
    f.laid = Family::Laid::AsItIs;
    const std::vector<Parameter> middle = middleParameters("their");
    f.parameters = {
        choiceOf("as", {"letters", "cut-out", "label"}, "how they are made").unless("letters"),
        lengthOf("height", 2, 200, "of a capital letter")
            .grows(Parameter::Scale::Lesser)
            .unless("8 mm, or less on a low panel")
            .why("letters that low cannot be cut", "no letter is that high"),
        middle[0],
        middle[1],
        turnParameter("turned to the left"),
        lengthOf("bridge", 0.3, 20, "the paper that holds the inside of an O, where cut out")
            .grows(Parameter::Scale::Kept)
            .unless("1.2 mm")
            .why("paper that thin tears", "no letter is that wide"),
        lengthOf("border", 0, 100, "of a label round its words")
            .grows(Parameter::Scale::Kept)
            .unless("4 mm"),
        raiseParameter(),
    };
    f.complete = completeWords;
    f.build = buildWords;
    return f;
}

} // namespace hl::structures
