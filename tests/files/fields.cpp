// Every field of a design, one after the other: changed, it makes another design, is written, read
// back as it was, and takes part in what else goes over the fields.
#include "core/design/measures.h"
#include "core/files/hlantern.h"
#include "tests/program.h"
#include <QFile>
#include <QtTest>
#include <nlohmann/json.hpp>

using namespace hl;

namespace {

Measure mm(double v) { return Measure::fromMm(v); }

// A design in which nothing is at its default. Nobody has to be able to make it.
Design whole() {
    Design d;
    d.title = "Signal box";
    d.units = Unit::Inch;
    d.card.width = mm(120);
    d.card.height = mm(170);
    d.card.spine = SpineSide::Top;
    d.card.stock = "ivory";
    d.card.form = "accordion";
    d.card.set["beyond"] = mm(40); // no measure of any form: kept as it is
    LineSpec line;
    line.id = "fold";
    line.kind = LineKind::Slit;
    line.points = {{mm(1), mm(2)}, {mm(-3), mm(4)}};
    line.rest = Measure::fromDegrees(80);
    line.stiffness = 2;
    d.card.lines = {line};
    d.card.apertures = {{{mm(1), mm(1)}, {mm(5), mm(1)}, {mm(5), mm(6)}}};
    d.card.smooth = {{mm(10), mm(20)}};
    d.card.envelope = {{mm(180), mm(130)}};
    d.card.mail = "small";
    d.card.occasion = "Opening of the line";
    d.card.say =
        *parseSayLine("50 | 60 | hinge 9 | 40 | 30, V M90 E; heights 90 80 80 70; raised 0 5 5 "
                      "10; slit at 20 from 10 to 30; panel 3 gives",
                      Unit::Millimetre);
    d.card.shown = Measure::fromDegrees(75);
    d.card.stands = Stands::Fold;
    d.card.front = "box1.tip";
    d.card.meant = {"box1", "deck"};
    d.card.step = mm(4);
    Stock s;
    s.id = "ivory";
    s.name = "Ivory board";
    s.weight = 280;
    s.caliper = mm(0.35);
    s.face = "#101010";
    s.back = "#202020";
    s.grain = Grain::Sideways;
    s.pattern = "brick";
    s.repeat = mm(14);
    s.ink = "#303030";
    s.accent = "#404040";
    s.image = "photo";
    s.clear = true;
    d.stocks = {s};
    d.images = {{"photo", "box.png", Bytes(std::string("\x89PNG\0\1\2\xff", 8))}};
    StructureSpec box;
    box.id = "box1";
    box.kind = "box";
    box.name = "Box";
    box.on = "card.spine";
    box.stock = "ivory";
    box.set["left"] = mm(30);
    box.outline = {{mm(0), mm(0)}, {mm(9), mm(0)}, {mm(9), mm(9)}};
    box.say = *parseSayLine("9 | 30 | 9, M V; top 50 to 40", Unit::Millimetre);
    box.text = "Quillmere";
    box.typeface = "Cabin";
    box.to = "card.fold-2";
    box.count = 3;
    box.each = Each::Tip;
    box.gap = mm(4);
    ChangeSpec falls;
    falls.id = "left";
    falls.step = mm(-2);
    falls.ratio = 0.5;
    box.changes = {falls};
    d.structures = {box};
    FreePart p;
    p.id = "deck";
    p.name = "Deck";
    p.stock = "ivory";
    p.width = mm(61);
    p.height = mm(41);
    p.outline = {{mm(0), mm(0)}, {mm(7), mm(0)}, {mm(7), mm(8)}};
    p.apertures = d.card.apertures;
    p.lines = {line};
    TabSpec t;
    t.id = "t";
    t.edge = 2;
    t.depth = mm(8);
    t.from = mm(1);
    t.to = mm(6);
    t.fold = Fold::Valley;
    p.tabs = {t};
    p.say = *parseSayLine("20 x 30, score 12 M from 3 to 20", Unit::Millimetre);
    d.parts = {p};
    JoinSpec j;
    j.id = "hinge";
    j.kind = JoinKind::Slot;
    j.panel = "deck.t";
    j.onto = "card.page-left";
    j.hold = {{mm(1), mm(1)}};
    j.at = {mm(-20), mm(10)};
    j.turn = Measure::fromDegrees(-30);
    j.onFace = j.ontoFace = false;
    j.from = Measure::fromDegrees(-4);
    j.to = Measure::fromDegrees(12);
    j.hinged = true;
    j.crossing = true;
    j.zone = *parseZone("band left 8 mm", Unit::Millimetre);
    j.line = "left";
    j.ontoLine = "spine";
    j.off = mm(3);
    j.along = mm(-2);
    d.joins = {j};
    d.motion = {{"hinge", mm(-1), mm(9), true}};
    EdgeSpec e;
    e.of = "box1";
    e.edge = Zone::Left;
    e.shape = EdgeShape::Scallops;
    e.depth = mm(4);
    e.count = 7;
    e.points = {{mm(0), mm(2)}, {mm(9), mm(0)}};
    d.edges = {e};
    d.names = {{"card.page-left", "Yard"}};
    d.adhesives = {{"tabs", "tape"}};
    d.pins = {{"fold.deck", "glue.j1"}};
    d.groups = {{"wreath", "Wreath", {"box1", "star"}, Measure::fromDegrees(15)}};
    d.zones = {{"box1.left-tab", *parseZone("band right 6 mm", Unit::Millimetre)}};
    return d;
}

// Counts the values of a design, and changes the one with the number `which`.
class Changer {
  public:
    explicit Changer(int which) : which_(which) {}
    int count = 0;
    QString changed;

    template<class T> struct Of {
        Changer& c;
        T& t;
        template<class M> void operator()(const Field& f, M T::*m) { c.at(f, t.*m); }
        void pair(const Field& f, Measure T::*first, Measure T::*second) {
            c.at(f, t.*first);
            c.at(f, t.*second);
        }
        void range(const Field& from, Measure T::*low, const Field& to, Measure T::*high) {
            c.at(from, t.*low);
            c.at(to, t.*high);
        }
    };
    template<class T> void over(T& t) {
        Of<T> visitor{*this, t};
        T::visit(visitor);
    }

  private:
    bool mine(const Field& f) {
        if (count++ != which_)
            return false;
        changed = f.key;
        return true;
    }
    void at(const Field& f, std::string& s) {
        if (mine(f))
            s = f.means == Means::Colour   ? "#abcdef"
                : f.means == Means::Form   ? "tube"
                : f.means == Means::Family ? "tent"
                                           : s + "x";
    }
    void at(const Field& f, SayLine& line) {
        if (mine(f))
            line = {};
        for (auto* list : {&line.panels, &line.heights, &line.raised, &line.slope})
            for (Measure& m : *list)
                at(f, m);
        for (SayScore& s : line.scores) {
            if (mine(f))
                s.fold = SayFold((int(s.fold) + 1) % 3);
            for (auto* m : {&s.shown, &s.hinge})
                if (*m)
                    at(f, **m);
        }
        for (SaySlit& s : line.slits)
            for (auto* m : {&s.at, &s.from, &s.to})
                at(f, *m);
        if (!line.gives.empty() && mine(f))
            line.gives.pop_back();
    }
    void at(const Field& f, Bytes& bytes) {
        if (mine(f))
            bytes = Bytes(bytes.text() + '\0');
    }
    void at(const Field& f, Zone& z) {
        if (mine(f))
            z = {};
        else if (mine(f))
            z.edge = Zone::Top;
        else if (z.kind == Zone::Band)
            at(f, z.size);
    }
    void at(const Field& f, double& v) { v += mine(f) ? 0.5 : 0; }
    void at(const Field& f, int& v) { v += mine(f); }
    void at(const Field& f, bool& v) { v = v != mine(f); }
    void at(const Field& f, Measure& m) { m.count += mine(f) ? 1 : 0; }
    template<class E> std::enable_if_t<std::is_enum_v<E>> at(const Field& f, E& e) {
        if (mine(f))
            e = static_cast<E>((int(e) + 1) % int(wordsOf<E>().size()));
    }
    void at(const Field& f, Point& p) {
        at(f, p.x);
        at(f, p.y);
    }
    template<class A, class B> void at(const Field& f, std::pair<A, B>& p) {
        at(f, p.first);
        at(f, p.second);
    }
    template<class M> void at(const Field& f, std::optional<M>& m) {
        if (mine(f))
            m.reset();
        else if (m)
            at(f, *m);
    }
    void at(const Field& f, std::map<std::string, Measure>& set) {
        if (mine(f))
            set.clear();
        for (auto& [name, m] : set)
            at(f, m);
    }
    template<class M> void at(const Field& f, std::vector<M>& all) {
        if (mine(f))
            all.pop_back();
        for (M& one : all)
            at(f, one);
    }
    template<class S, class = decltype(&S::template visit<Of<S>>)> void at(const Field&, S& s) {
        over(s);
    }
    int which_;
};

} // namespace

class Fields : public QObject {
    Q_OBJECT
  private slots:
    void eachIsComparedWrittenAndReadBack() {
        const Design d = whole();
        Design counted = d;
        Changer counting(-1);
        counting.over(counted);
        QVERIFY(counted == d);
        QVERIFY2(counting.count > 90, qPrintable(QString::number(counting.count)));
        for (int i = 0; i < counting.count; ++i) {
            Design other = d;
            Changer change(i);
            change.over(other);
            const QString what = QString("value %1, %2").arg(i).arg(change.changed);
            QVERIFY2(!change.changed.isEmpty(), qPrintable(what));
            QVERIFY2(other != d, qPrintable(what));
            const std::string text = designToText(other);
            QVERIFY2(text != designToText(d), qPrintable(what));
            auto back = designAsWritten(text);
            QVERIFY2(back,
                     qPrintable(what + ": " + (back ? QString() : back.problem().text().c_str())));
            if (other.stocks.empty()) // then a file gets one
                other.stocks = back->stocks;
            QVERIFY2(*back == other, qPrintable(what));
        }
    }
    // Whatever stands in the place of any value: it is refused with its place, or it is a value of
    // that kind, and then it comes back as it was read.
    void whatIsNoValueIsRefusedInItsPlace() {
        using Json = nlohmann::ordered_json;
        const Json file = Json::parse(designToText(whole()));
        const Json strangers[] = {true,
                                  -7,
                                  1e9,
                                  "zzz",
                                  "12 mm",
                                  "30 deg",
                                  nullptr,
                                  Json::array(),
                                  Json::array({1}),
                                  Json::object(),
                                  Json::array({"1 mm", "2 mm", "3 mm"})};
        int places = 0, refused = 0, read = 0;
        const Json flat = file.flatten();
        for (auto& [path, value] : flat.items()) {
            std::vector<std::string> ways{path}; // the value, and all lists and objects it lies in
            for (size_t end = path.rfind('/'); end > 0 && end != std::string::npos;
                 end = path.rfind('/', end - 1))
                ways.push_back(path.substr(0, end));
            for (const std::string& way : ways) {
                ++places;
                const std::string key = way.substr(1, way.find('/', 1) - 1); // the uppermost
                for (const Json& stranger : strangers) {
                    Json changed = file;
                    changed[Json::json_pointer(way)] = stranger;
                    auto d = designAsWritten(changed.dump());
                    if (d) {
                        ++read;
                        auto again = designAsWritten(designToText(*d));
                        QVERIFY2(again && *again == *d, (way + " " + stranger.dump()).c_str());
                        continue;
                    }
                    ++refused;
                    const Problem& p = d.problem();
                    const std::string said = p.text();
                    QVERIFY2(!p.what.empty() && !p.remedy.empty(), said.c_str());
                    // Measures of a structure are placed by its id.
                    const bool placed = said.find(key) != std::string::npos ||
                                        said.find("structure") != std::string::npos ||
                                        said.find("top level") != std::string::npos;
                    QVERIFY2(placed, (way + " " + stranger.dump() + ": " + said).c_str());
                }
            }
        }
        QVERIFY2(places > 150 && refused > 1000 && read > 100,
                 qPrintable(QString("%1 %2 %3").arg(places).arg(refused).arg(read)));
    }
    // A file says the lowest version of the format that can hold it; one of the first version reads
    // as it did, and says nothing new.
    void theLowestVersionIsWritten() {
        Design d;
        const std::string first = designToText(d);
        QVERIFY(first.find("\"version\": 1,") != std::string::npos);
        auto old = designAsWritten(first);
        QVERIFY(old && old->card == d.card);
        d.card.occasion = "Opening of the line";
        QVERIFY(designToText(d).find("\"version\": 2,") != std::string::npos);
        d.card.occasion.clear();
        LineSpec l;
        l.id = "a";
        l.kind = LineKind::Either;
        l.points = {{mm(1), mm(2)}, {mm(3), mm(4)}};
        d.card.lines = {l};
        QVERIFY(designToText(d).find("\"version\": 2,") != std::string::npos);
    }
    // What lies at its default is not written, but for what a maker expects to see.
    void defaultsAreNotWritten() {
        Design d;
        d.parts.emplace_back().id = "p";
        d.joins.emplace_back().id = "j";
        const std::string text = designToText(d);
        for (const char* key :
             {"step",   "clear", "occasion", "say",       "shown",   "meant",    "zone", "line",
              "off",    "form",  "lines",    "apertures", "smooth",  "envelope", "mail", "grain",
              "motion", "hold",  "hinged",   "side",      "outline", "tabs"})
            QVERIFY2(text.find(std::string("\"") + key + "\"") == std::string::npos, key);
        for (const char* key : {"width", "spine", "stocks", "structures", "blank", "turn", "at"})
            QVERIFY2(text.find(std::string("\"") + key + "\"") != std::string::npos, key);
    }
    void theSchemaIsTheOneInTheDocs() {
        QFile f(HL_SOURCE_DIR "/docs/hlantern.schema.json");
        QVERIFY(f.open(QIODevice::ReadOnly));
        QVERIFY2(f.readAll().toStdString() == designSchema(),
                 "run ./hl cli schema > docs/hlantern.schema.json");
    }
    void whatCanBeMadeWrongIsNamed() {
        Design d = whole();
        QStringList names;
        for (auto& m : drawnMeasures(d))
            names.push_back(QString::fromStdString(m.owner + "/" + m.name));
        for (const char* name :
             {"card/fold x1", "card/fold y2", "card/aperture 1 x3", "deck/outline y3",
              "deck/aperture 1 y1", "deck/fold x2", "deck/t from", "deck/t to", "hinge/place x",
              "hinge/place y", "hinge/turn"})
            QVERIFY2(names.contains(name), qPrintable(name + (" is not in " + names.join(", "))));
        QVERIFY(!names.contains("deck/width")); // it has an outline instead
        d.parts[0].outline.clear();
        names.clear();
        for (auto& m : drawnMeasures(d))
            names.push_back(QString::fromStdString(m.owner + "/" + m.name));
        QVERIFY(names.contains("deck/width") && names.contains("deck/height"));
        QCOMPARE(names.count("deck/width"), 1);
    }
};

HL_TEST(Fields)
#include "fields.moc"
