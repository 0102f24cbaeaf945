// The papers of the tray, which are laid on panels.
#pragma once
#include "app/session/session.h"
#include "core/design/tiles.h"
#include <QListWidget>

namespace hl::app {

// What a paper is dragged by; its data is the id of a paper or of a shipped pattern.
inline constexpr const char* paperMime = "application/x-hinge-lantern-paper";

// Lays a paper of the tray on a panel of the session's card, on the side that is turned to whoever
// looks at it; where a mat lies there already, that takes the paper. Refusals are told by the
// session.
void layPaper(Session& session, const std::string& paper, const std::vector<std::string>& panels);

class PaperList : public QListWidget {
  public:
    static constexpr int swatch = 40; // pixels

    PaperList();
    static QIcon iconOf(const Print& print);

  protected:
    QMimeData* mimeData(const QList<QListWidgetItem*>& items) const override;
};

} // namespace hl::app
