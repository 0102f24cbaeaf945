// A group: what it is called, what it holds, where it lies and how large it is.
#include "app/inspect/inspectors.h"
#include "core/edit/groups.h"
#include "core/measure/place.h"
#include "core/structures/naming.h"
#include <QLineEdit>
#include <cmath>

namespace hl::app {
namespace {

// What follows from where everything lies: to the hundredth of a millimetre.
Measure seen(double mm) { return Measure::fromMm(std::round(mm * 100) / 100); }

} // namespace

QString groupShape(const Design& d, const std::string& id) {
    QString out;
    for (const std::string& member : d.group(id)->members)
        out += q(member) + ' ';
    return out;
}

void inspectGroup(Rows& rows, const std::string& id) {
    Session& session = rows.session();
    rows.heading(QObject::tr("Figures held as one"));
    rows.line(QObject::tr("They are moved, turned and sized together; press one again to have it "
                          "by itself."));
    const QString step = QObject::tr("Change %1").arg(called(session, id));
    auto* name = addWords(rows, id,
                          {"name",
                           "structure-name",
                           QObject::tr("Name"),
                           {},
                           [id](const Design& d) {
                               const GroupSpec* g = d.group(id);
                               return g ? q(g->name) : QString();
                           },
                           step});
    name->setPlaceholderText(called(session, id));
    addWords(rows, id,
             {"members", "group-members", QObject::tr("Holds"),
              QObject::tr("The figures, with commas between"),
              [id](const Design& d) {
                  QStringList names;
                  if (const GroupSpec* g = d.group(id))
                      for (const std::string& member : g->members)
                          if (const StructureSpec* s = d.structure(member))
                              names << q(callName(d, *s));
                  return names.join(", ");
              },
              step});
    using Reader = Measure (*)(const Laid&);
    const struct {
        const char* key;
        QString label, tip;
        Reader read;
    } fields[] = {
        {"across", QObject::tr("Across"), QObject::tr("Of its middle, from the panel's left"),
         [](const Laid& l) { return seen(l.across); }},
        {"along", QObject::tr("Along"), QObject::tr("Of its middle, from the panel's lower edge"),
         [](const Laid& l) { return seen(l.along); }},
        {"turn", QObject::tr("Turn"), QObject::tr("Of all of it, to the left"),
         [](const Laid& l) { return Measure::of(Quantity::Angle, l.turn); }},
        {"height", QObject::tr("Height"), QObject::tr("Of all of it; the width goes along"),
         [](const Laid& l) { return seen(l.height); }}};
    for (auto& f : fields)
        addWords(rows, id,
                 {f.key, "group-" + QString(f.key), f.label, f.tip,
                  [id, read = f.read, &session](const Design& d) {
                      if (!session.snapshot())
                          return QString();
                      const auto laid = laidOf(*session.snapshot()->folded, id);
                      return laid ? q(placeText(read(*laid), d.units)) : QString();
                  },
                  step});
    rows.buttons({{QObject::tr("Let each go"), [&session, id] {
                       session.selection().choose({});
                       session.edit(letEachGo(session.design(), id),
                                    QObject::tr("Let each figure go"));
                   }}});
}

} // namespace hl::app
