// The column beside what a room is about: what can be added, the list of structures, and the
// measures of what is selected, scrolled as one.
#pragma once
#include "app/session/session.h"
#include <QScrollArea>

namespace hl {

class InspectorPanel;
class StructureList;

class SideColumn : public QScrollArea {
    Q_OBJECT
  public:
    // Buttons are made of the window's actions, found by their ids.
    SideColumn(Session& session, QWidget& window);
    InspectorPanel& inspectors() { return *inspectors_; }
    StructureList& list() { return *list_; }
    void showStructures(bool structures); // or the card's own rows alone

  private:
    QWidget* adds_;
    StructureList* list_;
    InspectorPanel* inspectors_;
};

} // namespace hl
