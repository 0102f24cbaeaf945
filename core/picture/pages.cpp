#include "core/picture/pages.h"
#include "core/picture/png.h"
#include "core/picture/set_type.h"
#include <cairo/cairo-pdf.h>
#include <cmath>
#include <cstring>
#include <pango/pangocairo.h>

namespace hl::picture {
namespace {

constexpr double pointsPerMm = 72 / 25.4;

cairo_status_t append(void* to, const unsigned char* data, unsigned int length) {
    static_cast<std::string*>(to)->append(reinterpret_cast<const char*>(data), length);
    return CAIRO_STATUS_SUCCESS;
}

void setColour(cairo_t* cr, const Colour& colour) {
    const std::uint32_t v = givenColour(onPaper(colour)).rgb;
    cairo_set_source_rgb(cr, (v >> 16 & 255) / 255.0, (v >> 8 & 255) / 255.0, (v & 255) / 255.0);
}

void trace(cairo_t* cr, const std::vector<Vec2>& points, bool closed) {
    for (size_t i = 0; i < points.size(); ++i)
        (i ? cairo_line_to : cairo_move_to)(cr, points[i].x(), points[i].y());
    if (closed)
        cairo_close_path(cr);
}

void draw(cairo_t* cr, const Shape& s) {
    trace(cr, s.points, s.closed);
    if (s.fill.tint != Tint::None) {
        setColour(cr, s.fill);
        cairo_fill_preserve(cr);
    }
    if (s.line.tint != Tint::None) {
        setColour(cr, s.line);
        cairo_set_line_width(cr, s.width);
        cairo_set_dash(cr, s.dashes.data(), static_cast<int>(s.dashes.size()), 0);
        cairo_stroke_preserve(cr);
    }
    cairo_new_path(cr);
}

void draw(cairo_t* cr, const Words& w) {
    const auto held = settingType();
    const auto layout = layoutOf(w.text, w.size);
    int wide = 0;
    pango_layout_get_size(layout.get(), &wide, nullptr);
    const double width = double(wide) / PANGO_SCALE / setLarger;
    const double base = double(pango_layout_get_baseline(layout.get())) / PANGO_SCALE / setLarger;
    setColour(cr, w.colour);
    cairo_save(cr);
    cairo_translate(cr, w.at.x() - (w.align + 1) * width / 2, w.at.y() - base);
    cairo_scale(cr, 1 / setLarger, 1 / setLarger);
    cairo_move_to(cr, 0, 0);
    pango_cairo_show_layout(cr, layout.get());
    cairo_restore(cr);
}

// The pixels as a surface of cairo's, which they outlive.
Held<cairo_surface_t> surfaceOf(const Pixels& p, std::vector<unsigned char>& rows) {
    const int stride = cairo_format_stride_for_width(CAIRO_FORMAT_ARGB32, p.width);
    rows.resize(static_cast<size_t>(stride) * static_cast<size_t>(p.height));
    for (int y = 0; y < p.height; ++y)
        std::memcpy(&rows[static_cast<size_t>(y) * static_cast<size_t>(stride)],
                    &p.argb[static_cast<size_t>(y) * static_cast<size_t>(p.width)],
                    static_cast<size_t>(p.width) * 4);
    return {cairo_image_surface_create_for_data(rows.data(), CAIRO_FORMAT_ARGB32, p.width, p.height,
                                                stride),
            cairo_surface_destroy};
}

void draw(cairo_t* cr, const Image& m) {
    if (!m.pixels || m.pixels->width < 1 || m.pixels->height < 1)
        return;
    std::vector<unsigned char> rows;
    const auto surface = surfaceOf(*m.pixels, rows);
    cairo_save(cr);
    if (!m.clip.empty()) {
        for (const Ring& ring : m.clip)
            trace(cr, ring, true);
        cairo_set_fill_rule(cr, CAIRO_FILL_RULE_EVEN_ODD);
        cairo_clip(cr);
    }
    const double w = m.pixels->width, h = m.pixels->height;
    cairo_matrix_t place;
    cairo_matrix_init(&place, m.across.x() / w, m.across.y() / w, m.down.x() / h, m.down.y() / h,
                      m.at.x(), m.at.y());
    cairo_transform(cr, &place);
    cairo_set_source_surface(cr, surface.get(), 0, 0);
    // Up to its very edge: what lies beyond is no part of it that it could fade into.
    cairo_pattern_set_extend(cairo_get_source(cr), CAIRO_EXTEND_PAD);
    cairo_rectangle(cr, 0, 0, w, h);
    cairo_fill(cr);
    cairo_restore(cr);
    cairo_surface_finish(surface.get()); // the rows go
}

void drawAll(cairo_t* cr, const Picture& picture) {
    cairo_set_line_cap(cr, CAIRO_LINE_CAP_ROUND);
    cairo_set_line_join(cr, CAIRO_LINE_JOIN_ROUND);
    for (const Item& item : picture.items)
        std::visit([&](const auto& one) { draw(cr, one); }, item);
}

} // namespace

struct PdfPages::Inside {
    std::string bytes;
    bool good = true;
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
    in.surface.reset(cairo_pdf_surface_create_for_stream(append, &in.bytes, 72, 72));
    cairo_pdf_surface_set_metadata(in.surface.get(), CAIRO_PDF_METADATA_TITLE, title.c_str());
}

PdfPages::~PdfPages() = default;

void PdfPages::page(double width, double height) {
    Inside& in = *inside_;
    in.end();
    cairo_pdf_surface_set_size(in.surface.get(), width * pointsPerMm, height * pointsPerMm);
    in.cr.reset(cairo_create(in.surface.get()));
    cairo_scale(in.cr.get(), pointsPerMm, pointsPerMm);
}

void PdfPages::paint(const Picture& picture, const Vec2& at, double scale) {
    cairo_t* cr = inside_->cr.get();
    if (!cr)
        return;
    cairo_save(cr);
    cairo_translate(cr, at.x(), at.y());
    cairo_scale(cr, scale, scale);
    drawAll(cr, picture);
    cairo_restore(cr);
}

Result<std::string> PdfPages::finish() {
    Inside& in = *inside_;
    in.end();
    cairo_surface_finish(in.surface.get());
    if (!in.good || cairo_surface_status(in.surface.get()) != CAIRO_STATUS_SUCCESS)
        return Problem{"PDF", "the page could not be drawn", "try another format"};
    return in.bytes;
}

std::vector<std::string> linesOf(const std::string& text, double size, double most) {
    const auto held = settingType();
    const auto layout = layoutOf(text, size);
    pango_layout_set_width(layout.get(), static_cast<int>(most * setLarger * PANGO_SCALE));
    pango_layout_set_wrap(layout.get(), PANGO_WRAP_WORD_CHAR);
    std::vector<std::string> out;
    for (GSList* l = pango_layout_get_lines_readonly(layout.get()); l; l = l->next) {
        const auto* line = static_cast<const PangoLayoutLine*>(l->data);
        std::string words =
            text.substr(static_cast<size_t>(line->start_index), static_cast<size_t>(line->length));
        while (!words.empty() && words.back() == ' ')
            words.pop_back();
        out.push_back(words);
    }
    return out;
}

std::string pngOf(const Pixels& pixels) {
    std::vector<unsigned char> rows;
    const auto surface = surfaceOf(pixels, rows);
    std::string bytes;
    cairo_surface_write_to_png_stream(surface.get(), append, &bytes);
    return bytes;
}

std::shared_ptr<const Pixels> pixelsOf(const std::string& png) {
    struct Rest {
        const std::string& bytes;
        size_t at = 0;
    } rest{png};
    const auto read = [](void* from, unsigned char* to, unsigned int n) {
        Rest& r = *static_cast<Rest*>(from);
        if (r.bytes.size() - r.at < n)
            return CAIRO_STATUS_READ_ERROR;
        std::memcpy(to, r.bytes.data() + r.at, n);
        r.at += n;
        return CAIRO_STATUS_SUCCESS;
    };
    const Held<cairo_surface_t> given(cairo_image_surface_create_from_png_stream(read, &rest),
                                      cairo_surface_destroy);
    if (cairo_surface_status(given.get()) != CAIRO_STATUS_SUCCESS)
        return nullptr;
    auto out = std::make_shared<Pixels>();
    out->width = cairo_image_surface_get_width(given.get());
    out->height = cairo_image_surface_get_height(given.get());
    // Some files come without opacity; what is drawn on a surface of ours has it.
    out->argb.resize(static_cast<size_t>(out->width) * static_cast<size_t>(out->height));
    const Held<cairo_surface_t> ours(
        cairo_image_surface_create_for_data(reinterpret_cast<unsigned char*>(out->argb.data()),
                                            CAIRO_FORMAT_ARGB32, out->width, out->height,
                                            4 * out->width),
        cairo_surface_destroy);
    const Held<cairo_t> pen(cairo_create(ours.get()), cairo_destroy);
    cairo_set_source_surface(pen.get(), given.get(), 0, 0);
    cairo_paint(pen.get());
    cairo_surface_flush(ours.get());
    return out;
}

Pixels painted(const Picture& picture, double perMm) {
    Pixels out;
    out.width = std::max(1, static_cast<int>(std::lround(picture.width * perMm)));
    out.height = std::max(1, static_cast<int>(std::lround(picture.height * perMm)));
    const Held<cairo_surface_t> surface(
        cairo_image_surface_create(CAIRO_FORMAT_ARGB32, out.width, out.height),
        cairo_surface_destroy);
    const Held<cairo_t> cr(cairo_create(surface.get()), cairo_destroy);
    cairo_set_source_rgb(cr.get(), 1, 1, 1);
    cairo_paint(cr.get());
    cairo_scale(cr.get(), perMm, perMm);
    drawAll(cr.get(), picture);
    cairo_surface_flush(surface.get());
    const int stride = cairo_image_surface_get_stride(surface.get());
    const unsigned char* data = cairo_image_surface_get_data(surface.get());
    out.argb.resize(static_cast<size_t>(out.width) * static_cast<size_t>(out.height));
    for (int y = 0; y < out.height; ++y)
        std::memcpy(&out.argb[static_cast<size_t>(y) * static_cast<size_t>(out.width)],
                    data + static_cast<ptrdiff_t>(y) * stride, static_cast<size_t>(out.width) * 4);
    return out;
}

} // namespace hl::picture
