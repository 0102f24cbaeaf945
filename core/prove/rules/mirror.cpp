// Mountain, valley and mirror mistakes: parts that are easily taken for one another, parts that are
// almost their own mirror image, and twins of which one is folded the other way.
//
// Two parts are laid on one another by each of their creases in turn, both ways round and turned
// over or not; how far their corners then lie apart says how alike they are.
#include "core/measure/number.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <numeric>
#include <set>

namespace hl::proving {
namespace {

constexpr double same = 0.05; // mm
constexpr double alike = 2.5; // mm: less than the eye tells
constexpr double told = 0.3;  // mm: more than the hand makes

struct Shape {
    std::vector<Vec2> corners; // of the panels
    std::vector<int> creases;
    double size = 0;
};

struct Match {
    double apart = 1e300; // mm, the farthest corner from the other's nearest
    int against = 0;      // creases of the other fold that go the other way
};

class Parts {
  public:
    explicit Parts(const Case& c) : c_(c) {
        for (const Part& p : c.assembly.parts) {
            Shape s;
            s.creases = p.creases;
            for (int i : p.panels)
                for (const Ring& r : {c.assembly.panels[i].outline})
                    s.corners.insert(s.corners.end(), r.begin(), r.end());
            for (const Vec2& a : s.corners)
                for (const Vec2& b : s.corners)
                    s.size = std::max(s.size, (a - b).norm());
            shapes_.push_back(std::move(s));
        }
    }

    // The longest way between two of its corners, mm.
    double size(int part) const { return shapes_[part].size; }

    bool comparable(int a, int b) const {
        const Part &p = c_.assembly.parts[a], &q = c_.assembly.parts[b];
        return p.stock == q.stock && p.panels.size() == q.panels.size() &&
               p.creases.size() == q.creases.size() && !p.creases.empty() &&
               shapes_[a].corners.size() == shapes_[b].corners.size();
    }

    Match match(int a, int b, bool turnedOver) const {
        Match best;
        const auto& creases = c_.assembly.creases;
        const Crease& from = creases[shapes_[a].creases.front()];
        for (int k : shapes_[b].creases) {
            const Crease& to = creases[k];
            if (std::fabs(from.length() - to.length()) > 2 * alike)
                continue;
            for (double way : {1.0, -1.0}) {
                // The middles of the creases on one another, then their directions.
                const Vec2 u = from.dir(), v = way * to.dir();
                const Vec2 un = leftOf(u), vn = (turnedOver ? -1.0 : 1.0) * leftOf(v);
                const Vec2 p0 = (from.from + from.to) / 2, q0 = (to.from + to.to) / 2;
                auto laid = [&](const Vec2& p) -> Vec2 {
                    return q0 + v * u.dot(p - p0) + vn * un.dot(p - p0);
                };
                const double apart =
                    farthest(shapes_[a].corners, shapes_[b].corners, laid, best.apart);
                if (apart >= best.apart)
                    continue;
                best.apart = apart;
                best.against = 0;
                for (int i : shapes_[a].creases) {
                    const Vec2 mid = laid((creases[i].from + creases[i].to) / 2);
                    int nearest = -1;
                    double least = 3 * alike;
                    for (int n : shapes_[b].creases) {
                        const double d = ((creases[n].from + creases[n].to) / 2 - mid).norm();
                        if (d < least) {
                            least = d;
                            nearest = n;
                        }
                    }
                    best.against += nearest >= 0 && creases[nearest].fold != creases[i].fold;
                }
            }
        }
        return best;
    }

  private:
    template<class Laid>
    static double farthest(const std::vector<Vec2>& a, const std::vector<Vec2>& b, Laid laid,
                           double enough) {
        double most = 0;
        for (const Vec2& p : a) {
            const Vec2 q = laid(p);
            double least = 1e300;
            for (const Vec2& r : b)
                least = std::min(least, (q - r).squaredNorm());
            most = std::max(most, least);
            if (most >= enough * enough)
                break;
        }
        return std::sqrt(most);
    }

    const Case& c_;
    std::vector<Shape> shapes_;
};

struct Alike {
    int a, b;
    Match match;
};
enum Why { Folded, Mirrored, Close };

bool near(const Parts& parts, int a, int b) { return parts.size(b) - parts.size(a) < 2 * alike; }

// Parts that are cut and folded alike need not be told apart: the first stands for all of them. In
// the order of their size.
std::vector<int> kindsOf(const Assembly& a, const Parts& parts, const Stop& stop) {
    std::vector<int> kinds, order;
    for (int p = 0; p < static_cast<int>(a.parts.size()); ++p)
        if (!a.parts[p].creases.empty())
            order.push_back(p);
    std::stable_sort(order.begin(), order.end(),
                     [&](int p, int q) { return parts.size(p) < parts.size(q); });
    for (int p : order) {
        if (stop)
            return {};
        bool known = false;
        for (size_t i = kinds.size(); i-- > 0 && !known && near(parts, kinds[i], p);) {
            if (parts.size(p) - parts.size(kinds[i]) > 2 * same)
                break;
            if (!parts.comparable(kinds[i], p))
                continue;
            const Match m = parts.match(kinds[i], p, false);
            known = m.apart < same && m.against == 0;
        }
        if (!known)
            kinds.push_back(p);
    }
    return kinds;
}

// Of every two kinds that could be taken for one another what there is to say, by why.
std::array<std::vector<Alike>, 3> alikesOf(const std::vector<int>& kinds, const Parts& parts,
                                           const Stop& stop) {
    std::array<std::vector<Alike>, 3> found;
    for (size_t i = 0; i < kinds.size() && !stop; ++i)
        for (size_t k = i + 1; k < kinds.size() && near(parts, kinds[i], kinds[k]); ++k) {
            const int a = std::min(kinds[i], kinds[k]), b = std::max(kinds[i], kinds[k]);
            if (!parts.comparable(a, b))
                continue;
            const Match straight = parts.match(a, b, false);
            if (straight.apart < same) {
                if (straight.against > 0)
                    found[Folded].push_back({a, b, straight});
                continue;
            }
            const Match over = parts.match(a, b, true);
            const double apart = std::min(straight.apart, over.apart);
            if (over.apart < same && straight.apart > told)
                found[Mirrored].push_back({a, b, straight});
            else if (over.apart >= same && apart > told && apart < alike)
                found[Close].push_back({a, b, {apart, 0}});
        }
    return found;
}

// Kinds that hang together by being alike.
std::vector<std::vector<const Alike*>> grouped(const std::vector<Alike>& all, size_t parts) {
    std::vector<int> up(parts);
    std::iota(up.begin(), up.end(), 0);
    auto top = [&](int p) {
        while (up[p] != p)
            p = up[p] = up[up[p]];
        return p;
    };
    for (const Alike& x : all)
        up[top(x.b)] = top(x.a);
    std::map<int, std::vector<const Alike*>> groups;
    for (const Alike& x : all)
        groups[top(x.a)].push_back(&x);
    std::vector<std::vector<const Alike*>> out;
    for (auto& [group, members] : groups)
        out.push_back(members);
    return out;
}

Finding note(const Case& c, const char* code, double amount, const std::vector<int>& which,
             const std::string& message, const std::string& remedy) {
    Finding f = Finding::of(code, Severity::Note, c.first(), c.last(), c.first(), amount);
    for (int p : which)
        nameIn(f, c, c.assembly.parts[p].panels.front());
    f.message = message;
    f.remedy = remedy;
    return f;
}

// Those that are most alike speak for the rest of their group.
Finding sayAlike(const Case& c, Why why, const std::vector<const Alike*>& group) {
    const Alike& x = **std::min_element(group.begin(), group.end(), [](auto* p, auto* q) {
        return p->match.apart < q->match.apart;
    });
    std::set<int> members;
    for (const Alike* y : group)
        members.insert({y->a, y->b});
    const std::string more = members.size() > 2 ? " So it is among " + numberText(members.size()) +
                                                      " parts of this kind."
                                                : "";
    const std::string &first = c.assembly.parts[x.a].name, &two = c.assembly.parts[x.b].name;
    const std::string one = capital(first);
    if (why == Folded)
        return note(c, "mirror.folded-other-way", x.match.against, {x.a, x.b},
                    capital(two) + " is cut like " + first + " but folded the other way at " +
                        countText(x.match.against, "one crease", "creases") + "." + more,
                    "See whether mountain and valley are meant so, and mark the two parts.");
    if (why == Mirrored)
        return note(c, "mirror.image", x.match.apart, {x.a, x.b},
                    one + " and " + two +
                        " are mirror images of one another; taken for the other, they are " +
                        sayAmount(c, x.match.apart) + " off." + more,
                    "Mark the faces before cutting; of patterned paper cut one face down.");
    return note(c, "mirror.close", x.match.apart, {x.a, x.b},
                one + " and " + two + " differ by only " + sayAmount(c, x.match.apart) +
                    " and are easily taken for one another." + more,
                "Mark them with their names when they are cut.");
}

} // namespace

void mirror(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    const Parts parts(c);
    const auto found = alikesOf(kindsOf(c.assembly, parts, stop), parts, stop);
    for (const Why why : {Folded, Mirrored, Close})
        for (const auto& group : grouped(found[why], c.assembly.parts.size()))
            out.push_back(sayAlike(c, why, group));
    for (int a = 0; a < static_cast<int>(c.assembly.parts.size()) && !stop; ++a) {
        if (c.assembly.parts[a].creases.empty() || c.assembly.parts[a].id == "card")
            continue;
        const Match over = parts.match(a, a, true);
        if (over.apart > told && over.apart < alike)
            out.push_back(note(c, "mirror.of-itself", over.apart, {a},
                               capital(c.assembly.parts[a].name) +
                                   " is almost its own mirror image: glued in the wrong way "
                                   "round, it is " +
                                   sayAmount(c, over.apart) + " off.",
                               "Mark its face and its left side with an X."));
    }
}

} // namespace hl::proving
