#include "core/files/dxf_net.h"
#include "core/assembly/tangled.h"
#include "core/design/limits.h"
#include "core/files/dxf_reader.h"
#include "core/measure/number.h"
#include <cctype>
#include <cmath>
#include <cstdlib>
#include <dxflib/dl_dxf.h>
#include <locale>
#include <set>
#include <sstream>
#include <string_view>

namespace hl::files {
namespace {

constexpr size_t largestDrawing = 16UL << 20; // bytes
constexpr size_t mostPaths = 5000;

std::string_view trimmed(std::string_view text) {
    while (!text.empty() && std::isspace(static_cast<unsigned char>(text.front())))
        text.remove_prefix(1);
    while (!text.empty() && std::isspace(static_cast<unsigned char>(text.back())))
        text.remove_suffix(1);
    return text;
}

// The drawing without its comments (group 999): the reader takes some of them for its own marks and
// falls over what they lack. Empty where an entity says that it has more of something than the
// whole drawing has characters: the reader believes that and makes room for it.
std::string safeGroups(const std::string& text) {
    static const std::set<std::string_view> counting{"LWPOLYLINE", "POLYLINE", "SPLINE", "LEADER",
                                                     "HATCH"};
    bool counts = false; // within such an entity
    std::string out;
    out.reserve(text.size());
    for (size_t at = 0; at < text.size();) {
        size_t code = std::min(text.find('\n', at), text.size() - 1) + 1;
        const size_t value = std::min(text.find('\n', code), text.size() - 1) + 1;
        const std::string_view group = trimmed({text.data() + at, code - at});
        if (code >= text.size()) // a last line without its value
            code = text.size();
        else if (const std::string said(trimmed({text.data() + code, value - code})); group == "0")
            counts = counting.count(said) > 0;
        else if (counts && group.size() == 2 && group >= "70" && group <= "99")
            if (const long long n = std::strtoll(said.c_str(), nullptr, 10);
                n < 0 || n > static_cast<long long>(text.size()))
                return {};
        if (group != "999")
            out.append(text, at, std::max(value, code) - at);
        at = std::max(value, code);
    }
    return out;
}

} // namespace

Result<Drawing> netFromDxf(const std::string& text) {
    if (text.size() > largestDrawing)
        return Problem{"", "the drawing is larger than " + numberText(largestDrawing >> 20) + " MB",
                       "simplify it"};
    if (text.find("SECTION") == std::string::npos)
        return Problem{"", "this is no DXF drawing",
                       "save it as DXF from the program that made it"};
    const std::string groups = safeGroups(text);
    std::stringstream stream(groups);
    stream.imbue(std::locale::classic());
    DxfReader reader;
    DL_Dxf dxf;
    const Problem damaged{"", "this is no DXF drawing, or a damaged one",
                          "save it as DXF from the program that made it"};
    try {
        if (groups.empty() || !dxf.in(stream, &reader))
            return damaged;
    } catch (const std::exception&) { // whatever the reader falls over is the drawing's fault
        return damaged;
    }
    Drawing found = reader.drawing();
    if (reader.tooMuch)
        return Problem{"", "it has more than " + numberText(mostDxfCorners) + " corners",
                       "simplify it"};
    if (reader.outOfReach)
        return Problem{"", "something in it lies a kilometre away", "move it to the origin"};
    if (found.paths.size() > mostPaths)
        return Problem{"", "it has more than " + numberText(mostPaths) + " separate lines",
                       "leave out what is not cut or folded"};
    if (found.paths.empty())
        return Problem{"", "nothing is drawn in it that could be cut or folded",
                       "draw lines, polylines, arcs, circles or curves"};
    return found;
}

Result<std::vector<Point>> outlineFromDxf(const std::string& text) {
    auto net = netFromDxf(text);
    if (!net)
        return net.problem();
    for (DrawnPath& p : net->paths) // layers part nothing here
        p.layer.clear();
    double widest = 0;
    const DrawnPath* best = nullptr;
    const std::vector<DrawnPath> paths = joinedEnds(net->paths, 0.5, widest);
    for (const DrawnPath& p : paths)
        if (p.closed && p.points.size() > 2 &&
            (!best || std::fabs(areaOf(p.points)) > std::fabs(areaOf(best->points))))
            best = &p;
    if (!best)
        return Problem{"", "there is no closed outline in the drawing",
                       "close it: its ends lie more than half a millimetre apart"};
    if (best->points.size() > limits::corners)
        return Problem{"", "the outline has more than " + numberText(limits::corners) + " corners",
                       "simplify it"};
    if (Trouble t = tangled("", best->points))
        return *t;
    Vec2 low = best->points[0];
    for (const Vec2& p : best->points)
        low = low.cwiseMin(p);
    std::vector<Point> out;
    for (const Vec2& p : best->points)
        out.push_back({Measure::fromMm(p.x() - low.x()), Measure::fromMm(p.y() - low.y())});
    return out;
}

} // namespace hl::files
