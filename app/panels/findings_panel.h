// The findings: the verdict, and each finding as a sentence with its remedy.
#pragma once
#include "app/session/session.h"
#include <QWidget>

class QLabel;
class QProgressBar;
class QToolButton;
class QScrollArea;
class QVBoxLayout;

namespace hl::app {

class FindingCard;

class FindingsPanel : public QWidget {
    Q_OBJECT
  public:
    explicit FindingsPanel(Session& session, QWidget* parent = nullptr);
    void toTop();
    void focusFirst();

  signals:
    void changed(int findings); // how many there are

  private:
    void rebuild();
    void markShown();

    Session& session_;
    QLabel *verdictMark_, *verdict_, *summary_, *facts_;
    QProgressBar* progress_;
    QToolButton* stop_;
    QVBoxLayout* list_;
    QScrollArea* scroll_;
    std::vector<FindingCard*> cards_; // as the findings
};

} // namespace hl::app
