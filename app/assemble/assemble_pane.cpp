#include "app/assemble/assemble_pane.h"
#include "app/assemble/progress_book.h"
#include "app/look/flow_layout.h"
#include "app/look/parts.h"
#include "app/look/picture_view.h"
#include "app/look/theme.h"
#include "app/session/aside.h"
#include "core/edit/adhesives.h"
#include "core/report/hands_chart.h"
#include "core/steps/adhesives.h"
#include "core/steps/pins.h"
#include "core/steps/words.h"
#include <QAction>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QListWidget>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QSpinBox>
#include <QSplitter>
#include <QToolButton>
#include <QVBoxLayout>
#include <set>
#include <utility>

namespace hl::app {

AssemblePane::AssemblePane(Session& session, QWidget& window)
    : session_(session), bench_(new QPushButton(tr("To the bench"))), cards_(new QSpinBox),
      fromDrawer_(new QCheckBox(tr("From my drawer"))), steps_(new QListWidget),
      before_(new PictureView), after_(new PictureView), chart_(new PictureView),
      title_(new QLabel), said_(new QLabel), why_(new QLabel), notes_(new QLabel),
      count_(new QLabel), earlier_(new QPushButton(tr("Earlier"))),
      later_(new QPushButton(tr("Later"))), free_(new QPushButton(tr("Let it go"))),
      adhesive_(new QComboBox), alike_(new QCheckBox(tr("for all alike"))),
      progress_(new QProgressBar), laying_(*this, *progress_) {
    setObjectName("assemble-pane");
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    FlowLayout* row = nullptr;
    column->addWidget(bar(row));
    bench_->setObjectName("assemble-bench");
    bench_->setProperty("primary", true);
    bench_->setToolTip(tr("One step at a time, as large as the window, with its clocks"));
    row->addWidget(bench_);
    connect(bench_, &QPushButton::clicked, this, &AssemblePane::benchWanted);
    cards_->setObjectName("assemble-cards");
    cards_->setRange(1, 200);
    cards_->setPrefix(tr("cards: "));
    cards_->setAccessibleName(tr("How many cards"));
    row->addWidget(cards_);
    connect(cards_, &QSpinBox::valueChanged, this, &AssemblePane::layOut);
    fromDrawer_->setObjectName("assemble-from-drawer");
    fromDrawer_->setToolTip(tr("Only from the sheets and with the glue that the drawer holds"));
    fromDrawer_->setChecked(!session.workshop().drawer.papers.empty());
    row->addWidget(fromDrawer_);
    connect(fromDrawer_, &QCheckBox::clicked, this, &AssemblePane::layOut);
    row->addSpring();
    count_->setProperty("quiet", true);
    count_->setObjectName("assemble-count");
    row->addWidget(count_);
    for (const char* name : {"build-sheet", "fill"})
        row->addWidget(actionButton(window.findChild<QAction*>(name)));

    auto* across = new QSplitter(Qt::Horizontal);
    across->setHandleWidth(1);
    across->setChildrenCollapsible(false);
    auto* side = new QWidget;
    auto* rows = new QVBoxLayout(side);
    steps_->setObjectName("assemble-steps");
    steps_->setWordWrap(true);
    steps_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    steps_->setAccessibleName(tr("The steps in their order"));
    notes_->setWordWrap(true);
    notes_->setTextFormat(Qt::PlainText);
    notes_->setProperty("wrong", true);
    notes_->setObjectName("assemble-notes");
    rows->addWidget(notes_);
    rows->addWidget(steps_, 1);
    side->setMinimumWidth(std::max(230, 32 * fontMetrics().averageCharWidth()));
    across->addWidget(side);

    auto* large = new QSplitter(Qt::Vertical);
    large->setHandleWidth(1);
    large->setChildrenCollapsible(false);
    auto* step = new QWidget;
    auto* below = new QVBoxLayout(step);
    below->setContentsMargins(14, 8, 14, 8);
    auto* pictures = new QHBoxLayout;
    before_->setObjectName("assemble-before");
    after_->setObjectName("assemble-after");
    before_->setAccessibleName(tr("Before the step"));
    after_->setAccessibleName(tr("After the step"));
    auto* then = new QLabel("→");
    then->setFont(headingFont(20));
    pictures->addWidget(before_, 1);
    pictures->addWidget(then);
    pictures->addWidget(after_, 1);
    below->addLayout(pictures, 5);
    // What can be decided of a step stands beside its title, in sight however long its words are.
    auto* choices = new QHBoxLayout;
    choices->addWidget(title_, 1);
    earlier_->setObjectName("assemble-earlier");
    earlier_->setToolTip(tr("Pins this step before the one above it, where that is possible"));
    later_->setObjectName("assemble-later");
    later_->setToolTip(tr("Pins this step after the one below it, where that is possible"));
    free_->setObjectName("assemble-free");
    free_->setToolTip(tr("Takes your pins off this step"));
    adhesive_->setObjectName("assemble-adhesive");
    adhesive_->setAccessibleName(tr("What it is glued with"));
    alike_->setObjectName("assemble-alike");
    alike_->setToolTip(tr("What is chosen is for all tabs, mats, figures or sheets, as this is"));
    for (QWidget* w : std::initializer_list<QWidget*>{earlier_, later_, free_, adhesive_, alike_})
        choices->addWidget(w);
    below->addLayout(choices);
    auto* words = new QWidget; // as long as they are, however large the letters
    auto* lines = new QVBoxLayout(words);
    lines->setContentsMargins(0, 4, 0, 0);
    title_->setObjectName("assemble-title");
    title_->setFont(headingFont(14));
    said_->setObjectName("assemble-said");
    why_->setObjectName("assemble-why");
    why_->setProperty("quiet", true);
    for (QLabel* label : {title_, said_, why_}) {
        label->setTextFormat(Qt::PlainText);
        label->setWordWrap(true);
        label->setTextInteractionFlags(Qt::TextSelectableByMouse);
        if (label != title_)
            lines->addWidget(label);
    }
    connect(earlier_, &QPushButton::clicked, this, [this] { move(-1); });
    connect(later_, &QPushButton::clicked, this, [this] { move(1); });
    connect(free_, &QPushButton::clicked, this, [this] {
        const int row = steps_->currentRow();
        const std::string id = work_->work.steps[size_t(row)].id;
        chosen_ = QString::fromStdString(id);
        session_.edit(steps::unpinned(session_.design(), id), tr("Take the pins off a step"));
    });
    adhesive_->addItem(tr("glued as usual"), "auto");
    for (const steps::AdhesiveKind& k : steps::adhesiveKinds())
        if (k.id != std::string("fastener"))
            adhesive_->addItem(QString::fromUtf8(k.name), QString::fromUtf8(k.id));
    connect(adhesive_, &QComboBox::activated, this,
            [this](int i) { stick(adhesive_->itemData(i).toString()); });
    lines->addStretch(1);
    auto* scroller = new QScrollArea;
    scroller->setWidgetResizable(true);
    scroller->setFrameShape(QFrame::NoFrame);
    scroller->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroller->setFocusPolicy(Qt::NoFocus);
    scroller->setWidget(words);
    below->addWidget(scroller, 2);
    QFont letters = font(); // to be read beside the work
    letters.setPointSizeF(letters.pointSizeF() * 1.2);
    said_->setFont(letters);
    large->addWidget(step);
    chart_->setObjectName("assemble-chart");
    chart_->setAccessibleName(tr("Hands and drying"));
    large->addWidget(chart_);
    large->setStretchFactor(0, 3);
    large->setStretchFactor(1, 1);
    large->setSizes({520, 170});
    across->addWidget(large);
    across->setStretchFactor(0, 0);
    across->setStretchFactor(1, 1);
    column->addWidget(across, 1);
    column->addWidget(progress_);

    session_.tellOf(laying_.worker(), tr("The order of the work"));
    connect(steps_, &QListWidget::currentRowChanged, this, [this] {
        if (!filling_)
            draw();
    });
    connect(steps_, &QListWidget::itemActivated, this, &AssemblePane::benchWanted);
    connect(chart_, &PictureView::resized, this, &AssemblePane::draw);
    connect(&session_, &Session::snapshotChanged, this, [this] {
        if (isVisible() && session_.snapshot() && session_.snapshot()->folded != asked_)
            layOut();
    });
    connect(&session_, &Session::troubleChanged, this, [this] {
        if (session_.trouble() && !session_.snapshot()) {
            work_.reset();
            asked_.reset();
            fill();
        }
    });
    setFocusProxy(steps_);
    fill();
}

void AssemblePane::showEvent(QShowEvent* e) {
    QWidget::showEvent(e);
    if (session_.snapshot() && session_.snapshot()->folded != asked_)
        layOut();
    else
        fill(); // the bench may have done some of it
}

void AssemblePane::layOut() {
    const SnapshotPtr snapshot = session_.snapshot();
    if (!snapshot || !snapshot->folded)
        return;
    asked_ = snapshot->folded;
    laying_.ask(
        [snapshot, drawer = session_.workshop().drawer, fromDrawer = fromDrawer_->isChecked(),
         cards = cards_->value()](const Worker::Cancelled& cancelled,
                                  const Laying<LaidWork>::Progress& progress) {
            return laidWork(*snapshot, drawer, fromDrawer, cards, cancelled, progress);
        },
        [this](std::shared_ptr<const LaidWork> work) { take(std::move(work)); });
}

void AssemblePane::take(std::shared_ptr<const LaidWork> work) {
    work_ = std::move(work);
    fill();
    emit laidAnew();
    if (std::exchange(benchNext_, false))
        emit benchWanted();
}

void AssemblePane::toTheBench() {
    const auto now = session_.snapshot() ? session_.snapshot()->folded : nullptr;
    if (work_ && work_->folded == now)
        emit benchWanted();
    else
        benchNext_ = true;
}

void AssemblePane::move(int by) {
    const int row = steps_->currentRow(), other = row + by;
    if (!work_ || row < 0 || other < 0 || other >= steps_->count())
        return;
    const auto& all = work_->work.steps;
    const std::string &mine = all[size_t(row)].id, &theirs = all[size_t(other)].id;
    const auto next = steps::pinned(session_.design(), work_->work, by < 0 ? mine : theirs,
                                    by < 0 ? theirs : mine);
    if (!next) {
        notes_->setText(QString::fromStdString(next.problem().text()));
        notes_->show();
        return;
    }
    chosen_ = QString::fromStdString(mine);
    session_.edit(*next, tr("Move a step of the work"));
}

void AssemblePane::stick(const QString& kind) {
    const int row = steps_->currentRow();
    if (!work_ || row < 0)
        return;
    const steps::WorkStep& s = work_->work.steps[size_t(row)];
    const Case& c = *work_->folded;
    Design d = session_.design();
    std::set<std::string> of;
    for (const std::string& id : s.joins)
        if (const int j = c.assembly.join(id);
            j >= 0 && traitsOf(c.assembly.joins[size_t(j)].kind).sticks)
            of.insert(alike_->isChecked() ? steps::alikeOf(c, c.assembly.joins[size_t(j)]) : id);
    for (const std::string& one : of) {
        auto next = aside([&] { return setAdhesive(d, one, kind.toStdString()); });
        if (!next) {
            notes_->setText(QString::fromStdString(next.problem().text()));
            notes_->show();
            return;
        }
        d = *next;
    }
    chosen_ = QString::fromStdString(s.id);
    session_.edit(d, tr("Glue it with something else"));
}

void AssemblePane::showChoices(const steps::WorkStep& s) {
    const Design& d = work_->folded->design;
    const int row = steps_->currentRow();
    earlier_->setEnabled(row > 0);
    later_->setEnabled(row + 1 < steps_->count());
    free_->setVisible(std::any_of(d.pins.begin(), d.pins.end(), [&](const PinSpec& p) {
        return p.before == s.id || p.after == s.id;
    }));
    const Assembly& a = work_->folded->assembly;
    const std::string* chosen = nullptr;
    bool sticks = false;
    for (const std::string& id : s.joins)
        if (const int j = a.join(id); j >= 0 && traitsOf(a.joins[size_t(j)].kind).sticks) {
            sticks = true;
            chosen = steps::chosenAdhesive(*work_->folded, a.joins[size_t(j)]);
        }
    adhesive_->setVisible(sticks);
    alike_->setVisible(sticks);
    adhesive_->setCurrentIndex(
        std::max(0, adhesive_->findData(chosen ? QString::fromStdString(*chosen) : "auto")));
}

void AssemblePane::fill() {
    filling_ = true;
    int before = steps_->currentRow();
    steps_->clear();
    QString notes;
    int done = 0, first = -1;
    if (work_) {
        const ProgressBook book(session_.keyFor("bench/"));
        for (size_t i = 0; i < work_->work.steps.size(); ++i) {
            const steps::WorkStep& s = work_->work.steps[i];
            auto* item = new QListWidgetItem(
                QString("%1. %2").arg(i + 1).arg(QString::fromStdString(s.title)));
            const bool is = book.done(QString::fromStdString(s.id));
            QFont letters = steps_->font();
            letters.setStrikeOut(is);
            item->setFont(letters);
            item->setToolTip(QString::fromStdString(s.why));
            steps_->addItem(item);
            done += is;
            if (!chosen_.isEmpty() && QString::fromStdString(s.id) == chosen_)
                before = int(i);
            if (first < 0 && !is)
                first = int(i);
        }
        for (const std::string& p : work_->problems)
            notes += QString::fromStdString(p) + "\n";
        count_->setText(tr("%1 at the bench, done after %2; %3 of %4 steps done")
                            .arg(QString::fromStdString(steps::minutesText(work_->table.work)),
                                 QString::fromStdString(steps::minutesText(work_->table.elapsed)))
                            .arg(done)
                            .arg(work_->work.steps.size()));
    } else {
        count_->clear();
    }
    notes_->setText(notes.trimmed().left(600));
    notes_->setVisible(!notes.isEmpty());
    bench_->setEnabled(work_ && !work_->work.steps.empty());
    if (steps_->count())
        steps_->setCurrentRow(
            std::clamp(before >= 0 ? before : std::max(0, first), 0, steps_->count() - 1));
    if (work_)
        chosen_.clear();
    filling_ = false;
    draw();
}

void AssemblePane::draw() {
    const int row = steps_->currentRow();
    if (!work_ || row < 0 || size_t(row) >= work_->pictures.size()) {
        for (PictureView* view : {before_, after_, chart_})
            view->show({});
        for (QLabel* label : {title_, said_, why_})
            label->clear();
        for (QWidget* w :
             std::initializer_list<QWidget*>{earlier_, later_, free_, adhesive_, alike_})
            w->setVisible(false);
        return;
    }
    const steps::WorkStep& s = work_->work.steps[size_t(row)];
    before_->show(work_->pictures[size_t(row)].before);
    after_->show(work_->pictures[size_t(row)].after);
    title_->setText(QString::fromStdString(s.title));
    QStringList lines;
    for (const std::string& line : steps::stepLines(s))
        lines << QString::fromStdString(line);
    said_->setText(lines.join('\n'));
    const std::string why = steps::whyThere(work_->work, work_->folded->design.pins, s.id);
    why_->setText(why.empty() ? QString() : tr("Why here: %1").arg(QString::fromStdString(why)));
    earlier_->show();
    later_->show();
    showChoices(s);
    const QSizeF room = chart_->room();
    chart_->show(handsChart({{&work_->work, work_->cards}}, work_->job, work_->table, room.width(),
                            room.height()));
}

} // namespace hl::app
