// What a DXF drawing has in it, as dxflib finds it on its way through the file.
#pragma once
#include "core/files/drawn_colour.h"
#include "core/files/drawn_spline.h"
#include "core/files/net_drawing.h"
#include "core/measure/measure.h"
#include "core/measure/number.h"
#include <Eigen/Geometry>
#include <algorithm>
#include <cctype>
#include <charconv>
#include <cmath>
#include <cstdlib>
#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_extrusion.h>
#include <map>
#include <optional>

namespace hl::files {

constexpr size_t mostDxfCorners = 100000;
constexpr int mostInserts = 20000;  // blocks and paths in them, drawn in all
constexpr int deepestBlock = 16;    // blocks within one another
constexpr double dxfSagitta = 0.05; // mm: arcs as chords

// What dxflib finds on its way through the drawing: what is drawn, and blocks with what is drawn in
// them, which are drawn where they are inserted.
class DxfReader : public DL_CreationAdapter {
  public:
    bool tooMuch = false, outOfReach = false;

    // All paths in mm, those of blocks where they are inserted; and what was left out or guessed.
    Drawing drawing() {
        end();
        Drawing out;
        int left = mostInserts;
        draw(top_, Eigen::Affine2d::Identity(), {}, 0, left, out.paths);
        tooMuch = tooMuch || left < 0;
        for (auto& [what, times] : left_)
            out.remarks.push_back("Left out: " + numberText(times) + " of " + what + ".");
        if (guessed_)
            out.remarks.push_back("A curve is told by points alone; its way between them is a "
                                  "guess.");
        if (!unitSaid_)
            out.remarks.push_back("It does not say its unit: millimetres are taken.");
        return out;
    }

    void addLayer(const DL_LayerData& l) override {
        const int colour = getAttributes().getColor();
        layers_[l.name] = {colour, getAttributes().getLinetype(), colour < 0 || (l.flags & 1)};
    }
    void setVariableInt(const std::string& key, int value, int) override {
        if (key != "$INSUNITS")
            return;
        const std::map<int, double> known{{1, 25.4}, {2, 304.8}, {4, 1}, {5, 10}, {6, 1000}};
        const auto it = known.find(value);
        unitSaid_ = it != known.end();
        unit_ = unitSaid_ ? it->second : 1;
    }
    void addBlock(const DL_BlockData& b) override {
        end();
        Block& block = blocks_[b.name];
        block = {};
        block.base = Vec2(b.bpx, b.bpy) * unit_;
        into_ = &block;
    }
    void endBlock() override {
        end();
        into_ = &top_;
    }
    void addInsert(const DL_InsertData& i) override {
        const long long many = static_cast<long long>(std::max(1, i.cols)) * std::max(1, i.rows);
        const double reach = std::max({std::fabs(i.ipx), std::fabs(i.ipy), std::fabs(i.sx),
                                       std::fabs(i.sy), std::fabs(i.colSp), std::fabs(i.rowSp)});
        if (many > mostInserts || !(reach < 1e6) || !std::isfinite(i.angle)) {
            (many > mostInserts ? tooMuch : outOfReach) = true;
            return;
        }
        for (int c = 0; c < std::max(1, i.cols); ++c)
            for (int r = 0; r < std::max(1, i.rows); ++r) {
                Insert one;
                one.block = i.name;
                one.layer = getAttributes().getLayer();
                if (facesAway())
                    one.place.scale(Vec2(-1, 1));
                one.place.translate(Vec2(i.ipx, i.ipy) * unit_);
                one.place.rotate(i.angle * pi / 180);
                one.place.translate(Vec2(c * i.colSp, r * i.rowSp) * unit_);
                one.place.scale(Vec2(i.sx == 0 ? 1 : i.sx, i.sy == 0 ? 1 : i.sy));
                into_->inserts.push_back(one);
            }
    }
    void addLine(const DL_LineData& l) override {
        begin(false, false);
        meet({l.x1, l.y1});
        meet({l.x2, l.y2});
        end();
    }
    void addPolyline(const DL_PolylineData& p) override {
        end();
        begin(p.flags & 1, true);
        inPolyline_ = true;
        bulge_ = 0;
    }
    void addVertex(const DL_VertexData& v) override {
        if (!inPolyline_)
            return;
        to({v.x, v.y});
        bulge_ = v.bulge;
    }
    void addArc(const DL_ArcData& a) override {
        begin(false, true);
        double sweep = std::fmod(a.angle2 - a.angle1, 360);
        if (sweep <= 0) // the whole circle, or on through its start
            sweep += 360;
        arc({a.cx, a.cy}, a.radius, a.angle1 * pi / 180, sweep * pi / 180);
        end();
    }
    void addCircle(const DL_CircleData& c) override {
        begin(true, true);
        arc({c.cx, c.cy}, c.radius, 0, 2 * pi);
        if (!open_.points.empty())
            open_.points.pop_back(); // which is the first again
        end();
    }
    // Its axes are in the drawing's own directions; seen from behind it runs the other way round.
    void addEllipse(const DL_EllipseData& e) override {
        double sweep = std::fmod(e.angle2 - e.angle1, 2 * pi);
        if (sweep <= 1e-9)
            sweep += 2 * pi;
        const bool whole = sweep > 2 * pi - 1e-6;
        begin(whole, false);
        const Vec2 along(e.mx, e.my);
        const Vec2 across = (facesAway() ? -1 : 1) * e.ratio * Vec2(-e.my, e.mx);
        const double size = std::max(along.norm(), across.norm()) * unit_;
        if (!(size > 0 && size < 1e6) || !std::isfinite(sweep)) {
            outOfReach = outOfReach || !(size < 1e6);
            return end();
        }
        const int n = chords(size, sweep);
        for (int i = 0; i < (whole ? n : n + 1) && !tooMuch; ++i) {
            const double t = e.angle1 + sweep * i / n;
            meet(Vec2(e.cx, e.cy) + std::cos(t) * along + std::sin(t) * across);
        }
        end();
    }
    void addSpline(const DL_SplineData& s) override {
        end();
        begin(s.flags & 1, false);
        spline_ = DrawnSpline{};
        spline_->degree = static_cast<int>(std::min(s.degree, 100U));
    }
    void addControlPoint(const DL_ControlPointData& p) override {
        if (spline_ && counted())
            spline_->controls.push_back({Vec2(p.x, p.y) * unit_, p.w > 0 ? p.w : 1});
    }
    void addKnot(const DL_KnotData& k) override {
        if (spline_ && counted())
            spline_->knots.push_back(k.k);
    }
    void addFitPoint(const DL_FitPointData& p) override {
        if (spline_ && counted())
            spline_->through.push_back(Vec2(p.x, p.y) * unit_);
    }
    void endEntity() override {
        if (spline_)
            curve();
        if (inPolyline_)
            end();
    }
    void endSequence() override { endEntity(); }
    void addText(const DL_TextData&) override { ++left_["text"]; }
    void addMText(const DL_MTextData&) override { ++left_["text"]; }
    void addHatch(const DL_HatchData&) override { ++left_["hatching"]; }
    void addImage(const DL_ImageData&) override { ++left_["pictures"]; }
    void addSolid(const DL_SolidData&) override { ++left_["filled shapes"]; }

  private:
    struct Insert {
        std::string block, layer;
        Eigen::Affine2d place = Eigen::Affine2d::Identity();
    };
    struct Block {
        Vec2 base = Vec2::Zero();
        std::vector<DrawnPath> paths;
        std::vector<Insert> inserts;
    };
    struct Layer {
        int colour;
        std::string line;
        bool off;
    };

    // Of blocks within blocks: `left` counts down how many may still be drawn.
    void draw(const Block& block, const Eigen::Affine2d& place, const std::string& layer, int deep,
              int& left, std::vector<DrawnPath>& out) {
        for (DrawnPath p : block.paths) {
            if (--left < 0)
                return;
            if (p.layer == "0" && !layer.empty())
                p.layer = layer;
            const auto said = layers_.find(p.layer);
            if (said != layers_.end() && said->second.off) {
                if (++left_["the layer “" + p.layer + "”, which is switched off"] > 0)
                    continue;
            }
            for (Vec2& v : p.points) {
                v = place * v;
                outOfReach = outOfReach || !v.allFinite() || v.cwiseAbs().maxCoeff() > 1e6;
            }
            out.push_back(std::move(p));
        }
        for (const Insert& i : block.inserts) {
            const auto named = blocks_.find(i.block);
            if (named == blocks_.end() || deep >= deepestBlock)
                continue;
            if (--left < 0)
                return;
            Eigen::Affine2d there = place * i.place;
            there.translate(-named->second.base);
            draw(named->second, there, i.layer == "0" ? layer : i.layer, deep + 1, left, out);
        }
    }

    // Whether the entity is drawn as seen from behind, so that its x runs the other way.
    bool facesAway() {
        const DL_Extrusion* seen = getExtrusion();
        return seen && seen->getDirection() && seen->getDirection()[2] < 0;
    }
    // `own`: its places are in its own plane, not in the drawing's.
    void begin(bool closed, bool own) {
        const DL_Attributes a = getAttributes();
        open_ = {a.getLayer(), {}, {}, closed, false};
        mirrored_ = own && facesAway();
        // What a line does not say itself, its layer says.
        const auto layer = layers_.find(a.getLayer());
        const bool told = layer != layers_.end();
        int colour = a.getColor();
        if (colour == 256)
            colour = told ? std::abs(layer->second.colour) : 7;
        open_.colour = colourNamed(colour, a.getColor24());
        std::string kind = a.getLinetype();
        std::transform(kind.begin(), kind.end(), kind.begin(),
                       [](unsigned char c) { return static_cast<char>(std::toupper(c)); });
        if (kind.empty() || kind == "BYLAYER")
            kind = told ? layer->second.line : "CONTINUOUS";
        open_.dashed = !kind.empty() && kind != "CONTINUOUS" && kind != "BYBLOCK";
        inPolyline_ = false;
    }
    // The format numbers its colours; the first seven have names.
    static std::string colourNamed(int number, int exact) {
        static const char* names[] = {"",     "red",  "yellow",  "green",
                                      "cyan", "blue", "magenta", "black"};
        if (exact > 0) {
            char text[9];
            const std::string hex(text, std::to_chars(text, text + sizeof text, exact, 16).ptr);
            return plainColour("#" + std::string(hex.size() < 6 ? 6 - hex.size() : 0, '0') + hex);
        }
        return number >= 1 && number <= 7 ? names[number] : "colour " + numberText(number);
    }
    void end() {
        // The last side of a closed polyline may be an arc as well.
        if (inPolyline_ && open_.closed && open_.points.size() > 1 && bulge_ != 0) {
            to(seen(open_.points.front()) / unit_);
            open_.points.pop_back();
        }
        inPolyline_ = false;
        if (open_.points.size() > 1)
            into_->paths.push_back(open_);
        open_.points.clear();
    }
    void curve() {
        const auto points = pointsOf(*spline_, guessed_);
        for (const Vec2& p : points)
            meet(p / unit_);
        spline_.reset();
        if (open_.points.size() > 2 && (open_.points.front() - open_.points.back()).norm() < 1e-6) {
            open_.points.pop_back();
            open_.closed = true;
        }
        end();
    }
    bool counted() {
        tooMuch = tooMuch || ++met_ > mostDxfCorners;
        return !tooMuch;
    }
    // From its own plane to the drawing's, and back.
    Vec2 seen(const Vec2& p) const { return mirrored_ ? Vec2(-p.x(), p.y()) : p; }
    void meet(const Vec2& p) {
        if (!counted())
            return;
        const Vec2 mm = seen(p) * unit_;
        if (!mm.allFinite() || mm.cwiseAbs().maxCoeff() > 1e6) {
            outOfReach = true;
            return;
        }
        if (open_.points.empty() || (open_.points.back() - mm).norm() > 1e-6)
            open_.points.push_back(mm);
    }
    // How many, so that none is further than the dxfSagitta from an arc of that radius, mm.
    static int chords(double r, double sweep) {
        const double step = r > dxfSagitta ? 2 * std::acos(1 - dxfSagitta / r) : 1;
        return static_cast<int>(std::clamp(std::ceil(std::fabs(sweep) / step), 2.0, 400.0));
    }
    void arc(const Vec2& centre, double radius, double from, double sweep) {
        if (!(radius > 0) || !std::isfinite(sweep) || !(radius * unit_ < 1e6)) {
            outOfReach = outOfReach || !(radius * unit_ < 1e6);
            return;
        }
        const int n = chords(radius * unit_, sweep);
        for (int i = 0; i <= n && !tooMuch; ++i) {
            const double t = from + sweep * i / n;
            meet(centre + radius * Vec2(std::cos(t), std::sin(t)));
        }
    }
    // On to the next corner, by the arc that the last one's bulge says.
    void to(const Vec2& p) {
        if (open_.points.empty() || bulge_ == 0 || !std::isfinite(bulge_)) {
            meet(p);
            return;
        }
        const Vec2 a = seen(open_.points.back()) / unit_, chord = p - a;
        const double sweep = 4 * std::atan(bulge_), length = chord.norm();
        if (length < 1e-9 || std::fabs(std::sin(sweep / 2)) < 1e-9) {
            meet(p);
            return;
        }
        const double radius = length / (2 * std::fabs(std::sin(sweep / 2)));
        const Vec2 middle = (a + p) / 2;
        const double off = length / (2 * std::tan(sweep / 2));
        const Vec2 centre = middle + off * Vec2(-chord.y(), chord.x()) / length;
        arc(centre, radius, std::atan2(a.y() - centre.y(), a.x() - centre.x()), sweep);
        meet(p);
    }

    double unit_ = 1; // mm
    bool unitSaid_ = false, guessed_ = false, mirrored_ = false;
    DrawnPath open_;
    std::map<std::string, Layer> layers_;
    std::map<std::string, Block> blocks_;
    std::map<std::string, int> left_; // what was left out, and how often
    Block top_;
    Block* into_ = &top_;
    std::optional<DrawnSpline> spline_;
    bool inPolyline_ = false;
    double bulge_ = 0;
    size_t met_ = 0;
};

} // namespace hl::files
