// Parsing is svgpp's (paths, shapes, units, transforms); here its path events become rings.
#include "core/files/svg_outline.h"
#include "core/assembly/polygon.h"
#include "core/files/atomic_save.h"
#include <rapidxml_ns/rapidxml_ns.hpp>
// svgpp wants its parser's header before its own.
#include <algorithm>
#include <boost/mpl/set.hpp>
#include <cmath>
#include <svgpp/policy/xml/rapidxml_ns.hpp>
#include <svgpp/svgpp.hpp>

namespace hl {
namespace {

constexpr double sagitta = 0.1; // mm

struct Collector {
    std::vector<Ring> rings;
    Ring open;

    void close() {
        if (open.size() > 1 && (open.front() - open.back()).norm() < 1e-9)
            open.pop_back();
        if (open.size() >= 3)
            rings.push_back(open);
        open.clear();
    }
};

// Takes what svgpp finds on its way through the drawing.
struct Context {
    Collector& out;
    double unit; // mm per user unit

    void path_move_to(double x, double y, svgpp::tag::coordinate::absolute) {
        out.close();
        out.open = {Vec2(x, y)};
    }
    void path_line_to(double x, double y, svgpp::tag::coordinate::absolute) {
        out.open.emplace_back(x, y);
    }
    void path_cubic_bezier_to(double x1, double y1, double x2, double y2, double x, double y,
                              svgpp::tag::coordinate::absolute) {
        if (out.open.empty())
            return;
        const Vec2 a = out.open.back(), b(x1, y1), c(x2, y2), d(x, y);
        // Chords of a cubic miss it by at most a sixteenth of their second differences' size.
        const double bend = std::max((a - 2 * b + c).norm(), (b - 2 * c + d).norm()) * unit;
        const int n =
            std::clamp(static_cast<int>(std::ceil(std::sqrt(0.75 * bend / sagitta))), 1, 200);
        for (int i = 1; i <= n; ++i) {
            const double t = static_cast<double>(i) / n, s = 1 - t;
            out.open.push_back(s * s * s * a + 3 * s * s * t * b + 3 * s * t * t * c +
                               t * t * t * d);
        }
    }
    void path_close_subpath() { out.close(); }
    void path_exit() { out.close(); }

    void on_enter_element(svgpp::tag::element::any) {}
    void on_exit_element() {}
    void transform_matrix(const boost::array<double, 6>&) {}
};

using Elements = boost::mpl::set<svgpp::tag::element::svg, svgpp::tag::element::g,
                                 svgpp::tag::element::path, svgpp::tag::element::rect,
                                 svgpp::tag::element::circle, svgpp::tag::element::ellipse,
                                 svgpp::tag::element::polygon, svgpp::tag::element::polyline>;

} // namespace

Result<std::vector<Point>> outlineFromSvg(const std::string& svg) {
    Collector found;
    double unit = 1; // mm per user unit
    try {
        std::vector<char> text(svg.begin(), svg.end());
        text.push_back(0);
        rapidxml_ns::xml_document<> document;
        document.parse<0>(text.data());
        auto* root = document.first_node("svg");
        if (!root)
            return Problem{"SVG", "this is no SVG drawing", "export the outline as plain SVG"};
        // A drawing in millimetres says so by its size and its view box.
        auto* width = root->first_attribute("width");
        auto* box = root->first_attribute("viewBox");
        if (width && box) {
            auto mm = parseLength(width->value(), Unit::Millimetre);
            double x = 0, y = 0, w = 0;
            if (mm && std::sscanf(box->value(), "%lf%*[ ,]%lf%*[ ,]%lf", &x, &y, &w) == 3 && w > 0)
                unit = mm->measure.mm() / w;
        }
        Context context{found, unit};
        svgpp::document_traversal<
            svgpp::processed_elements<Elements>,
            svgpp::processed_attributes<svgpp::traits::shapes_attributes_by_element>,
            svgpp::basic_shapes_policy<svgpp::policy::basic_shapes::all_to_path>,
            svgpp::path_policy<svgpp::policy::path::minimal>>::load_document(root, context);
        found.close();
    } catch (const std::exception& e) {
        return Problem{"SVG", std::string("it cannot be read: ") + e.what(),
                       "export the outline as plain SVG"};
    }
    const Ring* best = nullptr;
    for (const Ring& r : found.rings)
        if (!best || std::fabs(areaOf(r)) > std::fabs(areaOf(*best)))
            best = &r;
    if (!best || std::fabs(areaOf(*best)) * unit * unit < 1)
        return Problem{"SVG", "it has no closed shape with an area",
                       "draw the outline as one closed path"};
    if (best->size() > 5000)
        return Problem{"SVG", "the outline has more than 5000 corners", "simplify the path"};
    Vec2 low = best->front(), high = low;
    for (const Vec2& p : *best) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    std::vector<Point> out;
    for (const Vec2& p : *best) // SVG's y runs down
        out.push_back({Measure::fromMm((p.x() - low.x()) * unit),
                       Measure::fromMm((high.y() - p.y()) * unit)});
    return out;
}

Result<std::vector<Point>> loadOutline(const std::string& path) {
    auto text = readFile(path);
    if (!text)
        return text.problem();
    auto outline = outlineFromSvg(*text);
    if (!outline)
        return outline.problem().in(path);
    return outline;
}

} // namespace hl
