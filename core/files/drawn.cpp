#include "core/files/drawn.h"
#include "core/measure/number.h"
#include "core/measure/place.h"

namespace hl {
namespace {

const std::vector<std::string> lineKinds = {"valley", "mountain", "slit"};
const std::vector<std::string> folds = {"valley", "mountain"};
const std::vector<std::string> joinKinds = {"glue", "slot", "pivot", "slide"};
const std::vector<std::string> sides = {"face", "back"};

Point readPoint(const Object& o, const std::string& key, const Json& j, Unit unit) {
    if (!j.is_array() || j.size() != 2)
        bad(o.at(key), "a point is a pair of measures", "write it like [\"12 mm\", \"-5 mm\"]");
    return {o.signedMeasure(key, j[0], Quantity::Length, unit),
            o.signedMeasure(key, j[1], Quantity::Length, unit)};
}

} // namespace

std::vector<Point> readPoints(const Object& o, const std::string& key, const Json& j, Unit unit) {
    if (!j.is_array())
        bad(o.at(key), "a list of points is needed", "write [[x, y], [x, y]]");
    if (j.size() > limits::corners)
        bad(o.at(key), "there are more than " + numberText(limits::corners) + " points",
            "simplify it");
    std::vector<Point> out;
    for (auto& p : j)
        out.push_back(readPoint(o, key, p, unit));
    return out;
}

Json written(const std::vector<Point>& points, Unit unit) {
    Json j = Json::array();
    for (const Point& p : points)
        j.push_back({placeText(p.x, unit), placeText(p.y, unit)});
    return j;
}

namespace {

// A length or an angle: what the text says by its unit; a bare number is an angle.
Measure either(const Object& o, const std::string& key, const Json& j, Unit unit) {
    if (j.is_string() && j.get<std::string>().find("deg") == std::string::npos &&
        j.get<std::string>().find("°") == std::string::npos)
        return o.signedMeasure(key, j, Quantity::Length, unit);
    return o.signedMeasure(key, j, Quantity::Angle, unit);
}

} // namespace

std::vector<LineSpec> readLines(Object& parent, Unit unit) {
    std::vector<LineSpec> out;
    int n = 0;
    for (auto& j : list(parent, "lines")) {
        Object o(j, parent.at("lines, entry " + numberText(++n)));
        LineSpec l;
        l.id = o.text("id");
        l.kind = static_cast<LineKind>(o.word("kind", lineKinds, 0));
        l.points = readPoints(o, "points", o.need("points"), unit);
        if (const Json* rest = o.find("rest"))
            l.rest = o.measure("rest", *rest, Quantity::Angle, unit);
        if (const Json* s = o.find("stiffness")) {
            if (!s->is_number())
                bad(o.at("stiffness"), "a number is needed", "1 is a plain crease");
            l.stiffness = s->get<double>();
        }
        o.finish();
        out.push_back(l);
    }
    return out;
}

std::vector<std::vector<Point>> readRings(Object& o, const std::string& key, Unit unit) {
    std::vector<std::vector<Point>> out;
    for (auto& j : list(o, key))
        out.push_back(readPoints(o, key, j, unit));
    return out;
}

FreePart readPart(const Json& json, const std::string& place, Unit unit) {
    Object o(json, place);
    FreePart p;
    p.id = o.text("id");
    p.name = o.text("name", "");
    p.stock = o.text("stock", "");
    if (const Json* blank = o.find("blank")) {
        if (!blank->is_array() || blank->size() != 2)
            bad(o.at("blank"), "a blank is a width and a height",
                "write it like [\"60 mm\", \"40 mm\"]");
        p.width = o.measure("blank", (*blank)[0], Quantity::Length, unit);
        p.height = o.measure("blank", (*blank)[1], Quantity::Length, unit);
    }
    if (const Json* outline = o.find("outline"))
        p.outline = readPoints(o, "outline", *outline, unit);
    p.apertures = readRings(o, "apertures", unit);
    p.lines = readLines(o, unit);
    int n = 0;
    for (auto& j : list(o, "tabs")) {
        Object t(j, o.at("tabs, entry " + numberText(++n)));
        TabSpec tab;
        tab.id = t.text("id");
        const Json& edge = t.need("edge");
        if (!edge.is_number_integer() || edge.get<long>() < 1 || edge.get<long>() > 2000)
            bad(t.at("edge"), "this is no edge", "edges are counted from 1");
        tab.edge = edge.get<int>();
        if (const Json* d = t.find("depth"))
            tab.depth = t.measure("depth", *d, Quantity::Length, unit);
        if (const Json* d = t.find("from"))
            tab.from = t.measure("from", *d, Quantity::Length, unit);
        if (const Json* d = t.find("to"))
            tab.to = t.measure("to", *d, Quantity::Length, unit);
        tab.fold = static_cast<Fold>(t.word("fold", folds, 1));
        t.finish();
        p.tabs.push_back(tab);
    }
    o.finish();
    return p;
}

JoinSpec readJoin(const Json& json, const std::string& place, Unit unit) {
    Object o(json, place);
    JoinSpec j;
    j.id = o.text("id");
    j.kind = static_cast<JoinKind>(o.word("kind", joinKinds, 0));
    j.panel = o.text("panel");
    j.onto = o.text("onto");
    if (const Json* hold = o.find("hold"))
        j.hold = readPoints(o, "hold", *hold, unit);
    j.at = readPoint(o, "at", o.need("at"), unit);
    if (const Json* turn = o.find("turn"))
        j.turn = o.signedMeasure("turn", *turn, Quantity::Angle, unit);
    j.onFace = o.word("side", sides, 0) == 0;
    j.ontoFace = o.word("onto_side", sides, 0) == 0;
    j.hinged = o.flag("hinged", false);
    const Quantity q = j.kind == JoinKind::Slide ? Quantity::Length : Quantity::Angle;
    if (const Json* from = o.find("from"))
        j.from = o.signedMeasure("from", *from, q, unit);
    if (const Json* to = o.find("to"))
        j.to = o.signedMeasure("to", *to, q, unit);
    o.finish();
    return j;
}

StageSpec readStage(const Json& json, const std::string& place, Unit unit) {
    Object o(json, place);
    StageSpec s;
    s.drive = o.text("drive");
    s.from = either(o, "from", o.need("from"), unit);
    s.to = either(o, "to", o.need("to"), unit);
    s.together = o.flag("together", false);
    o.finish();
    return s;
}

void writeLines(Json& into, const std::vector<LineSpec>& lines, Unit unit) {
    for (const LineSpec& l : lines) {
        Json j = {{"id", l.id},
                  {"kind", lineKinds[static_cast<size_t>(l.kind)]},
                  {"points", written(l.points, unit)}};
        if (l.rest)
            j["rest"] = placeText(*l.rest, unit);
        if (l.stiffness != 1)
            j["stiffness"] = l.stiffness;
        into["lines"].push_back(j);
    }
}

void writeRings(Json& into, const char* key, const std::vector<std::vector<Point>>& rings,
                Unit unit) {
    for (auto& ring : rings)
        into[key].push_back(written(ring, unit));
}

Json written(const FreePart& p, Unit unit) {
    Json j = {{"id", p.id}};
    if (!p.name.empty())
        j["name"] = p.name;
    if (!p.stock.empty())
        j["stock"] = p.stock;
    j["blank"] = {placeText(p.width, unit), placeText(p.height, unit)};
    if (!p.outline.empty())
        j["outline"] = written(p.outline, unit);
    writeRings(j, "apertures", p.apertures, unit);
    writeLines(j, p.lines, unit);
    for (const TabSpec& t : p.tabs) {
        Json tab = {{"id", t.id}, {"edge", t.edge}, {"depth", placeText(t.depth, unit)}};
        if (t.from)
            tab["from"] = placeText(*t.from, unit);
        if (t.to)
            tab["to"] = placeText(*t.to, unit);
        if (t.fold != Fold::Mountain)
            tab["fold"] = folds[static_cast<size_t>(t.fold)];
        j["tabs"].push_back(tab);
    }
    return j;
}

Json written(const JoinSpec& s, Unit unit) {
    Json j = {{"id", s.id},
              {"kind", joinKinds[static_cast<size_t>(s.kind)]},
              {"panel", s.panel},
              {"onto", s.onto}};
    if (!s.hold.empty())
        j["hold"] = written(s.hold, unit);
    j["at"] = {placeText(s.at.x, unit), placeText(s.at.y, unit)};
    j["turn"] = placeText(s.turn, unit);
    if (!s.onFace)
        j["side"] = "back";
    if (!s.ontoFace)
        j["onto_side"] = "back";
    if (s.hinged)
        j["hinged"] = true;
    if (s.from.count != 0 || s.to.count != 0) {
        j["from"] = placeText(s.from, unit);
        j["to"] = placeText(s.to, unit);
    }
    return j;
}

Json written(const StageSpec& s, Unit unit) {
    Json j = {{"drive", s.drive}, {"from", placeText(s.from, unit)}, {"to", placeText(s.to, unit)}};
    if (s.together)
        j["together"] = true;
    return j;
}

} // namespace hl
