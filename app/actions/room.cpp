#include "app/actions/room.h"
#include <QCoreApplication>

namespace hl {

const std::vector<Room>& rooms() {
    auto tr = [](const char* text) { return QCoreApplication::translate("Room", text); };
    static const std::vector<Room> table{
        {"card", tr("Card"), tr("Its size, its spine and its paper"), Lower::Parts, 5 / 8., "card"},
        {"build", tr("Build"), tr("Structures and their measures"), Lower::Parts, 5 / 8.,
         "measures"},
        {"prove", tr("Prove"), tr("Does it stand, close and fit?"), Lower::Proof, 1 / 2.,
         "findings"},
        {"make", tr("Make"), tr("Sheets to cut and score"), Lower::Sheets, 2 / 5., "flat"},
    };
    return table;
}

const Room* room(const QString& id) {
    for (const Room& r : rooms())
        if (r.id == id)
            return &r;
    return nullptr;
}

} // namespace hl
