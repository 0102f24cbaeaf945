// The workshop: the maker's ruler, usual errors and tools, the papers in the drawer, the table of
// mail classes.
#pragma once
#include "core/design/design.h"
#include "core/workshop/workshop.h"
#include <QDialog>

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QTableWidget;

namespace hl::app {

class DrawerPage;

class WorkshopDialog : public QDialog {
    Q_OBJECT
  public:
    // `wanted`: the papers of the design at hand.
    WorkshopDialog(const Workshop& workshop, const std::vector<Stock>& wanted,
                   QWidget* parent = nullptr);
    Workshop workshop() const;
    void accept() override; // stays open while a line of the papers cannot be read

  private:
    void addRow(const MailClass& mail);
    void addRow(const Adhesive& adhesive);
    QWidget* toolsPage();
    QWidget* adhesivesPage();
    QWidget* mailPage();
    Workshop before_;
    DrawerPage* papers_;
    QComboBox* ruler_;
    QComboBox* school_;
    QCheckBox *inside_, *bothEnds_;
    QDoubleSpinBox *trimmer_, *boardWidth_, *boardHeight_, *grooves_, *hold_, *matWidth_,
        *matHeight_, *allowance_, *margin_;
    QDoubleSpinBox *score_, *cut_, *laying_, *adhesive_;
    QTableWidget *mail_, *adhesives_;
};

} // namespace hl::app
