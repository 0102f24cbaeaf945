#include "app/panels/finding_card.h"
#include "app/look/theme.h"
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QStyle>
#include <QVBoxLayout>

namespace hl::app {

FindingCard::FindingCard(Session& session)
    : session_(session), mark_(new QLabel), head_(new QLabel), message_(new QLabel),
      remedy_(new QLabel), act_(new QPushButton(tr("Do that"))) {
    setProperty("paper", true);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(10, 9, 10, 9);
    row->setSpacing(9);
    row->addWidget(mark_, 0, Qt::AlignTop);
    auto* text = new QVBoxLayout;
    text->setSpacing(4);
    head_->setProperty("heading", true);
    remedy_->setProperty("quiet", true);
    for (QLabel* label : {head_, message_, remedy_}) {
        label->setWordWrap(true);
        label->setTextFormat(Qt::PlainText); // names are a maker's
        text->addWidget(label);
    }
    act_->setProperty("primary", true);
    act_->setToolTip(tr("Carries the remedy out; it can be undone"));
    connect(act_, &QPushButton::clicked, this, &FindingCard::carryOut);
    text->addWidget(act_, 0, Qt::AlignLeft);
    row->addLayout(text, 1);
}

void FindingCard::show(const Finding& f, int number) {
    static const char* const words[] = {"Note", "Caution", "Stop"};
    finding_ = f;
    setObjectName(QString("finding-%1").arg(number));
    setAccessibleName(QString::fromStdString(f.message));
    mark_->setPixmap(severityMark(f.severity, 14, devicePixelRatioF()));
    QString rule;
    for (const Rule& r : rules())
        if (f.rule == r.id)
            rule = tr(r.title);
    head_->setText(tr("%1: %2").arg(tr(words[int(f.severity)]), rule.toLower()));
    message_->setText(QString::fromStdString(f.message));
    remedy_->setText(QString::fromStdString(f.remedy));
    act_->setObjectName(QString("remedy-%1").arg(number));
    act_->setVisible(f.action.has_value());
}

bool FindingCard::isOf(const Finding& f) const { return finding_.sameAs(f); }

// The card of the finding that is shown has an edge of its own.
void FindingCard::mark(bool chosen) {
    if (property("chosen").toBool() == chosen)
        return;
    setProperty("chosen", chosen);
    style()->unpolish(this);
    style()->polish(this);
}

void FindingCard::carryOut() {
    if (!finding_.action)
        return;
    const auto action = *finding_.action;
    Design d = session_.design();
    auto* set = d.setOf(action.structure);
    if (!set)
        return;
    if (action.value)
        (*set)[action.parameter] = *action.value;
    else
        set->erase(action.parameter);
    session_.edit(d,
                  tr("Remedy: %1").arg(QString::fromStdString(action.parameter).replace('_', ' ')));
}

void FindingCard::mousePressEvent(QMouseEvent*) { session_.show(finding_); }

void FindingCard::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Space)
        session_.show(finding_);
    else
        QFrame::keyPressEvent(e);
}

} // namespace hl::app
