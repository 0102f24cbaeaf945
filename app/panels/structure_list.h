// The structure list: the card and what stands on it, as tall as it needs.
#pragma once
#include "app/panels/structure_model.h"
#include <QTreeView>

namespace hl::app {

class StructureList : public QTreeView {
    Q_OBJECT
  public:
    explicit StructureList(Session& session, QWidget* parent = nullptr);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {80, sizeHint().height()}; }

  protected:
    void selectionChanged(const QItemSelection& selected,
                          const QItemSelection& deselected) override;

  private:
    void mark(); // the selection
    Session& session_;
    StructureModel* things_;
    bool busy_ = false;
};

} // namespace hl::app
