// The structure list: the card and what stands on it, each structure under its host.
#pragma once
#include "app/session/session.h"
#include <QTreeWidget>

namespace hl {

class StructureList : public QTreeWidget {
    Q_OBJECT
  public:
    explicit StructureList(Session& session, QWidget* parent = nullptr);

  private:
    void rebuild();
    void mark(); // the selection
    Session& session_;
    bool busy_ = false;
};

} // namespace hl
