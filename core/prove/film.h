// The film: all panels at every frame of the motion, as solids. Frames are the samples of the
// course and, where corners move along sharper bends than paper would notice, as many more as it
// takes: between two frames a corner keeps within `bend` of the straight way.
#pragma once
#include "core/fold/case.h"
#include "core/prove/solids.h"
#include <memory>

namespace hl::proving {

// The largest misfit, mm, that paper forgives by bending.
inline constexpr double mostForgiven = 0.5;
// Beyond this a chain that does not close says nothing about where its panels are.
inline constexpr double mostShared = 3;

class Film {
  public:
    // Pieces of a panel drawn in from its edges by half its caliper, so that what only touches
    // comes apart.
    struct Piece {
        int panel = 0;
        int first = 0, count = 0; // corners, in every frame
    };

    Film(const Case& c, double bend, const Stop& stop);

    const std::vector<Piece>& pieces() const { return pieces_; }
    int frames() const { return static_cast<int>(poses_.size()); }
    const Pose& pose(int frame) const { return *poses_[frame]; }
    double opening(int frame) const { return poses_[frame]->opening; }
    // Whether everything that is driven lies flat there, and with it the card.
    bool flat(int frame) const { return flat_[frame]; }
    // By how much paper has to give way, mm, for the panel to be where it is; rigid panels would
    // not close there.
    double gives(int frame, int panel) const {
        return gives_[panel].empty() ? 0 : gives_[panel][frame];
    }
    // Whether that is more than paper forgives: the panel has no true pose there.
    bool binds(int frame, int panel) const { return gives(frame, panel) > mostShared; }
    Polygon polygon(int frame, int piece) const {
        const Piece& p = pieces_[piece];
        return {&corners_[static_cast<size_t>(p.first) * poses_.size() +
                          static_cast<size_t>(frame) * p.count],
                p.count, &planes_[static_cast<size_t>(p.panel) * poses_.size() + frame]};
    }
    const Box& box(int frame, int piece) const {
        return boxes_[static_cast<size_t>(piece) * poses_.size() + frame];
    }
    const Box& swept(int piece) const { return swept_[piece]; } // over the whole motion
    // Over the frames from reel * reelLength to the first of the next reel, both included.
    static constexpr int reelLength = 16;
    const Box& reel(int reel, int piece) const {
        return reels_[static_cast<size_t>(piece) * reelCount_ + reel];
    }

    // Calls `each` with every two pieces (the smaller number first) that come within `gap` mm of
    // one another somewhere in the motion, by the boxes round their ways. Along the spine hardly
    // anything moves, so what is apart there is never looked at.
    template<class Each> void nearPairs(double gap, Each each) const {
        for (size_t i = 0; i < alongSpine_.size(); ++i)
            for (size_t k = i + 1; k < alongSpine_.size(); ++k) {
                const int a = alongSpine_[i], b = alongSpine_[k];
                if (swept_[b].low.y() > swept_[a].high.y() + gap)
                    break;
                if (!swept_[a].clears(swept_[b], gap))
                    each(std::min(a, b), std::max(a, b));
            }
    }

    // One piece in another pose; the polygon refers to `corners` and `plane`.
    Polygon place(int piece, const Pose& pose, std::vector<Vec3>& corners, Plane& plane) const;

  private:
    void refine(const Case& c, double bend, const Stop& stop);
    void expose(const Case& c);

    // All by piece or panel first and by frame second: a pair is followed through the frames.
    std::vector<Piece> pieces_;
    std::vector<Vec2> outline_;              // of all pieces
    std::vector<const Pose*> poses_;         // in order
    std::vector<std::unique_ptr<Pose>> own_; // those that the case does not have
    std::vector<char> flat_;
    std::vector<std::vector<float>> gives_; // by panel; empty where it never does
    std::vector<Vec3> corners_;
    std::vector<Plane> planes_;
    std::vector<Box> boxes_, swept_, reels_;
    std::vector<int> alongSpine_; // pieces by where they begin
    size_t reelCount_ = 0;
};

// Panels that a loop's own folds move: what gives way where it does not close. Pages never do.
std::vector<std::vector<int>> movedByLoops(const Case& c);

// How far a panel is drawn in, mm: half its caliper, within reason.
double marginOf(const Case& c, int panel);
// Whether everything that is driven lies flat in this pose.
bool liesFlat(const Case& c, const Pose& pose);
// Panels that no finding about meeting should name: they lie beside the card, or hang on a crease
// that nothing holds and give way.
std::vector<bool> givesWay(const Case& c);
// Panels that only the stiffness of their folds holds where they are: what they meet moves them.
std::vector<bool> heldBySprings(const Case& c);

} // namespace hl::proving
