#include "app/standing/hanging.h"

namespace hl::app {
namespace {

const Vec3 down(0, 0, -1);
constexpr double filmLift = 0.5; // mm: it is seen above the paper that it lies on

} // namespace

Hanging::Hanging(const Case& c, const Pose& pose, const Rigid& stand) : case_(c) {
    for (const Span& s : c.assembly.spans) {
        SpanShape shape = shapeOf(pose, s, Vec3(stand.turn.transpose() * down));
        shape.way = Vec3(stand.turn * shape.way);
        for (auto& [first, second] : shape.line) {
            first = stand * first + filmLift * shape.way;
            second = stand * second + filmLift * shape.way;
        }
        shapes_.push_back(std::move(shape));
    }
    for (const Elastic& e : c.assembly.elastics) {
        const auto hook = [&](int end) {
            return Vec3(stand * pose.panels[size_t(e.panels[end])].at(e.hooks[end]));
        };
        bands_.emplace_back(hook(0), hook(1));
    }
}

void Hanging::place(std::vector<Rigid>& at) const {
    for (size_t i = 0; i < shapes_.size(); ++i) {
        const Span& s = case_.assembly.spans[i];
        for (size_t k = 0; k < s.hung.size(); ++k)
            at[size_t(s.hung[k])] =
                placeOn(shapes_[i], s, (double(k) + 0.5) / double(s.hung.size()), down);
    }
}

Vec3 Hanging::onFilm(int panel, const Vec2& p, double lift) const {
    const Assembly& a = case_.assembly;
    const std::string& id = a.parts[size_t(a.panels[size_t(panel)].part)].structure;
    for (size_t i = 0; i < shapes_.size(); ++i)
        if (a.spans[i].structure == id) {
            // Of film behind its panels the other side is read.
            const Span& s = a.spans[i];
            const double way = s.face ? 1 : -1;
            const Rigid at = placeOn(shapes_[i], s, way * p.x() / s.length + 0.5, down);
            return at * Vec3(0, p.y(), way * lift);
        }
    return {0, 0, 0};
}

void Hanging::draw(Scene& scene, const std::function<QColor(const std::string&)>& marked) const {
    const QColor twine("#6b5b45"), steel("#7d8388"), rim("#9aa9a6"), glass("#e4edeb"),
        rubber("#b98a4a");
    for (size_t i = 0; i < shapes_.size(); ++i) {
        const Span& s = case_.assembly.spans[i];
        const auto& line = shapes_[i].line;
        const QColor mark = marked(s.structure);
        for (size_t k = 0; k + 1 < line.size(); ++k) {
            const auto& [a0, a1] = line[k];
            const auto& [b0, b1] = line[k + 1];
            if (s.thread) {
                scene.edges.push_back({a0, b0,
                                       mark.isValid() ? mark
                                       : s.wire       ? steel
                                                      : twine,
                                       1.4, false});
                continue;
            }
            Face f;
            f.panel = s.panels[0];
            f.corners = {a0, b0, b1, a1};
            f.normal = (b0 - a0).cross(a1 - a0).normalized();
            f.face = f.back = mark.isValid() ? mark : glass;
            f.alpha = clearFilm;
            scene.faces.push_back(std::move(f));
            for (auto& [from, to] : {std::pair{a0, b0}, {a1, b1}})
                scene.edges.push_back({from, to, mark.isValid() ? mark : rim, 0.9, false});
        }
    }
    for (size_t i = 0; i < bands_.size(); ++i) {
        const QColor mark = marked(case_.assembly.elastics[i].structure);
        scene.edges.push_back(
            {bands_[i].first, bands_[i].second, mark.isValid() ? mark : rubber, 1.8, false});
    }
}

} // namespace hl::app
