// The creases and slits of a blank or of the card, by their ends. Everything that can be drawn with
// the pointer can be typed here.
#include "app/inspect/inspectors.h"
#include "app/inspect/measure_field.h"
#include "app/look/theme.h"
#include "app/session/aside.h"
#include "core/edit/draw.h"
#include "core/structures/naming.h"
#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QSignalBlocker>
#include <QToolButton>
#include <cmath>

namespace hl::app {
namespace {

constexpr size_t mostRows = 40; // lines that have rows: nobody looks through more

LineSpec* lineIn(Design& d, const std::string& owner, const std::string& line) {
    if (auto* lines = d.linesOf(owner))
        for (LineSpec& l : *lines)
            if (l.id == line)
                return &l;
    return nullptr;
}

// A new line crosses the middle of its blank, or the spine at a third of it, ready to be moved.
void addInMiddle(Rows& rows, const std::string& owner, LineKind kind) {
    Session& session = rows.session();
    const Design& d = session.design();
    Vec2 from(0, 0), to(0, 0);
    if (const FreePart* p = d.part(owner)) {
        from = Vec2(p->width.mm() / 2, 0);
        to = Vec2(p->width.mm() / 2, p->height.mm());
    } else {
        const double length =
            d.card.spine == SpineSide::Left ? d.card.height.mm() : d.card.width.mm();
        const double place = std::round(length * (0.3 + 0.1 * double(d.card.lines.size() % 5)));
        from = Vec2(-25, place);
        to = Vec2(25, place);
    }
    auto added = aside([&] { return addLine(d, owner, kind, from, to); });
    if (!added)
        return rows.refuse(added.problem());
    session.edit(added->first, QObject::tr("Add a line"));
    session.selection().choose(q(added->second));
}

// Its id, its kind, and a button that removes it.
void addHead(Rows& rows, const std::string& owner, const std::string& id) {
    Session& session = rows.session();
    auto* head = new QWidget;
    auto* across = new QHBoxLayout(head);
    across->setContentsMargins(0, 4, 0, 0);
    auto* kind = new QComboBox;
    kind->setObjectName("kind-" + q(id));
    kind->addItems({QObject::tr("valley"), QObject::tr("mountain"), QObject::tr("slit")});
    kind->setAccessibleName(QObject::tr("Kind of %1").arg(q(spokenName(id))));
    auto* remove = static_cast<QToolButton*>(removeButton(q(id)));
    auto* label = new QLabel(q(spokenName(id)));
    label->setMinimumWidth(40);
    across->addWidget(label, 1);
    across->addWidget(kind);
    across->addWidget(remove);
    rows.whole(head);
    rows.add(kind);
    rows.add(remove);
    QObject::connect(kind, &QComboBox::activated, &rows, [&rows, &session, owner, id](int i) {
        session.change(
            [&](Design& d) {
                if (LineSpec* line = lineIn(d, owner, id))
                    line->kind = LineKind(i);
            },
            QObject::tr("Change the kind of %1").arg(q(spokenName(id))));
        rows.refresh();
    });
    QObject::connect(remove, &QToolButton::clicked, &rows, [&session, owner, id] {
        session.edit(removeDrawn(session.design(), owner + "." + id),
                     QObject::tr("Remove %1").arg(q(spokenName(id))));
    });
    rows.refreshing([&session, kind, owner, id] {
        Design d = session.design();
        const QSignalBlocker quiet(kind);
        if (const LineSpec* line = lineIn(d, owner, id))
            kind->setCurrentIndex(int(line->kind));
    });
}

} // namespace

QWidget* removeButton(const QString& id) {
    auto* b = new QToolButton;
    b->setIcon(icon("remove"));
    b->setIconSize({16, 16});
    b->setObjectName("remove-" + id);
    b->setAccessibleName(QObject::tr("Remove %1").arg(q(spokenName(id.toStdString()))));
    b->setToolTip(b->accessibleName());
    return b;
}

bool manyLines(const Design& design, const std::string& owner) {
    Design d = design;
    const auto* lines = d.linesOf(owner);
    return lines && lines->size() > mostRows;
}

QString linesShape(const Design& design, const std::string& owner) {
    Design d = design;
    QString shape = d.card.smooth.empty() ? "" : "smooth ";
    for (auto& l : *d.linesOf(owner))
        shape += q(l.id) + QString::number(l.points.size()) + ' ';
    return shape;
}

void inspectLines(Rows& rows, const std::string& owner) {
    Session& session = rows.session();
    rows.gap();
    rows.heading(owner == "card" ? QObject::tr("Cut-outs") : QObject::tr("Creases and slits"));
    Design now = session.design();
    const std::string chosen = session.selection().chosen().toStdString();
    size_t told = 0;
    for (const LineSpec& l : *now.linesOf(owner)) {
        if (++told > mostRows && drawnLine(now, chosen) != owner + "." + l.id)
            continue;
        addHead(rows, owner, l.id);
        for (size_t i = 0; i < l.points.size(); ++i)
            for (const bool x : {true, false})
                rows.drawn(
                    QString("%1-%2%3").arg(q(l.id)).arg(x ? 'x' : 'y').arg(i + 1),
                    QString("%1 %2").arg(x ? QObject::tr("across") : QObject::tr("up")).arg(i + 1),
                    QObject::tr("Of point %1, from the lower left corner of the blank or the "
                                "start of the spine")
                        .arg(i + 1),
                    [owner, id = l.id, i, x](Design& d) -> Measure* {
                        LineSpec* line = lineIn(d, owner, id);
                        if (!line || i >= line->points.size())
                            return nullptr;
                        return x ? &line->points[i].x : &line->points[i].y;
                    },
                    true);
    }
    if (told > mostRows)
        rows.line(QObject::tr("%1 lines, of which the first %2 are here; select another one in the "
                              "picture to see it.")
                      .arg(told)
                      .arg(mostRows),
                  "more-lines");
    auto add = [&rows, owner](LineKind kind) {
        return [&rows, owner, kind] { addInMiddle(rows, owner, kind); };
    };
    rows.buttons({{QObject::tr("Valley"), add(LineKind::Valley)},
                  {QObject::tr("Mountain"), add(LineKind::Mountain)},
                  {QObject::tr("Slit"), add(LineKind::Slit)}});
    if (owner == "card" && !now.card.lines.empty())
        rows.buttons({{now.card.smooth.empty() ? QObject::tr("Smooth the spine")
                                               : QObject::tr("Fold the spine"),
                       [&session] {
                           session.edit(smoothSpine(session.design()),
                                        QObject::tr("Smooth the spine between slits"));
                       }}});
}

} // namespace hl::app
