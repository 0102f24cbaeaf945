// Rooms: the steps of the work, each a row of one table, in the order of the work.
#pragma once
#include <QString>
#include <vector>

namespace hl {

// What lies below the standing card.
enum class Lower { Parts, Sheets, Proof };

struct Room {
    QString id, name, tip;
    Lower lower;
    double standing;  // the part of the height that the standing card has
    const char* goes; // where the keyboard goes: "card", "measures", "findings" or "flat"
};
const std::vector<Room>& rooms();
// Null when there is none of that id.
const Room* room(const QString& id);

} // namespace hl
