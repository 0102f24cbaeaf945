// The scene: a pose as faces and lines in the colours of the paper, ready for either painter.
#pragma once
#include "app/session/snapshot.h"
#include "app/standing/camera.h"
#include "core/design/tiles.h"
#include "core/prove/posture.h"
#include <QColor>
#include <vector>

namespace hl::app {

struct Face {
    std::vector<Vec3> corners; // convex
    Vec3 normal;               // of the face side
    QColor face, back;         // shaded; where the face is printed, only its light
    int panel = 0;
    double alpha = 1;        // of clear film less
    int print = -1;          // of the scene's prints, on the face side; -1: plain
    std::vector<Vec2> tiles; // of every corner, in tiles of the print
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
    std::vector<Print> prints;
    Vec3 centre;
    double radius = 100;
};

struct SceneMarks { // ids, as the session has them
    std::vector<std::string> selected, hovered;
    std::vector<std::string> shown = {}; // panels of the finding that is shown
    QColor shownIn = {};                 // its colour
};

// What is known of a case besides: how panels lie on one another where everything lies flat, and
// what is up on every panel.
struct Known {
    const std::vector<FlatState>* flats = nullptr;
    const std::vector<Vec2>* upright = nullptr;
};

Scene sceneOf(const Case& folded, const Pose& pose, const PutDown& stance, const SceneMarks& marks,
              const Known& known = {});

// Puts the camera where the card fills a picture of that size in all of some poses, seen from the
// best side of the first.
void frame(Camera& camera, const Case& folded, const std::vector<Pose>& poses,
           const PutDown& stance, const QSizeF& size);

} // namespace hl::app
