#include "app/workbench.h"
#include "app/actions/room.h"
#include "app/flat/flat_pane.h"
#include "app/flat/flat_view.h"
#include "app/frame/side_column.h"
#include "app/inspect/inspector_panel.h"
#include "app/inspect/rows.h"
#include "app/look/parts.h"
#include "app/look/theme.h"
#include "app/panels/findings_panel.h"
#include "app/panels/verdict_chip.h"
#include "app/standing/standing_pane.h"
#include "app/standing/standing_view.h"
#include "app/start/start_page.h"
#include "core/structures/in_names.h"
#include <QApplication>
#include <QButtonGroup>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QScreen>
#include <QSettings>
#include <QSplitter>
#include <QStackedWidget>
#include <QStyle>
#include <QToolButton>
#include <QVBoxLayout>
#include <QVariantAnimation>
#include <algorithm>

namespace hl::app {

Workbench::Workbench() : pages_(new QStackedWidget), motion_(new QVariantAnimation(this)) {
    setWindowIcon(icon("lantern"));
    setMinimumSize(760, 480);
    resize(QSize(1280, 800).boundedTo(screen()->availableSize()));
    restoreGeometry(QSettings().value("window").toByteArray());
    auto* central = new QWidget;
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    // The message line comes first, so that everything below can speak through it.
    column->addWidget(buildMessage());
    connect(&session_, &Session::refused, this, [this](const QString& why) { tell(why); });
    connect(&session_, &Session::changedOnDisk, this, &Workbench::readAgain, Qt::QueuedConnection);
    buildMenus();
    auto* work = new QWidget;
    auto* workColumn = new QVBoxLayout(work);
    workColumn->setContentsMargins(0, 0, 0, 0);
    workColumn->setSpacing(0);
    workColumn->addWidget(buildTopBar());
    workColumn->addWidget(buildPanes(), 1);
    pages_->addWidget(work);
    column->addWidget(pages_, 1);
    setCentralWidget(central);
    room_ = room("build");

    motion_->setDuration(3600);
    motion_->setEasingCurve(QEasingCurve::InOutSine);
    connect(motion_, &QVariantAnimation::valueChanged, this,
            [this](const QVariant& v) { session_.setOpening(v.toDouble()); });
    connect(&background_, &Worker::failed, this, [this](const QString& why) {
        tell(tr("Something went wrong in the program (%1). Your design is as it was; save it, and "
                "report this.")
                 .arg(why));
    });
    connect(&session_, &Session::documentChanged, this, &Workbench::refreshTitle);
    connect(&session_, &Session::designChanged, this, &Workbench::refreshTitle);
    const QStringList troubles = session_.takeStartTroubles();
    if (!troubles.isEmpty())
        tell(troubles.join("  "));
}

// The session goes last, and has nobody left to tell.
Workbench::~Workbench() {
    for (QObject* part :
         {static_cast<QObject*>(&session_), static_cast<QObject*>(&session_.selection()),
          static_cast<QObject*>(&session_.placing()), static_cast<QObject*>(session_.history())})
        part->disconnect(this);
}

StandingView& Workbench::standing() { return standing_->view(); }
FlatView& Workbench::flat() { return flat_->view(); }

QWidget* Workbench::buildMessage() {
    message_ = new QFrame;
    message_->setObjectName("message");
    message_->setProperty("message", true);
    auto* row = new QHBoxLayout(message_);
    row->setContentsMargins(12, 6, 8, 6);
    messageText_ = new QLabel;
    messageText_->setObjectName("message-text");
    messageText_->setWordWrap(true);
    messageText_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    auto* away = new QPushButton(tr("Put away"));
    connect(away, &QPushButton::clicked, message_, &QFrame::hide);
    row->addWidget(messageText_, 1);
    row->addWidget(away);
    message_->hide();
    return message_;
}

QWidget* Workbench::buildTopBar() {
    auto* top = new QFrame;
    top->setProperty("bar", true);
    auto* row = new QHBoxLayout(top);
    row->setContentsMargins(10, 0, 8, 0);
    row->setSpacing(4);
    auto* group = new QButtonGroup(this);
    for (const Room& r : rooms()) {
        if (!rooms_.empty()) {
            auto* next = new QLabel("›");
            next->setProperty("quiet", true);
            row->addWidget(next);
            betweenRooms_.push_back(next);
        }
        auto* b = new QPushButton(r.name);
        b->setObjectName("room-" + r.id);
        b->setProperty("step", true);
        b->setCheckable(true);
        b->setToolTip(r.tip);
        group->addButton(b);
        connect(b, &QPushButton::clicked, this, [this, id = r.id] { goTo(id); });
        rooms_.push_back(b);
        row->addWidget(b);
    }
    title_ = new QLabel;
    title_->setAlignment(Qt::AlignCenter);
    title_->setFont(headingFont(12));
    title_->setMinimumWidth(20);
    title_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    row->addWidget(title_, 1);
    auto* verdict = new VerdictChip(session_);
    connect(verdict, &VerdictChip::clicked, this, [this] { goTo("prove"); });
    row->addWidget(verdict);
    for (const char* name : {"undo", "redo", "save", "export", "dusk"})
        row->addWidget(actionButton(findChild<QAction*>(name)));
    return top;
}

void Workbench::enter(const Room& r) {
    rooms_[size_t(&r - rooms().data())]->setChecked(true);
    pages_->setCurrentIndex(0); // away from the bench
    room_ = &r;
    filling_ = nullptr;
    showPanes();
    toTops();
}

void Workbench::toTops() {
    column_->toTop();
    findings_->toTop();
}

void Workbench::goTo(const QString& id) {
    const Room* r = room(id);
    if (!r)
        return;
    enter(*r);
    switch (r->beside) {
    case Beside::Card:
        session_.selection().choose("card");
        column_->inspectors().focusFirst();
        break;
    case Beside::Structures:
        if (session_.selection().structure().isEmpty() && !session_.design().structures.empty())
            session_.selection().choose(
                QString::fromStdString(session_.design().structures.front().id));
        column_->inspectors().focusFirst();
        break;
    case Beside::Dress: // as it will stand
        if (session_.snapshot())
            session_.setOpening(std::clamp(session_.snapshot()->folded->assembly.display.at,
                                           session_.first(), session_.last()));
        standing_->view().setFocus();
        break;
    case Beside::Nothing:
        if (r->pane)
            subjectPane()->setFocus();
        else if (somethingToSay_)
            findings_->focusFirst();
        else
            standing_->view().setFocus();
        break;
    }
    toTops(); // focus that had to go somewhere may have scrolled them
}

void Workbench::showDesign() {
    pages_->setCurrentIndex(0);
    message_->hide();
    designShown_ = true;
    refreshActions();
    enter(*room("build"));
    refreshTitle();
    standing_->view().setFocus();
}

void Workbench::showStart() {
    if (!start_) {
        start_ = new StartPage;
        pages_->addWidget(start_);
        connect(start_, &StartPage::newCard, this, [this](const Design& d) {
            session_.open(d, {});
            showDesign();
            goTo("card");
        });
        connect(start_, &StartPage::openFile, this,
                [this](const QString& p, bool demo) { open(p, demo); });
        connect(start_, &StartPage::browse, this, &Workbench::browse);
    }
    start_->refresh();
    pages_->setCurrentWidget(start_);
    designShown_ = false;
    refreshActions();
    setWindowTitle("Hinge Lantern");
    offerRecovery();
}

void Workbench::tell(const QString& message, bool good) {
    messageText_->setText(q(inNames(session_.design(), message.toStdString())));
    message_->setProperty("good", good);
    message_->style()->unpolish(message_);
    message_->style()->polish(message_);
    message_->show();
}

void Workbench::refreshTitle() {
    if (pages_->currentIndex() != 0)
        return;
    const QString name =
        session_.path().isEmpty() ? tr("not saved yet") : QFileInfo(session_.path()).fileName();
    const QString mark = session_.modified() ? " •" : "";
    title_->setText(QString::fromStdString(session_.design().title) + mark);
    title_->setToolTip(session_.modified() ? tr("%1, changed since it was saved").arg(name) : name);
    setWindowTitle(QString("%1%2 (%3) – Hinge Lantern")
                       .arg(QString::fromStdString(session_.design().title), mark, name));
}

void Workbench::play() {
    if (motion_->state() == QAbstractAnimation::Running) {
        motion_->stop();
        return;
    }
    const double now = session_.opening();
    motion_->setKeyValues(
        {{0.0, now}, {0.35, session_.first()}, {0.8, session_.last()}, {1.0, now}});
    motion_->start();
}

void Workbench::switchTheme() {
    chooseTheme(!theme().dark);
    rememberDark(theme().dark);
    applyTheme(*qApp);
    for (QAction* a : findChildren<QAction*>())
        if (!a->data().toString().isEmpty())
            a->setIcon(icon(a->data().toString()));
    // The list's icons and marks carry colours of their own.
    session_.repeat();
    update();
}

} // namespace hl::app
