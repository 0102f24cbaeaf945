#include "app/make/print_sheets.h"
#include "app/look/paint_picture.h"
#include "app/look/theme.h"
#include <QPainter>
#include <QPrinter>
#include <cmath>

namespace hl::app {
namespace {

constexpr double overlap = 10; // mm, of pages

// Where two pages meet: crosses that are laid on one another.
void marks(QPainter& p, const QRectF& page) {
    p.setPen(QPen(QColor(120, 120, 120), 0.15));
    for (const QPointF& at :
         {page.topLeft(), page.topRight(), page.bottomLeft(), page.bottomRight()}) {
        const QPointF in(at.x() + (at.x() == page.left() ? overlap : -overlap),
                         at.y() + (at.y() == page.top() ? overlap : -overlap));
        p.drawLine(in - QPointF(3, 0), in + QPointF(3, 0));
        p.drawLine(in - QPointF(0, 3), in + QPointF(0, 3));
    }
}

} // namespace

void paintSheets(QPrinter& printer, const std::vector<Sheet>& sheets, double margin) {
    const QSizeF paper = printer.pageLayout().pageSize().size(QPageSize::Millimeter);
    QPainter painter;
    bool first = true;
    for (const Sheet& s : sheets) {
        const bool lies = s.width > s.height;
        const QSizeF size = lies ? paper.transposed() : paper;
        const bool large = s.width > size.width() + 0.5 || s.height > size.height() + 0.5;
        const double stepX = size.width() - 2 * margin - overlap,
                     stepY = size.height() - 2 * margin - overlap;
        const int across = large ? int(std::ceil((s.width - overlap) / stepX)) : 1,
                  along = large ? int(std::ceil((s.height - overlap) / stepY)) : 1;
        for (int y = 0; y < along; ++y)
            for (int x = 0; x < across; ++x) {
                printer.setPageOrientation(lies ? QPageLayout::Landscape : QPageLayout::Portrait);
                if (first && !painter.begin(&printer))
                    return;
                if (!first)
                    printer.newPage();
                first = false;
                const double perMm = printer.resolution() / 25.4;
                const QTransform scale = QTransform::fromScale(perMm, perMm);
                QTransform to = scale;
                painter.setClipping(false);
                if (large) {
                    const QRectF page(margin, margin, size.width() - 2 * margin,
                                      size.height() - 2 * margin);
                    painter.setTransform(scale);
                    marks(painter, page);
                    painter.setClipRect(page);
                    painter.resetTransform();
                    to = QTransform::fromTranslate(margin - x * stepX, margin - y * stepY) * scale;
                }
                paintPicture(painter, pictureOf(s), to, true);
            }
    }
}

} // namespace hl::app
