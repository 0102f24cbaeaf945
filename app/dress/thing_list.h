// Shapes, words, film and thread of the tray, which are put on a panel or on a fold.
#pragma once
#include "app/session/session.h"
#include <QListWidget>

namespace hl::app {

// What a thing is dragged by; its data is "topper star", "words", "film".
inline constexpr const char* thingMime = "application/x-hinge-lantern-thing";

// Puts a thing of the tray on a panel or a fold; what needs a fold goes to one at the edge of the
// panel. The new one is selected. Refusals are told by the session.
void putThing(Session& session, const QString& thing, const std::string& place);

class ThingList : public QListWidget {
  public:
    ThingList();

  protected:
    QMimeData* mimeData(const QList<QListWidgetItem*>& items) const override;
};

} // namespace hl::app
