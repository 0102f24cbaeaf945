// The standing card with its bar, the opening typed and the opening strip.
#pragma once
#include "app/session/session.h"
#include <QWidget>

class QLineEdit;

namespace hl::app {

class StandingView;

class StandingPane : public QWidget {
    Q_OBJECT
  public:
    // Buttons are made of the window's actions, found by their ids.
    StandingPane(Session& session, QWidget& window);
    StandingView& view() { return *view_; }

  signals:
    void refused(const QString& why);

  private:
    void showOpening();
    void takeOpening();

    Session& session_;
    StandingView* view_;
    QLineEdit* opening_;
};

} // namespace hl::app
