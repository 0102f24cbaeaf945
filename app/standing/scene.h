// The scene: a pose as faces and lines in the colours of the paper, ready for either painter.
#pragma once
#include "app/session/snapshot.h"
#include "app/standing/camera.h"
#include <QColor>
#include <vector>

namespace hl {

// How the card is put on the table.
enum class Posture { Lying, Standing, Cradled };

// Pose frame -> scene. Lying: the right page on the table, the left one raised behind it.
// Standing: the spine upright, the card opening toward the viewer. Cradled: the spine on the
// table, running away from the viewer, both pages raised alike.
Rigid stanceOf(Posture stance, double opening);
// The opening of the spine in a pose, degrees.
double spineOpening(const Case& folded, const Pose& pose);
// What the design itself suggests: V-folds on the spine are seen along it, else a top fold lies
// and a side fold stands.
Posture naturalStance(const Design& design);

struct Face {
    std::vector<Vec3> corners; // convex
    Vec3 normal;               // of the face side
    QColor face, back;         // shaded
    int panel = 0;
};

struct Edge {
    Vec3 from, to;
    QColor colour;
    double width = 1; // pixels
    bool crease = false;
};

struct Scene {
    std::vector<Face> faces;
    std::vector<Edge> edges;
    Vec3 centre;
    double radius = 100;
};

struct SceneMarks { // ids, as the session has them
    std::string selected, hovered;
    std::vector<std::string> shown = {}; // panels of the finding that is shown
    QColor shownIn = {};                 // its colour
};

// `flats`, where known: how panels lie on one another where everything lies flat.
Scene sceneOf(const Case& folded, const Pose& pose, Posture stance, const SceneMarks& marks,
              const std::vector<FlatState>* flats = nullptr);

// Puts the camera where the card fills a picture of that size in all of some poses, seen from the
// best side of the first.
void frame(Camera& camera, const Case& folded, const std::vector<Pose>& poses, Posture stance,
           const QSizeF& size);

} // namespace hl
