#include "core/assembly/builder.h"
#include "core/design/design.h"
#include "core/measure/number.h"
#include <algorithm>

namespace hl::assembly {

void AssemblyBuilder::part(const std::string& id, const std::string& name,
                           const std::string& structure, const std::string& stock) {
    part_ = static_cast<int>(made_.parts.size());
    owner_ = ownerOf(id);
    made_.parts.push_back({id, name, structure, stock, {}, {}, {}, {}});
}

void AssemblyBuilder::within(int part, const std::string& owner) {
    part_ = part;
    owner_ = owner;
}

void AssemblyBuilder::setPaper(Panel& panel, Ring outline, std::vector<Ring> apertures) {
    if (areaOf(outline) < 0)
        std::reverse(outline.begin(), outline.end());
    panel.pieces = convexPieces(outline, apertures);
    panel.outline = std::move(outline);
    panel.apertures = std::move(apertures);
}

int AssemblyBuilder::panel(const std::string& name, Role role, Ring outline,
                           std::vector<Ring> apertures) {
    const int index = static_cast<int>(made_.panels.size());
    made_.parts[part_].panels.push_back(index);
    Panel panel;
    panel.id = owner_ + "." + name;
    panel.part = part_;
    panel.role = role;
    setPaper(panel, std::move(outline), std::move(apertures));
    made_.panels.push_back(std::move(panel));
    return index;
}

int AssemblyBuilder::crease(const std::string& name, int left, int right, Vec2 from, Vec2 to,
                            Fold fold) {
    const int index = static_cast<int>(made_.creases.size());
    made_.parts[part_].creases.push_back(index);
    Crease c;
    c.id = owner_ + "." + name;
    c.part = part_;
    c.left = left;
    c.right = right;
    c.from = from;
    c.to = to;
    c.fold = fold;
    c.rest = fold == Fold::Valley ? pi / 2 : -pi / 2;
    made_.creases.push_back(std::move(c));
    return index;
}

void AssemblyBuilder::mark(const std::string& name, LineKind kind, std::vector<Vec2> points,
                           bool off) {
    made_.parts[part_].marks.push_back({owner_ + "." + name, kind, std::move(points), off});
}

namespace {

// What is left of a panel, without crumbs of rounding.
std::vector<Paper> paperLeft(const Panel& p, const Ring& away) {
    std::vector<Paper> left = without(p.outline, p.apertures, away);
    constexpr double crumb = 0.01; // mm2
    left.erase(std::remove_if(left.begin(), left.end(),
                              [](const Paper& x) { return areaOf(x.outline) < crumb; }),
               left.end());
    // The piece nearest to the lower left corner first.
    const auto low = [](const Paper& x) {
        Vec2 at(1e300, 1e300);
        for (const Vec2& p : x.outline)
            at = at.cwiseMin(p);
        return at;
    };
    std::stable_sort(left.begin(), left.end(), [&](const Paper& a, const Paper& b) {
        return low(a).y() < low(b).y() - 1e-6 ||
               (low(a).y() < low(b).y() + 1e-6 && low(a).x() < low(b).x());
    });
    return left;
}

// The stretch of a crease, in mm from its start, that lies along the line a-b; empty when none.
std::pair<double, double> stretchAlong(const Crease& c, const Vec2& a, const Vec2& b) {
    const Vec2 dir = c.dir(), out(-dir.y(), dir.x());
    constexpr double beside = 1e-6; // mm
    if (std::fabs(out.dot(a - c.from)) > beside || std::fabs(out.dot(b - c.from)) > beside)
        return {0, 0};
    const double x = dir.dot(a - c.from), y = dir.dot(b - c.from);
    return {std::max(0.0, std::min(x, y)), std::min(c.length(), std::max(x, y))};
}

// How much of a crease is folded between two places, in mm from its start.
double foldedBetween(const Crease& c, double from, double to) {
    double sum = std::max(0.0, to - from);
    for (const auto& [a, b] : c.gaps)
        sum -= std::max(0.0, std::min(b, to) - std::max(a, from));
    return sum;
}

// The stretch of a crease that an outline's edges lie along.
std::pair<double, double> stretchAlong(const Crease& c, const Ring& outline) {
    std::pair<double, double> out{1e300, -1e300};
    for (size_t i = 0; i < outline.size(); ++i) {
        const auto [from, to] = stretchAlong(c, outline[i], outline[(i + 1) % outline.size()]);
        if (to - from > 0.01)
            out = {std::min(out.first, from), std::max(out.second, to)};
    }
    return out;
}

} // namespace

bool AssemblyBuilder::take(int panel, const Ring& away) {
    Panel& p = made_.panels[panel];
    std::vector<Paper> left = paperLeft(p, away);
    if (left.size() != 1)
        return false;
    setPaper(p, std::move(left[0].outline), std::move(left[0].apertures));
    return true;
}

std::string AssemblyBuilder::unused(const std::string& id) const {
    std::string out = id;
    for (int n = 2; made_.panel(out) >= 0 || made_.crease(out) >= 0; ++n)
        out = id + "-" + numberText(n);
    return out;
}

// A crease of its own along a stretch of another, which stays unfolded there.
int AssemblyBuilder::copyOfCrease(int crease, double from, double to) {
    const int index = static_cast<int>(made_.creases.size());
    Crease c = made_.creases[static_cast<size_t>(crease)];
    c.id = unused(c.id + "-beyond");
    c.shown = -1;
    const Vec2 start = c.from, dir = c.dir();
    c.from = start + from * dir;
    c.to = start + to * dir;
    c.gaps.clear();
    for (const auto& [a, b] : made_.creases[static_cast<size_t>(crease)].gaps)
        if (a < to && b > from)
            c.gaps.emplace_back(std::max(a, from) - from, std::min(b, to) - from);
    made_.parts[static_cast<size_t>(c.part)].creases.push_back(index);
    made_.creases.push_back(std::move(c));
    leaveUnfolded(crease, from, to);
    return index;
}

bool AssemblyBuilder::takeApart(int panel, const Ring& away) {
    if (take(panel, away))
        return true;
    std::vector<Paper> left = paperLeft(made_.panels[static_cast<size_t>(panel)], away);
    const std::vector<int> folds =
        made_.parts[static_cast<size_t>(made_.panels[static_cast<size_t>(panel)].part)].creases;
    const auto onPanel = [&](const Crease& c) { return c.left == panel || c.right == panel; };
    const auto hangs = [&](const Paper& piece) {
        return std::any_of(folds.begin(), folds.end(), [&](int k) {
            const Crease& c = made_.creases[static_cast<size_t>(k)];
            const auto [from, to] = stretchAlong(c, piece.outline);
            return onPanel(c) && foldedBetween(c, from, to) > 1;
        });
    };
    if (left.empty() || !std::all_of(left.begin(), left.end(), hangs))
        return false;
    Panel& first = made_.panels[static_cast<size_t>(panel)];
    const Panel like = first;
    setPaper(first, left[0].outline, left[0].apertures);
    for (size_t i = 1; i < left.size(); ++i) {
        const int index = static_cast<int>(made_.panels.size());
        Panel p = like;
        p.id = unused(like.id + "-beyond");
        setPaper(p, left[i].outline, left[i].apertures);
        made_.panels.push_back(std::move(p));
        made_.parts[static_cast<size_t>(like.part)].panels.push_back(index);
        for (int k : folds) {
            const Crease& old = made_.creases[static_cast<size_t>(k)];
            const auto [from, to] = stretchAlong(old, left[i].outline);
            if (!onPanel(old) || foldedBetween(old, from, to) < 0.01)
                continue;
            const bool whole =
                foldedBetween(old, 0, from) + foldedBetween(old, to, old.length()) < 0.01;
            const int copy = whole ? k : copyOfCrease(k, from, to);
            Crease& c = made_.creases[static_cast<size_t>(copy)];
            (c.left == panel ? c.left : c.right) = index;
            if (!whole)
                tie(copy, k);
        }
    }
    return true;
}

// It goes its own way; what went as it did goes on as what it followed.
void AssemblyBuilder::untie(int crease) {
    const auto own = std::find_if(made_.ties.begin(), made_.ties.end(),
                                  [&](const Tie& t) { return t.crease == crease; });
    if (own == made_.ties.end())
        return;
    const int followed = own->to;
    made_.ties.erase(own);
    for (Tie& t : made_.ties)
        if (t.to == crease)
            t.to = followed;
}

bool AssemblyBuilder::inherit(int panel, int heir, Vec2 a, Vec2 b) {
    bool any = false;
    const std::vector<int> folds =
        made_.parts[static_cast<size_t>(made_.panels[static_cast<size_t>(heir)].part)].creases;
    for (int k : folds) {
        const auto [from, to] = stretchAlong(made_.creases[static_cast<size_t>(k)], a, b);
        Crease& old = made_.creases[static_cast<size_t>(k)];
        if ((old.left != panel && old.right != panel) || foldedBetween(old, from, to) < 0.01)
            continue;
        const bool whole =
            foldedBetween(old, 0, from) + foldedBetween(old, to, old.length()) < 0.01;
        if (whole)
            untie(k);
        Crease& c = made_.creases[static_cast<size_t>(whole ? k : copyOfCrease(k, from, to))];
        (c.left == panel ? c.left : c.right) = heir;
        c.either = true; // which way it goes is for both that meet there to say
        any = true;
    }
    return any;
}

void AssemblyBuilder::leaveUnfolded(int crease, double from, double to) {
    auto& gaps = made_.creases[crease].gaps;
    gaps.emplace_back(from, to);
    std::sort(gaps.begin(), gaps.end());
    for (size_t i = 0; i + 1 < gaps.size();)
        if (gaps[i + 1].first <= gaps[i].second) {
            gaps[i].second = std::max(gaps[i].second, gaps[i + 1].second);
            gaps.erase(gaps.begin() + static_cast<long>(i) + 1);
        } else {
            ++i;
        }
}

Join& AssemblyBuilder::lay(int held, Vec2 hold, Vec2 way, int landing, Vec2 origin, Vec2 along,
                           bool onFace, bool ontoFace, double raised) {
    Join join;
    join.id = made_.panels[held].id;
    join.tab = held;
    join.landing = landing;
    join.place = matchLines(hold, way, origin, along, onFace == ontoFace);
    join.place.shift.z() += ontoFace ? raised : -raised;
    join.onFace = onFace;
    join.at = origin;
    join.along = along;
    made_.joins.push_back(join);
    return made_.joins.back();
}

void AssemblyBuilder::glue(int tab, int crease, int landing, Vec2 origin, Vec2 along, bool onFace,
                           bool ontoFace) {
    const Crease c = made_.creases[crease];
    Join& join = lay(tab, c.from, c.dir(), landing, origin, along, onFace, ontoFace);
    join.crease = c.id;
    // A tab is trimmed where its landing is short of paper, as long as its crease lies on it.
    Panel& p = made_.panels[tab];
    if (p.role != Role::Tab)
        return;
    const Rigid back = join.place.inverse();
    Ring paper;
    for (const Vec2& q : made_.panels[landing].outline)
        paper.push_back(back.at(q).head<2>());
    if (areaOf(paper) < 0)
        std::reverse(paper.begin(), paper.end());
    const Ring trimmed = common(p.outline, paper);
    auto kept = [&](const Vec2& end) {
        return std::any_of(trimmed.begin(), trimmed.end(),
                           [&](const Vec2& q) { return (q - end).norm() < 1e-5; });
    };
    if (kept(c.from) && kept(c.to) && areaOf(trimmed) > 0.2 * areaOf(p.outline) &&
        areaOf(trimmed) < areaOf(p.outline) - 1e-3)
        setPaper(p, trimmed, {});
}

void AssemblyBuilder::tie(int crease, int to, double ratio, int halfTurns) {
    made_.ties.push_back({crease, to, ratio, halfTurns});
}

} // namespace hl::assembly
