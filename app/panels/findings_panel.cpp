#include "app/panels/findings_panel.h"
#include "app/look/theme.h"
#include "app/panels/finding_card.h"
#include "core/prove/saying.h"
#include <QHBoxLayout>
#include <QLabel>
#include <QProgressBar>
#include <QScrollArea>
#include <QScrollBar>
#include <QToolButton>
#include <QVBoxLayout>
#include <algorithm>
#include <set>

namespace hl::app {
namespace {

// What there is to make, in a sentence.
QString factsOf(const Case& c) {
    std::set<std::string> stocks;
    for (const Part& p : c.assembly.parts)
        stocks.insert(p.stock);
    auto some = [](size_t n, const char* one, const char* more) {
        return QString("%1 %2").arg(n).arg(QObject::tr(n == 1 ? one : more));
    };
    const auto glued = std::count_if(c.assembly.joins.begin(), c.assembly.joins.end(),
                                     [](const Join& j) { return traitsOf(j.kind).sticks; });
    return QObject::tr("To make: %1, %2, %3 to score, %4 to glue.")
        .arg(some(c.assembly.parts.size(), "part", "parts"),
             some(stocks.size(), "kind of paper", "kinds of paper"),
             some(c.assembly.creases.size(), "crease", "creases"),
             some(size_t(glued), "tab", "tabs"));
}

} // namespace

FindingsPanel::FindingsPanel(Session& session, QWidget* parent)
    : QWidget(parent), session_(session) {
    setObjectName("findings");
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(12, 10, 12, 8);
    column->setSpacing(6);
    auto* head = new QHBoxLayout;
    verdictMark_ = new QLabel;
    verdict_ = new QLabel;
    verdict_->setObjectName("verdict");
    verdict_->setFont(headingFont(14));
    head->addWidget(verdictMark_);
    head->addWidget(verdict_, 1);
    column->addLayout(head);
    summary_ = new QLabel;
    summary_->setProperty("quiet", true);
    summary_->setWordWrap(true);
    column->addWidget(summary_);
    facts_ = new QLabel;
    facts_->setObjectName("facts");
    facts_->setProperty("quiet", true);
    facts_->setWordWrap(true);
    auto* work = new QHBoxLayout;
    progress_ = new QProgressBar;
    progress_->setRange(0, 100);
    progress_->setTextVisible(false);
    progress_->setAccessibleName(tr("Looking for remedies"));
    stop_ = new QToolButton;
    stop_->setText(tr("Stop looking"));
    stop_->setToolTip(tr("Stop looking for remedies; the findings stay"));
    connect(stop_, &QToolButton::clicked, this, [this] {
        session_.folder().stop();
        progress_->hide();
        stop_->hide();
    });
    work->addWidget(progress_, 1);
    work->addWidget(stop_);
    progress_->hide();
    stop_->hide();
    column->addLayout(work);
    auto* scroll = scroll_ = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    auto* holder = new QWidget;
    list_ = new QVBoxLayout(holder);
    list_->setContentsMargins(0, 0, 2, 0);
    list_->setSpacing(8);
    list_->addStretch(1);
    scroll->setWidget(holder);
    column->addWidget(scroll, 1);
    column->addWidget(facts_);
    connect(&session_, &Session::snapshotChanged, this, &FindingsPanel::rebuild);
    connect(&session_.selection(), &Selection::findingShown, this, &FindingsPanel::markShown);
    connect(&session_.folder(), &Folder::progress, this, [this](double part) {
        const bool busy = part < 1 && session_.snapshot() && !session_.snapshot()->findings.empty();
        progress_->setVisible(busy);
        stop_->setVisible(busy);
        progress_->setValue(int(part * 100));
    });
}

void FindingsPanel::toTop() { scroll_->verticalScrollBar()->setValue(0); }

void FindingsPanel::focusFirst() {
    if (!cards_.empty())
        cards_.front()->setFocus(Qt::OtherFocusReason);
}

void FindingsPanel::rebuild() {
    const SnapshotPtr s = session_.snapshot();
    if (!s || s->stage <= Snapshot::Folded)
        return; // the last findings stay until there are new ones
    const Verdict v = s->verdict();
    verdict_->setText(QString::fromStdString(sentenceOf(v)));
    const double ratio = devicePixelRatioF();
    if (v == Verdict::Works)
        verdictMark_->setPixmap(iconPixmap("works", 20, theme().works, ratio));
    else
        verdictMark_->setPixmap(
            severityMark(v == Verdict::Fails ? Severity::Stop : Severity::Caution, 18, ratio));
    const size_t n = s->findings.size();
    if (s->stage == Snapshot::Proving)
        summary_->setText(tr("Still proving, %1 percent done.").arg(int(100 * s->part)));
    else
        summary_->setText(
            n == 0   ? tr("It opens and closes flat, nothing binds, collides or sticks out.")
            : n == 1 ? tr("One thing to look at:")
                     : tr("%1 things to look at:").arg(n));
    facts_->setText(factsOf(*s->folded));
    // A finding that is still there keeps its card, and with it the keyboard.
    std::vector<FindingCard*> old;
    old.swap(cards_);
    for (size_t i = 0; i < n; ++i) {
        auto it = std::find_if(old.begin(), old.end(),
                               [&](FindingCard* c) { return c->isOf(s->findings[i]); });
        FindingCard* card = it == old.end() ? new FindingCard(session_) : *it;
        if (it != old.end())
            old.erase(it);
        card->show(s->findings[i], int(i));
        cards_.push_back(card);
        if (list_->indexOf(card) != int(i))
            list_->insertWidget(int(i), card);
    }
    for (FindingCard* gone : old)
        gone->deleteLater(); // one of them may be the reason
    for (FindingCard* gone : old)
        gone->hide();
    markShown();
    emit changed(int(n));
}

void FindingsPanel::markShown() {
    const Finding* shown = session_.selection().finding();
    for (FindingCard* card : cards_)
        card->mark(shown && card->isOf(*shown));
}

} // namespace hl::app
