// A PDF on A4 that is written from top to bottom.
#pragma once
#include "core/picture/pages.h"

namespace hl::exports {

// Pages that are written from top to bottom.
class Flow {
  public:
    explicit Flow(PdfPages& pages) : pages_(pages) { turn(); }

    void room(double height) {
        if (y_ + height > bottom)
            turn();
    }
    void words(const std::string& text, double size, Tint tint, double x = left,
               double most = right - left) {
        for (const std::string& line : linesOf(text, size, most)) {
            room(size * 1.45);
            y_ += size * 1.45;
            Picture one;
            one.write({x, y_}, line, size, -1, {tint, 0, Line::Cut, 0});
            pages_.paint(one);
        }
    }
    void picture(const Picture& p, const Vec2& at, double width) {
        pages_.paint(p, at, width / p.width);
    }
    void gap(double mm) { y_ += mm; }
    int page() const { return page_; } // from 1
    double y() const { return y_; }
    void to(double y) { y_ = y; }

    static constexpr double left = 18, right = 192, bottom = 282;

  private:
    void turn() {
        pages_.page(210, 297);
        ++page_;
        y_ = 16;
    }
    PdfPages& pages_;
    double y_ = 0;
    int page_ = 0;
};

} // namespace hl::exports
