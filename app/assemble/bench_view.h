// The bench: one step over the whole window, to be read at an arm's length with sticky hands.
// Space, the arrow keys, the large button or a click anywhere go on; clocks run on by themselves
// and call softly; Escape leads back.
#pragma once
#include "app/assemble/laid_work.h"
#include "app/assemble/progress_book.h"
#include <QElapsedTimer>
#include <QTimer>
#include <QWidget>

class QCheckBox;
class QLabel;
class QProgressBar;
class QPushButton;

namespace hl::app {

class PictureView;

class BenchView : public QWidget {
    Q_OBJECT
  public:
    explicit BenchView(QWidget* parent = nullptr);
    // Lays the work on the bench, at the step at which it was left. `key`: of the settings.
    void lay(std::shared_ptr<const LaidWork> work, const QString& key);
    int at() const { return at_; } // the step at hand, by number; as many as there are: all done

  public slots:
    void forward(); // the step is done: its clocks start, and the next one comes
    void back();

  signals:
    void left();
    void called(const QString& what); // a clock has run out

  protected:
    void keyPressEvent(QKeyEvent*) override;
    void mousePressEvent(QMouseEvent*) override;

  private:
    void show(int step);
    void tick();
    void startAnew();

    std::shared_ptr<const LaidWork> work_;
    ProgressBook book_;
    int at_ = 0;
    QElapsedTimer since_; // the step came up
    QLabel *where_, *title_, *said_, *clocks_, *then_;
    PictureView *before_, *after_;
    QPushButton *next_, *back_, *leave_, *anew_;
    QCheckBox* sound_;
    QProgressBar* progress_;
    QTimer each_; // second
};

} // namespace hl::app
