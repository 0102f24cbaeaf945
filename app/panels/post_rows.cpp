// The rows of the card's panel that say where it goes: its envelope, its mail class, and how the
// grain of its paper runs.
#include "app/panels/measures_panel.h"
#include "core/edit/edit.h"
#include <QComboBox>
#include <QLineEdit>
#include <algorithm>

namespace hl {

void MeasuresPanel::addPostRows() {
    auto* envelope = new QLineEdit;
    envelope->setObjectName("card-envelope");
    envelope->setPlaceholderText(tr("none"));
    addRow(tr("Envelope"), envelope, tr("Its inside width and height, such as 162 x 114 mm"));
    connect(envelope, &QLineEdit::editingFinished, this, [this, envelope] {
        if (!envelope->isModified())
            return;
        envelope->setModified(false);
        Design d = session_.design();
        d.card.envelope.reset();
        if (!envelope->text().trimmed().isEmpty()) {
            auto size = parseCardSize(envelope->text().toStdString(), d.units);
            if (!size) {
                emit session_.refused(QString::fromStdString(size.problem().text()));
                return refresh();
            }
            d.card.envelope = *size;
        }
        session_.edit(d, tr("Choose the envelope"));
    });
    auto* mail = new QComboBox;
    mail->setObjectName("card-mail");
    addRow(tr("Post"), mail, tr("The classes are in the workshop; ask the local post"));
    connect(mail, &QComboBox::activated, this, [this, mail] {
        Design d = session_.design();
        d.card.mail = mail->currentData().toString().toStdString();
        session_.edit(d, tr("Choose the mail class"));
    });
    auto* grain = new QComboBox;
    grain->setObjectName("card-grain");
    grain->addItems({tr("not known"), tr("upright"), tr("sideways")});
    addRow(tr("Grain"), grain, tr("How the fibres run when the card stands upright"));
    connect(grain, &QComboBox::activated, this, [this](int i) {
        Design d = session_.design();
        for (Stock& s : d.stocks)
            if (s.id == d.card.stock)
                s.grain = static_cast<Grain>(i);
        session_.edit(d, tr("Change the grain"));
    });
    refreshers_.push_back([this, envelope, mail, grain] {
        const Design& d = session_.design();
        if (!envelope->hasFocus() || !envelope->isModified())
            envelope->setText(
                !d.card.envelope
                    ? QString()
                    : QString::fromStdString(exactText(d.card.envelope->first, d.units) + " x " +
                                             exactText(d.card.envelope->second, d.units)));
        mail->clear();
        mail->addItem(tr("none"), "");
        for (const MailClass& m : session_.workshop().mail)
            mail->addItem(QString::fromStdString(m.name), QString::fromStdString(m.id));
        if (mail->findData(QString::fromStdString(d.card.mail)) < 0)
            mail->addItem(tr("%1 (not in the workshop)").arg(d.card.mail.c_str()),
                          QString::fromStdString(d.card.mail));
        mail->setCurrentIndex(mail->findData(QString::fromStdString(d.card.mail)));
        if (const Stock* s = d.stock(d.card.stock))
            grain->setCurrentIndex(static_cast<int>(s->grain));
    });
}

} // namespace hl
