// The proof of the proof: the committed corpus (see corpus/generate.cpp), on which every planted
// fault has to be found with its amount and nearly nothing may be said of the sound half.
#include "core/assemble/assemble.h"
#include "core/files/hlantern.h"
#include "core/prove/prove.h"
#include "corpus/brute.h"
#include "tests/program.h"
#include "tests/scale.h"
#include <QFile>
#include <QtTest>
#include <cmath>
#include <nlohmann/json.hpp>

using namespace hl;
using namespace hl::test;

namespace {

const std::string folder = std::string(HL_SOURCE_DIR) + "/corpus/designs/";

nlohmann::json entries() {
    QFile f(QString::fromStdString(folder + "faults.json"));
    if (!f.open(QIODevice::ReadOnly))
        qFatal("the corpus is gone");
    return nlohmann::json::parse(f.readAll().toStdString());
}

Design designOf(const nlohmann::json& entry) {
    auto d = loadDesign(folder + entry["file"].get<std::string>());
    if (!d)
        qFatal("%s", d.problem().text().c_str());
    return *d;
}

std::vector<Finding> findingsOf(const Design& d) { return prove(Case(d, *assemble(d))); }

// At a smaller scale every second design, every third and so on.
bool passedOver(int number) {
    const int each = std::max(1, 100 / std::max(1, std::min(100, scaled(100))));
    return number % each != 0;
}

bool names(const Finding& f, const nlohmann::json& parts) {
    return std::all_of(parts.begin(), parts.end(), [&](const std::string& p) {
        return std::find(f.parts.begin(), f.parts.end(), p) != f.parts.end();
    });
}

} // namespace

class Corpus : public QObject {
    Q_OBJECT
  private slots:
    void isLargeAndHalfOfItFaulty() {
        int sound = 0, faulty = 0;
        for (auto& e : entries())
            ++(e["rule"].get<std::string>().empty() ? sound : faulty);
        QVERIFY(sound >= 100 && faulty >= 100);
    }

    void everyPlantedFaultIsFound() {
        int faulty = 0;
        for (auto& e : entries()) {
            const std::string rule = e["rule"];
            if (rule.empty() || passedOver(faulty++))
                continue;
            const double amount = e["amount"];
            bool found = false;
            std::string heard;
            const std::vector<Finding> all = findingsOf(designOf(e));
            for (const Finding& f : all) {
                // By its code and what it is about it is one of a kind.
                QVERIFY2(f.code.rfind(f.rule + ".", 0) == 0, f.message.c_str());
                QVERIFY2(std::count_if(all.begin(), all.end(),
                                       [&](auto& other) { return other.sameAs(f); }) == 1,
                         (e["file"].get<std::string>() + ": " + f.message).c_str());
                heard += "\n  " + f.rule + " " + std::to_string(f.amount) + ": " + f.message;
                found |=
                    f.rule == rule && names(f, e["parts"]) &&
                    std::fabs(f.amount - amount) <= std::max(0.1, 0.05 * amount) &&
                    (!e.contains("opening") || (f.openingFrom <= e["opening"].get<double>() + 0.5 &&
                                                f.openingTo >= e["opening"].get<double>() - 0.5));
            }
            QVERIFY2(found, (e["file"].get<std::string>() + " should say " + rule + " " +
                             std::to_string(amount) + ", but says" + heard)
                                .c_str());
        }
    }

    void theSoundHalfIsLeftAlone() {
        int sound = 0, alarms = 0, number = 0;
        std::string heard;
        for (auto& e : entries()) {
            if (!e["rule"].get<std::string>().empty() || passedOver(number++))
                continue;
            ++sound;
            const auto all = findingsOf(designOf(e));
            if (verdictOf(all) != Verdict::Works) {
                ++alarms;
                heard += e["file"].get<std::string>() + ": " + all.front().message + "\n";
            }
        }
        QVERIFY2(alarms == 0, heard.c_str());
    }

    // The amounts of the corpus are not a record of what the rules say: brute force says them anew
    // of every fourth design. It also says whether a collision is where the rule has it.
    void bruteForceAgreesWithTheCorpus() {
        int sound = 0, collisions = 0, number = 0;
        for (auto& e : entries()) {
            const std::string rule = e["rule"];
            // Where no polygons cross brute force finds nothing: what moves within a plane pushes,
            // what turns about a line of the page shares that line with it. Amounts are known.
            const std::string name = e["file"];
            const bool none = name.find("slides-into") != std::string::npos ||
                              name.find("turned-through") != std::string::npos;
            if (++number % 4 != 0 || passedOver(number / 4) ||
                !(rule.empty() || rule == "collision") || none)
                continue;
            const Design d = designOf(e);
            const corpus::Brute brute(d, rule.empty() ? 6 : 0.5);
            const auto crossings = brute.crossings();
            const std::string file = e["file"];
            if (rule.empty()) {
                ++sound;
                QVERIFY2(crossings.empty(), file.c_str());
                QVERIFY(brute.openJoints() < 1e-3);
                for (auto& [part, mm] :
                     d.card.meant.empty() ? brute.overhangs() : decltype(brute.overhangs())())
                    QVERIFY2(mm < 1e-3, (file + " " + part + " " + std::to_string(mm)).c_str());
                continue;
            }
            ++collisions;
            std::vector<std::string> parts = e["parts"];
            std::sort(parts.begin(), parts.end());
            auto it = crossings.find({parts[0], parts[1]});
            QVERIFY(it != crossings.end());
            QVERIFY2(std::fabs(it->second.depth - e["amount"].get<double>()) < 1e-6,
                     (file + ": " + std::to_string(it->second.depth)).c_str());
            for (const Finding& f : findingsOf(d))
                if (f.rule == rule && names(f, parts))
                    for (const std::string& part : f.parts)
                        QVERIFY2(brute.away(part, f.opening, *f.where) < 0.05, file.c_str());
        }
        QVERIFY(sound >= scaled(30) && collisions >= scaled(10));
    }
};

HL_TEST(Corpus)
#include "corpus.moc"
