#include "app/actions/room.h"
#include "app/assemble/assemble_pane.h"
#include "app/card/card_view.h"
#include "app/log/log_pane.h"
#include "app/make/make_pane.h"
#include "app/workbench.h"
#include <QCoreApplication>

namespace hl::app {
namespace {

QWidget* cardPane(Workbench& w) { return new CardView(w.session()); }

QWidget* plansPane(Workbench& w) { return new MakePane(w.session(), w); }

QWidget* stepsPane(Workbench& w) {
    auto* steps = new AssemblePane(w.session(), w);
    QObject::connect(steps, &AssemblePane::benchWanted, &w, &Workbench::toTheBench);
    return steps;
}

QWidget* journalPane(Workbench& w) {
    auto* log = new LogPane(w.session(), w);
    QObject::connect(log, &LogPane::openWanted, &w, &Workbench::openInstead);
    return log;
}

constexpr auto standingCard = nullptr;

} // namespace

const std::vector<Room>& rooms() {
    auto tr = [](const char* text) { return QCoreApplication::translate("Room", text); };
    static const std::vector<Room> table{
        {"card", tr("Card"), tr("For whom, how large, on what paper, in which envelope?"), cardPane,
         Lower::None, 1, Beside::Card},
        {"build", tr("Build"), tr("What stands on which fold?"), standingCard, Lower::Parts, 0.72,
         Beside::Structures},
        {"prove", tr("Prove"), tr("Does it stand, close and fit?"), standingCard, Lower::Proof, 0.6,
         Beside::Nothing},
        {"dress", tr("Dress"), tr("How will it look, and is it safe to glue?"), standingCard,
         Lower::None, 1, Beside::Dress},
        {"make", tr("Make"), tr("Which sheet, where do I cut and score, what comes next?"),
         plansPane, Lower::Sheets, 0.7, Beside::Nothing},
        {"assemble", tr("Assemble"), tr("In which order, with which glue, how long?"), stepsPane,
         Lower::None, 1, Beside::Nothing},
        {"log", tr("Log"), tr("What was built, and what is to be done otherwise next time?"),
         journalPane, Lower::None, 1, Beside::Nothing},
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
