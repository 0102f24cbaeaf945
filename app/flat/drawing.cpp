#include "app/flat/drawing.h"
#include "app/session/aside.h"
#include "core/assemble/assemble.h"
#include "core/edit/draw.h"
#include <algorithm>
#include <cmath>

namespace hl::app {

bool Drawing::drawsLines() const {
    const Placing::Tool t = session_.placing().tool();
    return t == Placing::Tool::Valley || t == Placing::Tool::Mountain || t == Placing::Tool::Slit;
}

LineKind Drawing::kind() const {
    return session_.placing().tool() == Placing::Tool::Valley     ? LineKind::Valley
           : session_.placing().tool() == Placing::Tool::Mountain ? LineKind::Mountain
                                                                  : LineKind::Slit;
}

Snap Drawing::snap(const Spot& spot, bool fine) const {
    if (fine || !session_.snapshot())
        return {spot.at, {}};
    const Assembly& now = session_.snapshot()->folded->assembly;
    return snapTo(around_ ? *around_ : now, spot.index, spot.at, spot.reach,
                  session_.design().units);
}

void Drawing::hover(const Spot& spot) {
    preview_.reset();
    if (spot.index < 0 || !(drawsLines() || session_.placing().tool() == Placing::Tool::Tab))
        return;
    const Snap s = snap(spot, false);
    preview_ = Preview{spot.index, {}, kind(), s.at, QString::fromStdString(s.what)};
}

bool Drawing::press(const Spot& spot, const QString& thing) {
    gesture_ = Gesture::None;
    line_.clear();
    around_.reset();
    if (spot.index < 0 || !session_.snapshot() || !session_.current())
        return session_.placing().tool() != Placing::Tool::Select;
    part_ = spot.part;
    const bool drawable = part_ == "card" || session_.design().part(part_);
    if (session_.placing().tool() == Placing::Tool::Glue) {
        if (session_.snapshot()->folded->assembly.panel(thing.toStdString()) >= 0)
            session_.placing().glueAt(thing, spot.at);
        return true;
    }
    if (session_.placing().tool() != Placing::Tool::Select && !drawable) {
        session_.refuse(QObject::tr("%1 is a structure, whose creases follow from its "
                                    "measures; draw on a blank or on the card.")
                            .arg(QString::fromStdString(part_)));
        return true;
    }
    if (session_.placing().tool() == Placing::Tool::Tab) {
        auto added = aside([&] { return addTab(session_.design(), part_, spot.at); });
        if (!added) {
            session_.refuse(added.problem());
            return true;
        }
        session_.edit(added->first, QObject::tr("Add a tab"));
        session_.selection().choose(QString::fromStdString(added->second));
        return true;
    }
    if (drawsLines()) {
        gesture_ = Gesture::Line;
        pressed_ = last_ = snap(spot, false).at;
        return true;
    }
    // Without a tool: drag the end of a drawn line, or all of it.
    const std::string id = drawnLine(session_.design(), thing.toStdString());
    if (id.empty() || !drawable || ownerOf(id) != part_)
        return false;
    before_ = session_.design();
    for (const LineSpec& l : *before_.linesOf(part_)) {
        if (part_ + "." + l.id != id)
            continue;
        line_ = l.id;
        gesture_ = Gesture::Whole;
        pressed_ = spot.at;
        gestureId_ = QString("draw %1").arg(++gestures_);
        double least = spot.reach;
        for (size_t i = 0; i < l.points.size(); ++i) {
            const double off = (Vec2(l.points[i].x.mm(), l.points[i].y.mm()) - spot.at).norm();
            if (off < least) {
                least = off;
                gesture_ = Gesture::Point;
                point_ = i;
            }
        }
        Design without = before_;
        without.joins.clear();
        without.motion.clear();
        auto& lines = *without.linesOf(part_);
        lines.erase(std::remove_if(lines.begin(), lines.end(),
                                   [&](const LineSpec& o) { return o.id == line_; }),
                    lines.end());
        if (auto made = aside([&] { return assemble(without); }))
            around_ = *made;
        session_.selection().choose(thing);
    }
    return gesture_ != Gesture::None;
}

void Drawing::move(const Spot& spot, bool fine) {
    if (gesture_ == Gesture::None || spot.index < 0)
        return;
    const QString unit = session_.design().units == Unit::Inch ? "in" : "mm";
    if (gesture_ == Gesture::Whole) {
        const double step = fine ? 0.01 : session_.design().units == Unit::Inch ? 25.4 / 16 : 0.5;
        Vec2 by = spot.at - pressed_;
        by = Vec2(std::round(by.x() / step) * step, std::round(by.y() / step) * step);
        auto moved = aside([&] { return moveLine(before_, part_, line_, by); });
        if (moved) // one that would part the sheet wrongly stays where it was
            session_.edit(*moved, QObject::tr("Move %1").arg(QString::fromStdString(line_)),
                          gestureId_);
        preview_ = Preview{spot.index,
                           {},
                           kind(),
                           spot.at,
                           QObject::tr("%1, %2 mm").arg(by.x(), 0, 'f', 1).arg(by.y(), 0, 'f', 1)};
        return;
    }
    const Snap s = snap(spot, fine);
    if (gesture_ == Gesture::Point) {
        auto moved = aside([&] { return movePoint(before_, part_, line_, point_, s.at); });
        if (moved)
            session_.edit(*moved,
                          QObject::tr("Move the end of %1").arg(QString::fromStdString(line_)),
                          gestureId_);
        preview_ = Preview{spot.index, {}, kind(), s.at, QString::fromStdString(s.what)};
        return;
    }
    last_ = s.at;
    QString text =
        QString::fromStdString(sayLength((last_ - pressed_).norm(), session_.design().units));
    if (!s.what.empty())
        text += QObject::tr(", %1").arg(QString::fromStdString(s.what));
    preview_ = Preview{spot.index, std::pair{pressed_, last_}, kind(), s.at, text};
}

void Drawing::release() {
    constexpr double least = 1; // mm: less is a slip of the hand
    if (gesture_ == Gesture::Line && (last_ - pressed_).norm() >= least) {
        auto added =
            aside([&] { return addLine(session_.design(), part_, kind(), pressed_, last_); });
        if (!added) {
            session_.refuse(added.problem());
        } else {
            session_.edit(added->first, kind() == LineKind::Slit ? QObject::tr("Draw a slit")
                                                                 : QObject::tr("Draw a crease"));
            session_.selection().choose(QString::fromStdString(added->second));
        }
    }
    gesture_ = Gesture::None;
    line_.clear();
    around_.reset();
    preview_.reset();
}

} // namespace hl::app
