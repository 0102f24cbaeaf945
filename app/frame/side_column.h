// The column beside what a room is about: what can be added, which stays in place; below it,
// scrolled as one, the list of structures and the measures of what is selected.
#pragma once
#include "app/session/session.h"
#include <QFrame>

class QScrollArea;

namespace hl::app {

class DressTray;
class LaterPane;
class InspectorPanel;
class StructureList;

// What the column beside it holds.
enum class Beside { Nothing, Card, Structures, Dress };

class SideColumn : public QFrame {
    Q_OBJECT
  public:
    // Buttons are made of the window's actions, found by their ids.
    SideColumn(Session& session, QWidget& window);
    InspectorPanel& inspectors() { return *inspectors_; }
    StructureList& list() { return *list_; }
    // What a room has beside it: the structures, the tray, or the card's own rows alone.
    void show(Beside beside);
    void toTop();
    using QFrame::show;
    DressTray& tray();

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    QWidget* adds_;
    QScrollArea* scroll_;
    LaterPane* tray_;
    StructureList* list_;
    InspectorPanel* inspectors_;
};

} // namespace hl::app
