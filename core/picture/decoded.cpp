#include "core/picture/decoded.h"
#include "core/design/images.h"
#include "core/picture/png.h"
#include <csetjmp>
#include <cstdio> // which libjpeg's header wants before it
#include <jpeglib.h>
#include <vector>

namespace hl::picture {
namespace {

// What libjpeg calls when it can go no further, or thinks that something is wrong.
struct Failing {
    jpeg_error_mgr base;
    std::jmp_buf back;
};

void fail(j_common_ptr jpeg) { std::longjmp(reinterpret_cast<Failing*>(jpeg->err)->back, 1); }
void warn(j_common_ptr jpeg, int level) {
    if (level < 0) // data that is damaged, or ends too soon
        fail(jpeg);
}
void say(j_common_ptr) {}

// Nothing with a destructor lives between the jump and where it comes back.
bool decodes(const unsigned char* bytes, size_t size, jpeg_decompress_struct& jpeg,
             Failing& failing, unsigned char* row, size_t room) {
    if (setjmp(failing.back))
        return false;
    jpeg_mem_src(&jpeg, bytes, size);
    if (jpeg_read_header(&jpeg, TRUE) != JPEG_HEADER_OK)
        return false;
    jpeg.scale_num = 1; // an eighth of its size: every byte of it is read all the same
    jpeg.scale_denom = 8;
    jpeg_start_decompress(&jpeg);
    if (size_t(jpeg.output_width) * size_t(jpeg.output_components) > room)
        return false;
    while (jpeg.output_scanline < jpeg.output_height)
        jpeg_read_scanlines(&jpeg, &row, 1);
    jpeg_finish_decompress(&jpeg);
    return true;
}

bool decodesJpeg(const std::string& bytes) {
    Failing failing;
    jpeg_decompress_struct jpeg;
    jpeg.err = jpeg_std_error(&failing.base);
    failing.base.error_exit = fail;
    failing.base.emit_message = warn;
    failing.base.output_message = say;
    jpeg_create_decompress(&jpeg);
    std::vector<unsigned char> row(size_t(largestSide) * 4);
    const bool good = decodes(reinterpret_cast<const unsigned char*>(bytes.data()), bytes.size(),
                              jpeg, failing, row.data(), row.size());
    jpeg_destroy_decompress(&jpeg);
    return good;
}

} // namespace

Trouble damageOf(const std::string& bytes) {
    const auto info = imageInfo(Bytes(bytes));
    if (!info)
        return info.problem();
    if (info->kind == ImageInfo::Svg ||
        (info->kind == ImageInfo::Png ? pixelsOf(bytes) != nullptr : decodesJpeg(bytes)))
        return {};
    return Problem{"", "the picture is damaged or cut short",
                   "save it again from the program that made it"};
}

} // namespace hl::picture
