// The journal: one file (SQLite) in which builds, notes and what was learned are kept. Two programs
// may have it open at once; what is recorded is on the disk when the call returns.
#pragma once
#include "core/journal/entry.h"
#include <memory>

namespace SQLite {
class Database;
}

namespace hl::journal {

// Which builds: all that are asked for have to hold; empty asks for nothing.
struct Query {
    std::string text;     // in titles, occasions, for whom, words, failures
    std::string from, to; // ISO dates, both included
    std::string paper, family, occasion;
    std::optional<bool> prototype;
    int most = 1000; // newest first
};

// How often, how long: one row for each month, paper or occasion.
struct Tally {
    std::string of;
    int builds = 0, cards = 0, failed = 0;
    double sheets = 0, minutes = 0, planned = 0;
};
enum class Count { Months, Papers, Families, Occasions };

class Journal {
  public:
    // Opens the journal at `path`, or begins one. Older ones are copied beside themselves
    // ("journal.before-2.sqlite") and brought up to date; a newer or damaged one is refused, with
    // its place, and left as it is.
    static Result<std::unique_ptr<Journal>> open(const std::string& path);
    ~Journal();
    Journal(const Journal&) = delete;
    Journal& operator=(const Journal&) = delete;

    // Records a build; the id it got. One with a uid that is there already is not recorded twice:
    // its id is returned.
    Result<long> add(Build build);
    // Many at once: all of them, or none.
    Result<std::vector<long>> addAll(std::vector<Build> builds);
    // Without designs, times, measures and photographs' bytes.
    Result<std::vector<Build>> list(const Query& query = {}) const;
    Result<Build> build(long id) const; // all of it
    Result<std::vector<Tally>> tally(Count by, const Query& query = {}) const;

    Result<long> addNote(const NextTime& note);
    // Those not done, or all; the newest first.
    Result<std::vector<NextTime>> notes(bool done = false) const;
    Trouble tick(long note, bool done = true);

    // Every reading of a quantity, oldest first, and of which build it is.
    struct Reading {
        Observed seen;
        long build = 0;
        std::string when;
    };
    Result<std::vector<Reading>> readings() const;
    // Which quantities the maker lets count ("caliper", "Ivory card").
    Result<std::vector<std::pair<std::string, std::string>>> used() const;
    Trouble use(const std::string& quantity, const std::string& of, bool yes);

    // The text of a design by its fingerprint, and what it came from.
    struct Version {
        std::string print, title, parent, text, when;
    };
    Result<std::vector<Version>> versions(const std::string& title) const;

    const std::string& path() const { return path_; }

  private:
    explicit Journal(std::string path);

    std::string path_;
    std::unique_ptr<SQLite::Database> db_;
};

// Where it is without further words: $XDG_DATA_HOME/hinge-lantern/journal.sqlite.
std::string usualJournal();

} // namespace hl::journal
