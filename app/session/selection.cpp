#include "app/session/selection.h"
#include "core/design/design.h"
#include <algorithm>

namespace hl::app {

void Selection::choose(const QString& id) { chooseAll({}, id); }

void Selection::chooseAll(const QStringList& ids, const QString& chosen) {
    const QStringList several = ids.size() > 1 ? ids : QStringList();
    if (chosen == chosen_ && several == several_)
        return;
    chosen_ = chosen;
    several_ = several;
    const bool was = finding_.has_value();
    finding_.reset();
    emit changed(QPrivateSignal());
    if (was)
        emit findingShown(QPrivateSignal());
}

void Selection::hover(const QString& id) {
    if (id == hovered_)
        return;
    hovered_ = id;
    emit hoverChanged(QPrivateSignal());
}

void Selection::show(std::optional<Finding> finding) {
    if (!finding && !finding_)
        return;
    finding_ = std::move(finding);
    emit findingShown(QPrivateSignal());
}

bool Selection::means(const QStringList& chosen, const QString& id) {
    return std::any_of(chosen.begin(), chosen.end(), [&](const QString& one) {
        return one != "card" && (id == one || id.startsWith(one + '.'));
    });
}

QString Selection::structure() const {
    const QString owner = QString::fromStdString(ownerOf(chosen_.toStdString()));
    return owner == "card" ? QString() : owner;
}

} // namespace hl::app
