// The design's papers: which one the card is made of, and what each is like.
#include "core/edit/papers.h"
#include "app/inspect/inspectors.h"
#include "app/look/theme.h"
#include "core/design/tiles.h"
#include "core/edit/tell.h"
#include <QColorDialog>
#include <QComboBox>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <algorithm>
#include <memory>

namespace hl::app {
namespace {

// Which of the design's papers is looked at: the card's until another one is chosen.
using Looked = std::shared_ptr<std::string>;

const Stock& looked(const Design& d, const Looked& at) {
    const Stock* s = d.stock(*at);
    return s ? *s : d.paper(d.card.stock);
}
Stock& lookedIn(Design& d, const Looked& at) {
    const std::string id = looked(d, at).id;
    for (Stock& s : d.stocks)
        if (s.id == id)
            return s;
    return d.stocks.front();
}

void addText(Rows& rows, const Looked& at, const QString& object, const QString& label,
             const QString& tip, QString (*read)(const Stock&),
             Trouble (*write)(Stock&, const QString&)) {
    rows.text(
        object, label, tip, [read, at](const Design& d) { return read(looked(d, at)); },
        [write, at](Design& d, const QString& text) { return write(lookedIn(d, at), text); },
        QObject::tr("Change the paper"));
}

void addColour(Rows& rows, const Looked& at, bool face) {
    Session& session = rows.session();
    auto* button = new QPushButton;
    button->setObjectName(face ? "stock-face" : "stock-back");
    rows.row(face ? QObject::tr("Face") : QObject::tr("Back"), button,
             face ? QObject::tr("Colour of its face; of a card's paper, the inside of the card")
                  : QObject::tr("Colour of its back; of a card's paper, the outside of the card"));
    auto read = [&session, at, face] {
        const Stock& s = looked(session.design(), at);
        return QColor(q(face ? s.face : s.back));
    };
    QObject::connect(button, &QPushButton::clicked, &rows, [&rows, &session, at, face, read] {
        const QColor c = QColorDialog::getColor(read(), &rows, QObject::tr("Colour of the paper"));
        if (c.isValid())
            session.change(
                [&](Design& d) {
                    Stock& s = lookedIn(d, at);
                    (face ? s.face : s.back) = c.name().toStdString();
                },
                QObject::tr("Change the paper's colour"));
    });
    rows.refreshing([button, read] {
        QPixmap swatch(28, 14);
        swatch.fill(read());
        QPainter p(&swatch);
        p.setPen(theme().rule);
        p.drawRect(0, 0, 27, 13);
        button->setIcon(swatch);
        button->setIconSize({28, 14});
        button->setText(read().name());
    });
}

// A list of the design's papers.
void listPapers(QComboBox& box, const Design& d, const std::string& chosen) {
    for (const Stock& s : d.stocks)
        box.addItem(q(s.name), q(s.id));
    box.setCurrentIndex(box.findData(q(chosen)));
}

void addKind(Rows& rows, const Looked& at) {
    Session& session = rows.session();
    rows.choice(
        "stock-pattern", QObject::tr("Printed with"), {},
        [&session, at](QComboBox& box) {
            const Stock& s = looked(session.design(), at);
            box.addItem(s.image.empty() ? QObject::tr("nothing") : QObject::tr("my own picture"),
                        "");
            for (const Tile& t : tiles())
                box.addItem(QString::fromUtf8(t.name), t.id);
            box.setCurrentIndex(std::max(0, box.findData(q(s.pattern))));
        },
        [&session, at](const QVariant& pattern) {
            auto next = tellStock(session.design(), looked(session.design(), at).id,
                                  {{"pattern", pattern.toString().toStdString()}});
            session.edit(next, QObject::tr("Print the paper with something else"));
        });
    rows.choice(
        "stock-clear", QObject::tr("Seen through"), QObject::tr("Clear film instead of paper"),
        [&session, at](QComboBox& box) {
            box.addItem(QObject::tr("no"), false);
            box.addItem(QObject::tr("yes, clear film"), true);
            box.setCurrentIndex(looked(session.design(), at).clear);
        },
        [&session, at](const QVariant& clear) {
            session.change([&](Design& d) { lookedIn(d, at).clear = clear.toBool(); },
                           QObject::tr("Change the paper"));
        });
}

} // namespace

void inspectPapers(Rows& rows, const std::string&) {
    Session& session = rows.session();
    rows.gap();
    const Looked at = std::make_shared<std::string>(session.design().card.stock);
    rows.heading(QObject::tr("Papers"));
    rows.choice(
        "card-stock", QObject::tr("Card made of"),
        QObject::tr("Which of the design's papers the card is made of"),
        [&session](QComboBox& box) {
            listPapers(box, session.design(), session.design().card.stock);
        },
        [&session, at](const QVariant& id) {
            *at = id.toString().toStdString();
            session.change([&](Design& d) { d.card.stock = *at; },
                           QObject::tr("Choose another paper for the card"));
        });
    rows.choice(
        "paper-looked", QObject::tr("Look at"),
        QObject::tr("The paper that the fields below are of"),
        [&session, at](QComboBox& box) {
            listPapers(box, session.design(), looked(session.design(), at).id);
        },
        [&rows, at](const QVariant& id) {
            *at = id.toString().toStdString();
            rows.refresh();
        });
    rows.buttons({{QObject::tr("+ paper"),
                   [&session, at] {
                       auto [d, id] = addPaper(session.design(), looked(session.design(), at).id);
                       *at = id; // so that its fields are at hand
                       session.edit(d, QObject::tr("Add a paper"));
                   }},
                  {QObject::tr("Remove paper"), [&session, at] {
                       session.edit(removePaper(session.design(), looked(session.design(), at).id),
                                    QObject::tr("Remove a paper"));
                   }}});
    addText(
        rows, at, "stock-name", QObject::tr("Name"), {}, [](const Stock& s) { return q(s.name); },
        [](Stock& s, const QString& t) -> Trouble {
            s.name = t.left(100).toStdString();
            return {};
        });
    addText(
        rows, at, "stock-weight", QObject::tr("Weight g/m²"),
        QObject::tr("20 to 3000 grams per square metre"),
        [](const Stock& s) { return QString::number(s.weight); },
        [](Stock& s, const QString& t) -> Trouble {
            bool ok = false;
            const double w = QString(t).replace(',', '.').toDouble(&ok);
            if (!ok || w < 20 || w > 3000)
                return Problem{"weight", "“" + t.toStdString() + "” is no weight of paper",
                               "give 20 to 3000 grams per square metre"};
            s.weight = w;
            return {};
        });
    addText(
        rows, at, "stock-caliper", QObject::tr("Thickness"), QObject::tr("0.02 mm to 5 mm"),
        [](const Stock& s) { return q(exactText(s.caliper, Unit::Millimetre)); },
        [](Stock& s, const QString& t) -> Trouble {
            auto p = parseLength(t.toStdString(), Unit::Millimetre);
            if (!p)
                return p.problem();
            if (p->measure.mm() < 0.02 || p->measure.mm() > 5)
                return Problem{"thickness", "this is no thickness of paper",
                               "give 0.02 mm to 5 mm"};
            s.caliper = p->measure;
            return {};
        });
    addText(
        rows, at, "stock-stiffness", QObject::tr("Folds resist"),
        QObject::tr("Torque of a worked fold, in N mm per radian for each millimetre of it; "
                    "auto: by the thickness"),
        [](const Stock& s) {
            return s.stiffness > 0 ? QString::number(s.stiffness) : QObject::tr("auto");
        },
        [](Stock& s, const QString& t) -> Trouble {
            bool ok = false;
            const double torque = QString(t).replace(',', '.').toDouble(&ok);
            if (t.trimmed() == QObject::tr("auto") || t.trimmed().isEmpty()) {
                s.stiffness = 0;
                return {};
            }
            if (!ok || torque < 0.001 || torque > 100)
                return Problem{"folds resist", "“" + t.toStdString() + "” is no torque of a fold",
                               "give 0.001 to 100, or auto"};
            s.stiffness = torque;
            return {};
        });
    rows.choice(
        "card-grain", QObject::tr("Grain"),
        QObject::tr("How the fibres run in parts as they are drawn"),
        [&session, at](QComboBox& box) {
            box.addItem(QObject::tr("not known"), int(Grain::Unknown));
            box.addItem(QObject::tr("upright"), int(Grain::Upright));
            box.addItem(QObject::tr("sideways"), int(Grain::Sideways));
            box.setCurrentIndex(int(looked(session.design(), at).grain));
        },
        [&session, at](const QVariant& grain) {
            session.change([&](Design& d) { lookedIn(d, at).grain = Grain(grain.toInt()); },
                           QObject::tr("Change the grain"));
        });
    addKind(rows, at);
    addColour(rows, at, true);
    addColour(rows, at, false);
}

} // namespace hl::app
