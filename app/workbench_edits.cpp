// The workbench and edits: what is added, chosen, asked, copied, resized and removed.
#include "app/actions/palette.h"
#include "app/flat/flat_pane.h"
#include "app/gallery/gallery.h"
#include "app/gallery/ways_dialog.h"
#include "app/inspect/inspectors.h"
#include "app/prove/ask_dialog.h"
#include "app/session/aside.h"
#include "app/standing/standing_view.h"
#include "app/workbench.h"
#include "app/workshop/workshop_dialog.h"
#include "core/dress/dress.h"
#include "core/edit/copies.h"
#include "core/edit/draw.h"
#include "core/edit/edit.h"
#include "core/edit/groups.h"
#include "core/edit/resize.h"
#include <QInputDialog>
#include <QLineEdit>
#include <QTimer>

namespace hl::app {

void Workbench::add(const QString& kind) {
    // On what is selected where that suits it, else where its family stands as a rule.
    const Family& f = *family(kind.toStdString());
    const Design& d = session_.design();
    const std::string selected = session_.selection().chosen().toStdString();
    const bool inches = d.units == Unit::Inch;
    const std::string& first = inches ? f.firstInInches : f.firstLine;
    Told line;
    std::map<std::string, std::string> feet;
    if (!first.empty()) {
        line = {{"say", first}};
        feet["left"] = feet["right"] = inches ? "1 1/4 in" : "30 mm";
    }
    const SnapshotPtr now = session_.snapshot();
    const auto added = aside([&] {
        const auto made = assemble(d);
        const bool suits = made && (f.ground == Ground::Panel ? made->panel(selected) >= 0
                                                              : made->crease(selected) >= 0);
        if (f.figure && now)
            return layTopper(d, *now->folded, suits ? selected : f.host, {});
        auto with = addStructure(d, f.id, suits ? selected : "", feet, {}, {}, line);
        if (!with && !first.empty()) // the fold has no room for that
            with = addStructure(d, f.id, suits ? selected : "", {});
        return with;
    });
    if (!added) {
        tell(QString::fromStdString(added.problem().text()));
        return;
    }
    const QString id = QString::fromStdString(added->second);
    session_.edit(added->first, tr("Add %1").arg(QString::fromStdString(oneOf(f))));
    if (f.ground != Ground::Form)
        goTo("build");
    session_.selection().choose(id);
    if (!first.empty())
        QTimer::singleShot(0, this, [this] {
            if (auto* say = findChild<QLineEdit*>("structure-say")) {
                say->setFocus();
                say->selectAll();
            }
        });
}

void Workbench::choose() {
    auto* gallery = new Gallery(this);
    gallery->setAttribute(Qt::WA_DeleteOnClose);
    connect(gallery, &Gallery::chosen, this, [this](const QString& kind) {
        // A form of card needs no pointing; nor does what only an empty card can be given.
        const Family& f = *family(kind.toStdString());
        if (f.ground == Ground::Form || (!f.form.empty() && formOf(session_.design()).plain))
            add(kind);
        else
            session_.placing().start(kind);
        standing().setFocus();
    });
    gallery->open();
}

void Workbench::showWays() {
    auto* dialog = new WaysDialog(session_.design(), session_.workshop(), this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &WaysDialog::chosen, this, [this, dialog](int way) {
        session_.edit(dialog->ways()[size_t(way)].design, tr("Fold it the chosen way"));
    });
    dialog->open();
}

void Workbench::findAction() {
    auto* palette = new Palette(table_, actions_, this);
    palette->setAttribute(Qt::WA_DeleteOnClose);
    palette->open();
}

void Workbench::showKeys() {
    auto* sheet = new KeySheet(table_, this);
    sheet->setAttribute(Qt::WA_DeleteOnClose);
    sheet->open();
}

void Workbench::askBackwards() {
    auto* dialog = new AskDialog(session_, this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->open();
}

void Workbench::openWorkshop() {
    auto* dialog = new WorkshopDialog(session_.workshop(), session_.design().stocks, this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &QDialog::accepted, this,
            [this, dialog] { session_.setWorkshop(dialog->workshop()); });
    dialog->open();
}

void Workbench::change(const Result<std::pair<Design, std::string>>& next, const QString& label) {
    if (!next)
        return tell(QString::fromStdString(next.problem().text()));
    session_.edit(next->first, label);
    session_.selection().choose(QString::fromStdString(next->second));
}

void Workbench::arrange() {
    const std::string id = session_.selection().structure().toStdString();
    bool good = false;
    const int count = QInputDialog::getInt(this, tr("Array along the fold"), tr("How many in all?"),
                                           3, 2, 50, 1, &good);
    if (!good)
        return;
    const QString gap = QInputDialog::getText(
        this, tr("Array along the fold"), tr("Gap between two of them"), QLineEdit::Normal,
        session_.design().units == Unit::Inch ? "1/4" : "6 mm", &good);
    if (!good)
        return;
    auto parsed = parseLength(gap.toStdString(), session_.design().units);
    if (!parsed)
        return tell(QString::fromStdString(parsed.problem().text()));
    change(aside([&] { return arrayStructure(session_.design(), id, count, parsed->measure); }),
           tr("Array %1").arg(called(session_, id)));
}

void Workbench::resizeAll() {
    bool good = false;
    const Design d = session_.design();
    const QString text =
        QInputDialog::getText(this, tr("Resize the whole design"),
                              tr("New closed size, such as 4 1/4 x 5 1/2 in"), QLineEdit::Normal,
                              QString::fromStdString(exactText(d.card.width, d.units) + " x " +
                                                     exactText(d.card.height, d.units)),
                              &good);
    if (!good)
        return;
    auto size = parseCardSize(text.toStdString(), d.units);
    if (!size)
        return tell(QString::fromStdString(size.problem().text()));
    // It is folded and proved twice, which is a worker's work.
    background_.request([this, d, size = *size, text](const Worker::Cancelled& cancelled) {
        auto next = resizeDesign(d, size.first, size.second);
        if (!cancelled)
            QMetaObject::invokeMethod(this, [this, d, next, text] { takeResized(d, next, text); });
    });
}

void Workbench::takeResized(const Design& before, const Result<Resized>& next,
                            const QString& size) {
    if (session_.design() != before)
        return tell(tr("The design was changed while it was being resized; resize it again."));
    if (!next)
        return tell(QString::fromStdString(next.problem().text()));
    session_.edit(next->design, tr("Resize to %1").arg(size));
    QString remarks;
    for (auto& r : next->remarks)
        remarks += (remarks.isEmpty() ? "" : "  ") + QString::fromStdString(r);
    QString hints;
    for (auto& h : next->hints)
        hints += "  " + QString::fromStdString(h);
    if (!remarks.isEmpty())
        tell(tr("Resized. What no longer fits: %1").arg(remarks) + hints);
    else if (!hints.isEmpty())
        tell(tr("Resized.") + hints);
}

void Workbench::addBlankPart() {
    auto added = aside(
        [&] { return addBlank(session_.design(), Measure::fromMm(60), Measure::fromMm(40)); });
    if (!added)
        return tell(QString::fromStdString(added.problem().text()));
    const QString id = QString::fromStdString(added->second);
    session_.edit(added->first, tr("Add a blank"));
    session_.selection().choose(id);
}

const GroupSpec* Workbench::groupChosen() {
    const std::string chosen = session_.selection().structure().toStdString();
    const GroupSpec* g = session_.design().group(chosen);
    return g ? g : session_.design().groupWith(chosen);
}

void Workbench::holdChosen() {
    std::vector<std::string> ids;
    for (const QString& id : session_.selection().several())
        ids.push_back(id.toStdString());
    change(aside([&] { return holdAsOne(session_.design(), "", ids); }),
           tr("Hold %n figures as one", "", int(ids.size())));
}

void Workbench::letChosenGo() {
    if (const GroupSpec* g = groupChosen()) {
        const std::string id = g->id;
        const QString name = called(session_, id);
        session_.edit(aside([&] { return letEachGo(session_.design(), id); }),
                      tr("Let go of %1").arg(name));
    }
}

bool Workbench::canRemove() {
    return !session_.selection().structure().isEmpty() ||
           !drawnLine(session_.design(), session_.selection().chosen().toStdString()).empty();
}

void Workbench::pickUp(Placing::Tool tool) {
    const bool on = session_.placing().tool() != tool;
    session_.placing().setTool(on ? tool : Placing::Tool::Select);
    if (on && tool != Placing::Tool::Glue)
        flat_->showSheets(false);
}

// A line or tab where one is selected, else the whole structure or blank.
void Workbench::removeSelected() {
    const std::string selected = session_.selection().chosen().toStdString();
    const std::string owner = ownerOf(selected);
    const Design& d = session_.design();
    std::string drawn = drawnLine(d, selected);
    if (const FreePart* p = d.part(owner)) {
        for (const TabSpec& t : p->tabs)
            if (selected == owner + "." + t.id || selected == owner + "." + t.id + "-fold")
                drawn = owner + "." + t.id;
        if (drawn.empty())
            drawn = owner;
    }
    if (!drawn.empty()) {
        const QString name = called(session_, drawn);
        session_.selection().choose({});
        session_.edit(aside([&] { return removeDrawn(d, drawn); }), tr("Remove %1").arg(name));
        return;
    }
    const QStringList gone = session_.chosenThings();
    if (session_.selection().structure().isEmpty())
        return;
    const QString what = session_.selection().several().isEmpty()
                             ? called(session_, owner)
                             : tr("%n structures", "", int(gone.size()));
    const Design next = aside([&] {
        Design left = d;
        for (const QString& id : gone)
            if (const std::string one = ownerOf(id.toStdString()); left.structure(one))
                left = removeStructure(left, one);
        return left;
    });
    session_.selection().choose({});
    session_.edit(next, tr("Remove %1").arg(what));
}

} // namespace hl::app
