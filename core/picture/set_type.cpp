#include "core/picture/set_type.h"
#include "core/measure/number.h"
#include <pango/pangofc-fontmap.h>
#include <sys/mman.h>
#include <unistd.h>

extern "C" const unsigned char hl_font_begin[], hl_font_end[];

namespace hl::picture {

std::unique_lock<std::recursive_mutex> settingType() {
    static std::recursive_mutex mutex;
    return std::unique_lock(mutex);
}

// The shipped face is read by fontconfig from a file without a name. Both live as long as the
// program: cairo caches glyphs that refer to them.
PangoFontMap* fonts() {
    static PangoFontMap* map = [] {
        FcConfig* config = FcInitLoadConfigAndFonts();
        const int file = memfd_create("face", 0);
        const auto size = static_cast<size_t>(hl_font_end - hl_font_begin);
        if (file >= 0 && write(file, hl_font_begin, size) == static_cast<ssize_t>(size)) {
            const std::string name = "/proc/self/fd/" + numberText(file);
            FcConfigAppFontAddFile(config, reinterpret_cast<const FcChar8*>(name.c_str()));
        }
        PangoFontMap* made = pango_cairo_font_map_new_for_font_type(CAIRO_FONT_TYPE_FT);
        pango_fc_font_map_set_config(PANGO_FC_FONT_MAP(made), config);
        return made;
    }();
    return map;
}

Object<PangoLayout> layoutOf(const std::string& text, double size, const std::string& typeface) {
    const Object<PangoContext> context(pango_font_map_create_context(fonts()), g_object_unref);
    Object<PangoLayout> layout(pango_layout_new(context.get()), g_object_unref);
    const Held<PangoFontDescription> face(pango_font_description_from_string(typeface.c_str()),
                                          pango_font_description_free);
    pango_font_description_set_absolute_size(face.get(), size * setLarger * PANGO_SCALE);
    pango_layout_set_font_description(layout.get(), face.get());
    pango_layout_set_text(layout.get(), text.c_str(), static_cast<int>(text.size()));
    return layout;
}

} // namespace hl::picture
