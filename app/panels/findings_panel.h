// The findings: the verdict, and each finding as a sentence with its remedy.
#pragma once
#include "app/session/session.h"
#include <QWidget>

class QLabel;
class QProgressBar;
class QToolButton;
class QVBoxLayout;

namespace hl {

class FindingsPanel : public QWidget {
    Q_OBJECT
  public:
    explicit FindingsPanel(Session& session, QWidget* parent = nullptr);
    void focusFirst();

  private:
    void rebuild();
    void markShown();
    QWidget* card(const Finding& finding, int index);

    Session& session_;
    QLabel *verdictMark_, *verdict_, *summary_, *facts_;
    QProgressBar* progress_;
    QToolButton* stop_;
    QWidget* body_ = nullptr;
    QVBoxLayout* list_;
};

} // namespace hl
