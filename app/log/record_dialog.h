// What there is to say of a build: how many, for whom, what came of it, and what to do otherwise.
#pragma once
#include "app/log/measurable.h"
#include "core/measure/measure.h"
#include <QDialog>

class QCheckBox;
class QComboBox;
class QFormLayout;
class QLabel;
class QLineEdit;
class QPlainTextEdit;
class QSpinBox;

namespace hl::app {

class RecordDialog : public QDialog {
    Q_OBJECT
  public:
    // `build`: as the design and the bench have it. The first of what may be measured is asked for,
    // the others when the maker wants them.
    // Bare lengths are in `unit`.
    RecordDialog(journal::Build build, std::vector<Measurable> measurable, Unit unit,
                 QWidget* parent);
    journal::Build build() const; // with what was said
    void accept() override;       // says what cannot be read, and stays

  private:
    // One reading: which it is of, and what was typed.
    struct Reading {
        QComboBox* of; // null: the first
        QLineEdit* is;
    };
    void addReading();
    const Measurable& measurableOf(const Reading& reading) const;
    Result<std::optional<journal::MeasuredThing>> readingOf(const Reading& reading) const;
    void refuse(const QString& why, QWidget* at);

    journal::Build build_;
    QSpinBox *number_, *stars_;
    QCheckBox* prototype_;
    QLineEdit *occasion_, *forWhom_, *failed_, *note_;
    QPlainTextEdit* words_;
    QStringList photos_;
    std::vector<Measurable> measurable_;
    Unit unit_;
    std::vector<Reading> readings_;
    QFormLayout* measured_;
    QLabel* trouble_;
};

} // namespace hl::app
