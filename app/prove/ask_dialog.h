// Asking backwards: the maker chooses a question, a worker searches, the answer can be taken over.
#pragma once
#include "app/session/session.h"
#include "core/prove/solve.h"
#include <QDialog>
#include <atomic>
#include <thread>

class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;

namespace hl {

class AskDialog : public QDialog {
    Q_OBJECT
  public:
    explicit AskDialog(Session& session, QWidget* parent = nullptr);
    ~AskDialog() override;

  private:
    void fill(); // what can be chosen for the question
    void ask();  // begins a search, or stops the one under way
    void stop();
    void answered(const Result<Answer>& answer);

    Session& session_;
    QComboBox *question_, *structure_, *measure_, *finding_;
    QLabel *structureName_, *measureName_, *findingName_, *answer_;
    QProgressBar* progress_;
    QPushButton *ask_, *use_;
    std::thread worker_;
    std::atomic<bool> cancelled_{false};
    Design found_;
    bool busy_ = false;
};

} // namespace hl
