#include "core/design/images.h"
#include "core/measure/number.h"
#include <cmath>

namespace hl::design {
namespace {

unsigned long number(const std::string& s, size_t at, size_t bytes) {
    unsigned long v = 0;
    for (size_t i = 0; i < bytes && at + i < s.size(); ++i)
        v = v << 8 | static_cast<unsigned char>(s[at + i]);
    return v;
}

ImageInfo pngInfo(const std::string& s) {
    ImageInfo out;
    out.kind = ImageInfo::Png;
    out.width = static_cast<double>(number(s, 16, 4));
    out.height = static_cast<double>(number(s, 20, 4));
    // Chunk after chunk until the pixels begin: how many of them there are to the metre.
    for (size_t at = 8; at + 12 <= s.size();) {
        const unsigned long length = number(s, at, 4);
        const std::string kind = s.substr(at + 4, 4);
        if (kind == "IDAT" || length > s.size())
            break;
        if (kind == "pHYs" && length == 9 && at + 17 <= s.size() && s[at + 16] == 1)
            if (const double perMetre = static_cast<double>(number(s, at + 8, 4)); perMetre > 0)
                out.realWidth = out.width / perMetre * 1000;
        at += 12 + length;
    }
    return out;
}

ImageInfo jpegInfo(const std::string& s) {
    ImageInfo out;
    out.kind = ImageInfo::Jpeg;
    double perMm = 0;
    for (size_t at = 2; at + 9 < s.size();) {
        if (static_cast<unsigned char>(s[at]) != 0xFF)
            break;
        const unsigned kind = static_cast<unsigned char>(s[at + 1]);
        const unsigned long length = number(s, at + 2, 2);
        if (kind == 0xE0 && at + 14 <= s.size() && s.compare(at + 4, 4, "JFIF") == 0) {
            const double x = static_cast<double>(number(s, at + 12, 2));
            perMm = s[at + 11] == 1 ? x / 25.4 : s[at + 11] == 2 ? x / 10 : 0;
        }
        if (kind >= 0xC0 && kind <= 0xCF && kind != 0xC4 && kind != 0xC8 && kind != 0xCC) {
            out.height = static_cast<double>(number(s, at + 5, 2));
            out.width = static_cast<double>(number(s, at + 7, 2));
            break;
        }
        if (length < 2)
            break;
        at += 2 + length;
    }
    if (perMm > 0)
        out.realWidth = out.width / perMm;
    return out;
}

// The value of an attribute of the first <svg ...>, without its quotes.
std::string attribute(const std::string& tag, const std::string& name) {
    for (size_t at = tag.find(name + "="); at != std::string::npos;
         at = tag.find(name + "=", at + 1)) {
        if (at == 0 || (tag[at - 1] != ' ' && tag[at - 1] != '\n' && tag[at - 1] != '\t' &&
                        tag[at - 1] != '\r'))
            continue;
        const size_t from = at + name.size() + 1;
        if (from >= tag.size() || (tag[from] != '"' && tag[from] != '\''))
            return {};
        return tag.substr(from + 1, tag.find(tag[from], from + 1) - from - 1);
    }
    return {};
}

// A length with its unit: the number, and mm where it has one that is a length.
std::pair<double, double> lengthOf(const std::string& text) {
    std::string_view rest = text;
    const auto v = takeNumber(rest);
    if (!v)
        return {0, 0};
    const std::string unit(rest);
    const double mm = unit == "mm"   ? 1
                      : unit == "cm" ? 10
                      : unit == "in" ? 25.4
                      : unit == "pt" ? 25.4 / 72
                                     : 0;
    return {*v, *v * mm};
}

ImageInfo svgInfo(const std::string& s, size_t at) {
    ImageInfo out;
    out.kind = ImageInfo::Svg;
    // Its end is the first “>” that stands in no quotes.
    char quote = 0;
    size_t end = at;
    for (; end < s.size() && (quote || s[end] != '>'); ++end)
        quote = quote                             ? (s[end] == quote ? char(0) : quote)
                : s[end] == '"' || s[end] == '\'' ? s[end]
                                                  : char(0);
    const std::string tag = s.substr(at, end - at);
    const auto [w, wide] = lengthOf(attribute(tag, "width"));
    const auto [h, high] = lengthOf(attribute(tag, "height"));
    const std::string box = attribute(tag, "viewBox");
    std::string_view rest = box;
    double sides[4] = {0, 0, 0, 0};
    for (double& v : sides)
        v = takeNumber(rest).value_or(0);
    out.width = sides[2] > 0 ? sides[2] : w;
    out.height = sides[3] > 0 ? sides[3] : h;
    out.realWidth = wide;
    return out;
}

} // namespace

Result<ImageInfo> imageInfo(const Bytes& bytes) {
    const std::string& s = bytes.text();
    ImageInfo out;
    if (s.compare(0, 8, "\x89PNG\r\n\x1a\n") == 0)
        out = pngInfo(s);
    else if (s.size() > 3 && s.compare(0, 3, "\xFF\xD8\xFF") == 0)
        out = jpegInfo(s);
    else if (const size_t at = s.substr(0, 4096).find("<svg"); at != std::string::npos)
        out = svgInfo(s, at);
    else
        return Problem{"", "this is no picture that can be printed",
                       "take a PNG, a JPEG or an SVG drawing"};
    if (!(out.width >= 1 && out.height >= 1))
        return Problem{"", "the picture is damaged: it does not say how large it is",
                       "save it again from the program that made it"};
    const bool drawn = out.kind == ImageInfo::Svg;
    if (out.width > largestSide || out.height > largestSide ||
        (!drawn && out.width * out.height > mostPixels))
        return Problem{"",
                       "the picture has more than " +
                           (drawn ? numberText(largestSide, 0) + " units along a side"
                                  : numberText(mostPixels / 1e6, 0) + " million pixels, or " +
                                        numberText(largestSide, 0) + " along a side"),
                       "make it smaller"};
    if (!(out.realWidth >= 1 && out.realWidth <= 1000))
        out.realWidth = 0;
    return out;
}

} // namespace hl::design
