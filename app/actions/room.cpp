#include "app/actions/room.h"
#include <QCoreApplication>

namespace hl::app {

const std::vector<Room>& rooms() {
    auto tr = [](const char* text) { return QCoreApplication::translate("Room", text); };
    static const std::vector<Room> table{
        {"card", tr("Card"), tr("For whom, how large, on what paper, in which envelope?"),
         Subject::Card, Lower::None, 1, Beside::Card},
        {"build", tr("Build"), tr("What stands on which fold?"), Subject::Standing, Lower::Parts,
         0.72, Beside::Structures},
        {"prove", tr("Prove"), tr("Does it stand, close and fit?"), Subject::Standing, Lower::Proof,
         0.6, Beside::Nothing},
        {"dress", tr("Dress"), tr("How will it look, and is it safe to glue?"), Subject::Standing,
         Lower::None, 1, Beside::Dress},
        {"make", tr("Make"), tr("Which sheet, where do I cut and score, what comes next?"),
         Subject::Plans, Lower::Sheets, 0.7, Beside::Nothing},
        {"assemble", tr("Assemble"), tr("In which order, with which glue, how long?"),
         Subject::Steps, Lower::None, 1, Beside::Nothing},
        {"log", tr("Log"), tr("What was built, and what is to be done otherwise next time?"),
         Subject::Journal, Lower::None, 1, Beside::Nothing},
    };
    return table;
}

const Room* room(const QString& id) {
    for (const Room& r : rooms())
        if (r.id == id)
            return &r;
    return nullptr;
}

} // namespace hl::app
