// A row of things that goes on in a further row where there is no room for all: nothing in a bar is
// cut off, however large the letters are. What follows a spring keeps to the right.
#pragma once
#include "core/measure/rooms.h"
#include <QLayout>
#include <vector>

namespace hl::app {

class FlowLayout : public QLayout {
  public:
    explicit FlowLayout(QWidget* parent = nullptr);
    ~FlowLayout() override;

    void addSpring(); // what is added from now on keeps to the right
    void addItem(QLayoutItem* item) override;
    int count() const override { return int(items_.size()); }
    QLayoutItem* itemAt(int i) const override;
    QLayoutItem* takeAt(int i) override;
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override { return arrange(QRect(0, 0, width, 0), false); }
    QSize sizeHint() const override;
    QSize minimumSize() const override;
    Qt::Orientations expandingDirections() const override { return {}; }
    void setGeometry(const QRect& rect) override;

  private:
    int arrange(const QRect& rect, bool move) const; // the height it takes
    std::vector<QLayoutItem*> items_;
    size_t spring_; // the first that keeps to the right
};

} // namespace hl::app
