#include "core/files/net_drawing.h"
#include "core/files/dxf_net.h"
#include "core/files/svg_outline.h"
#include <algorithm>
#include <set>

namespace hl::files {
namespace {

std::string keyOf(const DrawnPath& p, LinesBy by) {
    switch (by) {
    case LinesBy::Layer:
        return p.layer;
    case LinesBy::Colour:
        return p.colour;
    case LinesBy::Dashes:
        return p.dashed ? "dashed lines" : "solid lines";
    }
    return {};
}

} // namespace

const char* sortName(LinesBy by) {
    switch (by) {
    case LinesBy::Layer:
        return "layer";
    case LinesBy::Colour:
        return "colour";
    case LinesBy::Dashes:
        return "dashes";
    }
    return "";
}

std::optional<LinesBy> sortOf(const std::string& word) {
    for (LinesBy by : {LinesBy::Layer, LinesBy::Colour, LinesBy::Dashes})
        if (word == sortName(by))
            return by;
    return std::nullopt;
}

LinesBy tellsApart(const std::vector<DrawnPath>& drawing) {
    for (LinesBy by : {LinesBy::Layer, LinesBy::Colour, LinesBy::Dashes}) {
        std::set<std::string> kinds;
        for (const DrawnPath& p : drawing)
            kinds.insert(keyOf(p, by));
        if (kinds.size() > 1)
            return by;
    }
    return LinesBy::Layer;
}

std::vector<DrawnPath> sortedBy(std::vector<DrawnPath> drawing, LinesBy by) {
    for (DrawnPath& p : drawing)
        p.layer = keyOf(p, by);
    return drawing;
}

Result<Drawing> netFromDrawing(const std::string& text) {
    if (text.find("<svg") != std::string::npos)
        return netFromSvg(text);
    return netFromDxf(text);
}

std::vector<DrawnPath> joinedEnds(std::vector<DrawnPath> paths, double gap, double& widest) {
    std::vector<DrawnPath> out;
    std::vector<bool> used(paths.size(), false);
    for (size_t i = 0; i < paths.size(); ++i) {
        if (used[i])
            continue;
        used[i] = true;
        DrawnPath path = std::move(paths[i]);
        // At its end, then at its beginning, whatever comes nearest.
        for (bool atEnd : {true, false})
            while (!path.closed) {
                const Vec2 end = atEnd ? path.points.back() : path.points.front();
                const Vec2 other = atEnd ? path.points.front() : path.points.back();
                double best = gap;
                size_t next = paths.size();
                bool turned = false;
                for (size_t k = 0; k < paths.size(); ++k) {
                    if (used[k] || paths[k].closed || paths[k].layer != path.layer)
                        continue;
                    for (bool back : {false, true}) {
                        const Vec2& meets = back ? paths[k].points.back() : paths[k].points.front();
                        if ((meets - end).norm() <= best) {
                            best = (meets - end).norm();
                            next = k;
                            turned = back;
                        }
                    }
                }
                // Back to where it began, unless another piece is nearer.
                if (path.points.size() > 2 && (other - end).norm() <= best) {
                    widest = std::max(widest, (other - end).norm());
                    path.closed = true;
                    if ((other - end).norm() < gap)
                        (atEnd ? path.points.pop_back()
                               : void(path.points.erase(path.points.begin())));
                    break;
                }
                if (next == paths.size())
                    break;
                widest = std::max(widest, best);
                used[next] = true;
                std::vector<Vec2> more = std::move(paths[next].points);
                if (turned)
                    std::reverse(more.begin(), more.end());
                if (atEnd) {
                    path.points.insert(path.points.end(), more.begin() + 1, more.end());
                } else {
                    std::reverse(more.begin(), more.end());
                    path.points.insert(path.points.begin(), more.begin(), more.end() - 1);
                }
            }
        out.push_back(std::move(path));
    }
    return out;
}

} // namespace hl::files
