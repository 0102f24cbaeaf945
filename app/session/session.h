// The session: the design being edited with its history and its file, the opening, and the newest
// snapshot; what is chosen and what the pointer does are kept in parts of their own.
#pragma once
#include "app/session/folder.h"
#include "app/session/placing.h"
#include "app/session/selection.h"
#include "core/design/design.h"
#include <QFileSystemWatcher>
#include <QStringList>
#include <QTimer>
#include <QUndoStack>

namespace hl::app {

class Session : public QObject {
    Q_OBJECT
  public:
    explicit Session(QObject* parent = nullptr);

    const Design& design() const { return design_; }
    QUndoStack* history() { return &history_; }
    QString path() const { return path_; }
    bool modified() const { return !history_.isClean(); }
    SnapshotPtr snapshot() const { return snapshot_; }
    // Whether the snapshot belongs to the present design.
    bool current() const { return snapshot_ && snapshot_->version == version_; }
    // The measures in force in the present design, by the snapshot where it has them already; those
    // that are known where it cannot be made.
    const AllValues& measures();
    // Why the present design cannot be made; the snapshot is an older one's then, or null.
    const Problem* trouble() const { return trouble_ ? &*trouble_ : nullptr; }

    // One step of the history. Steps with the same non-empty `gesture` in a row become one.
    void edit(const Design& next, const QString& label, const QString& gesture = {});
    // The same for an edit that may be refused; says so and returns false.
    bool edit(const Result<Design>& next, const QString& label, const QString& gesture = {});
    // The same for a change that may make what cannot be made: then nothing is edited, and why.
    Trouble tryEdit(const std::function<void(Design&)>& change, const QString& label,
                    const QString& gesture = {});
    // As tryEdit; says why by `refused`.
    bool change(const std::function<void(Design&)>& change, const QString& label,
                const QString& gesture = {});

    // Replaces the document. An empty path is a design that was never saved.
    void open(const Design& design, const QString& path);
    // The same for a copy that was kept of unsaved work. Saving it asks where its file is no longer
    // what it was made from (`base`, as Found has it).
    void openKept(const Design& design, const QString& path, const QByteArray& base);
    bool load(const QString& path); // keeps the open document when it cannot
    // Refuses to write over what somebody else wrote to the open file meanwhile (`clashes`), unless
    // told to.
    bool save(const QString& path, bool evenSo = false);
    // Whether the open file is no longer what was read or written here.
    bool clashes() const;
    // Copies for recovery are written a moment after an edit; this writes what is due now.
    void keepNow();
    // What was wrong when the program started, to be told once there is a window.
    QStringList takeStartTroubles();

    double opening() const { return opening_; }
    void setOpening(double degrees);
    // The course of the newest snapshot: from where to where the card moves.
    double first() const { return snapshot_ ? snapshot_->folded->first() : 0; }
    double last() const { return snapshot_ ? snapshot_->folded->last() : widestOpening; }

    // Shows a problem, or what stands in the way of what was asked.
    void refuse(const QString& message) { emit refused(message, QPrivateSignal()); }
    void refuse(const Problem& problem) { refuse(QString::fromStdString(problem.text())); }
    // Says once more what is there already, for views whose colours or pictures have changed.
    void repeat();

    Selection& selection() { return selection_; }
    Placing& placing() { return placing_; }
    // What a press on a structure means: first the group that holds it, then the structure itself.
    QString wholeOf(const QString& structure) const;
    // The ids that an id stands for: of a group what it holds.
    QStringList thingsOf(const QString& id) const;
    QStringList chosenThings() const;
    // The crease that new structures go on: the selected one, else the spine.
    QString hostForNew() const;

    // The finest fraction of an inch that measures are shown in: 8, 16, 32 or 64.
    int finest() const { return finest_; }
    void setFinest(int finest);

    // Shows a finding: its panels, at the opening where it is worst.
    void show(const Finding& finding);
    const Workshop& workshop() const { return workshop_; }
    // Keeps the maker's tools and mail classes for all cards, and proves anew. Says so when they
    // could not be written.
    void setWorkshop(const Workshop& workshop);

    Folder& folder() { return folder_; }
    // The key of the settings by which something is kept for this design: by the place of its file;
    // of one that has none, by its title.
    QString keyFor(const char* what) const;
    // Tells when a job of somebody's worker breaks off: "The plan", "The sheets".
    void tellOf(const Worker& worker, const QString& what);

  signals:
    void designChanged(QPrivateSignal);
    void snapshotChanged(QPrivateSignal);
    void troubleChanged(QPrivateSignal); // or gone
    void openingChanged(double degrees, QPrivateSignal);
    void opened(QPrivateSignal);                          // another document
    void documentChanged(QPrivateSignal);                 // another path, or saved, or modified
    void refused(const QString& message, QPrivateSignal); // a problem to show
    void changedOnDisk(QPrivateSignal);                   // another program wrote to the open file

  private:
    friend class EditStep;
    void put(const Design& design);
    void replaceBy(const Design& design, const QString& path);
    void take(const SnapshotPtr& snapshot);
    void watch(); // the open file, as it is now
    void keepSoon();

    QByteArray onDisk_; // what the open file held when it was read or written here; a digest
    QFileSystemWatcher watcher_;
    QTimer keeping_;
    bool keepingFails_ = false;
    QStringList startTroubles_;
    Design design_;
    QUndoStack history_;
    QString path_;
    bool opened_ = false; // and not yet folded: it will be shown as it is displayed
    double opening_ = 90;
    int finest_ = 16;
    Workshop workshop_;
    quint64 version_ = 0;
    SnapshotPtr snapshot_;
    AllValues measures_; // of the version below, while its snapshot is on the way
    quint64 measured_ = 0;
    std::optional<Problem> trouble_;
    Selection selection_;
    Placing placing_{*this};
    Folder folder_;
};

} // namespace hl::app
