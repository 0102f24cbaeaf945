// A join that is said plainly: what lies on what by which of their lines, how it is held there, how
// far it moves and where it sticks.
#include "app/inspect/inspectors.h"
#include "core/edit/tell.h"
#include "core/measure/place.h"
#include "core/structures/naming.h"
#include <QComboBox>

namespace hl::app {
namespace {

// One word of a join, chosen from a list.
void tellJoin(Rows& rows, const std::string& id, const std::string& key, const QString& word,
              const QString& what) {
    auto next = tell(rows.session().design(), id, {{key, word.toStdString()}});
    if (!next)
        return rows.refuse(next.problem());
    rows.session().edit(*next, what);
}

// Which sides of the two lie on one another.
void addSides(Rows& rows, const std::string& id) {
    Session& session = rows.session();
    const struct {
        const char* key;
        bool JoinSpec::*side;
        QString label;
    } sides[] = {{"side", &JoinSpec::onFace, QObject::tr("Glued by its")},
                 {"onto_side", &JoinSpec::ontoFace, QObject::tr("on the other's")}};
    for (auto& s : sides)
        rows.choice(
            "glue-" + QString(s.key) + "-" + q(id), s.label,
            QObject::tr("With the gluing tool: the side that is pointed at stays in view"),
            [&session, id, side = s.side](QComboBox& box) {
                box.addItem(QObject::tr("face"), "face");
                box.addItem(QObject::tr("back"), "back");
                const JoinSpec* j = session.design().join(id);
                box.setCurrentIndex(j && !(j->*side));
            },
            [&rows, id, key = s.key](const QVariant& side) {
                tellJoin(rows, id, key, side.toString(), QObject::tr("Glue it by the other side"));
            });
}

// One of the two lines that lie on one another: an edge or a fold of its panel, by name.
void addLine(Rows& rows, const std::string& id, const char* key, const QString& label,
             std::string JoinSpec::*line, std::string JoinSpec::*of) {
    Session& session = rows.session();
    rows.choice(
        "glue-" + QString(key) + "-" + q(id), label,
        QObject::tr("An edge as it comes to lie, the middle, or a fold of the panel; by closing: "
                    "where it lies in the closed card"),
        [&session, id, line, of](QComboBox& box) {
            const JoinSpec* j = session.design().join(id);
            if (!j || !session.snapshot())
                return;
            for (auto& [word, text] : {std::pair{"left", QObject::tr("left edge")},
                                       {"right", QObject::tr("right edge")},
                                       {"bottom", QObject::tr("lower edge")},
                                       {"top", QObject::tr("upper edge")},
                                       {"middle", QObject::tr("middle")}})
                box.addItem(text, word);
            const Assembly& a = session.snapshot()->folded->assembly;
            const int panel = a.panel(j->*of);
            for (const Crease& c : a.creases)
                if (panel >= 0 && (c.left == panel || c.right == panel))
                    box.addItem(q(spokenName(c.id.substr(c.id.find('.') + 1))),
                                q(c.id.substr(c.id.find('.') + 1)));
            if (line == &JoinSpec::line)
                box.addItem(QObject::tr("by closing"), "closing");
            if (box.findData(q(j->*line)) < 0) // a fold that is not there any more
                box.addItem(q(j->*line), q(j->*line));
            box.setCurrentIndex(box.findData(q(j->*line)));
        },
        [&rows, id, key](const QVariant& word) {
            tellJoin(rows, id, key, word.toString(), QObject::tr("Change how it is glued"));
        });
}

// How it is held, and how far what moves there can go.
void addKind(Rows& rows, const std::string& id) {
    Session& session = rows.session();
    rows.choice(
        "glue-kind-" + q(id), QObject::tr("Held by"),
        QObject::tr("Adhesive; a slit or slot it is put through; a fastener it turns about; a way "
                    "along which it slides; or a fastener in a slot, which does both"),
        [&session, id](QComboBox& box) {
            const JoinSpec* j = session.design().join(id);
            for (const QString& text :
                 {QObject::tr("adhesive"), QObject::tr("a slit"),
                  QObject::tr("a fastener, turning"), QObject::tr("a way, sliding"),
                  QObject::tr("a fastener in a slot")})
                box.addItem(text, q(wordsOf<JoinKind>()[size_t(box.count())]));
            box.setCurrentIndex(j ? int(j->kind) : 0);
        },
        [&rows, id](const QVariant& kind) {
            tellJoin(rows, id, "kind", kind.toString(), QObject::tr("Hold it another way"));
        });
    const JoinTraits& traits = traitsOf(session.design().join(id)->kind);
    if (traits.hinges)
        rows.choice(
            "glue-hinged-" + q(id), QObject::tr("Turns in it"),
            QObject::tr("A tongue that turns about the slit it is put through"),
            [&session, id](QComboBox& box) {
                const JoinSpec* j = session.design().join(id);
                box.addItem(QObject::tr("no, it is held fast"), "no");
                box.addItem(QObject::tr("yes"), "yes");
                box.setCurrentIndex(j && j->hinged);
            },
            [&rows, id](const QVariant& yes) {
                tellJoin(rows, id, "hinged", yes.toString(), QObject::tr("Hold it another way"));
            });
    const auto measured = [&](const char* key, const QString& label, const QString& tip,
                              Measure JoinSpec::*which) {
        addWords(rows, id,
                 {key, "glue-" + QString(key) + "-" + q(id), label, tip,
                  [id, which](const Design& d) {
                      const JoinSpec* j = d.join(id);
                      return j ? q(placeText(j->*which, d.units)) : QString();
                  },
                  QObject::tr("Change how far it goes")});
    };
    if (traits.turns || traits.slides) {
        measured("from", QObject::tr("Goes from"),
                 QObject::tr("As far as it goes one way; from nought to nought: without end"),
                 &JoinSpec::from);
        measured("to", QObject::tr("to"), QObject::tr("And the other way"), &JoinSpec::to);
    }
    if (traits.slides && !traits.turns)
        measured("play", QObject::tr("Play"),
                 QObject::tr("Its room to either side of its way, within which it may tilt"),
                 &JoinSpec::play);
}

} // namespace

// The rows of a join that is said plainly: what lies on what, how far away, and where it sticks.
void addPlainJoin(Rows& rows, const std::string& id) {
    Session& session = rows.session();
    const JoinSpec* now = session.design().join(id);
    rows.line(QObject::tr("The %1 is %2:")
                  .arg(called(session, now->panel), QString(traitsOf(now->kind).held)));
    rows.choice(
        "glue-onto-" + q(id), QObject::tr("Glued on"), QObject::tr("The panel that holds it"),
        [&session, id](QComboBox& box) {
            const JoinSpec* join = session.design().join(id);
            if (!join || !session.snapshot())
                return;
            for (const Panel& p : session.snapshot()->folded->assembly.panels)
                if (ownerOf(p.id) != ownerOf(join->panel) && p.role != Role::Tab)
                    box.addItem(called(session, p.id), q(p.id));
            box.setCurrentIndex(std::max(0, box.findData(q(join->onto))));
        },
        [&session, id](const QVariant& onto) {
            session.change([&](Design& d) { d.join(id)->onto = onto.toString().toStdString(); },
                           QObject::tr("Glue it on another panel"));
        });
    addKind(rows, id);
    addSides(rows, id);
    addLine(rows, id, "line", QObject::tr("Its line"), &JoinSpec::line, &JoinSpec::panel);
    addLine(rows, id, "onto_line", QObject::tr("on the line"), &JoinSpec::ontoLine,
            &JoinSpec::onto);
    if (traitsOf(now->kind).through)
        rows.choice(
            "glue-crossing-" + q(id), QObject::tr("Crossing"),
            QObject::tr("Two sheets pushed into one another: each is slit to half its height"),
            [&session, id](QComboBox& box) {
                const JoinSpec* j = session.design().join(id);
                box.addItem(QObject::tr("as drawn"), "no");
                box.addItem(QObject::tr("half each"), "yes");
                box.setCurrentIndex(j && j->crossing);
            },
            [&rows, id](const QVariant& yes) {
                tellJoin(rows, id, "crossing", yes.toString(),
                         QObject::tr("Slit where they cross"));
            });
    using Reader = QString (*)(const JoinSpec&, Unit);
    const struct {
        const char* key;
        QString label, tip;
        Reader read;
    } fields[] = {
        {"off", QObject::tr("away by"), QObject::tr("How far from that line, into the panel"),
         [](const JoinSpec& j, Unit u) { return q(placeText(j.off, u)); }},
        {"along", QObject::tr("along by"), QObject::tr("How far along it; centred at 0"),
         [](const JoinSpec& j, Unit u) { return q(placeText(j.along, u)); }},
        {"turn", QObject::tr("turned by"),
         QObject::tr("To the left about where the lines meet, as one sees it: quarter, half, three "
                     "quarters, or degrees; a slide goes that way"),
         [](const JoinSpec& j, Unit u) { return q(placeText(j.turn, u)); }},
        {"zone", QObject::tr("Adhesive"),
         QObject::tr(
             "whole, band left 10 mm, third right, half top, margin 8 mm, spots 6 mm, clear "
             "top 12 mm"),
         [](const JoinSpec& j, Unit u) { return q(zoneText(j.zone, u)); }}};
    for (auto& f : fields)
        addWords(rows, id,
                 {f.key, "glue-" + QString(f.key) + "-" + q(id), f.label, f.tip,
                  [id, read = f.read](const Design& d) {
                      const JoinSpec* j = d.join(id);
                      return j ? read(*j, d.units) : QString();
                  },
                  QObject::tr("Change how it is glued")});
}

} // namespace hl::app
