// Where the card goes: its envelope and its mail class.
#include "app/inspect/inspectors.h"
#include "core/edit/edit.h"
#include <QComboBox>
#include <QLineEdit>

namespace hl::app {

void inspectPost(Rows& rows, const std::string&) {
    Session& session = rows.session();
    auto* envelope = rows.text(
        "card-envelope", QObject::tr("Envelope"),
        QObject::tr("Its inside width and height, such as 162 x 114 mm"),
        [](const Design& d) {
            const auto& e = d.card.envelope;
            return e ? q(exactText(e->first, d.units) + " x " + exactText(e->second, d.units))
                     : QString();
        },
        [](Design& d, const QString& text) -> Trouble {
            d.card.envelope.reset();
            if (text.trimmed().isEmpty())
                return {};
            auto size = parseCardSize(text.toStdString(), d.units);
            if (!size)
                return size.problem();
            d.card.envelope = *size;
            return {};
        },
        QObject::tr("Choose the envelope"));
    envelope->setPlaceholderText(QObject::tr("none"));
    rows.choice(
        "card-mail", QObject::tr("Post"),
        QObject::tr("The classes are in the workshop; ask the local post"),
        [&session](QComboBox& box) {
            const QString now = q(session.design().card.mail);
            box.addItem(QObject::tr("none"), "");
            for (const MailClass& m : session.workshop().mail)
                box.addItem(q(m.name), q(m.id));
            if (box.findData(now) < 0)
                box.addItem(QObject::tr("%1 (not in the workshop)").arg(now), now);
            box.setCurrentIndex(box.findData(now));
        },
        [&session](const QVariant& id) {
            session.change([&](Design& d) { d.card.mail = id.toString().toStdString(); },
                           QObject::tr("Choose the mail class"));
        });
}

} // namespace hl::app
