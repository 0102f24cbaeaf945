#include "core/journal/sample.h"
#include "core/files/hlantern.h"
#include "core/measure/number.h"
#include <cmath>
#include <cstdlib>
#include <ctime>
#include <random>
#include <tuple>

namespace hl::journal {
namespace {

constexpr int builds = 120, prototypesIn = 6; // one in so many is a prototype

const std::vector<const char*> occasions{"Opening day", "Mothers' outing",  "Harvest excursion",
                                         "Birthday",    "Winter timetable", "Retirement"};
const std::vector<const char*> people{"the signalman", "the tea room", "platform two",
                                      "the choir",     "the ferryman", "a passenger"};
const std::vector<const char*> failures{
    "the strap was a quarter inch short", "the second foot came to lie beside its score",
    "the prop caught on the window", "too thick for the post", "glued before the mat was under it"};
const std::vector<const char*> remarks{
    "held at once",        "", "the fold cracked a little", "", "score it twice next time", "", "",
    "sold within the week"};

// "2026-03-14", so many days before another.
std::string daysBefore(const std::string& day, int days) {
    std::tm t{};
    t.tm_year = std::atoi(day.substr(0, 4).c_str()) - 1900;
    t.tm_mon = std::atoi(day.substr(5, 2).c_str()) - 1;
    t.tm_mday = std::atoi(day.substr(8, 2).c_str()) - days;
    t.tm_hour = 12;
    timegm(&t);
    char text[16];
    std::strftime(text, sizeof text, "%Y-%m-%d", &t);
    return text;
}

} // namespace

Result<std::vector<Build>> sampleYear(const std::vector<std::string>& designs,
                                      const std::string& until, const ShopTruth& truth) {
    struct Known {
        std::string text;
        Design design;
    };
    std::vector<Known> known;
    for (const std::string& text : designs)
        if (auto d = designFromText(text))
            known.push_back({text, *d});
    if (known.empty())
        return Problem{"the designs", "none of them can be read", "name design files"};
    std::mt19937 random(1854);
    std::normal_distribution<double> normal;
    const auto one = [&](auto& all) { return all[random() % all.size()]; };
    const auto about = [&](double truth, double off) {
        return truth * std::exp(off * normal(random));
    };
    std::vector<Build> out;
    for (int i = 0; i < builds; ++i) {
        const Known& k = known[random() % known.size()];
        auto read = buildFromText("{}", k.text);
        if (!read)
            return read.problem();
        Build b = *read;
        b.uid = "quillmere-" + numberText(i + 1);
        b.when = daysBefore(until, (builds - 1 - i) * 3 + int(random() % 3));
        b.prototype = i % prototypesIn == 0;
        b.number = b.prototype ? 1 : 1 + int(random() % 12);
        b.stars = b.prototype ? 0 : 2 + int(random() % 4);
        b.occasion = one(occasions);
        b.forWhom = one(people);
        if (b.prototype && random() % 3)
            b.failed = one(failures);
        b.words = one(remarks);
        for (PaperUsed& p : b.papers)
            p.sheets = b.number * (1 + double(random() % 2));
        const double pieces = double(k.design.structures.size() + k.design.parts.size()) + 1;
        for (const auto& [doing, pace, minutes] : {std::tuple{"cut", truth.cutting, 2.5},
                                                   {"score", truth.scoring, 1.2},
                                                   {"fold", truth.folding, 0.6},
                                                   {"glue", truth.gluing, 1.8}}) {
            const double planned = minutes * pieces * b.number;
            b.times.push_back(
                {doing, "", std::round(10 * about(planned * pace, 0.15)) / 10, planned, 0});
        }
        for (int s = 0; s < 3; ++s)
            b.observed.push_back({"score-scatter", "", truth.scores * normal(random), 1});
        if (random() % 3 == 0)
            for (const Stock& s : k.design.stocks)
                b.observed.push_back(
                    {"caliper", s.name, 10 * about(s.caliper.mm() * truth.thicker, 0.01), 10});
        if (random() % 4 == 0)
            b.observed.push_back({"setting", "White glue", about(truth.setting, 0.12), 1});
        if (i % 17 == 5) { // a slip of the pen: the readings have to bear it
            b.observed.push_back({"score-scatter", "", 20 * truth.scores, 1});
        }
        if (!b.failed.empty() && !k.design.structures.empty()) {
            NextTime n;
            n.about = About::Part;
            n.subject = k.design.structures[random() % k.design.structures.size()].id;
            n.text = b.failed;
            n.done = random() % 2 == 0;
            b.notes.push_back(n);
        }
        out.push_back(b);
    }
    return out;
}

} // namespace hl::journal
