// What bends freely in the scene: strips of film, threads, and what hangs on them.
#pragma once
#include "app/standing/scene.h"
#include "core/fold/span.h"
#include <functional>

namespace hl::app {

inline constexpr double clearFilm = 0.26; // how much of the light film takes

class Hanging {
  public:
    // `stand` puts the frame of the pose on the table, whose z is up.
    Hanging(const Case& folded, const Pose& pose, const Rigid& stand);
    // Where the panels hang that hang on threads.
    void place(std::vector<Rigid>& at) const;
    // Where a place of a film lies that an end of it is the panel of, `lift` mm above it; its flat
    // coordinates begin in the middle of the film.
    Vec3 onFilm(int panel, const Vec2& at, double lift) const;
    // The films, threads and elastic bands themselves. `marked` tells the colour of what is marked,
    // by its id.
    void draw(Scene& scene, const std::function<QColor(const std::string&)>& marked) const;

  private:
    const Case& case_;
    std::vector<SpanShape> shapes_;            // of every span, on the table
    std::vector<std::pair<Vec3, Vec3>> bands_; // of every elastic band, from hook to hook
};

} // namespace hl::app
