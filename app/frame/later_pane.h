// A pane that is made when it is first shown: what no room that was entered has costs nothing.
#pragma once
#include "core/measure/rooms.h"
#include <QWidget>
#include <functional>

namespace hl::app {

// Focus that is set to it goes to what it holds.
class LaterPane : public QWidget {
  public:
    explicit LaterPane(std::function<QWidget*()> make, QWidget* parent = nullptr);

    QWidget* pane(); // made now if it was not yet

  protected:
    void showEvent(QShowEvent*) override;

  private:
    std::function<QWidget*()> make_;
    QWidget* pane_ = nullptr;
};

} // namespace hl::app
