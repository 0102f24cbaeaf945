// The proof of the proof: the committed corpus (see corpus/generate.cpp), on which every planted
// fault has to be found with its amount and nearly nothing may be said of the sound half.
#include "core/files/hlantern.h"
#include "core/prove/prove.h"
#include "corpus/brute.h"
#include <QFile>
#include <QtTest>
#include <cmath>
#include <nlohmann/json.hpp>

using namespace hl;

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
        for (auto& e : entries()) {
            const std::string rule = e["rule"];
            if (rule.empty())
                continue;
            const double amount = e["amount"];
            bool found = false;
            std::string heard;
            for (const Finding& f : findingsOf(designOf(e))) {
                heard += "\n  " + f.rule + " " + std::to_string(f.amount) + ": " + f.message;
                found |= f.rule == rule && names(f, e["parts"]) &&
                         std::fabs(f.amount - amount) <= std::max(0.1, 0.05 * amount);
            }
            QVERIFY2(found, (e["file"].get<std::string>() + " should say " + rule + " " +
                             std::to_string(amount) + ", but says" + heard)
                                .c_str());
        }
    }

    void theSoundHalfIsLeftAlone() {
        int sound = 0, alarms = 0;
        std::string heard;
        for (auto& e : entries()) {
            if (!e["rule"].get<std::string>().empty())
                continue;
            ++sound;
            const auto all = findingsOf(designOf(e));
            if (verdictOf(all) != Verdict::Works) {
                ++alarms;
                heard += e["file"].get<std::string>() + ": " + all.front().message + "\n";
            }
        }
        QVERIFY2(alarms * 100 <= sound, heard.c_str());
    }

    // The amounts of the corpus are not a record of what the rules say: brute force says them anew.
    void bruteForceAgreesWithTheCorpus() {
        int looked = 0;
        for (auto& e : entries()) {
            const std::string rule = e["rule"];
            if (rule != "collision" && rule != "overhang" && (looked + 1) % 9 != 0 && !rule.empty())
                continue;
            if (++looked % 4 != 0)
                continue;
            const Design d = designOf(e);
            const corpus::Brute brute(d, rule == "collision" ? 0.5 : 6);
            const auto crossings = brute.crossings();
            if (rule == "collision") {
                std::vector<std::string> parts = e["parts"];
                std::sort(parts.begin(), parts.end());
                auto it = crossings.find({parts[0], parts[1]});
                QVERIFY(it != crossings.end());
                QVERIFY(std::fabs(it->second.depth - e["amount"].get<double>()) < 1e-6);
            } else if (rule.empty()) {
                QVERIFY2(crossings.empty(), e["file"].get<std::string>().c_str());
                QVERIFY(brute.openJoints() < 1e-3);
                for (auto& [part, mm] : brute.overhangs())
                    QVERIFY(mm < 1e-3);
            }
        }
        QVERIFY(looked > 80);
    }
};

QTEST_GUILESS_MAIN(Corpus)
#include "corpus.moc"
