#include "app/dress/paper_list.h"
#include "app/look/theme.h"
#include "app/look/words.h"
#include "app/standing/dropped.h"
#include "app/standing/prints.h"
#include <QMimeData>
#include <QPainter>

namespace hl::app {
PaperList::PaperList() {
    setViewMode(QListView::IconMode);
    setIconSize({swatch, swatch});
    setGridSize({swatch + 10, swatch + 10});
    setResizeMode(QListView::Adjust);
    setMovement(QListView::Static);
    setDragEnabled(true);
    setVerticalScrollBarPolicy(Qt::ScrollBarAsNeeded);
}

QMimeData* PaperList::mimeData(const QList<QListWidgetItem*>& items) const {
    auto* data = new QMimeData;
    if (!items.isEmpty())
        data->setData(paperMime, items.front()->data(Qt::UserRole).toString().toUtf8());
    return data;
}

QIcon PaperList::iconOf(const Print& print) {
    QPixmap pixels(swatch, swatch);
    pixels.fill(QColor(q(print.face)));
    if (!print.plain()) {
        QPainter p(&pixels);
        if (print.tile) {
            p.fillRect(pixels.rect(), QBrush(printImage(print, 34)));
        } else { // a picture is known by the whole of it
            const QImage whole =
                printImage(print, swatch)
                    .scaled(swatch, swatch, Qt::KeepAspectRatio, Qt::SmoothTransformation);
            p.drawImage((swatch - whole.width()) / 2, (swatch - whole.height()) / 2, whole);
        }
    }
    QPainter rim(&pixels);
    rim.setPen(theme().quiet);
    rim.drawRect(0, 0, swatch - 1, swatch - 1);
    return QIcon(pixels);
}

} // namespace hl::app
