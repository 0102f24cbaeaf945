// Pages of a PDF, with the shipped typeface embedded; coordinates are millimetres, y down.
#pragma once
#include "core/measure/result.h"
#include <cairo/cairo.h>
#include <memory>
#include <string>

namespace hl {

class PdfPages {
  public:
    explicit PdfPages(const std::string& title);
    ~PdfPages();
    // Ends the page before and begins one of this size.
    cairo_t* page(double width, double height);
    // The bytes of the file; a problem when something could not be drawn.
    Result<std::string> finish();

  private:
    struct Inside;
    std::unique_ptr<Inside> inside_;
};

// Sets the colour "#rrggbb".
void setColour(cairo_t* cr, const char* hex);

} // namespace hl
