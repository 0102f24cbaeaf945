#include "app/session/session.h"
#include "app/session/aside.h"
#include "app/session/paths.h"
#include "app/session/recovery.h"
#include "core/assemble/assemble.h"
#include "core/design/texts.h"
#include "core/edit/edit.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include "core/files/workshop.h"
#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSettings>
#include <QStandardPaths>
#include <QUndoCommand>
#include <algorithm>

namespace hl::app {

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

// Of what a file holds; empty where there is no file that can be read.
QByteArray digestOf(const QString& path) {
    const auto text = readFile(bytesOf(path));
    return text ? QCryptographicHash::hash(*text, QCryptographicHash::Sha256) : QByteArray();
}

bool exists(const QString& path) { return !thereAlready({bytesOf(path)}).empty(); }

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
        if (path == path_ && exists(path) && !watcher_.files().contains(path))
            watcher_.addPath(path);
        afterAside(this, [this, path] {
            if (path == path_ && clashes())
                emit changedOnDisk(QPrivateSignal());
        });
    });
    connect(&folder_, &Folder::failed, this, [this](const QString& why) { refuse(why); });
    const CardSpec first;
    design_ =
        *aside([&] { return newDesign(first.width, first.height, first.spine, Unit::Millimetre); });
    history_.setUndoLimit(500);
    // Settings can be damaged: only what can be chosen is taken from them.
    const int finest = QSettings().value("finest", finest_).toInt();
    if (finest == 8 || finest == 16 || finest == 32 || finest == 64)
        finest_ = finest;
    connect(&folder_, &Folder::reached, this,
            [this](const SnapshotPtr& s) { afterAside(this, [this, s] { take(s); }); });
    connect(&history_, &QUndoStack::cleanChanged, this, [this](bool clean) {
        if (clean) { // undone to what was saved: there is nothing to be recovered
            keeping_.stop();
            recovery::drop();
        }
        emit documentChanged(QPrivateSignal());
    });
}

void Session::edit(const Design& wanted, const QString& label, const QString& gesture) {
    Design next = wanted;
    makePlain(next); // whatever was typed or pasted
    if (next != design_)
        history_.push(new EditStep(*this, design_, next, label, gesture));
}

bool Session::edit(const Result<Design>& next, const QString& label, const QString& gesture) {
    if (!next) {
        refuse(QString::fromStdString(next.problem().text()));
        return false;
    }
    edit(*next, label, gesture);
    return true;
}

Trouble Session::tryEdit(const std::function<void(Design&)>& change, const QString& label,
                         const QString& gesture) {
    Design next = design_;
    const auto made = aside([&] {
        change(next);
        return assemble(next);
    });
    // What cannot be made already may be mended step by step.
    if (!made && !trouble_)
        return made.problem();
    edit(next, label, gesture);
    return {};
}

bool Session::change(const std::function<void(Design&)>& change, const QString& label,
                     const QString& gesture) {
    const Trouble t = tryEdit(change, label, gesture);
    if (t)
        refuse(QString::fromStdString(t->text()));
    return !t;
}

const AllValues& Session::measures() {
    if (current())
        return snapshot_->folded->assembly.measures;
    if (measured_ != version_) {
        measured_ = version_;
        measures_.clear();
        // What is wrong with it is told elsewhere.
        runAside([this] { static_cast<void>(assemble(design_, &measures_)); });
    }
    return measures_;
}

// What the folder has reached.
void Session::take(const SnapshotPtr& s) {
    if (s->version != version_)
        return; // a later design is on its way
    const bool was = trouble_.has_value();
    trouble_ = s->trouble;
    if (was || trouble_)
        emit troubleChanged(QPrivateSignal());
    if (trouble_)
        return;
    snapshot_ = s;
    // The new motion may be a shorter one; a card just opened is seen as it is displayed.
    setOpening(opened_ ? s->folded->assembly.display.at : opening_);
    opened_ = false;
    emit snapshotChanged(QPrivateSignal());
}

void Session::put(const Design& design) {
    design_ = design;
    ++version_;
    folder_.request(design_, version_, workshop_);
    const std::string owner = selection_.structure().toStdString();
    const QStringList several = selection_.several();
    const bool lost = std::any_of(several.begin(), several.end(), [&](const QString& id) {
        return !design_.structure(id.toStdString());
    });
    if (lost || (!owner.empty() && !design_.structure(owner) && !design_.part(owner) &&
                 !design_.group(owner)))
        selection_.choose({});
    selection_.show({}); // what it says is of the design before
    emit designChanged(QPrivateSignal());
    keepSoon();
}

void Session::keepSoon() {
    if (!keeping_.isActive())
        keeping_.start();
}

void Session::keepNow() {
    keeping_.stop();
    if (!modified())
        return recovery::drop();
    const Trouble t = recovery::keep(design_, path_, onDisk_);
    if (t && !keepingFails_)
        refuse(tr("No copy can be kept in case of a crash: %1. Save often.")
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
    if (path_.isEmpty() || !exists(path_))
        return false; // nothing of anybody's would be lost
    return digestOf(path_) != onDisk_;
}

QStringList Session::takeStartTroubles() {
    QStringList out;
    out.swap(startTroubles_);
    return out;
}

void Session::replaceBy(const Design& design, const QString& path) {
    history_.clear();
    path_ = path;
    selection_.choose({});
    selection_.hover({});
    placing_.setTool(Placing::Tool::Select);
    snapshot_.reset();
    trouble_.reset();
    opened_ = true;
    watch();
    put(design);
    keeping_.stop();
    emit opened(QPrivateSignal());
}

void Session::open(const Design& design, const QString& path) {
    replaceBy(design, path);
    recovery::drop();
    emit documentChanged(QPrivateSignal());
}

void Session::openKept(const Design& design, const QString& path, const QByteArray& base) {
    replaceBy(design, path);
    onDisk_ = base;
    history_.resetClean();
    keepNow();
    emit documentChanged(QPrivateSignal());
}

bool Session::load(const QString& path) {
    // One that cannot be made is opened all the same, so that it can be mended.
    auto text = readFile(bytesOf(path));
    auto design = text ? designAsWritten(*text) : Result<Design>(text.problem());
    if (!design && text)
        design = design.problem().in(bytesOf(path));
    if (!design) {
        refuse(QString::fromStdString(design.problem().text()));
        return false;
    }
    open(*design, QFileInfo(path).absoluteFilePath());
    return true;
}

bool Session::save(const QString& path, bool evenSo) {
    if (!evenSo && QFileInfo(path).absoluteFilePath() == path_ && clashes()) {
        refuse(tr("%1: another program wrote to it since it was opened; nothing was saved.")
                   .arg(shownPath(path)));
        return false;
    }
    if (Trouble t = aside([&] { return saveDesign(design_, bytesOf(path)); })) {
        refuse(QString::fromStdString(t->text()));
        return false;
    }
    path_ = QFileInfo(path).absoluteFilePath();
    watch();
    history_.setClean();
    keeping_.stop();
    recovery::drop();
    emit documentChanged(QPrivateSignal());
    return true;
}

QString Session::keyFor(const char* what) const {
    const QString name = path_.isEmpty() ? QString::fromStdString(design_.title) : path_;
    return what + QString::fromLatin1(
                      QCryptographicHash::hash(name.toUtf8(), QCryptographicHash::Sha1).toHex());
}

void Session::tellOf(const Worker& worker, const QString& what) {
    connect(&worker, &Worker::failed, this, [this, what](const QString& why) {
        refuse(tr("%1 broke off by an error of the program (%2). Your design is as it was.")
                   .arg(what, why));
    });
}

void Session::repeat() {
    emit designChanged(QPrivateSignal());
    if (snapshot_)
        emit snapshotChanged(QPrivateSignal());
}

void Session::setOpening(double degrees) {
    degrees = std::clamp(degrees, first(), last());
    if (degrees == opening_)
        return;
    opening_ = degrees;
    emit openingChanged(degrees, QPrivateSignal());
}

void Session::show(const Finding& finding) {
    if (snapshot_)
        for (size_t i = 0; i < snapshot_->findings.size(); ++i)
            if (snapshot_->findings[i].sameAs(finding))
                folder_.prefer(static_cast<int>(i));
    selection_.choose(finding.panels.empty() ? QString()
                                             : QString::fromStdString(finding.panels.front()));
    setOpening(finding.opening);
    selection_.show(finding);
}

void Session::setWorkshop(const Workshop& workshop) {
    workshop_ = workshop;
    const QString path = workshopPath();
    QDir().mkpath(QFileInfo(path).path());
    if (Trouble t = saveFile(path.toStdString(), workshopToText(workshop)))
        refuse(QString::fromStdString(t->text()));
    put(Design(design_));
}

void Session::setFinest(int finest) {
    finest_ = finest;
    QSettings().setValue("finest", finest);
    emit designChanged(QPrivateSignal());
}

QString Session::wholeOf(const QString& structure) const {
    const GroupSpec* g = design_.groupWith(structure.toStdString());
    const std::string chosen = selection_.structure().toStdString();
    return !g || g->id == chosen || design_.groupWith(chosen) == g ? structure
                                                                   : QString::fromStdString(g->id);
}

QStringList Session::thingsOf(const QString& id) const {
    QStringList out;
    if (const GroupSpec* g = design_.group(id.toStdString()))
        for (const std::string& member : g->members)
            out << QString::fromStdString(member);
    else if (!id.isEmpty())
        out << id;
    return out;
}

QStringList Session::chosenThings() const {
    const QStringList several = selection_.several();
    return several.isEmpty() ? thingsOf(selection_.chosen()) : several;
}

QString Session::hostForNew() const {
    const QString chosen = selection_.chosen();
    if (snapshot_ && snapshot_->folded->assembly.crease(chosen.toStdString()) >= 0)
        return chosen;
    return "card.spine";
}

} // namespace hl::app
