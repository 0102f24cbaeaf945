#include "app/workshop/workshop_dialog.h"
#include "app/look/parts.h"
#include "app/workshop/drawer_page.h"
#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QTabWidget>
#include <QTableWidget>
#include <QVBoxLayout>
#include <set>

namespace hl::app {

namespace {

QScrollArea* scrolled(QWidget* body) {
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(body);
    return scroll;
}

} // namespace

WorkshopDialog::WorkshopDialog(const Workshop& w, const std::vector<Stock>& wanted, QWidget* parent)
    : QDialog(parent), before_(w), papers_(new DrawerPage(w.drawer, wanted)) {
    setObjectName("workshop-dialog");
    setWindowTitle(tr("Workshop"));
    sizeByLetters(*this, {820, 540});
    auto* column = new QVBoxLayout(this);
    auto* pages = new QTabWidget;
    pages->setObjectName("workshop-pages");
    pages->addTab(scrolled(papers_), tr("Papers"));
    pages->addTab(scrolled(toolsPage()), tr("Tools"));
    pages->addTab(scrolled(adhesivesPage()), tr("Adhesives"));
    pages->addTab(scrolled(mailPage()), tr("Post"));
    column->addWidget(pages, 1);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    for (QAbstractButton* b : buttons->buttons())
        b->setIcon({});
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
}

QWidget* WorkshopDialog::toolsPage() {
    const Workshop& w = before_;
    auto* body = new QWidget;
    auto* form = new QFormLayout(body);
    ruler_ = new QComboBox;
    ruler_->setObjectName("workshop-ruler");
    ruler_->addItem(tr("goes with the design's unit"), "");
    for (const Ruler& r : rulers())
        ruler_->addItem(r.name, r.id);
    ruler_->setCurrentIndex(std::max(0, ruler_->findData(QString::fromStdString(w.ruler))));
    form->addRow(tr("What your ruler shows"), ruler_);
    auto amount = [&](const char* id, const QString& label, double value, double most, double step,
                      const QString& zero = {}) {
        auto* box = new QDoubleSpinBox;
        box->setObjectName(id);
        box->setRange(0, most);
        box->setDecimals(step < 0.1 ? 2 : 1);
        box->setSingleStep(step);
        box->setSuffix(tr(" mm"));
        if (!zero.isEmpty())
            box->setSpecialValueText(zero);
        box->setValue(value);
        form->addRow(label, box);
        return box;
    };
    score_ = amount("workshop-score", tr("A score is usually off by"), w.scoreError, 5, 0.05);
    cut_ = amount("workshop-cut", tr("A cut is usually off by"), w.cutError, 5, 0.05);
    laying_ = amount("workshop-laying", tr("A part is laid down off by"), w.layingError, 5, 0.05);
    adhesive_ = amount("workshop-adhesive", tr("A glued join is thick"), w.adhesive, 5, 0.05);
    const Drawer& d = w.drawer;
    const auto check = [&](const char* id, const QString& text, bool on) {
        auto* box = new QCheckBox(text);
        box->setObjectName(id);
        box->setChecked(on);
        form->addRow(QString(), box);
        return box;
    };
    trimmer_ = amount("workshop-trimmer", tr("The trimmer cuts up to"), d.trimmer.length, 5000, 5);
    trimmer_->setMinimum(1);
    inside_ =
        check("workshop-inside", tr("and between two marks within a sheet"), d.trimmer.inside);
    boardWidth_ =
        amount("workshop-board-width", tr("The scoring board is wide"), d.board.width, 5000, 5);
    boardHeight_ = amount("workshop-board-height", tr("and high"), d.board.height, 5000, 5);
    for (auto* box : {boardWidth_, boardHeight_})
        box->setMinimum(1);
    grooves_ = amount("workshop-grooves", tr("Its grooves lie apart"), d.board.spacing, 50, 0.05,
                      tr("5 mm, or 1/8 in"));
    grooves_->setDecimals(3);
    hold_ = amount("workshop-hold", tr("Paper to hold beyond a score"), d.board.hold, 50, 0.5);
    school_ = new QComboBox;
    school_->setObjectName("workshop-school");
    school_->addItems({tr("from the side that ends up inside the fold"), tr("all from the face")});
    school_->setCurrentIndex(int(d.board.school));
    form->addRow(tr("Creases are scored"), school_);
    bothEnds_ =
        check("workshop-both-ends", tr("Score symmetrical parts from both ends"), d.board.bothEnds);
    matWidth_ = amount("workshop-mat-width", tr("The cutting machine's mat holds"), d.machine.width,
                       5000, 5);
    matHeight_ = amount("workshop-mat-height", tr("by"), d.machine.height, 5000, 5);
    for (auto* box : {matWidth_, matHeight_})
        box->setMinimum(1);
    allowance_ =
        amount("workshop-allowance", tr("Its blade cuts outside by"), d.machine.allowance, 5, 0.05);
    margin_ = amount("workshop-margin", tr("The printer leaves free all round"), d.printer.margin,
                     50, 0.5);
    return body;
}

QWidget* WorkshopDialog::adhesivesPage() {
    auto* body = new QWidget;
    auto* rows = new QVBoxLayout(body);
    auto* note = new QLabel(tr("How long each takes until it is set, and how thick a join with it "
                               "is. The values that come with the program are guesses: trust the "
                               "label of yours."));
    note->setWordWrap(true);
    note->setProperty("quiet", true);
    rows->addWidget(note);
    adhesives_ = new QTableWidget(0, 3);
    adhesives_->setObjectName("workshop-adhesives");
    adhesives_->setHorizontalHeaderLabels({tr("Adhesive"), tr("Minutes"), tr("Thickness mm")});
    adhesives_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    adhesives_->verticalHeader()->hide();
    for (const Adhesive& a : before_.drawer.adhesives)
        addRow(a);
    adhesives_->setMinimumHeight(8 * adhesives_->fontMetrics().height());
    rows->addWidget(adhesives_, 1);
    auto* row = new QHBoxLayout;
    auto* more = new QPushButton(tr("Add an adhesive"));
    more->setObjectName("workshop-adhesive-add");
    auto* less = new QPushButton(tr("Remove the adhesive"));
    less->setObjectName("workshop-adhesive-remove");
    row->addWidget(more);
    row->addWidget(less);
    row->addStretch(1);
    rows->addLayout(row);
    connect(more, &QPushButton::clicked, this, [this] {
        addRow(Adhesive{tr("New adhesive").toStdString(), 10, 0.05});
    });
    connect(less, &QPushButton::clicked, this, [this] {
        if (adhesives_->currentRow() >= 0)
            adhesives_->removeRow(adhesives_->currentRow());
    });
    return body;
}

void WorkshopDialog::addRow(const Adhesive& a) {
    const int row = adhesives_->rowCount();
    adhesives_->insertRow(row);
    adhesives_->setItem(row, 0, new QTableWidgetItem(QString::fromStdString(a.name)));
    int column = 1;
    for (auto [value, most, decimals] :
         {std::tuple{a.minutes, 10000.0, 1}, {a.thickness, 20.0, 2}}) {
        auto* box = new QDoubleSpinBox;
        box->setRange(0, most);
        box->setDecimals(decimals);
        box->setFrame(false);
        box->setButtonSymbols(QAbstractSpinBox::NoButtons); // there is no room for them
        box->setValue(value);
        adhesives_->setCellWidget(row, column++, box);
        adhesives_->setRowHeight(row, box->sizeHint().height() + 4);
    }
}

QWidget* WorkshopDialog::mailPage() {
    auto* body = new QWidget;
    auto* rows = new QVBoxLayout(body);
    auto* note = new QLabel(tr("Mail classes. The values that come with the program are neutral "
                               "samples: ask the local post and put in what it says."));
    note->setWordWrap(true);
    note->setProperty("quiet", true);
    rows->addWidget(note);
    mail_ = new QTableWidget(0, 5);
    mail_->setObjectName("workshop-mail");
    mail_->setHorizontalHeaderLabels(
        {tr("Class"), tr("Length mm"), tr("Width mm"), tr("Thickness mm"), tr("Mass g")});
    mail_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    mail_->verticalHeader()->hide();
    for (const MailClass& m : before_.mail)
        addRow(m);
    mail_->setMinimumHeight(8 * mail_->fontMetrics().height());
    rows->addWidget(mail_, 1);
    auto* row = new QHBoxLayout;
    auto* more = new QPushButton(tr("Add a class"));
    auto* less = new QPushButton(tr("Remove the class"));
    row->addWidget(more);
    row->addWidget(less);
    row->addStretch(1);
    rows->addLayout(row);
    connect(more, &QPushButton::clicked, this, [this] {
        addRow({"", "New class", 240, 165, 5, 50});
    });
    connect(less, &QPushButton::clicked, this, [this] {
        if (mail_->currentRow() >= 0)
            mail_->removeRow(mail_->currentRow());
    });
    return body;
}

void WorkshopDialog::accept() {
    if (papers_->papers()) {
        QDialog::accept();
        return;
    }
    findChild<QTabWidget*>("workshop-pages")->setCurrentIndex(0);
}

void WorkshopDialog::addRow(const MailClass& m) {
    const int row = mail_->rowCount();
    mail_->insertRow(row);
    auto* name = new QTableWidgetItem(QString::fromStdString(m.name));
    name->setData(Qt::UserRole, QString::fromStdString(m.id));
    mail_->setItem(row, 0, name);
    int column = 1;
    for (double v : {m.length, m.width, m.thickness, m.mass}) {
        auto* box = new QDoubleSpinBox;
        box->setRange(0, 5000);
        box->setDecimals(1);
        box->setFrame(false);
        box->setButtonSymbols(QAbstractSpinBox::NoButtons); // there is no room for them
        box->setValue(v);
        mail_->setCellWidget(row, column++, box);
        mail_->setRowHeight(row, box->sizeHint().height() + 4);
    }
}

Workshop WorkshopDialog::workshop() const {
    Workshop w = before_;
    if (auto papers = papers_->papers())
        w.drawer.papers = *papers;
    w.drawer.trimmer = {trimmer_->value(), inside_->isChecked()};
    w.drawer.board = {boardWidth_->value(),
                      boardHeight_->value(),
                      grooves_->value(),
                      hold_->value(),
                      static_cast<School>(school_->currentIndex()),
                      bothEnds_->isChecked()};
    w.drawer.machine = {matWidth_->value(), matHeight_->value(), allowance_->value()};
    w.drawer.printer.margin = margin_->value();
    w.drawer.adhesives.clear();
    for (int row = 0; row < adhesives_->rowCount(); ++row) {
        const auto value = [&](int column) {
            return static_cast<QDoubleSpinBox*>(adhesives_->cellWidget(row, column))->value();
        };
        const std::string name = adhesives_->item(row, 0)->text().trimmed().toStdString();
        if (!name.empty())
            w.drawer.adhesives.push_back({name, value(1), value(2)});
    }
    w.ruler = ruler_->currentData().toString().toStdString();
    w.scoreError = score_->value();
    w.cutError = cut_->value();
    w.layingError = laying_->value();
    w.adhesive = adhesive_->value();
    w.mail.clear();
    std::set<std::string> taken;
    for (int row = 0; row < mail_->rowCount(); ++row) {
        auto value = [&](int column) {
            return static_cast<QDoubleSpinBox*>(mail_->cellWidget(row, column))->value();
        };
        MailClass m;
        m.name = mail_->item(row, 0)->text().toStdString();
        m.id = mail_->item(row, 0)->data(Qt::UserRole).toString().toStdString();
        for (int n = 1; m.id.empty() || taken.count(m.id); ++n)
            m.id = "class-" + std::to_string(n);
        taken.insert(m.id);
        m.length = value(1);
        m.width = value(2);
        m.thickness = value(3);
        m.mass = value(4);
        w.mail.push_back(m);
    }
    return w;
}

} // namespace hl::app
