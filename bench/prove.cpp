// The whole proof of the reference design, as ratios within one run:
// - folding it and running every rule, against the same openings solved by Ceres and every pair of
//   panels checked by FCL, a general collision library, in each of these poses;
// - a design with twice as many panels against the design itself;
// and the peak of memory.
#include "core/prove/prove.h"
#include "bench/dressed.h"
#include "bench/peer.h"
#include "core/assemble/assemble.h"
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
    double ours = best(3, 1, [&](int) { findings = proof(d); });
    const double memory = peakMemory();
    Peer sparse(f, ceres::SPARSE_NORMAL_CHOLESKY), dense(f, ceres::DENSE_NORMAL_CHOLESKY);
    auto objects = meshesOf(f.assembly);
    size_t touching = 0;
    auto check = [&](int) {
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
                    touching +=
                        fcl::collide(objects[i].get(), objects[k].get(), request, result) > 0;
                }
        }
    };
    // In turns, and the middle one of many ratios: these machines are quick one moment and slow the
    // next.
    std::vector<double> ratios, growths;
    double poses = 0, pairs = 0, larger = 0;
    const Design twice = referenceDesign(12);
    for (int round = 0; round < 9; ++round) {
        ours = best(5, 1, [&](int) { proof(d); });
        poses = 1e300;
        for (Peer* peer : {&sparse, &dense})
            poses = std::min(poses, best(1, 1, [&](int) {
                                 for (int at = 1; at < 180; ++at)
                                     peer->solve(f.motion.values[at - 1], at);
                             }));
        pairs = best(1, 1, check);
        const double again = best(5, 1, [&](int) { proof(d); });
        larger = best(5, 1, [&](int) { proof(twice); });
        ratios.push_back((poses + pairs) / std::max(ours, again));
        growths.push_back(larger / again);
    }
    // Dressed all over: mats add thickness and nothing to the search.
    const Design dressed = dressedReference();
    const Assembly worn = *assemble(dressed);
    std::vector<double> costs;
    for (int round = 0; round < 9; ++round) {
        const double bare = best(5, 1, [&](int) { proof(d); });
        costs.push_back(best(5, 1, [&](int) { proof(dressed); }) / bare);
    }
    std::sort(ratios.begin(), ratios.end());
    std::sort(growths.begin(), growths.end());
    std::sort(costs.begin(), costs.end());
    std::printf("reference: %zu panels; whole proof %.1f ms, %zu findings\n",
                f.assembly.panels.size(), 1e3 * ours, findings);
    std::printf("the same 179 openings: poses by Ceres %.0f ms, %zu pairs of panels each by FCL "
                "%.0f ms (%zu touch)\n",
                1e3 * poses, objects.size() * (objects.size() - 1) / 2, 1e3 * pairs, touching);
    int status =
        verdict("Ceres and FCL / whole proof, middle of 9", ratios[ratios.size() / 2], 20, false);
    std::printf("twice the panels: %.1f ms\n", 1e3 * larger);
    status |= verdict("twice the panels / the reference, middle of 9", growths[growths.size() / 2],
                      2.5, true);
    std::printf("dressed: %zu mats\n", worn.panels.size() - f.assembly.panels.size());
    status |= verdict("dressed / bare, middle of 9", costs[costs.size() / 2], 1.5, true);
    std::printf("peak memory of the proof %.0f MB\n", memory);
    return status;
}
