#include "app/make/make_pane.h"
#include "app/inspect/rows.h"
#include "app/look/flow_layout.h"
#include "app/look/parts.h"
#include "app/look/picture_view.h"
#include "core/report/plan_pictures.h"
#include <QAction>
#include <QButtonGroup>
#include <QCheckBox>
#include <QLabel>
#include <QListWidget>
#include <QMenu>
#include <QProgressBar>
#include <QPushButton>
#include <QSettings>
#include <QSpinBox>
#include <QSplitter>
#include <QToolButton>
#include <QVBoxLayout>

namespace hl::app {

MakePane::MakePane(Session& session, QWidget& window)
    : session_(session), cuts_(new QPushButton(tr("Cuts"))), scores_(new QPushButton(tr("Scores"))),
      next_(new QPushButton(tr("Done, next"))), back_(new QPushButton(tr("Back"))),
      take_(new QPushButton(tr("Take the sheets out"))),
      fromDrawer_(new QCheckBox(tr("From my drawer"))), copies_(new QSpinBox),
      things_(new QListWidget), steps_(new QListWidget), picture_(new PictureView),
      said_(new QLabel), notes_(new QLabel), count_(new QLabel), progress_(new QProgressBar),
      laying_(*this, *progress_) {
    setObjectName("make-pane");
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    FlowLayout* row = nullptr;
    column->addWidget(bar(row));
    auto* group = new QButtonGroup(this);
    cuts_->setObjectName("make-cuts");
    scores_->setObjectName("make-scores");
    for (auto* b : {cuts_, scores_}) {
        b->setCheckable(true);
        group->addButton(b);
        row->addWidget(b);
    }
    session_.tellOf(laying_.worker(), tr("The plan"));
    connect(cuts_, &QPushButton::clicked, this, [this] { turnTo(Cuts); });
    connect(scores_, &QPushButton::clicked, this, [this] { turnTo(Scores); });
    copies_->setObjectName("make-copies");
    copies_->setRange(1, 200);
    copies_->setPrefix(tr("cards: "));
    copies_->setAccessibleName(tr("How many cards"));
    row->addWidget(copies_);
    connect(copies_, &QSpinBox::valueChanged, this, &MakePane::plan);
    fromDrawer_->setObjectName("make-from-drawer");
    fromDrawer_->setToolTip(tr("Only from the sheets that the drawer holds, offcuts first; else "
                               "from as many of the usual sheets as it takes"));
    row->addWidget(fromDrawer_);
    connect(fromDrawer_, &QCheckBox::clicked, this, &MakePane::plan);
    take_->setObjectName("make-take");
    take_->setToolTip(tr("Takes the planned sheets out of the drawer, and puts back what is left"));
    row->addWidget(take_);
    connect(take_, &QPushButton::clicked, this, &MakePane::takeSheets);
    otherwise_ = new QToolButton;
    otherwise_->setObjectName("make-otherwise");
    otherwise_->setText(tr("Otherwise"));
    otherwise_->setToolTip(tr("Keep this sheet, or lay its parts another way round"));
    otherwise_->setPopupMode(QToolButton::InstantPopup);
    auto* wishes = new QMenu(otherwise_);
    wishes->setObjectName("make-wishes");
    otherwise_->setMenu(wishes);
    connect(wishes, &QMenu::aboutToShow, this, &MakePane::offerWishes);
    row->addWidget(otherwise_);
    row->addSpring();
    count_->setProperty("quiet", true);
    count_->setObjectName("make-count");
    row->addWidget(count_);
    for (const char* name : {"build-sheet", "workshop", "fill"})
        row->addWidget(actionButton(window.findChild<QAction*>(name)));

    auto* across = new QSplitter(Qt::Horizontal);
    across->setHandleWidth(1);
    across->setChildrenCollapsible(false);
    auto* side = new QWidget;
    auto* rows = new QVBoxLayout(side);
    things_->setObjectName("make-things");
    things_->setWordWrap(true);
    steps_->setObjectName("make-steps");
    steps_->setWordWrap(true);
    for (auto* list : {things_, steps_})
        list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    rows->addWidget(things_, 2);
    notes_->setWordWrap(true);
    notes_->setTextFormat(Qt::PlainText);
    notes_->setObjectName("make-notes");
    rows->addWidget(notes_);
    rows->addWidget(steps_, 3);
    side->setMinimumWidth(std::max(220, 30 * fontMetrics().averageCharWidth()));
    across->addWidget(side);
    auto* large = new QWidget;
    auto* below = new QVBoxLayout(large);
    below->setContentsMargins(0, 0, 0, 8);
    picture_->setObjectName("make-picture");
    below->addWidget(picture_, 1);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(14, 0, 12, 0);
    said_->setObjectName("make-said");
    said_->setTextFormat(Qt::PlainText);
    said_->setWordWrap(true);
    QFont letters = font(); // to be read at the bench
    letters.setPointSizeF(letters.pointSizeF() * 1.5);
    said_->setFont(letters);
    foot->addWidget(said_, 1);
    next_->setObjectName("make-next");
    back_->setObjectName("make-back");
    foot->addWidget(back_);
    foot->addWidget(next_);
    below->addLayout(foot);
    across->addWidget(large);
    across->setStretchFactor(0, 0);
    across->setStretchFactor(1, 1);
    column->addWidget(across, 1);
    column->addWidget(progress_);

    connect(things_, &QListWidget::currentRowChanged, this, [this] {
        if (!filling_)
            fillSteps();
    });
    connect(steps_, &QListWidget::currentRowChanged, this, [this] {
        if (!filling_)
            draw();
    });
    connect(steps_, &QListWidget::itemChanged, this, [this](QListWidgetItem* item) {
        if (!filling_)
            tick(item->data(Qt::UserRole).toString(), item->checkState() == Qt::Checked);
    });
    connect(next_, &QPushButton::clicked, this, &MakePane::forward);
    connect(back_, &QPushButton::clicked, this, &MakePane::back);
    connect(picture_, &PictureView::resized, this, &MakePane::draw);
    connect(&session_, &Session::snapshotChanged, this, [this] {
        if (isVisible() && outOfDate())
            plan();
    });
    // Of another design that cannot be made there is nothing to show.
    connect(&session_, &Session::troubleChanged, this, [this] {
        if (session_.trouble() && !session_.snapshot()) {
            planned_.reset();
            planning_.reset();
            fillThings();
        }
    });
    setFocusProxy(steps_);
    fromDrawer_->setChecked(!session_.workshop().drawer.papers.empty());
    turnTo(Cuts);
}

void MakePane::showEvent(QShowEvent* e) {
    QWidget::showEvent(e);
    if (outOfDate())
        plan();
}

bool MakePane::outOfDate() const {
    if (!session_.snapshot()) // it cannot be made just now; what was planned stays
        return false;
    const auto& now = session_.snapshot()->folded;
    if (taken_ && *taken_ == session_.workshop().drawer && planned_ && now &&
        now->design == planned_->folded->design)
        return false;
    return now != planning_;
}

void MakePane::turnTo(Mode mode) {
    mode_ = mode;
    (mode == Cuts ? cuts_ : scores_)->setChecked(true);
    fillThings();
}

// On the worker: it takes a while for many parts, and nobody waits for what is no longer wanted.
void MakePane::plan() {
    const SnapshotPtr snapshot = session_.snapshot();
    if (!snapshot || !snapshot->folded)
        return;
    planning_ = snapshot->folded;
    wishes_ = keptWishes(session_);
    taken_.reset();
    laying_.ask(
        [snapshot, drawer = session_.workshop().drawer, fromDrawer = fromDrawer_->isChecked(),
         wishes = wishes_, copies = copies_->value()](const Worker::Cancelled& cancelled,
                                                      const Laying<Planned>::Progress& progress) {
            return plannedFor(*snapshot, drawer, fromDrawer, copies, wishes, cancelled, progress);
        },
        [this](std::shared_ptr<const Planned> planned) { take(std::move(planned)); });
}

void MakePane::take(std::shared_ptr<const Planned> planned) {
    planned_ = std::move(planned);
    ticks_ = QSettings().value(session_.keyFor("made/")).toStringList();
    fillThings();
    emit plannedAnew();
}

void MakePane::fillThings() {
    filling_ = true;
    const int before = things_->currentRow();
    things_->clear();
    QString notes;
    if (planned_) {
        const Unit unit = planned_->folded->design.units;
        if (mode_ == Cuts) {
            for (const PlannedSheet& s : planned_->cuts.sheets)
                things_->addItem(tr("%1, %2%3 x %4")
                                     .arg(q(s.paper), s.offcut ? tr("offcut ") : QString(),
                                          q(sayLength(s.width, unit)),
                                          q(sayLength(s.height, unit))));
            for (const MissingPart& m : planned_->cuts.missing)
                notes +=
                    tr("Missing: %1, %2. Nearest: %3.\n").arg(q(m.part), q(m.why), q(m.nearest));
            for (const std::string& r : planned_->cuts.remarks)
                notes += q(r) + "\n";
        } else {
            for (const BlankScores& b : planned_->scores)
                things_->addItem(b.count > 1 ? tr("%1 x %2").arg(b.count).arg(q(b.part))
                                             : q(b.part));
            notes = planned_->scores.empty() ? tr("Nothing is scored.") : q(planned_->rounded);
        }
    }
    notes_->setText(notes.trimmed().left(600));
    notes_->setVisible(!notes.isEmpty());
    notes_->setProperty("wrong", mode_ == Cuts && planned_ && !planned_->cuts.missing.empty());
    copies_->setVisible(mode_ == Cuts);
    fromDrawer_->setVisible(mode_ == Cuts);
    take_->setVisible(mode_ == Cuts);
    otherwise_->setVisible(mode_ == Cuts);
    otherwise_->setEnabled(planned_ && (!planned_->cuts.sheets.empty() || !wishes_.none()));
    take_->setEnabled(planned_ && !taken_ && planned_->fromDrawer &&
                      !planned_->cuts.sheets.empty());
    if (things_->count())
        things_->setCurrentRow(std::clamp(before, 0, things_->count() - 1));
    filling_ = false;
    fillSteps();
}

std::vector<QString> MakePane::stepsOf(int thing) const {
    if (!planned_ || thing < 0)
        return {};
    return mode_ == Scores ? scoreSteps(*planned_, size_t(thing))
                           : cutSteps(*planned_, size_t(thing));
}

// What a tick is kept by: the thing and the step, as they are told. A plan that changes loses the
// ticks of what it no longer says.
QString MakePane::keyOf(int thing, int step) const {
    return QString("%1|%2|%3|%4")
        .arg(mode_ == Cuts ? "cut" : "score", things_->item(thing)->text())
        .arg(step)
        .arg(stepsOf(thing)[size_t(step)]);
}

void MakePane::fillSteps() {
    filling_ = true;
    steps_->clear();
    const int thing = things_->currentRow();
    const std::vector<QString> said = stepsOf(thing);
    int first = -1;
    for (int i = 0; i < int(said.size()); ++i) {
        auto* item = new QListWidgetItem(QString("%1. %2").arg(i + 1).arg(said[size_t(i)]));
        const QString key = keyOf(thing, i);
        item->setData(Qt::UserRole, key);
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(ticked(key) ? Qt::Checked : Qt::Unchecked);
        steps_->addItem(item);
        if (first < 0 && !ticked(key))
            first = i;
    }
    if (steps_->count())
        steps_->setCurrentRow(first < 0 ? steps_->count() - 1 : first);
    filling_ = false;
    countTicks();
    draw();
}

void MakePane::draw() {
    const int thing = things_->currentRow(), step = steps_->currentRow();
    next_->setEnabled(step >= 0);
    back_->setEnabled(step > 0);
    if (!planned_ || thing < 0) {
        picture_->show({});
        said_->clear();
        return;
    }
    const Design& d = planned_->folded->design;
    const QSizeF room = picture_->room();
    const auto stock = [&](const std::string& paper) -> const Stock& {
        for (const Stock& s : d.stocks)
            if (s.name == paper)
                return s;
        return d.paper("");
    };
    const bool over =
        step >= 0 && step == steps_->count() - 1 && steps_->item(step)->checkState() == Qt::Checked;
    if (mode_ == Cuts) {
        const PlannedSheet& s = planned_->cuts.sheets[size_t(thing)];
        const size_t done = size_t(std::max(0, step)) + (over ? 1 : 0);
        picture_->show(cutPicture(s, std::min(done, s.cuts.size()), stock(s.paper).face, d.units,
                                  room.width(), room.height()));
    } else {
        const BlankScores& b = planned_->scores[size_t(thing)];
        const ListedPart& p = planned_->parts[b.listed];
        const Stock& paper = stock(p.paper);
        picture_->show(boardPicture(b, p, size_t(std::max(0, step)) + (over ? 1 : 0),
                                    planned_->drawer.board, paper.face, paper.back, d.units,
                                    room.width(), room.height()));
    }
    said_->setText(over        ? tr("All of it is done.")
                   : step >= 0 ? steps_->item(step)->text()
                               : tr("It is taken as it is."));
}

void MakePane::tick(const QString& key, bool done) {
    ticks_.removeAll(key);
    if (done)
        ticks_ << key;
    while (ticks_.size() > 2000)
        ticks_.removeFirst();
    QSettings().setValue(session_.keyFor("made/"), ticks_);
    countTicks();
    draw();
}

void MakePane::countTicks() {
    int left = 0, all = 0;
    for (int thing = 0; thing < things_->count(); ++thing) {
        const int steps = int(stepsOf(thing).size());
        int done = 0;
        for (int i = 0; i < steps; ++i)
            done += ticked(keyOf(thing, i));
        all += steps;
        left += steps - done;
        QFont letters = things_->font();
        letters.setStrikeOut(steps > 0 && done == steps);
        things_->item(thing)->setFont(letters);
    }
    count_->setText(all == 0    ? QString()
                    : left == 0 ? tr("all %1 done").arg(all)
                                : tr("%1 of %2 left").arg(left).arg(all));
}

void MakePane::forward() {
    const int step = steps_->currentRow();
    if (step < 0)
        return;
    steps_->item(step)->setCheckState(Qt::Checked); // which is kept
    if (step + 1 < steps_->count())
        steps_->setCurrentRow(step + 1);
    else if (things_->currentRow() + 1 < things_->count())
        things_->setCurrentRow(things_->currentRow() + 1);
}

void MakePane::back() {
    if (steps_->currentRow() > 0)
        steps_->setCurrentRow(steps_->currentRow() - 1);
}

void MakePane::takeSheets() {
    if (!planned_ || !planned_->fromDrawer)
        return;
    Workshop w = session_.workshop();
    w.drawer = drawerAfter(w.drawer, planned_->cuts);
    take_->setEnabled(false); // once
    taken_ = w.drawer;
    session_.setWorkshop(w);
}

} // namespace hl::app
