// Ways to fold: where folds may go either way, a small picture of every way in which the card
// closes; the maker points at one.
#pragma once
#include "core/edit/ways.h"
#include <QDialog>
#include <atomic>
#include <memory>

class QGridLayout;
class QLabel;

namespace hl::app {

class WaysDialog : public QDialog {
    Q_OBJECT
  public:
    WaysDialog(const Design& design, const Workshop& workshop, QWidget* parent = nullptr);
    ~WaysDialog() override;

    const std::vector<Way>& ways() const { return ways_; } // once they are found

  signals:
    void found();
    void chosen(int way);

  private:
    void show(const Result<std::vector<Way>>& ways);
    using QDialog::show;

    std::shared_ptr<std::atomic<bool>> closed_ = std::make_shared<std::atomic<bool>>(false);
    std::vector<Way> ways_;
    QLabel* told_;
    QGridLayout* grid_;
};

} // namespace hl::app
