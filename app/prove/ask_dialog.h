// Asking backwards: the maker chooses a question, a worker searches, the answer can be taken over.
#pragma once
#include "app/session/session.h"
#include "core/prove/solve.h"
#include <QDialog>

class QComboBox;
class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;

namespace hl::app {

class AskDialog : public QDialog {
    Q_OBJECT
  public:
    explicit AskDialog(Session& session, QWidget* parent = nullptr);

  private:
    void fill(); // what can be chosen for the question
    void ask();  // begins a search, or stops the one under way
    void answered(const Result<Answer>& answer);
    void over(const QString& said);

    Session& session_;
    QComboBox *question_, *structure_, *measure_, *finding_;
    QLineEdit* rise_;
    QLabel *structureName_, *measureName_, *findingName_, *riseName_, *answer_;
    QProgressBar* progress_;
    QPushButton *ask_, *use_;
    Design found_;
    bool busy_ = false;
    Worker worker_; // the last member, so that it goes first
};

} // namespace hl::app
