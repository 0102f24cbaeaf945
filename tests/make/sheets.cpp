// Patterns and sheets: true lengths, everything on paper, nothing on top of anything else.
#include "core/make/sheets.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
#include "tests/drawn.h"
#include "tests/program.h"
#include <QDir>
#include <QtTest>
#include <set>

using namespace hl;

namespace {

struct Box2 {
    Vec2 low{1e9, 1e9}, high{-1e9, -1e9};
    void add(const Vec2& p) { low = low.cwiseMin(p), high = high.cwiseMax(p); }
    bool meets(const Box2& o) const {
        return (low.array() < o.high.array()).all() && (o.low.array() < high.array()).all();
    }
};

} // namespace

class Sheets : public QObject {
    Q_OBJECT
    Design station() {
        return *loadDesign(HL_SOURCE_DIR "/demo/quillmere/station-platform.hlantern");
    }
  private slots:
    void outlinesAreTheUnionOfThePanels() {
        const Assembly a = *assemble(station());
        for (const Part& part : a.parts) {
            double panels = 0;
            for (int i : part.panels)
                panels += areaOf(a.panels[i].outline);
            const auto rings = outlineOf(a, part);
            QCOMPARE(rings.size(), size_t(1)); // one piece, no slivers
            QVERIFY(std::abs(areaOf(rings[0]) - panels) < 1e-3);
        }
    }

    void everyPartIsOnASheetOnceAndApart() {
        const Design d = station();
        const Assembly a = *assemble(d);
        for (const SheetFormat& format : sheetFormats()) {
            std::map<std::string, int> seen;
            for (const Sheet& s : layOut(d, a, format)) {
                QVERIFY(!s.oversize);
                std::vector<Box2> boxes;
                for (const Shape& stroke : s.strokes) {
                    Box2 box;
                    for (const Vec2& p : stroke.points) {
                        box.add(p);
                        QVERIFY(p.x() >= 0 && p.x() <= s.width && p.y() >= 0 && p.y() <= s.height);
                    }
                    if (!stroke.is(Line::Cut))
                        continue;
                    ++seen[stroke.owner];
                    for (const Box2& other : boxes)
                        QVERIFY(!box.meets(other));
                    boxes.push_back(box);
                }
            }
            QCOMPARE(seen.size(), a.parts.size());
            for (auto& [part, times] : seen)
                QCOMPARE(times, 1);
        }
    }

    void aPartTooLargeGetsItsOwnSheetAndAWord() {
        const Design d = *newDesign(Measure::fromMm(305), Measure::fromMm(305), SpineSide::Left,
                                    Unit::Millimetre);
        const auto sheets = layOut(d, *assemble(d), *sheetFormat("a4"));
        QCOMPARE(sheets.size(), size_t(1));
        QVERIFY(sheets[0].oversize);
        QVERIFY(sheets[0].width >= 610);
    }

    // What a printer cannot reach stays free: lines keep that far from every edge.
    void thePrintersMargin() {
        const Design d = station();
        const Assembly a = *assemble(d);
        for (double margin : {3.0, 7.0, 20.0}) {
            SheetFormat format = *sheetFormat("a3");
            format.margin = margin;
            for (const Sheet& s : layOut(d, a, format))
                for (const Shape& stroke : s.strokes)
                    for (const Vec2& p : stroke.points) {
                        const bool bar = stroke.is(Line::Check);
                        QVERIFY2(p.x() >= margin - 1e-6 && p.x() <= s.width - margin + 1e-6,
                                 qPrintable(QString::number(p.x())));
                        QVERIFY(p.y() >= (bar ? margin - 2.001 : margin + 6 - 1e-6) &&
                                p.y() <= s.height - margin + 1e-6);
                    }
        }
    }
    // Patterns lie under the lines of their part, as large as it is, and nowhere else.
    void patternsUnderTheLines() {
        const Design d = station();
        const Assembly a = *assemble(d);
        std::map<int, std::pair<Vec2, Vec2>> asked;
        auto pixels = std::make_shared<Pixels>();
        pixels->width = pixels->height = 1;
        pixels->argb = {0xff00ff00};
        const auto sheets =
            layOut(d, a, *sheetFormat("a4"), [&](int part, const Vec2& low, const Vec2& high) {
                asked[part] = {low, high};
                return part % 2 ? pixels : nullptr;
            });
        QCOMPARE(asked.size(), a.parts.size());
        size_t images = 0;
        for (const Sheet& s : sheets) {
            images += s.prints.size();
            size_t k = 0;
            for (int part : s.parts) {
                if (part % 2 == 0)
                    continue;
                const Image& m = s.prints.at(k++);
                const Vec2 size = asked[part].second - asked[part].first;
                QVERIFY(std::fabs(m.across.norm() - size.x()) < 1e-9 &&
                        std::fabs(m.down.norm() - size.y()) < 1e-9);
                Box2 picture, clip;
                for (const Vec2& p : {m.at, Vec2(m.at + m.across), Vec2(m.at + m.across + m.down)})
                    picture.add(p);
                for (const Ring& ring : m.clip)
                    for (const Vec2& p : ring)
                        clip.add(p);
                QVERIFY((picture.low - clip.low).norm() < 1e-6 &&
                        (picture.high - clip.high).norm() < 1e-6);
            }
            // In the picture they come first.
            const Picture p = pictureOf(s);
            for (size_t i = 0; i < p.items.size(); ++i)
                QCOMPARE(std::holds_alternative<Image>(p.items[i]), i < s.prints.size());
        }
        QCOMPARE(images, a.parts.size() / 2);
    }

    void theCheckBarIsTrue() {
        const Design d = station();
        const auto sheets = layOut(d, *assemble(d), *sheetFormat("letter"));
        std::set<double> lengths;
        for (const Shape& s : sheets[0].strokes)
            if (s.is(Line::Check))
                lengths.insert(std::round((s.points[1] - s.points[0]).norm() * 1e6) / 1e6);
        QVERIFY(lengths.count(50.0));
        QVERIFY(lengths.count(50.8));
    }

    // Drawn things on paper: a slit is cut, a gap of the spine is not scored, a pivot is a cross on
    // both parts.
    void drawnPatterns() {
        Design d = test::card();
        d.card.lines = {test::line("low", LineKind::Slit, {test::at(-10, 40), test::at(10, 40)}),
                        test::line("high", LineKind::Slit, {test::at(-10, 60), test::at(10, 60)}),
                        test::line("l", LineKind::Valley, {test::at(-10, 40), test::at(-10, 60)}),
                        test::line("m", LineKind::Mountain, {test::at(0, 40), test::at(0, 60)}),
                        test::line("r", LineKind::Valley, {test::at(10, 40), test::at(10, 60)})};
        d.card.smooth = {{test::mm(40), test::mm(60)}};
        d.parts = {test::blank("arm", 30, 8)};
        JoinSpec pivot = test::glue("arm.sheet", "card.page-right", 50, 90, 0);
        pivot.kind = JoinKind::Pivot;
        pivot.hold = {test::at(4, 4)};
        d.joins = {pivot};
        const Assembly a = *assemble(d);
        const auto patterns = patternsOf(d, a);
        QCOMPARE(patterns.size(), size_t(2));
        double spine = 0;
        int slits = 0, holes = 0, crosses[2] = {0, 0};
        for (size_t i = 0; i < 2; ++i)
            for (const Shape& s : patterns[i].strokes) {
                if (s.owner == "card.spine")
                    spine += (s.points[1] - s.points[0]).norm();
                slits += s.is(Line::Cut) && (s.owner == "card.low" || s.owner == "card.high");
                if (s.owner == pivot.id) {
                    const Vec2 there = i == 0 ? Vec2(50, 90) : Vec2(4, 4);
                    if (s.is(Line::Cut)) { // the hole itself
                        ++holes;
                        for (const Vec2& p : s.points)
                            QVERIFY(std::abs((p - there).norm() - 1.5) < 1e-9);
                        continue;
                    }
                    ++crosses[i];
                    QVERIFY(((s.points[0] + s.points[1]) / 2 - there).norm() < 1e-9);
                }
            }
        QVERIFY(std::abs(spine - 120) < 1e-9); // of 140 mm, 20 are smooth
        QCOMPARE(slits, 2);
        QCOMPARE(crosses[0], 2);
        QCOMPARE(crosses[1], 2);
        QCOMPARE(holes, 2);
    }
};

HL_TEST(Sheets)
#include "sheets.moc"
