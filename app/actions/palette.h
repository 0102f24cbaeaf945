// The palette: every action that can be done now, found by a few letters of its words. And the
// sheet of keys: what can be done without the mouse, menu by menu. Both are made from the table.
#pragma once
#include "app/actions/action.h"
#include <QDialog>

class QLineEdit;
class QListWidget;

namespace hl::app {

class Palette : public QDialog {
    Q_OBJECT
  public:
    // The actions of the table as the menus have them, row by row.
    Palette(const Actions& table, const std::vector<QAction*>& actions, QWidget* parent);

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void filter(const QString& words);
    void runChosen();

    const Actions& table_;
    const std::vector<QAction*>& actions_;
    QLineEdit* words_;
    QListWidget* list_;
};

class KeySheet : public QDialog {
    Q_OBJECT
  public:
    KeySheet(const Actions& table, QWidget* parent);
};

} // namespace hl::app
