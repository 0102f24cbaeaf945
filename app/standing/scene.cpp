#include "app/standing/scene.h"
#include "app/look/theme.h"
#include "app/standing/hanging.h"
#include "app/standing/lifted.h"
#include "core/assemble/assemble.h"
#include "core/assembly/print_place.h"
#include "core/structures/layers/words.h"
#include <algorithm>
#include <cmath>

namespace hl::app {
namespace {

constexpr double thinFoam = 0.8, setBack = 1.5; // mm: what is thinner is no pad; from the edge
constexpr double printLift = 0.12;              // mm: and what is printed above its paper

bool means(const std::vector<std::string>& chosen, const std::string& id) {
    return std::any_of(chosen.begin(), chosen.end(), [&](const std::string& one) {
        return one != "card" && (id == one || id.rfind(one + ".", 0) == 0);
    });
}

bool among(const std::vector<std::string>& all, const std::string& id) {
    return std::find(all.begin(), all.end(), id) != all.end();
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

// The number of a panel's print in the scene, -1 of plain paper, and how it lies.
struct Printing {
    int print = -1;
    PrintPlace place;

    Printing(const Case& c, const Known& known, size_t panel, Scene& scene) {
        const int part = c.assembly.panels[panel].part;
        const Stock& stock = stockOf(c.design, c.assembly.parts[size_t(part)]);
        if (stock.pattern.empty() && stock.image.empty())
            return;
        const Print wanted = printOf(c.design, stock);
        if (wanted.plain())
            return;
        auto& all = scene.prints;
        print = int(std::find(all.begin(), all.end(), wanted) - all.begin());
        if (print == int(all.size()))
            all.push_back(wanted);
        place = printPlace(c.design, c.assembly, part, wanted, known.upright);
    }
};

// Puts one thing after the other into the scene.
class SceneMaker {
  public:
    SceneMaker(const Case& c, std::vector<Rigid> at, const SceneMarks& marks, const Known& known)
        : c_(c), a_(c.assembly), at_(std::move(at)), marks_(marks), known_(known) {}

    void panel(size_t i);
    void words(const Hanging& hanging);
    void foam();
    void slits();
    void creases();
    Scene& scene() { return scene_; }

  private:
    const Case& c_;
    const Assembly& a_;
    std::vector<Rigid> at_;
    const SceneMarks& marks_;
    const Known& known_;
    Scene scene_;
    std::vector<QColor> papers_; // of every panel's face
    const QColor accent_ = theme().accent, dark_ = QColor("#3a3027");
};

void SceneMaker::panel(size_t i) {
    const Panel& panel = a_.panels[i];
    const Stock& stock = stockOf(c_.design, a_.parts[panel.part]);
    QColor face(QString::fromStdString(stock.face));
    QColor back(QString::fromStdString(stock.back));
    const bool shown = among(marks_.shown, panel.id);
    const double tint = shown                              ? 0.34
                        : !marks_.shown.empty()            ? 0
                        : means(marks_.selected, panel.id) ? 0.22
                        : means(marks_.hovered, panel.id)  ? 0.10
                                                           : 0;
    Face f;
    f.panel = static_cast<int>(i);
    f.normal = at_[i].turn.col(2);
    f.alpha = stock.clear ? clearFilm : 1;
    const QColor marked = shown ? marks_.shownIn : accent_;
    const Printing printing(c_, known_, i, scene_);
    f.print = printing.print;
    f.face = mixed(shaded(f.print < 0 ? face : QColor(Qt::white), f.normal), marked, tint);
    f.back = mixed(shaded(back, -f.normal), marked, tint);
    papers_.push_back(f.print < 0 ? f.face : mixed(shaded(face, f.normal), marked, tint));
    const QColor rim = mixed(f.face, dark_, 0.42);
    const QColor bold = shown ? mixed(marked, dark_, 0.6) : accent_;
    auto edges = [&](const Ring& ring) {
        for (size_t k = 0; k < ring.size(); ++k) {
            const Vec2 &from = ring[k], &to = ring[(k + 1) % ring.size()];
            if (!isCrease(a_, panel, from, to))
                scene_.edges.push_back({at_[i].at(from), at_[i].at(to), tint > 0.2 ? bold : rim,
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
        for (const Vec2& p : piece) {
            one.corners.push_back(at_[i].at(p));
            if (f.print >= 0)
                one.tiles.push_back(printing.place.at(p));
        }
        scene_.faces.push_back(std::move(one));
    }
}

// Words that are printed lie a hair above their label.
void SceneMaker::words(const Hanging& hanging) {
    for (const Printed& words : printedWords(c_.design, a_)) {
        const Rigid& lies = at_[size_t(words.panel)];
        Face f;
        f.panel = words.panel;
        f.normal = lies.turn.col(2);
        f.face = f.back = shaded(QColor(QString::fromStdString(words.ink)), f.normal);
        Rigid above = lies;
        above.shift += printLift * f.normal;
        const auto placed = [&](const Vec2& p) {
            return words.onFilm ? hanging.onFilm(words.panel, p, printLift) : above.at(p);
        };
        for (const Paper& letter : words.letters)
            for (const Ring& piece : convexPieces(letter.outline, letter.apertures)) {
                Face one = f;
                for (const Vec2& p : piece)
                    one.corners.push_back(placed(p));
                scene_.faces.push_back(std::move(one));
            }
    }
}

// The pads that hold what is raised, set back a little from its edge.
void SceneMaker::foam() {
    const QColor pad("#ece6d8");
    for (const Join& j : a_.joins) {
        if (std::fabs(j.place.shift.z()) < thinFoam || !traitsOf(j.kind).sticks)
            continue;
        const Panel& held = a_.panels[size_t(j.tab)];
        const auto foot = [&](const Vec2& p) {
            Vec3 below = j.place.at(p);
            below.z() = 0;
            return at_[size_t(j.landing)] * below;
        };
        for (const Ring& zone : adhesiveOf(a_, j))
            for (const Ring& ring :
                 drawnIn(zone, j.adhesive.empty() ? held.apertures : std::vector<Ring>{}, setBack))
                for (size_t k = 0; k < ring.size(); ++k) {
                    const Vec2 &p = ring[k], &q = ring[(k + 1) % ring.size()];
                    Face f;
                    f.panel = j.tab;
                    f.corners = {at_[size_t(j.tab)].at(p), at_[size_t(j.tab)].at(q), foot(q),
                                 foot(p)};
                    const Vec3 out =
                        (f.corners[1] - f.corners[0]).cross(Vec3(f.corners[3] - f.corners[0]));
                    if (out.norm() < 1e-9)
                        continue;
                    f.normal = out.normalized();
                    f.face = shaded(pad, f.normal);
                    f.back = shaded(pad, -f.normal);
                    scene_.faces.push_back(std::move(f));
                }
    }
}

void SceneMaker::slits() {
    for (const Part& part : a_.parts)
        for (const Mark& m : part.marks)
            for (size_t k = 0; k + 1 < m.points.size(); ++k)
                for (int i : part.panels) { // in the panel that it runs through
                    const Panel& panel = a_.panels[i];
                    const Vec2 middle = (m.points[k] + m.points[k + 1]) / 2;
                    // A slit round a cut-out is an edge of its panels, drawn already.
                    const Vec2 aside = 0.02 * leftOf((m.points[k + 1] - m.points[k]).normalized());
                    if (onPaper(panel.outline, panel.apertures, middle + aside) &&
                        onPaper(panel.outline, panel.apertures, middle - aside))
                        scene_.edges.push_back(
                            {at_[size_t(i)].at(m.points[k]), at_[size_t(i)].at(m.points[k + 1]),
                             mixed(papers_[size_t(i)], dark_, 0.42), 1.1, false});
                }
}

void SceneMaker::creases() {
    for (const Crease& crease : a_.creases) {
        const bool chosen = among(marks_.selected, crease.id);
        const bool near = among(marks_.hovered, crease.id);
        const QColor paper = papers_[size_t(crease.left)];
        for (auto& [from, to] : crease.stretches())
            scene_.edges.push_back({at_[crease.left].at(from), at_[crease.left].at(to),
                                    chosen || near ? accent_ : mixed(paper, dark_, 0.26),
                                    chosen ? 3.4
                                    : near ? 2.4
                                           : 0.9,
                                    true});
    }
}

} // namespace

Scene sceneOf(const Case& c, const Pose& pose, const PutDown& stance, const SceneMarks& marks,
              const Known& known) {
    const Rigid stand = stanceOf(stance, spineOpening(c, pose));
    std::vector<Rigid> at = drawnAt(c, pose, stand, known);
    const Hanging hanging(c, pose, stand);
    hanging.place(at);
    SceneMaker maker(c, std::move(at), marks, known);
    for (size_t i = 0; i < c.assembly.panels.size(); ++i)
        maker.panel(i);
    maker.words(hanging);
    maker.foam();
    hanging.draw(maker.scene(), [&](const std::string& id) {
        return means(marks.selected, id) ? theme().accent : QColor();
    });
    maker.slits();
    maker.creases();
    return std::move(maker.scene());
}

void frame(Camera& camera, const Case& c, const std::vector<Pose>& poses, const PutDown& stance,
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
    const double aside = stance.posture == Posture::Cradled ? 0.5 : 0.42;
    camera.pitch = stance.posture == Posture::Standing  ? 0.36
                   : stance.posture == Posture::Cradled ? 0.55
                                                        : 0.50;
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

} // namespace hl::app
