// Learning: what the readings in a journal say of papers, of a hand and of times, together with
// what is usual.
//
// A location (a caliper, a time) is estimated as in a normal model with a normal prior round the
// usual value and an unknown scatter (a scaled inverse chi-square prior worth four readings), with
// Huber's weights (k = 1.5) against wild values; positive quantities in their logarithms. A reading
// of n things at once (a stack, a batch) counts n times. A scatter is estimated from the readings'
// squares about nought, winsorized at twice the median deviation, with a prior worth three.
// Sources: Gelman et al., Bayesian Data Analysis, on normal models with conjugate priors; Huber,
// Robust Estimation of a Location Parameter (1964).
#pragma once
#include "core/journal/journal.h"
#include "core/workshop/workshop.h"

namespace hl::journal {

struct Learnable {
    const char *id, *name, *unit, *about;
    enum Kind { Positive, Signed, Scatter } kind;
    double usual;  // where the workshop says nothing
    double spread; // of the truth round what is usual: a part of it, or in its unit where signed
    double noise;  // of one reading, likewise
    bool ofPaper = false;
};
const std::vector<Learnable>& learnables();
const Learnable* learnable(const std::string& id); // null when there is none

struct Learned {
    std::string quantity, of, unit;
    double value = 0;
    double sigma = 0; // one standard deviation: the truth lies within two nineteen times in twenty
    int n = 0;        // readings
    double usual = 0;
    bool used = false;        // whether the maker lets it count
    std::vector<long> builds; // that it comes from
    std::vector<double> seen; // the readings, of one thing each
};

// "pace of cutting", "thickness of Ivory card", "scatter of scores".
std::string sayLearned(const Learned& learned);
// An amount with as many decimals as its sigma lets mean something.
std::string sayAmount(double amount, double sigma);

// One quantity from its readings: the value and its sigma. With none, the usual value.
struct Estimate {
    double value = 0, sigma = 0;
};
Estimate estimate(const Learnable& q, double usual, const std::vector<Observed>& readings);

// Everything that there are readings of, by quantity and thing.
Result<std::vector<Learned>> learn(const Journal& journal, const Workshop& usual);

// The workshop with what is learned and used in the place of what is usual.
Workshop withLearned(const Workshop& workshop, const std::vector<Learned>& learned);

} // namespace hl::journal
