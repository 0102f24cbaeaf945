#include "app/log/log_pane.h"
#include "app/assemble/progress_book.h"
#include "app/log/build_view.h"
#include "app/log/build_words.h"
#include "app/log/learned_view.h"
#include "app/log/measurable.h"
#include "app/log/record_dialog.h"
#include "app/look/flow_layout.h"
#include "app/look/parts.h"
#include "app/look/picture_view.h"
#include "app/look/theme.h"
#include "app/look/words.h"
#include "app/session/aside.h"
#include "core/files/hlantern.h"
#include "core/journal/chart.h"
#include "core/journal/next.h"
#include "core/prove/saying.h"
#include "core/structures/naming.h"
#include <QAction>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QSplitter>
#include <QToolButton>
#include <QVBoxLayout>

namespace hl::app {

using namespace journal;

namespace {

// A titled column of the lower half.
QVBoxLayout* column(QSplitter& in, const QString& title) {
    auto* body = new QWidget;
    auto* rows = new QVBoxLayout(body);
    rows->setContentsMargins(12, 8, 12, 8);
    rows->addWidget(barTitle(title));
    in.addWidget(body);
    return rows;
}

} // namespace

LogPane::LogPane(Session& session, QWidget& window)
    : session_(session), search_(new QLineEdit), family_(new QComboBox), paper_(new QComboBox),
      occasion_(new QComboBox), counted_(new QComboBox),
      prototypes_(new QCheckBox(tr("prototypes"))), list_(new QListWidget), next_(new QListWidget),
      learned_(new LearnedView(session)), build_(new BuildView), count_(new QLabel),
      trouble_(new QLabel), caption_(new QLabel), do_(new QPushButton(tr("Do it"))),
      done_(new QPushButton(tr("Tick it off"))), chart_(new PictureView) {
    setObjectName("log-pane");
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 0, 0, 0);
    whole->setSpacing(0);
    FlowLayout* row = nullptr;
    whole->addWidget(bar(row));
    auto* built = new QPushButton(tr("I built it…"));
    built->setObjectName("log-record");
    built->setProperty("primary", true);
    built->setToolTip(tr("Records that this card was built, and what came of it"));
    connect(built, &QPushButton::clicked, this, &LogPane::record);
    row->addWidget(built);
    search_->setObjectName("log-search");
    search_->setPlaceholderText(tr("Search titles, occasions, remarks"));
    search_->setAccessibleName(tr("Search the journal"));
    search_->setClearButtonEnabled(true);
    search_->setMinimumWidth(24 * fontMetrics().averageCharWidth());
    row->addWidget(search_);
    const std::pair<QComboBox*, const char*> filters[] = {
        {family_, "log-family"}, {paper_, "log-paper"}, {occasion_, "log-occasion"}};
    for (auto& [box, name] : filters) {
        box->setObjectName(name);
        row->addWidget(box);
        connect(box, &QComboBox::activated, this, &LogPane::fillList);
    }
    family_->setAccessibleName(tr("With which structure"));
    paper_->setAccessibleName(tr("Of which paper"));
    occasion_->setAccessibleName(tr("For which occasion"));
    prototypes_->setObjectName("log-prototypes");
    prototypes_->setChecked(true);
    row->addWidget(prototypes_);
    row->addSpring();
    count_->setObjectName("log-count");
    count_->setProperty("quiet", true);
    row->addWidget(count_);
    row->addWidget(actionButton(window.findChild<QAction*>("fill")));
    trouble_->setObjectName("log-trouble");
    trouble_->setTextFormat(Qt::PlainText);
    trouble_->setWordWrap(true);
    trouble_->setProperty("wrong", true);
    trouble_->hide();
    whole->addWidget(trouble_);

    auto* across = new QSplitter(Qt::Horizontal);
    across->setHandleWidth(1);
    across->setChildrenCollapsible(false);
    list_->setObjectName("log-builds");
    list_->setAccessibleName(tr("What was built, the newest first"));
    list_->setWordWrap(true);
    list_->setSpacing(2);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->setMinimumWidth(std::max(230, 32 * fontMetrics().averageCharWidth()));
    across->addWidget(list_);
    auto* large = new QSplitter(Qt::Vertical);
    large->setHandleWidth(1);
    large->setChildrenCollapsible(false);
    auto* upper = new QWidget;
    auto* charted = new QVBoxLayout(upper);
    charted->setContentsMargins(12, 8, 12, 4);
    counted_->setObjectName("log-counted");
    counted_->addItems({tr("Cards by month"), tr("Sheets by paper"), tr("Cards by structure"),
                        tr("Cards by occasion"), tr("What the chosen readings say")});
    counted_->setAccessibleName(tr("What the chart counts"));
    charted->addWidget(counted_, 0, Qt::AlignLeft);
    chart_->setObjectName("log-chart");
    chart_->setAccessibleName(tr("Chart of the journal"));
    chart_->setMinimumHeight(140);
    charted->addWidget(chart_, 1);
    caption_->setObjectName("log-caption");
    caption_->setProperty("quiet", true);
    caption_->setWordWrap(true);
    charted->addWidget(caption_);
    large->addWidget(upper);
    auto* lower = new QSplitter(Qt::Horizontal);
    lower->setHandleWidth(1);
    lower->setChildrenCollapsible(false);
    auto* one = column(*lower, tr("This build"));
    one->addWidget(build_, 1);
    auto* two = column(*lower, tr("Next time"));
    next_->setObjectName("log-next");
    next_->setWordWrap(true);
    next_->setAccessibleName(tr("Notes that concern the open design"));
    two->addWidget(next_, 1);
    do_->setObjectName("log-do");
    do_->setToolTip(tr("Changes the open design as the note asks, and ticks the note"));
    done_->setObjectName("log-done");
    two->addWidget(do_, 0, Qt::AlignLeft);
    two->addWidget(done_, 0, Qt::AlignLeft);
    auto* three = column(*lower, tr("Learned"));
    three->addWidget(learned_, 1);
    lower->setSizes({330, 300, 370});
    large->addWidget(lower);
    large->setSizes({240, 320});
    across->addWidget(large);
    across->setStretchFactor(0, 0);
    across->setStretchFactor(1, 1);
    whole->addWidget(across, 1);

    connect(search_, &QLineEdit::textChanged, this, &LogPane::fillList);
    connect(prototypes_, &QCheckBox::clicked, this, &LogPane::fillList);
    connect(counted_, &QComboBox::activated, this, &LogPane::drawChart);
    connect(chart_, &PictureView::resized, this, &LogPane::drawChart);
    connect(list_, &QListWidget::currentRowChanged, this, &LogPane::showBuild);
    connect(do_, &QPushButton::clicked, this, &LogPane::carryOut);
    connect(done_, &QPushButton::clicked, this, &LogPane::tick);
    connect(next_, &QListWidget::currentRowChanged, this, [this](int at) {
        const bool there = at >= 0 && size_t(at) < notes_.size();
        do_->setEnabled(there && notes_[size_t(at)].wish.has_value());
        done_->setEnabled(there);
    });
    connect(learned_, &LearnedView::chosenByHand, this, [this] {
        counted_->setCurrentIndex(4);
        drawChart();
    });
    connect(learned_, &LearnedView::refused, this, &LogPane::refuse);
    connect(build_, &BuildView::refused, this, &LogPane::refuse);
    connect(build_, &BuildView::openWanted, this, &LogPane::openWanted);
    connect(&session_, &Session::designChanged, this, [this] {
        if (isVisible())
            showNotes();
    });
    setFocusProxy(list_);
}

void LogPane::refuse(const QString& why) {
    trouble_->setText(why);
    trouble_->show();
}

template<class T> bool LogPane::told(const Result<T>& result) {
    if (!result)
        refuse(q(result.problem().text()));
    return bool(result);
}

bool LogPane::told(const Trouble& t) {
    if (t)
        refuse(q(t->text()));
    return !t;
}

bool LogPane::open() {
    if (journal_)
        return true;
    auto opened =
        Journal::open(qEnvironmentVariable("HL_JOURNAL", q(usualJournal())).toStdString());
    if (!told(opened))
        return false;
    journal_ = std::move(*opened);
    trouble_->hide();
    return true;
}

void LogPane::showEvent(QShowEvent* e) {
    QWidget::showEvent(e);
    fill();
}

void LogPane::fill() {
    if (!open())
        return;
    fillFilter(*family_, Count::Families);
    fillFilter(*paper_, Count::Papers);
    fillFilter(*occasion_, Count::Occasions);
    fillList();
    showNotes();
    learned_->fill(*journal_);
}

void LogPane::fillFilter(QComboBox& box, Count by) {
    const QString chosen = box.currentData().toString();
    box.clear();
    box.addItem(by == Count::Families ? tr("any structure")
                : by == Count::Papers ? tr("any paper")
                                      : tr("any occasion"),
                QString());
    const auto rows = journal_->tally(by);
    if (told(rows))
        for (const Tally& t : *rows)
            if (!t.of.empty())
                box.addItem(q(t.of), q(t.of));
    box.setCurrentIndex(std::max(0, box.findData(chosen)));
}

Query LogPane::asked() const {
    Query query;
    query.text = search_->text().trimmed().toStdString();
    query.family = family_->currentData().toString().toStdString();
    query.paper = paper_->currentData().toString().toStdString();
    query.occasion = occasion_->currentData().toString().toStdString();
    if (!prototypes_->isChecked())
        query.prototype = false;
    return query;
}

void LogPane::fillList() {
    if (!journal_)
        return;
    auto found = journal_->list(asked());
    if (!told(found))
        return;
    const long at = list_->currentRow() >= 0 ? builds_[size_t(list_->currentRow())].id : 0;
    builds_ = std::move(*found);
    int chosen = builds_.empty() ? -1 : 0;
    {
        const QSignalBlocker quiet(list_);
        list_->clear();
        for (size_t i = 0; i < builds_.size(); ++i) {
            const Build& b = builds_[i];
            QString second =
                q(b.failed.empty() ? b.occasion : tr("failed: %1").arg(q(b.failed)).toStdString());
            if (b.stars > 0)
                second += (second.isEmpty() ? "" : "  ") + starsOf(b.stars);
            list_->addItem(q(b.when) + "  " + q(b.title) +
                           (b.number > 1 ? tr(" × %1").arg(b.number) : QString()) +
                           (b.prototype ? tr(", prototype") : QString()) +
                           (second.isEmpty() ? QString() : "\n" + second));
            if (b.id == at)
                chosen = int(i);
        }
        list_->setCurrentRow(chosen);
    }
    int cards = 0;
    for (const Build& b : builds_)
        cards += b.number;
    count_->setText(builds_.empty() ? tr("Nothing recorded yet")
                                    : tr("%1 builds, %2 cards").arg(builds_.size()).arg(cards));
    showBuild();
    drawChart();
}

void LogPane::showBuild() {
    const int row = list_->currentRow();
    if (row < 0 || !journal_)
        return build_->setBuild(std::nullopt);
    auto b = journal_->build(builds_[size_t(row)].id);
    build_->setBuild(told(b) ? std::optional<Build>(std::move(*b)) : std::nullopt);
}

void LogPane::showNotes() {
    notes_.clear();
    next_->clear();
    do_->setEnabled(false);
    done_->setEnabled(false);
    if (!journal_)
        return;
    const auto all = journal_->notes();
    if (!told(all))
        return;
    notes_ = aside([&] { return concerning(*all, session_.design()); });
    const Design& d = session_.design();
    for (const NextTime& n : notes_) {
        const StructureSpec* s = d.structure(n.subject);
        const std::string of = s                                          ? callName(d, *s)
                               : n.subject.find('.') != std::string::npos ? placeName(d, n.subject)
                                                                          : n.subject;
        next_->addItem((of.empty() ? QString() : q(capital(of)) + ": ") + q(n.text));
    }
    if (!notes_.empty()) {
        next_->setCurrentRow(0);
        return;
    }
    auto* none = new QListWidgetItem(tr("No notes wait for this card, its papers or structures."));
    none->setFlags(Qt::NoItemFlags);
    next_->addItem(none);
}

void LogPane::drawChart() {
    const QSizeF room = chart_->room();
    if (!journal_ || room.height() < 10)
        return;
    const int what = counted_->currentIndex();
    Picture picture;
    if (what == 4) {
        if (const Learned* l = learned_->chosen())
            picture = learnedChart(*l, room.width(), room.height());
    } else {
        const Count by[] = {Count::Months, Count::Papers, Count::Families, Count::Occasions};
        const auto rows = journal_->tally(by[what], asked());
        if (told(rows))
            picture = barsOf(*rows, what == 1, room.width(), room.height());
    }
    caption_->setText(q(picture.caption));
    chart_->show(picture);
}

void LogPane::carryOut() {
    const int row = next_->currentRow();
    if (row < 0 || size_t(row) >= notes_.size())
        return;
    const NextTime note = notes_[size_t(row)];
    const auto next = aside([&] { return carriedOut(note, session_.design()); });
    if (!told(next))
        return;
    if (!told(journal_->tick(note.id)))
        return;
    session_.edit(*next, tr("Do what a note asks for"));
    showNotes();
}

void LogPane::tick() {
    const int row = next_->currentRow();
    if (row < 0 || size_t(row) >= notes_.size())
        return;
    told(journal_->tick(notes_[size_t(row)].id));
    showNotes();
}

void LogPane::record() {
    if (!open())
        return;
    auto build = aside([&] { return buildFromText("{}", designToText(session_.design())); });
    if (!told(build))
        return;
    if (build->title.empty())
        build->title = session_.path().section('/', -1).section('.', 0, 0).toStdString();
    const ProgressBook book(session_.keyFor("bench/"));
    for (const QString& step : book.steps()) {
        Took t;
        t.step = step.toStdString();
        t.doing = step.section('.', 0, 0).toStdString();
        t.minutes = book.minutes(step);
        build->times.push_back(t);
    }
    RecordDialog dialog(*build, measurables(session_), session_.design().units, this);
    if (dialog.exec() != QDialog::Accepted)
        return;
    if (told(journal_->add(dialog.build())))
        fill();
}

} // namespace hl::app
