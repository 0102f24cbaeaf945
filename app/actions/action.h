// Actions: all that can be done in the window, each a row of one table. Menus, keys, buttons, the
// palette and the sheet of keys are made from it.
#pragma once
#include "core/measure/rooms.h"
#include <QString>
#include <QVariant>
#include <functional>
#include <vector>

class QAction;

namespace hl::app {

// When an action can be done.
enum class When {
    Always,
    Design,    // a design is open
    Structure, // one of its structures is selected, or a group of them
    Several,   // several of them are
    Group,     // a group is, or one that it holds
    Selection, // something that can be removed is selected
    Undo,
    Redo
};

struct Action {
    QString id;   // stays: tests, settings and buttons name it
    QString menu; // its title; of a menu within one, both: "Structure/On folds"
    QString text;
    QString keys; // as they are written, several with a blank between; empty: none
    std::function<void()> run;
    When when = When::Design;
    QString icon;
    QString tip = {};              // what it is for, where the text does not say enough
    QString brief = {};            // a shorter text for a button
    bool section = false;          // begins a section of its menu
    std::function<bool()> on = {}; // whether it is switched on; of those that can be
};
using Actions = std::vector<Action>;

} // namespace hl::app
