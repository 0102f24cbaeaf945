#include "core/files/pdf_pages.h"
#include <cairo/cairo-ft.h>
#include <cairo/cairo-pdf.h>
#include <cstdlib>
#include <ft2build.h>
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

cairo_status_t append(void* to, const unsigned char* data, unsigned int length) {
    static_cast<std::string*>(to)->append(reinterpret_cast<const char*>(data), length);
    return CAIRO_STATUS_SUCCESS;
}

} // namespace

struct PdfPages::Inside {
    std::string bytes;
    bool good = true;
    Held<cairo_font_face_t> font{nullptr, cairo_font_face_destroy};
    Held<cairo_surface_t> surface{nullptr, cairo_surface_destroy};
    Held<cairo_t> cr{nullptr, cairo_destroy};

    void end() {
        if (!cr)
            return;
        cairo_show_page(cr.get());
        good = good && cairo_status(cr.get()) == CAIRO_STATUS_SUCCESS;
        cr.reset();
    }
};

PdfPages::PdfPages(const std::string& title) : inside_(std::make_unique<Inside>()) {
    Inside& in = *inside_;
    in.good = shippedFace() != nullptr;
    if (in.good)
        in.font.reset(cairo_ft_font_face_create_for_ft_face(shippedFace(), 0));
    in.surface.reset(cairo_pdf_surface_create_for_stream(append, &in.bytes, 72, 72));
    cairo_pdf_surface_set_metadata(in.surface.get(), CAIRO_PDF_METADATA_TITLE, title.c_str());
}

PdfPages::~PdfPages() = default;

cairo_t* PdfPages::page(double width, double height) {
    Inside& in = *inside_;
    in.end();
    cairo_pdf_surface_set_size(in.surface.get(), width * pointsPerMm, height * pointsPerMm);
    in.cr.reset(cairo_create(in.surface.get()));
    cairo_t* cr = in.cr.get();
    cairo_scale(cr, pointsPerMm, pointsPerMm);
    cairo_set_line_cap(cr, CAIRO_LINE_CAP_ROUND);
    cairo_set_line_join(cr, CAIRO_LINE_JOIN_ROUND);
    if (in.font)
        cairo_set_font_face(cr, in.font.get());
    return cr;
}

Result<std::string> PdfPages::finish() {
    Inside& in = *inside_;
    in.end();
    cairo_surface_finish(in.surface.get());
    if (!in.good || cairo_surface_status(in.surface.get()) != CAIRO_STATUS_SUCCESS)
        return Problem{"PDF", "the page could not be drawn", "try another format"};
    return in.bytes;
}

void setColour(cairo_t* cr, const char* hex) {
    const long v = std::strtol(hex + 1, nullptr, 16);
    cairo_set_source_rgb(cr, static_cast<double>(v >> 16 & 255) / 255,
                         static_cast<double>(v >> 8 & 255) / 255,
                         static_cast<double>(v & 255) / 255);
}

} // namespace hl
