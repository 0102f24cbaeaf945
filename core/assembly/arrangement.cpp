#include "core/assembly/arrangement.h"
#include "core/assembly/stretches.h"
#include "core/measure/number.h"
#include <CGAL/Arr_consolidated_curve_data_traits_2.h>
#include <CGAL/Arr_segment_traits_2.h>
#include <CGAL/Arrangement_2.h>
#include <CGAL/Exact_predicates_exact_constructions_kernel.h>
#include <algorithm>
#include <map>
#include <queue>
#include <set>

namespace hl::assembly {
namespace {

using Kernel = CGAL::Exact_predicates_exact_constructions_kernel;
using Segments = CGAL::Arr_segment_traits_2<Kernel>;
using Traits = CGAL::Arr_consolidated_curve_data_traits_2<Segments, int>;
using Plane = CGAL::Arrangement_2<Traits>;
using Half = Plane::Halfedge_const_handle;
using Face = Plane::Face_const_handle;

constexpr double reach = 1e-4;     // mm: lines this near to each other touch
constexpr double leastArea = 1e-3; // mm2: smaller faces come from lines that nearly meet

double toStretch(const Stretch& s, const Vec2& p) {
    const Vec2 d = s.to - s.from;
    const double t = std::clamp((p - s.from).dot(d) / d.squaredNorm(), 0.0, 1.0);
    return (p - s.from - t * d).norm();
}

// The ends of lines that come near another stretch are drawn a little past it.
void reachOut(std::vector<Stretch>& all) {
    const std::vector<Stretch> before = all;
    for (size_t i = 0; i < all.size(); ++i) {
        if (all[i].line == edgeOfSheet)
            continue;
        const Vec2 d = (before[i].to - before[i].from).normalized();
        auto touches = [&](const Vec2& p) {
            for (size_t j = 0; j < before.size(); ++j)
                if (j != i && p != before[j].from && p != before[j].to &&
                    toStretch(before[j], p) < reach)
                    return true;
            return false;
        };
        if (touches(before[i].from))
            all[i].from -= 2 * reach * d;
        if (touches(before[i].to))
            all[i].to += 2 * reach * d;
    }
}

class Reader {
  public:
    Reader(const Plane& plane, const std::vector<SheetLine>& lines) : plane_(plane), lines_(lines) {
        mergeVertices();
        markPaper();
    }

    Arrangement read() {
        findFaces();
        findPieces();
        nameFaces();
        findCreases();
        return out_;
    }

  private:
    // Vertices nearer than a few times `reach` count as one, so that lines meant to meet do. It
    // lies where most lines meet: never at the end of a line that was drawn past another.
    void mergeVertices() {
        std::vector<Plane::Vertex_const_handle> order;
        for (auto v = plane_.vertices_begin(); v != plane_.vertices_end(); ++v)
            order.push_back(v);
        std::stable_sort(order.begin(), order.end(),
                         [](auto& a, auto& b) { return a->degree() > b->degree(); });
        for (auto v : order) {
            const Vec2 p(CGAL::to_double(v->point().x()), CGAL::to_double(v->point().y()));
            Vec2 as = p;
            for (const Vec2& q : places_)
                if ((p - q).norm() < 4 * reach) {
                    as = q;
                    break;
                }
            if (as == p)
                places_.push_back(p);
            place_[&*v] = as;
        }
    }
    Vec2 at(Plane::Vertex_const_handle v) const { return place_.at(&*v); }

    static bool isEdge(Half h) {
        int count = 0; // an edge drawn twice is no edge
        for (int line : h->curve().data())
            count += line == edgeOfSheet;
        return count % 2 == 1;
    }
    // From the outside inward: every edge of the sheet that is crossed changes paper to air.
    void markPaper() {
        std::queue<Face> open;
        Face outside = plane_.unbounded_face();
        paper_[&*outside] = false;
        open.push(outside);
        while (!open.empty()) {
            Face f = open.front();
            open.pop();
            forEdges(f, [&](Half h) {
                Face n = h->twin()->face();
                if (paper_.try_emplace(&*n, paper_[&*f] != isEdge(h)).second)
                    open.push(n);
            });
        }
    }
    template<class Do> static void forEdges(Face f, Do&& each) {
        auto round = [&](Plane::Ccb_halfedge_const_circulator c) {
            auto start = c;
            do
                each(Half(c));
            while (++c != start);
        };
        if (f->has_outer_ccb())
            round(f->outer_ccb());
        for (auto hole = f->inner_ccbs_begin(); hole != f->inner_ccbs_end(); ++hole)
            round(*hole);
    }
    int faceOf(Half h) const {
        auto it = index_.find(&*h->face());
        return it == index_.end() ? -1 : it->second;
    }

    void findFaces() {
        for (auto f = plane_.faces_begin(); f != plane_.faces_end(); ++f) {
            if (!paper_[&*f])
                continue;
            SheetFace face;
            std::set<const void*> done;
            forEdges(f, [&](Half start) {
                if (start->twin()->face() == start->face() || done.count(&*start))
                    return;
                Ring ring;
                Half h = start;
                do {
                    done.insert(&*h);
                    if (ring.empty() || ring.back() != at(h->source()))
                        ring.push_back(at(h->source()));
                    h = h->next();
                    while (h->twin()->face() == h->face()) // round a line that parts nothing
                        h = h->twin()->next();
                } while (h != start);
                while (ring.size() > 1 && ring.front() == ring.back())
                    ring.pop_back();
                simplify(ring);
                const double area = areaOf(ring);
                if (area > leastArea)
                    face.outline = ring;
                else if (area < -leastArea)
                    face.apertures.push_back(ring);
            });
            if (face.outline.empty())
                continue;
            index_[&*f] = static_cast<int>(out_.faces.size());
            out_.faces.push_back(face);
        }
    }
    // Corners in the middle of a straight edge say nothing.
    static void simplify(Ring& ring) {
        Ring kept;
        for (size_t i = 0; i < ring.size(); ++i) {
            const Vec2 &a = ring[(i + ring.size() - 1) % ring.size()], &b = ring[i],
                       &c = ring[(i + 1) % ring.size()];
            const double off = std::fabs((b - a).dot(leftOf((c - a).normalized())));
            if (off > 1e-9 || (b - a).dot(c - b) < 0)
                kept.push_back(b);
        }
        if (kept.size() >= 3)
            ring = kept;
    }

    struct Piece { // of a line, between two vertices
        double from, to;
        int segment, left, right;
        Vec2 start, end;
    };
    void findPieces() {
        pieces_.resize(lines_.size());
        for (auto e = plane_.edges_begin(); e != plane_.edges_end(); ++e)
            for (int l : e->curve().data()) {
                if (l == edgeOfSheet)
                    continue;
                Half h = e;
                const SheetLine& line = lines_[l];
                // On which of the line's segments does it lie, and which way?
                const Vec2 mid = (at(h->source()) + at(h->target())) / 2;
                int segment = 0;
                double least = 1e300;
                for (size_t i = 0; i + 1 < line.points.size(); ++i) {
                    const double d = toStretch({line.points[i], line.points[i + 1], l}, mid);
                    if (d < least - 1e-9) {
                        least = d;
                        segment = static_cast<int>(i);
                    }
                }
                const Vec2 d = line.points[segment + 1] - line.points[segment];
                if ((at(h->target()) - at(h->source())).dot(d) < 0)
                    h = h->twin();
                auto along = [&](const Vec2& p) {
                    return (p - line.points[segment]).dot(d.normalized());
                };
                Piece p{along(at(h->source())), along(at(h->target())), segment,        faceOf(h),
                        faceOf(h->twin()),      at(h->source()),        at(h->target())};
                if (p.to - p.from > 4 * reach)
                    pieces_[l].push_back(p);
            }
        for (auto& all : pieces_)
            std::sort(all.begin(), all.end(), [](const Piece& a, const Piece& b) {
                return std::tie(a.segment, a.from) < std::tie(b.segment, b.from);
            });
    }

    void nameFaces() {
        std::vector<size_t> order;
        for (bool slits : {false, true})
            for (size_t l = 0; l < lines_.size(); ++l)
                if (lines_[l].slit == slits)
                    order.push_back(l);
        for (size_t l : order)
            for (bool left : {true, false}) {
                int count = 0;
                std::set<int> seen;
                for (const Piece& p : pieces_[l]) {
                    const int f = left ? p.left : p.right;
                    if (f < 0 || (lines_[l].nameless && p.left == p.right) ||
                        !seen.insert(f).second)
                        continue;
                    ++count;
                    std::string& name = out_.faces[f].name;
                    if (name.empty())
                        name = lines_[l].id + (left ? "-left" : "-right") +
                               (count > 1 ? "-" + numberText(count) : "");
                }
            }
        for (SheetFace& f : out_.faces)
            if (f.name.empty())
                f.name = "sheet";
    }

    void findCreases() {
        for (size_t l = 0; l < lines_.size(); ++l) {
            bool idle = false, on = false;
            int count = 0;
            const size_t first = out_.creases.size();
            for (const Piece& p : pieces_[l]) {
                if (p.left < 0 && p.right < 0)
                    continue; // beside the paper
                on = true;
                idle |= p.left == p.right;
                if (lines_[l].slit || p.left == p.right || p.left < 0 || p.right < 0)
                    continue;
                auto same = std::find_if(out_.creases.begin() + static_cast<long>(first),
                                         out_.creases.end(), [&](const SheetCrease& c) {
                                             return c.left == p.left && c.right == p.right &&
                                                    straight(c, p.start) && straight(c, p.end);
                                         });
                if (same != out_.creases.end()) {
                    const Vec2 d = (same->to - same->from).normalized();
                    const double from = (p.start - same->from).dot(d),
                                 last = (same->to - same->from).norm();
                    if (from - last > reach)
                        same->gaps.emplace_back(last, from);
                    same->to = p.end;
                    if (slit(p))
                        same->gaps.emplace_back(from, (p.end - same->from).dot(d));
                    continue;
                }
                ++count;
                out_.creases.push_back({lines_[l].id + (count > 1 ? "-" + numberText(count) : ""),
                                        static_cast<int>(l),
                                        p.left,
                                        p.right,
                                        p.start,
                                        p.end,
                                        {}});
                if (slit(p)) // what is cut through is not folded
                    out_.creases.back().gaps.emplace_back(0, (p.end - p.start).norm());
            }
            const auto allCut = [](const SheetCrease& c) {
                double left = (c.to - c.from).norm();
                for (auto& [a, b] : c.gaps)
                    left -= b - a;
                return left < reach;
            };
            const auto cut = std::remove_if(out_.creases.begin() + static_cast<long>(first),
                                            out_.creases.end(), allCut);
            idle |= cut != out_.creases.end();
            out_.creases.erase(cut, out_.creases.end());
            if (idle)
                out_.dangling.push_back(static_cast<int>(l));
            if (!on)
                out_.beside.push_back(static_cast<int>(l));
        }
    }
    // Whether a slit runs along the same stretch.
    bool slit(const Piece& p) const {
        const auto near = [](const Vec2& a, const Vec2& b) { return (a - b).norm() < reach; };
        for (size_t l = 0; l < lines_.size(); ++l)
            if (lines_[l].slit)
                for (const Piece& q : pieces_[l])
                    if ((near(p.start, q.start) && near(p.end, q.end)) ||
                        (near(p.start, q.end) && near(p.end, q.start)))
                        return true;
        return false;
    }
    static bool straight(const SheetCrease& c, const Vec2& p) {
        return std::fabs((p - c.from).dot(leftOf((c.to - c.from).normalized()))) < reach;
    }

    const Plane& plane_;
    const std::vector<SheetLine>& lines_;
    std::vector<Vec2> places_;
    std::map<const void*, Vec2> place_;
    std::map<const void*, bool> paper_;
    std::map<const void*, int> index_;
    std::vector<std::vector<Piece>> pieces_;
    Arrangement out_;
};

} // namespace

Arrangement arrange(const Ring& outline, const std::vector<Ring>& apertures,
                    const std::vector<SheetLine>& lines) {
    std::vector<Stretch> all = stretchesIn(outline, apertures, lines);
    reachOut(all);
    std::vector<Traits::Curve_2> curves;
    for (const Stretch& s : all)
        curves.emplace_back(Segments::Curve_2(Kernel::Point_2(s.from.x(), s.from.y()),
                                              Kernel::Point_2(s.to.x(), s.to.y())),
                            s.line);
    Plane plane;
    CGAL::insert(plane, curves.begin(), curves.end());
    return Reader(plane, lines).read();
}

} // namespace hl::assembly
