#include "core/picture/svg.h"
#include "core/design/bytes.h"
#include "core/measure/number.h"
#include "core/picture/markup.h"
#include "core/picture/png.h"

namespace hl::picture {
namespace {

constexpr double between = 10;      // mm from page to page
constexpr int fine = 6, coarse = 2; // decimals

std::string number(double v) { return numberText(v, coarse, coarse); }
std::string exact(double v) { return numberText(v, fine); }

// An image in a group that clips it; `id` is its own within the file.
std::string imageOf(const Image& m, double top, const std::string& id) {
    std::string out;
    if (!m.clip.empty()) {
        out += "<clipPath id=\"" + id + "\"><path clip-rule=\"evenodd\" d=\"";
        for (const Ring& ring : m.clip) {
            out += "M";
            for (const Vec2& p : ring)
                out += " " + exact(p.x()) + "," + exact(top + p.y());
            out += " Z ";
        }
        out += "\"/></clipPath>\n<g clip-path=\"url(#" + id + ")\">";
    }
    out += "<image width=\"1\" height=\"1\" preserveAspectRatio=\"none\" transform=\"matrix(" +
           exact(m.across.x()) + " " + exact(m.across.y()) + " " + exact(m.down.x()) + " " +
           exact(m.down.y()) + " " + exact(m.at.x()) + " " + exact(top + m.at.y()) +
           ")\" href=\"data:image/png;base64," + base64Text(pngOf(*m.pixels)) + "\"/>";
    return out + (m.clip.empty() ? "\n" : "</g>\n");
}

std::string shapeOf(const Shape& s) {
    std::string out = s.closed ? "<polygon points=\"" : "<polyline points=\"";
    for (const Vec2& q : s.points)
        out += number(q.x()) + "," + number(q.y()) + " ";
    out += "\" fill=\"" + (s.fill.tint == Tint::None ? "none" : onPaper(s.fill)) + "\"";
    if (s.line.tint != Tint::None) {
        out += " stroke=\"" + onPaper(s.line) + "\" stroke-width=\"" + number(s.width) +
               "\" stroke-linejoin=\"round\" stroke-linecap=\"round\"";
        if (!s.dashes.empty()) {
            out += " stroke-dasharray=\"";
            for (double d : s.dashes)
                out += number(d) + " ";
            out += "\"";
        }
    }
    return out + "/>\n";
}

std::string wordsOf(const Words& w) {
    static const char* const anchors[] = {"start", "middle", "end"};
    return "<text x=\"" + number(w.at.x()) + "\" y=\"" + number(w.at.y()) + "\" font-size=\"" +
           number(w.size) + "\" text-anchor=\"" + anchors[w.align + 1] + "\" fill=\"" +
           onPaper(w.colour) + "\">" + escaped(w.text) + "</text>\n";
}

} // namespace

std::string svgOf(const Picture& p) {
    std::string out = "<svg xmlns=\"http://www.w3.org/2000/svg\" role=\"img\" viewBox=\"0 0 " +
                      number(p.width) + " " + number(p.height) + "\"";
    if (!p.caption.empty())
        out += "><title>" + escaped(p.caption) + "</title";
    out += ">\n";
    int images = 0;
    for (const Item& item : p.items)
        if (auto* s = std::get_if<Shape>(&item))
            out += shapeOf(*s);
        else if (auto* w = std::get_if<Words>(&item))
            out += wordsOf(*w);
        else
            out += imageOf(std::get<Image>(item), 0, "clip-" + numberText(++images));
    return out + "</svg>\n";
}

std::string svgDrawing(const std::string& title, const std::vector<Picture>& pages) {
    double width = 0, height = 0;
    for (auto& p : pages) {
        width = std::max(width, p.width);
        height += p.height + (height > 0 ? between : 0);
    }
    std::string out = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
                      "<svg xmlns=\"http://www.w3.org/2000/svg\" version=\"1.1\" width=\"" +
                      exact(width) + "mm\" height=\"" + exact(height) + "mm\" viewBox=\"0 0 " +
                      exact(width) + " " + exact(height) + "\">\n<title>" + escaped(title) +
                      "</title>\n";
    double top = 0;
    int images = 0;
    for (auto& page : pages) {
        for (const Item& item : page.items)
            if (auto* m = std::get_if<Image>(&item))
                out += imageOf(*m, top, "clip-" + numberText(++images));
        top += page.height + between;
    }
    for (const LineStyle& style : lineCode()) {
        std::string body;
        top = 0;
        for (auto& page : pages) {
            auto xy = [&](const Vec2& p) { return exact(p.x()) + "," + exact(top + p.y()); };
            if (style.line == Line::Sheet)
                body += "<rect x=\"0\" y=\"" + exact(top) + "\" width=\"" + exact(page.width) +
                        "\" height=\"" + exact(page.height) + "\"/>\n";
            for (const Item& item : page.items) {
                const auto* s = std::get_if<Shape>(&item);
                if (!s || !s->is(style.line))
                    continue;
                body += "<path data-of=\"" + escaped(s->owner) + "\" d=\"M";
                for (const Vec2& p : s->points)
                    body += " " + xy(p);
                body += s->closed ? " Z\"/>\n" : "\"/>\n";
            }
            if (style.line == Line::Label)
                for (const Item& item : page.items)
                    if (auto* w = std::get_if<Words>(&item))
                        body += "<text x=\"" + exact(w->at.x()) + "\" y=\"" +
                                exact(top + w->at.y()) + "\" font-size=\"" + exact(w->size) +
                                "\">" + escaped(w->text) + "</text>\n";
            top += page.height + between;
        }
        if (body.empty())
            continue;
        const bool label = style.line == Line::Label;
        std::string dashes;
        for (double d : style.dashes)
            dashes += (dashes.empty() ? "" : ",") + exact(d);
        out += std::string("<g id=\"") + style.id + "\" ";
        if (label)
            out += std::string("fill=\"") + style.colour +
                   "\" font-family=\"Cabin, sans-serif\" text-anchor=\"middle\"";
        else
            out += std::string("fill=\"none\" stroke=\"") + style.colour + "\" stroke-width=\"" +
                   exact(style.width) + "\" stroke-linecap=\"round\" stroke-linejoin=\"round\"" +
                   (dashes.empty() ? "" : " stroke-dasharray=\"" + dashes + "\"");
        out += ">\n" + body + "</g>\n";
    }
    return out + "</svg>\n";
}

} // namespace hl::picture
