// The papers of the tray, which are laid on panels.
#pragma once
#include "core/design/tiles.h"
#include <QListWidget>

namespace hl::app {

class PaperList : public QListWidget {
  public:
    static constexpr int swatch = 40; // pixels

    PaperList();
    static QIcon iconOf(const Print& print);

  protected:
    QMimeData* mimeData(const QList<QListWidgetItem*>& items) const override;
};

} // namespace hl::app
