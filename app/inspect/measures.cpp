// One row for each measure of a family: a field, or a list of words. A measure that belongs to a
// relation can be made the one that follows from the others.
#include "app/inspect/inspectors.h"
#include "app/inspect/measure_field.h"
#include "app/look/theme.h"
#include "app/session/aside.h"
#include "core/edit/edit.h"
#include <QComboBox>
#include <algorithm>
#include <cmath>

namespace hl::app {
namespace {

// What is in force; nothing for a measure that is not known.
std::optional<double> inForce(Session& session, const std::string& owner, const std::string& name) {
    const AllValues& all = session.measures();
    const auto mine = all.find(owner);
    if (mine == all.end())
        return {};
    const auto at = mine->second.find(name);
    return at == mine->second.end() ? std::nullopt : std::optional(at->second);
}

std::optional<Rows::Shown> shownOf(Session& session, const std::string& owner, const Parameter& p) {
    const auto* set = session.design().setOf(owner);
    if (!set)
        return {};
    if (const auto at = set->find(p.name); at != set->end())
        return Rows::Shown{at->second, false};
    if (const auto value = inForce(session, owner, p.name))
        return Rows::Shown{Measure::of(p.least.quantity, *value), true};
    return {};
}

} // namespace

void addMeasures(Rows& rows, const Family& f, const std::string& owner) {
    Session& session = rows.session();
    for (const Parameter& p : f.parameters) {
        QString tip = q(p.meaning);
        if (!p.relation.empty())
            tip += QObject::tr("\nUnless set: %1. Clear the field to go back to that.")
                       .arg(q(p.relation));
        const QString object = "measure-" + q(p.name);
        auto set = [&session, owner, name = p.name](const QString& text) -> Trouble {
            auto next = aside(
                [&] { return setMeasure(session.design(), owner, name, text.toStdString()); });
            if (!next)
                return next.problem();
            session.edit(*next, QObject::tr("Change %1 of %2")
                                    .arg(readable(name).toLower(), called(session, owner)));
            return {};
        };
        if (!p.choices.empty()) {
            rows.choice(
                object, readable(p.name), tip,
                [&session, owner, p](QComboBox& box) {
                    for (const std::string& word : p.choices)
                        box.addItem(q(word), q(word));
                    if (const auto shown = shownOf(session, owner, p))
                        box.setCurrentIndex(int(shown->measure.count));
                },
                [&rows, set](const QVariant& word) { rows.refuse(set(word.toString())); });
            continue;
        }
        auto* field = rows.measure(
            object, readable(p.name), tip,
            [&session, owner, p] { return shownOf(session, owner, p); }, set);
        if (p.least.count < 0)
            field->allowNegative();
        for (auto& relation : f.relations)
            if (std::find(relation.begin(), relation.end(), p.name) != relation.end()) {
                QAction* follow = field->addAction(icon("chevron"), QLineEdit::TrailingPosition);
                follow->setObjectName("follow-" + q(p.name));
                follow->setToolTip(
                    QObject::tr("Let this one follow: the others keep what they are"));
                QObject::connect(
                    follow, &QAction::triggered, &rows, [&rows, &session, owner, name = p.name] {
                        session.edit(
                            aside([&] { return letFollow(session.design(), owner, name); }),
                            QObject::tr("Let %1 follow").arg(readable(name).toLower()));
                        rows.refresh();
                    });
            }
    }
    if (!f.parameters.empty())
        rows.line(QObject::tr("Dashed fields follow from the others until you set them; clear "
                              "a field to let it follow again."));
}

} // namespace hl::app
