// The card as a glTF 2.0 model: a node for each panel, standing as it is displayed, and its opening
// as an animation. Metres, y up, as the format wants it.
#include "core/design/bytes.h"
#include "core/design/design.h"
#include "core/exports/writers.h"
#include "core/fold/case.h"
#include "core/fold/span.h"
#include <algorithm>
#include <array>
#include <cmath>
#include <memory>
#include <nlohmann/json.hpp>

namespace hl::exports {
namespace {

using Json = nlohmann::ordered_json;

constexpr int floats = 5126, wholes = 5125; // component types of the format

// Numbers in a buffer, each list of them told by an accessor.
class Buffer {
  public:
    Buffer(Json& file) : file_(file) {
        file_["bufferViews"] = Json::array();
        file_["accessors"] = Json::array();
    }
    int add(const std::vector<float>& values, int each, const char* type, bool bounds = false) {
        const size_t count = values.size() / static_cast<size_t>(each);
        Json accessor = {{"bufferView", file_["bufferViews"].size()},
                         {"componentType", floats},
                         {"count", count},
                         {"type", type}};
        if (bounds) {
            std::vector<float> low(values.begin(), values.begin() + each), high = low;
            for (size_t i = 0; i < values.size(); ++i) {
                const size_t k = i % static_cast<size_t>(each);
                low[k] = std::min(low[k], values[i]);
                high[k] = std::max(high[k], values[i]);
            }
            accessor["min"] = low;
            accessor["max"] = high;
        }
        return put(values.data(), values.size() * sizeof(float), accessor);
    }
    int add(const std::vector<std::uint32_t>& values) {
        return put(values.data(), values.size() * sizeof(std::uint32_t),
                   {{"bufferView", file_["bufferViews"].size()},
                    {"componentType", wholes},
                    {"count", values.size()},
                    {"type", "SCALAR"}});
    }
    void finish() {
        file_["buffers"] =
            Json::array({{{"byteLength", bytes_.size()},
                          {"uri", "data:application/octet-stream;base64," + base64Text(bytes_)}}});
    }

  private:
    int put(const void* data, size_t size, const Json& accessor) {
        file_["bufferViews"].push_back(
            {{"buffer", 0}, {"byteOffset", bytes_.size()}, {"byteLength", size}});
        bytes_.append(static_cast<const char*>(data), size);
        file_["accessors"].push_back(accessor);
        return static_cast<int>(file_["accessors"].size()) - 1;
    }
    Json& file_;
    std::string bytes_;
};

// Colours of the format are linear.
Json colourOf(const std::string& hex) {
    Json out = Json::array();
    for (size_t i = 1; i + 1 < hex.size() && i < 7; i += 2) {
        const double v = std::stoi(hex.substr(i, 2), nullptr, 16) / 255.0;
        out.push_back(v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4));
    }
    out.push_back(1.0);
    return out;
}

const Vec3 down(0, 0, -1); // in the frame of a pose, whose z is up

// What hangs on threads is put where it hangs.
void hang(Pose& pose, const Assembly& a) {
    for (const Span& s : a.spans) {
        if (s.hung.empty())
            continue;
        const SpanShape shape = shapeOf(pose, s, down);
        for (size_t k = 0; k < s.hung.size(); ++k)
            pose.panels[static_cast<size_t>(s.hung[k])] =
                placeOn(shape, s,
                        (static_cast<double>(k) + 0.5) / static_cast<double>(s.hung.size()), down);
    }
}

// Both edges of a film, of a thread its line: what a mesh is made of.
std::vector<float> placesOf(const Pose& pose, const Span& s) {
    std::vector<float> out;
    for (auto& [first, second] : shapeOf(pose, s, down).line)
        for (const Vec3& p : s.thread ? std::vector{first} : std::vector{first, second})
            for (double v : {p.x(), p.y(), p.z()})
                out.push_back(static_cast<float>(v));
    return out;
}

// A film or thread bends, so that it is a mesh with the shape of every pose to go over to.
Json bendingMesh(const Span& s, const Pose& shown, const std::vector<Pose>& poses,
                 const Json& material, Buffer& buffer) {
    constexpr int lineStrip = 3;
    const std::vector<float> places = placesOf(shown, s);
    Json primitive = {{"attributes", {{"POSITION", buffer.add(places, 3, "VEC3", true)}}}};
    if (s.thread) {
        primitive["mode"] = lineStrip;
    } else {
        std::vector<std::uint32_t> corners;
        for (std::uint32_t k = 0; k + 3 < places.size() / 3; k += 2)
            for (std::uint32_t v : {k, k + 1, k + 2, k + 1, k + 3, k + 2})
                corners.push_back(v);
        primitive["indices"] = buffer.add(corners);
    }
    if (!material.is_null())
        primitive["material"] = material;
    Json weights = Json::array();
    for (const Pose& p : poses) {
        std::vector<float> off = placesOf(p, s);
        for (size_t i = 0; i < off.size(); ++i)
            off[i] -= places[i];
        primitive["targets"].push_back({{"POSITION", buffer.add(off, 3, "VEC3", true)}});
        weights.push_back(0.0);
    }
    Json mesh = {{"primitives", Json::array({primitive})}};
    if (!poses.empty())
        mesh["weights"] = weights;
    return mesh;
}

std::array<double, 4> turnOf(const Rigid& at) {
    const Eigen::Quaterniond q(at.turn);
    return {q.x(), q.y(), q.z(), q.w()};
}

// The file as it grows: a node for every panel and every film or thread, and how they move.
class Model {
  public:
    explicit Model(const Case& c) : c_(c), file_(beginning()), buffer_(file_) {
        addMaterials();
        // Millimetres to metres; what is up out of the table is y.
        file_["nodes"] = Json::array({{{"name", c.design.title},
                                       {"scale", {0.001, 0.001, 0.001}},
                                       {"rotation", {-std::sqrt(0.5), 0.0, 0.0, std::sqrt(0.5)}},
                                       {"children", Json::array()}}});
        file_["meshes"] = Json::array();
        shown_ =
            poseAt(c.linkage, c.motion, std::clamp(c.assembly.display.at, c.first(), c.last()));
        hang(shown_, c.assembly);
        poses_ = c.poses;
        for (Pose& p : poses_)
            hang(p, c.assembly);
        std::vector<float> times;
        for (size_t k = 0; k < poses_.size(); ++k)
            times.push_back(
                static_cast<float>(3.0 * static_cast<double>(k) /
                                   std::max<double>(1, static_cast<double>(poses_.size() - 1))));
        animation_ = {
            {"name", "Opening"}, {"channels", Json::array()}, {"samplers", Json::array()}};
        clock_ = poses_.size() > 1 ? buffer_.add(times, 1, "SCALAR", true) : -1;
    }

    std::string text() {
        for (size_t i = 0; i < c_.assembly.panels.size(); ++i)
            addPanel(i);
        for (const Span& s : c_.assembly.spans)
            addSpan(s);
        if (clock_ >= 0)
            file_["animations"] = Json::array({animation_});
        buffer_.finish();
        return file_.dump(-1, ' ', false, Json::error_handler_t::replace);
    }

  private:
    static Json beginning() {
        return {{"asset", {{"version", "2.0"}, {"generator", "Hinge Lantern"}}},
                {"scene", 0},
                {"scenes", Json::array({{{"nodes", Json::array({0})}}})}};
    }
    void addMaterials() {
        file_["materials"] = Json::array();
        for (const Stock& s : c_.design.stocks) {
            Json colour = colourOf(s.face);
            Json material = {{"name", s.name}, {"doubleSided", true}};
            if (s.clear) {
                colour[3] = 0.3;
                material["alphaMode"] = "BLEND";
            }
            material["pbrMetallicRoughness"] = {{"baseColorFactor", colour},
                                                {"metallicFactor", 0.0},
                                                {"roughnessFactor", s.clear ? 0.1 : 0.9}};
            file_["materials"].push_back(material);
        }
    }
    // Null where the paper is none of the design's.
    Json materialOf(const Stock* stock) const {
        const auto index =
            stock ? static_cast<size_t>(stock - c_.design.stocks.data()) : c_.design.stocks.size();
        return index < c_.design.stocks.size() ? Json(index) : Json();
    }
    // A node that is part of the card; its index.
    size_t addNode(Json node) {
        const size_t index = file_["nodes"].size();
        file_["nodes"].push_back(std::move(node));
        file_["nodes"][0]["children"].push_back(index);
        return index;
    }
    void move(size_t node, const char* path, int output) {
        animation_["channels"].push_back({{"sampler", animation_["samplers"].size()},
                                          {"target", {{"node", node}, {"path", path}}}});
        animation_["samplers"].push_back(
            {{"input", clock_}, {"output", output}, {"interpolation", "LINEAR"}});
    }

    void addPanel(size_t i) {
        const Panel& panel = c_.assembly.panels[i];
        std::vector<float> places;
        std::vector<std::uint32_t> corners;
        for (const Ring& piece : panel.pieces) {
            const auto first = static_cast<std::uint32_t>(places.size() / 3);
            for (const Vec2& p : piece)
                for (double v : {p.x(), p.y(), 0.0})
                    places.push_back(static_cast<float>(v));
            for (std::uint32_t k = 2; k < piece.size(); ++k)
                for (std::uint32_t v : {0u, k - 1, k})
                    corners.push_back(first + v);
        }
        if (corners.empty())
            return;
        Json primitive = {{"attributes", {{"POSITION", buffer_.add(places, 3, "VEC3", true)}}},
                          {"indices", buffer_.add(corners)}};
        const Json material = materialOf(&stockOf(c_.design, c_.assembly, static_cast<int>(i)));
        if (!material.is_null())
            primitive["material"] = material;
        file_["meshes"].push_back({{"primitives", Json::array({primitive})}});
        const Rigid& at = shown_.panels[i];
        const size_t node = addNode({{"name", panel.id},
                                     {"mesh", file_["meshes"].size() - 1},
                                     {"translation", {at.shift.x(), at.shift.y(), at.shift.z()}},
                                     {"rotation", turnOf(at)}});
        if (clock_ >= 0)
            movePanel(i, node);
    }
    void movePanel(size_t i, size_t node) {
        std::vector<float> shifts, turns;
        std::array<double, 4> before{0, 0, 0, 1};
        for (const Pose& p : poses_) {
            const Rigid& at = p.panels[i];
            for (double v : {at.shift.x(), at.shift.y(), at.shift.z()})
                shifts.push_back(static_cast<float>(v));
            std::array<double, 4> q = turnOf(at);
            // Of the two that mean the same turn, the one that the last one goes on to.
            const double way =
                q[0] * before[0] + q[1] * before[1] + q[2] * before[2] + q[3] * before[3];
            for (double& v : q)
                v = way < 0 ? -v : v;
            for (double v : q)
                turns.push_back(static_cast<float>(v));
            before = q;
        }
        const int shift = buffer_.add(shifts, 3, "VEC3"), turn = buffer_.add(turns, 4, "VEC4");
        move(node, "translation", shift);
        move(node, "rotation", turn);
    }

    void addSpan(const Span& s) {
        const Assembly& a = c_.assembly;
        const int part = a.part(s.structure);
        const Stock* stock =
            part < 0 ? nullptr : &stockOf(c_.design, a.parts[static_cast<size_t>(part)]);
        const size_t node =
            addNode({{"name", s.name.empty() ? s.id : s.name}, {"mesh", file_["meshes"].size()}});
        const std::vector<Pose> targets = clock_ < 0 ? std::vector<Pose>{} : poses_;
        file_["meshes"].push_back(bendingMesh(s, shown_, targets, materialOf(stock), buffer_));
        if (clock_ < 0)
            return;
        std::vector<float> weights;
        for (size_t k = 0; k < poses_.size(); ++k)
            for (size_t i = 0; i < poses_.size(); ++i)
                weights.push_back(i == k ? 1.0f : 0.0f);
        move(node, "weights", buffer_.add(weights, 1, "SCALAR"));
    }

    const Case& c_;
    Json file_, animation_;
    Buffer buffer_;
    Pose shown_;
    std::vector<Pose> poses_;
    int clock_ = -1; // the accessor of the times; -1: nothing moves
};

} // namespace

Result<Exported> writeModel(const ExportInput& in) {
    std::unique_ptr<const Case> own;
    if (!in.evidence)
        own = std::make_unique<const Case>(in.design, in.assembly);
    Exported out;
    out.files.push_back({"", Model(in.evidence ? in.evidence->c : *own).text()});
    return out;
}

} // namespace hl::exports
