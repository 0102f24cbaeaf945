// The room Make: paper by paper the sheets with their cuts in order, blank by blank the board with
// its scores; the step at hand in the picture, ticks for what is done.
#pragma once
#include "app/make/planned.h"
#include "app/session/laying.h"
#include "app/session/session.h"
#include <QWidget>

class QCheckBox;
class QLabel;
class QListWidget;
class QProgressBar;
class QPushButton;
class QSpinBox;
class QToolButton;

namespace hl::app {

class PictureView;

class MakePane : public QWidget {
    Q_OBJECT
  public:
    MakePane(Session& session, QWidget& window);
    enum Mode { Cuts, Scores };
    void turnTo(Mode mode);
    const Planned* planned() const { return planned_.get(); } // null until it is there
    // What is planned by, for whoever writes the same plan down: how many cards, whether from the
    // drawer, and what the maker wants otherwise.
    struct Wished {
        int copies = 1;
        bool fromDrawer = false;
        CutWishes cuts;
    };
    Wished wished() const;
    // What was wanted of this design before.
    static CutWishes keptWishes(Session& session);

  signals:
    void plannedAnew();

  protected:
    void showEvent(QShowEvent*) override;

  private:
    void plan();
    bool outOfDate() const; // what is planned
    void take(std::shared_ptr<const Planned> planned);
    void fillThings();
    void fillSteps();
    void draw();
    void forward(); // ticks the step and goes on to the next one
    void back();
    void takeSheets();                  // out of the drawer
    void offerWishes();                 // what the maker can want otherwise of the chosen sheet
    void want(const CutWishes& wishes); // keeps them, and plans by them
    std::vector<QString> stepsOf(int thing) const;
    QString keyOf(int thing, int step) const;
    bool ticked(const QString& key) const { return ticks_.contains(key); }
    void tick(const QString& key, bool done);
    void countTicks();

    Session& session_;
    Mode mode_ = Cuts;
    std::shared_ptr<const Planned> planned_;
    std::shared_ptr<const Case> planning_; // what the plan under way is for
    QStringList ticks_;
    // What is left in the drawer once the sheets of this plan are out of it: it is not planned anew
    // for that.
    std::optional<Drawer> taken_;
    bool filling_ = false;
    QPushButton *cuts_, *scores_, *next_, *back_, *take_;
    QToolButton* otherwise_;
    CutWishes wishes_;
    QCheckBox* fromDrawer_;
    QSpinBox* copies_;
    QListWidget *things_, *steps_;
    PictureView* picture_;
    QLabel *said_, *notes_, *count_;
    QProgressBar* progress_;
    Laying<Planned> laying_; // the last member, so that it goes first
};

} // namespace hl::app
