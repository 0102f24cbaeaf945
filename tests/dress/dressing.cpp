// Dressing: what shows of the displayed card, which way is up on it, and mats for all of it, on the
// commissions of the shop and on cards of known shape.
#include "core/assemble/assemble.h"
#include "core/dress/dress.h"
#include "core/edit/tell.h"
#include "core/files/hlantern.h"
#include "core/make/parts_list.h"
#include "core/prove/posture.h"
#include "core/prove/prove.h"
#include "core/prove/room.h"
#include "core/structures/family.h"
#include "tests/program.h"
#include "tests/support.h"
#include <QDir>
#include <QFile>
#include <QtTest>
#include <cmath>

using namespace hl;
using namespace hl::test;

namespace {

std::shared_ptr<const Case> foldUp(const Design& d) {
    return std::make_shared<const Case>(d, *assemble(d));
}

std::vector<QString> commissions() {
    std::vector<QString> out;
    const QDir demo(HL_SOURCE_DIR "/demo/quillmere");
    for (const QString& name : demo.entryList({"[0-9][0-9]-*.hlantern"}))
        out.push_back(demo.filePath(name));
    return out;
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
        const auto c = foldUp(d);
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
            const auto c = foldUp(*loadDesign(file.toStdString()));
            const Pose pose = poseAt(c->linkage, c->motion,
                                     std::clamp(c->assembly.display.at, c->first(), c->last()));
            const Rigid stand = stanceOf(putDown(*c), spineOpening(*c, pose));
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
        const auto proposals = proposalsFor(*foldUp(d), s);
        QVERIFY(proposals.size() >= 4);
        for (const Proposal& p : proposals)
            QVERIFY(p.part > 0.1 && tile(p.pattern));
        auto next = dressed(d, proposals);
        QVERIFY2(next, next ? "" : next.problem().text().c_str());
        QVERIFY(proposalsFor(*foldUp(*next), s).empty());
        QCOMPARE(int(verdictOf(prove(*foldUp(*next)))), int(Verdict::Works));
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
            const Design bare = undressed(d);
            QVERIFY2(d.structures.size() > bare.structures.size(), qPrintable(file));
            const auto all = foldUp(d), without = foldUp(bare);
            QCOMPARE(all->linkage.loops.size(), without->linkage.loops.size());
            const Evidence x(*all, {}), y(*without, {});
            QVERIFY2(x.closed.mass > y.closed.mass, qPrintable(file));
            // Mats lie within their panels: the footprint stays.
            QVERIFY2((x.closed.low - y.closed.low).norm() < 1e-6 &&
                         (x.closed.high - y.closed.high).norm() < 1e-6,
                     qPrintable(file));
        }
    }

    // A bare page is free but for its margin; what is glued there leaves the larger side of it; the
    // face and the back are two.
    void roomIsTheLargestFreeRectangle() {
        const Design bare = card(120, 150);
        const auto all = roomToWrite(*foldUp(bare));
        QCOMPARE(all.size(), size_t(4));
        for (const WritingRoom& r : all) {
            QVERIFY(r.width <= 112 && r.width >= 110 && r.height <= 142 && r.height >= 140);
            const Vec2 size = (r.high - r.low).cwiseAbs();
            QVERIFY(std::fabs(size.x() - r.width) < 1e-9 && std::fabs(size.y() - r.height) < 1e-9);
        }
        // A topper over the lower half: what is left is above it.
        const Design half =
            with(bare, "topper", "card.page-right",
                 {{"width", "120"}, {"height", "60"}, {"across", "60"}, {"along", "30"}});
        bool seen = false;
        for (const WritingRoom& r : roomToWrite(*foldUp(half)))
            if (foldUp(half)->assembly.panels[size_t(r.panel)].id == "card.page-right" && r.face) {
                seen = true;
                QVERIFY(r.width >= 110 && r.height <= 86 && r.height >= 84 && r.low.y() >= 60);
            }
        QVERIFY(seen);
        // Against every rectangle of a coarse grid on a page with several things on it.
        Design busy = with(bare, "box", "card.spine", {{"place", "20"}, {"width", "40"}});
        busy = with(busy, "topper", "card.page-right",
                    {{"width", "20"}, {"height", "20"}, {"across", "90"}, {"along", "100"}});
        const auto c = foldUp(busy);
        const Assembly& a = c->assembly;
        const int page = a.panel("card.page-right");
        std::vector<Ring> taken;
        for (const Join& j : a.joins)
            if (j.landing == page) {
                Ring ring;
                for (const Vec2& p : a.panels[size_t(j.tab)].outline)
                    ring.push_back(j.place.at(p).head<2>());
                if (areaOf(ring) < 0)
                    std::reverse(ring.begin(), ring.end());
                taken.push_back(ring);
            }
        double most = 0;
        for (double x0 = 4; x0 < 116; x0 += 4)
            for (double x1 = x0 + 32; x1 <= 116; x1 += 4)
                for (double y0 = 4; y0 < 146; y0 += 4)
                    for (double y1 = y0 + 24; y1 <= 146; y1 += 4) {
                        const Ring r{{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}};
                        if (areaOf(r) > most &&
                            std::none_of(taken.begin(), taken.end(), [&](const Ring& t) {
                                return sharedArea(t, r, {}) > 1e-6;
                            }))
                            most = areaOf(r);
                    }
        double ours = 0;
        for (const WritingRoom& r : roomToWrite(*c))
            if (r.panel == page && r.face) {
                ours = r.width * r.height;
                const Ring ring{r.low, {r.high.x(), r.low.y()}, r.high, {r.low.x(), r.high.y()}};
                for (const Ring& t : taken)
                    QVERIFY(sharedArea(t, ring, {}) < 1e-6);
            }
        QVERIFY2(ours >= 0.96 * most, qPrintable(QString("%1 %2").arg(ours).arg(most)));
    }

    // What hangs upside down is told, with its remedy; what lies on its side is noted; plain paper
    // and patterns without an upper end may hang as they like.
    void upsideDownIsTold() {
        Design d = card();
        const std::string fern = paperPrinting(d, *tile("fern")),
                          night = paperPrinting(d, *tile("night"));
        auto hung = [&](const std::string& paper, const char* turn) {
            auto laid = layMat(d, "card.page-right", paper, true, false);
            const Design next = *tell(laid->first, laid->second, {{"turn", turn}});
            const auto all = prove(*foldUp(next));
            const Finding* f = first(all, "dressing");
            return f ? std::optional(*f) : std::nullopt;
        };
        QVERIFY(!hung(fern, "0") && !hung(fern, "30") && !hung(fern, "-30"));
        for (const char* turn : {"180", "-180", "150"}) {
            const auto f = hung(fern, turn);
            QVERIFY2(f && f->severity == Severity::Caution, turn);
            QVERIFY(f->code == "dressing.upside-down" && f->action &&
                    f->action->parameter == "turn");
        }
        const auto aside = hung(fern, "90");
        QVERIFY(aside && aside->severity == Severity::Note);
        QVERIFY(!hung(night, "180") && !hung("card", "180"));
    }

    // A left and a right mat of printed paper want mirrored cutting; alike ones, or plain paper, do
    // not; in the list of parts such a pair is two parts, of plain paper one.
    void mirroredPairsAreTold() {
        Design d = with(card(), "v-fold", "card.spine", {{"edge", "20"}, {"height", "60"}});
        d.stocks[0].back = d.stocks[0].face;
        auto both = [&](bool printed) {
            Design next = d;
            const std::string paper = printed ? paperPrinting(next, *tile("brick")) : "card";
            for (const char* panel : {"v-fold1.left-panel", "v-fold1.right-panel"})
                next = layMat(next, panel, paper, true, false)->first;
            return next;
        };
        const auto printed = prove(*foldUp(both(true)));
        const Finding* f = first(printed, "dressing");
        QVERIFY(f && f->severity == Severity::Note && f->code == "dressing.mirrored");
        QVERIFY(!first(prove(*foldUp(both(false))), "dressing"));
        auto count = [&](bool p) {
            const Design next = both(p);
            int n = 0;
            for (const ListedPart& part : partsList(next, *assemble(next)))
                n += !part.on.empty();
            return n;
        };
        QCOMPARE(count(true), 2);
        QCOMPARE(count(false), 1);
        Design pages = card();
        const std::string paper = paperPrinting(pages, *tile("brick"));
        for (const char* page : {"card.page-left", "card.page-right"})
            pages = layMat(pages, page, paper, true, false)->first;
        QVERIFY(!first(prove(*foldUp(pages)), "dressing"));
        // With openings that are mirror images, two hands; with the same ones, none.
        const auto pierced = [&](bool mirrored) {
            Design d = pages;
            for (const auto& [x, y] : {std::pair{20.0, 20.0}, {70.0, 60.0}, {30.0, 100.0}})
                for (const bool right : {false, true}) {
                    const double from = !right ? x - 140 : mirrored ? 140 - x - 25 : x;
                    const auto at = [&](double dx, double dy) {
                        return Point{Measure::fromMm(from + dx), Measure::fromMm(y + dy)};
                    };
                    d.card.apertures.push_back({at(0, 0), at(25, 0), at(25, 15), at(0, 15)});
                }
            return d;
        };
        const auto two = prove(*foldUp(pierced(true)));
        QVERIFY(first(two, "dressing") && first(two, "dressing")->code == "dressing.mirrored");
        QVERIFY(!first(prove(*foldUp(pierced(false))), "dressing"));
    }

    // Every shape of a topper fills its box, turns the right way round and crosses itself nowhere.
    void toppersHaveTheShapesOfTheTrade() {
        const Family& f = *family("topper");
        const auto& shapes = f.parameter("shape")->choices;
        QVERIFY(shapes.size() >= 14);
        for (const std::string& shape : shapes)
            for (auto [w, h] : {std::pair{60.0, 40.0}, {20.0, 50.0}}) {
                const Design d = with(card(), "topper", "card.page-right",
                                      {{"shape", shape},
                                       {"width", std::to_string(w)},
                                       {"height", std::to_string(h)}});
                const Assembly a = *assemble(d);
                const Ring& r = a.panels[size_t(a.panel("topper1.topper"))].outline;
                Vec2 low(1e9, 1e9), high = -low;
                for (const Vec2& p : r) {
                    low = low.cwiseMin(p);
                    high = high.cwiseMax(p);
                }
                const bool fills =
                    shape == "drawn" || ((high - low) - Vec2(w, h)).cwiseAbs().maxCoeff() < 0.2;
                QVERIFY2(areaOf(r) > 0.2 * w * h && fills, shape.c_str());
                for (size_t i = 0; i < r.size(); ++i)
                    for (size_t k = i + 2; k < r.size(); ++k) {
                        const Vec2 &p = r[i], &q = r[i + 1], &s = r[k], &t = r[(k + 1) % r.size()];
                        auto side = [](const Vec2& a, const Vec2& b, const Vec2& c) {
                            return leftOf(b - a).dot(c - a);
                        };
                        if (i == 0 && k + 1 == r.size())
                            continue;
                        QVERIFY2(!(side(p, q, s) * side(p, q, t) < -1e-9 &&
                                   side(s, t, p) * side(s, t, q) < -1e-9),
                                 shape.c_str());
                    }
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
            const Print p = printOf({}, s);
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
        QCOMPARE(printOf({}, twice).height, 20.0);
    }

    // What is stuck flat over a panel hides it: no mat is proposed under it.
    void whatIsCoveredIsNotSeen() {
        Design d = card(120, 160);
        auto [with, id] = *addPart(d, "plate", "110 x 150");
        auto joined = addJoin(with, id + ".sheet", "card.page-right", {{"side", "back"}});
        QVERIFY2(joined, joined ? "" : joined.problem().text().c_str());
        const Case c(joined->first, *assemble(joined->first));
        for (const Visible& v : visibleIn(c)) {
            const std::string& panel = c.assembly.panels[size_t(v.panel)].id;
            if (panel == "card.page-right")
                QVERIFY2(v.part < 0.3, qPrintable(QString::number(v.part))); // its rim is left
            if (panel == "plate.sheet")
                QVERIFY(v.part > 0.9);
        }
    }
    // What is glued on the far side of a page is dressed on the side that is not glued down.
    void whatIsGluedDownIsDressedOnItsOtherSide() {
        for (const char* side : {"face", "back"}) {
            auto [with, id] = *addPart(card(120, 160), "plate", "80 x 90");
            auto joined = addJoin(with, id + ".sheet", "card.page-right",
                                  {{"side", side}, {"onto_side", "back"}});
            QVERIFY2(joined, joined ? "" : joined.problem().text().c_str());
            const Case c(joined->first, *assemble(joined->first));
            bool known = false;
            for (const Visible& v : visibleIn(c))
                if (c.assembly.panels[size_t(v.panel)].id == "plate.sheet") {
                    known = true;
                    QCOMPARE(v.worn, std::string(side) == "back");
                }
            QVERIFY(known);
        }
    }
};

HL_TEST(Dressing)
#include "dressing.moc"
