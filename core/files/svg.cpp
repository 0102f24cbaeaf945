// SVG at true scale: user units are mm, one group for each kind of line, the sheets below one
// another.
#include "core/design/design.h"
#include "core/make/sheets.h"
#include "core/measure/number.h"

namespace hl {
namespace {

constexpr double between = 10; // mm from sheet to sheet

std::string escaped(const std::string& text) {
    std::string out;
    for (char c : text)
        switch (c) {
        case '&':
            out += "&amp;";
            break;
        case '<':
            out += "&lt;";
            break;
        case '>':
            out += "&gt;";
            break;
        case '"':
            out += "&quot;";
            break;
        default:
            out += c;
        }
    return out;
}

std::string number(double v) { return numberText(v, 6); }

} // namespace

Result<std::string> writeSvg(const Design& design, const std::vector<Sheet>& sheets) {
    double width = 0, height = 0;
    for (auto& s : sheets) {
        width = std::max(width, s.width);
        height += s.height + (height > 0 ? between : 0);
    }
    std::string out = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
                      "<svg xmlns=\"http://www.w3.org/2000/svg\" version=\"1.1\" width=\"" +
                      number(width) + "mm\" height=\"" + number(height) + "mm\" viewBox=\"0 0 " +
                      number(width) + " " + number(height) + "\">\n<title>" +
                      escaped(design.title) + "</title>\n";
    for (const LineStyle& style : lineCode()) {
        std::string body;
        double top = 0;
        for (auto& sheet : sheets) {
            auto xy = [&](const Vec2& p) {
                return number(p.x()) + "," + number(top + sheet.height - p.y());
            };
            if (style.line == Line::Sheet)
                body += "<rect x=\"0\" y=\"" + number(top) + "\" width=\"" + number(sheet.width) +
                        "\" height=\"" + number(sheet.height) + "\"/>\n";
            for (const Stroke& s : sheet.strokes) {
                if (s.line != style.line)
                    continue;
                body += "<path data-of=\"" + escaped(s.owner) + "\" d=\"M";
                for (const Vec2& p : s.points)
                    body += " " + xy(p);
                body += s.closed ? " Z\"/>\n" : "\"/>\n";
            }
            if (style.line == Line::Label)
                for (const Caption& c : sheet.captions)
                    body += "<text x=\"" + number(c.at.x()) + "\" y=\"" +
                            number(top + sheet.height - c.at.y()) + "\" font-size=\"" +
                            number(c.size) + "\">" + escaped(c.text) + "</text>\n";
            top += sheet.height + between;
        }
        if (body.empty())
            continue;
        const bool label = style.line == Line::Label;
        std::string dashes;
        for (double d : style.dashes)
            dashes += (dashes.empty() ? "" : ",") + number(d);
        out += std::string("<g id=\"") + style.id + "\" ";
        if (label)
            out += std::string("fill=\"") + style.colour +
                   "\" font-family=\"Cabin, sans-serif\" text-anchor=\"middle\"";
        else
            out += std::string("fill=\"none\" stroke=\"") + style.colour + "\" stroke-width=\"" +
                   number(style.width) + "\" stroke-linecap=\"round\" stroke-linejoin=\"round\"" +
                   (dashes.empty() ? "" : " stroke-dasharray=\"" + dashes + "\"");
        out += ">\n" + body + "</g>\n";
    }
    return out + "</svg>\n";
}

} // namespace hl
