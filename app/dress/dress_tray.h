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

namespace hl {

// What a paper is dragged by; its data is the id of a paper or of a shipped pattern.
inline constexpr const char* paperMime = "application/x-hinge-lantern-paper";

// Lays a paper of the tray on a panel of the session's card, on the side that is turned to whoever
// looks at it; where a mat lies there already, that takes the paper. Refusals are told by the
// session.
void layPaper(Session& session, const std::string& paper, const std::vector<std::string>& panels);

class DressTray : public QWidget {
    Q_OBJECT
  public:
    explicit DressTray(Session& session, QWidget* parent = nullptr);

    void dressAll();   // with the proposals that are ticked
    void undressAll(); // takes all mats off

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
    std::vector<std::string> selectedPanels() const;

    Session& session_;
    QComboBox* scheme_;
    QListWidget* proposals_;
    QPushButton* all_;
    QLineEdit* search_;
    QListWidget* papers_;
    QLabel* none_;
    QListWidget* dressed_;
    std::vector<Proposal> proposed_;
};

} // namespace hl
