#include "core/files/dxf_net.h"
#include "core/assembly/tangled.h"
#include "core/design/limits.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cctype>
#include <charconv>
#include <cmath>
#include <cstdlib>
#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_dxf.h>
#include <locale>
#include <map>
#include <set>
#include <sstream>
#include <string_view>

namespace hl::files {
namespace {

constexpr size_t largestDrawing = 16UL << 20; // bytes
constexpr size_t mostCorners = 100000;
constexpr size_t mostPaths = 5000;
constexpr double sagitta = 0.05; // mm: arcs as chords

// What dxflib finds on its way through the drawing.
class DxfReader : public DL_CreationAdapter {
  public:
    std::vector<DrawnPath> paths;
    double unit = 1; // mm
    bool tooMuch = false, outOfReach = false;

    void addLayer(const DL_LayerData& l) override {
        layers_[l.name] = {getAttributes().getColor(), getAttributes().getLinetype()};
    }
    void setVariableInt(const std::string& key, int value, int) override {
        if (key == "$INSUNITS")
            unit = value == 1 ? 25.4 : value == 2 ? 304.8 : value == 5 ? 10 : value == 6 ? 1000 : 1;
    }
    void addLine(const DL_LineData& l) override {
        begin(false);
        meet({l.x1, l.y1});
        meet({l.x2, l.y2});
        end();
    }
    void addPolyline(const DL_PolylineData& p) override {
        end();
        begin(p.flags & 1);
        inPolyline_ = true;
        bulge_ = 0;
    }
    void addVertex(const DL_VertexData& v) override {
        if (!inPolyline_)
            return;
        to({v.x, v.y});
        bulge_ = v.bulge;
    }
    void endEntity() override {
        if (inPolyline_)
            end();
    }
    void endSequence() override { endEntity(); }
    void addArc(const DL_ArcData& a) override {
        begin(false);
        double sweep = std::fmod(a.angle2 - a.angle1, 360);
        if (sweep <= 0) // the whole circle, or on through its start
            sweep += 360;
        arc({a.cx, a.cy}, a.radius, a.angle1 * pi / 180, sweep * pi / 180);
        end();
    }
    void addCircle(const DL_CircleData& c) override {
        begin(true);
        arc({c.cx, c.cy}, c.radius, 0, 2 * pi);
        if (!paths.empty() && !open_.points.empty())
            open_.points.pop_back(); // which is the first again
        end();
    }

  private:
    void begin(bool closed) {
        const DL_Attributes a = getAttributes();
        open_ = {a.getLayer(), {}, {}, closed, false};
        // What a line does not say itself, its layer says.
        const auto layer = layers_.find(a.getLayer());
        const bool told = layer != layers_.end();
        int colour = a.getColor();
        if (colour == 256)
            colour = told ? std::abs(layer->second.first) : 7;
        open_.colour = colourNamed(colour, a.getColor24());
        std::string kind = a.getLinetype();
        std::transform(kind.begin(), kind.end(), kind.begin(),
                       [](unsigned char c) { return static_cast<char>(std::toupper(c)); });
        if (kind.empty() || kind == "BYLAYER")
            kind = told ? layer->second.second : "CONTINUOUS";
        open_.dashed = !kind.empty() && kind != "CONTINUOUS" && kind != "BYBLOCK";
        inPolyline_ = false;
    }
    // The format numbers its colours; the first seven have names.
    static std::string colourNamed(int number, int exact) {
        static const char* names[] = {"",     "red",  "yellow",  "green",
                                      "cyan", "blue", "magenta", "black"};
        if (exact > 0) {
            char text[9];
            const std::string hex(text, std::to_chars(text, text + sizeof text, exact, 16).ptr);
            return "#" + std::string(hex.size() < 6 ? 6 - hex.size() : 0, '0') + hex;
        }
        return number >= 1 && number <= 7 ? names[number] : "colour " + numberText(number);
    }
    void end() {
        // The last side of a closed polyline may be an arc as well.
        if (inPolyline_ && open_.closed && open_.points.size() > 1 && bulge_ != 0) {
            to(open_.points.front() / unit);
            open_.points.pop_back();
        }
        inPolyline_ = false;
        if (open_.points.size() > 1)
            paths.push_back(open_);
        open_.points.clear();
    }
    void meet(const Vec2& p) {
        if (++met_ > mostCorners) {
            tooMuch = true;
            return;
        }
        const Vec2 mm = p * unit;
        if (!mm.allFinite() || mm.cwiseAbs().maxCoeff() > 1e6) {
            outOfReach = true;
            return;
        }
        if (open_.points.empty() || (open_.points.back() - mm).norm() > 1e-6)
            open_.points.push_back(mm);
    }
    void arc(const Vec2& centre, double radius, double from, double sweep) {
        if (!(radius > 0) || !std::isfinite(sweep) || !(radius * unit < 1e6)) {
            outOfReach = outOfReach || !(radius * unit < 1e6);
            return;
        }
        const double r = radius * unit;
        const double step = r > sagitta ? 2 * std::acos(1 - sagitta / r) : 1;
        const int n = static_cast<int>(std::clamp(std::ceil(std::fabs(sweep) / step), 2.0, 400.0));
        for (int i = 0; i <= n && !tooMuch; ++i) {
            const double t = from + sweep * i / n;
            meet(centre + radius * Vec2(std::cos(t), std::sin(t)));
        }
    }
    // On to the next corner, by the arc that the last one's bulge says.
    void to(const Vec2& p) {
        if (open_.points.empty() || bulge_ == 0 || !std::isfinite(bulge_)) {
            meet(p);
            return;
        }
        const Vec2 a = open_.points.back() / unit, chord = p - a;
        const double sweep = 4 * std::atan(bulge_), length = chord.norm();
        if (length < 1e-9 || std::fabs(std::sin(sweep / 2)) < 1e-9) {
            meet(p);
            return;
        }
        const double radius = length / (2 * std::fabs(std::sin(sweep / 2)));
        const Vec2 middle = (a + p) / 2;
        const double off = length / (2 * std::tan(sweep / 2));
        const Vec2 centre = middle + off * Vec2(-chord.y(), chord.x()) / length;
        arc(centre, radius, std::atan2(a.y() - centre.y(), a.x() - centre.x()), sweep);
        meet(p);
    }

    DrawnPath open_;
    std::map<std::string, std::pair<int, std::string>> layers_; // their colour and kind of line
    bool inPolyline_ = false;
    double bulge_ = 0;
    size_t met_ = 0;
};

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

Result<std::vector<DrawnPath>> netFromDxf(const std::string& text) {
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
    if (reader.tooMuch)
        return Problem{"", "it has more than " + numberText(mostCorners) + " corners",
                       "simplify it"};
    if (reader.outOfReach)
        return Problem{"", "something in it lies a kilometre away", "move it to the origin"};
    if (reader.paths.size() > mostPaths)
        return Problem{"", "it has more than " + numberText(mostPaths) + " separate lines",
                       "leave out what is not cut or folded"};
    if (reader.paths.empty())
        return Problem{"", "nothing is drawn in it that could be cut or folded",
                       "draw lines, polylines, arcs or circles"};
    return reader.paths;
}

Result<std::vector<Point>> outlineFromDxf(const std::string& text) {
    auto net = netFromDxf(text);
    if (!net)
        return net.problem();
    for (DrawnPath& p : *net) // layers part nothing here
        p.layer.clear();
    double widest = 0;
    const DrawnPath* best = nullptr;
    const std::vector<DrawnPath> paths = joinedEnds(*net, 0.5, widest);
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
