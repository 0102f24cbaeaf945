// Recovery: a copy of the unsaved design that survives a crash. Each running program has its own.
#pragma once
#include "core/design/design.h"
#include <QString>
#include <optional>

namespace hl::recovery {

void keep(const Design& design, const QString& path);
void drop();

struct Found {
    Design design;
    QString path; // where it was saved before; may be empty
    QString copy; // the file that holds it
};
// A copy that a program left which no longer runs.
std::optional<Found> find();
void forget(const Found& found);

} // namespace hl::recovery
