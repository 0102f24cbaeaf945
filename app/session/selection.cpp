#include "app/session/selection.h"
#include "core/design/design.h"

namespace hl {

void Selection::choose(const QString& id) {
    if (id == chosen_)
        return;
    chosen_ = id;
    const bool was = finding_.has_value();
    finding_.reset();
    emit changed();
    if (was)
        emit findingShown();
}

void Selection::hover(const QString& id) {
    if (id == hovered_)
        return;
    hovered_ = id;
    emit hoverChanged();
}

void Selection::show(std::optional<Finding> finding) {
    if (!finding && !finding_)
        return;
    finding_ = std::move(finding);
    emit findingShown();
}

bool Selection::means(const QString& chosen, const QString& id) {
    return !chosen.isEmpty() && (id == chosen || id.startsWith(chosen + '.'));
}

QString Selection::structure() const {
    const QString owner = QString::fromStdString(ownerOf(chosen_.toStdString()));
    return owner == "card" ? QString() : owner;
}

} // namespace hl
