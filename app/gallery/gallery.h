// The gallery: every structure and form of card with a picture of the real thing, which opens and
// closes under the pointer; searchable by name, purpose and what it stands on.
#pragma once
#include "core/measure/rooms.h"
#include <QDialog>
#include <vector>

class QLineEdit;
class QScrollArea;

namespace hl::app {

class Gallery : public QDialog {
    Q_OBJECT
  public:
    explicit Gallery(QWidget* parent = nullptr);

  signals:
    void chosen(const QString& family);

  protected:
    void keyPressEvent(QKeyEvent*) override;

  private:
    void filter(const QString& text);
    QWidget* firstShown() const;

    QLineEdit* search_;
    QScrollArea* scroll_;
    QWidget* empty_ = nullptr;
    std::vector<std::pair<QWidget*, std::vector<QWidget*>>> shelves_; // heading, entries
};

} // namespace hl::app
