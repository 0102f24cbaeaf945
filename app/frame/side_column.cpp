#include "app/frame/side_column.h"
#include "app/dress/dress_tray.h"
#include "app/frame/later_pane.h"
#include "app/inspect/inspector_panel.h"
#include "app/panels/structure_list.h"
#include <QAction>
#include <QApplication>
#include <QFocusEvent>
#include <QGridLayout>
#include <QScrollArea>
#include <QScrollBar>
#include <QToolButton>
#include <QVBoxLayout>
#include <algorithm>

namespace hl::app {

SideColumn::SideColumn(Session& session, QWidget& window)
    : adds_(new QWidget), scroll_(new QScrollArea),
      tray_(new LaterPane([&session] { return new DressTray(session); })),
      list_(new StructureList(session)), inspectors_(new InspectorPanel(session)) {
    setObjectName("side-column");
    setProperty("column", true);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 0, 0, 0);
    whole->setSpacing(0);
    auto* grid = new QGridLayout(adds_);
    grid->setContentsMargins(10, 10, 10, 2);
    grid->setSpacing(4);
    int n = 0;
    for (const char* name : {"gallery", "add-v-fold", "add-box", "add-strip", "add-blank"}) {
        auto* b = new QToolButton;
        b->setDefaultAction(window.findChild<QAction*>(name));
        b->setToolButtonStyle(Qt::ToolButtonTextBesideIcon);
        b->setIconSize({16, 16});
        b->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        b->setObjectName(QString("button-") + name);
        grid->addWidget(b, n / 2, n % 2);
        ++n;
    }
    whole->addWidget(adds_);
    scroll_->setObjectName("side-scroll");
    scroll_->setWidgetResizable(true);
    scroll_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll_->setFocusPolicy(Qt::NoFocus);
    setMinimumWidth(std::max(220, columnWidth(*scroll_)));
    auto* body = new QFrame;
    body->setProperty("column", true);
    auto* column = new QVBoxLayout(body);
    column->setContentsMargins(10, 6, 4, 0);
    column->setSpacing(6);
    column->addWidget(tray_);
    column->addWidget(list_);
    column->addWidget(inspectors_, 1);
    scroll_->setWidget(body);
    whole->addWidget(scroll_, 1);
    inspectors_->setTabAfter(list_);
    qApp->installEventFilter(this);
    connect(&session, &Session::opened, this, &SideColumn::toTop);
}

// Whoever walks along by key sees where he is; whoever presses the mouse has it under the pointer
// already, and nothing may move away from there before it is let go.
bool SideColumn::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::FocusIn) {
        const Qt::FocusReason why = static_cast<QFocusEvent*>(event)->reason();
        auto* widget = qobject_cast<QWidget*>(watched);
        if (widget && scroll_->widget()->isAncestorOf(widget) &&
            (why == Qt::TabFocusReason || why == Qt::BacktabFocusReason ||
             why == Qt::ShortcutFocusReason))
            scroll_->ensureWidgetVisible(widget, 0, 30);
    }
    return QFrame::eventFilter(watched, event);
}

void SideColumn::show(Beside beside) {
    adds_->setVisible(beside == Beside::Structures);
    list_->setVisible(beside == Beside::Structures);
    tray_->setVisible(beside == Beside::Dress);
    inspectors_->showCard(beside == Beside::Card);
}

DressTray& SideColumn::tray() { return *static_cast<DressTray*>(tray_->pane()); }

void SideColumn::toTop() { scroll_->verticalScrollBar()->setValue(0); }

} // namespace hl::app
