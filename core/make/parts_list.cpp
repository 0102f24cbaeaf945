#include "core/make/parts_list.h"
#include "core/assembly/congruent.h"
#include "core/assembly/holes.h"
#include "core/design/tiles.h"
#include "core/make/pattern.h"
#include "core/measure/number.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

namespace hl::make {
namespace {

constexpr double same = 1e-4; // mm

std::string spoken(const std::string& id) { return spokenName(id.substr(id.find('.') + 1)); }

// Without corners in the middle of an edge, as the union of panels leaves them at creases.
Ring plainRing(const Ring& ring) {
    Ring out;
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2& a = out.empty() ? ring.back() : out.back();
        const Vec2 &p = ring[i], &b = ring[(i + 1) % ring.size()];
        if ((p - a).norm() > same && std::fabs(leftOf((p - a).normalized()).dot(b - p)) > same)
            out.push_back(p);
    }
    return out.size() < 3 ? ring : out;
}

// How far the paper reaches along the line x = `x`, just beside it on one side.
std::pair<double, double> reachAt(const Ring& ring, double x) {
    double low = 1e300, high = -1e300;
    for (size_t i = 0; i < ring.size(); ++i) {
        const Vec2 &p = ring[i], &q = ring[(i + 1) % ring.size()];
        if ((p.x() < x) == (q.x() < x))
            continue;
        const double y = p.y() + (q.y() - p.y()) * (x - p.x()) / (q.x() - p.x());
        low = std::min(low, y);
        high = std::max(high, y);
    }
    return {low, high};
}

Measure mm(double v) { return Measure::fromMm(std::round(v * 1e4) / 1e4); }

// How much of a gap in a fold at `x` is slit through instead, mm.
double slitWithin(const ListedPart& p, double x, double low, const Crease& c, double a, double b) {
    const double one = (c.from + a * c.dir()).y() - low, two = (c.from + b * c.dir()).y() - low;
    const double from = std::min(one, two), to = std::max(one, two);
    double out = 0;
    for (const ListedPart::Cut& cut : p.slits)
        for (size_t i = 0; i + 1 < cut.points.size(); ++i) {
            const Vec2 &s = cut.points[i], &t = cut.points[i + 1];
            if (std::fabs(s.x() - x) < 1e-3 && std::fabs(t.x() - x) < 1e-3)
                out += std::max(0.0, std::min(to, std::max(s.y(), t.y())) -
                                         std::max(from, std::min(s.y(), t.y())));
        }
    return std::min(out, to - from);
}

// The line that tells the part, where one does: all folds run straight up, and each from edge to
// edge or over one stretch.
SayLine lineOf(const ListedPart& p, const std::vector<const Crease*>& creases, const Vec2& low) {
    SayLine line;
    std::map<long, std::vector<const Crease*>> at; // by place, in hundredths of a micrometre
    // What is cut out of a sheet and runs otherwise goes beside its line, as facets do.
    const auto own = [&](const Crease* c) { return ownerOf(c->id) == ownerOf(p.id); };
    bool beside = false;
    for (const Crease* c : creases) {
        if (std::fabs(c->from.x() - c->to.x()) > same) {
            if (own(c))
                return {};
            beside = true;
            continue;
        }
        at[std::lround((c->from.x() - low.x()) * 1e5)].push_back(c);
    }
    double last = 0;
    for (auto& [place, folds] : at) {
        const double x = static_cast<double>(place) * 1e-5;
        // Where a fold of the sheet is turned the other way for a stretch, it is said as a whole.
        const bool turned = beside && std::any_of(folds.begin(), folds.end(), own) &&
                            !std::all_of(folds.begin(), folds.end(), own);
        if (turned)
            folds.erase(std::remove_if(folds.begin(), folds.end(),
                                       [&](const Crease* c) { return !own(c); }),
                        folds.end());
        SayScore s;
        double from = 1e300, to = -1e300, taken = 0;
        for (const Crease* c : folds) {
            if (c->fold != folds[0]->fold || c->either != folds[0]->either)
                return {};
            from = std::min({from, c->from.y() - low.y(), c->to.y() - low.y()});
            to = std::max({to, c->from.y() - low.y(), c->to.y() - low.y()});
            taken += c->length();
            for (auto& [a, b] : c->gaps)
                taken -= (b - a) - slitWithin(p, x, low.y(), *c, a, b);
        }
        if (!turned && taken < to - from - 0.01) // other paper, or none, lies between
            return {};
        s.fold = folds[0]->either                 ? SayFold::Either
                 : folds[0]->fold == Fold::Valley ? SayFold::Valley
                                                  : SayFold::Mountain;
        const auto [l0, l1] = reachAt(p.outline, x - 1e-3);
        const auto [r0, r1] = reachAt(p.outline, x + 1e-3);
        if (from > std::max(l0, r0) + 0.05)
            s.from = mm(from);
        if (to < std::min(l1, r1) - 0.05)
            s.to = mm(to);
        if (x - last < same || x > p.blank.x() - same)
            return {};
        line.panels.push_back(mm(x - last));
        line.scores.push_back(s);
        last = x;
    }
    line.panels.push_back(mm(p.blank.x() - last));
    line.heights = {mm(p.blank.y())};
    return line;
}

// The same part, seen at whatever corner its outline begins, turned by half a turn or not.
std::string signature(const ListedPart& p, bool turned) {
    auto place = [&](const Vec2& q) {
        const Vec2 r = turned ? Vec2(p.blank - q) : q;
        return numberText(r.x(), 3) + "," + numberText(r.y(), 3);
    };
    auto ring = [&](const Ring& corners) {
        std::vector<std::string> all;
        for (const Vec2& q : corners)
            all.push_back(place(q));
        std::rotate(all.begin(), std::min_element(all.begin(), all.end()), all.end());
        std::string out;
        for (auto& a : all)
            out += a + " ";
        return out;
    };
    std::vector<std::string> rest;
    for (const Ring& r : p.apertures)
        rest.push_back("hole " + ring(r));
    for (auto& c : p.creases) {
        std::string a = place(c.from), b = place(c.to);
        if (b < a)
            std::swap(a, b);
        rest.push_back(c.fold + " " + a + " " + b);
    }
    for (auto& s : p.slits) {
        std::vector<std::string> ends;
        for (const Vec2& q : s.points)
            ends.push_back(place(q));
        if (ends.back() < ends.front())
            std::reverse(ends.begin(), ends.end());
        std::string line = "slit";
        for (auto& end : ends)
            line += " " + end;
        rest.push_back(line);
    }
    for (const auto& [from, to] : p.holes) {
        std::string a = place(from), b = place(to);
        if (b < a)
            std::swap(a, b);
        rest.push_back("punched " + a + " " + b);
    }
    std::sort(rest.begin(), rest.end());
    std::string out = p.paper + "|" + ring(p.outline);
    for (auto& r : rest)
        out += "|" + r;
    return out;
}

} // namespace

namespace {

// One part, as yet without its fellows.
ListedPart listed(const Assembly& a, const Part& part) {
    ListedPart p;
    p.id = part.id;
    p.name = part.name;
    auto rings = outlineOf(a, part);
    if (rings.empty())
        return p;
    Vec2 low = rings[0].front(), high = low;
    for (const Vec2& q : rings[0]) {
        low = low.cwiseMin(q);
        high = high.cwiseMax(q);
    }
    p.blank = high - low;
    for (Ring& r : rings)
        for (Vec2& q : r)
            q -= low;
    p.outline = plainRing(rings[0]);
    for (size_t i = 1; i < rings.size(); ++i)
        p.apertures.push_back(plainRing(rings[i]));
    std::vector<const Crease*> creases;
    for (int i : part.creases) {
        const Crease& c = a.creases[static_cast<size_t>(i)];
        if (c.bend)
            continue;
        creases.push_back(&c);
        for (auto& [from, to] : c.stretches())
            p.creases.push_back({spoken(c.id),
                                 c.either                 ? "either"
                                 : c.fold == Fold::Valley ? "valley"
                                                          : "mountain",
                                 from - low, to - low});
    }
    for (const Mark& m : part.marks)
        if (m.kind == LineKind::Slit && !m.off) {
            ListedPart::Cut cut{spoken(m.id), m.points};
            for (Vec2& q : cut.points)
                q -= low;
            p.slits.push_back(cut);
        }
    for (const Hole& h : holesOf(a, part))
        p.holes.emplace_back(h.at - low, h.to - low);
    p.say = lineOf(p, creases, low);
    return p;
}

} // namespace

std::string saidOf(const Assembly& a, const Part& part, Unit unit) {
    const ListedPart p = listed(a, part);
    return p.say.panels.size() > 1 ? panelsText(p.say, unit) : "";
}

namespace {

// The line that a part was told by; null where it was not.
const SayLine* saidFor(const Design& design, const Part& part) {
    if (const FreePart* free = design.part(part.id))
        return &free->say;
    if (const StructureSpec* s = design.structure(part.structure))
        return &s->say;
    return part.structure.empty() ? &design.card.say : nullptr;
}

// Whether nothing is printed on its face.
bool plainFaced(const Stock& s) { return s.pattern.empty() && s.image.empty(); }

// A flat piece that is the same as another however it lies: turned, where its paper's fibres have
// no direction, and turned over, where that is alike on both sides. Its number among those that are
// listed already; theirs where it is none of them.
size_t fellowOf(const ListedPart& p, const Stock& paper, const std::vector<ListedPart>& all) {
    const auto flat = [](const ListedPart& q) { return q.creases.empty() && q.slits.empty(); };
    const auto piece = [](const ListedPart& q) {
        Paper out{q.outline, q.apertures};
        for (const auto& [from, to] : q.holes)
            out.apertures.push_back({from, to});
        return out;
    };
    if (!flat(p) || hasUpperEnd(paper) || !paper.image.empty())
        return all.size();
    const TurnedBy turns = paper.grain == Grain::Unknown ? TurnedBy::Any : TurnedBy::Half;
    const bool over = plainFaced(paper) && paper.face == paper.back;
    for (size_t i = 0; i < all.size(); ++i)
        if (all[i].paper == p.paper && flat(all[i]) &&
            (congruent(piece(p), piece(all[i]), false, same, turns) ||
             (over && congruent(piece(p), piece(all[i]), true, same, turns))))
            return i;
    return all.size();
}

} // namespace

std::vector<ListedPart> partsList(const Design& design, const Assembly& a) {
    std::vector<ListedPart> out;
    std::map<std::string, size_t> known;
    std::set<std::string> called;
    for (const Part& part : a.parts) {
        ListedPart p = listed(a, part);
        if (p.outline.empty())
            continue;
        if (const SayLine* said = saidFor(design, part);
            said && said->panels.size() == p.say.panels.size())
            p.say.gives = said->gives;
        const Stock& paper = stockOf(design, part);
        p.paper = paper.name;
        const Panel& first = a.panels[static_cast<size_t>(part.panels.front())];
        if (first.rides >= 0 && !first.hung && part.loose.empty())
            p.on = a.panels[static_cast<size_t>(first.rides)].id;
        // What is printed on one face has a left hand and a right hand.
        const std::string one = signature(p, false),
                          other = plainFaced(paper) ? signature(p, true) : one;
        auto there = known.count(one) ? known.find(one) : known.find(other);
        const size_t fellow = there != known.end() ? there->second : fellowOf(p, paper, out);
        if (fellow < out.size()) {
            ++out[fellow].count;
            out[fellow].ids.push_back(part.id);
            continue;
        }
        // Plans and lists tell parts by their names: what is called alike gets a number.
        const std::string own = p.name;
        for (int n = 2; !called.insert(p.name).second; ++n)
            p.name = own + ", " + numberText(n);
        known[one] = out.size();
        p.ids = {part.id};
        out.push_back(std::move(p));
    }
    return out;
}

namespace {

// A part's line with all that a maker would have to say: how its top slants, and its slits.
SayLine fullLine(const ListedPart& p) {
    SayLine line = p.say;
    double left = 0, right = 0; // heights at both ends
    for (const Vec2& q : p.outline) {
        if (q.x() < same)
            left = std::max(left, q.y());
        if (q.x() > p.blank.x() - same)
            right = std::max(right, q.y());
    }
    const bool level = std::count_if(p.outline.begin(), p.outline.end(),
                                     [](const Vec2& q) { return std::fabs(q.y()) < same; }) == 2;
    if (p.outline.size() == 4 && level && std::fabs(left - right) > 0.05) {
        line.heights.clear();
        line.slope = {mm(left), mm(right)};
    }
    for (const ListedPart::Cut& cut : p.slits) {
        const Vec2 from = cut.points.front().cwiseMin(cut.points.back()),
                   to = cut.points.front().cwiseMax(cut.points.back());
        if (cut.points.size() == 2 && to.x() - from.x() < same)
            line.slits.push_back({false, mm(from.x()), mm(from.y()), mm(to.y())});
        else if (cut.points.size() == 2 && to.y() - from.y() < same)
            line.slits.push_back({true, mm(from.y()), mm(from.x()), mm(to.x())});
    }
    return line;
}

} // namespace

std::string holeText(const std::pair<Vec2, Vec2>& hole, Unit unit) {
    const auto place = [&](const Vec2& at) {
        return sayLength(at.x(), unit) + " from the left and " + sayLength(at.y(), unit) +
               " from the lower edge";
    };
    const bool slot = (hole.second - hole.first).norm() > same;
    return (slot ? "slot " : "hole of ") + sayLength(holeAcross, unit) +
           (slot ? " wide for a fastener, from a hole " : " for a fastener, its middle ") +
           place(hole.first) + (slot ? " to one " + place(hole.second) : "");
}

std::string slantText(const ListedPart& p, Unit unit) {
    const SayLine line = fullLine(p);
    if (p.say.panels.size() < 2 || line.slope.size() != 2)
        return {};
    std::string out = "high at the left edge " + sayLength(line.heightAt(0, 0).first, unit);
    for (size_t i = 0; i + 1 < line.panels.size(); ++i) {
        const double high = line.heightAt(i, 0).second;
        out += ", at the score at " + sayLength(line.startOf(i + 1), unit) + " " +
               sayLength(high, unit) + " (half " + sayLength(high / 2, unit) + ")";
    }
    return out + ", at the right edge " +
           sayLength(line.heightAt(line.panels.size() - 1, 0).second, unit);
}

std::string partsText(const std::vector<ListedPart>& parts, Unit unit) {
    std::string out;
    for (const ListedPart& p : parts) {
        out += (p.count > 1 ? numberText(p.count) + " x " : "") + p.name + ", " + p.paper +
               "\n    " + sayLength(p.blank.x(), unit) + " x " + sayLength(p.blank.y(), unit);
        if (p.say.panels.size() > 1)
            out += "  " + (!p.slits.empty() || std::any_of(p.say.scores.begin(), p.say.scores.end(),
                                                           [](auto& s) { return s.from || s.to; })
                               ? sayLineText(fullLine(p), unit)
                               : panelsText(p.say, unit));
        else if (!p.creases.empty())
            out += "  folds: " + countText(p.creases.size(), "one", "in all");
        if (const std::string high = slantText(p, unit); !high.empty())
            out += "\n    " + high;
        for (const auto& h : p.holes)
            out += "\n    " + holeText(h, unit);
        out += "\n";
    }
    return out;
}

} // namespace hl::make
