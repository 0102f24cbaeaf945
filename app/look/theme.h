// The theme: colours, type and style of the workbench, light and dark.
#pragma once
#include "core/picture/line_code.h"
#include "core/prove/finding.h"
#include <QColor>
#include <QFont>
#include <QIcon>
#include <QString>

class QApplication;

namespace hl::app {

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

// Settles which theme holds and loads the shipped typefaces. Windows can be built after this.
void chooseTheme(bool dark);
// Puts the chosen theme on the application. At the start this comes after the windows are built:
// a style sheet on an application makes every change of a widget's parent expensive.
void applyTheme(QApplication& app);
// Whether the maker last chose the dark theme.
bool darkWanted();
void rememberDark(bool dark);

QColor lineColour(Line line); // on the present ground
QColor severityColour(Severity s);
// The mark of a severity: a square, a triangle or a circle in its colour.
QPixmap severityMark(Severity severity, int size, double ratio);
QFont headingFont(double points);

// An icon from data/icons, drawn in the given colour (the ink by default).
QIcon icon(const QString& name, const QColor& colour = {});
QPixmap iconPixmap(const QString& name, int size, const QColor& colour, double ratio = 1);

} // namespace hl::app
