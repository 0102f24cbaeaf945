// The session: the design being edited with its history, and what all views share: selection,
// hovering, the opening and the newest snapshot.
#pragma once
#include "app/session/folder.h"
#include "core/design/design.h"
#include <QFileSystemWatcher>
#include <QStringList>
#include <QTimer>
#include <QUndoStack>

namespace hl {

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

    // One step of the history. Steps with the same non-empty `gesture` in a row become one.
    void edit(const Design& next, const QString& label, const QString& gesture = {});
    // The same for an edit that may be refused; says so and returns false.
    bool edit(const Result<Design>& next, const QString& label, const QString& gesture = {});

    // Replaces the document. An empty path is a design that was never saved.
    void open(const Design& design, const QString& path, bool unsaved = false);
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

    // An id: a structure, panel, crease or "card". Empty: nothing.
    QString selected() const { return selected_; }
    void select(const QString& id);
    QString hovered() const { return hovered_; }
    void hover(const QString& id);
    // Whether a thing with this id is meant by `chosen` (itself, or its owner).
    static bool means(const QString& chosen, const QString& id);
    // The structure the selection belongs to; empty for the card.
    QString selectedStructure() const;
    // The crease that new structures go on: the selected one, else the spine.
    QString hostForNew() const;

    // The finest fraction of an inch that measures are shown in: 8, 16, 32 or 64.
    int finest() const { return finest_; }
    void setFinest(int finest);

    // What the pointer does on flat parts and, for gluing, on the standing card.
    enum class Tool { Select, Valley, Mountain, Slit, Tab, Glue, Place };
    Tool tool() const { return tool_; }
    void setTool(Tool tool);
    // The tab picked up to be glued; empty until one is pointed at.
    QString picked() const { return picked_; }
    // With the gluing tool: the first pointing picks a tab up, the second puts it on a panel at a
    // place (flat coordinates of the panel's part).
    void glueAt(const QString& panel, const Vec2& at);

    // Placing: from choosing a family to pointing at the fold or panel it goes on. Meanwhile the
    // ghost is the design with it where the pointer is; null where it cannot stand.
    void startPlacing(const QString& family);
    QString placing() const { return placing_; }
    std::shared_ptr<const Case> ghost() const { return ghost_; }
    QString ghostId() const { return ghostId_; }
    // The pointer is over a crease or panel at a place in the flat coordinates of its part.
    void pointAt(const QString& host, const Vec2& at);
    // Places the ghost for good; says why when there is none.
    void placeGhost();

    // Shows a finding: its panels, at the opening where it is worst.
    void show(const Finding& finding);
    // The finding that is shown; none once something else is chosen or the design has changed.
    const Finding* shown() const { return shown_ ? &*shown_ : nullptr; }

    const Workshop& workshop() const { return workshop_; }
    // Keeps the maker's tools and mail classes for all cards, and proves anew. Says so when they
    // could not be written.
    void setWorkshop(const Workshop& workshop);

    Folder& folder() { return folder_; }

  signals:
    void designChanged();
    void snapshotChanged();
    void selectionChanged();
    void hoverChanged();
    void openingChanged(double degrees);
    void toolChanged(); // or what it has picked up
    void ghostChanged();
    void findingShown();
    void documentChanged();               // another path, or saved, or modified
    void refused(const QString& message); // a problem to show
    void changedOnDisk();                 // another program wrote to the open file

  private:
    friend class EditStep;
    void put(const Design& design);
    void watch(); // the open file, as it is now
    void keepSoon();

    QByteArray onDisk_; // what the open file held when it was read or written here; a digest
    QFileSystemWatcher watcher_;
    QTimer keeping_;
    bool keepingFails_ = false;
    QStringList startTroubles_;
    Design design_;
    QUndoStack history_;
    QString path_, selected_, hovered_, picked_;
    Tool tool_ = Tool::Select;
    QString placing_, ghostId_, ghostWhy_;
    std::shared_ptr<const Case> ghost_;
    double opening_ = 90;
    int finest_ = 16;
    std::optional<Finding> shown_;
    Workshop workshop_;
    quint64 version_ = 0;
    SnapshotPtr snapshot_;
    Folder folder_;
};

} // namespace hl
