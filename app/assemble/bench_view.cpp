#include "app/assemble/bench_view.h"
#include "app/look/picture_view.h"
#include "app/look/theme.h"
#include "core/steps/words.h"
#include <QApplication>
#include <QCheckBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QProgressBar>
#include <QPushButton>
#include <QSettings>
#include <algorithm>

namespace hl::app {
namespace {

constexpr double large = 18; // points: nothing below is read at an arm's length

QString text(const std::string& s) { return QString::fromStdString(s); }

} // namespace

BenchView::BenchView(QWidget* parent)
    : QWidget(parent), where_(new QLabel), title_(new QLabel), said_(new QLabel),
      clocks_(new QLabel), before_(new PictureView), after_(new PictureView),
      next_(new QPushButton(tr("Done, next  ␣"))), back_(new QPushButton(tr("Back  ←"))),
      leave_(new QPushButton(tr("Leave the bench"))), anew_(new QPushButton(tr("A new card"))),
      sound_(new QCheckBox(tr("Sound"))), progress_(new QProgressBar) {
    setObjectName("bench");
    setFocusPolicy(Qt::StrongFocus);
    QFont letters = font();
    letters.setPointSizeF(large);
    setFont(letters);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 12, 20, 14);
    auto* top = new QHBoxLayout;
    where_->setObjectName("bench-where");
    top->addWidget(where_, 1);
    clocks_->setObjectName("bench-clocks");
    clocks_->setAlignment(Qt::AlignRight);
    top->addWidget(clocks_, 2);
    sound_->setObjectName("bench-sound");
    sound_->setChecked(QSettings().value("bench-sound", true).toBool());
    connect(sound_, &QCheckBox::toggled, this,
            [](bool on) { QSettings().setValue("bench-sound", on); });
    top->addWidget(sound_);
    leave_->setObjectName("bench-leave");
    connect(leave_, &QPushButton::clicked, this, &BenchView::left);
    top->addWidget(leave_);
    column->addLayout(top);
    progress_->setTextVisible(false);
    progress_->setObjectName("bench-progress");
    column->addWidget(progress_);
    title_->setObjectName("bench-title");
    title_->setFont(headingFont(26));
    said_->setObjectName("bench-said");
    for (QLabel* label : {where_, title_, said_, clocks_}) {
        label->setTextFormat(Qt::PlainText);
        if (label != title_)
            label->setFont(letters);
    }
    for (QLabel* label : {title_, said_})
        label->setWordWrap(true);
    column->addWidget(title_);
    auto* pictures = new QHBoxLayout;
    before_->setObjectName("bench-before");
    after_->setObjectName("bench-after");
    before_->setAccessibleName(tr("Before the step"));
    after_->setAccessibleName(tr("After the step"));
    then_ = new QLabel("→");
    then_->setFont(headingFont(28));
    pictures->addWidget(before_, 1);
    pictures->addWidget(then_);
    pictures->addWidget(after_, 1);
    column->addLayout(pictures, 1);
    column->addWidget(said_);
    auto* foot = new QHBoxLayout;
    back_->setObjectName("bench-back");
    next_->setObjectName("bench-next");
    anew_->setObjectName("bench-anew");
    next_->setProperty("primary", true);
    next_->setMinimumHeight(64);
    back_->setMinimumHeight(64);
    for (QPushButton* b : {next_, back_, leave_, anew_}) {
        b->setFont(letters);
        b->setFocusPolicy(Qt::NoFocus); // the space bar goes on, wherever one was before
    }
    sound_->setFont(letters);
    sound_->setFocusPolicy(Qt::NoFocus);
    connect(back_, &QPushButton::clicked, this, &BenchView::back);
    connect(next_, &QPushButton::clicked, this, &BenchView::forward);
    connect(anew_, &QPushButton::clicked, this, &BenchView::startAnew);
    foot->addWidget(back_, 1);
    foot->addWidget(anew_);
    foot->addWidget(next_, 3);
    column->addLayout(foot);
    each_.setInterval(250);
    connect(&each_, &QTimer::timeout, this, &BenchView::tick);
}

void BenchView::lay(std::shared_ptr<const LaidWork> work, const QString& key) {
    work_ = std::move(work);
    book_ = ProgressBook(key);
    progress_->setRange(0, int(work_->work.steps.size()));
    // Where it was left, if that step is still there; else at the first that is not done.
    const auto& all = work_->work.steps;
    int first = int(all.size());
    for (int i = int(all.size()); i-- > 0;)
        if (!book_.done(text(all[size_t(i)].id)))
            first = i;
    for (size_t i = 0; i < all.size(); ++i)
        if (text(all[i].id) == book_.at() && !book_.done(book_.at()))
            first = int(i);
    each_.start();
    show(first);
    tick();
    setFocus();
}

void BenchView::show(int step) {
    const auto& all = work_->work.steps;
    at_ = std::clamp(step, 0, int(all.size()));
    since_.start();
    const bool over = at_ == int(all.size());
    back_->setEnabled(at_ > 0);
    next_->setEnabled(!over);
    anew_->setVisible(over);
    next_->setVisible(!over);
    before_->setVisible(!over);
    then_->setVisible(!over);
    progress_->setValue(at_);
    where_->setText(
        over ? tr("All done")
             : tr("Step %1 of %2%3")
                   .arg(at_ + 1)
                   .arg(all.size())
                   .arg(book_.done(text(all[size_t(at_)].id)) ? tr(" (done)") : QString()));
    if (over) {
        title_->setText(tr("The card is finished"));
        said_->setText(tr("It took %1 at the bench.").arg([&] {
            double minutes = 0;
            for (const steps::WorkStep& s : all)
                minutes += book_.minutes(text(s.id));
            return text(steps::minutesText(minutes));
        }()));
        const Picture last = work_->pictures.empty() ? Picture() : work_->pictures.back().after;
        after_->show(last);
        book_.goTo({});
        return;
    }
    const steps::WorkStep& s = all[size_t(at_)];
    title_->setText(text(s.title));
    QStringList lines;
    for (const std::string& line : steps::stepLines(s))
        lines << text(line);
    said_->setText(lines.join('\n'));
    if (size_t(at_) < work_->pictures.size()) {
        before_->show(work_->pictures[size_t(at_)].before);
        after_->show(work_->pictures[size_t(at_)].after);
    }
    book_.goTo(text(s.id));
}

void BenchView::forward() {
    const auto& all = work_->work.steps;
    if (at_ >= int(all.size()))
        return;
    const steps::WorkStep& s = all[size_t(at_)];
    book_.finish(text(s.id), since_.elapsed() / 60000.0);
    if (s.hold > 0)
        book_.startClock(text(s.id) + "/hold", tr("hold: %1").arg(text(s.title)), s.hold);
    if (s.freeAfter > 0)
        book_.startClock(text(s.id), tr("drying: %1").arg(text(s.title)), s.hold + s.freeAfter);
    show(at_ + 1);
    tick();
}

void BenchView::back() {
    if (at_ == 0)
        return;
    const QString id = text(work_->work.steps[size_t(at_ - 1)].id);
    book_.stopClock(id + "/hold");
    book_.takeBack(id);
    show(at_ - 1);
    tick();
}

void BenchView::startAnew() {
    book_.clear();
    show(0);
    tick();
}

// Clocks that run, the next to end first; one that has run out calls once and stays for a minute.
void BenchView::tick() {
    const QDateTime now = QDateTime::currentDateTime();
    std::vector<BenchClock>& all = book_.clocks();
    std::sort(all.begin(), all.end(), [](auto& a, auto& b) { return a.ends < b.ends; });
    bool changed = false;
    QStringList said;
    for (BenchClock& c : all) {
        const qint64 left = now.msecsTo(c.ends);
        if (left <= 0 && !c.told) {
            c.told = changed = true;
            if (sound_->isChecked() && isVisible())
                QApplication::beep();
            emit called(c.says);
        }
        if (said.size() < 3)
            said << (left <= 0 ? tr("● over: %1").arg(c.says)
                               : tr("%1:%2  %3")
                                     .arg(left / 60000)
                                     .arg(left / 1000 % 60, 2, 10, QChar('0'))
                                     .arg(c.says));
    }
    const auto gone = std::remove_if(all.begin(), all.end(), [&](const BenchClock& c) {
        return c.told && c.ends.secsTo(now) > 60;
    });
    changed = changed || gone != all.end();
    all.erase(gone, all.end());
    if (changed)
        book_.keep();
    if (clocks_->text() != said.join('\n'))
        clocks_->setText(said.join('\n'));
}

void BenchView::keyPressEvent(QKeyEvent* e) {
    switch (e->key()) {
    case Qt::Key_Space:
    case Qt::Key_Right:
    case Qt::Key_Return:
    case Qt::Key_Enter:
        return forward();
    case Qt::Key_Left:
    case Qt::Key_Backspace:
        return back();
    case Qt::Key_Escape:
        emit left();
        return;
    default:
        QWidget::keyPressEvent(e);
    }
}

void BenchView::mousePressEvent(QMouseEvent* e) {
    if (e->button() == Qt::LeftButton)
        forward();
}

} // namespace hl::app
