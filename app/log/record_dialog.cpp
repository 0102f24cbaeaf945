#include "app/log/record_dialog.h"
#include "app/look/parts.h"
#include "core/files/atomic_save.h"
#include "core/measure/place.h"
#include <QCheckBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

namespace hl {

RecordDialog::RecordDialog(journal::Build build, QWidget* parent)
    : QDialog(parent), build_(std::move(build)), number_(new QSpinBox), stars_(new QSpinBox),
      prototype_(new QCheckBox(tr("a prototype"))), occasion_(new QLineEdit),
      forWhom_(new QLineEdit), failed_(new QLineEdit), note_(new QLineEdit), thick_(new QLineEdit),
      words_(new QPlainTextEdit) {
    setWindowTitle(tr("I built it"));
    auto* rows = new QVBoxLayout(this);
    auto* form = new QFormLayout;
    number_->setObjectName("record-number");
    number_->setRange(1, 1000);
    form->addRow(tr("How many"), number_);
    prototype_->setObjectName("record-prototype");
    form->addRow(QString(), prototype_);
    const auto line = [&](const char* id, const QString& label, QLineEdit* edit,
                          const QString& hint) {
        edit->setObjectName(id);
        edit->setPlaceholderText(hint);
        edit->setAccessibleName(label);
        edit->setMaxLength(500);
        form->addRow(label, edit);
    };
    line("record-occasion", tr("Occasion"), occasion_, {});
    occasion_->setText(QString::fromStdString(build_.occasion));
    line("record-for", tr("For whom"), forWhom_, {});
    stars_->setObjectName("record-stars");
    stars_->setRange(0, 5);
    stars_->setSpecialValueText(tr("not said"));
    stars_->setSuffix(tr(" of 5"));
    form->addRow(tr("How good"), stars_);
    line("record-thick", tr("Closed it is"), thick_, tr("measured, such as 2.6 mm"));
    line("record-failed", tr("It failed because"), failed_, tr("nothing, if it did not"));
    words_->setObjectName("record-words");
    words_->setMaximumHeight(4 * words_->fontMetrics().lineSpacing());
    words_->setTabChangesFocus(true);
    form->addRow(tr("Remarks"), words_);
    line("record-note", tr("Next time"), note_, tr("a note that comes back with this card"));
    auto* photos = new QPushButton(tr("Photographs…"));
    photos->setObjectName("record-photos");
    form->addRow(QString(), photos);
    connect(photos, &QPushButton::clicked, this, [this, photos] {
        photos_ = QFileDialog::getOpenFileNames(this, tr("Photographs of the card"), {},
                                                tr("Pictures (*.png *.jpg *.jpeg *.webp)"));
        photos->setText(photos_.isEmpty() ? tr("Photographs…")
                                          : tr("%n photographs", nullptr, int(photos_.size())));
    });
    rows->addLayout(form);
    if (const double minutes = build_.minutes(); minutes > 0) {
        auto* took = new QLabel(
            tr("The bench counted %1 minutes; they are kept with it.").arg(qRound(minutes)));
        took->setProperty("quiet", true);
        rows->addWidget(took);
    }
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Record"));
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    rows->addWidget(buttons);
    sizeByLetters(*this, {460, 420});
}

journal::Build RecordDialog::build() const {
    journal::Build b = build_;
    b.number = number_->value();
    b.prototype = prototype_->isChecked();
    b.stars = stars_->value();
    b.occasion = occasion_->text().toStdString();
    b.forWhom = forWhom_->text().toStdString();
    b.failed = failed_->text().toStdString();
    b.words = words_->toPlainText().toStdString();
    if (auto m = parseLength(thick_->text().toStdString(), Unit::Millimetre)) {
        journal::MeasuredThing thing;
        thing.of = "thickness";
        thing.is = m->measure.mm();
        thing.unit = "mm";
        for (const journal::MeasuredThing& known : build_.measured)
            if (known.of == thing.of)
                thing.planned = known.planned;
        b.measured = {thing};
    } else {
        b.measured.clear();
    }
    if (!note_->text().trimmed().isEmpty()) {
        journal::NextTime n;
        n.text = note_->text().toStdString();
        b.notes.push_back(n);
    }
    for (const QString& path : photos_)
        if (auto bytes = readFile(path.toStdString()))
            b.photos.push_back({path.section('/', -1).toStdString(), *bytes});
    return b;
}

} // namespace hl
