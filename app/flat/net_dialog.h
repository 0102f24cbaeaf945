// What the layers, colours or dashes of a drawing are: a choice for each, with a preview. Remembers
// what it was told.
#pragma once
#include "core/edit/net.h"
#include <QDialog>

class QComboBox;
class QFormLayout;
class QLabel;
class QPushButton;

namespace hl::app {

class PictureView;

class NetDialog : public QDialog {
    Q_OBJECT
  public:
    NetDialog(const Design& design, const files::Drawing& drawing, QWidget* parent = nullptr);
    const NetMade* made() const { return made_ ? &*made_ : nullptr; }

  private:
    void sort(LinesBy by); // a row for every kind of line
    void look();           // tries it with what is chosen

    const Design& design_;
    const files::Drawing& drawing_;
    std::vector<DrawnPath> lines_; // sorted
    QComboBox* by_;
    QFormLayout* form_;
    std::vector<std::pair<std::string, QComboBox*>> layers_;
    PictureView* preview_;
    QLabel* said_;
    QPushButton* take_;
    std::optional<NetMade> made_;
};

} // namespace hl::app
