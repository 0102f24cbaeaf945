// A reader of the score plan's words: lays a blank on a board and does what is said, line by line,
// knowing nothing of the plan behind the words.
#pragma once
#include "core/make/board.h"
#include <QRegularExpression>
#include <QString>
#include <QStringList>
#include <algorithm>
#include <cmath>
#include <optional>

namespace hl::test {

struct SaidBlank {
    QString name;
    int count = 1;
    double width = 0, height = 0;
    std::vector<MadeLine> made;
    QString wrong; // the line that cannot be done
};

class ScoreReader {
  public:
    // All blanks of `scores` as printed.
    std::vector<SaidBlank> read(const QString& text) {
        for (const QString& line : text.split('\n', Qt::SkipEmptyParts)) {
            if (line.startsWith(' '))
                act(line.trimmed());
            else
                begin(line);
        }
        return std::move(out_);
    }
    // "30 mm", "1 3/4 in", "3/8 in plus 0.4 mm", "2 in less 0.3 mm".
    static std::optional<double> length(QString s) {
        s = s.trimmed();
        for (const auto& [word, sign] : {std::pair{" plus ", 1.0}, {" less ", -1.0}})
            if (const auto at = s.indexOf(word); at > 0) {
                const auto a = length(s.left(at)), b = length(s.mid(at + int(qstrlen(word))));
                return a && b ? std::optional(*a + sign * *b) : std::nullopt;
            }
        const double unit = s.endsWith(" in") ? 25.4 : s.endsWith(" mm") ? 1 : 0;
        if (unit == 0)
            return std::nullopt;
        s.chop(3);
        double sum = 0;
        for (const QString& word : s.split(' ', Qt::SkipEmptyParts)) {
            const QStringList parts = word.split('/');
            bool a = false, b = true;
            double v = parts[0].toDouble(&a);
            if (parts.size() == 2)
                v /= parts[1].toDouble(&b);
            if (!a || !b)
                return std::nullopt;
            sum += v;
        }
        return sum * unit;
    }

  private:
    void begin(const QString& line) {
        static const QRegularExpression head(
            "^(?:(\\d+) x )?(.*), ([^,]+) x ([^,]+?)(, scored .*)?$");
        const auto m = head.match(line);
        out_.emplace_back();
        lying_.reset();
        marks_.clear();
        under_ = 0;
        SaidBlank& b = out_.back();
        b.count = m.captured(1).isEmpty() ? 1 : m.captured(1).toInt();
        b.name = m.captured(2);
        const auto w = length(m.captured(3)), h = length(m.captured(4));
        if (!w || !h)
            return fail(line);
        b.width = *w;
        b.height = *h;
    }
    void fail(const QString& line) {
        if (out_.back().wrong.isEmpty())
            out_.back().wrong = line;
    }
    static BlankEdge edgeOf(const QString& word) {
        return word == "left"     ? BlankEdge::Left
               : word == "right"  ? BlankEdge::Right
               : word == "bottom" ? BlankEdge::Bottom
                                  : BlankEdge::Top;
    }
    void lay(BlankEdge edge, bool face) {
        edge_ = edge;
        face_ = face;
        under_ = 0;
        ruler_ = -1;
        lying_.emplace(out_.back().width, out_.back().height, edge, face);
    }
    double whole() const { // along the fence
        const bool up = edge_ == BlankEdge::Left || edge_ == BlankEdge::Right;
        return up ? out_.back().height : out_.back().width;
    }
    // "30 mm, 60 mm and 150 mm"
    static QStringList listed(const QString& text) {
        QStringList places = text.split(", ");
        if (const auto at = places.back().lastIndexOf(" and "); at > 0) {
            const QString last = places.back();
            places.back() = last.left(at);
            places << last.mid(at + 5);
        }
        return places;
    }
    // "20 mm from the near end", "at the far end".
    std::optional<double> along(const QString& s) const {
        if (s.contains("near end") && !s.contains("from"))
            return 0;
        if (s.contains("far end"))
            return whole();
        return length(s.section(" from the near end", 0, 0));
    }
    void press(double u, double v0, double v1, bool slit) {
        const Vec2 a = lying_->onBlank({u + under_, v0}), b = lying_->onBlank({u + under_, v1});
        out_.back().made.push_back({a, b, face_, slit, ""});
    }
    void act(const QString& line) {
        static const QRegularExpression laid(
            "^(?:(?:long|short) side )?against the fence, the (\\w+) edge, (face|back) up$"),
            turned("^turn it (end for end|by a quarter), the (\\w+) edge against the fence$"),
            opened("^open it out(?: and turn it (end for end|by a quarter))?, the (\\w+) edge "
                   "against the fence$"),
            over("^turn it over, the (\\w+) edge (stays )?against the fence \\((face|back) up\\)$"),
            mark("^pencil mark (at the fence|.*? from the (?:fence|fold)), (.*)$"),
            marks("^pencil marks (at the fence|.*? from the (?:fence|fold)), at (both ends|.*?)"
                  "(?:, counted from the near end)?$"),
            fold("^fold it under at the score at (.*), the fold against the fence$"),
            line1("^(score|slit) at (.*?)( from the fold)?"
                  "(?: along (a ruler at the marks|the same ruler))?"
                  "(?:, from (.*) to (.*), counted from the near end)?$"),
            slanted("^(score|slit) from mark to mark, (.*)$");
        if (line.startsWith('(') || line.contains(" settings") || line.contains("one setting"))
            return;
        if (auto m = laid.match(line); m.hasMatch())
            return lay(edgeOf(m.captured(1)), m.captured(2) == "face");
        if (!lying_)
            return fail(line);
        const auto turn = [&](const QString& how, BlankEdge edge) {
            const bool up = edge == BlankEdge::Left || edge == BlankEdge::Right,
                       was = edge_ == BlankEdge::Left || edge_ == BlankEdge::Right;
            const bool fits = how == "end for end" ? up == was && edge != edge_
                              : how.isEmpty()      ? edge == edge_
                                                   : up != was;
            if (!fits)
                fail(line);
            lay(edge, face_);
        };
        if (auto m = turned.match(line); m.hasMatch())
            return turn(m.captured(1), edgeOf(m.captured(2)));
        if (auto m = opened.match(line); m.hasMatch())
            return turn(m.captured(1), edgeOf(m.captured(2)));
        if (auto m = over.match(line); m.hasMatch()) {
            const BlankEdge edge = edgeOf(m.captured(1));
            if (m.captured(2).isEmpty() == (edge == edge_) || (m.captured(3) == "face") == face_)
                fail(line);
            return lay(edge, !face_);
        }
        const auto fromFence = [](const QString& how) {
            return how == "at the fence" ? std::optional(0.0)
                                         : length(how.left(how.indexOf(" from the ")));
        };
        if (auto m = mark.match(line); m.hasMatch()) {
            const auto u = fromFence(m.captured(1)), v = along(m.captured(2));
            if (!u || !v)
                return fail(line);
            marks_.push_back(lying_->onBlank({*u + under_, *v}));
            return;
        }
        if (auto m = marks.match(line); m.hasMatch()) {
            const auto u = fromFence(m.captured(1));
            std::vector<double> at{0.0, whole()};
            if (m.captured(2) != "both ends") {
                at.clear();
                for (const QString& one : listed(m.captured(2)))
                    at.push_back(along(one).value_or(-1e9));
            }
            if (!u || at.empty() || *std::min_element(at.begin(), at.end()) < -1)
                return fail(line);
            for (double v : at)
                marks_.push_back(lying_->onBlank({*u + under_, v}));
            return;
        }
        if (auto m = fold.match(line); m.hasMatch()) {
            const auto at = length(m.captured(1));
            if (!at)
                return fail(line);
            under_ = *at;
            return;
        }
        if (auto m = slanted.match(line); m.hasMatch()) {
            if (marks_.size() < 2)
                return fail(line);
            out_.back().made.push_back({marks_[marks_.size() - 2], marks_.back(), face_,
                                        m.captured(1) == "slit", m.captured(2).toStdString()});
            return;
        }
        if (auto m = line1.match(line); m.hasMatch()) {
            const bool slit = m.captured(1) == "slit";
            double v0 = 0, v1 = whole();
            if (!m.captured(5).isEmpty()) {
                const auto a = m.captured(5) == "the near end" ? std::optional(0.0)
                                                               : length(m.captured(5)),
                           b = m.captured(6) == "the far end" ? std::optional(whole())
                                                              : length(m.captured(6));
                if (!a || !b)
                    return fail(line);
                v0 = *a;
                v1 = *b;
            }
            const QStringList places = listed(m.captured(2));
            for (const QString& place : places) {
                const auto u = length(place);
                if (!u)
                    return fail(line);
                // A ruler lies along two marks that are beyond both ends of what is scored.
                if (!m.captured(4).isEmpty()) {
                    double low = 1e9, high = -1e9;
                    for (const Vec2& mark : marks_)
                        if (const Vec2 at = lying_->onBoard(mark);
                            std::abs(at.x() - *u - under_) < 0.2) {
                            low = std::min(low, at.y());
                            high = std::max(high, at.y());
                        }
                    if (low > v0 + 0.2 || high < v1 - 0.2 ||
                        (m.captured(4) == "the same ruler") != (ruler_ == *u + under_))
                        return fail(line);
                    ruler_ = *u + under_;
                }
                press(*u, v0, v1, slit);
            }
            return;
        }
        fail(line);
    }

    std::vector<SaidBlank> out_;
    std::optional<LaidBlank> lying_;
    std::vector<Vec2> marks_;
    BlankEdge edge_ = BlankEdge::Left;
    bool face_ = true;
    double under_ = 0, ruler_ = -1;
};

} // namespace hl::test
