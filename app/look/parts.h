// Parts that all panes of the window are put together from.
#pragma once
#include "core/measure/rooms.h"
#include <QFrame>
#include <QString>

class QAction;
class QLabel;
class QToolButton;

namespace hl::app {

class FlowLayout;

// The bar along the top of a pane, and the row in it.
QFrame* bar(FlowLayout*& row);
// Gives a dialog its size, `ours` beside letters of our own size and more beside larger ones, as
// far as the screen goes.
void sizeByLetters(QWidget& dialog, const QSize& ours);
QLabel* barTitle(const QString& text);
// A quiet button of an action.
QToolButton* actionButton(QAction* action);

} // namespace hl::app
