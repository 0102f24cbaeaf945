// Rooms: the steps of the work, each a row of one table, in the order of the work.
#pragma once
#include "app/frame/side_column.h"
#include <QString>
#include <vector>

namespace hl::app {

class Workbench;

// What lies below the thing that a room is about, unless it is put away.
enum class Lower { None, Parts, Proof, Sheets };

struct Room {
    QString id, name, tip;
    // Makes what the room is about, which gets most of the window, when it is first entered;
    // without one that is the standing card.
    QWidget* (*pane)(Workbench&);
    Lower lower;
    double part; // of the height that it has
    Beside beside;
};
const std::vector<Room>& rooms();
// Null when there is none of that id.
const Room* room(const QString& id);

} // namespace hl::app
