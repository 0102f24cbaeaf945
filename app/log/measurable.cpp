#include "app/log/measurable.h"
#include "app/session/session.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <QObject>

namespace hl::app {

std::vector<Measurable> measurables(Session& session) {
    std::vector<Measurable> out;
    const auto add = [&](const QString& name, const std::string& of, double planned,
                         const char* unit) {
        journal::MeasuredThing m;
        m.of = of;
        m.unit = unit;
        m.planned = planned;
        out.push_back({name, m});
    };
    const std::pair<const char*, QString> asked[] = {
        {"thickness", QObject::tr("Closed it is thick")},
        {"closed-width", QObject::tr("Closed it is wide")},
        {"closed-height", QObject::tr("Closed it is high")},
        {"height", QObject::tr("It reaches above the ground")},
        {"rests", QObject::tr("It rests at an angle of")}};
    if (const SnapshotPtr now = session.snapshot())
        for (const auto& [id, name] : asked)
            for (const Fact& f : now->facts)
                if (f.id == id) {
                    add(name, id, f.amount, f.in == In::Degrees ? "deg" : "mm");
                    break; // the first of its kind
                }
    const Design& d = session.design();
    for (const StructureSpec& s : d.structures)
        for (const Parameter& p : familyOf(s).parameters) {
            const auto all = session.measures().find(s.id);
            const bool angle = p.least.quantity == Quantity::Angle;
            if (all == session.measures().end() || p.least.quantity == Quantity::Count ||
                all->second.count(p.name) == 0)
                continue;
            const double value = all->second.at(p.name);
            QString name = QString::fromStdString(p.name);
            add(QObject::tr("%1 of %2")
                    .arg(name.replace('_', ' '), QString::fromStdString(callName(d, s))),
                s.id + "." + p.name, angle ? value * 180 / pi : value, angle ? "deg" : "mm");
        }
    return out;
}

} // namespace hl::app
