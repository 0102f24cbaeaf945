#include "app/flat/flat_pane.h"
#include "app/flat/flat_view.h"
#include "app/look/flow_layout.h"
#include "app/look/parts.h"
#include "core/edit/sheet_format.h"
#include <QAction>
#include <QButtonGroup>
#include <QCheckBox>
#include <QComboBox>
#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSettings>
#include <QToolButton>
#include <QVBoxLayout>

namespace hl::app {

FlatPane::FlatPane(Session& session, QWidget& window)
    : session_(session), view_(new FlatView(session)), parts_(new QPushButton(tr("Flat parts"))),
      sheets_(new QPushButton(tr("Sheets"))), format_(new QComboBox),
      patterns_(new QCheckBox(tr("Patterns"))) {
    setObjectName("flat-pane");
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    FlowLayout* row = nullptr;
    column->addWidget(bar(row));
    auto* group = new QButtonGroup(this);
    parts_->setObjectName("show-parts");
    sheets_->setObjectName("show-sheets");
    for (auto* b : {parts_, sheets_}) {
        b->setCheckable(true);
        group->addButton(b);
        row->addWidget(b);
    }
    connect(group, &QButtonGroup::buttonClicked, this,
            [this] { showSheets(sheets_->isChecked()); });
    format_->setObjectName("sheet-format");
    format_->setAccessibleName(tr("Sheet format"));
    for (auto& f : sheetFormats())
        format_->addItem(QString::fromStdString(f.name), QString::fromStdString(f.id));
    format_->addItem(tr("Own size…"), QString());
    const auto kept = readSheetFormat(QSettings().value("sheet-format").toString().toStdString(),
                                      Unit::Millimetre);
    choose(kept ? *kept : sheetFormats().front());
    connect(format_, &QComboBox::activated, this, [this](int i) {
        const QString chosen = format_->itemData(i).toString();
        if (chosen.isEmpty())
            return ownSize();
        if (const auto known = readSheetFormat(chosen.toStdString(), Unit::Millimetre))
            choose(*known);
    });
    row->addWidget(format_);
    patterns_->setObjectName("sheet-patterns");
    patterns_->setToolTip(tr("Prints the papers' patterns under the lines"));
    patterns_->setChecked(QSettings().value("sheet-patterns", false).toBool());
    view_->setPatterns(patterns_->isChecked());
    connect(patterns_, &QCheckBox::toggled, this, [this](bool on) {
        QSettings().setValue("sheet-patterns", on);
        view_->setPatterns(on);
    });
    row->addWidget(patterns_);
    for (const char* name :
         {"draw-valley", "draw-mountain", "draw-slit", "draw-tab", "draw-glue"}) {
        auto* b = actionButton(window.findChild<QAction*>(name));
        b->setIconSize({15, 15});
        row->addWidget(b);
    }
    row->addSpring();
    auto* scale = new QLabel;
    scale->setProperty("quiet", true);
    scale->setToolTip(tr("Scale of the picture; 100 % is true size on this screen"));
    connect(view_, &FlatView::scaleChanged, this,
            [scale](double percent) { scale->setText(tr("%1 %").arg(percent, 0, 'f', 0)); });
    row->addWidget(scale);
    for (const char* name : {"fit-flat", "true-scale", "export", "fill"})
        row->addWidget(actionButton(window.findChild<QAction*>(name)));
    column->addWidget(view_, 1);
    showSheets(false);
}

void FlatPane::ownSize() {
    bool given = false;
    const QString now = tr("%1 x %2 mm").arg(view_->format().width).arg(view_->format().height);
    const QString text = QInputDialog::getText(this, tr("Own sheet size"), tr("Width and height"),
                                               QLineEdit::Normal, now, &given);
    auto format = readSheetFormat(text.toStdString(), Unit::Millimetre);
    if (given && format)
        return choose(*format);
    choose(view_->format());
    if (given)
        session_.refuse(format.problem());
}

// The one chosen, which is remembered; a size of one's own stands in the list from then on.
void FlatPane::choose(const SheetFormat& format) {
    const QString id = QString::fromStdString(format.id);
    if (format_->findData(id) < 0)
        format_->insertItem(format_->count() - 1, QString::fromStdString(format.name), id);
    format_->setCurrentIndex(format_->findData(id));
    QSettings().setValue("sheet-format", id);
    view_->setFormat(format);
}

void FlatPane::showSheets(bool sheets) {
    (sheets ? sheets_ : parts_)->setChecked(true);
    format_->setVisible(sheets);
    patterns_->setVisible(sheets);
    if ((view_->showing() == FlatView::Show::Sheets) != sheets)
        view_->setShow(sheets ? FlatView::Show::Sheets : FlatView::Show::Parts);
}

} // namespace hl::app
