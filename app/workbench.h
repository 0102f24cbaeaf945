// The workbench: the main window with all views of one design.
#pragma once
#include "app/actions/action.h"
#include "app/session/session.h"
#include <QMainWindow>

class QFrame;
class QLabel;
class QPushButton;
class QSplitter;
class QStackedWidget;
class QMenu;
class QComboBox;
class QLineEdit;
class QVariantAnimation;

namespace hl {

class FindingsPanel;
class ProveView;
class FlatView;
class MeasuresPanel;
class StandingView;
class StartPage;
struct Room;
enum class Exports;

class Workbench : public QMainWindow {
    Q_OBJECT
  public:
    Workbench();
    ~Workbench() override;

    Session& session() { return session_; }
    StandingView& standing() { return *standing_; }
    FlatView& flat() { return *flat_; }
    // Opens a file; a demo opens as a copy without a name.
    bool open(const QString& path, bool asDemo = false);
    void showStart();
    void goTo(const QString& room); // by its id
    // All that can be done here, and the same as the menus have it, row by row.
    const Actions& table() const { return table_; }
    const std::vector<QAction*>& menuActions() const { return actions_; }
    // Shows a problem, or good news, above the views until it is put away.
    void tell(const QString& message, bool good = false);

  protected:
    void closeEvent(QCloseEvent*) override;

  private:
    void enter(const Room& room); // shows its views, nothing chosen in them
    Actions tableOfActions();
    void buildMenus();
    void refreshActions(); // what can be done now
    bool can(When when);
    bool canRemove();
    void pickUp(Session::Tool tool); // or lay it down again
    void findAction();
    void showKeys();
    QWidget* buildTopBar();
    QWidget* buildLeft();
    QWidget* buildCentre();
    void showDesign();
    void add(const QString& kind);
    void choose();    // from the gallery
    void arrange();   // an array along the fold
    void resizeAll(); // to another closed size
    void change(const Result<std::pair<Design, std::string>>& next, const QString& label);
    void addBlankPart();
    void removeSelected();
    bool save();
    bool saveAs();
    void exportSheets();
    void exportAs(Exports what, const QString& title, const QString& fallback);
    void askBackwards();
    void writeProof(); // the report, to a file the maker names
    void openWorkshop();
    void browse();
    bool mayLeave(); // asks about unsaved changes
    void offerRecovery(const QString& path = {});
    void readAgain(); // after another program wrote to the open file
    bool mayReplace(const QString& path);
    void refreshTitle();
    void fillRecent();
    void play();
    void switchTheme();

    Session session_;
    QStackedWidget* pages_;
    StartPage* start_ = nullptr;
    QFrame* message_;
    QLabel* messageText_;
    QLabel* title_;
    QLabel* scale_;
    QLineEdit* openingField_;
    QMenu* recentMenu_;
    std::vector<QPushButton*> rooms_; // as in their table
    Actions table_;
    std::vector<QAction*> actions_;
    bool designShown_ = false; // else the start page
    StandingView* standing_;
    FlatView* flat_;
    FindingsPanel* findings_;
    MeasuresPanel* measures_;
    QWidget* structures_;
    QSplitter* halves_;
    QStackedWidget* lower_;
    ProveView* prove_;
    QComboBox* sheet_;
    QPushButton *showParts_, *showSheets_;
    QVariantAnimation* motion_;
    QStringList passedOver_; // copies of earlier runs that were offered already
};

} // namespace hl
