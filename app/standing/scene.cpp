#include "app/standing/scene.h"
#include "app/look/theme.h"
#include "core/assemble/assemble.h"
#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double tabLift = 0.2; // mm: a tab is seen above the page it is glued to

bool means(const std::string& chosen, const std::string& id) {
    return !chosen.empty() && chosen != "card" && (id == chosen || id.rfind(chosen + ".", 0) == 0);
}

// Paper under a soft light from the upper left front: never black, never burnt out.
QColor shaded(const QColor& paper, const Vec3& normal) {
    static const Vec3 light = Vec3(-0.45, -0.62, 0.9).normalized();
    static const Vec3 fill = Vec3(0.8, -0.3, 0.35).normalized();
    const double key = 0.5 + 0.5 * normal.dot(light);
    const double side = 0.5 + 0.5 * normal.dot(fill);
    const double value = 0.6 + 0.34 * key + 0.08 * side;
    auto tone = [&](double channel, double warmth) {
        return std::clamp(channel * (value + warmth * (1 - value)), 0.0, 1.0);
    };
    // Shade on paper keeps a little warmth.
    return QColor::fromRgbF(float(tone(paper.redF(), 0.10)), float(tone(paper.greenF(), 0.05)),
                            float(tone(paper.blueF(), 0.03)));
}

QColor mixed(const QColor& a, const QColor& b, double t) {
    auto mix = [&](double x, double y) { return float(x + (y - x) * t); };
    return QColor::fromRgbF(mix(a.redF(), b.redF()), mix(a.greenF(), b.greenF()),
                            mix(a.blueF(), b.blueF()));
}

bool isCrease(const Assembly& a, const Panel& panel, const Vec2& p, const Vec2& q) {
    for (int i : a.parts[panel.part].creases) {
        const Crease& c = a.creases[i];
        auto on = [&](const Vec2& x) {
            return std::fabs((x - c.from).dot(leftOf(c.dir()))) < 1e-6;
        };
        if (on(p) && on(q))
            return true;
    }
    return false;
}

} // namespace

Rigid stanceOf(Posture stance, double opening) {
    Rigid r;
    if (stance == Posture::Cradled)
        return r;
    if (stance == Posture::Standing) {
        r.turn << 1, 0, 0, 0, 0, -1, 0, 1, 0;
        return r;
    }
    const double half = opening * pi / 360;
    const Vec3 page(std::sin(half), 0, std::cos(half)), up(-std::cos(half), 0, std::sin(half));
    r.turn.row(0) = Vec3(0, 1, 0).transpose();
    r.turn.row(1) = -page.transpose();
    r.turn.row(2) = up.transpose();
    return r;
}

double spineOpening(const Case& c, const Pose& pose) {
    return 180 - std::fabs(pose.angles[size_t(c.linkage.spine)]) * 180 / pi;
}

Posture naturalStance(const Design& design) {
    int along = 0, others = 0;
    for (const StructureSpec& s : design.structures)
        if (s.on == "card.spine")
            ++(s.kind == "v-fold" ? along : others);
    return along > others                        ? Posture::Cradled
           : design.card.spine == SpineSide::Top ? Posture::Lying
                                                 : Posture::Standing;
}

namespace {

// How far each panel is drawn above the root's plane, mm: near a state in which everything lies
// flat, panels that lie on one another come apart in their order, so that none is seen through the
// other.
std::vector<double> liftsOf(const Case& c, const Pose& pose, const std::vector<FlatState>& flats) {
    constexpr double reach = 12, layer = 1.2, most = 9; // degrees, mm, mm
    std::vector<double> lifts(c.assembly.panels.size(), 0);
    const FlatState* near = nullptr;
    for (const FlatState& f : flats)
        if (std::fabs(f.opening - pose.opening) < reach &&
            (!near ||
             std::fabs(f.opening - pose.opening) < std::fabs(near->opening - pose.opening)))
            near = &f;
    if (!near)
        return lifts;
    std::vector<int> rank(lifts.size(), 0);
    int highest = 0;
    bool moved = true;
    for (size_t round = 0; moved && round < 60; ++round) { // no order of layers is deeper
        moved = false;
        for (const Overlap& o : near->overlaps) {
            if (std::abs(o.order()) != 1)
                continue;
            const int upper = o.order() > 0 ? o.a : o.b, lower = o.order() > 0 ? o.b : o.a;
            if (rank[size_t(upper)] <= rank[size_t(lower)]) {
                rank[size_t(upper)] = rank[size_t(lower)] + 1;
                highest = std::max(highest, rank[size_t(upper)]);
                moved = true;
            }
        }
    }
    const double part = 1 - std::fabs(near->opening - pose.opening) / reach;
    const double step = std::min(layer, most / std::max(1, highest)) * part * part;
    for (size_t i = 0; i < lifts.size(); ++i)
        lifts[i] = step * rank[i];
    return lifts;
}

} // namespace

Scene sceneOf(const Case& c, const Pose& pose, Posture stance, const SceneMarks& marks,
              const std::vector<FlatState>* flats) {
    const Assembly& a = c.assembly;
    const Rigid stand = stanceOf(stance, spineOpening(c, pose));
    Scene scene;
    std::vector<Rigid> at;
    for (const Rigid& panel : pose.panels)
        at.push_back(stand * panel);
    if (flats) {
        const std::vector<double> lifts = liftsOf(c, pose, *flats);
        const Vec3 up = at[size_t(a.root)].turn.col(2);
        for (size_t i = 0; i < at.size(); ++i)
            at[i].shift += lifts[i] * up;
    }
    for (const Join& g : a.joins)
        at[g.tab].shift += (g.ontoFace() ? tabLift : -tabLift) * at[g.landing].turn.col(2);
    const QColor accent = theme().accent;
    std::vector<QColor> papers; // of every panel's face
    for (size_t i = 0; i < a.panels.size(); ++i) {
        const Panel& panel = a.panels[i];
        const Stock& stock = stockOf(c.design, a.parts[panel.part]);
        QColor face(QString::fromStdString(stock.face));
        QColor back(QString::fromStdString(stock.back));
        const bool shown =
            std::find(marks.shown.begin(), marks.shown.end(), panel.id) != marks.shown.end();
        const double tint = shown                             ? 0.34
                            : !marks.shown.empty()            ? 0
                            : means(marks.selected, panel.id) ? 0.22
                            : means(marks.hovered, panel.id)  ? 0.10
                                                              : 0;
        Face f;
        f.panel = static_cast<int>(i);
        f.normal = at[i].turn.col(2);
        const QColor marked = shown ? marks.shownIn : accent;
        f.face = mixed(shaded(face, f.normal), marked, tint);
        f.back = mixed(shaded(back, -f.normal), marked, tint);
        papers.push_back(f.face);
        const QColor dark("#3a3027"), rim = mixed(f.face, dark, 0.42);
        const QColor bold = shown ? mixed(marked, dark, 0.6) : accent;
        auto edges = [&](const Ring& ring) {
            for (size_t k = 0; k < ring.size(); ++k) {
                const Vec2 &from = ring[k], &to = ring[(k + 1) % ring.size()];
                if (!isCrease(a, panel, from, to))
                    scene.edges.push_back({at[i].at(from), at[i].at(to), tint > 0.2 ? bold : rim,
                                           tint > 0.2                ? 2.0
                                           : panel.role == Role::Tab ? 0.8
                                                                     : 1.1,
                                           false});
            }
        };
        edges(panel.outline);
        for (const Ring& hole : panel.apertures)
            edges(hole);
        for (const Ring& piece : panel.pieces) {
            Face one = f;
            for (const Vec2& p : piece)
                one.corners.push_back(at[i].at(p));
            scene.faces.push_back(std::move(one));
        }
    }
    for (const Part& part : a.parts)
        for (const Mark& m : part.marks)
            for (size_t k = 0; k + 1 < m.points.size(); ++k)
                for (int i : part.panels) { // in the panel that it runs through
                    const Panel& panel = a.panels[i];
                    const Vec2 middle = (m.points[k] + m.points[k + 1]) / 2;
                    // A slit round a cut-out is an edge of its panels, drawn already.
                    const Vec2 aside = 0.02 * leftOf((m.points[k + 1] - m.points[k]).normalized());
                    if (onPaper(panel.outline, panel.apertures, middle + aside) &&
                        onPaper(panel.outline, panel.apertures, middle - aside))
                        scene.edges.push_back(
                            {at[size_t(i)].at(m.points[k]), at[size_t(i)].at(m.points[k + 1]),
                             mixed(papers[size_t(i)], QColor("#3a3027"), 0.42), 1.1, false});
                }
    for (const Crease& crease : a.creases) {
        const bool chosen = means(marks.selected, crease.id) && marks.selected == crease.id;
        const bool near = marks.hovered == crease.id;
        const QColor paper = papers[size_t(crease.left)];
        for (auto& [from, to] : crease.stretches())
            scene.edges.push_back({at[crease.left].at(from), at[crease.left].at(to),
                                   chosen || near ? accent : mixed(paper, QColor("#3a3027"), 0.26),
                                   chosen ? 3.4
                                   : near ? 2.4
                                          : 0.9,
                                   true});
    }
    return scene;
}

void frame(Camera& camera, const Case& c, const std::vector<Pose>& poses, Posture stance,
           const QSizeF& size) {
    const Pose& pose = poses.front();
    const Rigid stand = stanceOf(stance, spineOpening(c, pose));
    std::vector<Vec3> points;
    for (const Pose& each : poses) {
        const Rigid there = stanceOf(stance, spineOpening(c, each));
        for (size_t i = 0; i < each.panels.size(); ++i)
            for (const Vec2& p : c.assembly.panels[i].outline)
                points.push_back((there * each.panels[i]).at(p));
    }
    const double aside = stance == Posture::Cradled ? 0.5 : 0.42;
    camera.pitch = stance == Posture::Standing ? 0.36 : stance == Posture::Cradled ? 0.55 : 0.50;
    // From the side on which more of the faces shows; backs count a little.
    auto shown = [&](double yaw) {
        camera.yaw = yaw;
        const Vec3 toEye = (camera.eye() - camera.target).normalized();
        double sum = 0;
        for (size_t i = 0; i < pose.panels.size(); ++i) {
            const Panel& panel = c.assembly.panels[i];
            if (panel.role == Role::Tab)
                continue;
            const double seen = (stand * pose.panels[i]).turn.col(2).dot(toEye);
            sum += std::fabs(areaOf(panel.outline)) * (seen > 0 ? seen : -0.3 * seen);
        }
        return sum;
    };
    const double left = shown(-aside), right = shown(aside);
    camera.yaw = right > 1.03 * left ? aside : -aside;
    camera.fit(points, size, 0.86);
}

} // namespace hl
