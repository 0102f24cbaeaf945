// What the commands of the journal share.
#pragma once
#include "cli/common.h"
#include "core/journal/journal.h"

namespace hl::cli {

struct LogGiven {
    std::vector<std::string> files;
    std::string day;
    std::string path, file, other, entry, out, quantity, of, shop;
    long id = 0;
    journal::Query query;
    std::string prototypes;
    bool json = false, force = false, whole = false, no = false;
};

Result<std::unique_ptr<journal::Journal>> journalOf(const LogGiven& g);
// A file's text, standard input ("-"), or the text itself where it is one.
Result<std::string> textOf(const std::string& said);

int logLearned(const LogGiven& g);
int logUse(const LogGiven& g);
int logNext(const LogGiven& g);
int logDo(const LogGiven& g);
int logPage(const LogGiven& given);
int logNote(const LogGiven& g);

} // namespace hl::cli
