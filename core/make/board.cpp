#include "core/make/board.h"
#include "core/make/blank_shape.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>

namespace hl {
LaidBlank::LaidBlank(double width, double height, BlankEdge edge, bool face)
    : size_(width, height), across_(face ? 1 : -1, 0), up_(0, 1), shift_(0, 0), face_(face) {
    for (int turns = 0; turns < 4; ++turns) {
        const Vec2 outward = edge == BlankEdge::Left     ? Vec2(-across_)
                             : edge == BlankEdge::Right  ? across_
                             : edge == BlankEdge::Bottom ? Vec2(-up_)
                                                         : up_;
        if (outward.x() < -0.5)
            break;
        across_ = Vec2(-across_.y(), across_.x());
        up_ = Vec2(-up_.y(), up_.x());
    }
    Vec2 low(1e300, 1e300);
    for (const Vec2& corner : {Vec2(0, 0), Vec2(size_.x(), 0), Vec2(0, size_.y()), size_})
        low = low.cwiseMin(onBoard(corner));
    shift_ = -low;
}

double LaidBlank::depth() const { return std::fabs(across_.x()) > 0.5 ? size_.x() : size_.y(); }

Result<std::vector<MadeLine>> carriedOut(double width, double height,
                                         const std::vector<ScoreStep>& steps) {
    std::vector<MadeLine> made;
    std::vector<Vec2> marks;
    std::optional<LaidBlank> lying;
    BlankEdge edge = BlankEdge::Left;
    double under = 0; // how much of the paper is folded under, from the edge at the fence
    int n = 0;
    for (const ScoreStep& s : steps) {
        const std::string place = "step " + numberText(++n);
        if (!lying) { // the first step says how the blank is laid down
            edge = s.edge.value_or(BlankEdge::Left);
            lying.emplace(width, height, edge, s.face);
        }
        if (s.what == ScoreStep::Turn || s.what == ScoreStep::Flip) {
            if ((s.what == ScoreStep::Turn) != (s.face == lying->face()))
                return Problem{place, "a turn shows the same face, a flip the other", ""};
            if (!s.edge)
                return Problem{place, "no edge is named", ""};
            edge = *s.edge;
            under = 0;
            lying.emplace(width, height, edge, s.face);
            continue;
        }
        if (s.face != lying->face())
            return Problem{place, "the other face is up", ""};
        const auto onPaper = [&](const Vec2& p) {
            return p.x() > -hairline && p.y() > -hairline && p.x() < width + hairline &&
                   p.y() < height + hairline;
        };
        // Where it is folded there is a groove from end to end.
        if (s.what == ScoreStep::Fold) {
            const bool upright = edge == BlankEdge::Left || edge == BlankEdge::Right;
            const double across = upright ? height : width;
            const auto there = [&](const MadeLine& m) {
                const Vec2 a = lying->onBoard(m.from), b = lying->onBoard(m.to);
                return !m.slit && std::fabs(a.x() - s.fence) < hairline &&
                       std::fabs(b.x() - s.fence) < hairline &&
                       std::fabs(std::fabs(a.y() - b.y()) - across) < hairline;
            };
            if (under > 0)
                return Problem{place, "it is folded over already", ""};
            if (!s.edge || *s.edge != edge)
                return Problem{place, "another edge lies against the fence", ""};
            if (std::none_of(made.begin(), made.end(), there))
                return Problem{place, "there is no score to fold it at", ""};
            under = s.fence;
            continue;
        }
        if (s.what == ScoreStep::Mark) {
            const Vec2 at = s.start;
            if (!onPaper(at))
                return Problem{place, "the mark lies beside the paper", ""};
            marks.push_back(at);
            continue;
        }
        MadeLine line;
        line.face = s.face;
        line.slit = s.what == ScoreStep::Slit;
        line.name = s.crease;
        const auto marked = [&](const Vec2& p) {
            for (const Vec2& m : marks)
                if ((m - p).norm() < hairline)
                    return true;
            return false;
        };
        if (!s.edge) {
            if (!marked(s.start) || !marked(s.end))
                return Problem{place, "there is no mark to go by", ""};
            line.from = s.start;
            line.to = s.end;
        } else {
            if (*s.edge != edge)
                return Problem{place, "another edge lies against the fence", ""};
            if (s.at < -hairline || s.at > lying->depth() + hairline)
                return Problem{place, "the paper does not reach that far", ""};
            if (std::fabs(s.fence + under - s.at) > hairline)
                return Problem{place, "its distances from edge and fence do not go together", ""};
            if (under > 0 && under > s.fence - hairline)
                return Problem{place, "it would go through what is folded under", ""};
            // The groove is a line of the board; where along it to begin and to stop is measured on
            // the blank's own edge.
            const bool upright = edge == BlankEdge::Left || edge == BlankEdge::Right;
            const auto onGroove = [&](double along) {
                const Vec2 end = upright ? Vec2(0, along) : Vec2(along, 0);
                return lying->onBlank(Vec2(s.fence + under, lying->onBoard(end).y()));
            };
            line.from = onGroove(s.from);
            line.to = onGroove(s.to);
            // A ruler lies to two marks in the line, at its ends or beyond them.
            const auto beyond = [&](const Vec2& end, const Vec2& other) {
                return std::any_of(marks.begin(), marks.end(), [&](const Vec2& m) {
                    const Vec2 way = (end - other).normalized();
                    return std::fabs(leftOf(way).dot(m - end)) < hairline &&
                           way.dot(m - end) > -hairline;
                });
            };
            if (s.ruler && (!beyond(line.from, line.to) || !beyond(line.to, line.from)))
                return Problem{place, "no groove there, and no marks to lay a ruler to", ""};
        }
        if (!onPaper(line.from) || !onPaper(line.to))
            return Problem{place, "the line leaves the paper", ""};
        made.push_back(line);
    }
    return made;
}

} // namespace hl
