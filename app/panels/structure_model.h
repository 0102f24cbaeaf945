// The card and what stands on it, each thing under its host: a tree that changes row by row, so
// that what is current stays so.
#pragma once
#include "app/session/session.h"
#include <QAbstractItemModel>

namespace hl::app {

class StructureModel : public QAbstractItemModel {
    Q_OBJECT
  public:
    explicit StructureModel(Session& session, QObject* parent = nullptr);
    static constexpr int idRole = Qt::UserRole;
    QModelIndex indexOf(const QString& id) const;

    QModelIndex index(int row, int column, const QModelIndex& parent = {}) const override;
    QModelIndex parent(const QModelIndex& child) const override;
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& = {}) const override { return 1; }
    QVariant data(const QModelIndex& index, int role) const override;

  signals:
    void madeUpAnew(); // things came, went or moved

  private:
    struct Thing {
        QString id, name, tip, icon;
        int parent = -1; // number of a thing; -1: the root
        std::vector<int> children;
        std::optional<Severity> worst; // of its findings
        bool operator==(const Thing& o) const {
            return id == o.id && parent == o.parent && children == o.children;
        }
    };
    std::vector<Thing> things() const;
    void update();

    Session& session_;
    std::vector<Thing> things_; // the card first
};

} // namespace hl::app
