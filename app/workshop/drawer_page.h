// The papers of the drawer as a table: a line for each size of sheet.
#pragma once
#include "core/design/design.h"
#include "core/workshop/drawer.h"
#include <QWidget>

class QLabel;
class QTableWidget;

namespace hl::app {

class DrawerPage : public QWidget {
    Q_OBJECT
  public:
    // `wanted`: the papers of the design at hand, which one button puts in.
    DrawerPage(const Drawer& drawer, const std::vector<Stock>& wanted, QWidget* parent = nullptr);
    // The papers in the table, lines of the same name together; nothing where a line has no name or
    // no size, which is then said on the page.
    std::optional<std::vector<DrawerPaper>> papers() const;

  private:
    void addRow(const DrawerPaper& paper, const PaperSheet& sheet);
    void fill(const std::vector<DrawerPaper>& papers);
    void importTable();
    void exportTable();

    QTableWidget* table_;
    QLabel* said_;
    std::vector<Stock> wanted_;
};

} // namespace hl::app
