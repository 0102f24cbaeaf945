#include "app/log/record_dialog.h"
#include "app/look/parts.h"
#include "app/session/paths.h"
#include "core/files/atomic_save.h"
#include "core/measure/place.h"
#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

namespace hl::app {

RecordDialog::RecordDialog(journal::Build build, std::vector<Measurable> measurable, Unit unit,
                           QWidget* parent)
    : QDialog(parent), build_(std::move(build)), number_(new QSpinBox), stars_(new QSpinBox),
      prototype_(new QCheckBox(tr("a prototype"))), occasion_(new QLineEdit),
      forWhom_(new QLineEdit), failed_(new QLineEdit), note_(new QLineEdit),
      words_(new QPlainTextEdit), measurable_(std::move(measurable)), unit_(unit),
      measured_(new QFormLayout), trouble_(new QLabel) {
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
    if (!measurable_.empty()) {
        readings_.push_back({nullptr, new QLineEdit});
        line("record-thick", measurable_[0].name, readings_[0].is, tr("measured, such as 2.6 mm"));
    }
    if (measurable_.size() > 1) {
        auto* more = new QPushButton(tr("Measured something else…"));
        more->setObjectName("record-measure");
        form->addRow(QString(), more);
        form->addRow(measured_);
        connect(more, &QPushButton::clicked, this, &RecordDialog::addReading);
    }
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
    trouble_->setObjectName("record-trouble");
    trouble_->setTextFormat(Qt::PlainText);
    trouble_->setWordWrap(true);
    trouble_->setProperty("wrong", true);
    trouble_->hide();
    rows->addWidget(trouble_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Record"));
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    rows->addWidget(buttons);
    sizeByLetters(*this, {460, 420});
}

void RecordDialog::addReading() {
    Reading r{new QComboBox, new QLineEdit};
    for (size_t i = 1; i < measurable_.size(); ++i)
        r.of->addItem(measurable_[i].name);
    r.of->setObjectName(QString("record-of-%1").arg(readings_.size()));
    r.of->setAccessibleName(tr("What was measured"));
    r.is->setObjectName(QString("record-is-%1").arg(readings_.size()));
    r.is->setAccessibleName(tr("What it is"));
    r.is->setPlaceholderText(tr("such as 30.5 mm"));
    measured_->addRow(r.of, r.is);
    readings_.push_back(r);
    r.of->setFocus();
}

const Measurable& RecordDialog::measurableOf(const Reading& r) const {
    return measurable_[r.of ? size_t(r.of->currentIndex()) + 1 : 0];
}

// Nothing where nothing was typed.
Result<std::optional<journal::MeasuredThing>> RecordDialog::readingOf(const Reading& r) const {
    journal::MeasuredThing thing = measurableOf(r).thing;
    const std::string text = r.is->text().trimmed().toStdString();
    if (text.empty())
        return std::optional<journal::MeasuredThing>();
    const bool angle = thing.unit == "deg";
    const auto read = angle ? parseAngle(text) : parseLength(text, unit_);
    if (!read)
        return read.problem();
    thing.is = angle ? read->measure.degrees() : read->measure.mm();
    return std::optional(thing);
}

void RecordDialog::refuse(const QString& why, QWidget* at) {
    trouble_->setText(why);
    trouble_->show();
    if (at)
        at->setFocus();
}

void RecordDialog::accept() {
    for (const Reading& r : readings_)
        if (const auto read = readingOf(r); !read) {
            refuse(measurableOf(r).name + ": " + QString::fromStdString(read.problem().text()),
                   r.is);
            return;
        }
    for (const QString& path : photos_)
        if (const auto bytes = readFile(bytesOf(path)); !bytes) {
            refuse(QString::fromStdString(bytes.problem().text()), nullptr);
            return;
        }
    QDialog::accept();
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
    b.measured.clear();
    for (const Reading& r : readings_)
        if (auto read = readingOf(r); read && *read)
            b.measured.push_back(**read);
    if (!note_->text().trimmed().isEmpty()) {
        journal::NextTime n;
        n.text = note_->text().toStdString();
        b.notes.push_back(n);
    }
    for (const QString& path : photos_)
        if (auto bytes = readFile(bytesOf(path)))
            b.photos.push_back({path.section('/', -1).toStdString(), *bytes});
    return b;
}

} // namespace hl::app
