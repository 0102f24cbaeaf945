#include "app/dress/paper_list.h"
#include "app/inspect/rows.h"
#include "app/look/theme.h"
#include "app/standing/prints.h"
#include "core/dress/dress.h"
#include "core/structures/naming.h"
#include <QMimeData>
#include <QPainter>

namespace hl::app {
namespace {

// Of each panel the side that paper goes on: the one that is turned to whoever looks, if it is
// free.
std::map<std::string, bool> sidesSeen(const Case& c) {
    std::map<std::string, bool> out;
    for (const Visible& v : visibleIn(c))
        out[c.assembly.panels[size_t(v.panel)].id] = v.worn;
    return out;
}

} // namespace

void layPaper(Session& session, const std::string& paper, const std::vector<std::string>& panels) {
    if (!session.snapshot() || panels.empty())
        return;
    Design d = session.design();
    std::string stock = paper;
    if (!d.stock(paper)) {
        const Tile* t = tile(paper);
        if (!t)
            return;
        stock = paperPrinting(d, *t);
    }
    const auto sides = sidesSeen(*session.snapshot()->folded);
    for (const std::string& panel : panels) {
        const auto side = sides.find(panel);
        auto laid = layMat(d, panel, stock, side == sides.end() || side->second, true);
        if (!laid) {
            emit session.refused(q(laid.problem().text()));
            return;
        }
        d = laid->first;
    }
    session.edit(
        d, panels.size() == 1
               ? QObject::tr("Lay %1 on the %2")
                     .arg(q(d.paper(stock).name), q(placeName(d, panels.front())))
               : QObject::tr("Lay %1 on %2 panels").arg(q(d.paper(stock).name)).arg(panels.size()));
}

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
