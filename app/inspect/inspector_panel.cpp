#include "app/inspect/inspector_panel.h"
#include "app/inspect/inspectors.h"
#include "app/inspect/measure_field.h"
#include "core/structures/naming.h"
#include <QVBoxLayout>
#include <utility>

namespace hl::app {
namespace {

std::string ownerIn(Session& session) {
    const Design& d = session.design();
    const std::string id = seriesOf(d, session.selection().structure().toStdString());
    return d.structure(id) || d.part(id) || d.group(id) ? id : "card";
}

} // namespace

InspectorPanel::InspectorPanel(Session& session, QWidget* parent)
    : QWidget(parent), session_(session), column_(new QVBoxLayout(this)) {
    setObjectName("measures");
    column_->setContentsMargins(0, 0, 0, 0);
    connect(&session_.selection(), &Selection::changed, this, &InspectorPanel::update);
    connect(&session_, &Session::designChanged, this, &InspectorPanel::update);
    connect(&session_, &Session::snapshotChanged, this, [this] {
        if (session_.snapshot()->stage == Snapshot::Folded) // now the measures are known
            rows_->refresh();
    });
    rebuild();
}

void InspectorPanel::showCard(bool whole) {
    if (std::exchange(wholeCard_, whole) != whole && owner_ == "card")
        rebuild();
}

bool InspectorPanel::shows(const Inspector& i) const {
    const auto hidden = wholeCard_ ? Inspector::Where::Elsewhere : Inspector::Where::Card;
    return i.where != hidden && i.about(session_.design(), owner_);
}

QString InspectorPanel::shape() const {
    QString all;
    for (const Inspector& i : inspectors())
        if (i.shape && shows(i))
            all += i.shape(session_.design(), owner_) + '|';
    if (manyLines(session_.design(), owner_)) // which have rows depends on which one is selected
        all += session_.selection().chosen();
    return all;
}

void InspectorPanel::update() {
    const std::string owner = ownerIn(session_);
    if (owner != owner_ || shape() != shape_)
        rebuild();
    else
        rows_->refresh();
}

void InspectorPanel::rebuild() {
    owner_ = ownerIn(session_);
    shape_ = shape();
    if (rows_) { // one of its own buttons may be the reason, so it goes later
        rows_->hide();
        rows_->setParent(nullptr);
        rows_->deleteLater();
    }
    rows_ = new Rows(session_, this);
    column_->addWidget(rows_);
    for (const Inspector& i : inspectors())
        if (shows(i))
            i.build(*rows_, owner_);
    rows_->finish();
    chainTabs();
    rows_->refresh();
    if (isVisible())
        rows_->show(); // at once: a key may follow the selection without a pause
}

void InspectorPanel::setTabAfter(QWidget* before) {
    tabAfter_ = before;
    chainTabs();
}

void InspectorPanel::chainTabs() {
    QWidget* last = tabAfter_;
    for (QWidget* field : rows_->fields()) {
        if (last && last->window() == field->window())
            setTabOrder(last, field);
        last = field;
    }
}

void InspectorPanel::focusFirst() {
    if (auto* field = rows_->findChild<MeasureField*>())
        field->setFocus(Qt::OtherFocusReason);
}

} // namespace hl::app
