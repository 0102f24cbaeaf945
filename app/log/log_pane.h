// The room Log: what was built, newest first, searched and counted; the one that is looked at;
// notes for the next time that concern the open design; and what was learned.
#pragma once
#include "app/session/session.h"
#include "core/journal/journal.h"
#include <QWidget>
#include <memory>

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;

namespace hl::app {

class BuildView;
class LearnedView;
class PictureView;

class LogPane : public QWidget {
    Q_OBJECT
  public:
    LogPane(Session& session, QWidget& window);
    // Asks what there is to say of the build, and records it.
    void record();

  signals:
    void openWanted(const QString& path); // the design of a build, as it was

  protected:
    void showEvent(QShowEvent*) override;

  private:
    bool open();     // the journal; says why not
    void fill();     // everything anew
    void fillList(); // what is asked for
    void fillFilter(QComboBox& box, journal::Count by);
    void showBuild();
    void showNotes();
    void drawChart();
    void carryOut();
    void tick();
    journal::Query asked() const;
    void refuse(const QString& why);
    bool told(const Trouble& trouble); // whether there is none
    template<class T> bool told(const Result<T>& result);

    Session& session_;
    std::unique_ptr<journal::Journal> journal_;
    std::vector<journal::Build> builds_;
    std::vector<journal::NextTime> notes_;
    QLineEdit* search_;
    QComboBox *family_, *paper_, *occasion_, *counted_;
    QCheckBox* prototypes_;
    QListWidget *list_, *next_;
    LearnedView* learned_;
    BuildView* build_;
    QLabel *count_, *trouble_, *caption_;
    QPushButton *do_, *done_;
    PictureView* chart_;
};

} // namespace hl::app
