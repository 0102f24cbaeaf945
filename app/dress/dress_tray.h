// The tray: papers to dress the card with, schemes for all of it at once, and a list of what lies
// where.
#pragma once
#include "app/session/session.h"
#include "core/dress/dress.h"
#include <QWidget>

class QComboBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;

namespace hl::app {

class DressTray : public QWidget {
    Q_OBJECT
  public:
    explicit DressTray(Session& session, QWidget* parent = nullptr);

    void dressAll();   // with the proposals that are ticked
    void undressAll(); // takes all mats off
    void remember();   // how the selected panel is dressed
    void alike();      // dresses what is selected like what was remembered

  protected:
    void showEvent(QShowEvent*) override;

  private:
    void takePicture();
    void fillPapers();
    void fillProposals();
    void sayHowMany();
    void fillDressed();
    void filter(const QString& text);
    void pick(const QString& paper); // for what is selected
    void put(const QString& thing);  // on what is selected
    std::vector<std::string> selectedPanels() const;

    Session& session_;
    QComboBox* scheme_;
    QListWidget* proposals_;
    QPushButton* all_;
    QLineEdit* search_;
    QListWidget* papers_;
    QListWidget* things_;
    std::string remembered_; // the id of a panel
    QLabel* none_;
    QListWidget* dressed_;
    std::vector<Proposal> proposed_;
};

} // namespace hl::app
