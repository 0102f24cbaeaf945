// The actions of the menu View: rooms, the opening, what is seen and how large.
#include "app/actions/room.h"
#include "app/assemble/assemble_pane.h"
#include "app/flat/flat_view.h"
#include "app/log/log_pane.h"
#include "app/standing/standing_view.h"
#include "app/workbench.h"

namespace hl::app {

void Workbench::addViewActions(Actions& table) {
    const QString view = tr("&View");
    for (size_t i = 0; i < rooms().size(); ++i)
        table.push_back({"go-" + rooms()[i].id,
                         view,
                         tr("Go to &%1").arg(rooms()[i].name),
                         QString("Ctrl+%1").arg(i + 1),
                         [this, id = rooms()[i].id] { goTo(id); },
                         When::Design,
                         {},
                         rooms()[i].tip});
    table.insert(
        table.end(),
        {{"bench",
          view,
          tr("To the &bench"),
          "F6",
          [this] {
              goTo("assemble");
              findChild<AssemblePane*>()->toTheBench();
          },
          When::Design,
          {},
          tr("One step of the work at a time, as large as the window, with its clocks")},
         {"record-build",
          view,
          tr("I &built it…"),
          "Ctrl+Alt+J",
          [this] {
              goTo("log");
              findChild<LogPane*>()->record();
          },
          When::Design,
          {},
          tr("Records in the journal that this card was built, and what came of it")},
         {"play",
          view,
          tr("Close and open the card"),
          "Ctrl+P",
          [this] { play(); },
          When::Design,
          "play",
          {},
          {},
          true},
         {"close-more",
          view,
          tr("Close by 5°"),
          "Ctrl+,",
          [this] { session_.setOpening(session_.opening() - 5); },
          When::Design,
          {}},
         {"open-more",
          view,
          tr("Open by 5°"),
          "Ctrl+.",
          [this] { session_.setOpening(session_.opening() + 5); },
          When::Design,
          {}},
         {"lower",
          view,
          tr("Put the lower view away, or bring it back"),
          "F3",
          [this] { toggleLower(); },
          When::Design,
          "lower",
          {},
          {},
          true,
          [this] { return !lowerAway_; }},
         {"fill",
          view,
          tr("Let this view fill the window, or not"),
          "F4",
          [this] { fill(); },
          When::Design,
          "fill",
          tr("The view that the keyboard is in fills the window and goes back"),
          {},
          false,
          [this] { return filling_ != nullptr; }},
         {"stance", view, tr("Put it down another way"), "Ctrl+L",
          [this] {
              standing().setStance(Posture((int(standing().stance().posture) + 1) % postures));
          },
          When::Design, "stance"},
         {"frame", view, tr("Whole card in view"), "Ctrl+0", [this] { standing().frameCard(); },
          When::Design, "fit"},
         {"fit-flat", view, tr("All parts in view"), "Ctrl+Shift+0", [this] { flat().fit(); },
          When::Design, "fit"},
         {"true-scale", view, tr("Flat parts at true scale"), "Ctrl+T",
          [this] { flat().trueScale(); }, When::Design, "scale"}});
    for (int f : {8, 16, 32, 64})
        table.push_back({QString("finest-%1").arg(f),
                         view + "/" + tr("Finest fraction of an inch"),
                         QString("1/%1").arg(f),
                         {},
                         [this, f] { session_.setFinest(f); },
                         When::Always,
                         {},
                         {},
                         {},
                         f == 8,
                         [this, f] { return session_.finest() == f; }});
    table.push_back({"dusk",
                     view,
                     tr("Dark or light"),
                     "F8",
                     [this] { switchTheme(); },
                     When::Always,
                     "dusk",
                     {},
                     {},
                     true});
}

} // namespace hl::app
