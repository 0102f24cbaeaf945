// Tips of what a maker has named: plain, whatever the name looks like.
#pragma once
#include "core/measure/rooms.h"
#include <QString>
#include <QTextDocument>

namespace hl::app {

inline QString plainTip(const QString& text) {
    return Qt::mightBeRichText(text) ? "<span>" + text.toHtmlEscaped() + "</span>" : text;
}

} // namespace hl::app
