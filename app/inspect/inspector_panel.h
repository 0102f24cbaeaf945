// The inspectors of what is selected, below one another: the card's, or a structure's or blank's.
#pragma once
#include "app/inspect/rows.h"

namespace hl::app {

class InspectorPanel : public QWidget {
    Q_OBJECT
  public:
    explicit InspectorPanel(Session& session, QWidget* parent = nullptr);
    void focusFirst();
    // The card has a room of its own; elsewhere it is one line.
    void showCard(bool whole);
    // The widget after which the fields come in the order of the Tab key.
    void setTabAfter(QWidget* before);

  private:
    void update();
    void rebuild();
    bool shows(const Inspector& inspector) const;
    QString shape() const; // of what is shown
    void chainTabs();      // fields are made anew for every selection, and their order with them

    Session& session_;
    QVBoxLayout* column_;
    Rows* rows_ = nullptr;
    QWidget* tabAfter_ = nullptr;
    bool wholeCard_ = false;
    std::string owner_; // what the rows were made for
    QString shape_;     // and how it was made up then
};

} // namespace hl::app
