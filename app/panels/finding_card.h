// One finding as a card: its sentence, its remedy and a button that carries it out. It shows the
// finding when pressed or chosen by key, and stays the same card while the finding is the same.
#pragma once
#include "app/session/session.h"
#include <QFrame>

class QLabel;
class QPushButton;

namespace hl::app {

class FindingCard : public QFrame {
  public:
    explicit FindingCard(Session& session);
    void show(const Finding& finding, int number);
    // Whether it is about the same thing, whatever has been found out about it since.
    bool isOf(const Finding& finding) const;
    void mark(bool chosen);
    using QFrame::show;

  protected:
    void mousePressEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

  private:
    void carryOut();

    Session& session_;
    Finding finding_;
    QLabel *mark_, *head_, *message_, *remedy_;
    QPushButton* act_;
};

} // namespace hl::app
