// One build of the journal: what was said of it, its photographs, its design as it was, and a page
// of it to print or to share.
#pragma once
#include "core/journal/entry.h"
#include "core/measure/result.h"
#include <QWidget>
#include <optional>

class QLabel;
class QListWidget;
class QPushButton;

namespace hl::app {

class BuildView : public QWidget {
    Q_OBJECT
  public:
    BuildView();
    void
    setBuild(std::optional<journal::Build> build); // with its design and its photographs' bytes

  signals:
    void openWanted(const QString& path); // the design, written to a file of its own
    void refused(const QString& why);

  private:
    void showPhotos();
    void enlarge(int photo);
    void openAsItWas();
    void writePage();
    bool saved(const QString& path, const std::string& bytes);

    std::optional<journal::Build> build_;
    QLabel* said_;
    QListWidget* photos_;
    QPushButton *asItWas_, *page_;
};

} // namespace hl::app
