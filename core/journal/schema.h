// The tables of the journal, by version.
#pragma once
#include "core/measure/rooms.h"
#include <vector>

namespace hl::journal {

// What brings a journal from version n (of PRAGMA user_version) to n + 1. Never changed once
// landed: a new version is a new entry.
inline const std::vector<const char*>& steps() {
    static const std::vector<const char*> all{R"sql(
CREATE TABLE design (
    id INTEGER PRIMARY KEY, print TEXT NOT NULL UNIQUE, title TEXT NOT NULL, parent TEXT NOT NULL,
    text TEXT NOT NULL, first TEXT NOT NULL);
CREATE INDEX design_title ON design(title);
CREATE TABLE build (
    id INTEGER PRIMARY KEY, uid TEXT NOT NULL UNIQUE, day TEXT NOT NULL, title TEXT NOT NULL,
    design INTEGER NOT NULL REFERENCES design(id), number INTEGER NOT NULL,
    prototype INTEGER NOT NULL, stars INTEGER NOT NULL, occasion TEXT NOT NULL,
    for_whom TEXT NOT NULL, failed TEXT NOT NULL, words TEXT NOT NULL,
    minutes REAL NOT NULL, planned REAL NOT NULL);
CREATE INDEX build_day ON build(day);
CREATE TABLE family (
    build INTEGER NOT NULL REFERENCES build(id) ON DELETE CASCADE, family TEXT NOT NULL,
    PRIMARY KEY (build, family)) WITHOUT ROWID;
CREATE INDEX family_name ON family(family);
CREATE TABLE paper (
    build INTEGER NOT NULL REFERENCES build(id) ON DELETE CASCADE, n INTEGER NOT NULL,
    paper TEXT NOT NULL, width REAL NOT NULL, height REAL NOT NULL, sheets REAL NOT NULL,
    PRIMARY KEY (build, n)) WITHOUT ROWID;
CREATE INDEX paper_name ON paper(paper);
CREATE TABLE took (
    build INTEGER NOT NULL REFERENCES build(id) ON DELETE CASCADE, n INTEGER NOT NULL,
    doing TEXT NOT NULL, step TEXT NOT NULL, minutes REAL NOT NULL, planned REAL NOT NULL,
    times INTEGER NOT NULL, PRIMARY KEY (build, n)) WITHOUT ROWID;
CREATE TABLE measured (
    build INTEGER NOT NULL REFERENCES build(id) ON DELETE CASCADE, n INTEGER NOT NULL,
    thing TEXT NOT NULL, value REAL NOT NULL, planned REAL, unit TEXT NOT NULL,
    remark TEXT NOT NULL, PRIMARY KEY (build, n)) WITHOUT ROWID;
CREATE TABLE observed (
    build INTEGER NOT NULL REFERENCES build(id) ON DELETE CASCADE, n INTEGER NOT NULL,
    quantity TEXT NOT NULL, thing TEXT NOT NULL, value REAL NOT NULL, count INTEGER NOT NULL,
    PRIMARY KEY (build, n)) WITHOUT ROWID;
CREATE TABLE note (
    id INTEGER PRIMARY KEY, build INTEGER REFERENCES build(id) ON DELETE CASCADE,
    title TEXT NOT NULL, about INTEGER NOT NULL, subject TEXT NOT NULL, words TEXT NOT NULL,
    wish_of TEXT, wish_key TEXT, wish_to TEXT, done INTEGER NOT NULL, day TEXT NOT NULL);
CREATE TABLE photo (
    build INTEGER NOT NULL REFERENCES build(id) ON DELETE CASCADE, n INTEGER NOT NULL,
    name TEXT NOT NULL, bytes BLOB NOT NULL, PRIMARY KEY (build, n));
CREATE TABLE used (
    quantity TEXT NOT NULL, thing TEXT NOT NULL, PRIMARY KEY (quantity, thing)) WITHOUT ROWID;
)sql"};
    return all;
}

} // namespace hl::journal
