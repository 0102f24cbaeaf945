// Drawing on flat parts: creases and slits from point to point, tabs on edges, and the dragging of
// what was drawn. It knows parts and millimetres, no pixels; the flat view shows its preview.
#pragma once
#include "app/session/session.h"
#include "core/edit/snap.h"
#include <optional>

namespace hl::app {

class Drawing {
  public:
    explicit Drawing(Session& session) : session_(session) {}

    struct Spot { // where the pointer is
        std::string part;
        int index = -1; // of the part in the assembly
        Vec2 at;        // flat coordinates
        double reach;   // mm within which it snaps
    };
    struct Preview {
        int part = -1;
        std::optional<std::pair<Vec2, Vec2>> line; // being drawn
        LineKind kind = LineKind::Valley;
        Vec2 point;   // where a press would be
        QString text; // what it snaps to, how long the line is
    };

    // Whether the press is taken; `thing` is the id under the pointer.
    bool press(const Spot& spot, const QString& thing);
    void move(const Spot& spot, bool fine);
    void release();
    void hover(const Spot& spot); // shows where a press would land
    void leave() { preview_.reset(); }
    const std::optional<Preview>& preview() const { return preview_; }

  private:
    bool drawsLines() const;
    LineKind kind() const;
    Snap snap(const Spot& spot, bool fine) const;

    Session& session_;
    std::optional<Preview> preview_;
    enum class Gesture { None, Line, Point, Whole } gesture_ = Gesture::None;
    std::string part_, line_; // being dragged
    size_t point_ = 0;
    Vec2 pressed_{0, 0}, last_{0, 0};
    Design before_;                  // the design when the drag began
    std::optional<Assembly> around_; // what was drawn then, without the line that moves
    QString gestureId_;
    int gestures_ = 0;
};

} // namespace hl::app
