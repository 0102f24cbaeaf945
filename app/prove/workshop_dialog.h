// The workshop: the maker's ruler and usual errors, and the table of mail classes.
#pragma once
#include "core/workshop/workshop.h"
#include <QDialog>

class QComboBox;
class QDoubleSpinBox;
class QTableWidget;

namespace hl {

class WorkshopDialog : public QDialog {
    Q_OBJECT
  public:
    explicit WorkshopDialog(const Workshop& workshop, QWidget* parent = nullptr);
    Workshop workshop() const;

  private:
    void addRow(const MailClass& mail);
    QComboBox* ruler_;
    QDoubleSpinBox *score_, *cut_, *laying_, *adhesive_;
    QTableWidget* mail_;
};

} // namespace hl
