// The tabs of a blank, and what holds each of them.
#include "app/inspect/inspectors.h"
#include "app/inspect/measure_field.h"
#include "app/session/aside.h"
#include "core/edit/draw.h"
#include "core/edit/tell.h"
#include "core/measure/place.h"
#include "core/structures/naming.h"
#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QSignalBlocker>
#include <QToolButton>

namespace hl::app {
namespace {

TabSpec* tabIn(Design& d, const std::string& part, const std::string& tab) {
    if (FreePart* p = d.part(part))
        for (TabSpec& t : p->tabs)
            if (t.id == tab)
                return &t;
    return nullptr;
}

JoinSpec* joinOf(Design& d, const std::string& panel) {
    for (JoinSpec& j : d.joins)
        if (j.panel == panel)
            return &j;
    return nullptr;
}

// Which edge it is on, which way it folds, and a button that removes it.
void addHead(Rows& rows, const std::string& part, const TabSpec& t) {
    Session& session = rows.session();
    const std::string id = t.id, panel = part + "." + id;
    auto* head = new QWidget;
    auto* across = new QHBoxLayout(head);
    across->setContentsMargins(0, 4, 0, 0);
    auto* fold = new QComboBox;
    fold->setObjectName("fold-" + q(id));
    fold->addItems({QObject::tr("valley"), QObject::tr("mountain")});
    fold->setAccessibleName(QObject::tr("Fold of %1").arg(q(spokenName(id))));
    auto* remove = static_cast<QToolButton*>(removeButton(q(id)));
    across->addWidget(new QLabel(QObject::tr("%1 on edge %2").arg(q(spokenName(id))).arg(t.edge)),
                      1);
    across->addWidget(fold);
    across->addWidget(remove);
    rows.whole(head);
    rows.add(fold);
    rows.add(remove);
    QObject::connect(fold, &QComboBox::activated, &rows, [&rows, &session, part, id](int i) {
        session.change(
            [&](Design& d) {
                if (TabSpec* tab = tabIn(d, part, id))
                    tab->fold = Fold(i);
            },
            QObject::tr("Fold %1 the other way").arg(q(spokenName(id))));
        rows.refresh();
    });
    QObject::connect(remove, &QToolButton::clicked, &rows, [&session, panel] {
        session.edit(aside([&] { return removeDrawn(session.design(), panel); }),
                     QObject::tr("Remove %1").arg(called(session, panel)));
    });
    rows.refreshing([&session, fold, part, id] {
        Design d = session.design();
        const QSignalBlocker quiet(fold);
        if (const TabSpec* tab = tabIn(d, part, id))
            fold->setCurrentIndex(int(tab->fold));
    });
}

// A tab on the first edge that has none.
void addAnyTab(Rows& rows, const std::string& part) {
    Session& session = rows.session();
    const FreePart* p = session.design().part(part);
    const double w = p->width.mm(), h = p->height.mm();
    for (const Vec2& at : {Vec2(w / 2, 0), Vec2(w, h / 2), Vec2(w / 2, h), Vec2(0, h / 2)})
        if (auto added = aside([&] { return addTab(session.design(), part, at); })) {
            session.edit(added->first, QObject::tr("Add a tab"));
            session.selection().choose(q(added->second));
            return;
        }
    session.refuse(QObject::tr("Every edge of %1 has a tab or a crease in the way; press on "
                               "the stretch of an edge with the tab tool.")
                       .arg(q(part)));
}

void glueOn(Rows& rows, const std::string& panel, const std::string& landing) {
    Session& session = rows.session();
    Design d = session.design();
    if (landing.empty()) {
        if (const JoinSpec* join = joinOf(d, panel))
            session.edit(aside([&] { return removeDrawn(d, join->id); }),
                         QObject::tr("Take %1 off").arg(called(session, panel)));
        return;
    }
    if (!session.snapshot())
        return;
    const Assembly& a = session.snapshot()->folded->assembly;
    const int index = a.panel(landing);
    if (index < 0)
        return;
    const Ring& ring = a.panels[size_t(index)].outline;
    Vec2 middle(0, 0);
    for (const Vec2& p : ring)
        middle += p / double(ring.size());
    auto glued = aside([&] { return glueOnto(d, panel, landing, middle); });
    if (!glued)
        return rows.refuse(glued.problem());
    session.edit(
        glued->first,
        QObject::tr("Glue %1 on %2").arg(called(session, panel), called(session, landing)));
}

} // namespace

void addJoin(Rows& rows, const std::string& panel) {
    Session& session = rows.session();
    rows.choice(
        "onto-" + q(panel), QObject::tr("Glued on"),
        QObject::tr("The panel it is glued on; point at it with the gluing tool"),
        [&session, panel](QComboBox& box) {
            Design d = session.design();
            const JoinSpec* join = joinOf(d, panel);
            box.addItem(QObject::tr("nothing"), "");
            if (session.snapshot())
                for (const Panel& p : session.snapshot()->folded->assembly.panels)
                    if (ownerOf(p.id) != ownerOf(panel) && p.role != Role::Tab)
                        box.addItem(called(session, p.id), q(p.id));
            box.setCurrentIndex(join ? std::max(0, box.findData(q(join->onto))) : 0);
        },
        [&rows, panel](const QVariant& landing) {
            glueOn(rows, panel, landing.toString().toStdString());
        });
    Design now = session.design();
    if (!joinOf(now, panel))
        return;
    const QString where = QObject::tr("Where the tab's crease starts there");
    const struct {
        const char* id;
        QString label, tip;
    } fields[] = {{"x", QObject::tr("at, across"), where},
                  {"y", QObject::tr("at, up"), where},
                  {"turn", QObject::tr("at an angle"), QObject::tr("How its crease runs there")}};
    for (int i = 0; i < 3; ++i)
        rows.drawn(
            QString("%1-%2").arg(q(panel).section('.', 1), fields[i].id), fields[i].label,
            fields[i].tip,
            [panel, i](Design& d) -> Measure* {
                JoinSpec* j = joinOf(d, panel);
                return !j ? nullptr : i == 0 ? &j->at.x : i == 1 ? &j->at.y : &j->turn;
            },
            true);
}

namespace {

// Glues the first panel of a part that nothing holds, in the middle of a page.
void gluePlainly(Rows& rows, const std::string& part) {
    Session& session = rows.session();
    if (!session.snapshot())
        return;
    const Assembly& a = session.snapshot()->folded->assembly;
    for (size_t i = 0; i < a.panels.size(); ++i)
        if (ownerOf(a.panels[i].id) == part && a.panels[i].role == Role::Wall &&
            a.joinsOf(int(i)).empty()) {
            auto made = aside([&] {
                return edit::addJoin(session.design(), a.panels[i].id, "card.page-right",
                                     Told{{"side", "back"}});
            });
            if (!made)
                return rows.refuse(made.problem());
            session.edit(made->first, QObject::tr("Glue %1").arg(called(session, a.panels[i].id)));
            return;
        }
    session.refuse(QObject::tr("Every panel of %1 is glued already.").arg(called(session, part)));
}

} // namespace

QString tabsShape(const Design& d, const std::string& id) {
    QString shape;
    for (auto& t : d.part(id)->tabs)
        shape += q(t.id) + ' ';
    for (auto& j : d.joins)
        if (ownerOf(j.panel) == id)
            shape += q(j.panel) + '>' + q(j.onto) + QString::number(int(j.kind)) + ' ';
    return shape;
}

void inspectTabs(Rows& rows, const std::string& id) {
    rows.gap();
    rows.heading(QObject::tr("Tabs"));
    for (const TabSpec& t : rows.session().design().part(id)->tabs) {
        addHead(rows, id, t);
        rows.drawn(
            q(t.id) + "-depth", QObject::tr("Depth"), QObject::tr("Of the tab, from its crease"),
            [id, tab = t.id](Design& d) -> Measure* {
                TabSpec* t = tabIn(d, id, tab);
                return t ? &t->depth : nullptr;
            },
            false);
        addJoin(rows, id + "." + t.id);
    }
    rows.buttons({{QObject::tr("Tab"), [&rows, id] { addAnyTab(rows, id); }},
                  {QObject::tr("Glue"), [&rows, id] { gluePlainly(rows, id); }}});
    for (const JoinSpec& j : rows.session().design().joins)
        if (ownerOf(j.panel) == id && !j.line.empty())
            addPlainJoin(rows, j.id);
}

} // namespace hl::app
