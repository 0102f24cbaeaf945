// Rooms: the steps of the work, each a row of one table, in the order of the work.
#pragma once
#include "core/measure/rooms.h"
#include <QString>
#include <vector>

namespace hl::app {

// What a room is about: it gets most of the window.
enum class Subject { Card, Standing, Plans, Steps, Journal };
// What lies below it, unless it is put away.
enum class Lower { None, Parts, Proof, Sheets };
// What the column beside it holds.
enum class Beside { Nothing, Card, Structures, Dress };

struct Room {
    QString id, name, tip;
    Subject subject;
    Lower lower;
    double part; // of the height that the subject has
    Beside beside;
};
const std::vector<Room>& rooms();
// Null when there is none of that id.
const Room* room(const QString& id);

} // namespace hl::app
