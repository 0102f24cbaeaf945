// PDF at 1:1, one page for each sheet, with the shipped typeface embedded.
#include "core/design/design.h"
#include "core/make/sheets.h"
#include <cairo/cairo-ft.h>
#include <cairo/cairo-pdf.h>
#include <ft2build.h>
#include <memory>
#include FT_FREETYPE_H

extern "C" const unsigned char hl_font_begin[], hl_font_end[];

namespace hl {
namespace {

constexpr double pointsPerMm = 72 / 25.4;

// The shipped face. It lives as long as the program, because cairo caches glyphs that refer to it.
FT_Face shippedFace() {
    static FT_Face face = [] {
        FT_Library library = nullptr;
        FT_Face made = nullptr;
        if (FT_Init_FreeType(&library) == 0)
            FT_New_Memory_Face(library, hl_font_begin, hl_font_end - hl_font_begin, 0, &made);
        return made;
    }();
    return face;
}

template<class T> using Held = std::unique_ptr<T, void (*)(T*)>;

void colour(cairo_t* cr, const char* hex) {
    const long v = std::strtol(hex + 1, nullptr, 16);
    cairo_set_source_rgb(cr, static_cast<double>(v >> 16 & 255) / 255,
                         static_cast<double>(v >> 8 & 255) / 255,
                         static_cast<double>(v & 255) / 255);
}

void draw(cairo_t* cr, const Sheet& sheet) {
    auto y = [&](const Vec2& p) { return sheet.height - p.y(); };
    for (const Stroke& s : sheet.strokes) {
        const LineStyle& style = styleOf(s.line);
        colour(cr, style.colour);
        cairo_set_line_width(cr, style.width);
        cairo_set_dash(cr, style.dashes.data(), static_cast<int>(style.dashes.size()), 0);
        for (size_t i = 0; i < s.points.size(); ++i)
            (i ? cairo_line_to : cairo_move_to)(cr, s.points[i].x(), y(s.points[i]));
        if (s.closed)
            cairo_close_path(cr);
        cairo_stroke(cr);
    }
    colour(cr, styleOf(Line::Label).colour);
    for (const Caption& c : sheet.captions) {
        cairo_set_font_size(cr, c.size);
        cairo_text_extents_t e;
        cairo_text_extents(cr, c.text.c_str(), &e);
        cairo_move_to(cr, c.at.x() - e.x_advance / 2, y(c.at));
        cairo_show_text(cr, c.text.c_str());
    }
}

cairo_status_t append(void* to, const unsigned char* data, unsigned int length) {
    static_cast<std::string*>(to)->append(reinterpret_cast<const char*>(data), length);
    return CAIRO_STATUS_SUCCESS;
}

} // namespace

Result<std::string> writePdf(const Design& design, const std::vector<Sheet>& sheets) {
    const Problem failed{"PDF", "the page could not be drawn", "try SVG instead"};
    std::string bytes;
    if (!shippedFace())
        return failed;
    {
        Held<cairo_font_face_t> font(cairo_ft_font_face_create_for_ft_face(shippedFace(), 0),
                                     cairo_font_face_destroy);
        Held<cairo_surface_t> surface(cairo_pdf_surface_create_for_stream(append, &bytes, 72, 72),
                                      cairo_surface_destroy);
        cairo_pdf_surface_set_metadata(surface.get(), CAIRO_PDF_METADATA_TITLE,
                                       design.title.c_str());
        for (const Sheet& sheet : sheets) {
            cairo_pdf_surface_set_size(surface.get(), sheet.width * pointsPerMm,
                                       sheet.height * pointsPerMm);
            Held<cairo_t> cr(cairo_create(surface.get()), cairo_destroy);
            cairo_scale(cr.get(), pointsPerMm, pointsPerMm);
            cairo_set_line_cap(cr.get(), CAIRO_LINE_CAP_ROUND);
            cairo_set_line_join(cr.get(), CAIRO_LINE_JOIN_ROUND);
            cairo_set_font_face(cr.get(), font.get());
            draw(cr.get(), sheet);
            cairo_show_page(cr.get());
            if (cairo_status(cr.get()) != CAIRO_STATUS_SUCCESS)
                return failed;
        }
        cairo_surface_finish(surface.get());
        if (cairo_surface_status(surface.get()) != CAIRO_STATUS_SUCCESS)
            return failed;
    }
    return bytes;
}

} // namespace hl
