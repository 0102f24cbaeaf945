// Tips of what a maker has named: plain, whatever the name looks like.
#pragma once
#include <QString>
#include <QTextDocument>

namespace hl {

inline QString plainTip(const QString& text) {
    return Qt::mightBeRichText(text) ? "<span>" + text.toHtmlEscaped() + "</span>" : text;
}

} // namespace hl
