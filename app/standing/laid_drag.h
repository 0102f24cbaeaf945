// Dragging what is laid on a panel in the standing view: by its middle, its corners and the knob
// that turns it, with lines that show what it is even with.
#pragma once
#include "app/session/session.h"
#include "core/edit/laid.h"
#include <QPointF>

class QPainter;

namespace hl::app {

class StandingView;

class LaidDrag {
  public:
    LaidDrag(StandingView& view, Session& session) : view_(view), session_(session) {}

    // Takes hold of the selected structure there; false where there is nothing of it.
    bool press(const QPointF& pixel);
    void move(const QPointF& pixel, bool fine);
    void release();
    // The handles of the selected structure and the lines of the drag.
    void paint(QPainter& painter) const;
    // Where a handle is on the screen: corners 0 to 3, and 4 for the knob.
    static QPointF handle(const StandingView& view, const Case& folded, const Laid& laid,
                          int which);

  private:
    std::optional<Laid> selected() const;

    StandingView& view_;
    Session& session_;
    std::shared_ptr<const Case> folded_; // when the drag began; null: there is none
    Laid start_;
    Hold hold_ = Hold::Middle;
    Vec2 from_ = Vec2::Zero();
    std::vector<Guide> guides_;
};

} // namespace hl::app
