#include "app/panels/findings_panel.h"
#include "app/look/theme.h"
#include "core/prove/saying.h"
#include <QEvent>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QStyle>
#include <QToolButton>
#include <QVBoxLayout>
#include <algorithm>
#include <set>

namespace hl {
namespace {

// A frame that shows its finding when clicked or chosen by key.
class FindingCard : public QFrame {
  public:
    FindingCard(std::function<void()> showIt) : show_(std::move(showIt)) {
        setProperty("paper", true);
        setFocusPolicy(Qt::StrongFocus);
        setCursor(Qt::PointingHandCursor);
    }

  protected:
    void mousePressEvent(QMouseEvent*) override { show_(); }
    void keyPressEvent(QKeyEvent* e) override {
        if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Space)
            show_();
        else
            QFrame::keyPressEvent(e);
    }

  private:
    std::function<void()> show_;
};

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
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    auto* holder = new QWidget;
    list_ = new QVBoxLayout(holder);
    list_->setContentsMargins(0, 0, 2, 0);
    list_->setSpacing(8);
    scroll->setWidget(holder);
    column->addWidget(scroll, 1);
    column->addWidget(facts_);
    connect(&session_, &Session::snapshotChanged, this, &FindingsPanel::rebuild);
    connect(&session_, &Session::findingShown, this, &FindingsPanel::markShown);
    connect(&session_.folder(), &Folder::progress, this, [this](double part) {
        const bool busy = part < 1 && session_.snapshot() && !session_.snapshot()->findings.empty();
        progress_->setVisible(busy);
        stop_->setVisible(busy);
        progress_->setValue(int(part * 100));
    });
}

void FindingsPanel::focusFirst() {
    if (auto* c = findChild<QFrame*>("finding-0"))
        c->setFocus(Qt::OtherFocusReason);
}

void FindingsPanel::rebuild() {
    const SnapshotPtr s = session_.snapshot();
    if (!s || s->stage == Snapshot::Folded)
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
    while (QLayoutItem* item = list_->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    for (size_t i = 0; i < n; ++i)
        list_->addWidget(card(s->findings[i], int(i)));
    list_->addStretch(1);
    markShown();
}

// The card of the finding that is shown has an edge of its own.
void FindingsPanel::markShown() {
    const SnapshotPtr s = session_.snapshot();
    const Finding* shown = session_.shown();
    for (int i = 0; s && i < int(s->findings.size()); ++i)
        if (auto* card = findChild<QFrame*>(QString("finding-%1").arg(i))) {
            const bool chosen = shown && shown->message == s->findings[size_t(i)].message;
            card->setProperty("chosen", chosen);
            card->style()->unpolish(card);
            card->style()->polish(card);
        }
}

QWidget* FindingsPanel::card(const Finding& f, int index) {
    auto* frame = new FindingCard([this, f] { session_.show(f); });
    frame->setObjectName(QString("finding-%1").arg(index));
    frame->setAccessibleName(QString::fromStdString(f.message));
    auto* row = new QHBoxLayout(frame);
    row->setContentsMargins(10, 9, 10, 9);
    row->setSpacing(9);
    auto* mark = new QLabel;
    mark->setPixmap(severityMark(f.severity, 14, devicePixelRatioF()));
    row->addWidget(mark, 0, Qt::AlignTop);
    auto* text = new QVBoxLayout;
    text->setSpacing(4);
    static const char* const words[] = {"Note", "Caution", "Stop"};
    QString rule;
    for (const Rule& r : rules())
        if (f.rule == r.id)
            rule = tr(r.title);
    auto* head = new QLabel(tr("%1: %2").arg(tr(words[int(f.severity)]), rule.toLower()));
    head->setProperty("heading", true);
    text->addWidget(head);
    auto* message = new QLabel(QString::fromStdString(f.message));
    message->setWordWrap(true);
    text->addWidget(message);
    auto* remedy = new QLabel(QString::fromStdString(f.remedy));
    remedy->setWordWrap(true);
    remedy->setProperty("quiet", true);
    text->addWidget(remedy);
    if (f.action) {
        auto* button = new QPushButton(tr("Do that"));
        button->setObjectName(QString("remedy-%1").arg(index));
        button->setProperty("primary", true);
        button->setToolTip(tr("Carries the remedy out; it can be undone"));
        connect(button, &QPushButton::clicked, this, [this, action = *f.action] {
            Design d = session_.design();
            auto* set = d.setOf(action.structure);
            if (!set)
                return;
            if (action.value)
                (*set)[action.parameter] = *action.value;
            else
                set->erase(action.parameter);
            session_.edit(
                d,
                tr("Remedy: %1").arg(QString::fromStdString(action.parameter).replace('_', ' ')));
        });
        text->addWidget(button, 0, Qt::AlignLeft);
    }
    row->addLayout(text, 1);
    return frame;
}

} // namespace hl
