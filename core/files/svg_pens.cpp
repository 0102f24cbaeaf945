#include "core/files/svg_pens.h"
#include "core/assembly/polygon.h"
#include "core/files/drawn_colour.h"
#include "core/files/svg_uses.h"
#include "core/measure/measure.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cctype>
#include <cmath>
#include <set>

namespace hl::files {
namespace {

// The transform attribute: "translate(10 5) rotate(90)", the last one nearest to the shape.
Eigen::Affine2d placeOf(const std::string& text) {
    Eigen::Affine2d out = Eigen::Affine2d::Identity();
    std::string_view rest(text);
    while (true) {
        const size_t from = rest.find_first_not_of(" ,\t\r\n"), open = rest.find('('),
                     close = rest.find(')');
        if (from == std::string_view::npos || open == std::string_view::npos ||
            close == std::string_view::npos || close < open)
            return out;
        std::string name(rest.substr(from, open - from));
        name.erase(std::remove_if(name.begin(), name.end(),
                                  [](unsigned char c) { return std::isspace(c); }),
                   name.end());
        std::string_view inside = rest.substr(open + 1, close - open - 1);
        std::vector<double> v;
        while (const auto number = takeNumber(inside)) {
            if (std::fabs(*number) > farthestInSvg || v.size() > 6)
                throw TooMuch("a transform of it is out of reach");
            v.push_back(*number);
        }
        const auto at = [&](size_t i, double otherwise) { return i < v.size() ? v[i] : otherwise; };
        Eigen::Affine2d one = Eigen::Affine2d::Identity();
        if (name == "matrix" && v.size() == 6) {
            one.matrix() << v[0], v[2], v[4], v[1], v[3], v[5], 0, 0, 1;
        } else if (name == "translate") {
            one.translate(Vec2(at(0, 0), at(1, 0)));
        } else if (name == "scale") {
            one.scale(Vec2(at(0, 1), at(1, at(0, 1))));
        } else if (name == "rotate") {
            const Vec2 about(at(1, 0), at(2, 0));
            one.translate(about);
            one.rotate(at(0, 0) * pi / 180);
            one.translate(-about);
        } else if (name == "skewX") {
            one.matrix()(0, 1) = std::tan(at(0, 0) * pi / 180);
        } else if (name == "skewY") {
            one.matrix()(1, 0) = std::tan(at(0, 0) * pi / 180);
        }
        out = out * one;
        rest.remove_prefix(close + 1);
    }
}

} // namespace

// Takes out what a shape's form does not depend on: the parser refuses what it does not know.
void plainShapes(rapidxml_ns::xml_node<>* node) {
    static const std::set<std::string> shapes{"svg",     "g",       "path",     "rect", "circle",
                                              "ellipse", "polygon", "polyline", "line"},
        kept{"d",  "points", "x", "y",  "width", "height", "cx", "cy",
             "rx", "ry",     "r", "x1", "y1",    "x2",     "y2", "viewBox"};
    for (auto* a = node->first_attribute(); a;) {
        auto* next = a->next_attribute();
        const std::string whole(a->name(), a->name_size());
        if (!kept.count(whole) && whole.rfind("xmlns", 0) != 0)
            node->remove_attribute(a);
        a = next;
    }
    for (auto* child = node->first_node(); child;) {
        auto* next = child->next_sibling();
        if (shapes.count(std::string(child->local_name(), child->local_name_size())))
            plainShapes(child);
        else
            node->remove_node(child);
        child = next;
    }
}

void pensOf(rapidxml_ns::xml_node<>* node, const Pen& pen, std::vector<Pen>& out) {
    static const std::set<std::string> shapes{"path",    "rect",     "circle", "ellipse",
                                              "polygon", "polyline", "line"};
    for (; node; node = node->next_sibling()) {
        const std::string name(node->local_name(), node->local_name_size());
        const bool group = name == "g" || name == "svg";
        if (!group && !shapes.count(name))
            continue;
        Pen own = pen;
        own.place = pen.place * placeOf(svgValue(node, "transform"));
        if (const std::string c = svgProperty(node, "stroke"); !c.empty() && c != "none")
            own.colour = plainColour(c);
        else if (const std::string style = svgValue(node, "class"); !style.empty())
            own.colour = "class " + style;
        if (const std::string d = svgProperty(node, "stroke-dasharray"); !d.empty())
            own.dashed = d != "none" && d != "0";
        if (name == "g")
            for (const char* word : {"id", "label"}) // the later one is what a maker reads
                if (const std::string l = svgValue(node, word); !l.empty())
                    own.layer = l;
        if (group)
            pensOf(node->first_node(), own, out);
        else
            out.push_back(own);
    }
}

} // namespace hl::files
