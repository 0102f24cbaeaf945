#include "core/report/plan_pictures.h"
#include "core/make/blank_shape.h"
#include "core/make/board.h"
#include "core/make/pattern.h"
#include "core/measure/number.h"
#include "core/report/dimension.h"
#include "core/report/tints.h"
#include <algorithm>
#include <cmath>

namespace hl::report {
namespace {

constexpr double apart = 0.05; // of the sheet, between pieces that are cut apart

// The pieces as a tree of the cuts that are made, each with the room it takes once it is apart.
struct TablePiece {
    SheetArea area;
    int first = -1, second = -1;
    bool acrossX = false;
    double width = 0, height = 0; // with the gaps in it
    Vec2 at{0, 0};                // of its lower left corner
};

class CutTable {
  public:
    CutTable(const PlannedSheet& s, size_t done) : gap_(apart * std::max(s.width, s.height)) {
        TablePiece whole;
        whole.area = {0, 0, s.width, s.height};
        pieces_.push_back(whole);
        for (size_t n = 0; n < done && n < s.cuts.size(); ++n)
            cut(s.cuts[n]);
        measure(0);
        place(0, {0, 0});
    }
    const std::vector<TablePiece>& pieces() const { return pieces_; }

  private:
    void cut(const GuillotineCut& c) {
        for (size_t i = 0; i < pieces_.size(); ++i) {
            if (pieces_[i].first >= 0 || !sameArea(pieces_[i].area, c.piece))
                continue;
            TablePiece one, other;
            one.area = other.area = c.piece;
            if (c.acrossX) {
                one.area.width = c.at - c.piece.x;
                other.area.x = c.at;
                other.area.width = c.piece.width - one.area.width;
            } else {
                one.area.height = c.at - c.piece.y;
                other.area.y = c.at;
                other.area.height = c.piece.height - one.area.height;
            }
            pieces_[i].first = static_cast<int>(pieces_.size());
            pieces_[i].second = pieces_[i].first + 1;
            pieces_[i].acrossX = c.acrossX;
            pieces_.push_back(one);
            pieces_.push_back(other);
            return;
        }
    }
    void measure(size_t i) {
        TablePiece& p = pieces_[i];
        p.width = p.area.width;
        p.height = p.area.height;
        if (p.first < 0)
            return;
        measure(static_cast<size_t>(p.first));
        measure(static_cast<size_t>(p.second));
        const TablePiece &a = pieces_[static_cast<size_t>(p.first)],
                         &b = pieces_[static_cast<size_t>(p.second)];
        p.width = p.acrossX ? a.width + gap_ + b.width : std::max(a.width, b.width);
        p.height = p.acrossX ? std::max(a.height, b.height) : a.height + gap_ + b.height;
    }
    void place(size_t i, const Vec2& at) {
        TablePiece& p = pieces_[i];
        p.at = at;
        if (p.first < 0)
            return;
        const TablePiece& a = pieces_[static_cast<size_t>(p.first)];
        place(static_cast<size_t>(p.first), at);
        place(static_cast<size_t>(p.second),
              at + (p.acrossX ? Vec2(a.width + gap_, 0) : Vec2(0, a.height + gap_)));
    }

    double gap_;
    std::vector<TablePiece> pieces_;
};

// Words in a rectangle, as large as there is room for; nothing where they could not be read. Tall
// narrow rectangles hold what is short.
void within(Picture& p, const Vec2& low, const Vec2& high, const std::string& text, Colour colour,
            double most = 3.4) {
    const Vec2 room = high - low;
    const double size = std::min(
        {most, (room.x() - 1) / (0.54 * static_cast<double>(text.size())), room.y() - 0.6});
    if (size >= 1.5)
        p.write((low + high) / 2 + Vec2(0, 0.35 * size), text, size, 0, colour);
}

// Ink that can be read on a paper: dark on light, light on dark; `faint` stands back.
Colour inkOn(const std::string& paper, bool faint = false) {
    const std::uint32_t c = givenColour(paper).rgb;
    const double light = (0.3 * (c >> 16 & 255) + 0.59 * (c >> 8 & 255) + 0.11 * (c & 255)) / 255;
    Colour out = givenColour(light > 0.5 ? faint ? "#5d564c" : "#2a2622"
                             : faint     ? "#d9d2c6"
                                         : "#fbf8f1");
    return out;
}

void coded(Picture& p, const Vec2& a, const Vec2& b, Line code, double width) {
    Shape s = drawn(code, {a, b});
    s.width = width;
    p.items.push_back(s);
}

// A sheet on the table while it is cut apart, as it is drawn.
class CutView {
  public:
    CutView(const PlannedSheet& sheet, size_t done, const std::string& paper, Unit unit,
            const Vec2& corner, double scale, Picture& out)
        : sheet_(sheet), done_(done), paper_(paper), unit_(unit), corner_(corner), scale_(scale),
          p_(out) {}

    void add(const TablePiece& piece) {
        const GuillotineCut* next = done_ < sheet_.cuts.size() ? &sheet_.cuts[done_] : nullptr;
        const bool turn = next && sameArea(piece.area, next->piece);
        const auto [low, high] = box(piece, piece.area);
        p_.rectangle(low, high, givenColour(paper_), turn ? accent : ink);
        if (turn)
            std::get<Shape>(p_.items.back()).width = 0.6;
        for (const SheetArea& left : sheet_.left)
            if (holds(piece.area, left))
                addLeft(piece, left);
        for (const CutBlank& b : sheet_.blanks) {
            if (!holds(piece.area, b.at))
                continue;
            const auto [l, h] = box(piece, b.at);
            const bool itself = sameArea(b.at, piece.area);
            if (!itself)
                p_.rectangle(l, h, none, inkOn(paper_, true));
            within(p_, l, h, b.part, inkOn(paper_, !itself), itself ? 3.4 : 2.8);
        }
        if (turn)
            addCut(piece, *next);
    }

  private:
    Vec2 at(const TablePiece& piece, double x, double y) const {
        return {corner_.x() + scale_ * (piece.at.x() + x - piece.area.x),
                corner_.y() - scale_ * (piece.at.y() + y - piece.area.y)};
    }
    std::pair<Vec2, Vec2> box(const TablePiece& piece, const SheetArea& r) const {
        return {at(piece, r.x, r.y + r.height), at(piece, r.x + r.width, r.y)};
    }

    // What goes back into the drawer.
    void addLeft(const TablePiece& piece, const SheetArea& left) {
        const auto [l, h] = box(piece, left);
        for (Shape& s : hatch({l, {h.x(), l.y()}, h, {l.x(), h.y()}}, 3.2, "")) {
            s.line = inkOn(paper_, true);
            s.width = 0.08;
            s.dashes = {};
            p_.items.push_back(s);
        }
        if (!sameArea(left, piece.area) || h.x() - l.x() <= 30 || h.y() - l.y() <= 8)
            return;
        const Vec2 middle = (l + h) / 2, half = Vec2(26, 3).cwiseMin((h - l) / 2.2);
        p_.rectangle(middle - half, middle + half, givenColour(paper_), none);
        within(p_, l, h,
               sayLength(left.width, unit_) + " x " + sayLength(left.height, unit_) + " left",
               inkOn(paper_), 3);
    }

    void addCut(const TablePiece& piece, const GuillotineCut& cut) {
        const SheetArea& a = piece.area;
        const double from = cut.at;
        const Vec2 one = cut.acrossX ? at(piece, from, a.y) : at(piece, a.x, from),
                   other = cut.acrossX ? at(piece, from, a.y + a.height)
                                       : at(piece, a.x + a.width, from);
        const Vec2 way = (other - one).normalized();
        p_.line(one - 4 * way, other + 4 * way, accent, 0.7, {2.4, 1.2});
        p_.mark(one - 6.4 * way, 4.6, 0, accent);
        p_.write(one - 6.4 * way + Vec2(0, 1.1), numberText(done_ + 1), 3, 0, groundTint);
        // From the fence to the blade, within the piece.
        const double first = from - (cut.acrossX ? a.x : a.y);
        const bool low = std::fabs(cut.fence - first) < 1e-4;
        const double fence =
            cut.acrossX ? (low ? a.x : a.x + a.width) : (low ? a.y : a.y + a.height);
        const std::string text = sayLength(cut.fence, unit_);
        const double across = cut.acrossX ? a.y + 0.86 * a.height : a.x + 0.86 * a.width;
        if (cut.acrossX)
            dimension(p_, at(piece, fence, across), at(piece, from, across), text, {0, -1}, 3.4,
                      inkOn(paper_));
        else
            dimension(p_, at(piece, across, fence), at(piece, across, from), text, {-1, 0}, 3.4,
                      inkOn(paper_));
    }

    const PlannedSheet& sheet_;
    const size_t done_; // cuts
    const std::string& paper_;
    const Unit unit_;
    const Vec2 corner_; // the lower left one of the table
    const double scale_;
    Picture& p_;
};

} // namespace

Picture cutPicture(const PlannedSheet& sheet, size_t done, const std::string& paper, Unit unit,
                   double width, double height) {
    Picture p;
    p.width = width;
    p.height = height;
    const bool over = done >= sheet.cuts.size();
    p.caption = sheet.paper + ", " + sayLength(sheet.width, unit) + " x " +
                sayLength(sheet.height, unit) +
                (over ? ": all its parts" : ": cut " + numberText(done + 1));
    const CutTable table(sheet, done);
    const TablePiece& all = table.pieces().front();
    constexpr double margin = 13;
    const double scale =
        std::min((width - 2 * margin) / all.width, (height - 2 * margin) / all.height);
    if (!(scale > 0))
        return p;
    const Vec2 corner((width - scale * all.width) / 2, (height + scale * all.height) / 2);
    CutView view(sheet, done, paper, unit, corner, scale, p);
    for (const TablePiece& piece : table.pieces())
        if (piece.first < 0)
            view.add(piece);
    return p;
}

Picture cutOverview(const PlannedSheet& sheet, const std::string& paper, Unit unit, double width,
                    double height) {
    Picture p;
    p.width = width;
    p.height = height;
    p.caption =
        sheet.paper + ", " + sayLength(sheet.width, unit) + " x " + sayLength(sheet.height, unit);
    constexpr double margin = 5;
    const double scale =
        std::min((width - 2 * margin) / sheet.width, (height - 2 * margin) / sheet.height);
    const Vec2 corner((width - scale * sheet.width) / 2, (height + scale * sheet.height) / 2);
    const auto at = [&](double x, double y) {
        return Vec2(corner.x() + scale * x, corner.y() - scale * y);
    };
    p.rectangle(at(0, sheet.height), at(sheet.width, 0), givenColour(paper), ink);
    for (const CutBlank& b : sheet.blanks)
        within(p, at(b.at.x, b.at.y + b.at.height), at(b.at.x + b.at.width, b.at.y), b.part,
               inkOn(paper), 2.4);
    int n = 0;
    for (const GuillotineCut& c : sheet.cuts) {
        const Vec2 one = c.acrossX ? at(c.at, c.piece.y) : at(c.piece.x, c.at),
                   other = c.acrossX ? at(c.at, c.piece.y + c.piece.height)
                                     : at(c.piece.x + c.piece.width, c.at);
        p.line(one, other, inkOn(paper), 0.3, {});
        // Its number by the end that lies nearer to the sheet's left or lower edge.
        const Vec2 mark =
            one + std::min(3.0, (other - one).norm() / 2) * (other - one).normalized();
        p.mark(mark, 3.2, 0, accent);
        p.write(mark + Vec2(0, 0.8), numberText(++n), 2.2, 0, groundTint);
    }
    return p;
}

Picture boardPicture(const BlankScores& blank, const ListedPart& part, size_t at,
                     const ScoringBoard& board, const std::string& face, const std::string& back,
                     Unit unit, double width, double height) {
    Picture p;
    p.width = width;
    p.height = height;
    const bool over = at >= blank.steps.size();
    p.caption = blank.part + (over ? ": scored" : ": " + stepText(blank, at, unit));
    // How it lies for this step: a turn is shown as it lies afterwards.
    BlankEdge edge = BlankEdge::Left;
    bool up = true;
    double under = 0; // of what is folded over
    for (size_t i = 0; i <= at && i < blank.steps.size(); ++i) {
        const ScoreStep& s = blank.steps[i];
        up = s.face;
        under = s.what == ScoreStep::Fold                                ? s.at
                : s.what == ScoreStep::Turn || s.what == ScoreStep::Flip ? 0
                                                                         : under;
        if (s.edge)
            edge = *s.edge;
    }
    const LaidBlank lying(blank.width, blank.height, edge, up);
    Vec2 size(0, 0);
    for (const Vec2& c :
         {Vec2(blank.width, 0), Vec2(0, blank.height), Vec2(blank.width, blank.height)})
        size = size.cwiseMax(lying.onBoard(c));
    constexpr double left = 10, top = 12, right = 8, below = 10;
    const double scale =
        std::min((width - left - right) / size.x(), (height - top - below) / size.y());
    if (!(scale > 0))
        return p;
    const Vec2 corner(left + std::max(0.0, (width - left - right - scale * size.x()) / 2),
                      top + (height - top - below + scale * size.y()) / 2);
    const auto onPicture = [&](const Vec2& q) {
        return Vec2(corner.x() + scale * q.x(), corner.y() - scale * q.y());
    };
    // What is folded under is hidden below the rest.
    const auto place = [&](const Vec2& q) {
        const Vec2 on = lying.onBoard(q);
        return onPicture({std::max(0.0, on.x() - under), on.y()});
    };
    // Grooves, as far as they can be told apart, and the fence.
    const double spacing = grooveSpacing(board, unit), reach = size.x() * 1.04;
    if (spacing * scale > 1.2)
        for (double u = spacing; u <= reach; u += spacing)
            p.line(onPicture({u, -size.y() * 0.04}), onPicture({u, size.y() * 1.04}), rule, 0.12);
    p.rectangle(onPicture({0, size.y() * 1.06}) - Vec2(2.2, 0), onPicture({0, -size.y() * 0.06}),
                quiet, none);
    p.write(onPicture({0, -size.y() * 0.06}) + Vec2(-1, 4), "fence", 2.6, -1, quiet);
    Shape paper;
    for (const Vec2& q : part.outline)
        paper.points.push_back(place(q));
    paper.fill = givenColour(up ? face : back);
    paper.line = ink;
    paper.width = 0.3;
    // It is scored before it is trimmed: ends are those of the blank as it was cut.
    if (!plainRectangle(part)) {
        const Vec2 corners[] = {
            {0, 0}, {blank.width, 0}, {blank.width, blank.height}, {0, blank.height}};
        Shape whole;
        for (const Vec2& q : corners)
            whole.points.push_back(place(q));
        whole.closed = true;
        whole.fill = givenColour(up ? face : back);
        whole.line = quiet;
        whole.dashes = {1.5, 1.5};
        whole.width = 0.25;
        p.items.push_back(whole);
    }
    p.items.push_back(paper);
    for (const Ring& hole : part.apertures) {
        Shape open;
        for (const Vec2& q : hole)
            open.points.push_back(place(q));
        open.fill = groundTint;
        open.line = quiet;
        p.items.push_back(open);
    }
    // What is made so far is seen from both sides; mountain and valley change places on the back.
    for (size_t i = 0; i < at && i < blank.steps.size(); ++i) {
        const ScoreStep& s = blank.steps[i];
        if (s.what == ScoreStep::Slit) {
            coded(p, place(s.start), place(s.end), Line::Cut, 0.4);
        } else if (s.what == ScoreStep::Score) {
            const auto c = std::find_if(part.creases.begin(), part.creases.end(), [&](auto& f) {
                return ((f.from - s.start).norm() < 1e-4 && (f.to - s.end).norm() < 1e-4) ||
                       ((f.to - s.start).norm() < 1e-4 && (f.from - s.end).norm() < 1e-4);
            });
            const std::string fold = c == part.creases.end() ? "" : c->fold;
            coded(p, place(s.start), place(s.end),
                  fold == "valley"     ? up ? Line::Valley : Line::Mountain
                  : fold == "mountain" ? up ? Line::Mountain : Line::Valley
                                       : Line::Score,
                  0.4);
        } else if (s.what == ScoreStep::Mark) {
            p.mark(place(s.start), 1.6, 0, quiet);
        }
    }
    const std::string lies = up ? "face up" : "back up";
    p.write({width - 2, height - 2}, lies, 3, 1, quiet);
    if (over)
        return p;
    const ScoreStep& s = blank.steps[at];
    if (s.what == ScoreStep::Turn || s.what == ScoreStep::Flip)
        return p;
    if (s.what == ScoreStep::Mark)
        p.mark(place(s.start), 2.6, 0, accent);
    else
        p.line(place(s.start), place(s.end), accent, 0.9,
               s.what == ScoreStep::Slit ? std::vector<double>{} : std::vector<double>{2.4, 1.2});
    if (s.edge && s.what != ScoreStep::Fold)
        dimension(p, onPicture({0, size.y()}) - Vec2(0, 4),
                  onPicture({s.at - under, size.y()}) - Vec2(0, 4), sayLength(s.at - under, unit),
                  {0, -1}, 3.4, accent);
    return p;
}

} // namespace hl::report
