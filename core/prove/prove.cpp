#include "core/prove/prove.h"
#include "core/measure/free_thread.h"
#include "core/measure/number.h"
#include <algorithm>
#include <atomic>
#include <cmath>
#include <condition_variable>
#include <exception>
#include <map>
#include <mutex>
#include <set>
#include <thread>

namespace hl::proving {

void folds(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void idle(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void mobility(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void misfit(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void reach(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void collision(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void layer_order(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void footprint(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void stack(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void clearance(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void landing(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void slits(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void strength(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void stance(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void rounding(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void tolerance(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void dressing(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void mirror(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void spans(const Evidence& e, const Stop& stop, std::vector<Finding>& out);
void rising(const Evidence& e, const Stop& stop, std::vector<Finding>& out);

const std::vector<Rule>& rules() {
    static const std::vector<Rule> table = {
        {"folds", "Folds", folds, true},
        {"idle", "Idle", idle},
        {"mobility", "Motion", mobility},
        {"misfit", "Misfit", misfit, true},
        {"reach", "Reach", reach, true},
        {"collision", "Collision", collision, true},
        {"layers", "Layer order", layer_order, true},
        {"overhang", "Overhang", footprint, true},
        {"stack", "Thickness and post", stack, true},
        {"clearance", "Clearance", clearance, true},
        {"landing", "Landings", landing, true},
        {"slits", "Covered slits", slits},
        {"strength", "Strength", strength},
        {"stance", "Stance", stance},
        {"rounding", "Rounding", rounding},
        {"dressing", "Dressing", dressing},
        {"spans", "Film and thread", spans},
        {"rising", "Rising by itself", rising},
        {"tolerance", "Tolerance", tolerance},
        {"mirror", "Mirrored parts", mirror},
    };
    return table;
}

namespace {

// What passes through each other comes close before, and next to a flat state is in no possible
// order there: said once.
void dropRepeats(std::vector<Finding>& all) {
    constexpr double beside = 2; // degrees
    auto collides = [&](const Finding& f) {
        return std::any_of(all.begin(), all.end(), [&](const Finding& g) {
            return g.rule == "collision" &&
                   std::is_permutation(g.parts.begin(), g.parts.end(), f.parts.begin(),
                                       f.parts.end()) &&
                   (f.rule == "clearance" ||
                    (f.rule == "layers" && g.openingFrom <= f.openingTo + beside &&
                     g.openingTo >= f.openingFrom - beside));
        });
    };
    all.erase(std::remove_if(all.begin(), all.end(), collides), all.end());
}

// Where two structures meet in many of their parts, the worst place speaks for the others: three
// stacks of tiers too close to one another are two findings, not eighty.
void gather(std::vector<Finding>& all) {
    constexpr size_t few = 8;
    static const std::set<std::string> meeting{"collision", "layers", "clearance"};
    std::map<std::pair<std::string, std::set<std::string>>, std::vector<size_t>> alike;
    for (size_t i = 0; i < all.size(); ++i)
        if (meeting.count(all[i].rule)) {
            std::set<std::string> owners;
            for (const std::string& part : all[i].parts)
                owners.insert(ownerOf(part));
            alike[{all[i].rule, owners}].push_back(i);
        }
    std::set<size_t> gone;
    for (auto& [what, which] : alike) {
        if (which.size() <= few)
            continue;
        const bool least = what.first == "clearance"; // the least of it is the worst
        const size_t worst = *std::max_element(which.begin(), which.end(), [&](size_t a, size_t b) {
            const Finding &x = all[a], &y = all[b];
            return x.severity != y.severity ? x.severity < y.severity
                   : least                  ? x.amount > y.amount
                                            : x.amount < y.amount;
        });
        all[worst].message +=
            " So it is in " + countText(which.size() - 1, "one more place", "more places") + ".";
        for (size_t i : which)
            if (i != worst)
                gone.insert(i);
    }
    size_t kept = 0;
    for (size_t i = 0; i < all.size(); ++i)
        if (!gone.count(i)) {
            if (kept != i)
                all[kept] = std::move(all[i]);
            ++kept;
        }
    all.erase(all.begin() + static_cast<long>(kept), all.end());
}

// The rules of one proof, run side by side by as many hands as the machine has: none of them
// changes what it looks at. What each found is handed on in the order of their table.
class Hands {
  public:
    Hands(const Evidence& e, const Stop& stop, bool whole) : e_(e), stop_(stop) {
        for (const Rule& rule : rules())
            if (whole || rule.where)
                ran_.push_back({&rule});
        // A quick look, as in the middle of a drag, leaves the other hand to the window.
        const size_t hands = whole ? std::clamp(std::thread::hardware_concurrency(), 1U, 4U) : 1;
        for (size_t i = 1; i < hands; ++i)
            others_.emplace_back([this] {
                while (runNext()) {
                }
            });
    }
    ~Hands() {
        next_ = ran_.size(); // nobody begins another
        for (std::thread& other : others_)
            other.join();
    }
    Hands(const Hands&) = delete;
    Hands& operator=(const Hands&) = delete;

    size_t size() const { return ran_.size(); }
    // What the rule found; this thread runs others, or it, until it is done. Throws what it threw.
    std::vector<Finding>& found(size_t rule) {
        while (!isDone(rule) && runNext()) {
        }
        std::unique_lock<std::mutex> lock(mutex_);
        done_.wait(lock, [&] { return ran_[rule].done; });
        if (ran_[rule].failed)
            std::rethrow_exception(ran_[rule].failed);
        return ran_[rule].found;
    }

  private:
    struct Ran {
        const Rule* rule;
        std::vector<Finding> found = {};
        std::exception_ptr failed = nullptr;
        bool done = false;
    };

    bool isDone(size_t rule) {
        const std::lock_guard<std::mutex> lock(mutex_);
        return ran_[rule].done;
    }
    // The next rule that nobody has begun; false: there is none.
    bool runNext() {
        const size_t i = next_++;
        if (i >= ran_.size())
            return false;
        Ran& r = ran_[i];
        try {
            if (!stop_)
                r.rule->run(e_, stop_, r.found);
        } catch (...) {
            r.failed = std::current_exception();
        }
        const std::lock_guard<std::mutex> lock(mutex_);
        r.done = true;
        done_.notify_all();
        return true;
    }

    const Evidence& e_;
    const Stop& stop_;
    std::vector<Ran> ran_;
    std::atomic<size_t> next_{0};
    std::mutex mutex_; // of what is done
    std::condition_variable done_;
    std::vector<std::thread> others_;
};

} // namespace

std::vector<Finding> prove(const Case& c, const std::atomic<bool>* cancel, const Reached& reached) {
    const Stop stop{cancel};
    const Evidence e(c, stop);
    return stop ? std::vector<Finding>{} : prove(e, stop, reached);
}

std::vector<Finding> prove(const Evidence& e, const Stop& stop, const Reached& reached,
                           bool whole) {
    longWork("prove");
    std::vector<Finding> out;
    Hands hands(e, stop, whole);
    for (size_t i = 0; i < hands.size() && !stop; ++i) {
        std::vector<Finding>& more = hands.found(i);
        if (stop)
            break; // half a rule is no rule
        gather(more);
        out.insert(out.end(), more.begin(), more.end());
        dropRepeats(out);
        std::stable_sort(out.begin(), out.end(),
                         [](auto& a, auto& b) { return a.severity > b.severity; });
        if (reached)
            reached(out, static_cast<double>(i + 1) / static_cast<double>(rules().size()));
    }
    return out;
}

} // namespace hl::proving
