#include "app/log/build_words.h"
#include "core/measure/number.h"
#include <QObject>
#include <QStringList>

namespace hl::app {

QString starsOf(int n) { return QString(n, QChar(0x2605)); }

QString sentencesOf(const journal::Build& b) {
    QStringList out;
    out << QObject::tr("%1, built on %2")
               .arg(QString::fromStdString(b.title), QString::fromStdString(b.when));
    QStringList how;
    how << (b.number > 1 ? QObject::tr("%1 cards").arg(b.number) : QObject::tr("one card"));
    if (b.prototype)
        how << QObject::tr("a prototype");
    if (b.stars > 0)
        how << starsOf(b.stars);
    if (!b.occasion.empty())
        how << QString::fromStdString(b.occasion);
    if (!b.forWhom.empty())
        how << QObject::tr("for %1").arg(QString::fromStdString(b.forWhom));
    out << how.join(", ");
    if (!b.failed.empty())
        out << QObject::tr("It failed: %1").arg(QString::fromStdString(b.failed));
    if (!b.words.empty())
        out << QString::fromStdString(b.words);
    QStringList papers;
    for (const journal::PaperUsed& p : b.papers)
        papers << (p.sheets > 0 ? QObject::tr("%1 of %2")
                                      .arg(QString::fromStdString(numberText(p.sheets, 1)),
                                           QString::fromStdString(p.paper))
                                : QString::fromStdString(p.paper));
    if (!papers.isEmpty())
        out << QObject::tr("Papers: %1").arg(papers.join(", "));
    double planned = 0;
    for (const journal::Took& t : b.times)
        planned += t.planned;
    if (b.minutes() > 0)
        out << (planned > 0 ? QObject::tr("It took %1 minutes; %2 were planned.")
                                  .arg(qRound(b.minutes()))
                                  .arg(qRound(planned))
                            : QObject::tr("It took %1 minutes.").arg(qRound(b.minutes())));
    for (const journal::MeasuredThing& m : b.measured)
        out << (m.planned ? QObject::tr("%1: %2 %3, planned %4 %3")
                                .arg(QString::fromStdString(m.of),
                                     QString::fromStdString(numberText(m.is, 2)),
                                     QString::fromStdString(m.unit),
                                     QString::fromStdString(numberText(*m.planned, 2)))
                          : QObject::tr("%1: %2 %3")
                                .arg(QString::fromStdString(m.of),
                                     QString::fromStdString(numberText(m.is, 2)),
                                     QString::fromStdString(m.unit)));
    for (const journal::Photo& p : b.photos)
        out << QObject::tr("Photograph: %1").arg(QString::fromStdString(p.name));
    return out.join("\n");
}

} // namespace hl::app
