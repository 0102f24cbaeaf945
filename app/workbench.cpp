#include "app/workbench.h"
#include "app/actions/palette.h"
#include "app/actions/room.h"
#include "app/flat/flat_view.h"
#include "app/gallery/gallery.h"
#include "app/look/theme.h"
#include "app/panels/findings_panel.h"
#include "app/panels/measures_panel.h"
#include "app/panels/opening_strip.h"
#include "app/panels/structure_list.h"
#include "app/prove/ask_dialog.h"
#include "app/prove/prove_view.h"
#include "app/prove/workshop_dialog.h"
#include "app/standing/standing_view.h"
#include "app/start/start_page.h"
#include "core/assemble/assemble.h"
#include "core/edit/copies.h"
#include "core/edit/draw.h"
#include "core/edit/edit.h"
#include "core/edit/resize.h"
#include "core/exports/exports.h"
#include "core/structures/family.h"
#include <QApplication>
#include <QButtonGroup>
#include <QComboBox>
#include <QFileInfo>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScreen>
#include <QScrollArea>
#include <QSplitter>
#include <QStackedWidget>
#include <QStyle>
#include <QToolButton>
#include <QVBoxLayout>
#include <QVariantAnimation>

namespace hl {
namespace {

QFrame* bar(const char* property = "bar") {
    auto* f = new QFrame;
    f->setProperty(property, true);
    auto* l = new QHBoxLayout(f);
    l->setContentsMargins(10, 3, 8, 3);
    l->setSpacing(6);
    return f;
}

QLabel* barTitle(const QString& text) {
    auto* l = new QLabel(text);
    l->setProperty("heading", true);
    return l;
}

QToolButton* tool(QAction* action, bool text = false) {
    auto* b = new QToolButton;
    b->setDefaultAction(action);
    b->setProperty("plain", true);
    b->setToolButtonStyle(text ? Qt::ToolButtonTextBesideIcon : Qt::ToolButtonIconOnly);
    b->setIconSize({18, 18});
    b->setFocusPolicy(Qt::TabFocus);
    b->setAccessibleName(action->text());
    return b;
}

} // namespace

Workbench::Workbench() : pages_(new QStackedWidget), motion_(new QVariantAnimation(this)) {
    setWindowIcon(icon("lantern"));
    resize(QSize(1280, 800).boundedTo(screen()->availableSize()));
    setMinimumSize(760, 480);
    auto* central = new QWidget;
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);

    // The message line comes first, so that everything below can speak through it.
    message_ = new QFrame;
    message_->setObjectName("message");
    message_->setProperty("message", true);
    auto* messageRow = new QHBoxLayout(message_);
    messageRow->setContentsMargins(12, 6, 8, 6);
    messageText_ = new QLabel;
    messageText_->setObjectName("message-text");
    messageText_->setWordWrap(true);
    messageText_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    auto* away = new QPushButton(tr("Put away"));
    connect(away, &QPushButton::clicked, message_, &QFrame::hide);
    messageRow->addWidget(messageText_, 1);
    messageRow->addWidget(away);
    message_->hide();
    connect(&session_, &Session::refused, this, [this](const QString& why) { tell(why); });
    connect(&session_, &Session::changedOnDisk, this, &Workbench::readAgain, Qt::QueuedConnection);

    buildMenus();
    auto* work = new QWidget;
    auto* workColumn = new QVBoxLayout(work);
    workColumn->setContentsMargins(0, 0, 0, 0);
    workColumn->setSpacing(0);
    workColumn->addWidget(buildTopBar());
    auto* across = new QSplitter(Qt::Horizontal);
    across->setHandleWidth(1);
    across->setChildrenCollapsible(false);
    across->addWidget(buildLeft());
    across->addWidget(buildCentre());
    findings_ = new FindingsPanel(session_);
    findings_->setMinimumWidth(190);
    across->addWidget(findings_);
    across->setStretchFactor(1, 1);
    across->setSizes({272, 716, 292});
    workColumn->addWidget(across, 1);
    pages_->addWidget(work);
    column->addWidget(message_);
    column->addWidget(pages_, 1);
    setCentralWidget(central);
    measures_->setTabAfter(structures_);

    motion_->setDuration(3600);
    motion_->setEasingCurve(QEasingCurve::InOutSine);
    connect(motion_, &QVariantAnimation::valueChanged, this,
            [this](const QVariant& v) { session_.setOpening(v.toDouble()); });
    connect(&session_, &Session::documentChanged, this, &Workbench::refreshTitle);
    connect(&session_, &Session::designChanged, this, &Workbench::refreshTitle);
    const QStringList troubles = session_.takeStartTroubles();
    if (!troubles.isEmpty())
        tell(troubles.join("  "));
}

// The session goes last, and has nobody left to tell.
Workbench::~Workbench() {
    session_.disconnect(this);
    session_.history()->disconnect(this);
}

QWidget* Workbench::buildTopBar() {
    auto* top = bar();
    auto* row = static_cast<QHBoxLayout*>(top->layout());
    row->setContentsMargins(10, 0, 8, 0);
    auto* group = new QButtonGroup(this);
    for (const Room& r : rooms()) {
        if (!rooms_.empty()) {
            auto* next = new QLabel("›");
            next->setProperty("quiet", true);
            row->addWidget(next);
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
    for (const char* name : {"undo", "redo", "save", "export", "dusk"})
        row->addWidget(tool(findChild<QAction*>(name)));
    return top;
}

QWidget* Workbench::buildLeft() {
    auto* left = new QFrame;
    left->setProperty("column", true);
    left->setMinimumWidth(206);
    auto* column = new QVBoxLayout(left);
    column->setContentsMargins(10, 10, 10, 0);
    column->setSpacing(6);
    auto* adds = new QGridLayout;
    adds->setSpacing(4);
    std::vector<QString> names;
    for (const char* name : {"gallery", "add-v-fold", "add-box", "add-blank"})
        names.push_back(name);
    for (size_t i = 0; i < names.size(); ++i) {
        auto* b = new QToolButton;
        b->setDefaultAction(findChild<QAction*>(names[i]));
        b->setToolButtonStyle(Qt::ToolButtonTextBesideIcon);
        b->setIconSize({16, 16});
        b->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        b->setObjectName("button-" + names[i]);
        adds->addWidget(b, int(i / 2), int(i % 2));
    }
    column->addLayout(adds);
    auto* halves = new QSplitter(Qt::Vertical);
    halves->setChildrenCollapsible(false);
    halves->setHandleWidth(7);
    auto* list = new StructureList(session_);
    list->setMinimumHeight(70);
    halves->addWidget(list);
    measures_ = new MeasuresPanel(session_);
    structures_ = list;
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(measures_);
    scroll->setMinimumHeight(120);
    halves->addWidget(scroll);
    halves->setStretchFactor(1, 1);
    halves->setSizes({170, 470});
    column->addWidget(halves, 1);
    return left;
}

QWidget* Workbench::buildCentre() {
    standing_ = new StandingView(session_);
    flat_ = new FlatView(session_);
    auto* strip = new OpeningStrip(session_);

    auto* upper = new QWidget;
    auto* upperColumn = new QVBoxLayout(upper);
    upperColumn->setContentsMargins(0, 0, 0, 0);
    upperColumn->setSpacing(0);
    auto* upperBar = bar();
    auto* upperRow = static_cast<QHBoxLayout*>(upperBar->layout());
    upperRow->addWidget(barTitle(tr("Standing card")));
    upperRow->addStretch(1);
    for (const char* name : {"play", "stance", "frame"})
        upperRow->addWidget(tool(findChild<QAction*>(name)));
    openingField_ = new QLineEdit;
    openingField_->setObjectName("opening-field");
    openingField_->setAccessibleName(tr("Opening in degrees"));
    openingField_->setToolTip(tr("The opening in degrees: 0 closed, 180 flat open"));
    openingField_->setFixedWidth(64);
    openingField_->setAlignment(Qt::AlignRight);
    upperRow->addWidget(openingField_);
    auto showOpening = [this] {
        // The scale of a motion in stages mixes degrees and millimetres: it has no unit.
        const SnapshotPtr s = session_.snapshot();
        const bool plain = !s || s->folded->linkage.course.plain();
        if (!openingField_->hasFocus() || !openingField_->isModified())
            openingField_->setText(QString::number(session_.opening(), 'f', 1).remove(".0") +
                                   (plain ? "°" : ""));
    };
    connect(&session_, &Session::openingChanged, this, showOpening);
    connect(&session_, &Session::snapshotChanged, this, showOpening);
    connect(openingField_, &QLineEdit::editingFinished, this, [this, showOpening] {
        auto parsed = parseAngle(openingField_->text().toStdString());
        openingField_->setModified(false);
        if (!parsed)
            tell(QString::fromStdString(parsed.problem().text()));
        else
            session_.setOpening(parsed->measure.degrees());
        showOpening();
    });
    showOpening();
    upperColumn->addWidget(upperBar);
    upperColumn->addWidget(standing_, 1);
    upperColumn->addWidget(strip);

    auto* lower = new QWidget;
    auto* lowerColumn = new QVBoxLayout(lower);
    lowerColumn->setContentsMargins(0, 0, 0, 0);
    lowerColumn->setSpacing(0);
    auto* lowerBar = bar();
    auto* lowerRow = static_cast<QHBoxLayout*>(lowerBar->layout());
    auto* group = new QButtonGroup(this);
    showParts_ = new QPushButton(tr("Flat parts"));
    showSheets_ = new QPushButton(tr("Sheets"));
    showSheets_->setObjectName("show-sheets");
    for (auto* b : {showParts_, showSheets_}) {
        b->setCheckable(true);
        group->addButton(b);
        lowerRow->addWidget(b);
    }
    showParts_->setChecked(true);
    sheet_ = new QComboBox;
    sheet_->setObjectName("sheet-format");
    sheet_->setAccessibleName(tr("Sheet format"));
    for (auto& f : sheetFormats())
        sheet_->addItem(QString::fromStdString(f.name));
    sheet_->hide();
    connect(sheet_, &QComboBox::activated, this,
            [this](int i) { flat_->setFormat(sheetFormats()[size_t(i)]); });
    connect(group, &QButtonGroup::buttonClicked, this, [this] {
        const bool sheets = showSheets_->isChecked();
        sheet_->setVisible(sheets);
        flat_->setShow(sheets ? FlatView::Show::Sheets : FlatView::Show::Parts);
    });
    lowerRow->addWidget(sheet_);
    auto* tools = new QHBoxLayout; // close together, so that a small window has room for all
    tools->setSpacing(0);
    lowerRow->addLayout(tools);
    lowerRow->setSpacing(3);
    for (const char* name :
         {"draw-valley", "draw-mountain", "draw-slit", "draw-tab", "draw-glue"}) {
        auto* b = tool(findChild<QAction*>(name));
        b->setObjectName(QString("button-") + name);
        b->setIconSize({15, 15});
        tools->addWidget(b);
    }
    lowerRow->addStretch(1);
    scale_ = new QLabel;
    scale_->setProperty("quiet", true);
    scale_->setToolTip(tr("Scale of the picture; 100 % is true size on this screen"));
    connect(flat_, &FlatView::scaleChanged, this,
            [this](double percent) { scale_->setText(tr("%1 %").arg(percent, 0, 'f', 0)); });
    lowerRow->addWidget(scale_);
    for (const char* name : {"fit-flat", "true-scale", "export"})
        lowerRow->addWidget(tool(findChild<QAction*>(name)));
    lowerColumn->addWidget(lowerBar);
    lowerColumn->addWidget(flat_, 1);

    auto* halves = halves_ = new QSplitter(Qt::Vertical);
    halves->setChildrenCollapsible(false);
    halves->setHandleWidth(1);
    halves->addWidget(upper);
    prove_ = new ProveView(session_);
    connect(prove_, &ProveView::asked, this, &Workbench::askBackwards);
    connect(prove_, &ProveView::reportWanted, this, &Workbench::writeProof);
    connect(prove_, &ProveView::workshopWanted, this, &Workbench::openWorkshop);
    connect(&session_, &Session::findingShown, standing_, &StandingView::lookAtShown);
    lower_ = new QStackedWidget;
    lower_->addWidget(lower);
    lower_->addWidget(prove_);
    halves->addWidget(lower_);
    halves->setStretchFactor(0, 3);
    halves->setStretchFactor(1, 2);
    halves->setSizes({455, 275});
    return halves;
}

void Workbench::enter(const Room& r) {
    rooms_[size_t(&r - rooms().data())]->setChecked(true);
    const bool sheets = r.lower == Lower::Sheets;
    (sheets ? showSheets_ : showParts_)->setChecked(true);
    sheet_->setVisible(sheets);
    if ((flat_->showing() == FlatView::Show::Sheets) != sheets)
        flat_->setShow(sheets ? FlatView::Show::Sheets : FlatView::Show::Parts);
    lower_->setCurrentIndex(r.lower == Lower::Proof);
    const int high = halves_->height(), upper = int(high * r.standing);
    halves_->setSizes({upper, high - upper});
}

void Workbench::goTo(const QString& id) {
    const Room* r = room(id);
    if (!r)
        return;
    enter(*r);
    const QString goes = r->goes;
    if (goes == "card") {
        session_.select("card");
        measures_->focusFirst();
    } else if (goes == "measures") {
        if (session_.selectedStructure().isEmpty() && !session_.design().structures.empty())
            session_.select(QString::fromStdString(session_.design().structures.front().id));
        measures_->focusFirst();
    } else if (goes == "findings") {
        findings_->focusFirst();
    } else {
        flat_->setFocus();
    }
}

void Workbench::showDesign() {
    pages_->setCurrentIndex(0);
    message_->hide();
    designShown_ = true;
    refreshActions();
    enter(*room("build"));
    refreshTitle();
    standing_->setFocus();
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

void Workbench::add(const QString& kind) {
    // On what is selected where that suits it, else where its family stands as a rule.
    const Family& f = *family(kind.toStdString());
    const Design& d = session_.design();
    const std::string selected = session_.selected().toStdString();
    auto made = assemble(d);
    const bool suits = made && (f.ground == Ground::Panel ? made->panel(selected) >= 0
                                                          : made->crease(selected) >= 0);
    auto added = addStructure(d, f.id, suits ? selected : "", {});
    if (!added) {
        tell(QString::fromStdString(added.problem().text()));
        return;
    }
    const QString id = QString::fromStdString(added->second);
    session_.edit(added->first, tr("Add %1").arg(id));
    session_.select(id);
}

void Workbench::choose() {
    auto* gallery = new Gallery(this);
    gallery->setAttribute(Qt::WA_DeleteOnClose);
    connect(gallery, &Gallery::chosen, this, [this](const QString& kind) {
        // A form of card needs no pointing; nor does what only an empty card can be given.
        const Family& f = *family(kind.toStdString());
        if (f.ground == Ground::Form ||
            (!f.form.empty() && session_.design().card.form == "single"))
            add(kind);
        else
            session_.startPlacing(kind);
        standing_->setFocus();
    });
    gallery->open();
}

void Workbench::findAction() {
    auto* palette = new Palette(table_, actions_, this);
    palette->setAttribute(Qt::WA_DeleteOnClose);
    palette->open();
}

void Workbench::showKeys() {
    auto* sheet = new KeySheet(table_, this);
    sheet->setAttribute(Qt::WA_DeleteOnClose);
    sheet->open();
}

void Workbench::askBackwards() {
    auto* dialog = new AskDialog(session_, this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->open();
}

void Workbench::openWorkshop() {
    auto* dialog = new WorkshopDialog(session_.workshop(), this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &QDialog::accepted, this,
            [this, dialog] { session_.setWorkshop(dialog->workshop()); });
    dialog->open();
}

void Workbench::change(const Result<std::pair<Design, std::string>>& next, const QString& label) {
    if (!next)
        return tell(QString::fromStdString(next.problem().text()));
    session_.edit(next->first, label);
    session_.select(QString::fromStdString(next->second));
}

void Workbench::arrange() {
    const std::string id = session_.selectedStructure().toStdString();
    bool good = false;
    const int count = QInputDialog::getInt(this, tr("Array along the fold"), tr("How many in all?"),
                                           3, 2, 50, 1, &good);
    if (!good)
        return;
    const QString gap = QInputDialog::getText(
        this, tr("Array along the fold"), tr("Gap between two of them"), QLineEdit::Normal,
        session_.design().units == Unit::Inch ? "1/4" : "6 mm", &good);
    if (!good)
        return;
    auto parsed = parseLength(gap.toStdString(), session_.design().units);
    if (!parsed)
        return tell(QString::fromStdString(parsed.problem().text()));
    change(arrayStructure(session_.design(), id, count, parsed->measure),
           tr("Array %1").arg(id.c_str()));
}

void Workbench::resizeAll() {
    bool good = false;
    const Design& d = session_.design();
    const QString text =
        QInputDialog::getText(this, tr("Resize the whole design"),
                              tr("New closed size, such as 4 1/4 x 5 1/2 in"), QLineEdit::Normal,
                              QString::fromStdString(exactText(d.card.width, d.units) + " x " +
                                                     exactText(d.card.height, d.units)),
                              &good);
    if (!good)
        return;
    auto size = parseCardSize(text.toStdString(), d.units);
    if (!size)
        return tell(QString::fromStdString(size.problem().text()));
    auto next = resizeDesign(d, size->first, size->second);
    if (!next)
        return tell(QString::fromStdString(next.problem().text()));
    session_.edit(next->design, tr("Resize to %1").arg(text));
    QString remarks;
    for (auto& r : next->remarks)
        remarks += (remarks.isEmpty() ? "" : "  ") + QString::fromStdString(r);
    if (!remarks.isEmpty())
        tell(tr("Resized. What no longer fits: %1").arg(remarks));
}

void Workbench::addBlankPart() {
    auto added = addBlank(session_.design(), Measure::fromMm(60), Measure::fromMm(40));
    if (!added)
        return tell(QString::fromStdString(added.problem().text()));
    const QString id = QString::fromStdString(added->second);
    session_.edit(added->first, tr("Add a blank"));
    session_.select(id);
}

bool Workbench::canRemove() {
    return !session_.selectedStructure().isEmpty() ||
           !drawnLine(session_.design(), session_.selected().toStdString()).empty();
}

void Workbench::pickUp(Session::Tool tool) {
    const bool on = session_.tool() != tool;
    session_.setTool(on ? tool : Session::Tool::Select);
    if (on && tool != Session::Tool::Glue)
        showParts_->click();
}

// A line or tab where one is selected, else the whole structure or blank.
void Workbench::removeSelected() {
    const std::string selected = session_.selected().toStdString();
    const std::string owner = ownerOf(selected);
    const Design& d = session_.design();
    std::string drawn = drawnLine(d, selected);
    if (const FreePart* p = d.part(owner)) {
        for (const TabSpec& t : p->tabs)
            if (selected == owner + "." + t.id || selected == owner + "." + t.id + "-fold")
                drawn = owner + "." + t.id;
        if (drawn.empty())
            drawn = owner;
    }
    if (!drawn.empty()) {
        session_.select({});
        session_.edit(removeDrawn(d, drawn), tr("Remove %1").arg(QString::fromStdString(drawn)));
        return;
    }
    const QString id = session_.selectedStructure();
    if (id.isEmpty())
        return;
    const Design next = removeStructure(d, id.toStdString());
    session_.select({});
    session_.edit(next, tr("Remove %1").arg(id));
}

void Workbench::tell(const QString& message, bool good) {
    messageText_->setText(message);
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
    emit session_.designChanged();
    if (session_.snapshot())
        emit session_.snapshotChanged();
    update();
}

} // namespace hl
