// The workbench and its panes: which room has which, what fills the window, and whose share is
// kept.
#include "app/actions/room.h"
#include "app/assemble/assemble_pane.h"
#include "app/assemble/bench_view.h"
#include "app/flat/flat_pane.h"
#include "app/frame/later_pane.h"
#include "app/frame/side_column.h"
#include "app/panels/findings_panel.h"
#include "app/prove/prove_view.h"
#include "app/standing/standing_pane.h"
#include "app/standing/standing_view.h"
#include "app/workbench.h"
#include <QApplication>
#include <QMenuBar>
#include <QSettings>
#include <QSplitter>
#include <QStackedWidget>
#include <algorithm>

namespace hl::app {

// All panes there are, in the places where any room has them.
QWidget* Workbench::buildPanes() {
    across_ = new QSplitter(Qt::Horizontal);
    across_->setHandleWidth(1);
    across_->setChildrenCollapsible(false);
    column_ = new SideColumn(session_, *this);
    centre_ = new QSplitter(Qt::Vertical);
    centre_->setChildrenCollapsible(false);
    centre_->setHandleWidth(1);
    standing_ = new StandingPane(session_, *this);
    connect(standing_, &StandingPane::refused, this, [this](const QString& why) { tell(why); });
    flat_ = new FlatPane(session_, *this);
    prove_ = new LaterPane([this] {
        auto* prove = new ProveView(session_);
        connect(prove, &ProveView::asked, this, &Workbench::askBackwards);
        connect(prove, &ProveView::reportWanted, this, &Workbench::writeProof);
        connect(prove, &ProveView::workshopWanted, this, &Workbench::openWorkshop);
        return prove;
    });
    connect(&session_.selection(), &Selection::findingShown, &standing_->view(),
            &StandingView::lookAtShown);
    for (const Room& r : rooms()) {
        subjects_.push_back(r.pane ? new LaterPane([this, make = r.pane] { return make(*this); })
                                   : static_cast<QWidget*>(standing_));
        centre_->addWidget(subjects_.back());
    }
    for (QWidget* pane : std::initializer_list<QWidget*>{flat_, prove_})
        centre_->addWidget(pane);
    connect(&session_.placing(), &Placing::toolChanged, this, [this] {
        if (designShown_ && drawing() != drew_) {
            drew_ = drawing();
            showPanes();
        }
    });
    findings_ = new FindingsPanel(session_);
    findings_->setMinimumWidth(std::max(200, 26 * findings_->fontMetrics().averageCharWidth()));
    connect(findings_, &FindingsPanel::changed, this, [this](int n) {
        if ((n > 0) != somethingToSay_) {
            somethingToSay_ = n > 0;
            showPanes();
        }
    });
    across_->addWidget(column_);
    across_->addWidget(centre_);
    across_->addWidget(findings_);
    across_->setStretchFactor(0, 0);
    across_->setStretchFactor(1, 1);
    across_->setStretchFactor(2, 0);
    const QByteArray kept = QSettings().value("columns").toByteArray();
    if (kept.isEmpty() || !across_->restoreState(kept))
        across_->setSizes({252, 790, 238});
    connect(centre_, &QSplitter::splitterMoved, this, [this] {
        // The maker's own share of the height, in this room from now on.
        const QWidget* subject = subjectPane();
        if (centre_->height() > 0 && lowerPane() && lowerPane()->isVisible())
            QSettings().setValue("rooms/" + room_->id,
                                 double(subject->height()) / centre_->height());
    });
    return across_;
}

QWidget* Workbench::subjectPane() const { return subjects_[size_t(room_ - rooms().data())]; }

QWidget* Workbench::lowerPane() const {
    switch (room_->lower) {
    case Lower::None:
        return nullptr;
    case Lower::Parts:
    case Lower::Sheets:
        return flat_;
    case Lower::Proof:
        return prove_;
    }
    return nullptr;
}

// Shows what the room has, or the one pane that fills the window.
void Workbench::showPanes() {
    QWidget* const lower = lowerAway_ && !drawing() ? nullptr : lowerPane();
    std::vector<std::pair<QWidget*, bool>> panes = {
        {column_, room_->beside != Beside::Nothing},
        {flat_, lower == flat_},
        {prove_, lower == prove_},
        {findings_, somethingToSay_ && subjectPane() == standing_ && roomForFindings()}};
    for (QWidget* subject : subjects_)
        panes.push_back({subject, subject == subjectPane()});
    if (filling_) // the splitters go with what they hold
        for (auto& [pane, wanted] : panes)
            pane->setVisible(pane == filling_);
    else
        for (auto& [pane, wanted] : panes)
            pane->setVisible(wanted);
    centre_->setVisible(!filling_ || filling_->parent() == centre_);
    column_->show(room_->beside);
    standing_->view().pickPanels(room_->beside == Beside::Dress);
    flat_->showSheets(room_->lower == Lower::Sheets);
    if (filling_ || !lower)
        return;
    double part = QSettings().value("rooms/" + room_->id, room_->part).toDouble();
    part = part > 0 ? std::clamp(part, 0.1, 0.9) : room_->part; // settings can be damaged
    if (drawing() && lower == flat_) // there has to be room for the pointer
        part = std::min(part, 0.5);
    const int high = std::max(100, centre_->height());
    QList<int> sizes;
    for (int i = 0; i < centre_->count(); ++i)
        sizes << (centre_->widget(i) == subjectPane() ? int(high * part)
                  : centre_->widget(i) == lower       ? high - int(high * part)
                                                      : 0);
    centre_->setSizes(sizes);
}

bool Workbench::drawing() {
    const Placing::Tool tool = session_.placing().tool();
    return tool != Placing::Tool::Select && tool != Placing::Tool::Place;
}

// Beside the column of structures there is not always room for a further one; the verdict's own
// words lead to it.
bool Workbench::roomForFindings() const {
    return room_->beside == Beside::Nothing ||
           width() >= column_->minimumWidth() + findings_->minimumWidth() + 440;
}

void Workbench::resizeEvent(QResizeEvent* e) {
    QMainWindow::resizeEvent(e);
    constexpr int roomy = 90; // letters beside one another: with fewer the rooms' names need it all
    for (QWidget* sign : betweenRooms_)
        sign->setVisible(width() >= roomy * fontMetrics().averageCharWidth());
    if (room_ && designShown_)
        showPanes();
}

// The pane that the keyboard is in fills the window, or goes back to its place.
void Workbench::fill() {
    QWidget* next = nullptr;
    if (!filling_) {
        next = subjectPane();
        std::vector<QWidget*> panes = subjects_;
        panes.insert(panes.end(), {flat_, prove_, findings_, column_});
        for (QWidget* pane : panes)
            if (pane->isVisible() && QApplication::focusWidget() &&
                pane->isAncestorOf(QApplication::focusWidget()))
                next = pane;
    }
    filling_ = next;
    showPanes();
}

// Over menus and rooms as well: hands are sticky, and the screen is an arm's length away.
void Workbench::toTheBench() {
    const auto work = findChild<AssemblePane*>()->work();
    if (!work || work->work.steps.empty())
        return;
    if (!bench_) {
        bench_ = new BenchView;
        connect(bench_, &BenchView::left, this, [this] { goTo("assemble"); });
        pages_->addWidget(bench_);
        connect(pages_, &QStackedWidget::currentChanged, this,
                [this] { menuBar()->setVisible(pages_->currentWidget() != bench_); });
    }
    bench_->lay(work, session_.keyFor("bench/"));
    pages_->setCurrentWidget(bench_);
    bench_->setFocus();
}

void Workbench::toggleLower() {
    lowerAway_ = !lowerAway_;
    filling_ = nullptr;
    showPanes();
}

// How the window is laid out, for the next time.
void Workbench::keepLayout() {
    QSettings settings;
    settings.setValue("window", saveGeometry());
    if (!filling_)
        settings.setValue("columns", across_->saveState());
}

} // namespace hl::app
