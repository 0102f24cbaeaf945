// What there is to say of a build: how many, for whom, what came of it, and what to do otherwise.
#pragma once
#include "core/journal/entry.h"
#include <QDialog>

class QCheckBox;
class QComboBox;
class QLineEdit;
class QPlainTextEdit;
class QSpinBox;

namespace hl {

class RecordDialog : public QDialog {
    Q_OBJECT
  public:
    // `build`: as the design and the bench have it.
    RecordDialog(journal::Build build, QWidget* parent);
    journal::Build build() const; // with what was said

  private:
    journal::Build build_;
    QSpinBox *number_, *stars_;
    QCheckBox* prototype_;
    QLineEdit *occasion_, *forWhom_, *failed_, *note_, *thick_;
    QPlainTextEdit* words_;
    QStringList photos_;
};

} // namespace hl
