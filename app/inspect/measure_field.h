// A field for one measure. It shows the measure in the maker's unit, says when that is rounded
// and by how much, and accepts what people write. Up and down step along the ruler.
#pragma once
#include "core/measure/measure.h"
#include <QLineEdit>

class QLabel;

namespace hl::app {

class MeasureField : public QLineEdit {
    Q_OBJECT
  public:
    MeasureField(const QString& name, QWidget* parent = nullptr);

    // `follows`: the value is not set but follows from the others.
    void show(const Measure& measure, Unit unit, int finest, bool follows);
    // Puts the refusal next to the field; empty takes it away.
    void refuse(const QString& why);
    // For places and turns, which may be negative.
    void allowNegative() { signed_ = true; }
    // Where notes (rounding, refusals) are written.
    void setNote(QLabel* note) { note_ = note; }
    using QWidget::show;

  signals:
    void entered(const QString& text); // exact text of a new measure, or "auto"

  protected:
    void keyPressEvent(QKeyEvent*) override;
    void focusInEvent(QFocusEvent*) override;
    void focusOutEvent(QFocusEvent*) override;

  private:
    void commit();
    void rest(); // the shown text, as when nobody types
    void say(const QString& text, bool wrong);

    Measure measure_;
    Unit unit_ = Unit::Millimetre;
    int finest_ = 16;
    bool follows_ = false, typed_ = false, signed_ = false;
    QLabel* note_ = nullptr;
};

} // namespace hl::app
