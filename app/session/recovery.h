// Recovery: a copy of the unsaved design that survives a crash. Each running program has its own
// and holds a lock beside it as long as it runs; a copy whose lock nobody holds was left behind.
#pragma once
#include "core/design/design.h"
#include "core/measure/result.h"
#include <QByteArray>
#include <QDateTime>
#include <QString>
#include <memory>
#include <optional>

namespace hl::app::recovery {

// `base`: a digest of what the file at `path` held when the design was read from it or written to
// it. Problems: the folder cannot be written.
Trouble keep(const Design& design, const QString& path, const QByteArray& base);
void drop();

struct Found {
    Design design;
    QString path;               // where it was saved before; may be empty
    QByteArray base;            // of what `path` held then; empty where that is not known
    QDateTime kept;             // when the copy was written
    QString copy;               // the file that holds it
    std::shared_ptr<void> held; // meanwhile nobody else is offered it
};
// A copy that a program left which no longer runs, but for those in `passed`; one of the design
// that was saved at `path` comes first.
std::optional<Found> find(const QStringList& passed = {}, const QString& path = {});
// Deletes the copy: only when the maker says so, or once its design is kept elsewhere.
void forget(const Found& found);

} // namespace hl::app::recovery
