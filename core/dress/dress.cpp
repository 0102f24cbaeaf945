#include "core/dress/dress.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>

namespace hl::dress {
namespace {

constexpr double leastPart = 0.12;  // of a panel that has to show for it to be worth a mat
constexpr double leastArea = 120;   // mm2
constexpr double leastWidth = 6;    // mm between parallels: what is narrower stays bare
constexpr double paperWeight = 120; // g/m2 of printed paper

// Whether a mat lies on the face of what it is on.
bool onFace(const StructureSpec& s) {
    const auto side = s.set.find("side");
    return side == s.set.end() || side->second.count == 0;
}

// The topmost mat on one side of a panel; null where there is none.
const StructureSpec* topmost(const Design& d, const std::string& panel, bool face) {
    const StructureSpec* top = nullptr;
    for (bool more = true; more;) {
        more = false;
        for (const StructureSpec& s : d.structures) {
            const bool here =
                top ? s.on == top->id + ".mat" && onFace(s) : s.on == panel && onFace(s) == face;
            if (familyOf(s).covers && here) {
                top = &s;
                more = true;
                break;
            }
        }
    }
    return top;
}

} // namespace

const char* Scheme::of(Faces faces) const {
    return faces == Faces::Page    ? page
           : faces == Faces::Front ? front
           : faces == Faces::Side  ? side
                                   : top;
}

// A scheme is one line here.
const std::vector<Scheme>& schemes() {
    static const std::vector<Scheme> table{
        {"station", "Station morning", "clouds", "brick", "brick", "slate"},
        {"lineside", "Lineside", "meadow", "planks", "planks", "hills"},
        {"night", "Last train", "night", "lamps", "lamps", "slate"},
        {"tea-room", "Tea room", "tea-room-check", "tickets", "carriage-stripe", "planks"},
        {"first-class", "First class", "carriage-stripe", "moquette", "moquette", "planks"},
        {"survey", "Line survey", "contours", "hills", "fern", "track"},
        {"yard", "Goods yard", "contours", "planks", "planks", "slate"},
        {"garden", "Station garden", "meadow", "ivy", "fern", "hills"},
        {"works", "Works train", "rain", "signal-chevron", "planks", "track"},
    };
    return table;
}

const Scheme* scheme(const std::string& id) {
    const auto& all = schemes();
    const auto it = std::find_if(all.begin(), all.end(), [&](auto& s) { return id == s.id; });
    return it == all.end() ? nullptr : &*it;
}

std::string knownSchemes() {
    std::string known;
    for (const Scheme& s : schemes())
        known += (known.empty() ? "" : ", ") + std::string(s.id);
    return known;
}

std::vector<Proposal> proposalsFor(const Case& c, const Scheme& scheme, double height) {
    std::vector<std::pair<double, Proposal>> found;
    for (const Visible& s : visibleIn(c, height)) {
        const Panel& p = c.assembly.panels[static_cast<size_t>(s.panel)];
        const char* pattern = scheme.of(s.faces);
        const double area = areaOf(p.outline);
        if (!*pattern || s.part < leastPart || area < leastArea || topmost(c.design, p.id, s.face))
            continue;
        // A figure and letters are there to be seen, and so is a picture that was cut out.
        const StructureSpec* of = c.design.structure(ownerOf(p.id));
        const Family* f = of ? family(of->kind) : nullptr;
        if ((f && f->ground == Ground::Panel && !f->dresses) ||
            stockOf(c.design, c.assembly, s.panel).fitted)
            continue;
        if (drawnIn(p.outline, p.apertures, leastWidth / 2).empty())
            continue;
        found.emplace_back(area, Proposal{p.id, pattern, s.face, s.part});
    }
    std::stable_sort(found.begin(), found.end(),
                     [](auto& a, auto& b) { return a.first > b.first + 1e-9; });
    std::vector<Proposal> out;
    for (auto& [area, p] : found)
        out.push_back(p);
    return out;
}

std::string paperPrinting(Design& d, const Tile& p) {
    for (const Stock& s : d.stocks)
        if (s.pattern == p.id)
            return s.id;
    Stock s;
    s.id = p.id;
    for (int n = 2; d.stock(s.id); ++n)
        s.id = p.id + numberText(n);
    s.name = p.name;
    s.pattern = p.id;
    s.face = p.face;
    s.back = "#ffffff";
    s.weight = paperWeight;
    s.caliper = Measure::fromMm(0.14);
    d.stocks.push_back(s);
    return s.id;
}

Result<std::pair<Design, std::string>> layMat(const Design& design, const std::string& panel,
                                              const std::string& stock, bool face, bool replace,
                                              std::optional<Measure> step) {
    Design d = design;
    if (!d.stock(stock))
        return Problem{"mat", "there is no paper “" + stock + "”",
                       "add it first, or name one that is there"};
    const StructureSpec* top = topmost(d, panel, face);
    if (top && replace) {
        StructureSpec& s = *d.structure(top->id);
        s.stock = stock;
        if (step)
            s.set["step"] = *step;
        auto made = assemble(d);
        if (!made)
            return made.problem();
        return std::pair{d, s.id};
    }
    StructureSpec s;
    s.kind = familyThat(&Family::covers).id;
    s.id = freeId(d, s.kind);
    s.stock = stock;
    s.on = top ? top->id + ".mat" : panel;
    if (!top && !face)
        s.set["side"] = Measure::ofCount(1);
    if (step)
        s.set["step"] = *step;
    d.structures.push_back(s);
    auto made = assemble(d);
    if (!made)
        return made.problem();
    return std::pair{d, s.id};
}

Result<std::pair<Design, std::string>> layTopper(const Design& design, const Case& folded,
                                                 const std::string& panel,
                                                 std::map<std::string, std::string> measures,
                                                 const Told& told,
                                                 const std::vector<Point>& outline) {
    constexpr double straight = 0.5; // degrees
    const int on = folded.assembly.panel(panel);
    if (on >= 0 && !measures.count("side")) // the one that is turned to the viewer, as for mats
        for (const Visible& v : visibleIn(folded))
            if (v.panel == on && !v.worn)
                measures["side"] = "back";
    if (on >= 0 && !measures.count("turn")) {
        const auto number = static_cast<size_t>(on);
        const Vec2 asMade =
            folded.assembly.parts[static_cast<size_t>(folded.assembly.panels[number].part)].up;
        const Vec2 up = uprightOn(folded)[number];
        const auto side = measures.find("side");
        const bool behind = side != measures.end() && side->second == "back";
        const double turn = (behind ? -1 : 1) * std::atan2(leftOf(asMade).dot(up), asMade.dot(up)) *
                            180 / pi; // to the left
        if (std::fabs(turn) > straight)
            measures["turn"] = numberText(turn, 2);
    }
    measures.try_emplace("adhesive", "safe");
    return addStructure(design, familyThat(&Family::figure).id, panel, measures, outline, {}, told);
}

Result<Design> dressLike(const Design& design, const std::string& panel, const std::string& other) {
    const auto made = assemble(design);
    if (!made)
        return made.problem();
    for (const std::string& id : {panel, other})
        if (made->panel(id) < 0)
            return Problem{"dress", "there is no panel “" + id + "”",
                           "name a panel such as card.page-right"};
    if (panel == other)
        return Problem{"dress", "a panel is like itself", "name two panels"};
    Design d = design;
    bool any = false;
    for (const bool face : {true, false}) {
        std::vector<StructureSpec> mats; // from below
        for (std::string on = other;;) {
            const auto it = std::find_if(
                design.structures.begin(), design.structures.end(), [&](const StructureSpec& s) {
                    return familyOf(s).covers && s.on == on && (on != other || onFace(s) == face);
                });
            if (it == design.structures.end())
                break;
            mats.push_back(*it);
            on = it->id + ".mat";
        }
        if (mats.empty())
            continue;
        any = true;
        // What stands on the mats that go comes to stand on the topmost of the new ones.
        std::vector<std::string> stays;
        for (const StructureSpec& s : design.structures) {
            if (!familyOf(s).covers || s.on != panel || onFace(s) != face || !d.structure(s.id))
                continue;
            std::vector<std::string> gone = standingOn(d, s.id);
            gone.push_back(s.id);
            for (StructureSpec& t : d.structures)
                if (const StructureSpec* under = d.structure(ownerOf(t.on));
                    !familyOf(t).covers && under && familyOf(*under).covers &&
                    std::count(gone.begin(), gone.end(), under->id)) {
                    stays.push_back(t.id);
                    t.on = panel;
                }
            d = removeStructure(d, s.id);
        }
        std::string on = panel;
        for (StructureSpec s : mats) {
            s.id = freeId(d, s.kind);
            s.name.clear();
            s.on = on;
            on = s.id + ".mat";
            d.structures.push_back(std::move(s));
        }
        for (const std::string& id : stays)
            d.structure(id)->on = on;
    }
    if (!any)
        return Problem{"dress", "nothing lies on “" + other + "” that could be copied",
                       "lay a mat there first, or name another panel"};
    if (auto next = assemble(d); !next)
        return next.problem();
    return d;
}

Design undressed(const Design& design) {
    Design d = design;
    for (const StructureSpec& s : design.structures)
        if (familyOf(s).covers && d.structure(s.id))
            d = removeStructure(d, s.id);
    return d;
}

Result<Design> dressed(const Design& design, const std::vector<Proposal>& proposals,
                       std::optional<Measure> step) {
    Design d = design;
    for (const Proposal& p : proposals) {
        const Tile* printed = tile(p.pattern);
        if (!printed)
            return Problem{"dress", "there is no pattern “" + p.pattern + "”",
                           "use one of: " + knownTiles()};
        Design next = d;
        const std::string paper = paperPrinting(next, *printed);
        if (auto laid = layMat(next, p.panel, paper, p.face, false, step))
            d = laid->first;
        else if (laid.problem().what.find("border") == std::string::npos)
            return laid.problem(); // else nothing of the panel is left to be covered
    }
    return d;
}

} // namespace hl::dress
