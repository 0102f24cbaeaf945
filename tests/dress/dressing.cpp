// Dressing: what shows of the displayed card, which way is up on it, and mats for all of it, on the
// commissions of the shop and on cards of known shape.
#include "core/assemble/assemble.h"
#include "core/dress/dress.h"
#include "core/files/hlantern.h"
#include "core/prove/posture.h"
#include "core/prove/prove.h"
#include "tests/support.h"
#include <QDir>
#include <QFile>
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

std::shared_ptr<const Case> fold(const Design& d) {
    return std::make_shared<const Case>(d, *assemble(d));
}

std::vector<QString> commissions() {
    std::vector<QString> out;
    const QDir demo(HL_SOURCE_DIR "/demo/quillmere");
    for (const QString& name : demo.entryList({"[0-9][0-9]-*.hlantern"}))
        out.push_back(demo.filePath(name));
    return out;
}

Design bareOf(Design d) {
    for (bool again = true; again;) {
        again = false;
        for (const StructureSpec& s : d.structures)
            if (s.kind == "mat") {
                d = removeStructure(d, s.id);
                again = true;
                break;
            }
    }
    return d;
}

} // namespace

class Dressing : public QObject {
    Q_OBJECT

  private slots:
    // A tall box hides a low one behind it from a viewer in front, and from high above less.
    void whatIsBehindIsHidden() {
        Design d = *newDesign(Measure::fromMm(140), Measure::fromMm(140), SpineSide::Top,
                              Unit::Millimetre);
        d = with(d, "box", "card.spine",
                 {{"left", "50"}, {"right", "50"}, {"width", "80"}, {"place", "30"}});
        d = with(d, "box", "card.spine",
                 {{"left", "20"}, {"right", "20"}, {"width", "40"}, {"place", "50"}});
        const auto c = fold(d);
        auto part = [&](const char* panel, double height) {
            for (const Visible& v : visibleIn(*c, height))
                if (c->assembly.panels[size_t(v.panel)].id == panel)
                    return v.part;
            return -1.0;
        };
        QVERIFY(part("box1.right-wall", 20) > 0.98);
        for (const char* wall : {"box2.left-wall", "box2.right-wall"})
            QVERIFY2(part(wall, 20) < 0.02, wall);
        QVERIFY(part("card.page-right", 40) > 0.3);
        const auto all = visibleIn(*c, 30);
        for (const Visible& v : all)
            QVERIFY(v.part >= 0 && v.part <= 1 + 1e-9 &&
                    c->assembly.panels[size_t(v.panel)].role != Role::Tab);
    }

    // Upright is upright on every panel of the displayed card, whatever way it lies on its sheet.
    void uprightIsUprightEverywhere() {
        for (const QString& file : commissions()) {
            const auto c = fold(*loadDesign(file.toStdString()));
            const Pose pose = poseAt(c->linkage, c->motion,
                                     std::clamp(c->assembly.display.at, c->first(), c->last()));
            const Rigid stand = stanceOf(naturalStance(c->design), spineOpening(*c, pose));
            const std::vector<Vec2> up = uprightOn(*c);
            QCOMPARE(up.size(), c->assembly.panels.size());
            for (size_t i = 0; i < up.size(); ++i) {
                const Rigid at = stand * pose.panels[i];
                const Vec3 there = at.turn * lift(up[i]);
                const bool lies = std::fabs(at.turn.col(2).z()) > 0.86;
                QVERIFY2(std::fabs(there.norm() - 1) < 1e-9 && (lies ? there.y() : there.z()) > 0.3,
                         qPrintable(file + " " + QString::fromStdString(c->assembly.panels[i].id)));
            }
        }
    }

    // All that shows is covered; once it is, nothing is left to propose; a paper is taken over from
    // the design where it prints the same.
    void allThatShowsIsCovered() {
        const Design d = with(card(), "box", "card.spine");
        const Scheme& s = *scheme("station");
        const auto proposals = proposalsFor(*fold(d), s);
        QVERIFY(proposals.size() >= 4);
        for (const Proposal& p : proposals)
            QVERIFY(p.part > 0.1 && tile(p.pattern));
        auto next = dressed(d, proposals);
        QVERIFY2(next, next ? "" : next.problem().text().c_str());
        QVERIFY(proposalsFor(*fold(*next), s).empty());
        QCOMPARE(int(verdictOf(prove(*fold(*next)))), int(Verdict::Works));
        const size_t papers = next->stocks.size();
        Design more = *next;
        QCOMPARE(paperPrinting(more, *tile("clouds")), std::string("clouds"));
        QCOMPARE(more.stocks.size(), papers);
        // Its own step, where one is given.
        auto wide = dressed(d, proposals, Measure::fromMm(6));
        QVERIFY(wide);
        for (const StructureSpec& m : wide->structures)
            if (m.kind == "mat")
                QCOMPARE(m.set.at("step").mm(), 6.0);
        auto back = designAsWritten(designToText(*next));
        QVERIFY(back && *back == *next);
    }

    // A second paper for the same panel replaces the first, or goes on top of it.
    void papersReplaceOrAreLayered() {
        Design d = card();
        const std::string clouds = paperPrinting(d, *tile("clouds")),
                          brick = paperPrinting(d, *tile("brick"));
        auto one = layMat(d, "card.page-right", clouds, true, true);
        QVERIFY(one);
        auto other = layMat(one->first, "card.page-right", brick, true, true);
        QVERIFY(other);
        QCOMPARE(other->second, one->second);
        QCOMPARE(other->first.structure(one->second)->stock, brick);
        auto layer = layMat(one->first, "card.page-right", brick, true, false);
        QVERIFY(layer);
        QCOMPARE(layer->first.structure(layer->second)->on, one->second + ".mat");
        auto back = layMat(one->first, "card.page-right", brick, false, true);
        QVERIFY(back);
        QCOMPARE(back->first.structure(back->second)->on, std::string("card.page-right"));
        QVERIFY(!layMat(d, "card.page-right", "nothing", true, true));
        QVERIFY(!layMat(d, "card.page-99", clouds, true, true));
    }

    // The shop's cards are dressed, and dressing takes nothing from their proof.
    void commissionsAreDressed() {
        QVERIFY(commissions().size() >= 20);
        for (const QString& file : commissions()) {
            const Design d = *loadDesign(file.toStdString());
            const Design bare = bareOf(d);
            QVERIFY2(d.structures.size() > bare.structures.size(), qPrintable(file));
            const auto all = fold(d), without = fold(bare);
            QCOMPARE(all->linkage.loops.size(), without->linkage.loops.size());
            const Evidence x(*all, {}), y(*without, {});
            QVERIFY2(x.closed.mass > y.closed.mass, qPrintable(file));
            // Mats lie within their panels: the footprint stays.
            QVERIFY2((x.closed.low - y.closed.low).norm() < 1e-6 &&
                         (x.closed.high - y.closed.high).norm() < 1e-6,
                     qPrintable(file));
        }
    }

    // Every tile ships, is whole, and takes a paper's colours.
    void tilesShip() {
        QVERIFY(tiles().size() >= 16);
        for (const Tile& t : tiles()) {
            QFile f(QString(HL_SOURCE_DIR "/data/patterns/%1.svg").arg(t.id));
            QVERIFY2(f.open(QIODevice::ReadOnly), t.id);
            const std::string svg = f.readAll().toStdString();
            Stock s;
            s.pattern = t.id;
            s.face = "#aabbcc";
            s.ink = "#112233";
            const Print p = printOf(s);
            QCOMPARE(p.width, t.width);
            const std::string coloured = inColours(svg, p);
            QVERIFY2(coloured.find("#aabbcc") != std::string::npos &&
                         coloured.find("#112233") != std::string::npos &&
                         coloured.find("#010101") == std::string::npos &&
                         coloured.find("#020202") == std::string::npos,
                     t.id);
            const std::string size = "viewBox=\"0 0 " + std::to_string(int(t.width)) + " " +
                                     std::to_string(int(t.height)) + "\"";
            QVERIFY2(svg.find(size) != std::string::npos, t.id);
        }
        for (const Scheme& s : schemes())
            for (const char* id : {s.page, s.front, s.side, s.top})
                QVERIFY2(!*id || tile(id), id);
        Stock twice;
        twice.pattern = "brick";
        twice.repeat = Measure::fromMm(40);
        QCOMPARE(printOf(twice).height, 20.0);
    }
};

QTEST_APPLESS_MAIN(Dressing)
#include "dressing.moc"
