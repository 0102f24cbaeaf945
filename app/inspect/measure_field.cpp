#include "app/inspect/measure_field.h"
#include "core/measure/place.h"
#include <QKeyEvent>
#include <QLabel>
#include <QStyle>
#include <QTimer>
#include <cmath>

namespace hl::app {
namespace {

void setFlag(QWidget* w, const char* name, bool on) {
    if (w->property(name).toBool() == on)
        return;
    w->setProperty(name, on);
    w->style()->unpolish(w);
    w->style()->polish(w);
}

} // namespace

MeasureField::MeasureField(const QString& name, QWidget* parent) : QLineEdit(parent) {
    setObjectName(name);
    connect(this, &QLineEdit::textEdited, this, [this] { typed_ = true; });
    connect(this, &QLineEdit::returnPressed, this, &MeasureField::commit);
}

void MeasureField::show(const Measure& measure, Unit unit, int finest, bool follows) {
    measure_ = measure;
    unit_ = unit;
    finest_ = finest;
    follows_ = follows;
    setFlag(this, "follows", follows);
    if (!typed_)
        rest();
}

void MeasureField::rest() {
    typed_ = false;
    Shown shown = hl::show(sizeOf(measure_), unit_, finest_);
    if (measure_.count < 0)
        shown.text = "-" + shown.text;
    setFlag(this, "wrong", false);
    setText(QString::fromStdString(hasFocus() ? placeText(measure_, unit_) : shown.text));
    const bool angle = measure_.quantity == Quantity::Angle;
    if (std::fabs(shown.off) < 5e-7)
        say({}, false);
    else
        say(tr("shown %1 %2 %3")
                .arg(std::fabs(shown.off), 0, 'g', 2)
                .arg(angle ? "°" : "mm", shown.off > 0 ? tr("large") : tr("small")),
            false);
}

void MeasureField::say(const QString& text, bool wrong) {
    if (!note_)
        return;
    note_->setText(text);
    note_->setVisible(!text.isEmpty());
    setFlag(note_, "wrong", wrong);
}

void MeasureField::refuse(const QString& why) {
    setFlag(this, "wrong", !why.isEmpty());
    say(why, true);
}

void MeasureField::commit() {
    if (!typed_)
        return;
    if (text().trimmed().isEmpty() || text().trimmed() == "auto") {
        typed_ = false;
        emit entered("auto");
        return;
    }
    Result<Measure> parsed = parsePlace(text().toStdString(), measure_.quantity, unit_);
    if (!signed_) { // says itself that a negative one is refused
        auto plain = parseMeasure(text().toStdString(), measure_.quantity, unit_);
        parsed = plain ? Result<Measure>(plain->measure) : Result<Measure>(plain.problem());
    }
    if (!parsed) {
        refuse(QString::fromStdString(parsed.problem().text()));
        return;
    }
    typed_ = false;
    if (*parsed == measure_ && !follows_)
        rest();
    else
        emit entered(QString::fromStdString(placeText(*parsed, unit_)));
}

void MeasureField::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Escape && typed_) {
        rest();
        return;
    }
    if (e->key() == Qt::Key_Up || e->key() == Qt::Key_Down) {
        const std::int64_t step = measure_.quantity == Quantity::Count   ? 1
                                  : measure_.quantity == Quantity::Angle ? 1'000'000'000
                                  : unit_ == Unit::Inch                  ? nmPerInch / finest_
                                                                         : 500'000;
        Measure next = measure_;
        // To the next mark of the ruler, not past it.
        auto below = [&](std::int64_t v) { return v >= 0 ? v / step : -((-v + step - 1) / step); };
        const std::int64_t mark =
            e->key() == Qt::Key_Up ? below(measure_.count) + 1 : below(measure_.count - 1);
        next.count = mark * step;
        if (next.count >= 0 || signed_) {
            typed_ = false;
            emit entered(QString::fromStdString(placeText(next, unit_)));
        }
        return;
    }
    QLineEdit::keyPressEvent(e);
}

void MeasureField::focusInEvent(QFocusEvent* e) {
    QLineEdit::focusInEvent(e);
    if (!typed_) {
        setText(QString::fromStdString(placeText(measure_, unit_)));
        QTimer::singleShot(0, this, &QLineEdit::selectAll);
    }
}

void MeasureField::focusOutEvent(QFocusEvent* e) {
    QLineEdit::focusOutEvent(e);
    commit();
    if (!typed_)
        rest();
}

} // namespace hl::app
