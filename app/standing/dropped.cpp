#include "app/standing/dropped.h"
#include "app/look/theme.h"
#include "app/look/words.h"
#include "app/session/aside.h"
#include "core/design/tiles.h"
#include "core/dress/drawing.h"
#include "core/dress/dress.h"
#include "core/edit/edit.h"
#include "core/files/atomic_save.h"
#include "core/prove/saying.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <QApplication>
#include <QFileDialog>

namespace hl::app {
namespace {

// Of each panel the side that paper goes on: the one that is turned to whoever looks, if it is
// free.
std::map<std::string, bool> sidesSeen(const Case& c) {
    std::map<std::string, bool> out;
    for (const Visible& v : visibleIn(c))
        out[c.assembly.panels[size_t(v.panel)].id] = v.worn;
    return out;
}

// A fold at the edge of a panel, the card's own first; nothing where there is none.
std::string foldOf(const Assembly& a, const std::string& place) {
    if (a.crease(place) >= 0)
        return place;
    const int panel = a.panel(place);
    std::string found;
    for (const Crease& c : a.creases)
        if ((c.left == panel || c.right == panel) && (found.empty() || c.id == "card.spine"))
            found = c.id;
    return found;
}

} // namespace

void layPaper(Session& session, const std::string& paper, const std::vector<std::string>& panels) {
    if (!session.snapshot() || panels.empty())
        return;
    Design d = session.design();
    std::string stock = paper;
    if (!d.stock(paper)) {
        const Tile* t = tile(paper);
        if (!t)
            return;
        stock = paperPrinting(d, *t);
    }
    const auto sides = aside([&] { return sidesSeen(*session.snapshot()->folded); });
    for (const std::string& panel : panels) {
        const auto side = sides.find(panel);
        auto laid = aside(
            [&] { return layMat(d, panel, stock, side == sides.end() || side->second, true); });
        if (!laid) {
            session.refuse(laid.problem());
            return;
        }
        d = laid->first;
    }
    session.edit(
        d, panels.size() == 1
               ? QObject::tr("Lay %1 on the %2")
                     .arg(q(d.paper(stock).name), q(placeName(d, panels.front())))
               : QObject::tr("Lay %1 on %2 panels").arg(q(d.paper(stock).name)).arg(panels.size()));
}

void putThing(Session& session, const QString& thing, const std::string& place) {
    if (!session.snapshot())
        return;
    const Assembly& a = session.snapshot()->folded->assembly;
    const std::string kind = thing.section(' ', 0, 0).toStdString();
    const bool onFold = family(kind)->ground != Ground::Panel;
    const std::string on = onFold ? foldOf(a, place) : place;
    if (onFold ? on.empty() : a.panel(on) < 0) {
        session.refuse(onFold ? QObject::tr("Select a fold, or a panel beside one, first.")
                              : QObject::tr("Select a panel in the picture first."));
        return;
    }
    const std::string shape = thing.section(' ', 1).toStdString();
    std::string svg;
    QString path;
    if (shape == "drawn") {
        path = QFileDialog::getOpenFileName(QApplication::activeWindow(),
                                            QObject::tr("A drawing of your own"), {},
                                            QObject::tr("Drawings and pictures (*.svg *.png)"));
        if (path.isEmpty())
            return;
        const auto text = readFile(path.toStdString());
        if (!text) {
            session.refuse(text.problem());
            return;
        }
        svg = *text;
    }
    const Case& folded = *session.snapshot()->folded;
    auto added = aside([&] {
        if (shape == "drawn")
            return layDrawing(session.design(), folded, on, path.toStdString(), svg, {});
        if (family(kind)->figure)
            return layTopper(session.design(), folded, on, {{"shape", shape}});
        return addStructure(session.design(), kind, on, {});
    });
    if (!added) {
        session.refuse(added.problem());
        return;
    }
    session.edit(added->first, QObject::tr("Put on %1")
                                   .arg(QString::fromStdString(callName(
                                       added->first, *added->first.structure(added->second)))));
    session.selection().choose(QString::fromStdString(added->second));
}

} // namespace hl::app
