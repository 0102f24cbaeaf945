#include "core/edit/net.h"
#include "core/assemble/assemble.h"
#include "core/edit/net_lines.h"
#include "core/files/drawn_colour.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cctype>
#include <cmath>
#include <optional>

namespace hl::edit {
namespace {

std::string lowered(std::string s) {
    std::transform(s.begin(), s.end(), s.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return s;
}

Point pointAt(const Vec2& p, const Vec2& low) {
    return {Measure::fromMm(std::round((p.x() - low.x()) * 1e4) / 1e4),
            Measure::fromMm(std::round((p.y() - low.y()) * 1e4) / 1e4)};
}

} // namespace

std::optional<NetLine> meaningOf(const std::string& layer) {
    const std::string name = lowered(layer);
    const auto says = [&](const char* word) { return name.find(word) != std::string::npos; };
    if (says("valley"))
        return NetLine::Valley;
    if (says("mountain"))
        return NetLine::Mountain;
    if (says("score") || says("crease") || says("fold") || name == "dashed lines")
        return NetLine::Score;
    if (says("label") || says("text") || says("note") || name == "defpoints")
        return NetLine::Ignored;
    if (says("cut") || says("outline") || says("slit") || name == "solid lines" ||
        name == "black" || name == "#000000")
        return NetLine::Cut;
    return std::nullopt;
}

std::optional<NetLine> netLine(const std::string& word) {
    const char* words[] = {"cut", "valley", "mountain", "score", "leave"};
    for (int i = 0; i < 5; ++i)
        if (word == words[i])
            return static_cast<NetLine>(i);
    return std::nullopt;
}

namespace {

class NetMaker {
  public:
    NetMaker(const Design& design, const std::string& id, double gap)
        : out_{design, {}, {}, {}}, id_(id), gap_(gap) {}

    Result<NetMade> make(const std::vector<DrawnPath>& drawing,
                         const std::map<std::string, NetLine>& layers) {
        if (Trouble t = sort(drawing, layers))
            return *t;
        dropDoubles();
        closeCuts();
        drawToTheirLines();
        if (Trouble t = findPieces())
            return *t;
        for (Piece& p : pieces_)
            if (Trouble t = add(p))
                return *t;
        tellPieces();
        if (auto made = assemble(out_.design); !made)
            return made.problem();
        out_.id = out_.ids.front();
        return out_;
    }

  private:
    struct Piece {
        const DrawnPath* outline;
        std::vector<const DrawnPath*> openings;
        std::vector<const DrawnPath*> slits;
        std::vector<const std::pair<NetLine, DrawnPath>*> folds;
    };

    Trouble sort(const std::vector<DrawnPath>& drawing,
                 const std::map<std::string, NetLine>& layers) {
        std::map<std::string, NetLine> given = layers;
        for (auto& [name, means] : layers) // "#ff0000" is what the drawing calls red
            given.emplace(plainColour(name), means);
        std::vector<std::string> unknown, left;
        const auto once = [](std::vector<std::string>& all, const std::string& name) {
            if (std::find(all.begin(), all.end(), name) == all.end())
                all.push_back(name);
        };
        for (const DrawnPath& p : drawing) {
            const auto said = given.find(p.layer);
            const auto means =
                said != given.end() ? std::optional(said->second) : meaningOf(p.layer);
            if (!means)
                once(unknown, p.layer.empty() ? "no layer" : p.layer);
            else if (*means == NetLine::Ignored)
                once(left, p.layer.empty() ? "lines of no layer" : p.layer);
            else if (*means == NetLine::Cut)
                cuts_.push_back(p);
            else
                folds_.emplace_back(*means, p);
        }
        if (!unknown.empty()) {
            std::string names;
            for (const std::string& n : unknown)
                names += (names.empty() ? "“" : ", “") + n + "”";
            return Problem{"the drawing", "nothing says what " + names + " stand for",
                           "say it for each: cut, valley, mountain, score or leave"};
        }
        for (const std::string& n : left)
            out_.remarks.push_back("Left out: " + n + ".");
        return {};
    }

    void dropDoubles() {
        size_t doubles = 0;
        for (size_t i = 0; i < cuts_.size(); ++i)
            for (size_t k = cuts_.size(); k-- > i + 1;)
                if (sameLine(cuts_[i], cuts_[k])) {
                    cuts_.erase(cuts_.begin() + static_cast<long>(k));
                    ++doubles;
                }
        for (size_t i = 0; i < folds_.size(); ++i)
            for (size_t k = folds_.size(); k-- > i + 1;)
                if (sameLine(folds_[i].second, folds_[k].second)) {
                    folds_.erase(folds_.begin() + static_cast<long>(k));
                    ++doubles;
                }
        // A fold that is drawn as a cut as well is cut.
        for (size_t k = folds_.size(); k-- > 0;)
            if (std::any_of(cuts_.begin(), cuts_.end(),
                            [&](const DrawnPath& c) { return sameLine(c, folds_[k].second); })) {
                folds_.erase(folds_.begin() + static_cast<long>(k));
                ++doubles;
            }
        if (doubles)
            out_.remarks.push_back(numberText(doubles) +
                                   (doubles == 1 ? " line is" : " lines are") +
                                   " drawn twice, and taken once.");
    }

    void closeCuts() {
        // Cuts of different layers can be sides of one outline.
        for (DrawnPath& p : cuts_)
            p.layer.clear();
        double widest = 0;
        cuts_ = joinedEnds(std::move(cuts_), gap_, widest);
        if (widest > 1e-3)
            out_.remarks.push_back("Ends up to " + sayLength(widest, out_.design.units) +
                                   " apart were joined.");
    }

    void drawToTheirLines() {
        const DrawnOn on = drawnOn(cuts_, folds_, gap_);
        if (on.ends)
            out_.remarks.push_back(numberText(on.ends) +
                                   (on.ends == 1 ? " end of a line was" : " ends of lines were") +
                                   " drawn to the line that it nearly meets, by up to " +
                                   sayLength(on.farthest, out_.design.units) + ".");
    }

    // How many closed cuts a point lies within, and the innermost of them.
    size_t depthOf(const Vec2& p, const DrawnPath* without, const DrawnPath** innermost) const {
        size_t depth = 0;
        double least = 0;
        for (const DrawnPath& c : cuts_) {
            if (&c == without || !c.closed || c.points.size() < 3 || !onPaper(c.points, {}, p))
                continue;
            ++depth;
            const double area = std::fabs(areaOf(c.points));
            if (innermost && (!*innermost || area < least)) {
                *innermost = &c;
                least = area;
            }
        }
        return depth;
    }
    static Vec2 middleOf(const DrawnPath& p) {
        const size_t k = p.points.size() / 2;
        return k ? Vec2((p.points[k - 1] + p.points[k]) / 2) : p.points[0];
    }

    // A closed cut in which nothing is folded, while what it holds is: the frame of a drawing.
    void leaveFrameOut() {
        const DrawnPath* frame = nullptr;
        for (const DrawnPath& c : cuts_)
            if (c.closed && c.points.size() > 2 &&
                (!frame || std::fabs(areaOf(c.points)) > std::fabs(areaOf(frame->points))))
                frame = &c;
        if (!frame || frame->points.size() != 4 || folds_.empty())
            return;
        for (auto& f : folds_) {
            const DrawnPath* in = nullptr;
            if (depthOf(middleOf(f.second), nullptr, &in) != 2 || in == frame)
                return;
        }
        Vec2 low = frame->points[0], high = low;
        for (const Vec2& p : frame->points) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
        out_.remarks.push_back("Left out: the frame round the drawing, " + sizeText(high - low) +
                               ".");
        cuts_.erase(cuts_.begin() + (frame - cuts_.data()));
    }

    std::string sizeText(const Vec2& size) const {
        return sayLength(size.x(), out_.design.units) + " x " +
               sayLength(size.y(), out_.design.units);
    }

    Trouble findPieces() {
        leaveFrameOut();
        const auto pieceOf = [&](const DrawnPath* ring) -> Piece* {
            for (Piece& p : pieces_)
                if (p.outline == ring)
                    return &p;
            return nullptr;
        };
        // An even number of cuts round it: an outline; an odd one: an opening of the innermost.
        for (const DrawnPath& c : cuts_)
            if (c.closed && c.points.size() > 2 && depthOf(c.points[0], &c, nullptr) % 2 == 0)
                pieces_.push_back({&c, {}, {}, {}});
        if (pieces_.empty())
            return Problem{"the drawing",
                           "its cuts enclose nothing, or their ends lie more than " +
                               sayLength(gap_, out_.design.units) + " apart",
                           "close the outline, or allow a wider gap"};
        std::stable_sort(pieces_.begin(), pieces_.end(), [](const Piece& a, const Piece& b) {
            return std::fabs(areaOf(a.outline->points)) > std::fabs(areaOf(b.outline->points));
        });
        size_t outside = 0;
        for (const DrawnPath& c : cuts_) {
            const bool ring = c.closed && c.points.size() > 2;
            if (ring && pieceOf(&c))
                continue;
            const DrawnPath* in = nullptr;
            depthOf(ring ? c.points[0] : middleOf(c), &c, &in);
            if (Piece* p = pieceOf(in))
                (ring ? p->openings : p->slits).push_back(&c);
            else
                ++outside;
        }
        for (auto& f : folds_) {
            const DrawnPath* in = nullptr;
            depthOf(middleOf(f.second), nullptr, &in);
            if (Piece* p = pieceOf(in))
                p->folds.push_back(&f);
            else
                ++outside;
        }
        if (outside)
            out_.remarks.push_back("Left out: " + numberText(outside) +
                                   (outside == 1 ? " line that lies" : " lines that lie") +
                                   " on no piece.");
        return {};
    }

    Trouble add(const Piece& piece) {
        FreePart part;
        Vec2 low = piece.outline->points[0], high = low;
        for (const Vec2& p : piece.outline->points) {
            low = low.cwiseMin(p);
            high = high.cwiseMax(p);
        }
        Ring ring = piece.outline->points;
        if (areaOf(ring) < 0)
            std::reverse(ring.begin(), ring.end());
        const auto placed = [&](const std::vector<Vec2>& points) {
            std::vector<Point> out;
            for (const Vec2& p : points)
                out.push_back(pointAt(p, low));
            return out;
        };
        part.outline = placed(ring);
        for (const DrawnPath* o : piece.openings)
            part.apertures.push_back(placed(o->points));
        int slits = 0, creases = 0;
        for (const DrawnPath* s : piece.slits) {
            LineSpec slit;
            slit.id = "slit-" + numberText(++slits);
            slit.kind = LineKind::Slit;
            slit.points = placed(s->points);
            part.lines.push_back(slit);
        }
        for (const auto* f : piece.folds) {
            LineSpec fold;
            fold.id = "fold-" + numberText(++creases);
            fold.kind = f->first == NetLine::Valley     ? LineKind::Valley
                        : f->first == NetLine::Mountain ? LineKind::Mountain
                                                        : LineKind::Either;
            fold.points = placed(f->second.points);
            if (f->second.closed)
                fold.points.push_back(fold.points.front());
            part.lines.push_back(fold);
        }
        if (Trouble t = name(part))
            return t;
        out_.design.parts.push_back(part);
        out_.ids.push_back(part.id);
        sizes_.push_back(sizeText(high - low));
        return {};
    }

    // As it was asked for, further pieces with a number; else by the first free number.
    Trouble name(FreePart& part) const {
        const auto taken = [&](const std::string& id) {
            return out_.design.part(id) || out_.design.structure(id);
        };
        if (!id_.empty()) {
            part.id = out_.ids.empty() ? id_ : id_ + "-" + numberText(out_.ids.size() + 1);
            if (taken(part.id))
                return Problem{"part " + part.id, "there is something of that id already",
                               "choose another id"};
            return {};
        }
        for (int n = 1; part.id.empty() || taken(part.id); ++n)
            if (part.id = "net" + numberText(n); n > 5000)
                break;
        return {};
    }

    void tellPieces() {
        if (out_.ids.size() == 1) {
            out_.remarks.push_back("It is " + sizes_.front() + " large.");
            return;
        }
        std::string all;
        for (size_t i = 0; i < out_.ids.size(); ++i)
            all += (i ? ", " : "") + out_.ids[i] + " " + sizes_[i];
        out_.remarks.push_back("It has " + numberText(out_.ids.size()) + " pieces: " + all + ".");
    }

    NetMade out_;
    std::string id_;
    double gap_;
    std::vector<DrawnPath> cuts_;
    std::vector<std::pair<NetLine, DrawnPath>> folds_;
    std::vector<Piece> pieces_; // the largest first
    std::vector<std::string> sizes_;
};

} // namespace

Result<NetMade> addNet(const Design& design, const std::string& id,
                       const std::vector<DrawnPath>& drawing,
                       const std::map<std::string, NetLine>& layers, double gap) {
    return NetMaker(design, id, gap).make(drawing, layers);
}

} // namespace hl::edit
