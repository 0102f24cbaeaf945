// Rising: what should come up by itself, and does not, or is drawn too hard.
#include "core/prove/rising.h"
#include "core/prove/evidence.h"
#include "core/prove/saying.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr double hardly = 0.5;  // of how far it could come
constexpr double upright = 175; // degrees between its sides: they stand in one plane

Finding about(const Case& c, const Rising& r, const char* code, Severity severity, double amount) {
    const double at = c.last();
    Finding f = Finding::of(code, severity, c.first(), at, at, amount);
    const Stage& stage = c.assembly.motion[static_cast<size_t>(r.stage)];
    nameIn(f, c, c.assembly.creases[static_cast<size_t>(c.assembly.crease(stage.drive))].left);
    return f;
}

// A band that raises it to as near to all the way as any does.
std::optional<double> betterBand(const Case& c, const Rising& r) {
    const std::vector<BandTried> work = bandsThatWork(c, r);
    if (work.empty())
        return {};
    return work[work.size() / 2].length;
}

void withBand(Finding& f, const Case& c, const Rising& r, const std::string& otherwise) {
    if (const auto length = betterBand(c, r)) {
        f.remedy =
            "Take a band of " + sayAmount(c, *length) + ", or knot this one shorter or longer.";
        f.action = Remedy{r.structure, "band", Measure::fromMm(*length)};
    } else {
        f.remedy = otherwise;
    }
}

} // namespace

void rising(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    for (const Rising& r : risingsOf(c)) {
        if (stop)
            return;
        const std::string name = capital(sayOwner(c.design, r.structure));
        if (r.elastic >= 0 && r.flat > bandBears * r.slack) {
            Finding f =
                about(c, r, "rising.band-tears", Severity::Stop, r.flat - bandBears * r.slack);
            f.message = "Pressed flat, " + name + " stretches its band from " +
                        sayAmount(c, r.slack) + " to " + sayAmount(c, r.flat) +
                        ": that is more than a rubber band bears.";
            withBand(f, c, r, "Take a longer band.");
            out.push_back(f);
        }
        if (r.opened < hardly * r.widest) {
            Finding f = about(c, r, "rising.low", Severity::Caution, r.rise);
            f.message = name + " rises by " + sayAmount(c, r.rise) +
                        " only when it is let go: its folds resist more than " +
                        (r.elastic >= 0 ? "its band pulls." : "they spring.");
            withBand(f, c, r, "Take a stronger band, or thinner paper.");
            out.push_back(f);
        } else if (r.elastic >= 0 && r.stands < r.slack) {
            Finding f = about(c, r, "rising.slack", Severity::Note, r.slack - r.stands);
            f.message = "As " + name + " stands its band hangs slack, by " +
                        sayAmount(c, r.slack - r.stands) +
                        ": nothing holds it there but its folds.";
            withBand(f, c, r, "Take a shorter band.");
            out.push_back(f);
        }
        if (r.opened > upright) {
            Finding f = about(c, r, "rising.upright", Severity::Caution, 0);
            f.in = In::Degrees;
            f.message = name + " is drawn until its sides stand upright: beyond that they turn in, "
                               "and it does not lie flat again by itself.";
            f.remedy = "Widen the girdle, so that its sides meet before, or take a longer band.";
            out.push_back(f);
        }
    }
}

} // namespace hl::proving
