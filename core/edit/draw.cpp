#include "core/edit/draw.h"
#include "core/assemble/assemble.h"
#include "core/assemble/said.h"
#include "core/assemble/sheets.h"
#include "core/edit/checked.h"
#include "core/edit/edit.h"
#include "core/measure/number.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>

namespace hl::edit {
namespace {

template<class Items> std::string freeName(const Items& items, const std::string& kind) {
    for (int n = 1;; ++n) {
        const std::string id = kind + numberText(n);
        if (std::none_of(items.begin(), items.end(), [&](auto& i) { return i.id == id; }))
            return id;
    }
}

Point point(const Vec2& p) { return {Measure::fromMm(p.x()), Measure::fromMm(p.y())}; }

Drawn checked(const Design& d, const std::string& id) {
    auto made = assemble(d);
    if (!made)
        return made.problem();
    return std::pair{d, id};
}

Problem nothing(const std::string& id) {
    return {id, "there is nothing drawn of that name", "check the id"};
}

// Joins and structures that hold on to panels and creases which are no longer there.
void dropOrphans(Design& d) {
    for (bool again = true; again;) {
        again = false;
        Design bare = d;
        bare.joins.clear();
        bare.motion.clear();
        bare.edges.clear();
        bare.zones.clear();
        auto made = assemble(bare);
        if (!made) { // a structure lost its host
            for (size_t i = 0; i < d.structures.size(); ++i) {
                Design without = bare;
                without.structures.erase(without.structures.begin() + static_cast<long>(i));
                const std::string owner = seriesOf(d, ownerOf(d.structures[i].on));
                const bool drawn = owner == "card" || d.part(owner) || !d.structure(owner);
                if (drawn && assemble(without)) {
                    d = removeStructure(d, d.structures[i].id);
                    again = true;
                    break;
                }
            }
            continue;
        }
        auto lost = [&](const JoinSpec& j) {
            return made->panel(j.panel) < 0 || made->panel(j.onto) < 0;
        };
        d.joins.erase(std::remove_if(d.joins.begin(), d.joins.end(), lost), d.joins.end());
        auto stopped = [&](const StageSpec& s) {
            return made->crease(s.drive) < 0 && !d.join(s.drive);
        };
        d.motion.erase(std::remove_if(d.motion.begin(), d.motion.end(), stopped), d.motion.end());
        dropNames(d, [&](const std::string& of) {
            return !isDrawnLine(d, of) && !d.structure(seriesOf(d, ownerOf(of))) &&
                   made->panel(of) < 0 && made->crease(of) < 0;
        });
        dropShapes(d, [&](const std::string& of) {
            return made->panel(of) < 0 && made->part(of) < 0 && made->part(ownerOf(of)) < 0;
        });
    }
}

} // namespace

bool isDrawnLine(const Design& d, const std::string& id) {
    const std::string owner = ownerOf(id);
    const FreePart* p = d.part(owner);
    const auto has = [&](const std::vector<LineSpec>& lines) {
        return std::any_of(lines.begin(), lines.end(),
                           [&](auto& l) { return owner + "." + l.id == id; });
    };
    return owner == "card" ? has(d.card.lines) : p && has(p->lines);
}

Drawn addBlank(const Design& design, Measure width, Measure height) {
    Design d = design;
    FreePart p;
    for (int n = 1; p.id.empty(); ++n) {
        const std::string id = "part" + numberText(n);
        if (!d.part(id) && !d.structure(id))
            p.id = id;
    }
    p.width = width;
    p.height = height;
    d.parts.push_back(p);
    return checked(d, p.id);
}

Drawn addLine(const Design& design, const std::string& part, LineKind kind, const Vec2& from,
              const Vec2& to) {
    Design d = design;
    std::vector<LineSpec>* lines = d.linesOf(part);
    if (!lines)
        return nothing(part);
    LineSpec l;
    l.id = freeName(*lines, kind == LineKind::Slit ? "slit" : "crease");
    l.kind = kind;
    l.points = {point(from), point(to)};
    lines->push_back(l);
    return checked(d, part + "." + l.id);
}

Drawn addTab(const Design& design, const std::string& part, const Vec2& at) {
    Design d = design;
    FreePart* p = d.part(part);
    auto made = assemble(design);
    if (!p || !made)
        return nothing(part);
    auto worked = workedOut(*p);
    const Ring outline = outlineOf(worked ? *worked : *p);
    int best = 0;
    double least = 1e300;
    for (size_t i = 0; i < outline.size(); ++i) {
        const Vec2 a = outline[i], b = outline[(i + 1) % outline.size()];
        const double t = std::clamp((at - a).dot(b - a) / (b - a).squaredNorm(), 0.0, 1.0);
        const double off = (at - a - t * (b - a)).norm();
        if (off < least) {
            least = off;
            best = static_cast<int>(i);
        }
    }
    const Vec2 a = outline[static_cast<size_t>(best)],
               b = outline[(static_cast<size_t>(best) + 1) % outline.size()];
    const Vec2 dir = (b - a).normalized();
    const double length = (b - a).norm(), here = (at - a).dot(dir);
    double from = 0, to = length;
    auto stop = [&](const Vec2& q) { // a line or tab that ends on the edge
        const double t = (q - a).dot(dir);
        if (std::fabs((q - a).dot(leftOf(dir))) > 0.01 || t < 0.01 || t > length - 0.01)
            return;
        if (t <= here)
            from = std::max(from, t);
        else
            to = std::min(to, t);
    };
    const Part& drawn = made->parts[made->part(part)];
    for (int i : drawn.creases) {
        stop(made->creases[i].from);
        stop(made->creases[i].to);
    }
    for (const Mark& m : drawn.marks)
        for (const Vec2& q : m.points)
            stop(q);
    TabSpec t;
    t.id = freeName(p->tabs, "tab");
    t.edge = best + 1;
    if (from > 0)
        t.from = Measure::fromMm(from);
    if (to < length)
        t.to = Measure::fromMm(to);
    t.depth = Measure::fromMm(std::min(9.0, std::max(3.0, std::floor(0.4 * (to - from)))));
    for (const TabSpec& other : p->tabs)
        if (other.edge == t.edge && (other.from ? other.from->mm() : 0) < to - 0.01 &&
            (other.to ? other.to->mm() : length) > from + 0.01)
            return Problem{"part " + part, "this edge has a tab already",
                           "choose another edge, or remove " + other.id};
    p->tabs.push_back(t);
    return checked(d, part + "." + t.id);
}

Drawn glueOnto(const Design& design, const std::string& panel, const std::string& onto,
               const Vec2& at, std::optional<bool> heldFace, std::optional<bool> ontoFace) {
    auto made = assemble(design);
    if (!made)
        return made.problem();
    const int held = made->panel(panel), landing = made->panel(onto);
    if (held < 0 || landing < 0)
        return nothing(held < 0 ? panel : onto);
    if (made->panels[held].part == made->panels[landing].part)
        return Problem{panel, "a panel is not glued to its own part", "point at another part"};
    const Assembly& a = *made;
    // The landing's nearest edge or crease gives the direction, its crease the side.
    const Panel& under = a.panels[landing];
    Vec2 along(0, 1);
    double least = 1e300;
    for (size_t i = 0; i < under.outline.size(); ++i) {
        const Vec2 p = under.outline[i], q = under.outline[(i + 1) % under.outline.size()];
        const double t = std::clamp((at - p).dot(q - p) / (q - p).squaredNorm(), 0.0, 1.0);
        const double off = (at - p - t * (q - p)).norm();
        if ((q - p).norm() > 1 && off < least - 1e-9) {
            least = off;
            along = (q - p).normalized();
        }
    }
    Vec2 toward(0, 0);
    for (int i : a.parts[under.part].creases) {
        const Crease& c = a.creases[i];
        const int other = c.left == landing ? c.right : c.right == landing ? c.left : -1;
        if (other < 0 || a.panels[other].role == Role::Tab)
            continue;
        // A crease gives the direction as long as it is not much further away than the edge.
        const double off = std::fabs((at - c.from).dot(leftOf(c.dir())));
        if (toward.norm() == 0 || i == a.crease("card.spine")) {
            toward = (c.from + c.to) / 2 - at;
            if (off < 4 * least)
                along = c.dir();
        }
    }
    // Face down, the tab reaches to the left of the direction its crease runs in on the landing.
    if (leftOf(along).dot(toward) < 0)
        along = -along;
    Vec2 middle(0, 0), from(0, 0);
    bool tab = false;
    for (const Crease& c : a.creases)
        if (a.panels[held].role == Role::Tab && (c.left == held || c.right == held)) {
            from = c.from;
            middle = (c.from + c.to) / 2;
            tab = true;
        }
    Design d = design;
    d.joins.erase(std::remove_if(d.joins.begin(), d.joins.end(),
                                 [&](const JoinSpec& j) { return j.panel == panel; }),
                  d.joins.end());
    JoinSpec j;
    j.id = freeName(d.joins, "join");
    j.panel = panel;
    j.onto = onto;
    j.onFace = heldFace.value_or(tab);
    j.ontoFace = ontoFace.value_or(true);
    if (tab && j.onFace != j.ontoFace) // not turned over, it reaches to the other side
        along = -along;
    const Vec2 start = tab ? at - (middle - from).norm() * along : at;
    j.at = point(start);
    j.turn = Measure::fromDegrees(std::atan2(along.y(), along.x()) * 180 / pi);
    if (!tab) { // a panel lies with its back on the paper, its middle where it was pointed to
        Vec2 low = a.panels[held].outline[0], high = low;
        for (const Vec2& p : a.panels[held].outline) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
        j.hold = {point((low + high) / 2)};
        j.turn = Measure::fromDegrees(0);
    }
    d.joins.push_back(j);
    return checked(d, j.id);
}

std::string drawnLine(const Design& design, const std::string& id) {
    const std::string owner = ownerOf(id), name = id.substr(std::min(id.size(), owner.size() + 1));
    const FreePart* p = design.part(owner);
    if (!p && owner != "card")
        return {};
    for (const LineSpec& l : p ? p->lines : design.card.lines) {
        const bool further =
            name.rfind(l.id + "-", 0) == 0 &&
            name.find_first_not_of("0123456789", l.id.size() + 1) == std::string::npos;
        if (l.id == name || further)
            return owner + "." + l.id;
    }
    return {};
}

Result<Design> moveLine(const Design& design, const std::string& part, const std::string& line,
                        const Vec2& by) {
    Design d = design;
    if (std::vector<LineSpec>* lines = d.linesOf(part))
        for (LineSpec& l : *lines)
            if (l.id == line) {
                for (Point& p : l.points)
                    p = point(Vec2(p.x.mm(), p.y.mm()) + by);
                return checked(d);
            }
    return nothing(part + "." + line);
}

Result<Design> movePoint(const Design& design, const std::string& part, const std::string& line,
                         size_t index, const Vec2& to) {
    Design d = design;
    std::vector<LineSpec>* lines = d.linesOf(part);
    if (lines)
        for (LineSpec& l : *lines)
            if (l.id == line && index < l.points.size()) {
                l.points[index] = point(to);
                return checked(d);
            }
    return nothing(part + "." + line);
}

Result<Design> resizeBlank(const Design& design, const std::string& part, Measure width,
                           Measure height) {
    Design d = design;
    FreePart* p = d.part(part);
    if (!p || !p->outline.empty())
        return nothing(part);
    for (LineSpec& l : p->lines)
        for (Point& q : l.points) {
            if (q.x == p->width)
                q.x = width;
            if (q.y == p->height)
                q.y = height;
        }
    p->width = width;
    p->height = height;
    return checked(d);
}

Result<Design> smoothSpine(const Design& design) {
    Design d = design;
    if (!d.card.smooth.empty()) {
        d.card.smooth.clear();
        return checked(d);
    }
    std::vector<Measure> cuts; // where slits cross the spine
    for (const LineSpec& l : d.card.lines)
        for (size_t i = 0; l.kind == LineKind::Slit && i + 1 < l.points.size(); ++i) {
            const Point &p = l.points[i], &q = l.points[i + 1];
            if ((p.x.count < 0) == (q.x.count < 0))
                continue;
            const double t = p.x.mm() / (p.x.mm() - q.x.mm());
            cuts.push_back(Measure::fromMm(p.y.mm() + t * (q.y.mm() - p.y.mm())));
        }
    if (cuts.size() < 2)
        return Problem{"card", "no two slits cross the spine",
                       "draw the slits of the cut-out across the spine first"};
    std::sort(cuts.begin(), cuts.end(), [](auto& a, auto& b) { return a.count < b.count; });
    for (size_t i = 0; i + 1 < cuts.size(); i += 2)
        d.card.smooth.emplace_back(cuts[i], cuts[i + 1]);
    return checked(d);
}

Result<Design> removeDrawn(const Design& design, const std::string& id) {
    Design d = design;
    const std::string owner = ownerOf(id), thing = id.substr(std::min(id.size(), owner.size() + 1));
    auto drop = [](auto& items, const std::string& name) {
        const size_t before = items.size();
        items.erase(
            std::remove_if(items.begin(), items.end(), [&](auto& i) { return i.id == name; }),
            items.end());
        return items.size() != before;
    };
    bool gone = false;
    if (thing.empty()) {
        gone = drop(d.parts, id) || drop(d.joins, id);
    } else if (std::vector<LineSpec>* lines = d.linesOf(owner)) {
        gone = drop(*lines, thing);
        if (FreePart* p = d.part(owner); p && !gone)
            gone = drop(p->tabs, thing);
        if (owner == "card" && gone && !d.card.smooth.empty()) {
            // A spine left smooth by slits that are gone folds again.
            Design folded = d;
            folded.card.smooth.clear();
            auto again = smoothSpine(folded);
            d = again ? *again : folded;
        }
    }
    if (!gone)
        return nothing(id);
    dropOrphans(d);
    return checked(d);
}

} // namespace hl::edit
