// What is chosen and what the pointer is over, by id, shared by all views; and the finding that is
// shown.
#pragma once
#include "core/prove/finding.h"
#include <QObject>
#include <QStringList>
#include <optional>

namespace hl::app {

class Selection : public QObject {
    Q_OBJECT
  public:
    using QObject::QObject;

    // An id: a structure, group, panel, crease or "card". Empty: nothing.
    QString chosen() const { return chosen_; }
    void choose(const QString& id);
    // Several at once, `chosen` among them; empty where it is one or none.
    QStringList several() const { return several_; }
    void chooseAll(const QStringList& ids, const QString& chosen);
    QString hovered() const { return hovered_; }
    void hover(const QString& id);
    // Whether a thing with this id is meant by one of `chosen` (itself, or its owner).
    static bool means(const QStringList& chosen, const QString& id);
    // The structure, group or blank that it belongs to; empty for the card.
    QString structure() const;

    // The finding that is shown; none once something else is chosen or the design has changed.
    const Finding* finding() const { return finding_ ? &*finding_ : nullptr; }
    void show(std::optional<Finding> finding);
    // Says once more what is chosen, for a view that was not there yet.
    void repeat() { emit changed(QPrivateSignal()); }

  signals:
    void changed(QPrivateSignal);
    void hoverChanged(QPrivateSignal);
    void findingShown(QPrivateSignal);

  private:
    QString chosen_, hovered_;
    QStringList several_;
    std::optional<Finding> finding_;
};

} // namespace hl::app
