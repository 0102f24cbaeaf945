#include "app/standing/standing_pane.h"
#include "app/look/flow_layout.h"
#include "app/look/parts.h"
#include "app/panels/opening_strip.h"
#include "app/standing/standing_view.h"
#include <QAction>
#include <QLabel>
#include <QLineEdit>
#include <QToolButton>
#include <QVBoxLayout>

namespace hl::app {

StandingPane::StandingPane(Session& session, QWidget& window)
    : session_(session), view_(new StandingView(session)), opening_(new QLineEdit) {
    setObjectName("standing-pane");
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    FlowLayout* row = nullptr;
    column->addWidget(bar(row));
    row->addWidget(barTitle(tr("Standing card")));
    row->addSpring();
    for (const char* name : {"play", "stance", "frame", "lower", "fill"})
        row->addWidget(actionButton(window.findChild<QAction*>(name)));
    opening_->setObjectName("opening-field");
    opening_->setAccessibleName(tr("Opening in degrees"));
    opening_->setToolTip(tr("The opening in degrees: 0 closed, 180 flat open"));
    opening_->setFixedWidth(opening_->fontMetrics().averageCharWidth() * 6 + 30);
    opening_->setAlignment(Qt::AlignRight);
    row->addWidget(opening_);
    column->addWidget(view_, 1);
    auto* strip = new OpeningStrip(session);
    connect(strip, &OpeningStrip::scrubbing, view_, &StandingView::setMoving);
    column->addWidget(strip);
    connect(&session_, &Session::openingChanged, this, &StandingPane::showOpening);
    connect(&session_, &Session::snapshotChanged, this, &StandingPane::showOpening);
    connect(opening_, &QLineEdit::editingFinished, this, &StandingPane::takeOpening);
    showOpening();
}

void StandingPane::showOpening() {
    // The scale of a motion in stages mixes degrees and millimetres: it has no unit.
    const SnapshotPtr s = session_.snapshot();
    const bool plain = !s || s->folded->linkage.course.plain();
    if (!opening_->hasFocus() || !opening_->isModified())
        opening_->setText(QString::number(session_.opening(), 'f', 1).remove(".0") +
                          (plain ? "°" : ""));
}

void StandingPane::takeOpening() {
    auto parsed = parseAngle(opening_->text().toStdString());
    opening_->setModified(false);
    if (!parsed)
        emit refused(QString::fromStdString(parsed.problem().text()));
    else
        session_.setOpening(parsed->measure.degrees());
    showOpening();
}

} // namespace hl::app
