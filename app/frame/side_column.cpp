#include "app/frame/side_column.h"
#include "app/dress/dress_tray.h"
#include "app/inspect/inspector_panel.h"
#include "app/panels/structure_list.h"
#include <QAction>
#include <QApplication>
#include <QGridLayout>
#include <QToolButton>
#include <QVBoxLayout>
#include <algorithm>

namespace hl {

SideColumn::SideColumn(Session& session, QWidget& window)
    : adds_(new QWidget), tray_(new DressTray(session)), list_(new StructureList(session)),
      inspectors_(new InspectorPanel(session)) {
    setObjectName("side-column");
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFocusPolicy(Qt::NoFocus);
    setMinimumWidth(std::max(220, columnWidth(*this)));
    auto* body = new QFrame;
    body->setProperty("column", true);
    auto* column = new QVBoxLayout(body);
    column->setContentsMargins(10, 10, 4, 0);
    column->setSpacing(6);
    auto* grid = new QGridLayout(adds_);
    grid->setContentsMargins(0, 0, 6, 0);
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
    column->addWidget(adds_);
    column->addWidget(tray_);
    column->addWidget(list_);
    column->addWidget(inspectors_, 1);
    setWidget(body);
    inspectors_->setTabAfter(list_);
    // Whoever walks along by key sees where he is.
    connect(qApp, &QApplication::focusChanged, this, [this, body](QWidget*, QWidget* now) {
        if (now && body->isAncestorOf(now))
            ensureWidgetVisible(now, 0, 30);
    });
}

void SideColumn::show(Beside beside) {
    adds_->setVisible(beside == Beside::Structures);
    list_->setVisible(beside == Beside::Structures);
    tray_->setVisible(beside == Beside::Dress);
}

} // namespace hl
