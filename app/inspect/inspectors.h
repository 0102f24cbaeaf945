// What the table of inspectors refers to, one file each.
#pragma once
#include "app/inspect/rows.h"

namespace hl {

struct Family;

void inspectCard(Rows& rows, const std::string& owner);
void inspectPost(Rows& rows, const std::string& owner);
void inspectPapers(Rows& rows, const std::string& owner);
void inspectStructure(Rows& rows, const std::string& owner);
void inspectBlank(Rows& rows, const std::string& owner);
void inspectLines(Rows& rows, const std::string& owner);
void inspectTabs(Rows& rows, const std::string& owner);

QString blankShape(const Design& design, const std::string& owner);
QString linesShape(const Design& design, const std::string& owner);
QString tabsShape(const Design& design, const std::string& owner);

// The rows for the measures of a structure, or of the card's form.
void addMeasures(Rows& rows, const Family& family, const std::string& owner);
// The row for what holds a panel of a blank.
void addJoin(Rows& rows, const std::string& panel);
// A button that removes something.
QWidget* removeButton(const QString& id);

} // namespace hl
