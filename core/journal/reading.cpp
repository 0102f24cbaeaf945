// What is asked of a journal.
#include "core/journal/guarded.h"
#include "core/journal/journal.h"
#include "core/measure/number.h"

namespace hl::journal {
namespace {

// The conditions of a query, to follow WHERE; binds them from 1 on.
struct Asked {
    std::string sql = "1";
    std::vector<std::string> texts;

    void also(const std::string& condition, const std::string& text, int times = 1) {
        sql += " AND " + condition;
        texts.insert(texts.end(), size_t(times), text);
    }
    explicit Asked(const Query& q) {
        if (!q.text.empty()) {
            std::string like = "%";
            for (const char c : q.text) {
                if (c == '%' || c == '_' || c == '\\')
                    like += '\\';
                like += c;
            }
            also("(b.title LIKE ? ESCAPE '\\' OR b.occasion LIKE ? ESCAPE '\\' OR b.for_whom LIKE "
                 "? ESCAPE '\\' OR b.words LIKE ? ESCAPE '\\' OR b.failed LIKE ? ESCAPE '\\')",
                 like + "%", 5);
        }
        if (!q.from.empty())
            also("b.day >= ?", q.from);
        if (!q.to.empty())
            also("b.day <= ?", q.to);
        if (!q.paper.empty())
            also("b.id IN (SELECT build FROM paper WHERE paper = ?)", q.paper);
        if (!q.family.empty())
            also("b.id IN (SELECT build FROM family WHERE family = ?)", q.family);
        if (!q.occasion.empty())
            also("b.occasion = ?", q.occasion);
        if (q.prototype)
            sql += *q.prototype ? " AND b.prototype" : " AND NOT b.prototype";
    }
    void bind(SQLite::Statement& s) const {
        for (size_t i = 0; i < texts.size(); ++i)
            s.bind(int(i) + 1, texts[i]);
    }
};

Build rowOf(SQLite::Statement& s) {
    Build b;
    b.id = long(s.getColumn(0).getInt64());
    b.uid = s.getColumn(1).getString();
    b.when = s.getColumn(2).getString();
    b.title = s.getColumn(3).getString();
    b.number = s.getColumn(4).getInt();
    b.prototype = s.getColumn(5).getInt() != 0;
    b.stars = s.getColumn(6).getInt();
    b.occasion = s.getColumn(7).getString();
    b.forWhom = s.getColumn(8).getString();
    b.failed = s.getColumn(9).getString();
    b.words = s.getColumn(10).getString();
    b.print = s.getColumn(11).getString();
    b.parent = s.getColumn(12).getString();
    return b;
}
constexpr const char* buildColumns =
    "b.id, b.uid, b.day, b.title, b.number, b.prototype, b.stars, b.occasion, b.for_whom, "
    "b.failed, b.words, d.print, d.parent";

NextTime noteOf(SQLite::Statement& s) {
    NextTime n;
    n.id = long(s.getColumn(0).getInt64());
    n.build = long(s.getColumn(1).getInt64());
    n.title = s.getColumn(2).getString();
    n.about = static_cast<About>(s.getColumn(3).getInt());
    n.subject = s.getColumn(4).getString();
    n.text = s.getColumn(5).getString();
    if (!s.getColumn(6).isNull())
        n.wish = Wish{s.getColumn(6).getString(), s.getColumn(7).getString(),
                      s.getColumn(8).getString()};
    n.done = s.getColumn(9).getInt() != 0;
    n.when = s.getColumn(10).getString();
    return n;
}
constexpr const char* noteColumns =
    "id, build, title, about, subject, words, wish_of, wish_key, wish_to, done, day";

// Families and papers of builds that are listed.
void addLists(SQLite::Database& db, std::vector<Build>& all) {
    SQLite::Statement family(db, "SELECT family FROM family WHERE build = ? ORDER BY family");
    SQLite::Statement paper(
        db, "SELECT paper, width, height, sheets FROM paper WHERE build = ? ORDER BY n");
    SQLite::Statement took(db, "SELECT doing, step, minutes, planned, times FROM took WHERE build "
                               "= ? ORDER BY n");
    for (Build& b : all) {
        family.bind(1, std::int64_t(b.id));
        while (family.executeStep())
            b.families.push_back(family.getColumn(0).getString());
        family.reset();
        paper.bind(1, std::int64_t(b.id));
        while (paper.executeStep())
            b.papers.push_back({paper.getColumn(0).getString(), paper.getColumn(1).getDouble(),
                                paper.getColumn(2).getDouble(), paper.getColumn(3).getDouble()});
        paper.reset();
        took.bind(1, std::int64_t(b.id));
        while (took.executeStep())
            b.times.push_back({took.getColumn(0).getString(), took.getColumn(1).getString(),
                               took.getColumn(2).getDouble(), took.getColumn(3).getDouble(),
                               took.getColumn(4).getInt()});
        took.reset();
    }
}

} // namespace

Result<std::vector<Build>> Journal::list(const Query& query) const {
    return guarded<std::vector<Build>>(path_, [&]() -> Result<std::vector<Build>> {
        const Asked asked(query);
        SQLite::Statement s(*db_, std::string("SELECT ") + buildColumns +
                                      " FROM build b JOIN design d ON d.id = b.design WHERE " +
                                      asked.sql + " ORDER BY b.day DESC, b.id DESC LIMIT " +
                                      numberText(query.most));
        asked.bind(s);
        std::vector<Build> out;
        while (s.executeStep())
            out.push_back(rowOf(s));
        addLists(*db_, out);
        return out;
    });
}

Result<Build> Journal::build(long id) const {
    return guarded<Build>(path_, [&]() -> Result<Build> {
        SQLite::Statement s(*db_, std::string("SELECT ") + buildColumns +
                                      ", d.text FROM build b JOIN design d ON d.id = b.design "
                                      "WHERE b.id = ?");
        s.bind(1, std::int64_t(id));
        if (!s.executeStep())
            return Problem{"build " + numberText(id), "there is no such build",
                           "use an id that log list prints"};
        std::vector<Build> one{rowOf(s)};
        one[0].design = s.getColumn(13).getString();
        addLists(*db_, one);
        Build& b = one[0];
        SQLite::Statement measured(*db_, "SELECT thing, value, planned, unit, remark FROM measured "
                                         "WHERE build = ? ORDER BY n");
        measured.bind(1, std::int64_t(id));
        while (measured.executeStep()) {
            MeasuredThing m;
            m.of = measured.getColumn(0).getString();
            m.is = measured.getColumn(1).getDouble();
            if (!measured.getColumn(2).isNull())
                m.planned = measured.getColumn(2).getDouble();
            m.unit = measured.getColumn(3).getString();
            m.remark = measured.getColumn(4).getString();
            b.measured.push_back(m);
        }
        SQLite::Statement observed(
            *db_, "SELECT quantity, thing, value, count FROM observed WHERE build = ? ORDER BY n");
        observed.bind(1, std::int64_t(id));
        while (observed.executeStep())
            b.observed.push_back(
                {observed.getColumn(0).getString(), observed.getColumn(1).getString(),
                 observed.getColumn(2).getDouble(), observed.getColumn(3).getInt()});
        SQLite::Statement photo(*db_, "SELECT name, bytes FROM photo WHERE build = ? ORDER BY n");
        photo.bind(1, std::int64_t(id));
        while (photo.executeStep())
            b.photos.push_back({photo.getColumn(0).getString(), photo.getColumn(1).getString()});
        SQLite::Statement note(*db_, std::string("SELECT ") + noteColumns +
                                         " FROM note WHERE build = ? ORDER BY id");
        note.bind(1, std::int64_t(id));
        while (note.executeStep())
            b.notes.push_back(noteOf(note));
        return b;
    });
}

Result<std::vector<Tally>> Journal::tally(Count by, const Query& query) const {
    return guarded<std::vector<Tally>>(path_, [&]() -> Result<std::vector<Tally>> {
        const Asked asked(query);
        const char* of = by == Count::Months     ? "substr(b.day, 1, 7)"
                         : by == Count::Papers   ? "p.paper"
                         : by == Count::Families ? "f.family"
                                                 : "b.occasion";
        const char* with = by == Count::Papers     ? " JOIN paper p ON p.build = b.id"
                           : by == Count::Families ? " JOIN family f ON f.build = b.id"
                                                   : "";
        const char* sheets = by == Count::Papers
                                 ? "sum(p.sheets)"
                                 : "sum((SELECT sum(sheets) FROM paper WHERE build = b.id))";
        SQLite::Statement s(*db_, std::string("SELECT ") + of +
                                      ", count(*), sum(b.number), sum(b.failed <> ''), " + sheets +
                                      ", sum(b.minutes), sum(b.planned) FROM build b" + with +
                                      " WHERE " + asked.sql + " GROUP BY 1 ORDER BY 1");
        asked.bind(s);
        std::vector<Tally> out;
        while (s.executeStep())
            out.push_back({s.getColumn(0).getString(), s.getColumn(1).getInt(),
                           s.getColumn(2).getInt(), s.getColumn(3).getInt(),
                           s.getColumn(4).getDouble(), s.getColumn(5).getDouble(),
                           s.getColumn(6).getDouble()});
        return out;
    });
}

Result<std::vector<NextTime>> Journal::notes(bool done) const {
    return guarded<std::vector<NextTime>>(path_, [&]() -> Result<std::vector<NextTime>> {
        SQLite::Statement s(*db_, std::string("SELECT ") + noteColumns + " FROM note" +
                                      (done ? "" : " WHERE NOT done") +
                                      " ORDER BY day DESC, id DESC");
        std::vector<NextTime> out;
        while (s.executeStep())
            out.push_back(noteOf(s));
        return out;
    });
}

Result<std::vector<Journal::Reading>> Journal::readings() const {
    return guarded<std::vector<Reading>>(path_, [&]() -> Result<std::vector<Reading>> {
        SQLite::Statement s(*db_, "SELECT o.quantity, o.thing, o.value, o.count, b.id, b.day FROM "
                                  "observed o JOIN build b ON b.id = o.build ORDER BY b.day, b.id, "
                                  "o.n");
        std::vector<Reading> out;
        while (s.executeStep())
            out.push_back({{s.getColumn(0).getString(), s.getColumn(1).getString(),
                            s.getColumn(2).getDouble(), s.getColumn(3).getInt()},
                           long(s.getColumn(4).getInt64()),
                           s.getColumn(5).getString()});
        // How long things took, for each of them.
        SQLite::Statement t(*db_, "SELECT t.doing, t.minutes, t.planned, t.times, b.id, b.day FROM "
                                  "took t JOIN build b ON b.id = t.build WHERE t.minutes > 0 AND "
                                  "(t.planned > 0 OR t.times > 0) ORDER BY b.day, b.id, t.n");
        while (t.executeStep()) {
            const bool counted = t.getColumn(3).getInt() > 0;
            out.push_back({{counted ? "minutes" : "pace", t.getColumn(0).getString(),
                            counted ? t.getColumn(1).getDouble()
                                    : t.getColumn(1).getDouble() / t.getColumn(2).getDouble(),
                            counted ? t.getColumn(3).getInt() : 1},
                           long(t.getColumn(4).getInt64()),
                           t.getColumn(5).getString()});
        }
        return out;
    });
}

Result<std::vector<std::pair<std::string, std::string>>> Journal::used() const {
    using Pairs = std::vector<std::pair<std::string, std::string>>;
    return guarded<Pairs>(path_, [&]() -> Result<Pairs> {
        SQLite::Statement s(*db_, "SELECT quantity, thing FROM used ORDER BY 1, 2");
        Pairs out;
        while (s.executeStep())
            out.emplace_back(s.getColumn(0).getString(), s.getColumn(1).getString());
        return out;
    });
}

Result<std::vector<Journal::Version>> Journal::versions(const std::string& title) const {
    return guarded<std::vector<Version>>(path_, [&]() -> Result<std::vector<Version>> {
        SQLite::Statement s(*db_, "SELECT print, title, parent, text, first FROM design WHERE "
                                  "title = ? ORDER BY first, id");
        s.bind(1, title);
        std::vector<Version> out;
        while (s.executeStep())
            out.push_back({s.getColumn(0).getString(), s.getColumn(1).getString(),
                           s.getColumn(2).getString(), s.getColumn(3).getString(),
                           s.getColumn(4).getString()});
        return out;
    });
}

} // namespace hl::journal
