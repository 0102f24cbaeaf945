// Designs folded in the background for pictures: the window never waits for them.
#pragma once
#include "app/session/later.h"
#include "core/prove/layers.h"
#include "core/prove/posture.h"
#include "core/prove/seen.h"
#include <QObject>
#include <functional>
#include <memory>
#include <vector>

namespace hl::app {

// A design folded, how its panels lie on one another where it lies flat, what is up on
// them, and how it is put down.
struct Pictured {
    std::shared_ptr<const Case> folded;
    std::vector<FlatState> flats;
    std::vector<Vec2> upright;
    PutDown put;

    explicit Pictured(std::shared_ptr<const Case> c)
        : folded(std::move(c)), flats(flatStates(*folded, {})), upright(uprightOn(*folded)),
          put(putDown(*folded)) {}
};
using PicturedPtr = std::shared_ptr<const Pictured>;

// Runs `make` on another thread and hands what it made to `got` on this one, unless `receiver` is
// gone by then. What cannot be made (null) is handed over too.
void foldLater(QObject* receiver, std::function<std::shared_ptr<const Case>()> make,
               std::function<void(PicturedPtr)> got);

} // namespace hl::app
