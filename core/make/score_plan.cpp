#include "core/make/blank_shape.h"
#include "core/make/cut_plan.h"
#include "core/make/score_lines.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::make {
namespace {

bool knows(const std::vector<double>& positions, double at) {
    return std::any_of(positions.begin(), positions.end(),
                       [at](double k) { return std::fabs(k - at) < hairline; });
}

class ScoreBench {
  public:
    // `known`: positions, from the edge at the fence, at which blanks before it are scored.
    ScoreBench(const ListedPart& part, const ScoringBoard& board, Unit unit,
               const std::vector<double>& known)
        : part_(part), board_(board), spacing_(grooveSpacing(board, unit)), known_(known) {
        out_.width = part.blank.x();
        out_.height = part.blank.y();
    }

    BlankScores run() {
        std::vector<ScoreLine> upright, level, slanted;
        for (auto& c : part_.creases) {
            ScoreLine l{c.name, c.from, c.to,
                        board_.school == School::OneFace || c.fold != "mountain"};
            (l.upright() ? upright : l.level() ? level : slanted).push_back(l);
        }
        out_.symmetrical = symmetrical(upright, out_.width, out_.height) ||
                           symmetrical(level, out_.height, out_.width);
        // The long scores first.
        const auto longest = [](const std::vector<ScoreLine>& lines) {
            double most = 0;
            for (const ScoreLine& l : lines)
                most = std::max(most, (l.to - l.from).norm());
            return most;
        };
        std::vector<std::pair<std::vector<ScoreLine>*, bool>> ways{{&upright, true},
                                                                   {&level, false}};
        if (longest(level) > longest(upright))
            std::swap(ways[0], ways[1]);
        // All that is done on one face before the other comes up. What lies at the fence last is
        // what is turned over first.
        const auto any = [&](bool face) {
            for (auto* lines : {&upright, &level, &slanted})
                for (const ScoreLine& l : *lines)
                    if (l.face == face)
                        return true;
            return false;
        };
        for (bool face : any(true) ? std::vector{true, false} : std::vector{false}) {
            for (auto& [lines, up] : ways)
                scores(*lines, up, face);
            for (const ScoreLine& l : slanted)
                if (l.face == face)
                    diagonal(l, ScoreStep::Score);
            if (edge_ == BlankEdge::Left || edge_ == BlankEdge::Right ? !ways[0].second
                                                                      : ways[0].second)
                std::swap(ways[0], ways[1]);
        }
        slits();
        out_.settings += out_.turns + (out_.steps.empty() ? 0 : 1);
        return std::move(out_);
    }

  private:
    // Turned end for end it is scored at the same grooves, over the same stretches.
    static bool symmetrical(const std::vector<ScoreLine>& lines, double length, double across) {
        if (lines.size() < 2)
            return false;
        const auto stretch = [](const ScoreLine& l) {
            const double a = l.upright() ? l.from.y() : l.from.x(),
                         b = l.upright() ? l.to.y() : l.to.x();
            return std::pair(std::min(a, b), std::max(a, b));
        };
        for (const ScoreLine& l : lines)
            if (std::none_of(lines.begin(), lines.end(), [&](const ScoreLine& m) {
                    const auto [from, to] = stretch(l);
                    const auto [mfrom, mto] = stretch(m);
                    return std::fabs(m.place() - (length - l.place())) < 0.005 &&
                           m.face == l.face && std::fabs(mfrom - (across - to)) < 0.005 &&
                           std::fabs(mto - (across - from)) < 0.005;
                }))
                return false;
        return true;
    }
    // Folds the paper over at a score that is made and scores the lines from there.
    void fromFold(const ScoreLine& fence, std::vector<ScoreLine> lines, bool up) {
        const double length = up ? out_.width : out_.height, across = up ? out_.height : out_.width;
        const bool far = lines.front().place() < fence.place();
        std::sort(lines.begin(), lines.end(), [&](const ScoreLine& a, const ScoreLine& b) {
            return far ? a.place() > b.place() : a.place() < b.place();
        });
        lay(edgeOf(up, far), fence.face);
        ScoreStep fold;
        fold.what = ScoreStep::Fold;
        fold.edge = edge_;
        fold.at = fold.fence = far ? length - fence.place() : fence.place();
        fold.to = across;
        fold.start = up ? Vec2(fence.place(), 0) : Vec2(0, fence.place());
        fold.end = up ? Vec2(fence.place(), across) : Vec2(across, fence.place());
        fold.face = fence.face;
        fold.crease = fence.name;
        out_.steps.push_back(fold);
        ++out_.settings;
        for (const ScoreLine& l : lines) {
            score(l, up, far, ScoreStep::Score, fold.at);
            folded_ = true;
        }
    }

    // The way that takes the fewest settings: for each line whether it is set from the far edge.
    std::vector<bool> waysOf(const std::vector<ScoreLine>& mine, bool up, bool face) const {
        const double length = up ? out_.width : out_.height;
        std::vector<bool> best;
        std::pair<int, int> least(1 << 20, 0);
        const bool ends =
            board_.bothEnds && symmetrical(mine, length, up ? out_.height : out_.width);
        for (int way = ends ? 3 : 0; way < (ends ? 4 : 3); ++way) {
            std::vector<bool> far;
            bool nearUsed = false, farUsed = false;
            int marks = 0, anew = 0;
            for (const ScoreLine& l : mine) {
                const double at = l.place(), other = length - at;
                const bool canNear = held(at, length, board_), canFar = held(other, length, board_);
                bool f = way == 1 ||
                         (way == 2 && !onGroove(at, spacing_) && onGroove(other, spacing_)) ||
                         (way == 3 && at > length / 2 + hairline);
                if (f ? !canFar : !canNear)
                    f = f ? !canNear : canFar;
                far.push_back(f);
                (f ? farUsed : nearUsed) = true;
                marks += !onGroove(f ? other : at, spacing_);
                anew += !knows(known_, f ? other : at);
            }
            // Lying as it lies already is worth a turn less.
            const bool lies =
                !out_.steps.empty() && out_.steps.back().face == face &&
                edge_ == (farUsed && !nearUsed ? edgeOf(up, true) : edgeOf(up, false));
            // Of ways alike that one which other blanks are scored at already.
            const std::pair cost(4 * (nearUsed + farUsed + marks) - lies, anew);
            if (cost < least) {
                least = cost;
                best = far;
            }
        }
        return best;
    }

    // All scores of one direction on one face: from one edge, from the other, or from both,
    // whichever takes the fewest settings; from a fold where that takes fewer still.
    void scores(const std::vector<ScoreLine>& lines, bool up, bool face) {
        std::vector<ScoreLine> mine;
        for (const ScoreLine& l : lines)
            if (l.face == face)
                mine.push_back(l);
        if (mine.empty())
            return;
        std::sort(mine.begin(), mine.end(), [](const ScoreLine& a, const ScoreLine& b) {
            return std::pair(a.place(), std::min(a.from.sum(), a.to.sum())) <
                   std::pair(b.place(), std::min(b.from.sum(), b.to.sum()));
        });
        const double length = up ? out_.width : out_.height, across = up ? out_.height : out_.width;
        const std::vector<ScoreLine> all = mine;
        const auto folds = fromFolds(all, length, across, board_, spacing_);
        for (auto& [fold, which] : folds)
            for (size_t i : which)
                mine.erase(std::find_if(mine.begin(), mine.end(), [&](const ScoreLine& l) {
                    return l.name == all[i].name && l.from == all[i].from && l.to == all[i].to;
                }));
        const std::vector<bool> best = waysOf(mine, up, face);
        // The edge at which it lies already comes first.
        const bool farFirst = edge_ == edgeOf(up, true);
        for (bool f : {farFirst, !farFirst})
            for (size_t i = 0; i < mine.size(); ++i) {
                if (best[i] != f)
                    continue;
                // What lies in one line is one pass: a mark wherever a stretch ends, then the
                // ruler.
                const auto inLine = [&](const ScoreLine& l) {
                    return std::fabs(l.place() - mine[i].place()) < hairline;
                };
                const bool again = i > 0 && best[i - 1] == f && inLine(mine[i - 1]);
                std::vector<Vec2> ends;
                for (size_t k = i; k < mine.size() && best[k] == f && inLine(mine[k]); ++k)
                    for (const Vec2& p : {mine[k].from, mine[k].to})
                        if (std::none_of(ends.begin(), ends.end(),
                                         [&](const Vec2& q) { return (p - q).norm() < hairline; }))
                            ends.push_back(p);
                std::sort(ends.begin(), ends.end(),
                          [](const Vec2& p, const Vec2& q) { return p.sum() < q.sum(); });
                score(mine[i], up, f, ScoreStep::Score, 0, again, ends);
            }
        for (auto& [fold, which] : folds) {
            std::vector<ScoreLine> these;
            for (size_t i : which)
                these.push_back(all[i]);
            fromFold(all[fold], these, up);
        }
    }

    static BlankEdge edgeOf(bool up, bool far) {
        return up    ? far ? BlankEdge::Right : BlankEdge::Left
               : far ? BlankEdge::Top
                     : BlankEdge::Bottom;
    }

    // Lays the blank so that the edge is at the fence and the face is up.
    void lay(BlankEdge edge, bool face) {
        if (out_.steps.empty() && !laid_) {
            laid_ = true;
            edge_ = edge;
            face_ = face;
            return;
        }
        laid_ = true;
        if (face != face_) {
            // Over about the line along the fence or across it: either edge of that pair comes to
            // the fence by the same move.
            const bool pair = (edge_ == BlankEdge::Left || edge_ == BlankEdge::Right) ==
                              (edge == BlankEdge::Left || edge == BlankEdge::Right);
            move(ScoreStep::Flip, pair ? edge : edge_, face);
        }
        if (edge != edge_ || folded_)
            move(ScoreStep::Turn, edge, face);
    }
    void move(ScoreStep::Do what, BlankEdge edge, bool face) {
        edge_ = edge;
        face_ = face;
        ScoreStep s;
        s.what = what;
        s.edge = edge;
        s.face = face;
        s.opened = folded_;
        folded_ = false;
        out_.steps.push_back(s);
        ++out_.turns;
    }

    void mark(const Vec2& p, bool face, const std::string& name) {
        ScoreStep m;
        m.what = ScoreStep::Mark;
        m.edge = edge_;
        const bool up = edge_ == BlankEdge::Left || edge_ == BlankEdge::Right;
        const double length = up ? out_.width : out_.height, at = up ? p.x() : p.y();
        m.at = m.fence = edge_ == BlankEdge::Left || edge_ == BlankEdge::Bottom ? at : length - at;
        m.from = m.to = up ? p.y() : p.x();
        m.start = m.end = p;
        m.face = face;
        m.crease = name;
        out_.steps.push_back(m);
    }

    // `fold` is how far from the edge the paper is folded over, if it is; `ends` where the marks
    // for a ruler are, of all that lies in one line.
    void score(const ScoreLine& l, bool up, bool far, ScoreStep::Do what, double fold = 0,
               bool again = false, const std::vector<Vec2>& ends = {}) {
        if (fold == 0)
            lay(edgeOf(up, far), l.face);
        const double length = up ? out_.width : out_.height;
        ScoreStep s;
        s.what = what;
        s.edge = edge_;
        s.at = far ? length - l.place() : l.place();
        s.fence = s.at - fold;
        s.from = up ? std::min(l.from.y(), l.to.y()) : std::min(l.from.x(), l.to.x());
        s.to = up ? std::max(l.from.y(), l.to.y()) : std::max(l.from.x(), l.to.x());
        s.start = up ? Vec2(l.place(), s.from) : Vec2(s.from, l.place());
        s.end = up ? Vec2(l.place(), s.to) : Vec2(s.to, l.place());
        s.face = l.face;
        s.crease = l.name;
        if (what == ScoreStep::Score &&
            (!onGroove(s.fence, spacing_) || !held(s.fence, length - fold, board_))) {
            s.ruler = true;
            s.again = again;
            if (!again) {
                ++out_.settings;
                for (const Vec2& end : ends.empty() ? std::vector{s.start, s.end} : ends)
                    mark(end, l.face, l.name);
            }
        }
        out_.steps.push_back(s);
    }

    void diagonal(const ScoreLine& l, ScoreStep::Do what) {
        lay(edge_, l.face);
        mark(l.from, l.face, l.name);
        mark(l.to, l.face, l.name);
        ScoreStep s;
        s.what = what;
        s.start = l.from;
        s.end = l.to;
        s.face = l.face;
        s.crease = l.name;
        s.ruler = true;
        out_.settings += what == ScoreStep::Score;
        out_.steps.push_back(s);
    }

    // Slits come after the long scores, from whichever face is up.
    void slits() {
        const bool face = out_.steps.empty() || out_.steps.back().face;
        for (auto& slit : part_.slits)
            for (size_t i = 0; i + 1 < slit.points.size(); ++i) {
                const ScoreLine l{slit.name, slit.points[i], slit.points[i + 1], face};
                if (l.upright() || l.level())
                    score(l, l.upright(), false, ScoreStep::Slit);
                else
                    diagonal(l, ScoreStep::Slit);
            }
    }

    const ListedPart& part_;
    const ScoringBoard& board_;
    double spacing_;
    const std::vector<double>& known_;
    BlankScores out_;
    BlankEdge edge_ = BlankEdge::Left;
    bool face_ = true, laid_ = false, folded_ = false;
};

} // namespace

const char* edgeName(BlankEdge e) {
    switch (e) {
    case BlankEdge::Left:
        return "left";
    case BlankEdge::Right:
        return "right";
    case BlankEdge::Bottom:
        return "bottom";
    case BlankEdge::Top:
        return "top";
    }
    return "";
}

const char* doName(ScoreStep::Do what) {
    switch (what) {
    case ScoreStep::Score:
        return "score";
    case ScoreStep::Slit:
        return "slit";
    case ScoreStep::Mark:
        return "mark";
    case ScoreStep::Turn:
        return "turn";
    case ScoreStep::Flip:
        return "flip";
    case ScoreStep::Fold:
        return "fold";
    }
    return "";
}

double grooveSpacing(const ScoringBoard& board, Unit unit) {
    return board.spacing > 0 ? board.spacing : unit == Unit::Inch ? 25.4 / 8 : 5;
}

std::vector<BlankScores> planScores(const std::vector<ListedPart>& parts, const ScoringBoard& board,
                                    Unit unit, int copies) {
    const std::vector<int> gangs = gangsOf(parts);
    std::vector<BlankScores> out;
    std::vector<double> known;
    for (size_t i = 0; i < parts.size(); ++i) {
        const ListedPart& p = parts[i];
        BlankScores b = ScoreBench(p, board, unit, known).run();
        for (const ScoreStep& s : b.steps)
            if (s.what == ScoreStep::Score && s.edge && !knows(known, s.at))
                known.push_back(s.at);
        b.part = p.name;
        b.listed = i;
        b.count = copies * p.count;
        b.gang = gangs[i];
        out.push_back(std::move(b));
    }
    return out;
}

} // namespace hl::make
