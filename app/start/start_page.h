// The start page: a new card, the demo designs as live pictures, and what was open lately.
#pragma once
#include "core/design/design.h"
#include <QStringList>
#include <QWidget>

class QGridLayout;
class QLabel;
class QLineEdit;
class QComboBox;
class QVBoxLayout;

namespace hl::app {

class StartPage : public QWidget {
    Q_OBJECT
  public:
    explicit StartPage(QWidget* parent = nullptr);
    // Reads the demo designs and the recent files anew.
    void refresh();

  signals:
    void newCard(const hl::Design& design);
    void openFile(const QString& path, bool asDemo);
    void browse();

  protected:
    void resizeEvent(QResizeEvent*) override;

  private:
    void start();
    void fillDemos();
    void layOutDemos();
    void fillRecent();
    QLineEdit* size_;
    QComboBox* spine_;
    QLabel* refusal_;
    QGridLayout* demos_;
    QWidget* left_;
    std::vector<QWidget*> cards_;
    int columns_ = 0;
    QVBoxLayout* recent_;
};

// Where the shipped designs are: beside the program or in its share folder. Empty: not found.
QString demoFolder();

QStringList recentFiles();
void rememberRecent(const QString& path);

} // namespace hl::app
