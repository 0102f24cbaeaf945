// Parsing is svgpp's (paths, shapes, units, transforms); here its path events become paths in mm.
#include "core/files/svg_outline.h"
#include "core/assembly/tangled.h"
#include "core/design/limits.h"
#include "core/files/svg_arcs.h"
#include "core/files/svg_pens.h"
#include "core/files/svg_uses.h"
#include "core/measure/number.h"
#include "core/picture/svg_links.h"
#include <rapidxml_ns/rapidxml_ns.hpp>
// svgpp wants its parser's header before its own.
#include <Eigen/Geometry>
#include <algorithm>
#include <boost/mpl/set.hpp>
#include <cctype>
#include <cmath>
#include <set>
#include <stdexcept>
#include <svgpp/policy/xml/rapidxml_ns.hpp>
#include <svgpp/svgpp.hpp>

namespace hl::files {
namespace {

constexpr double sagitta = 0.1; // mm
constexpr size_t largestDrawing = 16UL << 20;
constexpr double next = 1e-9; // to nothing, user units
constexpr size_t mostPaths = 5000;
constexpr size_t mostMet = 200000; // corners on the way to the outline

struct Collector {
    std::vector<DrawnPath> paths; // in user units, y down
    std::vector<size_t> shapes;   // of each path, the shape it belongs to
    Ring open;
    size_t met = 0, shape = 0;

    void meet(const Vec2& p) {
        if (++met > mostMet)
            throw TooMuch("it has more than " + numberText(mostMet) + " corners");
        if (!p.allFinite() || p.cwiseAbs().maxCoeff() > farthestInSvg)
            throw TooMuch("it reaches further than " + numberText(farthestInSvg, 0) + " units");
        open.push_back(p);
    }

    void close(bool said) {
        if (open.size() > 2 && (open.front() - open.back()).norm() < 1e-9) {
            open.pop_back();
            said = true;
        }
        if (open.size() >= 2) {
            paths.push_back({"", "", open, said && open.size() >= 3, false});
            shapes.push_back(shape);
        }
        open.clear();
    }
};

// Takes what svgpp finds on its way through the drawing.
struct Context {
    Collector& out;
    const std::vector<Pen>& pens;
    double unit; // mm per user unit

    Vec2 placed(double x, double y) const {
        return out.shape < pens.size() ? Vec2(pens[out.shape].place * Vec2(x, y)) : Vec2(x, y);
    }

    void path_move_to(double x, double y, svgpp::tag::coordinate::absolute) {
        out.close(false);
        out.meet(placed(x, y));
    }
    void path_line_to(double x, double y, svgpp::tag::coordinate::absolute) {
        out.meet(placed(x, y));
    }
    void path_cubic_bezier_to(double x1, double y1, double x2, double y2, double x, double y,
                              svgpp::tag::coordinate::absolute) {
        if (out.open.empty())
            return;
        const Vec2 a = out.open.back(), b = placed(x1, y1), c = placed(x2, y2), d = placed(x, y);
        // Chords of a cubic miss it by at most a sixteenth of their second differences' size.
        const double bend = std::max((a - 2 * b + c).norm(), (b - 2 * c + d).norm()) * unit;
        const int n =
            static_cast<int>(std::clamp(std::ceil(std::sqrt(0.75 * bend / sagitta)), 1.0, 200.0));
        for (int i = 1; i <= n; ++i) {
            const double t = static_cast<double>(i) / n, s = 1 - t;
            out.meet(s * s * s * a + 3 * s * s * t * b + 3 * s * t * t * c + t * t * t * d);
        }
    }
    void path_close_subpath() { out.close(true); }
    void path_exit() {
        out.close(false);
        ++out.shape;
    }

    void on_enter_element(svgpp::tag::element::any) {}
    void on_exit_element() {}
    void transform_matrix(const boost::array<double, 6>&) {}
};

using Elements =
    boost::mpl::set<svgpp::tag::element::svg, svgpp::tag::element::g, svgpp::tag::element::path,
                    svgpp::tag::element::rect, svgpp::tag::element::circle,
                    svgpp::tag::element::ellipse, svgpp::tag::element::line,
                    svgpp::tag::element::polygon, svgpp::tag::element::polyline>;

// The parser goes down a level of its stack for every group: counted before it is let loose.
void checkNesting(const std::string& svg) {
    int depth = 0;
    for (size_t i = 0; i < svg.size(); ++i) {
        if (svg[i] != '<')
            continue;
        auto skip = [&](const char* from, const char* to) {
            if (svg.compare(i, std::string(from).size(), from) != 0)
                return false;
            const size_t end = svg.find(to, i);
            i = end == std::string::npos ? svg.size() : end + std::string(to).size() - 1;
            return true;
        };
        if (skip("<!--", "-->") || skip("<![CDATA[", "]]>") || skip("<?", "?>") || skip("<!", ">"))
            continue;
        if (i + 1 < svg.size() && svg[i + 1] == '/') {
            --depth;
            continue;
        }
        if (++depth > deepestInSvg)
            throw TooMuch("its groups lie more than " + numberText(deepestInSvg) +
                          " deep in one another");
        char quote = 0;
        for (++i; i < svg.size() && (quote || svg[i] != '>'); ++i)
            if (quote ? svg[i] == quote : svg[i] == '"' || svg[i] == '\'')
                quote = quote ? 0 : svg[i];
        if (i > 0 && i < svg.size() && svg[i - 1] == '/')
            --depth;
    }
}

bool inNumber(char c) { return (c >= '0' && c <= '9') || c == '.' || c == 'e' || c == 'E'; }

// Numbers out of reach are refused, and what is next to nothing becomes nothing: both would drive
// the arithmetic of arcs out of all bounds.
std::string tamed(const std::string& value) {
    std::string out;
    for (size_t i = 0; i < value.size();) {
        const bool starts = (value[i] >= '0' && value[i] <= '9') || value[i] == '.';
        if (!starts) {
            out += value[i++];
            continue;
        }
        std::string_view rest(value.data() + i, value.size() - i);
        const auto v = takeNumber(rest);
        if (!v) { // "1e999", or no number at all
            size_t end = i;
            while (end < value.size() &&
                   (inNumber(value[end]) || ((value[end] == '-' || value[end] == '+') && end > i &&
                                             (value[end - 1] == 'e' || value[end - 1] == 'E'))))
                ++end;
            throw TooMuch("the number “" + value.substr(i, std::min<size_t>(end - i, 40)) +
                          "” is out of reach");
        }
        const size_t length = value.size() - i - rest.size();
        if (*v > farthestInSvg)
            throw TooMuch("the number “" + value.substr(i, std::min<size_t>(length, 40)) +
                          "” is out of reach");
        out += *v < next ? "0" : value.substr(i, length);
        i += length;
    }
    return out;
}

void tame(rapidxml_ns::xml_document<>& document, rapidxml_ns::xml_node<>* node) {
    static const std::set<std::string> geometry{"d",  "points", "x",  "y",  "width", "height",
                                                "cx", "cy",     "rx", "ry", "r"};
    for (; node; node = node->next_sibling()) {
        for (auto* a = node->first_attribute(); a; a = a->next_attribute())
            if (geometry.count(std::string(a->local_name(), a->local_name_size()))) {
                std::string value(a->value(), a->value_size());
                if (std::string(a->local_name(), a->local_name_size()) == "d")
                    value = withoutFlatArcs(value, next);
                value = tamed(value);
                a->value(document.allocate_string(value.c_str(), value.size() + 1), value.size());
            }
        tame(document, node->first_node());
    }
}

std::string escaped(std::string value) {
    for (size_t at = 0; (at = value.find('"', at)) != std::string::npos; at += 6)
        value.replace(at, 1, "&quot;");
    return value;
}

// All paths of a drawing, in mm, with their pens; `unit` is the mm of a user unit.
Result<Drawing> pathsOf(const std::string& svg, double& unit) {
    Drawing out;
    Collector found;
    std::vector<Pen> pens;
    unit = 1;
    if (svg.size() > largestDrawing)
        return Problem{"SVG", "the drawing is larger than 16 MiB",
                       "leave out what is not cut or folded"};
    try {
        checkNesting(svg);
        std::vector<char> text(svg.begin(), svg.end());
        text.push_back(0);
        rapidxml_ns::xml_document<> document;
        document.parse<0>(text.data());
        auto* root = document.first_node("svg");
        if (!root)
            return Problem{"SVG", "this is no SVG drawing", "export the outline as plain SVG"};
        bool said = false;
        unit = svgUnit(root, said);
        if (!said)
            out.remarks.push_back("It does not say its size in any unit: millimetres are taken.");
        std::map<std::string, int> left;
        showUses(document, root, left);
        for (auto& [what, times] : left)
            out.remarks.push_back("Left out: " + numberText(times) + " of " + what + ".");
        tame(document, root);
        pensOf(root, {}, pens);
        plainShapes(root);
        Context context{found, pens, unit};
        svgpp::document_traversal<
            svgpp::processed_elements<Elements>,
            svgpp::processed_attributes<svgpp::traits::shapes_attributes_by_element>,
            svgpp::basic_shapes_policy<svgpp::policy::basic_shapes::all_to_path>,
            svgpp::path_policy<svgpp::policy::path::minimal>>::load_document(root, context);
        found.close(false);
    } catch (const TooMuch& e) {
        return Problem{"SVG", e.what(), "export the outline alone, at its true size"};
    } catch (const std::exception& e) {
        return Problem{"SVG", std::string("it cannot be read: ") + e.what(),
                       "export the outline as plain SVG"};
    }
    for (size_t i = 0; i < found.paths.size(); ++i) {
        DrawnPath& p = found.paths[i];
        for (Vec2& v : p.points) // SVG's y runs down
            v = Vec2(v.x() * unit, -v.y() * unit);
        if (found.shapes[i] < pens.size()) {
            const Pen& pen = pens[found.shapes[i]];
            p.layer = pen.layer;
            p.colour = pen.colour;
            p.dashed = pen.dashed;
        }
    }
    out.paths = std::move(found.paths);
    return out;
}

} // namespace

Result<Drawing> netFromSvg(const std::string& svg) {
    double unit = 1;
    auto paths = pathsOf(svg, unit);
    if (!paths)
        return paths;
    if (paths->paths.size() > mostPaths)
        return Problem{"SVG", "it has more than " + numberText(mostPaths) + " separate lines",
                       "leave out what is not cut or folded"};
    if (paths->paths.empty())
        return Problem{"SVG", "nothing is drawn in it that could be cut or folded",
                       "draw paths, lines, rectangles or circles"};
    return paths;
}

Result<CutOut> cutOutOf(const std::string& svg) {
    double unit = 1;
    auto paths = pathsOf(svg, unit);
    if (!paths)
        return paths.problem();
    const Ring* best = nullptr;
    for (const DrawnPath& p : paths->paths) // an open one is filled all the same
        if (p.points.size() >= 3 &&
            (!best || std::fabs(areaOf(p.points)) > std::fabs(areaOf(*best))))
            best = &p.points;
    if (!best || std::fabs(areaOf(*best)) < 1)
        return Problem{"SVG", "it has no closed shape with an area",
                       "draw the outline as one closed path"};
    if (best->size() > limits::corners)
        return Problem{"SVG",
                       "the outline has more than " + numberText(limits::corners) + " corners",
                       "simplify the path"};
    if (Trouble t = tangled("SVG", *best))
        return *t;
    Vec2 low = best->front(), high = low;
    for (const Vec2& p : *best) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    if ((high - low).maxCoeff() > limits::reach)
        return Problem{"SVG", "the outline is larger than 10 m",
                       "give the drawing its true size in mm"};
    CutOut out;
    out.width = high.x() - low.x();
    out.height = high.y() - low.y();
    for (const Vec2& p : *best)
        out.outline.push_back({Measure::fromMm(p.x() - low.x()), Measure::fromMm(p.y() - low.y())});
    // The same drawing seen through a window that is as large as the outline.
    const size_t tag = svg.find("<svg"),
                 close = tag == std::string::npos ? tag : endOfTag(svg, tag);
    if (tag == std::string::npos || close == std::string::npos)
        return Problem{"SVG", "this is no SVG drawing", "export the outline as plain SVG"};
    std::string root = "<svg";
    std::vector<char> text(svg.begin(), svg.end());
    text.push_back(0);
    rapidxml_ns::xml_document<> document;
    document.parse<rapidxml_ns::parse_no_entity_translation>(text.data());
    for (auto* a = document.first_node("svg")->first_attribute(); a; a = a->next_attribute()) {
        const std::string name(a->name(), a->name_size());
        if (name != "width" && name != "height" && name != "viewBox" && name != "x" &&
            name != "y" && name != "preserveAspectRatio")
            root += " " + name + "=\"" + escaped(std::string(a->value(), a->value_size())) + "\"";
    }
    const auto number = [](double v) { return numberText(v, 6); };
    root += " width=\"" + number(out.width) + "mm\" height=\"" + number(out.height) +
            "mm\" viewBox=\"" + number(low.x() / unit) + " " + number(-high.y() / unit) + " " +
            number(out.width / unit) + " " + number(out.height / unit) + "\"";
    out.picture = root + (svg[close - 1] == '/' ? "/>" : ">") + svg.substr(close + 1);
    return out;
}

Result<std::vector<Point>> outlineFromSvg(const std::string& svg) {
    auto cut = cutOutOf(svg);
    if (!cut)
        return cut.problem();
    return cut->outline;
}

} // namespace hl::files
