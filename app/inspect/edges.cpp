// The edges of a structure or a blank that stand free, and where its tabs stick.
#include "app/inspect/inspectors.h"
#include "app/session/aside.h"
#include "core/edit/profile.h"
#include "core/edit/tell.h"
#include "core/exports/exports.h"
#include <QFileDialog>
#include <QLineEdit>
#include <QPushButton>
#include <algorithm>

namespace hl::app {
namespace {

constexpr size_t mostTabs = 8; // that are worth a row each

const QStringList& edgeNames() {
    static const QStringList names{QObject::tr("Left edge"), QObject::tr("Right edge"),
                                   QObject::tr("Top edge"), QObject::tr("Bottom edge")};
    return names;
}

const EdgeSpec* edgeOf(const Design& d, const std::string& of, Zone::Edge edge) {
    for (const EdgeSpec& e : d.edges)
        if (e.of == of && e.edge == edge)
            return &e;
    return nullptr;
}

void addEdge(Rows& rows, const std::string& of, Zone::Edge edge, const QString& label) {
    const std::string key = "edge." + wordsOf<Zone::Edge>()[size_t(edge)];
    QLineEdit* field = addWords(
        rows, of,
        {key, "edge-" + q(of) + "-" + q(wordsOf<Zone::Edge>()[size_t(edge)]), label,
         QObject::tr("hills 20 mm, waves 6 mm x 5, scallops 4 mm x 8, points, battlements, arch, "
                     "round 8 mm, snip 5 mm, or drawn 0,12 20,0 45,8: how far along, how far in"),
         [of, edge](const Design& d) {
             const EdgeSpec* e = edgeOf(d, of, edge);
             return e ? q(edgeText(*e, d.units)) : QString();
         },
         QObject::tr("Change the silhouette of %1").arg(called(rows.session(), of))});
    field->setPlaceholderText(QObject::tr("straight"));
}

void edgeFrom(Rows& rows, const std::string& of) {
    QStringList filters;
    for (const Importer& i : importers())
        filters << QString("%1 (*.%2)").arg(QObject::tr(i.name), i.id);
    const QString path = QFileDialog::getOpenFileName(
        &rows, QObject::tr("Silhouette from a drawing"), {}, filters.join(";;"));
    if (path.isEmpty())
        return;
    auto outline = importOutline(path.toStdString());
    if (!outline)
        return rows.refuse(outline.problem());
    auto next =
        aside([&] { return edgeFromDrawing(rows.session().design(), of, Zone::Top, *outline); });
    if (!next)
        return rows.refuse(next.problem());
    rows.session().edit(*next, QObject::tr("Silhouette from a drawing"));
}

// The parts that an owner is made of, as far as they can be told apart.
std::vector<std::string> partsOf(Session& session, const std::string& owner) {
    std::vector<std::string> out;
    if (session.snapshot())
        for (const Part& p : session.snapshot()->folded->assembly.parts)
            if (ownerOf(p.id) == owner)
                out.push_back(p.id);
    return out;
}

std::vector<std::string> tabsOf(Session& session, const std::string& owner) {
    std::vector<std::string> out;
    if (session.snapshot())
        for (const Join& j : session.snapshot()->folded->assembly.joins)
            if (ownerOf(j.id) == owner && traitsOf(j.kind).sticks)
                out.push_back(j.id);
    return out;
}

} // namespace

QString edgesShape(const Design& d, const std::string& owner) {
    QString shape;
    for (const EdgeSpec& e : d.edges)
        if (ownerOf(e.of) == owner)
            shape += q(e.of) + QString::number(int(e.edge)) + ' ';
    return shape;
}

void inspectEdges(Rows& rows, const std::string& owner) {
    Session& session = rows.session();
    const std::vector<std::string> parts = partsOf(session, owner);
    rows.gap();
    rows.heading(QObject::tr("Edges"));
    for (const std::string& part : parts)
        addEdge(rows, part, Zone::Top,
                parts.size() == 1 ? edgeNames()[Zone::Top]
                                  : QObject::tr("Top of the %1").arg(called(session, part)));
    for (const EdgeSpec& e : session.design().edges)
        if (ownerOf(e.of) == owner &&
            (e.edge != Zone::Top || std::find(parts.begin(), parts.end(), e.of) == parts.end()))
            addEdge(rows, e.of, e.edge,
                    edgeNames()[e.edge] +
                        (e.of == owner ? QString() : ", " + called(session, e.of)));
    if (!parts.empty()) {
        auto* drawing = new QPushButton(QObject::tr("Top edge from a drawing…"));
        drawing->setObjectName("edge-drawing");
        rows.whole(drawing);
        rows.add(drawing);
        QObject::connect(drawing, &QPushButton::clicked, &rows,
                         [&rows, of = parts.front()] { edgeFrom(rows, of); });
    }
    const std::vector<std::string> tabs = tabsOf(session, owner);
    if (session.design().part(owner) || tabs.empty() || tabs.size() > mostTabs)
        return; // a blank's joins have rows of their own
    rows.gap();
    rows.heading(QObject::tr("Adhesive"));
    for (const std::string& tab : tabs)
        addWords(rows, tab,
                 {"zone", "zone-" + q(tab), called(session, tab),
                  QObject::tr("whole, band left 10 mm, third right, half top, margin 8 mm, spots "
                              "6 mm, clear top 12 mm"),
                  [tab](const Design& d) {
                      for (const ZoneSpec& z : d.zones)
                          if (z.tab == tab)
                              return q(zoneText(z.zone, d.units));
                      return QString("whole");
                  },
                  QObject::tr("Change where the %1 sticks").arg(called(session, tab))});
}

} // namespace hl::app
