#include "core/make/board.h"
#include "core/make/blank_shape.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>

namespace hl::make {
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

namespace {

// The board with the blank on it, as one step after the other is carried out.
class BoardAtWork {
  public:
    BoardAtWork(double width, double height) : width_(width), height_(height) {}

    Trouble carryOut(const ScoreStep& s, const std::string& place) {
        if (!lying_) { // the first step says how the blank is laid down
            edge_ = s.edge.value_or(BlankEdge::Left);
            lying_.emplace(width_, height_, edge_, s.face);
        }
        if (s.what == ScoreStep::Turn || s.what == ScoreStep::Flip)
            return turn(s, place);
        if (s.face != lying_->face())
            return Problem{place, "the other face is up", ""};
        if (s.what == ScoreStep::Fold)
            return fold(s, place);
        if (s.what == ScoreStep::Mark) {
            if (!onPaper(s.start))
                return Problem{place, "the mark lies beside the paper", ""};
            marks_.push_back(s.start);
            return {};
        }
        return line(s, place);
    }
    std::vector<MadeLine> made() { return std::move(made_); }

  private:
    bool onPaper(const Vec2& p) const {
        return p.x() > -hairline && p.y() > -hairline && p.x() < width_ + hairline &&
               p.y() < height_ + hairline;
    }
    bool upright() const { return edge_ == BlankEdge::Left || edge_ == BlankEdge::Right; }
    bool marked(const Vec2& p) const {
        return std::any_of(marks_.begin(), marks_.end(),
                           [&](const Vec2& m) { return (m - p).norm() < hairline; });
    }

    Trouble turn(const ScoreStep& s, const std::string& place) {
        if ((s.what == ScoreStep::Turn) != (s.face == lying_->face()))
            return Problem{place, "a turn shows the same face, a flip the other", ""};
        if (!s.edge)
            return Problem{place, "no edge is named", ""};
        edge_ = *s.edge;
        under_ = 0;
        lying_.emplace(width_, height_, edge_, s.face);
        return {};
    }

    // Where it is folded there is a groove from end to end.
    Trouble fold(const ScoreStep& s, const std::string& place) {
        const double across = upright() ? height_ : width_;
        const auto there = [&](const MadeLine& m) {
            const Vec2 a = lying_->onBoard(m.from), b = lying_->onBoard(m.to);
            return !m.slit && std::fabs(a.x() - s.fence) < hairline &&
                   std::fabs(b.x() - s.fence) < hairline &&
                   std::fabs(std::fabs(a.y() - b.y()) - across) < hairline;
        };
        if (under_ > 0)
            return Problem{place, "it is folded over already", ""};
        if (!s.edge || *s.edge != edge_)
            return Problem{place, "another edge lies against the fence", ""};
        if (std::none_of(made_.begin(), made_.end(), there))
            return Problem{place, "there is no score to fold it at", ""};
        under_ = s.fence;
        return {};
    }

    Trouble line(const ScoreStep& s, const std::string& place) {
        MadeLine line;
        line.face = s.face;
        line.slit = s.what == ScoreStep::Slit;
        line.name = s.crease;
        if (s.edge) {
            if (Trouble t = atFence(s, place, line))
                return t;
        } else {
            if (!marked(s.start) || !marked(s.end))
                return Problem{place, "there is no mark to go by", ""};
            line.from = s.start;
            line.to = s.end;
        }
        if (!onPaper(line.from) || !onPaper(line.to))
            return Problem{place, "the line leaves the paper", ""};
        made_.push_back(line);
        return {};
    }

    Trouble atFence(const ScoreStep& s, const std::string& place, MadeLine& line) const {
        if (*s.edge != edge_)
            return Problem{place, "another edge lies against the fence", ""};
        if (s.at < -hairline || s.at > lying_->depth() + hairline)
            return Problem{place, "the paper does not reach that far", ""};
        if (std::fabs(s.fence + under_ - s.at) > hairline)
            return Problem{place, "its distances from edge and fence do not go together", ""};
        if (under_ > 0 && under_ > s.fence - hairline)
            return Problem{place, "it would go through what is folded under", ""};
        // The groove is a line of the board; where along it to begin and to stop is measured on
        // the blank's own edge.
        const auto onGroove = [&](double along) {
            const Vec2 end = upright() ? Vec2(0, along) : Vec2(along, 0);
            return lying_->onBlank(Vec2(s.fence + under_, lying_->onBoard(end).y()));
        };
        line.from = onGroove(s.from);
        line.to = onGroove(s.to);
        // A ruler lies to two marks in the line, at its ends or beyond them.
        const auto beyond = [&](const Vec2& end, const Vec2& other) {
            return std::any_of(marks_.begin(), marks_.end(), [&](const Vec2& m) {
                const Vec2 way = (end - other).normalized();
                return std::fabs(leftOf(way).dot(m - end)) < hairline &&
                       way.dot(m - end) > -hairline;
            });
        };
        if (s.ruler && (!beyond(line.from, line.to) || !beyond(line.to, line.from)))
            return Problem{place, "no groove there, and no marks to lay a ruler to", ""};
        return {};
    }

    double width_, height_;
    std::vector<MadeLine> made_;
    std::vector<Vec2> marks_;
    std::optional<LaidBlank> lying_;
    BlankEdge edge_ = BlankEdge::Left;
    double under_ = 0; // how much of the paper is folded under, from the edge at the fence
};

} // namespace

Result<std::vector<MadeLine>> carriedOut(double width, double height,
                                         const std::vector<ScoreStep>& steps) {
    BoardAtWork board(width, height);
    int n = 0;
    for (const ScoreStep& s : steps)
        if (Trouble t = board.carryOut(s, "step " + numberText(++n)))
            return *t;
    return board.made();
}

} // namespace hl::make
