#include "core/design/measures.h"
#include "core/measure/number.h"

namespace hl {
namespace {

class Collector {
  public:
    std::vector<NamedMeasure> found;

    void add(const std::string& owner, const std::string& name, Measure& m) {
        found.push_back({owner, name, &m});
    }
    void add(const std::string& owner, const std::string& name, std::vector<Point>& points) {
        for (size_t i = 0; i < points.size(); ++i) {
            const std::string n = numberText(i + 1);
            add(owner, name + " x" + n, points[i].x);
            add(owner, name + " y" + n, points[i].y);
        }
    }
    void add(const std::string& owner, std::vector<LineSpec>& lines) {
        for (LineSpec& l : lines)
            add(owner, l.id, l.points);
    }
    void add(const std::string& owner, std::vector<std::vector<Point>>& rings) {
        for (size_t i = 0; i < rings.size(); ++i)
            add(owner, "aperture " + numberText(i + 1), rings[i]);
    }
};

} // namespace

std::vector<NamedMeasure> drawnMeasures(Design& d) {
    Collector c;
    c.add("card", d.card.lines);
    c.add("card", d.card.apertures);
    for (FreePart& p : d.parts) {
        if (p.outline.empty()) {
            c.add(p.id, "width", p.width);
            c.add(p.id, "height", p.height);
        } else {
            c.add(p.id, "outline", p.outline);
        }
        c.add(p.id, p.apertures);
        c.add(p.id, p.lines);
        for (TabSpec& t : p.tabs) {
            if (t.from)
                c.add(p.id, t.id + " from", *t.from);
            if (t.to)
                c.add(p.id, t.id + " to", *t.to);
        }
    }
    for (JoinSpec& j : d.joins) {
        c.add(j.id, "place x", j.at.x);
        c.add(j.id, "place y", j.at.y);
        c.add(j.id, "turn", j.turn);
    }
    return c.found;
}

} // namespace hl
