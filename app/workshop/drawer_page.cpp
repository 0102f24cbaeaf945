#include "app/workshop/drawer_page.h"
#include "core/files/atomic_save.h"
#include "core/files/drawer_csv.h"
#include "core/measure/measure.h"
#include "core/measure/number.h"
#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

namespace hl::app {
namespace {

enum Column {
    PaperColumn,
    WidthColumn,
    HeightColumn,
    RealWidthColumn,
    RealHeightColumn,
    CountColumn,
    PriceColumn,
    GrainColumn,
    PatternColumn,
    OffcutColumn
};

QString amount(double v) { return v > 0 ? QString::fromStdString(numberText(v, 4)) : QString(); }

} // namespace

DrawerPage::DrawerPage(const Drawer& drawer, const std::vector<Stock>& wanted, QWidget* parent)
    : QWidget(parent), table_(new QTableWidget(0, 10)), said_(new QLabel), wanted_(wanted) {
    auto* column = new QVBoxLayout(this);
    auto* note = new QLabel(tr("A line for each size of sheet. A real size is given where it "
                               "differs from the name; a number is left empty where there is as "
                               "much as it takes."));
    note->setWordWrap(true);
    note->setProperty("quiet", true);
    column->addWidget(note);
    table_->setObjectName("drawer-papers");
    table_->setHorizontalHeaderLabels({tr("Paper"), tr("Width"), tr("Height"), tr("Really wide"),
                                       tr("Really high"), tr("Sheets"), tr("Price"), tr("Fibres"),
                                       tr("Print's top"), tr("Offcut")});
    table_->verticalHeader()->hide();
    table_->horizontalHeader()->setSectionResizeMode(PaperColumn, QHeaderView::Stretch);
    table_->setMinimumHeight(9 * fontMetrics().height());
    column->addWidget(table_, 1);
    said_->setObjectName("drawer-said");
    said_->setWordWrap(true);
    said_->setTextFormat(Qt::PlainText);
    said_->setProperty("wrong", true);
    said_->hide();
    column->addWidget(said_);
    auto* row = new QHBoxLayout;
    const auto button = [&](const char* id, const QString& text, auto&& run) {
        auto* b = new QPushButton(text);
        b->setObjectName(id);
        row->addWidget(b);
        connect(b, &QPushButton::clicked, this, run);
        return b;
    };
    button("drawer-add", tr("Add sheets"), [this] {
        DrawerPaper p;
        p.name = tr("New paper").toStdString();
        addRow(p, {});
        table_->editItem(table_->item(table_->rowCount() - 1, PaperColumn));
    });
    button("drawer-remove", tr("Remove"), [this] {
        if (table_->currentRow() >= 0)
            table_->removeRow(table_->currentRow());
    });
    button("drawer-wanted", tr("This card's papers"), [this] {
        const auto there = papers();
        for (const Stock& s : wanted_) {
            DrawerPaper p;
            p.name = s.name;
            if (!there || std::none_of(there->begin(), there->end(),
                                       [&](auto& known) { return known.name == p.name; }))
                addRow(p, {});
        }
    })->setEnabled(!wanted_.empty());
    row->addStretch(1);
    button("drawer-import", tr("From a table…"), [this] { importTable(); });
    button("drawer-export", tr("To a table…"), [this] { exportTable(); });
    column->addLayout(row);
    fill(drawer.papers);
}

void DrawerPage::fill(const std::vector<DrawerPaper>& papers) {
    for (const DrawerPaper& p : papers)
        for (const PaperSheet& s : p.sheets)
            addRow(p, s);
    table_->resizeColumnsToContents();
}

void DrawerPage::addRow(const DrawerPaper& p, const PaperSheet& s) {
    const int row = table_->rowCount();
    table_->insertRow(row);
    const auto put = [&](int column, const QString& text) {
        table_->setItem(row, column, new QTableWidgetItem(text));
    };
    put(PaperColumn, QString::fromStdString(p.name));
    // What a line does not show is kept with it.
    table_->item(row, PaperColumn)->setData(Qt::UserRole, p.weight);
    table_->item(row, PaperColumn)->setData(Qt::UserRole + 1, p.caliper);
    put(WidthColumn, amount(s.width));
    put(HeightColumn, amount(s.height));
    put(RealWidthColumn, amount(s.realWidth));
    put(RealHeightColumn, amount(s.realHeight));
    put(CountColumn, s.count < 0 ? QString() : QString::number(s.count));
    put(PriceColumn, amount(s.price));
    const auto choose = [&](int column, Runs runs) {
        auto* box = new QComboBox;
        box->setFrame(false);
        box->addItems({tr("either"), tr("upright"), tr("sideways")});
        box->setCurrentIndex(int(runs));
        table_->setCellWidget(row, column, box);
        table_->setRowHeight(row, box->sizeHint().height() + 2);
    };
    choose(GrainColumn, p.grain);
    choose(PatternColumn, p.pattern);
    auto* offcut = new QTableWidgetItem;
    offcut->setFlags((offcut->flags() | Qt::ItemIsUserCheckable) & ~Qt::ItemIsEditable);
    offcut->setCheckState(s.offcut ? Qt::Checked : Qt::Unchecked);
    table_->setItem(row, OffcutColumn, offcut);
}

std::optional<std::vector<DrawerPaper>> DrawerPage::papers() const {
    std::vector<DrawerPaper> out;
    const auto wrong = [&](int row, const QString& what) {
        said_->setText(tr("Line %1: %2").arg(row + 1).arg(what));
        said_->show();
        table_->setCurrentCell(row, 0);
        return std::nullopt;
    };
    for (int row = 0; row < table_->rowCount(); ++row) {
        const auto text = [&](int column) {
            return table_->item(row, column)->text().trimmed().toStdString();
        };
        DrawerPaper p;
        PaperSheet s;
        p.name = text(PaperColumn);
        if (p.name.empty())
            return wrong(row, tr("the paper has no name; name it as your designs name it."));
        for (auto [column, size] :
             {std::pair{WidthColumn, &s.width}, std::pair{HeightColumn, &s.height},
              std::pair{RealWidthColumn, &s.realWidth},
              std::pair{RealHeightColumn, &s.realHeight}}) {
            *size = 0;
            if (text(column).empty() && column >= RealWidthColumn)
                continue;
            const auto read = parseLength(text(column), Unit::Millimetre);
            if (!read || read->measure.mm() < 1 || read->measure.mm() > 5000)
                return wrong(row, tr("“%1” is no size of a sheet; give a length between 1 mm and "
                                     "5000 mm.")
                                      .arg(QString::fromStdString(text(column))));
            *size = read->measure.mm();
        }
        bool good = true;
        const QString count = QString::fromStdString(text(CountColumn));
        s.count = count.isEmpty() ? -1 : count.toInt(&good);
        if (!good || s.count < -1 || s.count > 100000)
            return wrong(row, tr("“%1” is no number of sheets; give one between 0 and 100000, or "
                                 "nothing for as many as it takes.")
                                  .arg(count));
        const std::string kept = text(PriceColumn);
        std::string_view price = kept;
        if (!kept.empty()) {
            const auto read = takeNumber(price);
            if (!read || !price.empty() || *read < 0)
                return wrong(row, tr("“%1” is no price; give a number of 0 or more.")
                                      .arg(QString::fromStdString(kept)));
            s.price = *read;
        }
        p.weight = table_->item(row, PaperColumn)->data(Qt::UserRole).toDouble();
        p.caliper = table_->item(row, PaperColumn)->data(Qt::UserRole + 1).toDouble();
        const auto chosen = [&](int column) {
            return static_cast<Runs>(
                static_cast<QComboBox*>(table_->cellWidget(row, column))->currentIndex());
        };
        p.grain = chosen(GrainColumn);
        p.pattern = chosen(PatternColumn);
        s.offcut = table_->item(row, OffcutColumn)->checkState() == Qt::Checked;
        auto it = std::find_if(out.begin(), out.end(), [&](auto& o) { return o.name == p.name; });
        if (it == out.end()) {
            out.push_back(p);
            it = out.end() - 1;
        }
        it->sheets.push_back(s);
    }
    said_->hide();
    return out;
}

void DrawerPage::importTable() {
    const QString path =
        QFileDialog::getOpenFileName(this, tr("Papers from a table"), {}, tr("Tables (*.csv)"));
    if (path.isEmpty())
        return;
    auto text = readFile(path.toStdString());
    auto read = text ? papersFromCsv(*text) : Result<std::vector<DrawerPaper>>(text.problem());
    said_->setVisible(!read);
    if (read)
        fill(*read);
    else
        said_->setText(QString::fromStdString(read.problem().in(path.toStdString()).text()));
}

void DrawerPage::exportTable() {
    const auto there = papers();
    if (!there)
        return;
    QString path = QFileDialog::getSaveFileName(this, tr("Papers to a table"), "drawer.csv",
                                                tr("Tables (*.csv)"));
    if (path.isEmpty())
        return;
    Drawer d;
    d.papers = *there;
    if (Trouble t = saveFile(path.toStdString(), drawerToCsv(d))) {
        said_->setText(QString::fromStdString(t->text()));
        said_->show();
    }
}

} // namespace hl::app
