// The whole proof of the reference design, as ratios within one run:
// - folding it and running every rule, against the same openings solved by Ceres and every pair of
//   panels checked by FCL, a general collision library, in each of these poses;
// - a design with twice as many panels against the design itself;
// and the peak of memory.
#include "bench/peer.h"
#include "core/prove/prove.h"
#include <fcl/fcl.h>
#include <memory>

using namespace hl;
using namespace hl::bench;

namespace {

// What a maker waits for: from the design to its findings.
size_t proof(const Design& d) {
    const Case c(d, *assemble(d));
    return prove(c).size();
}

using Mesh = fcl::BVHModel<fcl::OBBRSSd>;

std::vector<std::unique_ptr<fcl::CollisionObjectd>> meshesOf(const Assembly& a) {
    std::vector<std::unique_ptr<fcl::CollisionObjectd>> out;
    for (const Panel& p : a.panels) {
        auto mesh = std::make_shared<Mesh>();
        mesh->beginModel();
        for (const Ring& r : p.pieces)
            for (size_t i = 1; i + 1 < r.size(); ++i)
                mesh->addTriangle(lift(r[0]), lift(r[i]), lift(r[i + 1]));
        mesh->endModel();
        out.push_back(std::make_unique<fcl::CollisionObjectd>(mesh));
    }
    return out;
}

} // namespace

int main() {
    const Design d = referenceDesign();
    const Folded f(d);
    size_t findings = 0;
    const double ours = best(5, 1, [&](int) { findings = proof(d); });
    std::printf("reference: %zu panels; whole proof %.1f ms, %zu findings\n",
                f.assembly.panels.size(), 1e3 * ours, findings);
    const double memory = peakMemory();

    double poses = 1e300;
    for (auto solver : {ceres::SPARSE_NORMAL_CHOLESKY, ceres::DENSE_NORMAL_CHOLESKY}) {
        Peer peer(f, solver);
        poses = std::min(poses, best(2, 1, [&](int) {
            for (int at = 1; at < 180; ++at)
                peer.solve(f.motion.values[at - 1], at);
        }));
    }
    auto objects = meshesOf(f.assembly);
    size_t touching = 0;
    const double pairs = best(2, 1, [&](int) {
        std::vector<Rigid> placed;
        touching = 0;
        for (int at = 1; at < 180; ++at) {
            placePanels(f.linkage, f.motion.values[at], placed);
            for (size_t i = 0; i < objects.size(); ++i) {
                fcl::Transform3d t = fcl::Transform3d::Identity();
                t.linear() = placed[i].turn;
                t.translation() = placed[i].shift;
                objects[i]->setTransform(t);
                objects[i]->computeAABB();
            }
            const fcl::CollisionRequestd request;
            for (size_t i = 0; i < objects.size(); ++i)
                for (size_t k = i + 1; k < objects.size(); ++k) {
                    fcl::CollisionResultd result;
                    touching += fcl::collide(objects[i].get(), objects[k].get(), request, result) > 0;
                }
        }
    });
    std::printf("the same 179 openings: poses by Ceres %.0f ms, %zu pairs of panels each by FCL "
                "%.0f ms (%zu touch)\n",
                1e3 * poses, objects.size() * (objects.size() - 1) / 2, 1e3 * pairs, touching);
    int status = verdict("Ceres and FCL / whole proof", (poses + pairs) / ours, 20, false);

    const Design twice = referenceDesign(12);
    const double larger = best(3, 1, [&](int) { proof(twice); });
    std::printf("twice the panels: %.1f ms\n", 1e3 * larger);
    status |= verdict("twice the panels / the reference", larger / ours, 2.5, true);
    std::printf("peak memory of the proof %.0f MB\n", memory);
    return status;
}
