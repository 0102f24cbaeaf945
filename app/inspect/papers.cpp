// The design's papers: which one the card is made of, and what that is like.
#include "core/edit/papers.h"
#include "app/inspect/inspectors.h"
#include "app/look/theme.h"
#include <QColorDialog>
#include <QComboBox>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>

namespace hl {
namespace {

Stock& cardStock(Design& d) {
    for (Stock& s : d.stocks)
        if (s.id == d.card.stock)
            return s;
    return d.stocks.front();
}

void addText(Rows& rows, const QString& object, const QString& label, const QString& tip,
             QString (*read)(const Stock&), Trouble (*write)(Stock&, const QString&)) {
    rows.text(
        object, label, tip, [read](const Design& d) { return read(d.paper(d.card.stock)); },
        [write](Design& d, const QString& text) { return write(cardStock(d), text); },
        QObject::tr("Change the paper"));
}

void addColour(Rows& rows, bool face) {
    Session& session = rows.session();
    auto* button = new QPushButton;
    button->setObjectName(face ? "stock-face" : "stock-back");
    rows.row(face ? QObject::tr("Face") : QObject::tr("Back"), button,
             face ? QObject::tr("Colour of the inside of the card")
                  : QObject::tr("Colour of the outside of the card"));
    auto read = [&session, face] {
        const Stock& s = session.design().paper(session.design().card.stock);
        return QColor(q(face ? s.face : s.back));
    };
    QObject::connect(button, &QPushButton::clicked, &rows, [&rows, &session, face, read] {
        const QColor c = QColorDialog::getColor(read(), &rows, QObject::tr("Colour of the paper"));
        if (c.isValid())
            session.change(
                [&](Design& d) {
                    (face ? cardStock(d).face : cardStock(d).back) = c.name().toStdString();
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

} // namespace

void inspectPapers(Rows& rows, const std::string&) {
    Session& session = rows.session();
    rows.gap();
    rows.heading(QObject::tr("Paper of the card"));
    rows.choice(
        "card-stock", QObject::tr("Made of"),
        QObject::tr("Which of the design's papers the card is made of"),
        [&session](QComboBox& box) {
            for (const Stock& s : session.design().stocks)
                box.addItem(q(s.name), q(s.id));
            box.setCurrentIndex(box.findData(q(session.design().card.stock)));
        },
        [&session](const QVariant& id) {
            session.change([&](Design& d) { d.card.stock = id.toString().toStdString(); },
                           QObject::tr("Choose another paper for the card"));
        });
    rows.buttons({{QObject::tr("+ paper"),
                   [&session] {
                       auto [d, id] = addPaper(session.design(), session.design().card.stock);
                       d.card.stock = id; // so that its fields are at hand
                       session.edit(d, QObject::tr("Add a paper"));
                   }},
                  {QObject::tr("Remove paper"), [&session] {
                       session.edit(removePaper(session.design(), session.design().card.stock),
                                    QObject::tr("Remove a paper"));
                   }}});
    addText(
        rows, "stock-name", QObject::tr("Name"), {}, [](const Stock& s) { return q(s.name); },
        [](Stock& s, const QString& t) -> Trouble {
            s.name = t.left(100).toStdString();
            return {};
        });
    addText(
        rows, "stock-weight", QObject::tr("Weight g/m²"),
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
        rows, "stock-caliper", QObject::tr("Thickness"), QObject::tr("0.02 mm to 5 mm"),
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
    rows.choice(
        "card-grain", QObject::tr("Grain"),
        QObject::tr("How the fibres run when the card stands upright"),
        [&session](QComboBox& box) {
            box.addItem(QObject::tr("not known"), int(Grain::Unknown));
            box.addItem(QObject::tr("upright"), int(Grain::Upright));
            box.addItem(QObject::tr("sideways"), int(Grain::Sideways));
            box.setCurrentIndex(int(session.design().paper(session.design().card.stock).grain));
        },
        [&session](const QVariant& grain) {
            session.change([&](Design& d) { cardStock(d).grain = Grain(grain.toInt()); },
                           QObject::tr("Change the grain"));
        });
    addColour(rows, true);
    addColour(rows, false);
}

} // namespace hl
