// The card in the rooms that are about something else: what it is in one line, and the way to it.
#include "app/inspect/inspectors.h"
#include "core/structures/family.h"
#include <QAbstractButton>
#include <QLabel>

namespace hl::app {

void inspectCardLine(Rows& rows, const std::string&) {
    Session& session = rows.session();
    rows.heading(QObject::tr("Card"));
    QLabel* line = rows.line({}, "card-line");
    rows.refreshing([&session, line] {
        const Design& d = session.design();
        const CardSpec& card = d.card;
        const Family* form = family(card.form);
        QString text =
            QObject::tr("%1 by %2 closed, spine at the %3")
                .arg(q(exactText(card.width, d.units)), q(exactText(card.height, d.units)),
                     card.spine == SpineSide::Left ? QObject::tr("left") : QObject::tr("top"));
        if (form)
            text += "; " + q(form->name).toLower();
        if (session.snapshot())
            text += QObject::tr("; displayed at %1°")
                        .arg(session.snapshot()->folded->assembly.display.at, 0, 'g', 4);
        line->setText(text);
    });
    rows.buttons({{QObject::tr("Change the card"), [&rows] {
                       if (auto* room = rows.window()->findChild<QAbstractButton*>("room-card"))
                           room->click();
                   }}});
}

} // namespace hl::app
