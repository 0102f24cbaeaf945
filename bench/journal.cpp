// How quickly a journal of 10,000 builds is listed, searched and counted, against one plain scan of
// the same table with all its columns. Prints ratios and times.
#include "core/journal/learn.h"
#include <SQLiteCpp/SQLiteCpp.h>
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <filesystem>
#include <random>

using namespace hl;
using namespace hl::journal;

namespace {

std::vector<Build> manyBuilds(int n) {
    std::mt19937 random(1);
    std::vector<Build> all;
    const auto one = [&](std::vector<const char*> of) {
        return std::string(of[random() % of.size()]);
    };
    for (int i = 0; i < n; ++i) {
        Build b;
        char day[16];
        std::snprintf(day, sizeof day, "20%02d-%02d-%02d", 10 + i * 16 / n, 1 + i % 12, 1 + i % 28);
        b.when = day;
        b.uid = "build-" + std::to_string(i);
        b.title = one({"Water tower", "Viaduct", "Signal box", "Level crossing", "Goods train"});
        b.design = b.title + std::to_string(i % 400);
        b.print = fingerprint(b.design);
        b.occasion = one({"", "Birthday", "Opening day", "Wedding"});
        b.words = one({"", "held at once", "the strap was short", "score it twice"});
        b.number = 1 + int(random() % 5);
        b.prototype = random() % 6 == 0;
        b.failed = b.prototype ? "the tab missed" : "";
        for (const char* f : {"box", "tent", "v-fold", "strip"})
            if (random() % 2)
                b.families.push_back(f);
        for (const char* p : {"Ivory card", "Slate", "Larch"})
            if (random() % 2)
                b.papers.push_back({p, 210, 297, 1.0 + random() % 3});
        for (const char* t : {"cut", "score", "fold", "glue"})
            b.times.push_back({t, "", 5.0 + random() % 20, 10, 0});
        b.observed.push_back({"caliper", "Slate", 0.4 + 0.001 * (random() % 50), 1});
        all.push_back(b);
    }
    return all;
}

// The middle of several, in milliseconds, and the scan's taken in turns with it.
template<class A, class B> std::pair<double, double> inTurns(A&& work, B&& scan) {
    std::vector<double> one, other;
    const auto timed = [](auto&& run) {
        const auto start = std::chrono::steady_clock::now();
        run();
        return 1e3 *
               std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
    };
    for (int i = 0; i < 9; ++i) {
        one.push_back(timed(work));
        other.push_back(timed(scan));
    }
    std::sort(one.begin(), one.end());
    std::sort(other.begin(), other.end());
    return {one[4], other[4]};
}

} // namespace

int main() {
    const auto folder = std::filesystem::temp_directory_path() /
                        ("hl-journal-" + std::to_string(std::random_device()()));
    std::filesystem::create_directories(folder);
    const std::string path = (folder / "journal.sqlite").string();
    int failed = 0;
    {
        auto j = Journal::open(path);
        if (!j || !(*j)->addAll(manyBuilds(10000))) {
            std::printf("the journal could not be made\n");
            return 1;
        }
        SQLite::Database plain(path);
        const auto scan = [&] {
            SQLite::Statement s(plain, "SELECT * FROM build");
            size_t bytes = 0;
            while (s.executeStep())
                for (int c = 0; c < s.getColumnCount(); ++c)
                    bytes += s.getColumn(c).getString().size();
            if (bytes < 10000)
                std::abort();
        };
        const auto told = [&](const char* what, double bound, double most, auto&& work) {
            const auto [ms, plainly] = inTurns(work, scan);
            std::printf("%s of 10,000 builds / one plain scan: %.2f (at most %.1f), %.1f ms (%.0f "
                        "asked), scan %.1f ms\n",
                        what, ms / plainly, bound, ms, most, plainly);
            failed += ms / plainly > bound;
        };
        const Journal& journal = **j;
        const auto ask = [&](const Query& q) {
            if (!journal.list(q))
                std::abort();
        };
        Query newest, word, narrow;
        word.text = "strap";
        word.most = 200;
        narrow.family = "tent";
        narrow.paper = "Slate";
        narrow.from = "2020-01-01";
        narrow.most = 200;
        newest.most = 200;
        told("the newest 200", 2, 50, [&] { ask(newest); });
        told("a word, 200", 3, 50, [&] { ask(word); });
        told("a family, paper and time, 200", 4, 50, [&] { ask(narrow); });
        for (const auto& [name, by] : {std::pair{"cards by month", Count::Months},
                                       {"sheets by paper", Count::Papers},
                                       {"cards by family", Count::Families}})
            told(name, 8, 200, [&, by = by] {
                if (!journal.tally(by))
                    std::abort();
            });
        told("what was learned", 20, 200, [&] {
            if (!learn(journal, {}))
                std::abort();
        });
    }
    std::filesystem::remove_all(folder);
    return failed ? 1 : 0;
}
