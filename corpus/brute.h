// Brute force: an independent, slow look at a folded design, to judge the rules by. Nothing of
// core/prove is used here. Panels are triangles; whether two of them meet is decided by exact
// predicates and exact constructions (CGAL); distances are taken from every corner and edge to
// every other. Poses are the engine's, so that their closure is looked at as well.
#pragma once
#include "core/design/design.h"
#include "core/fold/motion.h"
#include <map>

namespace hl::corpus {

struct Crossing {
    double depth = 0, opening = 0; // mm, degrees
};

class Brute {
  public:
    explicit Brute(const Design& design, double step = 1); // degrees between the poses looked at

    const Assembly& assembly() const { return assembly_; }

    // The deepest crossing of panels of every two parts, by their ids in order. Panels of one part
    // as well: then both ids are the same. Left out: flat states and panels that are joined.
    // Parallel panels that lie over one another and change sides from one pose to the next count as
    // deep as they get past each other on the side on which they get less far.
    std::map<std::pair<std::string, std::string>, Crossing> crossings() const;
    // The farthest that a closed part reaches past the closed card, by part, mm.
    std::map<std::string, double> overhangs() const;
    // How far a part stands off the plane of the closed card, mm.
    std::map<std::string, double> bulges() const;
    // How far corners that should coincide, the ends of creases and glued tabs, lie apart, mm.
    double openJoints() const;
    // The smallest distance between two parts over all poses that are at least `away` degrees from
    // the ends of the motion, mm.
    double distance(const std::string& a, const std::string& b, double away) const;
    // How far a place lies from a part in the pose of an opening, mm.
    double away(const std::string& part, double opening, const Vec3& place) const;
    // Of what the glued tabs of two parts cover together of one panel, the width: the least
    // distance of two parallel lines that have it between them, of the widest such place.
    double landingsShared(const std::string& a, const std::string& b) const;
    // The most paper over one point of the closed card, mm: calipers, glue and foam.
    double thickness(double adhesive) const;
    double mass() const; // g
    // The angle, in degrees, by which the card standing on its lowest points along `down` can be
    // tilted; negative when it falls.
    double tipping(const Vec3& down, double opening) const;

  private:
    struct Shot {
        double opening;
        std::vector<Rigid> panels;
    };
    Design design_;
    Assembly assembly_;
    Linkage linkage_;
    Motion motion_;
    std::vector<Shot> shots_;
};

} // namespace hl::corpus
