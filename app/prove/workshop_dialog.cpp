#include "app/prove/workshop_dialog.h"
#include "app/look/parts.h"
#include <QComboBox>
#include <QDialogButtonBox>
#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QTableWidget>
#include <QVBoxLayout>
#include <set>

namespace hl {

WorkshopDialog::WorkshopDialog(const Workshop& w, QWidget* parent) : QDialog(parent) {
    setObjectName("workshop-dialog");
    setWindowTitle(tr("Workshop"));
    sizeByLetters(*this, {640, 470});
    auto* column = new QVBoxLayout(this);
    // What is too tall for the screen is scrolled; the buttons stay.
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setFocusPolicy(Qt::NoFocus);
    auto* body = new QWidget;
    auto* rows = new QVBoxLayout(body);
    rows->setContentsMargins(0, 0, 0, 0);
    auto* form = new QFormLayout;
    ruler_ = new QComboBox;
    ruler_->setObjectName("workshop-ruler");
    ruler_->addItem(tr("goes with the design's unit"), "");
    for (const Ruler& r : rulers())
        ruler_->addItem(r.name, r.id);
    ruler_->setCurrentIndex(std::max(0, ruler_->findData(QString::fromStdString(w.ruler))));
    form->addRow(tr("What your ruler shows"), ruler_);
    auto error = [&](const char* id, const QString& label, double value) {
        auto* box = new QDoubleSpinBox;
        box->setObjectName(id);
        box->setRange(0, 5);
        box->setDecimals(2);
        box->setSingleStep(0.05);
        box->setSuffix(tr(" mm"));
        box->setValue(value);
        form->addRow(label, box);
        return box;
    };
    score_ = error("workshop-score", tr("A score is usually off by"), w.scoreError);
    cut_ = error("workshop-cut", tr("A cut is usually off by"), w.cutError);
    laying_ = error("workshop-laying", tr("A part is laid down off by"), w.layingError);
    adhesive_ = error("workshop-adhesive", tr("A glued join is thick"), w.adhesive);
    rows->addLayout(form);
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
    for (const MailClass& m : w.mail)
        addRow(m);
    mail_->setMinimumHeight(8 * mail_->fontMetrics().height());
    rows->addWidget(mail_, 1);
    scroll->setWidget(body);
    column->addWidget(scroll, 1);
    auto* row = new QHBoxLayout;
    auto* more = new QPushButton(tr("Add a class"));
    auto* less = new QPushButton(tr("Remove the class"));
    row->addWidget(more);
    row->addWidget(less);
    row->addStretch(1);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    for (QAbstractButton* b : buttons->buttons())
        b->setIcon({});
    row->addWidget(buttons);
    column->addLayout(row);
    connect(more, &QPushButton::clicked, this, [this] {
        addRow({"", "New class", 240, 165, 5, 50});
    });
    connect(less, &QPushButton::clicked, this, [this] {
        if (mail_->currentRow() >= 0)
            mail_->removeRow(mail_->currentRow());
    });
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
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
        box->setValue(v);
        mail_->setCellWidget(row, column++, box);
        mail_->setRowHeight(row, box->sizeHint().height() + 4);
    }
}

Workshop WorkshopDialog::workshop() const {
    Workshop w;
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

} // namespace hl
