#include "core/prove/room.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr double cell = 1, margin = 4; // mm
constexpr double leastWide = 30, leastHigh = 20;

// The largest rectangle of free cells: rows of heights, and a stack of those that still grow.
struct Best {
    int area = 0, left = 0, right = 0, low = 0, high = 0; // cells, the ends left out
};
Best largest(const std::vector<char>& free, int columns, int rows) {
    Best best;
    std::vector<int> high(static_cast<size_t>(columns) + 1, 0);
    for (int r = 0; r < rows; ++r) {
        for (int k = 0; k < columns; ++k)
            high[static_cast<size_t>(k)] =
                free[static_cast<size_t>(r) * columns + k] ? high[static_cast<size_t>(k)] + 1 : 0;
        std::vector<std::pair<int, int>> open; // from where, how high
        for (int k = 0; k <= columns; ++k) {
            const int h = k < columns ? high[static_cast<size_t>(k)] : 0;
            int from = k;
            while (!open.empty() && open.back().second >= h) {
                const auto [start, tall] = open.back();
                open.pop_back();
                from = start;
                const bool useful = (k - start) * cell >= leastWide && tall * cell >= leastHigh;
                if (useful && tall * (k - start) > best.area)
                    best = {tall * (k - start), start, k, r - tall + 1, r + 1};
            }
            if (h > 0)
                open.emplace_back(from, h);
        }
    }
    return best;
}

// What lies on one side of a panel and cannot be written on, in its flat coordinates.
std::vector<Ring> takenOn(const Assembly& a, int panel, bool face) {
    std::vector<Ring> out;
    auto place = [&](const Ring& ring, const Rigid& at) {
        Ring r;
        for (const Vec2& p : ring)
            r.push_back(at.at(p).head<2>());
        out.push_back(std::move(r));
    };
    for (const Join& j : a.joins) {
        if (!traitsOf(j.kind).sticks)
            continue;
        if (j.landing == panel && j.ontoFace() == face && a.panels[j.tab].rides < 0)
            place(a.panels[j.tab].outline, j.place);
        // What a page is glued by cannot be written on either.
        if (j.tab == panel && j.onFace == face && a.panels[panel].rides < 0)
            for (const Ring& sticky : adhesiveOf(a, j))
                out.push_back(sticky);
    }
    return out;
}

} // namespace

std::vector<WritingRoom> roomToWrite(const Case& c) {
    std::vector<WritingRoom> out;
    for (size_t i = 0; i < c.assembly.panels.size(); ++i) {
        const Panel& p = c.assembly.panels[i];
        if (p.role != Role::Page)
            continue;
        for (const bool face : {true, false}) {
            WritingRoom room;
            room.panel = static_cast<int>(i);
            room.face = face;
            room.up = c.assembly.parts[static_cast<size_t>(p.part)].up;
            const Vec2 across = rightOf(room.up);
            Vec2 low(1e300, 1e300), high = -low;
            for (const Vec2& q : p.outline) {
                const Vec2 at(across.dot(q), room.up.dot(q));
                low = low.cwiseMin(at);
                high = high.cwiseMax(at);
            }
            const int columns = static_cast<int>((high.x() - low.x()) / cell),
                      rows = static_cast<int>((high.y() - low.y()) / cell);
            const std::vector<Ring> taken = takenOn(c.assembly, room.panel, face);
            const auto inward = drawnIn(p.outline, p.apertures, margin);
            std::vector<std::pair<Vec2, Vec2>> boxes; // round what is taken
            for (const Ring& ring : taken) {
                boxes.emplace_back(Vec2::Constant(1e300), Vec2::Constant(-1e300));
                for (const Vec2& q : ring) {
                    boxes.back().first = boxes.back().first.cwiseMin(q);
                    boxes.back().second = boxes.back().second.cwiseMax(q);
                }
            }
            const auto freeAt = [&](const Vec2& at) {
                const Vec2 flat = at.x() * across + at.y() * room.up;
                int inside = 0; // of the paper drawn in: outlines less holes
                for (const Ring& ring : inward)
                    inside += onPaper(ring, {}, flat);
                if (inside % 2 == 0)
                    return false;
                for (size_t t = 0; t < taken.size(); ++t)
                    if ((flat.array() >= boxes[t].first.array()).all() &&
                        (flat.array() <= boxes[t].second.array()).all() &&
                        onPaper(taken[t], {}, flat))
                        return false;
                return true;
            };
            // A cell is free where its four corners are: nothing that is glued is narrower.
            std::vector<char> corner(static_cast<size_t>(columns + 1) * (rows + 1), 0);
            for (int r = 0; r <= rows; ++r)
                for (int k = 0; k <= columns; ++k)
                    corner[static_cast<size_t>(r) * (columns + 1) + k] =
                        freeAt(low + cell * Vec2(k, r));
            std::vector<char> free(static_cast<size_t>(columns) * rows, 0);
            for (int r = 0; r < rows; ++r)
                for (int k = 0; k < columns; ++k) {
                    const char* at = &corner[static_cast<size_t>(r) * (columns + 1) + k];
                    free[static_cast<size_t>(r) * columns + k] =
                        at[0] && at[1] && at[columns + 1] && at[columns + 2];
                }
            const Best b = largest(free, columns, rows);
            if (b.area == 0)
                continue;
            room.width = (b.right - b.left) * cell;
            room.height = (b.high - b.low) * cell;
            const Vec2 from = low + cell * Vec2(b.left, b.low),
                       to = low + cell * Vec2(b.right, b.high);
            room.low = from.x() * across + from.y() * room.up;
            room.high = to.x() * across + to.y() * room.up;
            out.push_back(room);
        }
    }
    std::stable_sort(out.begin(), out.end(), [](const WritingRoom& a, const WritingRoom& b) {
        return a.width * a.height > b.width * b.height + 1e-9;
    });
    return out;
}

} // namespace hl::proving
