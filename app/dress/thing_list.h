// Shapes, words, film and thread of the tray, which are put on a panel or on a fold
// (app/standing/dropped).
#pragma once
#include "core/measure/rooms.h"
#include <QListWidget>

namespace hl::app {

class ThingList : public QListWidget {
  public:
    ThingList();

  protected:
    QMimeData* mimeData(const QList<QListWidgetItem*>& items) const override;
};

} // namespace hl::app
