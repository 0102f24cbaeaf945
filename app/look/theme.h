// The theme: colours, type and style of the workbench, light and dark.
#pragma once
#include "core/make/line_code.h"
#include "core/prove/finding.h"
#include <QColor>
#include <QFont>
#include <QIcon>
#include <QString>

class QApplication;

namespace hl {

struct Theme {
    bool dark = false;
    QColor ground;     // behind the paper
    QColor groundEdge; // the ground further away
    QColor panel;      // columns and bars
    QColor raised;     // fields, cards
    QColor rule;       // hairlines
    QColor ink, quiet; // text
    QColor accent, onAccent;
    QColor stop, caution, note, works;
};

const Theme& theme();

// Loads the shipped typefaces and puts the theme on the application.
void applyTheme(QApplication& app, bool dark);
// Whether the maker last chose the dark theme.
bool darkWanted();
void rememberDark(bool dark);

QColor lineColour(Line line); // on the present ground
QColor severityColour(Severity s);
QFont headingFont(double points);

// An icon from data/icons, drawn in the given colour (the ink by default).
QIcon icon(const QString& name, const QColor& colour = {});
QPixmap iconPixmap(const QString& name, int size, const QColor& colour, double ratio = 1);

} // namespace hl
