// What the table of inspectors refers to, one file each.
#pragma once
#include "app/inspect/rows.h"

namespace hl::structures {
struct Family;
} // namespace hl::structures

namespace hl::app {

void inspectCard(Rows& rows, const std::string& owner);
void inspectCardLine(Rows& rows, const std::string& owner);
void inspectPost(Rows& rows, const std::string& owner);
void inspectPapers(Rows& rows, const std::string& owner);
void inspectStructure(Rows& rows, const std::string& owner);
void inspectGroup(Rows& rows, const std::string& owner);
void inspectBlank(Rows& rows, const std::string& owner);
void inspectLines(Rows& rows, const std::string& owner);
void inspectTabs(Rows& rows, const std::string& owner);
void inspectEdges(Rows& rows, const std::string& owner);

QString groupShape(const Design& design, const std::string& owner);
QString structureShape(const Design& design, const std::string& owner);
QString blankShape(const Design& design, const std::string& owner);
QString linesShape(const Design& design, const std::string& owner);
// Whether an owner has more lines than there are rows for: then only some of them have rows, and of
// the others the one that is selected.
bool manyLines(const Design& design, const std::string& owner);
QString tabsShape(const Design& design, const std::string& owner);
QString edgesShape(const Design& design, const std::string& owner);

// What an owner, a panel or a crease is called; its id never shows.
QString called(Session& session, const std::string& id);

// A row for one thing that is told in words (core/edit/tell.h).
struct TextRow {
    std::string key;
    QString object, label, tip;
    std::function<QString(const Design&)> read;
    QString step;
};
QLineEdit* addWords(Rows& rows, const std::string& owner, const TextRow& words);
// The score list of a strip, a sheet or the card's base; `find` looks it up in a design.
void addScoreList(Rows& rows, const std::string& owner, const QString& object,
                  const SayLine* (*find)(const Design&, const std::string&));
// How many of a structure there are, and what each next one stands on.
void addSeries(Rows& rows, const std::string& owner);

// The rows for the measures of a structure, or of the card's form.
void addMeasures(Rows& rows, const Family& family, const std::string& owner);
// The row for what holds a panel of a blank.
void addJoin(Rows& rows, const std::string& panel);
// The rows for a join by lines of its two panels.
void addPlainJoin(Rows& rows, const std::string& id);
// A button that removes something.
QWidget* removeButton(const QString& id);

} // namespace hl::app
