#include "core/picture/letters.h"
#include "core/picture/set_type.h"
#include <algorithm>
#include <cairo/cairo.h>
#include <cmath>

namespace hl::picture {
namespace {

// The rings of a text's outline, y up, from the start of its base line.
std::vector<Ring> ringsOf(PangoLayout* layout) {
    const Held<cairo_surface_t> surface(
        cairo_recording_surface_create(CAIRO_CONTENT_ALPHA, nullptr), cairo_surface_destroy);
    const Held<cairo_t> cr(cairo_create(surface.get()), cairo_destroy);
    // Traced as large as it is set: at its own size of a few units it would be fitted to pixels.
    cairo_set_tolerance(cr.get(), 0.04 * setLarger);
    const double base = static_cast<double>(pango_layout_get_baseline(layout)) / PANGO_SCALE;
    cairo_move_to(cr.get(), 0, -base);
    pango_cairo_layout_path(cr.get(), layout);
    const Held<cairo_path_t> path(cairo_copy_path_flat(cr.get()), cairo_path_destroy);
    std::vector<Ring> out;
    Ring ring;
    const auto close = [&] {
        while (ring.size() > 1 && (ring.front() - ring.back()).norm() < 1e-6)
            ring.pop_back();
        if (ring.size() > 2 && std::fabs(areaOf(ring)) > 1e-4)
            out.push_back(ring);
        ring.clear();
    };
    for (int i = 0; i < path->num_data; i += path->data[i].header.length) {
        const cairo_path_data_t* d = &path->data[i];
        if (d->header.type == CAIRO_PATH_CLOSE_PATH || d->header.type == CAIRO_PATH_MOVE_TO)
            close();
        if (d->header.type == CAIRO_PATH_MOVE_TO || d->header.type == CAIRO_PATH_LINE_TO) {
            const Vec2 p = Vec2(d[1].point.x, -d[1].point.y) / setLarger;
            if (ring.empty() || (ring.back() - p).norm() > 1e-6)
                ring.push_back(p);
        }
    }
    close();
    return out;
}

std::vector<std::string> characters(const std::string& text, std::vector<int>& starts) {
    std::vector<std::string> out;
    for (size_t i = 0; i < text.size(); ++i) {
        if ((static_cast<unsigned char>(text[i]) & 0xC0) != 0x80) {
            out.emplace_back();
            starts.push_back(static_cast<int>(i));
        }
        if (!out.empty())
            out.back() += text[i];
    }
    return out;
}

} // namespace

std::vector<std::string> typefaces() {
    const auto held = settingType();
    PangoFontFamily** families = nullptr;
    int n = 0;
    pango_font_map_list_families(fonts(), &families, &n);
    std::vector<std::string> out;
    for (int i = 0; i < n; ++i)
        out.emplace_back(pango_font_family_get_name(families[i]));
    g_free(families);
    std::sort(out.begin(), out.end());
    return out;
}

SetWords setWords(const std::string& text, const std::string& typeface, double height) {
    const auto held = settingType();
    SetWords out;
    std::string face = typeface.empty() ? shippedFace : typeface;
    if (!typeface.empty()) {
        const std::vector<std::string> there = typefaces();
        out.known = std::find(there.begin(), there.end(), typeface) != there.end();
        if (!out.known)
            face = shippedFace;
    }
    // How high a capital of a face of size 1 is.
    double capital = 0;
    for (const Ring& r : ringsOf(layoutOf("H", 10, face).get()))
        for (const Vec2& p : r)
            capital = std::max(capital, p.y() / 10);
    if (capital <= 0)
        return out;
    const auto layout = layoutOf(text, height / capital, face);
    int wide = 0;
    pango_layout_get_size(layout.get(), &wide, nullptr);
    out.width = static_cast<double>(wide) / PANGO_SCALE / setLarger;
    std::vector<int> starts;
    const std::vector<std::string> letters = characters(text, starts);
    if (pango_layout_get_unknown_glyphs_count(layout.get()) > 0)
        for (const std::string& one : letters)
            if (pango_layout_get_unknown_glyphs_count(layoutOf(one, 10, face).get()) > 0 &&
                std::find(out.missing.begin(), out.missing.end(), one) == out.missing.end())
                out.missing.push_back(one);
    // A ring that lies within an odd number of others is a hole of the innermost of them.
    const std::vector<Ring> rings = ringsOf(layout.get());
    const auto inside = [](const Ring& ring, const Vec2& p) {
        return assembly::onPaper(ring, {}, p);
    };
    std::vector<int> depth(rings.size(), 0);
    std::vector<Ring> wound = rings;
    for (Ring& r : wound)
        if (areaOf(r) < 0)
            std::reverse(r.begin(), r.end());
    for (size_t i = 0; i < rings.size(); ++i)
        for (size_t k = 0; k < rings.size(); ++k)
            depth[i] +=
                i != k && areaOf(wound[k]) > areaOf(wound[i]) && inside(wound[k], wound[i].front());
    for (size_t i = 0; i < rings.size(); ++i) {
        if (depth[i] % 2)
            continue;
        LetterPiece piece;
        piece.paper.outline = wound[i];
        for (size_t k = 0; k < rings.size(); ++k)
            if (depth[k] == depth[i] + 1 && inside(wound[i], wound[k].front()))
                piece.paper.apertures.emplace_back(wound[k].rbegin(), wound[k].rend());
        double middle = 0;
        for (const Vec2& p : wound[i])
            middle += p.x() / static_cast<double>(wound[i].size());
        for (size_t c = 0; c < letters.size(); ++c) {
            PangoRectangle at;
            pango_layout_index_to_pos(layout.get(), starts[c], &at);
            if (middle >= static_cast<double>(at.x) / PANGO_SCALE / setLarger)
                piece.letter = letters[c];
        }
        out.pieces.push_back(std::move(piece));
    }
    std::stable_sort(out.pieces.begin(), out.pieces.end(), [](auto& a, auto& b) {
        return a.paper.outline.front().x() < b.paper.outline.front().x();
    });
    return out;
}

} // namespace hl::picture
