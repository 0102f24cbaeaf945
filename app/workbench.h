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
class QVariantAnimation;

namespace hl::edit {
struct Resized;
} // namespace hl::edit
namespace hl::exports {
enum class Exports;
} // namespace hl::exports

namespace hl::app {

class AssemblePane;
class BenchView;
class FindingsPanel;
class FlatPane;
class FlatView;
class SideColumn;
class StandingPane;
class StandingView;
class StartPage;
struct Room;

class Workbench : public QMainWindow {
    Q_OBJECT
  public:
    Workbench();
    ~Workbench() override;

    Session& session() { return session_; }
    StandingView& standing();
    FlatView& flat();
    // Opens a file; a demo opens as a copy without a name.
    bool open(const QString& path, bool asDemo = false);
    // The same once the open design may be left.
    void openInstead(const QString& path);
    void showStart();
    void goTo(const QString& room); // by its id
    void toTheBench();              // one step of the work over the whole window
    // All that can be done here, and the same as the menus have it, row by row.
    const Actions& table() const { return table_; }
    const std::vector<QAction*>& menuActions() const { return actions_; }
    // Shows a problem, or good news, above the views until it is put away.
    void tell(const QString& message, bool good = false);

  protected:
    void closeEvent(QCloseEvent*) override;
    void resizeEvent(QResizeEvent*) override;

  private:
    void enter(const Room& room); // shows its panes, nothing chosen in them
    void toTops();                // of what scrolls beside it
    void showPanes();             // what the room has, or the one that fills the window
    QWidget* subjectPane() const; // what the room is about
    QWidget* lowerPane() const;   // what lies below it; null: nothing
    bool roomForFindings() const;
    bool drawing(); // on the flat parts
    void fill();
    void toggleLower();
    void keepLayout();
    Actions tableOfActions();
    void addViewActions(Actions& table);
    void buildMenus();
    void refreshActions(); // what can be done now
    bool can(When when);
    bool canRemove();
    const GroupSpec* groupChosen(); // the group that is selected, or holds what is; or null
    void holdChosen();
    void letChosenGo();
    void pickUp(Placing::Tool tool); // or lay it down again
    void findAction();
    void showKeys();
    QWidget* buildMessage();
    QWidget* buildTopBar();
    QWidget* buildPanes();
    void showDesign();
    void add(const QString& kind);
    void choose();    // from the gallery
    void showWays();  // to fold what may go either way
    void arrange();   // an array along the fold
    void resizeAll(); // to another closed size
    void takeResized(const Design& before, const Result<Resized>& next, const QString& size);
    void change(const Result<std::pair<Design, std::string>>& next, const QString& label);
    void addBlankPart();
    void removeSelected();
    bool save();
    bool saveAs();
    void importNet();
    void printSheets();
    void exportPicture();
    void exportAs(Exports what);
    void askBackwards();
    void writeProof(); // the report, to a file the maker names
    void openWorkshop();
    void browse();
    bool mayLeave(); // asks about unsaved changes
    void offerRecovery(const QString& path = {});
    void readAgain(); // after another program wrote to the open file
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
    QMenu* recentMenu_;
    std::vector<QPushButton*> rooms_;    // as in their table
    std::vector<QWidget*> betweenRooms_; // signs, where there is room for them
    Actions table_;
    std::vector<QAction*> actions_;
    bool designShown_ = false; // else the start page
    const Room* room_ = nullptr;
    bool lowerAway_ = false, somethingToSay_ = false, drew_ = false;
    QWidget* filling_ = nullptr; // the one pane that fills the window
    QSplitter *across_, *centre_;
    SideColumn* column_;
    StandingPane* standing_;
    FlatPane* flat_;
    std::vector<QWidget*> subjects_; // what each room is about; several share the standing card
    QWidget* prove_;
    BenchView* bench_ = nullptr; // while somebody is at it
    FindingsPanel* findings_;
    QVariantAnimation* motion_;
    Worker background_;      // what takes long besides the proof
    QStringList passedOver_; // copies of earlier runs that were offered already
};

} // namespace hl::app
