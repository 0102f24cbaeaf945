#include "app/session/session.h"
#include "app/session/recovery.h"
#include "core/assemble/assemble.h"
#include "core/assembly/assembly.h"
#include "core/edit/draw.h"
#include "core/edit/edit.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include "core/files/workshop.h"
#include "core/structures/family.h"
#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QStandardPaths>
#include <QUndoCommand>
#include <algorithm>
#include <cmath>

namespace hl {

// A step keeps the whole design before and after: designs are small, and nothing can be forgotten.
class EditStep : public QUndoCommand {
  public:
    EditStep(Session& session, Design before, Design after, const QString& label,
             const QString& gesture)
        : QUndoCommand(label), session_(session), before_(std::move(before)),
          after_(std::move(after)), gesture_(gesture) {}
    void undo() override { session_.put(before_); }
    void redo() override { session_.put(after_); }
    int id() const override { return gesture_.isEmpty() ? -1 : 1; }
    bool mergeWith(const QUndoCommand* other) override {
        auto* next = static_cast<const EditStep*>(other);
        if (next->gesture_ != gesture_)
            return false;
        after_ = next->after_;
        setObsolete(after_ == before_);
        return true;
    }

  private:
    Session& session_;
    Design before_, after_;
    QString gesture_;
};

namespace {

QByteArray digestOf(const QString& path) {
    QFile file(path);
    if (path.isEmpty() || !file.open(QIODevice::ReadOnly))
        return {};
    QCryptographicHash hash(QCryptographicHash::Sha256);
    return hash.addData(&file) ? hash.result() : QByteArray();
}

// A name beside `path` that is free: "workshop.damaged-1.json".
QString asideOf(const QString& path) {
    const QFileInfo info(path);
    for (int n = 1;; ++n) {
        const QString name = info.path() + '/' + info.completeBaseName() +
                             QString(".damaged-%1.").arg(n) + info.suffix();
        if (!QFileInfo::exists(name))
            return name;
    }
}

QString workshopPath() {
    return QStandardPaths::writableLocation(QStandardPaths::AppConfigLocation) + "/workshop.json";
}

} // namespace

Session::Session(QObject* parent) : QObject(parent) {
    const QString kept = workshopPath();
    if (QFileInfo::exists(kept)) {
        auto text = readFile(kept.toStdString());
        auto workshop = text ? workshopFromText(*text) : Result<Workshop>(text.problem());
        if (workshop)
            workshop_ = *workshop;
        else {
            const QString aside = asideOf(kept);
            const bool moved = QFile::rename(kept, aside);
            startTroubles_ << tr("The workshop's file could not be read: %1. %2")
                                  .arg(QString::fromStdString(workshop.problem().text()),
                                       moved ? tr("It is kept as %1; the workshop starts from the "
                                                  "samples.")
                                                   .arg(aside)
                                             : tr("It stays where it is until you change the "
                                                  "workshop."));
        }
    }
    keeping_.setSingleShot(true);
    keeping_.setInterval(1000);
    connect(&keeping_, &QTimer::timeout, this, &Session::keepNow);
    connect(&watcher_, &QFileSystemWatcher::fileChanged, this, [this](const QString& path) {
        // A file that is replaced is another one: it has to be watched anew.
        if (path == path_ && QFileInfo::exists(path) && !watcher_.files().contains(path))
            watcher_.addPath(path);
        if (path == path_ && clashes())
            emit changedOnDisk();
    });
    connect(&folder_, &Folder::failed, this, &Session::refused);
    const CardSpec first;
    design_ = *newDesign(first.width, first.height, first.spine, Unit::Millimetre);
    history_.setUndoLimit(500);
    connect(&folder_, &Folder::reached, this, [this](const SnapshotPtr& s) {
        if (s->version != version_)
            return; // a later design is on its way
        snapshot_ = s;
        setOpening(opening_); // the new motion may be a shorter one
        emit snapshotChanged();
    });
    connect(&history_, &QUndoStack::cleanChanged, this, &Session::documentChanged);
}

void Session::edit(const Design& next, const QString& label, const QString& gesture) {
    if (next != design_)
        history_.push(new EditStep(*this, design_, next, label, gesture));
}

bool Session::edit(const Result<Design>& next, const QString& label, const QString& gesture) {
    if (!next) {
        emit refused(QString::fromStdString(next.problem().text()));
        return false;
    }
    edit(*next, label, gesture);
    return true;
}

void Session::put(const Design& design) {
    design_ = design;
    ++version_;
    folder_.request(design_, version_, workshop_);
    const std::string owner = selectedStructure().toStdString();
    if (!owner.empty() && !design_.structure(owner) && !design_.part(owner))
        select({});
    if (shown_) { // what it says is of the design before
        shown_.reset();
        emit findingShown();
    }
    emit designChanged();
    keepSoon();
}

void Session::keepSoon() {
    if (!keeping_.isActive())
        keeping_.start();
}

void Session::keepNow() {
    keeping_.stop();
    const Trouble t = recovery::keep(design_, path_);
    if (t && !keepingFails_)
        emit refused(tr("No copy can be kept in case of a crash: %1. Save often.")
                         .arg(QString::fromStdString(t->text())));
    keepingFails_ = t.has_value();
}

void Session::watch() {
    if (!watcher_.files().isEmpty())
        watcher_.removePaths(watcher_.files());
    onDisk_ = digestOf(path_);
    if (!path_.isEmpty())
        watcher_.addPath(path_);
}

bool Session::clashes() const {
    if (path_.isEmpty() || !QFileInfo::exists(path_))
        return false; // nothing of anybody's would be lost
    return digestOf(path_) != onDisk_;
}

QStringList Session::takeStartTroubles() {
    QStringList out;
    out.swap(startTroubles_);
    return out;
}

void Session::open(const Design& design, const QString& path, bool unsaved) {
    history_.clear();
    path_ = path;
    selected_.clear();
    hovered_.clear();
    setTool(Tool::Select);
    snapshot_.reset();
    watch();
    put(design);
    keeping_.stop();
    if (unsaved) {
        history_.resetClean();
        keepNow();
    } else {
        recovery::drop();
    }
    emit selectionChanged();
    emit documentChanged();
}

bool Session::load(const QString& path) {
    auto design = loadDesign(path.toStdString());
    if (!design) {
        emit refused(QString::fromStdString(design.problem().text()));
        return false;
    }
    open(*design, QFileInfo(path).absoluteFilePath());
    return true;
}

bool Session::save(const QString& path, bool evenSo) {
    if (!evenSo && QFileInfo(path).absoluteFilePath() == path_ && clashes()) {
        emit refused(tr("%1: another program wrote to it since it was opened; nothing was saved.")
                         .arg(path));
        return false;
    }
    if (Trouble t = saveDesign(design_, path.toStdString())) {
        emit refused(QString::fromStdString(t->text()));
        return false;
    }
    path_ = QFileInfo(path).absoluteFilePath();
    watch();
    history_.setClean();
    keeping_.stop();
    recovery::drop();
    emit documentChanged();
    return true;
}

void Session::setOpening(double degrees) {
    degrees = std::clamp(degrees, first(), last());
    if (degrees == opening_)
        return;
    opening_ = degrees;
    emit openingChanged(degrees);
}

void Session::show(const Finding& finding) {
    if (snapshot_)
        for (size_t i = 0; i < snapshot_->findings.size(); ++i)
            if (snapshot_->findings[i].message == finding.message)
                folder_.prefer(static_cast<int>(i));
    select(finding.panels.empty() ? QString() : QString::fromStdString(finding.panels.front()));
    setOpening(finding.opening);
    shown_ = finding;
    emit findingShown();
}

void Session::setWorkshop(const Workshop& workshop) {
    workshop_ = workshop;
    const QString path = workshopPath();
    QDir().mkpath(QFileInfo(path).path());
    if (Trouble t = saveFile(path.toStdString(), workshopToText(workshop)))
        emit refused(QString::fromStdString(t->text()));
    put(Design(design_));
}

void Session::setFinest(int finest) {
    finest_ = finest;
    emit designChanged();
}

void Session::select(const QString& id) {
    if (id == selected_)
        return;
    selected_ = id;
    const bool was = shown_.has_value();
    shown_.reset();
    emit selectionChanged();
    if (was)
        emit findingShown();
}

void Session::hover(const QString& id) {
    if (id == hovered_)
        return;
    hovered_ = id;
    emit hoverChanged();
}

void Session::setTool(Tool tool) {
    tool_ = tool;
    picked_.clear();
    if (tool != Tool::Place)
        placing_.clear();
    ghost_.reset();
    ghostWhy_.clear();
    emit ghostChanged();
    emit toolChanged();
}

void Session::startPlacing(const QString& family) {
    setTool(Tool::Place);
    placing_ = family;
    emit toolChanged();
}

void Session::pointAt(const QString& host, const Vec2& at) {
    const Family* f = family(placing_.toStdString());
    if (!f || !snapshot_ || !current())
        return;
    const Assembly& a = snapshot_->folded->assembly;
    const std::string on = host.toStdString();
    const bool panel = f->ground == Ground::Panel;
    const int crease = a.crease(on), page = a.panel(on);
    ghost_.reset();
    if (panel ? page < 0 : crease < 0) {
        ghostWhy_ = host.isEmpty() ? QString()
                    : panel        ? tr("Point at a panel: %1 lies on one.").arg(oneOf(*f).c_str())
                            : tr("Point at a fold: %1 stands on one.").arg(oneOf(*f).c_str());
        return emit ghostChanged();
    }
    const Host h = panel ? hostOnPanel(a, page) : hostOf(a, crease);
    // On marks of the ruler, so that a place by hand can be measured.
    const double step = design_.units == Unit::Inch ? 25.4 / 16 : 0.5;
    auto mark = [&](double v, double most) {
        return Measure::fromMm(std::clamp(std::round(v / step) * step, 0.0, std::max(0.0, most)));
    };
    auto added = addStructure(design_, f->id, on, {});
    if (!added) {
        ghostWhy_ = QString::fromStdString(added.problem().text());
        return emit ghostChanged();
    }
    auto& [d, id] = *added;
    auto values = measuresOf(d, id);
    StructureSpec& s = *d.structure(id);
    const Vec2 from = panel ? h.left.origin : a.creases[crease].from;
    const Vec2 way = panel ? h.left.along : a.creases[crease].dir();
    const double along = (at - from).dot(way);
    if (panel) {
        s.set["across"] = mark(along, h.length);
        s.set["along"] = mark((at - from).dot(h.left.inward), h.left.room);
    } else if (values && values->count("place")) {
        const bool wide = values->count("width") && f->parameter("width");
        const double width = wide ? values->at("width") : 0;
        s.set["place"] = mark(along - width / 2, h.length - width);
    }
    auto made = assemble(d);
    if (made) {
        ghost_ = std::make_shared<const Case>(d, *made);
        ghostId_ = QString::fromStdString(id);
        ghostWhy_.clear();
    } else {
        ghostWhy_ = QString::fromStdString(made.problem().text());
    }
    emit ghostChanged();
}

void Session::placeGhost() {
    if (!ghost_)
        return emit refused(ghostWhy_.isEmpty() ? tr("Point at the fold or panel it goes on.")
                                                : ghostWhy_);
    const Design d = ghost_->design;
    const QString id = ghostId_;
    setTool(Tool::Select);
    edit(d, tr("Add %1").arg(id));
    select(id);
}

void Session::glueAt(const QString& panel, const Vec2& at) {
    if (!snapshot_)
        return;
    const Assembly& a = snapshot_->folded->assembly;
    const int i = a.panel(panel.toStdString());
    if (i < 0)
        return;
    if (picked_.isEmpty()) {
        if (!design_.part(ownerOf(panel.toStdString())))
            return emit refused(tr("%1 belongs to a structure, which places its own tabs; point at "
                                   "a tab or panel of a blank.")
                                    .arg(panel));
        picked_ = panel;
        select(panel);
        emit toolChanged();
        return;
    }
    auto glued = glueOnto(design_, picked_.toStdString(), panel.toStdString(), at);
    if (!glued)
        return emit refused(QString::fromStdString(glued.problem().text()));
    edit(glued->first, tr("Glue %1 on %2").arg(picked_, panel));
    setTool(Tool::Select);
}

bool Session::means(const QString& chosen, const QString& id) {
    return !chosen.isEmpty() && (id == chosen || id.startsWith(chosen + '.'));
}

QString Session::selectedStructure() const {
    const QString owner = QString::fromStdString(ownerOf(selected_.toStdString()));
    return owner == "card" ? QString() : owner;
}

QString Session::hostForNew() const {
    if (snapshot_ && snapshot_->folded->assembly.crease(selected_.toStdString()) >= 0)
        return selected_;
    return "card.spine";
}

} // namespace hl
