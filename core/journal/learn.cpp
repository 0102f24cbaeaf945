#include "core/journal/learn.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::journal {
namespace {

constexpr double huber = 1.5, wild = 2.5, asNormal = 1.4826;
constexpr double winsorized = 0.9775; // the mean of min(z^2, 2.5^2) of a normal z
// Of a scatter itself a wild reading must not count for more.
constexpr double wildScatter = 2, winsorizedScatter = 0.9205;
constexpr double priorReadings = 4, priorScatter = 3;

double medianOf(std::vector<double> all) {
    const auto middle = all.begin() + static_cast<std::ptrdiff_t>(all.size() / 2);
    std::nth_element(all.begin(), middle, all.end());
    if (all.size() % 2)
        return *middle;
    return (*middle + *std::max_element(all.begin(), middle)) / 2;
}

Estimate scatterOf(const Learnable& q, double usual, const std::vector<Observed>& readings) {
    std::vector<double> off;
    for (const Observed& o : readings)
        off.push_back(std::fabs(o.value));
    const double n = double(off.size());
    if (n == 0)
        return {usual, q.spread * usual};
    const double most = wildScatter * std::max(asNormal * medianOf(off), usual / 4);
    double sum = 0;
    for (const double x : off)
        sum += std::pow(std::min(x, most), 2) / winsorizedScatter;
    const double value = std::sqrt((priorScatter * usual * usual + sum) / (priorScatter + n));
    // As wide as that of so few readings is, of which one may be wild.
    const double all = priorScatter + n;
    return {value, value * std::sqrt(all / ((2 * all - 1) * (all - 2)))};
}

Estimate locationOf(const Learnable& q, double usual, const std::vector<Observed>& readings) {
    const bool logs = q.kind == Learnable::Positive;
    std::vector<double> y, times;
    for (const Observed& o : readings) {
        const double one = o.value / o.n;
        if (logs && !(one > 0))
            continue;
        y.push_back(logs ? std::log(one) : one);
        times.push_back(o.n);
    }
    const double before = logs ? std::log(usual) : usual, spread = q.spread;
    const double n = double(y.size());
    double mean = before, sd = spread;
    if (n > 0) {
        mean = medianOf(y);
        double scatter = q.noise;
        for (int turn = 0; turn < 30; ++turn) {
            std::vector<double> off;
            for (size_t i = 0; i < y.size(); ++i)
                off.push_back(std::fabs(y[i] - mean) * std::sqrt(times[i]));
            const double most = wild * std::max(asNormal * medianOf(off), q.noise / 2);
            double sum = 0;
            for (const double x : off)
                sum += std::pow(std::min(x, most), 2) / winsorized;
            scatter = std::sqrt((priorReadings * q.noise * q.noise + sum) / (priorReadings + n));
            double weight = 1 / (spread * spread), pull = before * weight;
            for (size_t i = 0; i < y.size(); ++i) {
                const double w = times[i] / (scatter * scatter) *
                                 (off[i] > huber * scatter ? huber * scatter / off[i] : 1);
                weight += w;
                pull += w * y[i];
            }
            const double next = pull / weight;
            sd = 1 / std::sqrt(weight);
            if (std::fabs(next - mean) < 1e-12)
                break;
            mean = next;
        }
        sd *= std::sqrt((priorReadings + n) / (priorReadings + n - 2)); // the scatter is a guess
    }
    return logs ? Estimate{std::exp(mean), std::exp(mean) * sd} : Estimate{mean, sd};
}

// What is usual of a thing: what the workshop says, else what goes for everybody.
double usualOf(const Learnable& q, const std::string& of, const Workshop& w) {
    const std::string id = q.id;
    if (id == "score-scatter")
        return w.scoreError;
    if (id == "cut-scatter")
        return w.cutError;
    if (id == "laying-scatter")
        return w.layingError;
    if (id == "caliper")
        if (const DrawerPaper* p = w.drawer.paper(of); p && p->caliper > 0)
            return p->caliper;
    if (id == "setting")
        for (const Adhesive& a : w.drawer.adhesives)
            if (a.name == of && a.minutes > 0)
                return a.minutes;
    return q.usual;
}

} // namespace

const std::vector<Learnable>& learnables() {
    static const std::vector<Learnable> table{
        {"caliper", "thickness", "mm", "the thickness of a paper", Learnable::Positive, 0.3, 0.35,
         0.08, true},
        {"fold-loss", "loss at a fold", "mm",
         "by how much a fold of a paper shortens what it is in", Learnable::Signed, 0, 0.3, 0.15,
         true},
        {"fold-stiffness", "stiffness of a fold", "N mm/rad/mm",
         "what a millimetre of fold resists", Learnable::Positive, 0.5, 0.8, 0.3, true},
        {"score-scatter", "scatter of scores", "mm", "how far scores lie beside their places",
         Learnable::Scatter, 0.2, 0.5, 0},
        {"cut-scatter", "scatter of cuts", "mm", "how far cuts lie beside their places",
         Learnable::Scatter, 0.2, 0.5, 0},
        {"laying-scatter", "scatter of laying", "mm", "how far parts are laid beside their marks",
         Learnable::Scatter, 0.3, 0.5, 0},
        {"setting", "setting time", "min", "how long an adhesive takes until it may be pulled",
         Learnable::Positive, 20, 0.6, 0.25},
        {"minutes", "time", "min", "how long one doing takes: a cut, a score, a glue line",
         Learnable::Positive, 0.5, 0.8, 0.35},
        {"pace", "pace", "times", "how long the hands take against the plan", Learnable::Positive,
         1, 0.6, 0.25},
    };
    return table;
}

const Learnable* learnable(const std::string& id) {
    for (const Learnable& q : learnables())
        if (id == q.id)
            return &q;
    return nullptr;
}

std::string sayLearned(const Learned& l) {
    static const std::map<std::string, const char*> doings{
        {"cut", "cutting"}, {"score", "scoring"},  {"fold", "folding"},  {"glue", "gluing"},
        {"mat", "matting"}, {"snip", "snipping"},  {"close", "closing"}, {"insert", "inserting"},
        {"tape", "taping"}, {"check", "checking"}, {"figure", "figures"}};
    const Learnable* q = learnable(l.quantity);
    const auto doing = doings.find(l.of);
    const std::string of = doing == doings.end() ? l.of : doing->second;
    return std::string(q ? q->name : l.quantity.c_str()) + (of.empty() ? "" : " of " + of);
}

std::string sayAmount(double amount, double sigma) {
    const int decimals = sigma > 0 ? static_cast<int>(std::ceil(-std::log10(2 * sigma))) + 1 : 3;
    return numberText(amount, std::clamp(decimals, 0, 6));
}

Estimate estimate(const Learnable& q, double usual, const std::vector<Observed>& readings) {
    return q.kind == Learnable::Scatter ? scatterOf(q, usual, readings)
                                        : locationOf(q, usual, readings);
}

Result<std::vector<Learned>> learn(const Journal& journal, const Workshop& usual) {
    auto readings = journal.readings();
    if (!readings)
        return readings.problem();
    auto used = journal.used();
    if (!used)
        return used.problem();
    std::map<std::pair<std::string, std::string>, std::vector<Journal::Reading>> by;
    for (const Journal::Reading& r : *readings)
        if (learnable(r.seen.quantity))
            by[{r.seen.quantity, r.seen.of}].push_back(r);
    std::vector<Learned> out;
    for (auto& [key, all] : by) {
        const Learnable& q = *learnable(key.first);
        Learned l;
        l.quantity = key.first;
        l.of = key.second;
        l.unit = q.unit;
        l.usual = usualOf(q, l.of, usual);
        std::vector<Observed> seen;
        for (const Journal::Reading& r : all) {
            seen.push_back(r.seen);
            l.seen.push_back(r.seen.value / r.seen.n);
            if (l.builds.empty() || l.builds.back() != r.build)
                l.builds.push_back(r.build);
        }
        l.n = int(seen.size());
        const Estimate e = estimate(q, l.usual, seen);
        l.value = e.value;
        l.sigma = e.sigma;
        l.used = std::find(used->begin(), used->end(), key) != used->end();
        out.push_back(l);
    }
    return out;
}

Workshop withLearned(const Workshop& workshop, const std::vector<Learned>& learned) {
    Workshop w = workshop;
    for (const Learned& l : learned) {
        if (!l.used)
            continue;
        if (l.quantity == "score-scatter")
            w.scoreError = l.value;
        else if (l.quantity == "cut-scatter")
            w.cutError = l.value;
        else if (l.quantity == "laying-scatter")
            w.layingError = l.value;
        else if (l.quantity == "pace")
            w.drawer.pace[l.of] = l.value;
        else if (l.quantity == "caliper") {
            if (DrawerPaper* p = w.drawer.paper(l.of))
                p->caliper = l.value;
        } else if (l.quantity == "setting") {
            for (Adhesive& a : w.drawer.adhesives)
                if (a.name == l.of)
                    a.minutes = l.value;
        }
    }
    return w;
}

} // namespace hl::journal
