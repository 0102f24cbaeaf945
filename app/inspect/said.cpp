// Rows that take a thing's words as the command line does: score lists, series, what a card is for.
#include "app/inspect/inspectors.h"
#include "core/edit/tell.h"
#include "core/prove/saying.h"
#include "core/structures/naming.h"
#include <QComboBox>
#include <QLineEdit>

namespace hl::app {

QString called(Session& session, const std::string& id) {
    if (session.snapshot())
        return q(sayThing(*session.snapshot()->folded, id));
    return q(id.find('.') == std::string::npos ? sayOwner(session.design(), id)
                                               : spokenName(id.substr(id.find('.') + 1)));
}

namespace {

// What an emptied field says.
std::string emptied(const std::string& key) {
    return key == "occasion"            ? ""
           : key == "meant"             ? "none"
           : key == "zone"              ? "whole"
           : key.rfind("edge.", 0) == 0 ? "none"
                                        : "auto";
}

} // namespace

QLineEdit* addWords(Rows& rows, const std::string& owner, const TextRow& words) {
    return rows.text(
        words.object, words.label, words.tip, words.read,
        [owner, key = words.key](Design& d, const QString& text) -> Trouble {
            const std::string value = text.trimmed().toStdString();
            auto next = tell(d, owner, {{key, value.empty() ? emptied(key) : value}});
            if (!next)
                return next.problem();
            d = *next;
            return {};
        },
        words.step);
}

void addScoreList(Rows& rows, const std::string& owner, const QString& object,
                  const SayLine* (*find)(const Design&, const std::string&)) {
    rows.line(QObject::tr("Score list"));
    QLineEdit* field = addWords(
        rows, owner,
        {"say",
         object,
         {},
         QObject::tr(
             "Panels with | between them, then their folds: 12 | 30 | 30 | 12, V M V. Or the "
             "blank and where it is scored: 136 x 68, score 30 V, 60 M. V is a valley, M a "
             "mountain, E either."),
         [owner, find](const Design& d) {
             const SayLine* line = find(d, owner);
             return line ? q(sayLineText(*line, d.units)) : QString();
         },
         QObject::tr("Change the score list of %1").arg(called(rows.session(), owner))});
    field->setAccessibleName(QObject::tr("Score list"));
    field->setPlaceholderText("12 | 30 | 30 | 12, V M V");
}

void addSeries(Rows& rows, const std::string& owner) {
    auto of = [owner](const Design& d) { return d.structure(owner); };
    addWords(rows, owner,
             {"count", "series-count", QObject::tr("How many"),
              QObject::tr("More than one makes a series. 0: as many as fit with the gap."),
              [of](const Design& d) { return of(d) ? QString::number(of(d)->count) : QString(); },
              QObject::tr("Change the series %1").arg(called(rows.session(), owner))});
    Session& session = rows.session();
    rows.choice(
        "series-each", QObject::tr("Each stands"),
        QObject::tr("What the next one of a series stands on"),
        [&session, of](QComboBox& box) {
            box.addItem(QObject::tr("on the last one's foot"), int(Each::Foot));
            box.addItem(QObject::tr("on the last one's tip"), int(Each::Tip));
            box.addItem(QObject::tr("on the fold, at equal gaps"), int(Each::Gap));
            if (const StructureSpec* s = of(session.design()))
                box.setCurrentIndex(int(s->each));
        },
        [&session, owner](const QVariant& each) {
            session.change([&](Design& d) { d.structure(owner)->each = Each(each.toInt()); },
                           QObject::tr("Change the series %1").arg(called(session, owner)));
        });
    addWords(rows, owner,
             {"gap", "series-gap", QObject::tr("Gap"),
              QObject::tr("Between two of a series along the fold; equal gaps without"),
              [of](const Design& d) {
                  const StructureSpec* s = of(d);
                  return s && s->gap ? q(exactText(*s->gap, d.units)) : QString();
              },
              QObject::tr("Change the series %1").arg(called(rows.session(), owner))});
}

} // namespace hl::app
