#include "app/workbench.h"
#include "app/flat/flat_view.h"
#include "app/look/theme.h"
#include "app/panels/findings_panel.h"
#include "app/panels/measures_panel.h"
#include "app/panels/opening_strip.h"
#include "app/panels/structure_list.h"
#include "app/session/recovery.h"
#include "app/standing/standing_view.h"
#include "app/start/start_page.h"
#include "core/edit/edit.h"
#include "core/files/exports.h"
#include "core/files/hlantern.h"
#include "core/structures/family.h"
#include <QActionGroup>
#include <QApplication>
#include <QButtonGroup>
#include <QCloseEvent>
#include <QComboBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenuBar>
#include <QMessageBox>
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

constexpr const char* extension = "hlantern";

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

QString fileDialog(QWidget* parent, const QString& title, QFileDialog::AcceptMode mode,
                   const QStringList& filters, const QString& suffix, const QString& start,
                   QString* filter = nullptr) {
    QFileDialog dialog(parent, title);
    dialog.setObjectName("file-dialog");
    dialog.setOption(QFileDialog::DontUseNativeDialog);
    dialog.setAcceptMode(mode);
    dialog.setFileMode(mode == QFileDialog::AcceptOpen ? QFileDialog::ExistingFile
                                                       : QFileDialog::AnyFile);
    dialog.setNameFilters(filters);
    dialog.setDefaultSuffix(suffix);
    if (!start.isEmpty())
        dialog.selectFile(start);
    QObject::connect(&dialog, &QFileDialog::filterSelected, &dialog, [&](const QString& f) {
        dialog.setDefaultSuffix(f.section("*.", 1).section(')', 0, 0));
    });
    if (dialog.exec() != QDialog::Accepted || dialog.selectedFiles().isEmpty())
        return {};
    if (filter)
        *filter = dialog.selectedNameFilter();
    return dialog.selectedFiles().front();
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

    motion_->setDuration(3600);
    motion_->setEasingCurve(QEasingCurve::InOutSine);
    connect(motion_, &QVariantAnimation::valueChanged, this,
            [this](const QVariant& v) { session_.setOpening(v.toDouble()); });
    connect(&session_, &Session::documentChanged, this, &Workbench::refreshTitle);
    connect(&session_, &Session::designChanged, this, &Workbench::refreshTitle);
    for (QAction* a : needDesign_)
        a->setEnabled(false);
}

void Workbench::buildMenus() {
    auto action = [this](QMenu* menu, const QString& text, const QKeySequence& key, auto slot,
                         const QString& iconName = {}, bool design = true) {
        QAction* a = menu->addAction(text);
        a->setShortcut(key);
        if (!iconName.isEmpty()) {
            a->setIcon(icon(iconName));
            a->setData(iconName);
        }
        a->setIconVisibleInMenu(false);
        connect(a, &QAction::triggered, this, slot);
        addAction(a);
        if (design)
            needDesign_ << a;
        return a;
    };
    QMenu* card = menuBar()->addMenu(tr("&Card"));
    action(
        card, tr("&Start page"), QKeySequence::New,
        [this] {
            if (mayLeave())
                showStart();
        },
        {}, false);
    action(
        card, tr("&Open…"), QKeySequence::Open, [this] { browse(); }, "open", false);
    recentMenu_ = card->addMenu(tr("&Lately open"));
    connect(recentMenu_, &QMenu::aboutToShow, this, &Workbench::fillRecent);
    card->addSeparator();
    action(
        card, tr("&Save"), QKeySequence::Save, [this] { save(); }, "save")
        ->setObjectName("save");
    action(card, tr("Save &as…"), QKeySequence("Ctrl+Shift+S"), [this] {
        saveAs();
    })->setObjectName("save-as");
    action(
        card, tr("&Export sheets…"), QKeySequence("Ctrl+E"), [this] { exportSheets(); }, "export")
        ->setObjectName("export");
    card->addSeparator();
    action(
        card, tr("&Quit"), QKeySequence::Quit, [this] { close(); }, {}, false);

    QMenu* edit = menuBar()->addMenu(tr("&Edit"));
    for (bool undo : {true, false}) {
        QAction* a = undo ? session_.history()->createUndoAction(this, tr("Undo:"))
                          : session_.history()->createRedoAction(this, tr("Redo:"));
        a->setShortcut(undo ? QKeySequence::Undo : QKeySequence("Ctrl+Shift+Z"));
        a->setObjectName(undo ? "undo" : "redo");
        a->setIcon(icon(undo ? "undo" : "redo"));
        a->setData(undo ? "undo" : "redo");
        a->setIconVisibleInMenu(false);
        edit->addAction(a);
        addAction(a);
    }
    edit->addSeparator();
    remove_ = action(
        edit, tr("&Remove the structure"), QKeySequence("Ctrl+Backspace"),
        [this] { removeSelected(); }, "remove");
    remove_->setObjectName("remove");
    remove_->setShortcuts({QKeySequence("Ctrl+Backspace"), QKeySequence::Delete});
    connect(&session_, &Session::selectionChanged, this,
            [this] { remove_->setEnabled(!session_.selectedStructure().isEmpty()); });

    QMenu* structure = menuBar()->addMenu(tr("&Structure"));
    int n = 0;
    for (const Family& f : families()) {
        const QString kind = QString::fromStdString(f.id);
        QAction* a = action(
            structure, tr("Add a %1").arg(QString::fromStdString(f.name)),
            QKeySequence(QString("Ctrl+Alt+%1").arg(++n)), [this, kind] { add(kind); }, kind);
        a->setObjectName("add-" + kind);
        a->setIconText("+ " + QString::fromStdString(f.name));
        a->setToolTip(tr("Add a %1 on the selected fold, or on the spine.\n%2")
                          .arg(QString::fromStdString(f.name), QString::fromStdString(f.purpose)));
    }

    QMenu* view = menuBar()->addMenu(tr("&View"));
    const char* const names[] = {QT_TR_NOOP("Card"), QT_TR_NOOP("Build"), QT_TR_NOOP("Prove"),
                                 QT_TR_NOOP("Make")};
    for (int i = 0; i < 4; ++i)
        action(view, tr("Go to &%1").arg(tr(names[i])), QKeySequence(QString("Ctrl+%1").arg(i + 1)),
               [this, i] { goTo(Step(i)); });
    view->addSeparator();
    action(
        view, tr("Close and open the card"), QKeySequence("Ctrl+Space"), [this] { play(); }, "play")
        ->setObjectName("play");
    action(view, tr("Close by 5°"), QKeySequence("Ctrl+,"),
           [this] { session_.setOpening(session_.opening() - 5); });
    action(view, tr("Open by 5°"), QKeySequence("Ctrl+."),
           [this] { session_.setOpening(session_.opening() + 5); });
    action(
        view, tr("Put it down another way"), QKeySequence("Ctrl+L"),
        [this] { standing_->setStance(Stance((int(standing_->stance()) + 1) % 3)); }, "stance")
        ->setObjectName("stance");
    action(
        view, tr("Whole card in view"), QKeySequence("Ctrl+0"), [this] { standing_->frameCard(); },
        "fit")
        ->setObjectName("frame");
    action(
        view, tr("All parts in view"), QKeySequence("Ctrl+Shift+0"), [this] { flat_->fit(); },
        "fit")
        ->setObjectName("fit-flat");
    action(
        view, tr("Flat parts at true scale"), QKeySequence("Ctrl+T"),
        [this] { flat_->trueScale(); }, "scale")
        ->setObjectName("true-scale");
    view->addSeparator();
    QMenu* finest = view->addMenu(tr("Finest fraction of an inch"));
    auto* group = new QActionGroup(this);
    for (int f : {8, 16, 32, 64}) {
        QAction* a = finest->addAction(QString("1/%1").arg(f));
        a->setCheckable(true);
        a->setChecked(f == session_.finest());
        group->addAction(a);
        connect(a, &QAction::triggered, this, [this, f] { session_.setFinest(f); });
    }
    action(
        view, tr("Dark or light"), QKeySequence("Ctrl+Shift+D"), [this] { switchTheme(); }, "dusk",
        false)
        ->setObjectName("dusk");
}

QWidget* Workbench::buildTopBar() {
    auto* top = bar();
    auto* row = static_cast<QHBoxLayout*>(top->layout());
    row->setContentsMargins(10, 0, 8, 0);
    auto* group = new QButtonGroup(this);
    const char* const names[] = {QT_TR_NOOP("Card"), QT_TR_NOOP("Build"), QT_TR_NOOP("Prove"),
                                 QT_TR_NOOP("Make")};
    const char* const tips[] = {QT_TR_NOOP("Its size, its spine and its paper"),
                                QT_TR_NOOP("Structures and their measures"),
                                QT_TR_NOOP("Does it stand, close and fit?"),
                                QT_TR_NOOP("Sheets to cut and score")};
    for (int i = 0; i < 4; ++i) {
        auto* b = new QPushButton(tr(names[i]));
        b->setObjectName(QString("step-%1").arg(QString(names[i]).toLower()));
        b->setProperty("step", true);
        b->setCheckable(true);
        b->setToolTip(tr(tips[i]));
        group->addButton(b, i);
        connect(b, &QPushButton::clicked, this, [this, i] { goTo(Step(i)); });
        steps_[size_t(i)] = b;
        row->addWidget(b);
        if (i < 3) {
            auto* next = new QLabel("›");
            next->setProperty("quiet", true);
            row->addWidget(next);
        }
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
    left->setMinimumWidth(200);
    auto* column = new QVBoxLayout(left);
    column->setContentsMargins(10, 10, 10, 0);
    column->setSpacing(6);
    auto* adds = new QHBoxLayout;
    adds->setSpacing(4);
    for (const Family& f : families()) {
        QAction* a = findChild<QAction*>("add-" + QString::fromStdString(f.id));
        auto* b = new QToolButton;
        b->setDefaultAction(a);
        b->setToolButtonStyle(Qt::ToolButtonTextUnderIcon);
        b->setIconSize({22, 22});
        b->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        b->setObjectName("button-" + a->objectName());
        adds->addWidget(b);
    }
    column->addLayout(adds);
    auto* halves = new QSplitter(Qt::Vertical);
    halves->setChildrenCollapsible(false);
    halves->setHandleWidth(7);
    auto* list = new StructureList(session_);
    list->setMinimumHeight(70);
    halves->addWidget(list);
    measures_ = new MeasuresPanel(session_);
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
        if (!openingField_->hasFocus() || !openingField_->isModified())
            openingField_->setText(QString::number(session_.opening(), 'f', 1).remove(".0") + "°");
    };
    connect(&session_, &Session::openingChanged, this, showOpening);
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
    halves->addWidget(lower);
    halves->setStretchFactor(0, 3);
    halves->setStretchFactor(1, 2);
    halves->setSizes({455, 275});
    return halves;
}

void Workbench::goTo(Step step) {
    steps_[size_t(step)]->setChecked(true);
    const bool sheets = step == Make;
    (sheets ? showSheets_ : showParts_)->setChecked(true);
    sheet_->setVisible(sheets);
    if ((flat_->showing() == FlatView::Show::Sheets) != sheets)
        flat_->setShow(sheets ? FlatView::Show::Sheets : FlatView::Show::Parts);
    const int high = halves_->height();
    halves_->setSizes(sheets ? QList<int>{high * 2 / 5, high * 3 / 5}
                             : QList<int>{high * 5 / 8, high * 3 / 8});
    if (step == Card) {
        session_.select("card");
        measures_->focusFirst();
    } else if (step == Build) {
        if (session_.selectedStructure().isEmpty() && !session_.design().structures.empty())
            session_.select(QString::fromStdString(session_.design().structures.front().id));
        measures_->focusFirst();
    } else if (step == Prove) {
        findings_->focusFirst();
    } else {
        flat_->setFocus();
    }
}

void Workbench::showDesign() {
    pages_->setCurrentIndex(0);
    message_->hide();
    for (QAction* a : needDesign_)
        a->setEnabled(true);
    remove_->setEnabled(false);
    steps_[Build]->setChecked(true);
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
            goTo(Card);
        });
        connect(start_, &StartPage::openFile, this,
                [this](const QString& p, bool demo) { open(p, demo); });
        connect(start_, &StartPage::browse, this, &Workbench::browse);
    }
    start_->refresh();
    pages_->setCurrentWidget(start_);
    for (QAction* a : needDesign_)
        a->setEnabled(false);
    setWindowTitle("Hinge Lantern");
    offerRecovery();
}

bool Workbench::open(const QString& path, bool asDemo) {
    if (asDemo) {
        auto design = loadDesign(path.toStdString());
        if (!design) {
            tell(QString::fromStdString(design.problem().text()));
            return false;
        }
        session_.open(*design, {});
    } else {
        if (!session_.load(path))
            return false;
        rememberRecent(session_.path());
    }
    showDesign();
    return true;
}

void Workbench::browse() {
    const QString path = fileDialog(this, tr("Open a design"), QFileDialog::AcceptOpen,
                                    {tr("Designs (*.%1)").arg(extension)}, extension, {});
    if (!path.isEmpty() && mayLeave())
        open(path);
}

void Workbench::add(const QString& kind) {
    auto added = addStructure(session_.design(), kind.toStdString(),
                              session_.hostForNew().toStdString(), {});
    if (!added) {
        tell(QString::fromStdString(added.problem().text()));
        return;
    }
    const QString id = QString::fromStdString(added->second);
    session_.edit(added->first, tr("Add %1").arg(id));
    session_.select(id);
}

void Workbench::removeSelected() {
    const QString id = session_.selectedStructure();
    if (id.isEmpty())
        return;
    const Design next = removeStructure(session_.design(), id.toStdString());
    session_.select({});
    session_.edit(next, tr("Remove %1").arg(id));
}

bool Workbench::save() {
    if (session_.path().isEmpty())
        return saveAs();
    return session_.save(session_.path());
}

bool Workbench::saveAs() {
    QString name = session_.path();
    if (name.isEmpty())
        name = QString::fromStdString(session_.design().title)
                   .simplified()
                   .toLower()
                   .replace(' ', '-')
                   .remove('/') +
               "." + extension;
    const QString path = fileDialog(this, tr("Save the design"), QFileDialog::AcceptSave,
                                    {tr("Designs (*.%1)").arg(extension)}, extension, name);
    if (path.isEmpty() || !session_.save(path))
        return false;
    rememberRecent(session_.path());
    return true;
}

void Workbench::exportSheets() {
    QStringList filters;
    for (auto& e : exporters())
        filters << QString("%1 (*.%2)").arg(tr(e.name), e.id);
    QString name = QFileInfo(session_.path()).completeBaseName();
    if (name.isEmpty())
        name = "parts";
    const QString path = fileDialog(
        this, tr("Export sheets on %1").arg(QString::fromStdString(flat_->format().name)),
        QFileDialog::AcceptSave, filters, exporters().front().id, name);
    if (path.isEmpty())
        return;
    const Exporter* e = exporter(QFileInfo(path).suffix().toLower().toStdString());
    if (!e) {
        tell(tr("%1: this ending is no export format; end the name with .svg or .pdf.").arg(path));
        return;
    }
    auto remarks = exportDesign(session_.design(), *e, flat_->format(), path.toStdString());
    if (!remarks) {
        tell(QString::fromStdString(remarks.problem().text()));
        return;
    }
    QString said = tr("Written to %1.").arg(path);
    for (auto& r : *remarks)
        said += " " + QString::fromStdString(r);
    tell(said, true);
}

bool Workbench::mayLeave() {
    if (!session_.modified() || pages_->currentIndex() != 0)
        return true;
    QMessageBox box(this);
    box.setObjectName("leave");
    box.setWindowTitle("Hinge Lantern");
    box.setText(tr("“%1” has changes that are not saved.")
                    .arg(QString::fromStdString(session_.design().title)));
    auto* keep = box.addButton(tr("Save them"), QMessageBox::AcceptRole);
    auto* drop = box.addButton(tr("Leave without saving"), QMessageBox::DestructiveRole);
    box.addButton(tr("Stay here"), QMessageBox::RejectRole);
    box.setDefaultButton(keep);
    box.exec();
    if (box.clickedButton() == keep)
        return save();
    return box.clickedButton() == drop;
}

void Workbench::offerRecovery() {
    auto found = recovery::find();
    if (!found)
        return;
    QMessageBox box(this);
    box.setObjectName("recovery");
    box.setWindowTitle("Hinge Lantern");
    box.setText(tr("The last session ended without saving “%1”. Open what was kept?")
                    .arg(QString::fromStdString(found->design.title)));
    auto* take = box.addButton(tr("Open it"), QMessageBox::AcceptRole);
    box.addButton(tr("Let it go"), QMessageBox::RejectRole);
    box.exec();
    recovery::forget(*found);
    if (box.clickedButton() != take)
        return;
    session_.open(found->design, found->path, true);
    showDesign();
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

void Workbench::fillRecent() {
    recentMenu_->clear();
    for (const QString& path : recentFiles())
        connect(recentMenu_->addAction(QFileInfo(path).fileName()), &QAction::triggered, this,
                [this, path] {
                    if (mayLeave())
                        open(path);
                });
    if (recentMenu_->isEmpty())
        recentMenu_->addAction(tr("Nothing yet"))->setEnabled(false);
}

void Workbench::play() {
    if (motion_->state() == QAbstractAnimation::Running) {
        motion_->stop();
        return;
    }
    const double now = session_.opening();
    motion_->setKeyValues({{0.0, now}, {0.35, 0.0}, {0.8, double(widestOpening)}, {1.0, now}});
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

void Workbench::closeEvent(QCloseEvent* e) {
    if (!mayLeave()) {
        e->ignore();
        return;
    }
    motion_->stop();
    recovery::drop();
    e->accept();
}

} // namespace hl
