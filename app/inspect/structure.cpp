// A structure: what it is called, where it stands, what it is made of, and its measures.
#include "app/inspect/inspectors.h"
#include "core/edit/edit.h"
#include "core/edit/tell.h"
#include "core/exports/exports.h"
#include "core/picture/letters.h"
#include <QComboBox>
#include <QFileDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <set>

namespace hl::app {
namespace {

// What a structure could stand on: all but its own and what stands on it.
std::vector<std::string> hosts(Session& session, const StructureSpec& s) {
    std::vector<std::string> out;
    if (!session.snapshot())
        return {s.on};
    std::vector<std::string> banned = standingOn(session.design(), s.id);
    banned.push_back(s.id);
    const std::set<std::string> no(banned.begin(), banned.end());
    const Assembly& a = session.snapshot()->folded->assembly;
    if (family(s.kind)->ground == Ground::Panel) {
        for (const Panel& p : a.panels)
            if (!no.count(ownerOf(p.id)) && p.role != Role::Tab)
                out.push_back(p.id);
        return out;
    }
    for (const Crease& c : a.creases)
        if (!no.count(ownerOf(c.id)))
            out.push_back(c.id);
    return out;
}

void importShape(Rows& rows, const std::string& id, const Family& f) {
    QStringList filters;
    for (const Importer& i : importers())
        filters << QString("%1 (*.%2)").arg(QObject::tr(i.name), i.id);
    const QString path = QFileDialog::getOpenFileName(&rows, QObject::tr("Import an outline"), {},
                                                      filters.join(";;"));
    if (path.isEmpty())
        return;
    auto outline = importOutline(path.toStdString());
    if (!outline)
        return rows.refuse(outline.problem());
    const char* shape = f.parameter("shape") ? "shape" : "aperture";
    rows.session().change(
        [&](Design& d) {
            StructureSpec& s = *d.structure(id);
            s.outline = *outline;
            s.set[shape] = *readMeasure(*f.parameter(shape), "drawn", d.units);
        },
        QObject::tr("Import an outline"));
    rows.refresh();
}

// What words say, and what they are set in.
void addWords(Rows& rows, const std::string& id) {
    Session& session = rows.session();
    rows.text(
        "structure-text", QObject::tr("Says"), {},
        [id](const Design& d) {
            const StructureSpec* s = d.structure(id);
            return s ? q(s->text) : QString();
        },
        [id](Design& d, const QString& text) -> Trouble {
            auto next = tell(d, id, {{"text", text.toStdString()}});
            if (!next)
                return next.problem();
            d = *next;
            return {};
        },
        QObject::tr("Say something else"));
    rows.choice(
        "structure-typeface", QObject::tr("Typeface"), {},
        [&session, id](QComboBox& box) {
            const StructureSpec* s = session.design().structure(id);
            box.addItem(QObject::tr("the one that ships"), "");
            for (const std::string& face : typefaces())
                box.addItem(q(face), q(face));
            if (!s)
                return;
            // One that is not on this machine is kept all the same.
            if (box.findData(q(s->typeface)) < 0)
                box.addItem(QObject::tr("%1 (not here)").arg(q(s->typeface)), q(s->typeface));
            box.setCurrentIndex(box.findData(q(s->typeface)));
        },
        [&session, id](const QVariant& face) {
            session.change(
                [&](Design& d) { d.structure(id)->typeface = face.toString().toStdString(); },
                QObject::tr("Choose another typeface"));
        });
}

} // namespace

QString structureShape(const Design& d, const std::string& id) {
    const StructureSpec* s = d.structure(id);
    return s && s->count != 1 ? "series" : "one";
}

void inspectStructure(Rows& rows, const std::string& id) {
    Session& session = rows.session();
    const Family& f = *family(session.design().structure(id)->kind);
    rows.heading(readable(f.name));
    rows.line(q(f.purpose));
    auto* name = rows.text(
        "structure-name", QObject::tr("Name"), {},
        [id](const Design& d) {
            const StructureSpec* s = d.structure(id);
            return s ? q(s->name) : QString();
        },
        [id](Design& d, const QString& text) -> Trouble {
            if (StructureSpec* s = d.structure(id))
                s->name = text.left(100).toStdString();
            return {};
        },
        QObject::tr("Rename %1").arg(called(session, id)));
    name->setPlaceholderText(called(session, id));
    rows.choice(
        "structure-host", QObject::tr("Stands on"), {},
        [&session, id](QComboBox& box) {
            const StructureSpec* s = session.design().structure(id);
            if (!s)
                return;
            for (const std::string& host : hosts(session, *s))
                box.addItem(called(session, host), q(host));
            box.setCurrentIndex(box.findData(q(s->on)));
        },
        [&session, id](const QVariant& host) {
            session.change([&](Design& d) { d.structure(id)->on = host.toString().toStdString(); },
                           QObject::tr("Move %1 to another fold").arg(called(session, id)));
        });
    rows.choice(
        "structure-stock", QObject::tr("Paper"), {},
        [&session, id](QComboBox& box) {
            const StructureSpec* s = session.design().structure(id);
            box.addItem(QObject::tr("as the card"), "");
            for (const Stock& stock : session.design().stocks)
                box.addItem(q(stock.name), q(stock.id));
            box.setCurrentIndex(s ? box.findData(q(s->stock)) : 0);
        },
        [&session, id](const QVariant& stock) {
            session.change(
                [&](Design& d) { d.structure(id)->stock = stock.toString().toStdString(); },
                QObject::tr("Change the paper of %1").arg(called(session, id)));
        });
    if (f.texts)
        addWords(rows, id);
    if (f.line)
        addScoreList(rows, id, "structure-say", [](const Design& d, const std::string& id) {
            const StructureSpec* s = d.structure(id);
            return s ? &s->say : nullptr;
        });
    if (f.ground == Ground::Anywhere)
        rows.choice(
            "structure-to", QObject::tr("Right end on"),
            QObject::tr("The fold on whose right side the other end stands"),
            [&session, id](QComboBox& box) {
                const StructureSpec* s = session.design().structure(id);
                if (!s)
                    return;
                box.addItem(QObject::tr("the same fold"), "");
                for (const std::string& host : hosts(session, *s))
                    if (host != s->on)
                        box.addItem(called(session, host), q(host));
                box.setCurrentIndex(std::max(0, box.findData(q(s->to))));
            },
            [&session, id](const QVariant& to) {
                session.change(
                    [&](Design& d) { d.structure(id)->to = to.toString().toStdString(); },
                    QObject::tr("Move the right end of %1").arg(called(session, id)));
            });
    rows.gap();
    rows.heading(QObject::tr("Measures"));
    addMeasures(rows, f, id);
    rows.gap();
    const bool series = session.design().structure(id)->count != 1;
    if (series) {
        rows.heading(QObject::tr("Series"));
        addSeries(rows, id);
        rows.buttons({{QObject::tr("Break up the series"), [&rows, &session, id] {
                           auto next = breakUp(session.design(), id);
                           if (next)
                               session.edit(*next,
                                            QObject::tr("Break up %1").arg(called(session, id)));
                           else
                               rows.refuse(next.problem());
                       }}});
    } else {
        rows.buttons({{QObject::tr("Make a series"), [&session, id] {
                           session.change(
                               [&](Design& d) { d.structure(id)->count = 2; },
                               QObject::tr("Make a series of %1").arg(called(session, id)));
                       }}});
    }
    if (!f.parameter("shape") && !f.parameter("aperture"))
        return;
    auto* import = new QPushButton(QObject::tr("Import an outline…"));
    import->setObjectName("import-outline");
    rows.whole(import);
    rows.add(import);
    QObject::connect(import, &QPushButton::clicked, &rows,
                     [&rows, id, &f] { importShape(rows, id, f); });
}

} // namespace hl::app
