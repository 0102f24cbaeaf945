// What an SVG drawing says of its shapes besides their form: where they are put, in which group,
// colour and dashes.
#pragma once
#include "core/measure/rooms.h"
#include <Eigen/Geometry>
#include <rapidxml_ns/rapidxml_ns.hpp>
#include <stdexcept>
#include <string>
#include <vector>

namespace hl::files {

constexpr double farthestInSvg = 1e6; // user units
constexpr int deepestInSvg = 200;     // groups within one another

// Of a drawing that nobody means: the words say what there is too much of.
struct TooMuch : std::runtime_error {
    using std::runtime_error::runtime_error;
};

// How a shape is drawn: what it says itself, else what the groups round it say.
struct Pen {
    std::string layer, colour = "black";
    bool dashed = false;
    Eigen::Affine2d place = Eigen::Affine2d::Identity(); // of its coordinates in the drawing
};

// The pens of all shapes from a node on, in the order in which they are met.
void pensOf(rapidxml_ns::xml_node<>* node, const Pen& pen, std::vector<Pen>& out);

// Takes out of a drawing what the form of its shapes does not depend on.
void plainShapes(rapidxml_ns::xml_node<>* node);

} // namespace hl::files
