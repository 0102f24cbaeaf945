// Words: letters as they are set, cut and glued, cut out so that nothing falls out, printed on a
// label; and clear of folds.
#include "core/structures/layers/words.h"
#include "core/assemble/assemble.h"
#include "core/edit/tell.h"
#include "core/files/hlantern.h"
#include "core/fold/case.h"
#include "core/make/parts_list.h"
#include "core/make/pattern.h"
#include "core/picture/letters.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QtTest>
#include <atomic>
#include <cmath>
#include <thread>

using namespace hl;
using namespace hl::test;

namespace {

double areaOf(const Paper& p) {
    double area = hl::areaOf(p.outline);
    for (const Ring& hole : p.apertures)
        area -= std::fabs(hl::areaOf(hole));
    return area;
}

double paperOf(const Panel& p) { return areaOf(Paper{p.outline, p.apertures}); }

Result<std::pair<Design, std::string>> said(const Design& d, const std::string& text,
                                            const std::map<std::string, std::string>& set,
                                            const std::string& on = "card.page-right") {
    return addStructure(d, "words", on, set, {}, "sign", {{"text", text}});
}

const Panel& page(const Assembly& a) { return a.panels[size_t(a.panel("card.page-right"))]; }

} // namespace

class WordsTest : public QObject {
    Q_OBJECT
  private slots:
    // A letter that no typeface has, and a typeface that is not installed, are told by name.
    void whatIsNotThereIsTold() {
        const auto findings = [](const std::string& text, const std::string& typeface) {
            auto d = addStructure(card(), "words", "card.page-right", {}, {}, "sign",
                                  {{"text", text}, {"name", "Welcome"}});
            if (!typeface.empty())
                d->first.structure("sign")->typeface = typeface;
            const Case c(d->first, *assemble(d->first));
            std::string all;
            for (const Finding& f : prove(Evidence(c, {})))
                if (f.rule == "dressing" && f.severity == Severity::Caution)
                    all += f.message + " " + f.remedy + "\n";
            return all;
        };
        QCOMPARE(findings("Open", ""), std::string());
        const std::string odd = "\xf3\xb1\x88\xb4"; // of nobody's alphabet
        const std::string missing = findings("Op" + odd + "n" + odd, "");
        QVERIFY2(missing.find("“" + odd + "” of Welcome") != std::string::npos &&
                     missing.find(odd) == missing.rfind(odd), // said once
                 missing.c_str());
        const std::string face = findings("Open", "Nowhere Sans");
        QVERIFY2(face.find("“Nowhere Sans” of Welcome is not installed") != std::string::npos,
                 face.c_str());
    }
    void lettersAsTheyAreSet() {
        const SetWords h = setWords("H", "", 10);
        QCOMPARE(h.pieces.size(), size_t(1));
        double low = 1e9, high = -1e9;
        for (const Vec2& p : h.pieces[0].paper.outline) {
            low = std::min(low, p.y());
            high = std::max(high, p.y());
        }
        QVERIFY(std::fabs(low) < 0.05 && std::fabs(high - 10) < 0.05);
        QVERIFY(hl::areaOf(h.pieces[0].paper.outline) > 0);
        // An O has an island, a B two, an i is two pieces; what cannot be seen is none.
        QCOMPARE(setWords("O", "", 10).pieces[0].paper.apertures.size(), size_t(1));
        QCOMPARE(setWords("B", "", 10).pieces[0].paper.apertures.size(), size_t(2));
        QCOMPARE(setWords("i", "", 10).pieces.size(), size_t(2));
        QVERIFY(setWords("   ", "", 10).pieces.empty());
        // Twice as high is twice as long and four times the paper.
        const SetWords one = setWords("Quillmere", "", 6), two = setWords("Quillmere", "", 12);
        QVERIFY(std::fabs(two.width - 2 * one.width) < 0.05);
        double a = 0, b = 0;
        for (auto& p : one.pieces)
            a += areaOf(p.paper);
        for (auto& p : two.pieces)
            b += areaOf(p.paper);
        QVERIFY2(std::fabs(b / a - 4) < 0.05, qPrintable(QString::number(b / a)));
        QCOMPARE(one.pieces.size(), size_t(10)); // nine letters, and the dot of the i
        QCOMPARE(one.pieces[0].letter, std::string("Q"));
        // A face that is not here stands aside for the one that ships.
        const SetWords other = setWords("H", "No such face", 10);
        QVERIFY(!other.known && other.pieces[0].paper.outline == h.pieces[0].paper.outline);
        QVERIFY(h.known);
        const auto faces = typefaces();
        QVERIFY(std::find(faces.begin(), faces.end(), "Cabin") != faces.end());
        // What is no letter of any language does no harm.
        for (const char* odd : {"\xc3\x28", "\xf0\x9f\x9a\x82", "\n\t", "Größe"})
            setWords(odd, "", 5);
    }

    void cutAndGluedOn() {
        const auto d = said(card(120, 160), "Welcome", {{"height", "10"}});
        QVERIFY2(d, d ? "" : d.problem().text().c_str());
        const Assembly a = *assemble(d->first);
        int letters = 0;
        double paper = 0;
        for (const Panel& p : a.panels)
            if (ownerOf(p.id) == "sign") {
                ++letters;
                paper += paperOf(p);
                QCOMPARE(p.rides, a.panel("card.page-right"));
            }
        QCOMPARE(letters, 7);
        double set = 0;
        for (auto& p : setWords("Welcome", "", 10).pieces)
            set += areaOf(p.paper);
        QVERIFY(std::fabs(paper - set) < 1e-6);
        // In the middle of their panel: as far from one side as from the other.
        double left = 1e9, right = -1e9;
        for (const Join& j : a.joins)
            if (ownerOf(j.id) == "sign")
                for (const Vec2& p : a.panels[size_t(j.tab)].outline) {
                    left = std::min(left, j.place.at(p).x());
                    right = std::max(right, j.place.at(p).x());
                }
        QVERIFY(std::fabs((left + right) / 2 - 60) < 1);
        const Case c(d->first, a);
        for (const Pose& p : c.poses)
            QVERIFY(p.misfit() < 1e-9);
        // Each is a part with its letter's name; the two that are alike are listed together.
        const auto parts = partsList(d->first, a);
        int twice = 0;
        for (auto& p : parts)
            twice += p.count == 2;
        QVERIFY2(parts.size() == 7 && twice == 1, // the card, and e twice
                 partsText(parts, Unit::Millimetre).c_str());
    }

    void cutOutNothingFallsOut() {
        const Design plain = card(120, 160);
        const double before = paperOf(page(*assemble(plain)));
        for (const char* text : {"O", "B8", "Quillmere & Bead 468"}) {
            const auto d = said(plain, text, {{"height", "8"}, {"as", "cut-out"}, {"bridge", "1"}});
            QVERIFY2(d, d ? text : d.problem().text().c_str());
            const Assembly a = *assemble(d->first);
            double openings = 0, full = 0;
            for (auto& p : setWords(text, "", 8).pieces) {
                openings += areaOf(p.paper);
                full += hl::areaOf(p.paper.outline);
            }
            const double gone = before - paperOf(page(a));
            // Less than the letters by their bridges, and by no island: those stay.
            QVERIFY2(gone < openings && gone > 0.7 * openings && gone < full,
                     qPrintable(QString("%1 of %2").arg(gone).arg(openings)));
            QCOMPARE(a.parts.size(), assemble(plain)->parts.size());
            QVERIFY(page(a).apertures.size() >= 1);
            // One piece: its outline and holes, none of which holds paper within it.
            QCOMPARE(partsList(d->first, a)[0].apertures.size(), page(a).apertures.size());
        }
        // A mat on the panel is pierced alike.
        const auto d = said(plain, "OK", {{"height", "20"}, {"as", "cut-out"}});
        const Design matted = with(d->first, "mat", "card.page-right");
        const Assembly a = *assemble(matted);
        const Panel& mat = a.panels[size_t(a.panel("mat1.mat"))];
        QVERIFY(!mat.apertures.empty()); // with their borders the two letters are one opening
    }

    void aLabelIsPrinted() {
        const auto d =
            said(card(120, 160), "Platform 2", {{"as", "label"}, {"height", "6"}, {"border", "3"}});
        QVERIFY2(d, d ? "" : d.problem().text().c_str());
        const Assembly a = *assemble(d->first);
        const auto printed = printedWords(d->first, a);
        QCOMPARE(printed.size(), size_t(1));
        const Panel& label = a.panels[size_t(printed[0].panel)];
        QCOMPARE(label.id, std::string("sign.label"));
        QCOMPARE(label.outline[2].y(), 12.0);
        QCOMPARE(printed[0].letters.size(), size_t(9));
        for (const Paper& letter : printed[0].letters)
            for (const Vec2& p : letter.outline)
                QVERIFY(p.x() > 2.5 && p.y() > 1 && p.x() < label.outline[2].x() - 2.5);
        // It is kept as text, and comes back from its file.
        auto back = designFromText(designToText(d->first));
        QVERIFY(back && back->structure("sign")->text == "Platform 2");
        QVERIFY(printedWords(card(), *assemble(card())).empty());
        // It stands on the pattern as well, every letter and the island in it.
        int strokes = 0;
        for (const Pattern& p : patternsOf(d->first, a))
            for (const Shape& s : p.strokes)
                strokes += s.is(Line::Label) && s.owner == "sign.label";
        QVERIFY2(strokes > 9, qPrintable(QString::number(strokes)));
    }

    void clearOfFoldsAndEdges() {
        const Design d = card(120, 160);
        const auto wrong = [&](const std::string& text,
                               const std::map<std::string, std::string>& set) {
            auto r = said(d, text, set);
            return r ? std::string() : r.problem().text();
        };
        // Beside the spine, off the edge, longer than the page.
        QVERIFY(wrong("Welcome", {{"across", "60"}}).empty());
        QVERIFY(wrong("Welcome", {{"across", "20"}}).find("clear") != std::string::npos);
        QVERIFY(wrong("Welcome", {{"along", "158"}}).find("beyond its panel") != std::string::npos);
        QVERIFY(wrong("Welcome to Quillmere", {{"height", "20"}}).find("long") !=
                std::string::npos);
        QVERIFY(wrong("", {}).find("nothing is said") != std::string::npos);
        QVERIFY(wrong(std::string(61, 'x'), {{"height", "2"}}).find("60 letters") !=
                std::string::npos);
        QVERIFY(wrong("  ", {}).find("nothing that can be seen") != std::string::npos);
        // Nobody else is told words.
        const Design box = with(d, "box", "card.spine");
        auto told = tell(box, "box1", {{"text", "Welcome"}});
        QVERIFY(!told && told.problem().text().find("only words") != std::string::npos);
        auto changed = tell(said(d, "Welcome", {})->first, "sign", {{"text", "Goodbye"}});
        QVERIFY(changed && changed->structure("sign")->text == "Goodbye");
    }

    // Designs are made on several threads at once, and each sets its own words.
    void onSeveralThreads() {
        const SetWords alone = setWords("Quillmere & Bead", "", 9);
        std::atomic<int> differ{0};
        std::vector<std::thread> all;
        for (int t = 0; t < 4; ++t)
            all.emplace_back([&, t] {
                for (int n = 0; n < 60; ++n) {
                    setWords("Bead", n % 2 ? "Cabin" : "", 4 + 0.13 * n + t);
                    const SetWords here = setWords("Quillmere & Bead", "", 9);
                    differ +=
                        here.pieces.size() != alone.pieces.size() || here.width != alone.width;
                }
            });
        for (std::thread& t : all)
            t.join();
        QCOMPARE(int(differ), 0);
    }
};

HL_TEST(WordsTest)
#include "words.moc"
