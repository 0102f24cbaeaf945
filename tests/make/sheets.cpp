// Patterns and sheets: true lengths, everything on paper, nothing on top of anything else.
#include "core/make/sheets.h"
#include "core/edit/edit.h"
#include "core/files/hlantern.h"
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
                for (const Stroke& stroke : s.strokes) {
                    Box2 box;
                    for (const Vec2& p : stroke.points) {
                        box.add(p);
                        QVERIFY(p.x() >= 0 && p.x() <= s.width && p.y() >= 0 && p.y() <= s.height);
                    }
                    if (stroke.line != Line::Cut)
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

    void theCheckBarIsTrue() {
        const Design d = station();
        const auto sheets = layOut(d, *assemble(d), *sheetFormat("letter"));
        std::set<double> lengths;
        for (const Stroke& s : sheets[0].strokes)
            if (s.line == Line::Check)
                lengths.insert(std::round((s.points[1] - s.points[0]).norm() * 1e6) / 1e6);
        QVERIFY(lengths.count(50.0));
        QVERIFY(lengths.count(50.8));
    }
};

QTEST_APPLESS_MAIN(Sheets)
#include "sheets.moc"
