// PDF at 1:1, one page for each sheet.
#include "core/design/design.h"
#include "core/files/pdf_pages.h"
#include "core/make/sheets.h"

namespace hl {
namespace {

void draw(cairo_t* cr, const Sheet& sheet) {
    auto y = [&](const Vec2& p) { return sheet.height - p.y(); };
    for (const Stroke& s : sheet.strokes) {
        const LineStyle& style = styleOf(s.line);
        setColour(cr, style.colour);
        cairo_set_line_width(cr, style.width);
        cairo_set_dash(cr, style.dashes.data(), static_cast<int>(style.dashes.size()), 0);
        for (size_t i = 0; i < s.points.size(); ++i)
            (i ? cairo_line_to : cairo_move_to)(cr, s.points[i].x(), y(s.points[i]));
        if (s.closed)
            cairo_close_path(cr);
        cairo_stroke(cr);
    }
    setColour(cr, styleOf(Line::Label).colour);
    for (const Caption& c : sheet.captions) {
        cairo_set_font_size(cr, c.size);
        cairo_text_extents_t e;
        cairo_text_extents(cr, c.text.c_str(), &e);
        cairo_move_to(cr, c.at.x() - e.x_advance / 2, y(c.at));
        cairo_show_text(cr, c.text.c_str());
    }
}

} // namespace

Result<std::string> writePdf(const Design& design, const std::vector<Sheet>& sheets) {
    PdfPages pages(design.title);
    for (const Sheet& sheet : sheets)
        draw(pages.page(sheet.width, sheet.height), sheet);
    return pages.finish();
}

} // namespace hl
