#include "app/look/parts.h"
#include "app/look/flow_layout.h"
#include "app/look/theme.h"
#include <QAction>
#include <QLabel>
#include <QScreen>
#include <QToolButton>
#include <algorithm>

namespace hl::app {

QFrame* bar(FlowLayout*& row) {
    auto* f = new QFrame;
    f->setProperty("bar", true);
    row = new FlowLayout(f);
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    policy.setHeightForWidth(true);
    f->setSizePolicy(policy);
    row->setContentsMargins(10, 3, 8, 3);
    row->setSpacing(4);
    return f;
}

void sizeByLetters(QWidget& dialog, const QSize& ours) {
    const double ratio = std::max(1.0, headingFont(12).pointSizeF() / 12);
    dialog.resize((ours * ratio).boundedTo(dialog.screen()->availableSize()));
}

QLabel* barTitle(const QString& text) {
    auto* l = new QLabel(text);
    l->setProperty("heading", true);
    return l;
}

QToolButton* actionButton(QAction* action) {
    auto* b = new QToolButton;
    b->setDefaultAction(action);
    b->setObjectName("button-" + action->objectName());
    b->setProperty("plain", true);
    b->setToolButtonStyle(Qt::ToolButtonIconOnly);
    b->setIconSize({18, 18});
    b->setFocusPolicy(Qt::TabFocus);
    b->setAccessibleName(action->text());
    return b;
}

} // namespace hl::app
