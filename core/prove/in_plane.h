// In one plane: what slides over a panel or turns on it moves within that panel's plane, where
// polygons do not cross but push into one another: into the feet of what stands there, into what is
// glued down, into folds beyond which the paper rises.
#pragma once
#include "core/prove/film.h"

namespace hl::proving {

// Two panels that push into one another while one of them moves over the panel that both lie on.
struct Push {
    int mover = 0, other = 0;              // panels
    double first = 0, last = 0, worst = 0; // of the motion
    double depth = 0;                      // mm, at the worst place
    Vec3 where = Vec3::Zero();
};

// All of them, by frames of the film; depths up to what paper forgives are left out.
std::vector<Push> pushesOf(const Case& c, const Film& film, const Stop& stop);

} // namespace hl::proving
