// The card: what it is called, how large it is, how it is folded and shown.
#include "app/inspect/form_picker.h"
#include "app/inspect/inspectors.h"
#include "app/inspect/measure_field.h"
#include "core/edit/motion_line.h"
#include "core/edit/tell.h"
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <algorithm>

namespace hl::app {
namespace {

// What sticks out of the closed card on purpose: a list in which a thing is ticked or not.
void addMeant(Rows& rows) {
    Session& session = rows.session();
    rows.choice(
        "card-meant", QObject::tr("Sticks out"),
        QObject::tr("What sticks out of the closed card on purpose; pick one to add it or to take "
                    "it back"),
        [&session](QComboBox& box) {
            const Design& d = session.design();
            const auto has = [&](const std::string& id) {
                return std::count(d.card.meant.begin(), d.card.meant.end(), id) > 0;
            };
            QStringList names;
            for (const std::string& id : d.card.meant)
                names << called(session, id);
            box.addItem(names.isEmpty() ? QObject::tr("nothing") : names.join(", "), QString());
            std::vector<std::string> all;
            for (const StructureSpec& s : d.structures)
                if (const Family* f = family(s.kind); f && !f->dresses)
                    all.push_back(s.id);
            for (const FreePart& p : d.parts)
                all.push_back(p.id);
            if (session.snapshot())
                for (const Panel& p : session.snapshot()->folded->assembly.panels)
                    if (p.role == Role::Page)
                        all.push_back(p.id);
            for (const std::string& id : d.card.meant) // panels that were told
                if (std::find(all.begin(), all.end(), id) == all.end())
                    all.push_back(id);
            for (const std::string& id : all)
                box.addItem((has(id) ? QString::fromUtf8("\u2713 ") : QString()) +
                                called(session, id),
                            q(id));
            box.setCurrentIndex(0);
        },
        [&session](const QVariant& picked) {
            const std::string id = picked.toString().toStdString();
            if (id.empty())
                return;
            session.change(
                [&](Design& d) {
                    auto& meant = d.card.meant;
                    const auto at = std::find(meant.begin(), meant.end(), id);
                    at == meant.end() ? (void)meant.push_back(id) : (void)meant.erase(at);
                },
                QObject::tr("Say what sticks out"));
        });
}

} // namespace

void inspectCard(Rows& rows, const std::string&) {
    Session& session = rows.session();
    rows.heading(QObject::tr("Card"));
    rows.text(
        "card-title", QObject::tr("Title"), {}, [](const Design& d) { return q(d.title); },
        [](Design& d, const QString& text) -> Trouble {
            d.title = text.left(200).toStdString();
            return {};
        },
        QObject::tr("Rename the card"));
    addWords(rows, "card",
             {"occasion", "card-occasion", QObject::tr("Occasion"),
              QObject::tr("For whom, and what for"),
              [](const Design& d) { return q(d.card.occasion); },
              QObject::tr("Change the occasion")});
    for (const bool width : {true, false})
        rows.measure(
            width ? "card-width" : "card-height",
            width ? QObject::tr("Width") : QObject::tr("Height"),
            QObject::tr("Of the closed card, as it goes into the envelope"),
            [&session, width]() -> std::optional<Rows::Shown> {
                const CardSpec& card = session.design().card;
                return Rows::Shown{width ? card.width : card.height, false};
            },
            [&session, width](const QString& text) -> Trouble {
                auto parsed = parseLength(text.toStdString(), session.design().units);
                if (!parsed)
                    return parsed.problem();
                return session.tryEdit(
                    [&](Design& d) {
                        d.card.follows = false;
                        (width ? d.card.width : d.card.height) = parsed->measure;
                    },
                    QObject::tr("Change the card's size"));
            });
    rows.choice(
        "card-spine", QObject::tr("Spine"), {},
        [&session](QComboBox& box) {
            box.addItem(QObject::tr("at the left"), int(SpineSide::Left));
            box.addItem(QObject::tr("at the top"), int(SpineSide::Top));
            box.setCurrentIndex(int(session.design().card.spine));
        },
        [&session](const QVariant& side) {
            session.change([&](Design& d) { d.card.spine = SpineSide(side.toInt()); },
                           QObject::tr("Change the spine"));
        });
    rows.choice(
        "card-units", QObject::tr("Measures in"), {},
        [&session](QComboBox& box) {
            box.addItem(QObject::tr("millimetres"), int(Unit::Millimetre));
            box.addItem(QObject::tr("inches"), int(Unit::Inch));
            box.setCurrentIndex(int(session.design().units));
        },
        [&session](const QVariant& unit) {
            session.change([&](Design& d) { d.units = Unit(unit.toInt()); },
                           QObject::tr("Change the unit"));
        });
    auto* forms = new FormPicker(session);
    rows.gap();
    rows.heading(QObject::tr("Form: how its pages hang together"));
    rows.whole(forms);
    rows.refreshing([forms] { forms->mark(); });
    if (formOf(session.design()).row)
        addScoreList(rows, "card", "card-say", [](const Design& d, const std::string&) {
            return formOf(d).row ? &d.card.say : nullptr;
        });
    if (const Family* f = family(session.design().card.form))
        addMeasures(rows, *f, "card");
    addWords(rows, "card",
             {"shown", "card-shown", QObject::tr("Shown at"),
              QObject::tr(
                  "The opening at which the finished card is displayed: an angle, half open, flat "
                  "open, or by itself, where its folds are least bent; worked out without"),
              [](const Design& d) {
                  return d.card.shown ? q(show(*d.card.shown, d.units).text) : QString();
              },
              QObject::tr("Change how the card is shown")});
    addWords(rows, "card",
             {"step", "card-step", QObject::tr("Mat borders"),
              QObject::tr("The border that mats leave, where they say nothing else; 3 mm without"),
              [](const Design& d) {
                  return d.card.step ? q(exactText(*d.card.step, d.units)) : QString();
              },
              QObject::tr("Change the mats' borders")});
    rows.choice(
        "card-stands", QObject::tr("Put down"), QObject::tr("On what the displayed card stands"),
        [&session](QComboBox& box) {
            box.addItem(QObject::tr("as suits it"), "auto");
            box.addItem(QObject::tr("on a page"), "page");
            box.addItem(QObject::tr("on an edge"), "edge");
            box.addItem(QObject::tr("on its fold"), "fold");
            box.setCurrentIndex(int(session.design().card.stands));
        },
        [&session](const QVariant& word) {
            if (auto next =
                    tell(session.design(), "card", {{"stands", word.toString().toStdString()}}))
                session.edit(*next, QObject::tr("Put the card down otherwise"));
        });
    addWords(
        rows, "card",
        {"front", "card-front", QObject::tr("Front"),
         QObject::tr("What faces the viewer: a panel, part or fold, or the side left, right or "
                     "behind; as suits the card without"),
         [](const Design& d) { return q(d.card.front); },
         QObject::tr("Look at the card from another side")});
    addWords(rows, "card",
             {"motion", "card-motion", QObject::tr("Moved"),
              QObject::tr("What the hand moves, stage after stage: card.spine 0 to 180; lid.fold-2 "
                          "180 to 90 & pull 0 to 40 mm. After ; comes the next, after & what goes "
                          "along; the fold alone without"),
              [](const Design& d) { return q(motionLine(d)); }, QObject::tr("Change what moves")});
    addMeant(rows);
    QLabel* display = rows.line({}, "card-display");
    rows.refreshing([&session, display] {
        if (!session.snapshot())
            return;
        const Display& d = session.snapshot()->folded->assembly.display;
        display->setText(
            QObject::tr("Displayed at %1°: it %2.").arg(d.at, 0, 'g', 4).arg(q(d.words)));
    });
}

} // namespace hl::app
