// The verdict in a few words, always in view; pressing it leads to Prove.
#pragma once
#include "app/session/session.h"
#include <QToolButton>

namespace hl::app {

class VerdictChip : public QToolButton {
    Q_OBJECT
  public:
    explicit VerdictChip(Session& session, QWidget* parent = nullptr);

  private:
    void refresh();
    Session& session_;
};

} // namespace hl::app
