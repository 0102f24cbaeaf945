#include "app/panels/verdict_chip.h"
#include "app/look/plain_tip.h"
#include "app/look/theme.h"
#include "core/structures/in_names.h"

namespace hl::app {

VerdictChip::VerdictChip(Session& session, QWidget* parent)
    : QToolButton(parent), session_(session) {
    setObjectName("verdict-chip");
    setProperty("plain", true);
    setToolButtonStyle(Qt::ToolButtonTextBesideIcon);
    setIconSize({18, 18});
    setFocusPolicy(Qt::TabFocus);
    connect(&session_, &Session::snapshotChanged, this, &VerdictChip::refresh);
    connect(&session_, &Session::troubleChanged, this, &VerdictChip::refresh);
}

void VerdictChip::refresh() {
    const double ratio = devicePixelRatioF();
    if (const Problem* p = session_.trouble()) {
        setText(tr("Cannot be made"));
        setToolTip(plainTip(QString::fromStdString(inNames(session_.design(), p->text()))));
        setIcon(severityMark(Severity::Stop, 16, ratio));
        return;
    }
    const SnapshotPtr s = session_.snapshot();
    if (!s || s->stage < Snapshot::Proved)
        return; // the last verdict stays until there is a new one
    const Verdict v = s->verdict();
    const int n = int(s->findings.size());
    const QString sentence = QString::fromStdString(sentenceOf(v));
    setText(n ? tr("%1: %2").arg(sentence).arg(n) : sentence);
    setToolTip(n == 0   ? tr("It opens and closes flat; nothing binds, collides or sticks out.")
               : n == 1 ? tr("One thing to look at; press to see it")
                        : tr("%1 things to look at; press to see them").arg(n));
    setAccessibleName(tr("Verdict: %1").arg(text()));
    setIcon(v == Verdict::Works
                ? QIcon(iconPixmap("works", 18, theme().works, ratio))
                : QIcon(severityMark(v == Verdict::Fails ? Severity::Stop : Severity::Caution, 16,
                                     ratio)));
}

} // namespace hl::app
