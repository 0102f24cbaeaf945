// Placing: what the pointer does on flat parts and on the standing card besides choosing - drawing,
// gluing a tab, and putting a structure where it is pointed at. Folding the ghost is a worker's
// work, so that the pointer never waits.
#pragma once
#include "app/session/worker.h"
#include "core/fold/case.h"
#include "core/structures/family.h"
#include <QString>

namespace hl::app {

class Session;

class Placing : public QObject {
    Q_OBJECT
  public:
    explicit Placing(Session& session);

    enum class Tool { Select, Valley, Mountain, Slit, Tab, Glue, Place };
    Tool tool() const { return tool_; }
    void setTool(Tool tool);

    // The tab picked up to be glued; empty until one is pointed at.
    QString picked() const { return picked_; }
    // With the gluing tool: the first pointing picks a tab up, the second puts it on a panel at a
    // place (flat coordinates of the panel's part). Where `face` says which side is seen there, the
    // panel that is picked up keeps that side in view (a tab lies as it folds), and lies on that
    // side of its landing.
    void glueAt(const QString& panel, const Vec2& at, std::optional<bool> face = {});

    // From choosing a family to pointing at the fold or panel it goes on. Meanwhile the ghost is
    // the design with it where the pointer is; null where it cannot stand.
    void start(const QString& family);
    QString family() const { return family_; }
    std::shared_ptr<const Case> ghost() const { return ghost_; }
    QString ghostId() const { return ghostId_; }
    // The pointer is over a crease or panel at a place in the flat coordinates of its part.
    void pointAt(const QString& host, const Vec2& at);
    // Puts it there for good, once the ghost of that place is folded; says why when it cannot be.
    void put();

  signals:
    void toolChanged(); // or what it has picked up
    void ghostChanged();

  private:
    struct Ghost;
    void take(const Ghost& ghost);
    void finish();

    Session& session_;
    Tool tool_ = Tool::Select;
    QString picked_, family_, ghostId_, why_;
    std::optional<bool> pickedFace_; // the side of it that was pointed at
    std::shared_ptr<const Case> ghost_;
    int asked_ = 0, taken_ = 0; // ghosts, by number
    bool putting_ = false;      // as soon as the newest is there
    Worker worker_;             // the last member, so that it goes first
};

} // namespace hl::app
