// The room Dress of a real window: its tray, and papers and things that are carried onto the card.
#pragma once
#include "app/dress/dress_tray.h"
#include "app/dress/paper_list.h"
#include "app/dress/thing_list.h"
#include "app/standing/dropped.h"
#include "app/standing/standing_view.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "tests/app/real_window.h"
#include <QDropEvent>
#include <QMimeData>

namespace hl::test {

class DressRoom : public RealWindow {
  protected:
    const Design& design() { return session().design(); }
    template<class T> T* tray(const char* name) {
        return w_->findChild<DressTray*>("dress-tray")->findChild<T*>(name);
    }
    void open(const Design& d) {
        const QString path = dir_.filePath("dress.hlantern");
        QVERIFY(!saveDesign(d, path.toStdString()));
        QVERIFY(w_->open(path, true));
        QVERIFY(settled());
        w_->goTo("dress");
    }
    static Design office() {
        const Design d = *newDesign(Measure::fromMm(130), Measure::fromMm(160), SpineSide::Left,
                                    Unit::Millimetre);
        return addStructure(d, "box", "card.spine", {{"left", "40"}, {"right", "50"}}, {}, "office",
                            {{"name", "Ticket office"}})
            ->first;
    }
    // The middle of a panel on the screen, where nothing hides it.
    QPointF seen(const std::string& panel) {
        StandingView& view = w_->standing();
        const Assembly& a = session().snapshot()->folded->assembly;
        const Panel& p = a.panels[size_t(a.panel(panel))];
        for (double x = 0.1; x < 1; x += 0.1)
            for (double y = 0.1; y < 1; y += 0.1) {
                Vec2 low = p.outline[0], high = low;
                for (const Vec2& q : p.outline) {
                    low = low.cwiseMin(q);
                    high = high.cwiseMax(q);
                }
                const QPointF at = view.pixelOf(panel, low + Vec2(x, y).cwiseProduct(high - low));
                if (view.panelAt(at).toStdString() == panel)
                    return at;
            }
        return {};
    }
    // A paper, or a thing, carried from the tray and let go over the standing card.
    void drop(const QString& paper, const QPointF& at, const char* mime = paperMime) {
        StandingView& view = w_->standing();
        QMimeData data;
        data.setData(mime, paper.toUtf8());
        QDragEnterEvent enter(at.toPoint(), Qt::CopyAction, &data, Qt::LeftButton, {});
        QApplication::sendEvent(&view, &enter);
        QVERIFY(enter.isAccepted());
        QDragMoveEvent move(at.toPoint(), Qt::CopyAction, &data, Qt::LeftButton, {});
        QApplication::sendEvent(&view, &move);
        QDropEvent let(at, Qt::CopyAction, &data, Qt::LeftButton, {});
        QApplication::sendEvent(&view, &let);
    }

    const StructureSpec& newest() { return design().structures.back(); }
};

} // namespace hl::test
