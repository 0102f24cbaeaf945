// Moving pictures: animated WebP and GIF.
#include "app/session/paths.h"
#include "app/standing/card_image.h"
#include "core/files/atomic_save.h"
#include <cmath>
#include <gif_lib.h>
#include <webp/encode.h>
#include <webp/mux.h>

namespace hl::app {
namespace {

// An animated WebP; nothing where that fails.
std::string webpOf(const std::vector<QImage>& film, double seconds) {
    WebPAnimEncoderOptions options;
    WebPConfig config;
    if (!WebPAnimEncoderOptionsInit(&options) || !WebPConfigInit(&config))
        return {};
    config.quality = 82;
    WebPAnimEncoder* encoder = WebPAnimEncoderNew(film[0].width(), film[0].height(), &options);
    if (!encoder)
        return {};
    bool good = true;
    for (size_t i = 0; i < film.size() && good; ++i) {
        const QImage rgba = film[i].convertToFormat(QImage::Format_RGBA8888);
        WebPPicture picture;
        good = WebPPictureInit(&picture);
        picture.width = rgba.width();
        picture.height = rgba.height();
        picture.use_argb = 1;
        good = good && WebPPictureImportRGBA(&picture, rgba.constBits(), int(rgba.bytesPerLine()));
        good = good &&
               WebPAnimEncoderAdd(encoder, &picture,
                                  int(1000 * seconds * double(i) / double(film.size())), &config);
        WebPPictureFree(&picture);
    }
    WebPData data;
    WebPDataInit(&data);
    good = good && WebPAnimEncoderAdd(encoder, nullptr, int(1000 * seconds), nullptr) &&
           WebPAnimEncoderAssemble(encoder, &data);
    WebPAnimEncoderDelete(encoder);
    const std::string bytes =
        good ? std::string(reinterpret_cast<const char*>(data.bytes), data.size) : std::string();
    WebPDataClear(&data);
    return bytes;
}

// An animated GIF that goes round for ever, each frame with the 256 colours that suit it best;
// nothing where that fails.
std::string gifOf(const std::vector<QImage>& film, double seconds) {
    constexpr int colours = 256;
    std::string bytes;
    const auto append = [](GifFileType* file, const GifByteType* data, int n) {
        static_cast<std::string*>(file->UserData)
            ->append(reinterpret_cast<const char*>(data), size_t(n));
        return n;
    };
    GifFileType* file = EGifOpen(&bytes, append, nullptr);
    if (!file)
        return {};
    EGifSetGifVersion(file, true);
    const int w = film[0].width(), h = film[0].height();
    bool good = EGifPutScreenDesc(file, w, h, 8, 0, nullptr) == GIF_OK;
    const GifByteType forEver[] = {1, 0, 0};
    good = good && EGifPutExtensionLeader(file, APPLICATION_EXT_FUNC_CODE) == GIF_OK &&
           EGifPutExtensionBlock(file, 11, "NETSCAPE2.0") == GIF_OK &&
           EGifPutExtensionBlock(file, 3, forEver) == GIF_OK &&
           EGifPutExtensionTrailer(file) == GIF_OK;
    const size_t pixels = size_t(w) * size_t(h);
    std::vector<GifByteType> red(pixels), green(pixels), blue(pixels), index(pixels);
    long told = 0; // hundredths of a second
    for (size_t i = 0; i < film.size() && good; ++i) {
        const QImage rgb = film[i].convertToFormat(QImage::Format_RGB888);
        for (int y = 0; y < h; ++y) {
            const uchar* line = rgb.constScanLine(y);
            for (int x = 0; x < w; ++x) {
                const size_t at = size_t(y) * size_t(w) + size_t(x);
                red[at] = line[3 * x], green[at] = line[3 * x + 1], blue[at] = line[3 * x + 2];
            }
        }
        int n = colours;
        ColorMapObject* map = GifMakeMapObject(colours, nullptr);
        good = map && GifQuantizeBuffer(unsigned(w), unsigned(h), &n, red.data(), green.data(),
                                        blue.data(), index.data(), map->Colors) == GIF_OK;
        const long until = std::lround(100 * seconds * double(i + 1) / double(film.size()));
        GraphicsControlBlock control{};
        control.DisposalMode = DISPOSE_DO_NOT;
        control.DelayTime = int(until - told);
        control.TransparentColor = NO_TRANSPARENT_COLOR;
        told = until;
        GifByteType extension[4];
        EGifGCBToExtension(&control, extension);
        good = good && EGifPutExtension(file, GRAPHICS_EXT_FUNC_CODE, 4, extension) == GIF_OK &&
               EGifPutImageDesc(file, 0, 0, w, h, false, map) == GIF_OK &&
               EGifPutLine(file, index.data(), int(pixels)) == GIF_OK;
        GifFreeMapObject(map);
    }
    int error = 0;
    good = EGifCloseFile(file, &error) == GIF_OK && good;
    return good ? bytes : std::string();
}

} // namespace

Trouble saveFilm(const std::vector<QImage>& film, double seconds, const QString& path,
                 Moving kind) {
    std::string bytes;
    if (!film.empty())
        bytes = kind == Moving::Gif ? gifOf(film, seconds) : webpOf(film, seconds);
    if (bytes.empty())
        return Problem{bytesOf(path), "the moving picture could not be made",
                       "ask for fewer frames, or a smaller one"};
    return saveFile(bytesOf(path), bytes);
}

} // namespace hl::app
