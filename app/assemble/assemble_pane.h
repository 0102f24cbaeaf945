// The room Assemble: the steps in their order, the state before and after the one that is chosen,
// its words, and the chart of hands and drying for as many cards as are wanted.
#pragma once
#include "app/assemble/laid_work.h"
#include "app/session/laying.h"
#include "app/session/session.h"
#include <QWidget>

class QCheckBox;
class QComboBox;
class QLabel;
class QListWidget;
class QProgressBar;
class QPushButton;
class QSpinBox;

namespace hl::app {

class PictureView;
class ProgressBook;

class AssemblePane : public QWidget {
    Q_OBJECT
  public:
    AssemblePane(Session& session, QWidget& window);
    std::shared_ptr<const LaidWork> work() const { return work_; } // null until it is there
    void toTheBench(); // now, or as soon as the work is laid out

  signals:
    void benchWanted(); // the step at hand, as large as the window
    void laidAnew();

  protected:
    void showEvent(QShowEvent*) override;

  private:
    void layOut();
    void take(std::shared_ptr<const LaidWork> work);
    void fill();
    void draw();
    void move(int by);               // the chosen step, before or after the one beside it
    void stick(const QString& kind); // the chosen step, or all that is alike
    void showChoices(const steps::WorkStep& s);

    Session& session_;
    std::shared_ptr<const LaidWork> work_;
    std::shared_ptr<const Case> asked_; // what the work under way is for
    bool filling_ = false, benchNext_ = false;
    QPushButton* bench_;
    QSpinBox* cards_;
    QCheckBox* fromDrawer_;
    QListWidget* steps_;
    PictureView *before_, *after_, *chart_;
    QLabel *title_, *said_, *why_, *notes_, *count_;
    QPushButton *earlier_, *later_, *free_;
    QComboBox* adhesive_;
    QCheckBox* alike_;
    QString chosen_; // the id of the step that stays chosen when the work is laid out anew
    QProgressBar* progress_;
    Laying<LaidWork> laying_; // the last member, so that it goes first
};

} // namespace hl::app
