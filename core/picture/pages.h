// Pages of a PDF at true scale, with cairo; words are set by Pango in the shipped face, and in the
// machine's own where that lacks a letter.
#pragma once
#include "core/measure/result.h"
#include "core/picture/picture.h"

namespace hl::picture {

class PdfPages {
  public:
    explicit PdfPages(const std::string& title);
    ~PdfPages();
    PdfPages(const PdfPages&) = delete;
    PdfPages& operator=(const PdfPages&) = delete;

    void page(double width, double height); // ends the page before; mm
    // The picture on the page, its upper left corner at `at`, `scale` times its size.
    void paint(const Picture& picture, const Vec2& at = {0, 0}, double scale = 1);
    // The bytes of the file; a problem when something could not be drawn.
    Result<std::string> finish();

  private:
    struct Inside;
    std::unique_ptr<Inside> inside_;
};

// A text broken into lines that are no wider than `most` mm when set `size` mm high.
std::vector<std::string> linesOf(const std::string& text, double size, double most);

} // namespace hl::picture
