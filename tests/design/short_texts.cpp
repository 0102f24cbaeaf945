// What is written in a line comes back from the line: zones, silhouettes, lengths, angles. And
// whatever else is written is read as something or refused in words, never anything else.
#include "core/assembly/adhesive.h"
#include "core/design/edge.h"
#include "core/design/zone.h"
#include "core/measure/measure.h"
#include "core/measure/place.h"
#include "tests/program.h"
#include "tests/scale.h"
#include <QtTest>
#include <cmath>
#include <random>

using namespace hl;
using namespace hl::test;

namespace {

using Chance = std::mt19937;

double between(Chance& c, double low, double high) {
    return std::uniform_real_distribution<double>(low, high)(c);
}
int whole(Chance& c, int low, int high) { return std::uniform_int_distribution<int>(low, high)(c); }

// A length on the marks of a ruler, or anywhere.
Measure lengthOf(Chance& c, Unit unit) {
    switch (whole(c, 0, 2)) {
    case 0:
        return unit == Unit::Inch ? Measure{Quantity::Length, nmPerInch / 64 * whole(c, 1, 900)}
                                  : Measure::fromMm(whole(c, 1, 400) / 2.0);
    case 1:
        return Measure::fromMm(whole(c, 1, 20000) / 100.0);
    default:
        return {Quantity::Length, whole(c, 1, 200'000'000)};
    }
}

// Words of the trade, numbers and signs in any order.
std::string rubbish(Chance& c) {
    static const char* words[] = {"band",  "left",   "third", "margin", "hills", "drawn", "12",
                                  "mm",    "1/2",    "in",    "x",      ",",     "-3",    "1e400",
                                  "clear", "0",      "%",     "snip",   "round", "\"",    "½",
                                  "5 7/8", "spots",  "top",   "°",      "deg",   "+",     "(",
                                  "nan",   "999999", ".",     "cm",     "whole", "\t",    ""};
    std::string out;
    for (int n = whole(c, 0, 6); n > 0; --n) {
        out += words[whole(c, 0, int(std::size(words)) - 1)];
        out += whole(c, 0, 3) ? " " : "";
    }
    return out;
}

} // namespace

class ShortTexts : public QObject {
    Q_OBJECT
  private slots:
    void zonesComeBack() {
        Chance c(7);
        for (int i = 0; i < scaled(3000); ++i) {
            const Unit unit = whole(c, 0, 1) ? Unit::Inch : Unit::Millimetre;
            Zone z;
            z.kind = static_cast<Zone::Kind>(whole(c, 0, 6));
            const bool sized = z.kind == Zone::Band || z.kind == Zone::Margin ||
                               z.kind == Zone::Spots || z.kind == Zone::Clear,
                       edged = z.kind == Zone::Band || z.kind == Zone::Third ||
                               z.kind == Zone::Half || z.kind == Zone::Clear;
            if (sized)
                z.size = lengthOf(c, unit);
            if (edged)
                z.edge = static_cast<Zone::Edge>(whole(c, 0, 3));
            const std::string text = zoneText(z, unit);
            const auto back = parseZone(text, unit);
            QVERIFY2(back && *back == z, text.c_str());
        }
    }
    void silhouettesComeBack() {
        Chance c(8);
        for (int i = 0; i < scaled(3000); ++i) {
            const Unit unit = whole(c, 0, 1) ? Unit::Inch : Unit::Millimetre;
            EdgeSpec e;
            e.shape = static_cast<EdgeShape>(whole(c, 0, 8));
            if (e.shape == EdgeShape::Drawn) {
                Measure along = Measure::fromMm(0);
                for (int n = whole(c, 2, 9); n > 0; --n) {
                    e.points.push_back({along, Measure::fromMm(whole(c, 0, 300) / 10.0)});
                    along.count += whole(c, 1, 400) * 100'000LL;
                }
            } else {
                e.depth = lengthOf(c, unit);
                if (e.shape < EdgeShape::Arch)
                    e.count = whole(c, 0, 40);
            }
            const std::string text = edgeText(e, unit);
            const auto back = parseEdge(text, unit);
            QVERIFY2(back, (text + ": " + (back ? "" : back.problem().text())).c_str());
            QVERIFY2(back->shape == e.shape && back->depth == e.depth && back->count == e.count &&
                         back->points.size() == e.points.size(),
                     text.c_str());
            for (size_t k = 0; k < e.points.size(); ++k)
                QVERIFY2(back->points[k] == e.points[k], text.c_str());
        }
    }
    void measuresComeBack() {
        Chance c(9);
        for (int i = 0; i < scaled(5000); ++i) {
            const Unit unit = whole(c, 0, 1) ? Unit::Inch : Unit::Millimetre,
                       other = whole(c, 0, 1) ? Unit::Inch : Unit::Millimetre;
            const Measure m = lengthOf(c, unit);
            // Whatever unit it is read in, it says its own.
            const std::string text = exactText(m, unit);
            const auto back = parseLength(text, other);
            QVERIFY2(back && back->measure == m, text.c_str());
            const Measure a = Measure::fromDegrees(whole(c, -36000, 36000) / 100.0);
            const auto angle = parseAngle(exactText(a, unit));
            QVERIFY2(angle ? angle->measure == a : a.count < 0, exactText(a, unit).c_str());
        }
    }
    void rubbishIsReadOrRefused() {
        Chance c(10);
        int read = 0, refused = 0;
        const auto heard = [&](const auto& result, const std::string& text) {
            (result ? read : refused)++;
            return result || (!result.problem().what.empty() && !result.problem().remedy.empty())
                       ? QString()
                       : QString::fromStdString("refused without words: " + text);
        };
        for (int i = 0; i < scaled(20000); ++i) {
            const std::string text = rubbish(c);
            for (Unit unit : {Unit::Millimetre, Unit::Inch}) {
                for (const QString& wrong :
                     {heard(parseZone(text, unit), text), heard(parseEdge(text, unit), text),
                      heard(parseLength(text, unit), text), heard(parseAngle(text), text)})
                    QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
                if (const auto m = parseLength(text, unit))
                    QVERIFY2(std::fabs(m->measure.mm()) < 1e7, text.c_str());
            }
        }
        QVERIFY(read > 100 && refused > 100);
    }
    // The pieces of a zone lie on its panel, do not overlap, and are as large as the words say.
    void zonesAsAreas() {
        Chance c(11);
        for (int i = 0; i < scaled(1000); ++i) {
            const double w = between(c, 8, 120), h = between(c, 8, 120), x = between(c, -50, 50),
                         y = between(c, -50, 50);
            const Ring panel{{x, y}, {x + w, y}, {x + w, y + h}, {x, y + h}};
            Zone z;
            z.kind = static_cast<Zone::Kind>(whole(c, 0, 6));
            z.edge = static_cast<Zone::Edge>(whole(c, 0, 3));
            z.size = Measure::fromMm(whole(c, 1, 1000) / 10.0);
            const bool sideways = z.edge == Zone::Left || z.edge == Zone::Right;
            const double s = z.size.mm(), extent = sideways ? w : h, across = sideways ? h : w;
            double meant = 0;
            switch (z.kind) {
            case Zone::Whole:
                meant = w * h;
                break;
            case Zone::Band:
                meant = std::min(s, extent) * across;
                break;
            case Zone::Third:
                meant = w * h / 3;
                break;
            case Zone::Half:
                meant = w * h / 2;
                break;
            case Zone::Margin: {
                const double m = std::min({s, w / 2, h / 2});
                meant = w * h - (w - 2 * m) * (h - 2 * m);
                break;
            }
            case Zone::Spots: {
                const double m = std::min({s, w / 2, h / 2});
                meant = 4 * m * m;
                break;
            }
            case Zone::Clear:
                meant = std::max(0.0, extent - s) * across;
                break;
            }
            double area = 0;
            for (const Ring& piece : ringsOf(z, panel)) {
                area += areaOf(piece);
                for (const Vec2& p : piece)
                    QVERIFY(p.x() > x - 1e-5 && p.x() < x + w + 1e-5 && p.y() > y - 1e-5 &&
                            p.y() < y + h + 1e-5);
            }
            QVERIFY2(std::fabs(area - meant) < 1e-3 + 1e-6 * meant,
                     zoneText(z, Unit::Millimetre).c_str());
        }
    }
};

HL_TEST(ShortTexts)
#include "short_texts.moc"
