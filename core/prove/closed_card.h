// The closed card: how thick it is where, how far it reaches, what it weighs, and what goes by
// post.
#pragma once
#include "core/prove/layers.h"
#include <memory>

namespace hl::proving {

// The thickness over a grid of cells, mm, in the coordinates of the flat state.
struct ThicknessMap {
    double cell = 0.5;          // mm; more on a large card
    Vec2 origin = Vec2::Zero(); // corner of the first cell
    int columns = 0, rows = 0;
    std::vector<float> mm; // row by row
    float at(int column, int row) const { return mm[static_cast<size_t>(row) * columns + column]; }
};

struct ClosedCard {
    const FlatState* flat = nullptr;              // null when the motion does not begin closed
    Vec2 low = Vec2::Zero(), high = Vec2::Zero(); // of everything, mm
    Vec2 cardLow = Vec2::Zero(), cardHigh = Vec2::Zero(); // of the closed card as designed
    ThicknessMap map;
    double thickness = 0;         // the most, mm
    Vec2 thickest = Vec2::Zero(); // the middle of where that is
    double inside = 0;            // mm between the two outer pages there
    double mass = 0;              // g, of the paper
    // By how much foam keeps two pages apart at their edge, mm: they lie on it like stiff boards,
    // but for the fold, which gives way by about as much as the foam is high. Our own estimate.
    double gape = 0;

    Vec2 size() const { return high - low; }
    // By how much what lies inside has to be narrower than the pages that wrap it: a page goes half
    // way round a half circle whose diameter is what lies inside, which takes pi/4 of that from its
    // reach. Our own estimate; stiff paper bends wider.
    double wrap() const { return 0.78539816339744831 * inside; }
};

ClosedCard closedCard(const Case& c, const std::vector<FlatState>& flats);

// The same card with a motion that begins with its spine closed, all else that is driven being
// where its own motion begins: for cards whose motion does not begin closed.
std::shared_ptr<const Case> foldedUp(const Case& c, const Stop& stop);

// By how much (mm, g) the closed card is more than the class takes, 0 where it fits.
struct Excess {
    double length = 0, width = 0, thickness = 0, mass = 0;
    bool fits() const { return length <= 0 && width <= 0 && thickness <= 0 && mass <= 0; }
};
Excess excessOver(const ClosedCard& card, const MailClass& mail);

// By how much the closed card is too large for its envelope, either way round, mm; 0 where it goes
// in. A flat envelope gives as much of its width and height as the card is thick.
double beyondEnvelope(const ClosedCard& card, double width, double height);

} // namespace hl::proving
