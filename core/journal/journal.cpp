#include "core/journal/journal.h"
#include "core/files/atomic_save.h"
#include "core/journal/guarded.h"
#include "core/journal/schema.h"
#include "core/measure/number.h"
#include <cstdlib>
#include <ctime>
#include <filesystem>
#include <random>
#include <sqlite3.h>

namespace hl::journal {
namespace {

namespace fs = std::filesystem;

constexpr int patience = 5000; // ms that another program may take to finish writing

std::string today() {
    const std::time_t now = std::time(nullptr);
    std::tm t{};
    localtime_r(&now, &t);
    char text[16];
    std::strftime(text, sizeof text, "%Y-%m-%d", &t);
    return text;
}

std::string freshUid() {
    std::random_device device;
    std::string out;
    for (int i = 0; i < 4; ++i)
        out += fingerprint(numberText(device()) + out).substr(0, 8);
    return out;
}

int versionOf(SQLite::Database& db) { return db.execAndGet("PRAGMA user_version").getInt(); }

// "journal.before-2.sqlite": what it was before it came to that version.
std::string copyName(const std::string& path, int version) {
    const fs::path p(path);
    return (p.parent_path() /
            (p.stem().string() + ".before-" + numberText(version) + p.extension().string()))
        .string();
}

void bringUp(SQLite::Database& db, const std::string& path) {
    for (int at = versionOf(db); at < int(steps().size()); at = versionOf(db)) {
        if (at > 0) { // a new one has nothing to lose
            const std::string copy = copyName(path, at + 1);
            std::error_code gone;
            fs::remove(copy, gone);
            SQLite::Statement keep(db, "VACUUM INTO ?");
            keep.bind(1, copy);
            keep.exec();
        }
        SQLite::Transaction whole(db, SQLite::TransactionBehavior::EXCLUSIVE);
        if (versionOf(db) != at)
            continue; // another program was quicker
        db.exec(steps()[size_t(at)]);
        db.exec("PRAGMA user_version = " + numberText(at + 1));
        whole.commit();
    }
}

void insertNote(SQLite::Database& db, const NextTime& n, long build) {
    SQLite::Statement s(db, "INSERT INTO note (build, title, about, subject, words, wish_of, "
                            "wish_key, wish_to, done, day) VALUES (?,?,?,?,?,?,?,?,?,?)");
    if (build > 0)
        s.bind(1, std::int64_t(build));
    s.bind(2, n.title);
    s.bind(3, int(n.about));
    s.bind(4, n.subject);
    s.bind(5, n.text);
    if (n.wish) {
        s.bind(6, n.wish->of);
        s.bind(7, n.wish->key);
        s.bind(8, n.wish->to);
    }
    s.bind(9, n.done ? 1 : 0);
    s.bind(10, n.when.empty() ? today() : n.when);
    s.exec();
}

std::int64_t designOf(SQLite::Database& db, const Build& b) {
    SQLite::Statement put(db, "INSERT OR IGNORE INTO design (print, title, parent, text, first) "
                              "VALUES (?,?,?,?,?)");
    put.bind(1, b.print);
    put.bind(2, b.title);
    put.bind(3, b.parent);
    put.bind(4, b.design);
    put.bind(5, b.when);
    put.exec();
    SQLite::Statement get(db, "SELECT id FROM design WHERE print = ?");
    get.bind(1, b.print);
    get.executeStep();
    return get.getColumn(0).getInt64();
}

void insertParts(SQLite::Database& db, const Build& b, std::int64_t id) {
    SQLite::Statement family(db, "INSERT OR IGNORE INTO family VALUES (?,?)");
    for (const std::string& f : b.families) {
        family.bind(1, id);
        family.bind(2, f);
        family.exec();
        family.reset();
    }
    int n = 0;
    SQLite::Statement paper(db, "INSERT INTO paper VALUES (?,?,?,?,?,?)");
    for (const PaperUsed& p : b.papers) {
        SQLite::bind(paper, id, ++n, p.paper, p.width, p.height, p.sheets);
        paper.exec();
        paper.reset();
    }
    n = 0;
    SQLite::Statement took(db, "INSERT INTO took VALUES (?,?,?,?,?,?,?)");
    for (const Took& t : b.times) {
        SQLite::bind(took, id, ++n, t.doing, t.step, t.minutes, t.planned, t.times);
        took.exec();
        took.reset();
    }
    n = 0;
    SQLite::Statement measured(db, "INSERT INTO measured VALUES (?,?,?,?,?,?,?)");
    for (const MeasuredThing& m : b.measured) {
        SQLite::bind(measured, id, ++n, m.of, m.is);
        if (m.planned)
            measured.bind(5, *m.planned);
        else
            measured.bind(5); // unknown
        measured.bind(6, m.unit);
        measured.bind(7, m.remark);
        measured.exec();
        measured.reset();
    }
    n = 0;
    SQLite::Statement observed(db, "INSERT INTO observed VALUES (?,?,?,?,?,?)");
    for (const Observed& o : b.observed) {
        SQLite::bind(observed, id, ++n, o.quantity, o.of, o.value, o.n);
        observed.exec();
        observed.reset();
    }
    n = 0;
    SQLite::Statement photo(db, "INSERT INTO photo VALUES (?,?,?,?)");
    for (const Photo& p : b.photos) {
        SQLite::bind(photo, id, ++n, p.name);
        photo.bind(4, p.bytes.data(), int(p.bytes.size()));
        photo.exec();
        photo.reset();
    }
    for (const NextTime& note : b.notes)
        insertNote(db, note, long(id));
}

// The id of a build, recorded now or before.
long insertBuild(SQLite::Database& db, Build& b) {
    if (b.when.empty())
        b.when = today();
    if (b.uid.empty())
        b.uid = freshUid();
    for (NextTime& n : b.notes) {
        n.when = n.when.empty() ? b.when : n.when;
        n.title = b.title;
    }
    SQLite::Statement there(db, "SELECT id FROM build WHERE uid = ?");
    there.bind(1, b.uid);
    if (there.executeStep())
        return long(there.getColumn(0).getInt64());
    double planned = 0;
    for (const Took& t : b.times)
        planned += t.planned;
    SQLite::Statement s(db, "INSERT INTO build (uid, day, title, design, number, prototype, stars, "
                            "occasion, for_whom, failed, words, minutes, planned) VALUES "
                            "(?,?,?,?,?,?,?,?,?,?,?,?,?)");
    SQLite::bind(s, b.uid, b.when, b.title, designOf(db, b), b.number, b.prototype ? 1 : 0, b.stars,
                 b.occasion, b.forWhom, b.failed, b.words, b.minutes(), planned);
    s.exec();
    const std::int64_t id = db.getLastInsertRowid();
    insertParts(db, b, id);
    return long(id);
}

} // namespace

// What SQLite says, as a problem with a remedy.
Problem said(const std::string& path, const SQLite::Exception& e) {
    switch (e.getErrorCode()) {
    case SQLITE_NOTADB:
    case SQLITE_CORRUPT:
        return {path, "the journal is damaged; it was left as it is",
                "put it aside under another name, and a new one is begun; what can still be read "
                "of it, “sqlite3 FILE .recover” shows"};
    case SQLITE_BUSY:
    case SQLITE_LOCKED:
        return {path, "another program keeps the journal locked", "close it there, and try again"};
    case SQLITE_READONLY:
    case SQLITE_PERM:
    case SQLITE_CANTOPEN:
        return {path, "the journal cannot be written", "see whom its folder belongs to"};
    case SQLITE_FULL:
    case SQLITE_IOERR:
        return {path, "the disk is full or does not answer", "make room, and try again"};
    default:
        return {path, std::string("the journal could not be used (") + e.what() + ")",
                "put it aside under another name, and a new one is begun"};
    }
}

Journal::Journal(std::string path) : path_(std::move(path)) {}
Journal::~Journal() = default;

std::string usualJournal() {
    const char* data = std::getenv("XDG_DATA_HOME");
    const char* home = std::getenv("HOME");
    const fs::path base =
        data && *data ? fs::path(data) : fs::path(home ? home : ".") / ".local" / "share";
    return (base / "hinge-lantern" / "journal.sqlite").string();
}

Result<std::unique_ptr<Journal>> Journal::open(const std::string& path) {
    if (Trouble t = canBeFile(path))
        return *t;
    std::error_code failed;
    if (const fs::path folder = fs::path(path).parent_path(); !folder.empty())
        fs::create_directories(folder, failed);
    return guarded<std::unique_ptr<Journal>>(path, [&]() -> Result<std::unique_ptr<Journal>> {
        std::unique_ptr<Journal> j(new Journal(path));
        j->db_ = std::make_unique<SQLite::Database>(
            path, SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE, patience);
        SQLite::Database& db = *j->db_;
        const int version = versionOf(db);
        if (version > int(steps().size()))
            return Problem{path, "the journal was written by a newer program; it was left as it is",
                           "open it there, or name another with --journal"};
        if (version == 0 && db.execAndGet("SELECT count(*) FROM sqlite_master").getInt() > 0)
            return Problem{path, "this is a database of another program", "name another file"};
        db.exec("PRAGMA journal_mode = WAL");
        db.exec("PRAGMA synchronous = FULL");
        db.exec("PRAGMA foreign_keys = ON");
        bringUp(db, path);
        // Damage that opening alone does not meet.
        const std::string sound = db.execAndGet("PRAGMA quick_check(1)").getString();
        if (sound != "ok")
            return said(path, SQLite::Exception("", SQLITE_CORRUPT));
        return j;
    });
}

Result<long> Journal::add(Build b) {
    auto ids = addAll({std::move(b)});
    if (!ids)
        return ids.problem();
    return ids->front();
}

Result<std::vector<long>> Journal::addAll(std::vector<Build> builds) {
    return guarded<std::vector<long>>(path_, [&]() -> Result<std::vector<long>> {
        SQLite::Transaction whole(*db_, SQLite::TransactionBehavior::IMMEDIATE);
        std::vector<long> ids;
        for (Build& b : builds)
            ids.push_back(insertBuild(*db_, b));
        whole.commit();
        return ids;
    });
}

Result<long> Journal::addNote(const NextTime& note) {
    return guarded<long>(path_, [&]() -> Result<long> {
        SQLite::Transaction whole(*db_, SQLite::TransactionBehavior::IMMEDIATE);
        insertNote(*db_, note, note.build);
        const long id = long(db_->getLastInsertRowid());
        whole.commit();
        return id;
    });
}

Trouble Journal::tick(long note, bool done) {
    int changed = 0;
    if (Trouble t = guardedDoing(path_, [&] {
            SQLite::Statement s(*db_, "UPDATE note SET done = ? WHERE id = ?");
            SQLite::bind(s, done ? 1 : 0, std::int64_t(note));
            changed = s.exec();
        }))
        return t;
    if (changed == 0)
        return Problem{"note " + numberText(note), "there is no such note",
                       "use an id that log next prints"};
    return {};
}

Trouble Journal::use(const std::string& quantity, const std::string& of, bool yes) {
    return guardedDoing(path_, [&] {
        SQLite::Statement s(*db_, yes ? "INSERT OR IGNORE INTO used VALUES (?,?)"
                                      : "DELETE FROM used WHERE quantity = ? AND thing = ?");
        SQLite::bind(s, quantity, of);
        s.exec();
    });
}

} // namespace hl::journal
