// The flat parts or the sheets, with their bar: what is shown, the tools for drawing, the scale.
#pragma once
#include "app/session/session.h"
#include "core/make/sheets.h"
#include <QWidget>

class QButtonGroup;
class QCheckBox;
class QComboBox;
class QLabel;
class QPushButton;

namespace hl::app {

class FlatView;

class FlatPane : public QWidget {
    Q_OBJECT
  public:
    // Buttons are made of the window's actions, found by their ids.
    FlatPane(Session& session, QWidget& window);
    FlatView& view() { return *view_; }
    void showSheets(bool sheets); // or the parts

  private:
    void ownSize(); // asks for it
    void choose(const SheetFormat& format);

    Session& session_;
    FlatView* view_;
    QPushButton *parts_, *sheets_;
    QComboBox* format_;
    QCheckBox* patterns_;
};

} // namespace hl::app
