// Designs folded in the background for pictures: the window never waits for them.
#pragma once
#include "core/prove/layers.h"
#include <QObject>
#include <functional>
#include <memory>
#include <vector>

namespace hl {

// A design folded, and how its panels lie on one another where it lies flat.
struct Pictured {
    std::shared_ptr<const Case> folded;
    std::vector<FlatState> flats;

    explicit Pictured(std::shared_ptr<const Case> c)
        : folded(std::move(c)), flats(flatStates(*folded, {})) {}
};
using PicturedPtr = std::shared_ptr<const Pictured>;

// Runs `make` on another thread and hands what it made to `got` on this one, unless `receiver` is
// gone by then. What cannot be made (null) is handed over too.
void foldLater(QObject* receiver, std::function<std::shared_ptr<const Case>()> make,
               std::function<void(PicturedPtr)> got);

} // namespace hl
