// A blank: what it is called, what it is made of, and its size.
#include "app/inspect/inspectors.h"
#include "app/inspect/measure_field.h"
#include "app/session/aside.h"
#include "core/edit/draw.h"
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>

namespace hl::app {

QString blankShape(const Design& d, const std::string& id) {
    return QString::number(d.part(id)->outline.size()) + (d.part(id)->say.empty() ? "" : "s");
}

void inspectBlank(Rows& rows, const std::string& id) {
    Session& session = rows.session();
    rows.heading(QObject::tr("Blank"));
    rows.line(QObject::tr("Draw on it in the flat view: creases and slits from point to point, "
                          "tabs on its edges; then glue a tab to a panel."));
    auto* name = rows.text(
        "part-name", QObject::tr("Name"), {},
        [id](const Design& d) {
            const FreePart* p = d.part(id);
            return p ? q(p->name) : QString();
        },
        [id](Design& d, const QString& text) -> Trouble {
            if (FreePart* p = d.part(id))
                p->name = text.left(100).toStdString();
            return {};
        },
        QObject::tr("Rename %1").arg(called(session, id)));
    name->setPlaceholderText(called(session, id));
    rows.choice(
        "part-stock", QObject::tr("Paper"), {},
        [&session, id](QComboBox& box) {
            const FreePart* p = session.design().part(id);
            box.addItem(QObject::tr("as the card"), "");
            for (const Stock& stock : session.design().stocks)
                box.addItem(q(stock.name), q(stock.id));
            box.setCurrentIndex(p ? box.findData(q(p->stock)) : 0);
        },
        [&session, id](const QVariant& stock) {
            session.change([&](Design& d) { d.part(id)->stock = stock.toString().toStdString(); },
                           QObject::tr("Change the paper of %1").arg(called(session, id)));
        });
    addScoreList(rows, id, "part-say", [](const Design& d, const std::string& id) {
        const FreePart* p = d.part(id);
        return p ? &p->say : nullptr;
    });
    if (!session.design().part(id)->outline.empty() || !session.design().part(id)->say.empty())
        return;
    for (const bool width : {true, false})
        rows.measure(
            width ? "blank-width" : "blank-height",
            width ? QObject::tr("Width") : QObject::tr("Height"),
            QObject::tr("What is drawn to its far edges stays there"),
            [&session, id, width]() -> std::optional<Rows::Shown> {
                const FreePart* p = session.design().part(id);
                if (!p)
                    return {};
                return Rows::Shown{width ? p->width : p->height, false};
            },
            [&session, id, width](const QString& text) -> Trouble {
                const Design& d = session.design();
                auto parsed = parseLength(text.toStdString(), d.units);
                if (!parsed)
                    return parsed.problem();
                const FreePart* p = d.part(id);
                auto next = aside([&] {
                    return resizeBlank(d, id, width ? parsed->measure : p->width,
                                       width ? p->height : parsed->measure);
                });
                if (!next)
                    return next.problem();
                session.edit(*next, QObject::tr("Change the size of %1").arg(called(session, id)));
                return {};
            });
}

} // namespace hl::app
